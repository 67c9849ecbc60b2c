// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "engine/engine_run.hpp"
#include "geometry/valve_opening.hpp"

/// Which place of a port is nearest to the speed of sound, on the bench and on the engine. The two need not agree: the
/// engine pulls through lifts and depressions that the bench never shows.
namespace euryth::engine {

/// A place of the port in both rankings.
struct RankedPlace {
    std::size_t place = 0;  ///< a station, or as many as there are: the valve's opening
    /// Fastest point over the section's mean; 1 where nothing has been read (and in the valve's opening).
    double ratio = 1.0;
    std::optional<std::size_t> set;  ///< into PortAnalysis::judgedBy(), of which the ratio is
    /// Mach number at the fastest point: the section's mean of the flow, times the ratio in velocity (localMach()).
    double benchMach = 0.0;
    double engineMach = 0.0;
    /// From which the engine brings it to the speed of sound; nothing where that is not within its speeds.
    std::optional<RotationalSpeed> sonicRpm;
};

struct ChokeRanking {
    Length lift;                    ///< of the valve on the bench: of the sets, else the cam's
    PressureDifference depression;  ///< of the bench
    RotationalSpeed rpm;            ///< of the engine, at its greatest flow
    std::vector<RankedPlace> places;
    std::vector<std::size_t> onBench;   ///< into `places`, fastest first
    std::vector<std::size_t> onEngine;  ///< likewise

    [[nodiscard]] const RankedPlace& first(On where) const
    {
        return places[(where == On::Bench ? onBench : onEngine).front()];
    }
    /// The first of the one is not the first of the other.
    [[nodiscard]] bool differs() const { return onBench.front() != onEngine.front(); }
};

/// Mach number where the speed is `ratio` times that at Mach `mean` and total temperature is the same: of M*, the speed
/// over that of sound at Mach 1 (NACA 1135, eq. 48 to 50). From the speed of sound up it is a measure of how far the
/// place is over what can pass, and no state of the air.
double localMach(double mean, double ratio);

/// Every station and the valve's opening by their Mach numbers, with the ratios of the speeds that the port is judged
/// by. Quasi one-dimensional, so that a place that was not probed counts with its mean. What is joined to the window is
/// in the engine's flow, and in neither ranking. `flows` are those of this port.
Known<ChokeRanking> rankChokes(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                               const Known<PortFlows>& flows);

/// The same with a model that is there, as of a planned port.
Known<ChokeRanking> rankChokes(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                               const EngineModel& model, const Known<PortFlows>& flows);

/// What limits the flow on the bench at a lift.
struct LiftLimit {
    Length lift;
    std::size_t place = 0;                        ///< as in RankedPlace
    double mach = 0.0;                            ///< mean there, at the bench's depression
    std::optional<geometry::OpeningStage> stage;  ///< of the valve's opening, where that limits and its shape is known
};
/// The place of the highest mean Mach number at each lift, at the bench's depression.
Known<std::vector<LiftLimit>> limitsByLift(const job::Job& job, const job::Port& port,
                                           const analysis::PortAnalysis& analysis, const std::vector<Length>& lifts);

/// Even steps up to a lift, at most `most` of them, a tenth of an inch or a millimetre apart or a multiple of that.
std::vector<Length> liftSteps(Length to, Length step, std::size_t most = 24);

}  // namespace euryth::engine
