// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>

#include "calls/calls.hpp"

/// What the files of calls, one a stage, have in common.
namespace euryth::calls {

/// What calls are made of.
struct CallInputs {
    const job::Job& job;
    const job::Port& port;
    const analysis::PortAnalysis& analysis;
    const engine::FlowsOf& flowsOf;
    const plans::ValveEndPlan& end;

    /// "the pinch" or "station 5".
    [[nodiscard]] Phrase place(std::size_t station) const { return analysis::thePlace(analysis, port, station); }
    /// The last station's distance, where there is one: the valve end.
    [[nodiscard]] std::optional<Length> valveEnd() const
    {
        return port.stations.empty() ? std::nullopt : std::optional(port.stations.back().s);
    }
};

/// Key of a call about a place: it stays while the station does.
inline std::string keyAt(std::string_view kind, Length s)
{
    return std::string(kind) + ":" + std::to_string(std::lround(inMm(s)));
}

/// Calls of one stage in the making.
class CallList {
public:
    CallList(std::vector<Call>& calls, Stage stage) : m_calls(calls), m_stage(stage) {}

    Call& add(std::string key, Severity severity)
    {
        Call& call = m_calls.emplace_back();
        call.key = std::move(key);
        call.severity = severity;
        call.stage = m_stage;
        return call;
    }
    Call& addAt(std::string_view kind, Length s, Severity severity)
    {
        Call& call = add(keyAt(kind, s), severity);
        call.s = s;
        return call;
    }

private:
    std::vector<Call>& m_calls;
    Stage m_stage;
};

/// What is doubtful about the measurements: numbers that stand out from their neighbours, look like another unit or
/// contradict each other; a core that is shifted; a step at the window. The limits are ours (common practice, no
/// source) and stand in the source beside their use.
void addSurveyCalls(const CallInputs& of, std::vector<Call>& calls);
/// The seat and the valve job against the house's rules: width, angle with the lifts at which it gains and loses,
/// inset, band, what is left of a pressed-in insert.
void addSeatCalls(const CallInputs& of, std::vector<Call>& calls);
/// What is joined to the window: a manifold's runner that does not get steadily smaller, a primary smaller than the
/// window, a sharp mouth.
void addFlangeCalls(const CallInputs& of, std::vector<Call>& calls);
/// The cylinder's valves in the bore: laid out against what was measured, over each other or the bore, unequal pairs.
void addLayoutCalls(const CallInputs& of, std::vector<Call>& calls);
/// Numbers of the port, its engine and its bench that are assumed.
void addAssumedCalls(const CallInputs& of, std::vector<Call>& calls);
/// The guide boss: room beside the guide against the side to which the air turns, and what is planned of the boss.
void addBossCalls(const CallInputs& of, std::vector<Call>& calls);
/// What is to be said about shape and plan: findings along the runner, the engine's demand, where engine and port
/// choke, wishes that contradict the metal or each other, a port that only the engine can tell from its neighbour.
void addShapeCalls(const CallInputs& of, std::vector<Call>& calls);
/// What the air does: the place that chokes first, dead places, sets that contradict the bench.
void addProbeCalls(const CallInputs& of, std::vector<Call>& calls);
/// The place nearest to the speed of sound on the bench and on the engine, where these are two.
void addRankingCalls(const CallInputs& of, std::vector<Call>& calls);
/// What the sets tell beside each other: the short side's left and right, the speed along the runner, a port that backs
/// up as the lift grows, air that flutters.
void addAirCalls(const CallInputs& of, std::vector<Call>& calls);
/// Sets that must not be compared, and what the checks of the bench say.
void addBenchCalls(const CallInputs& of, std::vector<Call>& calls);
/// Findings that ask for a cut or forbid one.
void addPinCalls(const CallInputs& of, std::vector<Call>& calls);
/// Where metal has to stay, and what the cuts are worth.
void addCutCalls(const CallInputs& of, std::vector<Call>& calls);
/// What came out while cutting: cuts that do harm, places that went too far, here or on a port like this one, ports
/// that are not alike, breakthroughs.
void addWorkCalls(const CallInputs& of, std::vector<Call>& calls);

/// What flow tests tell: a port that backs up, dips, lifts at which it flows less than before, tests that must not be
/// compared, a flow that cannot be.
void addProveCalls(const CallInputs& of, std::vector<Call>& calls);

}  // namespace euryth::calls
