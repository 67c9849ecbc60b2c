// SPDX-License-Identifier: GPL-3.0-or-later
#include "call_list.hpp"
#include "job/usual.hpp"

namespace euryth::calls {

void addAssumedCalls(const CallInputs& of, std::vector<Call>& calls)
{
    const auto numbers = job::assumedOf(of.job, of.port);
    if (numbers.empty())
        return;
    Call& call = CallList(calls, Stage::Survey).add("assumed", Severity::Note);
    call.title = say("call.assumed.title", {{"numbers", count(numbers.size())}});
    call.text = say("call.assumed.text", {{"numbers", job::assumedPhrase(of.job, of.port)}});
}

}  // namespace euryth::calls
