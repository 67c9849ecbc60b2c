// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "analysis/port_analysis.hpp"

/// What the probe sets of a port tell beside each other.
namespace euryth::analysis {

/// The outermost readings of a set's lowest row, where air goes over the short side.
struct FloorPair {
    std::size_t set = 0;    ///< into Port::probes
    std::size_t left = 0;   ///< into its readings
    std::size_t right = 0;  ///< likewise
    Speed leftSpeed;
    Speed rightSpeed;
    /// Left over right, less 1.
    [[nodiscard]] double difference() const { return leftSpeed / rightSpeed - 1.0; }
    /// Within 3 % two points of a short side are called even (common practice, no source).
    [[nodiscard]] bool even() const { return difference() < kEven && difference() > -kEven; }
    static constexpr double kEven = 0.03;
};
/// Of the set by which the short side is judged; nothing where there is none, or nothing was read on one side of it.
std::optional<FloorPair> shortSidePair(const job::Port& port, const PortAnalysis& analysis);

/// Mean speeds along the runner by the comparable sets, at the depression of the first one.
struct MeanAt {
    std::size_t station = 0;
    Speed mean;
};
std::vector<MeanAt> meansAlong(const job::Port& port, const PortAnalysis& analysis);

/// A flow that falls though the valve opens further: the air has let go of a wall.
struct BackingUp {
    std::size_t station = 0;
    std::size_t most = 0;  ///< set with the greatest flow, into Port::probes
    std::size_t less = 0;  ///< set of a greater lift with less
    double lost = 0.0;     ///< share of the greatest flow
    bool byBench = false;  ///< by the bench's own flow, else by the probe's mean times area
    /// Point whose speed has fallen most, where both have the same grid.
    std::optional<std::size_t> point;
    /// That a reading may be off by more is common practice, no source.
    static constexpr double kTold = 0.01;
};
/// At each station that was probed at several lifts in the latest state of the port, on one bench and set-up; flows are
/// brought to one depression by the ideal speeds.
std::vector<BackingUp> backingUp(const job::Port& port, const PortAnalysis& analysis);

/// Scatter of a reading over its speed; nothing where one of them is not known.
std::optional<double> flutterOf(const job::Reading& reading, const std::optional<Speed>& speed);
/// From which air is said to flutter: a pitot in steady air scatters by a hundredth (common practice, no source).
inline constexpr double kFlutters = 0.05;

}  // namespace euryth::analysis
