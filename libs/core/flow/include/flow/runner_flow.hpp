// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "air/moist_air.hpp"
#include "flow/fittings.hpp"
#include "quantities/quantities.hpp"

namespace euryth::flow {

/// What the air does at a station.
struct StationState {
    double mach = 0.0;
    AbsolutePressure pressure;  ///< static
    AbsolutePressure totalPressure;
};

struct RunnerFlow {
    MassFlow flow;
    std::vector<StationState> stations;
    bool choked = false;      ///< one station is at Mach 1
    std::size_t fastest = 0;  ///< the station with the highest Mach number

    /// Static pressure that the last station has below the room's.
    [[nodiscard]] PressureDifference depression(const air::AirState& room) const;
};

/// Steady compressible flow of `flow` from still air through the stations: total temperature constant (no heat), total
/// pressure falling by friction, bends and widenings between stations (losses.hpp), Mach number from the isentropic
/// mass-flow function at the local total pressure (NACA Report 1135). Nothing where so much cannot pass. `roughness` is
/// the height of the wall's finish. Two stations at least, areas over 0.
///
/// - Friction is that of the local diameter.
/// - A mouth costs its part of the dynamic pressure in it.
/// - Each bend and each widening (fittings.hpp) costs what its loss coefficient says for it as a whole, spread over its
///   intervals by the angle or growth that each makes: bends over the local dynamic pressure, widenings over that
///   before them. So the loss does not hang on how many stations were measured.
///
/// Each interval is cut into short pieces between which the area changes like a cone's. Quasi one-dimensional: one
/// speed over each section, no wake.
std::optional<RunnerFlow> flowThrough(std::span<const FlowStation> stations, const air::AirState& room, MassFlow flow,
                                      Length roughness);

/// The flow at a depression of the last station below the room. Where less than that chokes the runner, the choking
/// flow.
RunnerFlow flowAt(std::span<const FlowStation> stations, const air::AirState& room, PressureDifference depression,
                  Length roughness);

/// The most that can pass, and where it is at Mach 1.
RunnerFlow chokingFlow(std::span<const FlowStation> stations, const air::AirState& room, Length roughness);

}  // namespace euryth::flow
