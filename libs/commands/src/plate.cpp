// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "air/orifice.hpp"
#include "call.hpp"

namespace euryth::commands {

namespace {

air::Taps tapsOf(const std::string& text)
{
    if (text.empty() || text == "corner")
        return air::Taps::Corner;
    if (text == "flange")
        return air::Taps::Flange;
    if (text == "d-d2")
        return air::Taps::OneAndHalf;
    throw wrongUsage("cli.bad-taps", {{"typed", text}});
}

Phrase wordsFor(air::PlateProblem problem)
{
    switch (problem) {
    case air::PlateProblem::Hole: return say("plate.hole");
    case air::PlateProblem::Pipe: return say("plate.pipe");
    case air::PlateProblem::Ratio: return say("plate.ratio");
    case air::PlateProblem::Pressure: return say("plate.pressure");
    case air::PlateProblem::Reynolds: break;
    }
    return say("plate.reynolds");
}

}  // namespace

int callPlate(const Request& request, std::ostream& out)
{
    const air::OrificePlate plate{lengthFromMm(numberOf("plate-mm", request.plate, 0.1, 1000)),
                                  lengthFromMm(numberOf("pipe-mm", request.pipe, 0.1, 5000)), tapsOf(request.taps)};
    const air::AirState room = airOf(request);
    const auto difference = PressureDifference::fromSi(numberOf("depression-pa", request.depression, 0, 60000));
    std::vector<air::PlateProblem> outside;
    const auto flow = air::orificeFlow(plate, room, difference, &outside);
    if (!flow) {
        std::vector<Phrase> reasons;
        for (const air::PlateProblem problem : outside)
            reasons.push_back(wordsFor(problem));
        throw CallError(kJobHasErrors, say("plate.outside", {{"reasons", say("list", {{"items", reasons}})}}));
    }
    Json result;
    result["flow_m3_s"] = number(flow->flow.si());
    result["mass_flow_kg_s"] = number(flow->mass.si());
    result["discharge_coefficient"] = number(flow->discharge);
    result["expansibility"] = number(flow->expansibility);
    result["reynolds"] = number(flow->reynolds);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
