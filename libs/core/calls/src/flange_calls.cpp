// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "analysis/joined.hpp"
#include "call_list.hpp"

namespace euryth::calls {

namespace {

class FlangeCaller : CallList {
public:
    FlangeCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Survey), m_of(of) {}

    void all()
    {
        const auto passage = analysis::joinedPassage(m_of.job, m_of.port, m_of.analysis);
        if (!passage)
            return;
        if (const analysis::JoinedAt* tightest = passage->tightest())
            narrow(*passage, *tightest);
        if (passage->mouthLoss && *passage->roundness < analysis::kWellRounded)
            mouth(*passage);
    }

private:
    [[nodiscard]] bool intake() const { return m_of.port.side == job::Side::Intake; }

    void narrow(const analysis::JoinedPassage& passage, const analysis::JoinedAt& at)
    {
        const std::string id = intake() ? "call.joined-narrow" : "call.primary-small";
        Call& call = add(intake() ? "joined-narrow" : "primary-small", Severity::Warning);
        call.title = say(id + ".title", {{"at", Position{at.s}}, {"area", at.area}, {"wanted", at.wanted}});
        const auto places = std::ranges::count_if(passage.places, &analysis::JoinedAt::asksForMetal);
        call.text = say(id + ".text", {{"depth", at.depth}, {"places", count(places)}});
        call.workings.push_back(
            say(id + ".working", {{"window", passage.window}, {"taper", Percent{m_of.job.house.taperPer100mm}}}));
    }

    void mouth(const analysis::JoinedPassage& passage)
    {
        const Length diameter = geometry::hydraulicDiameter(passage.places.back().section);
        Call& call = add("joined-mouth", Severity::Note);
        call.title = say("call.joined-mouth.title", {{"radius", *m_of.port.joined.mouthRadius}});
        call.text = say("call.joined-mouth.text",
                        {{"loss", Percent{*passage.mouthLoss}}, {"better", diameter * analysis::kWellRounded}});
        call.workings.push_back(say("call.joined-mouth.working", {{"ratio", Number{*passage.roundness, 2}}}));
    }

    const CallInputs& m_of;
};

}  // namespace

void addFlangeCalls(const CallInputs& of, std::vector<Call>& calls) { FlangeCaller(of, calls).all(); }

}  // namespace euryth::calls
