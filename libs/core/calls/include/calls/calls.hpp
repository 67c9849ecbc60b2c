// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "analysis/port_analysis.hpp"
#include "engine/engine_run.hpp"
#include "plans/valve_plan.hpp"
#include "words/phrase.hpp"

namespace euryth::calls {

enum class Severity { Danger, Warning, Note };

/// One of the stages of the work, by its word: a new one needs no list.
struct Stage {
    std::string_view key;  ///< of static storage
    friend constexpr bool operator==(const Stage&, const Stage&) = default;
    static const Stage Survey;
    static const Stage Shape;
    static const Stage Probe;
    static const Stage Cut;
    static const Stage Prove;
    static const Stage Book;
};
inline constexpr Stage Stage::Survey{"survey"};
inline constexpr Stage Stage::Shape{"shape"};
inline constexpr Stage Stage::Probe{"probe"};
inline constexpr Stage Stage::Cut{"cut"};
inline constexpr Stage Stage::Prove{"prove"};
inline constexpr Stage Stage::Book{"book"};

/// The judgement in a plain sentence: what, where, how much, why, what to do.
struct Call {
    std::string key;  ///< stays the same while the finding does, so that an acceptance finds it again
    Severity severity = Severity::Note;
    Stage stage = Stage::Survey;  ///< where one sees to it
    std::optional<Length> s;
    std::optional<geometry::Sector> sector;
    std::optional<std::size_t> probe;  ///< index into Port::probes
    std::optional<std::size_t> point;  ///< index into its readings
    Phrase title;
    Phrase text;                   ///< the numbers, and what to do
    std::vector<Phrase> workings;  ///< inputs and formula, a line each
    std::optional<std::string> acceptedBecause;
};

/// All calls about a port, worst first; accepted ones last. `flowsOf` gives the flows of the job's ports where somebody
/// keeps them, `end` the plan of the valve end where it is worked out already; without them they are worked out here.
std::vector<Call> callsFor(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                           const engine::FlowsOf& flowsOf = {}, const plans::ValveEndPlan* end = nullptr);

/// The point whose air is fastest of all sets that the port is judged by: probe sets, or the sets of a computed field.
struct ChokePoint {
    std::size_t set = 0;               ///< into PortAnalysis::judgedBy()
    std::optional<std::size_t> probe;  ///< into Port::probes, where it was read
    std::size_t point = 0;
    Speed speed;
    double ratio = 0.0;
    /// From which the engine brings it to the speed of sound; nothing where it never does, or that is not known.
    std::optional<RotationalSpeed> sonicRpm;
};
std::optional<ChokePoint> chokePoint(const job::Port& port, const analysis::PortAnalysis& analysis,
                                     const Known<engine::PortFlows>& flows = {});

}  // namespace euryth::calls
