// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <string_view>
#include <vector>

#include "air/moist_air.hpp"
#include "geometry/any_section.hpp"
#include "probing/grid.hpp"
#include "quantities/quantities.hpp"
#include "words/phrase.hpp"

namespace euryth::probing {

/// One point of a probe set; a point that has not been read (or could not be) has no speed.
struct PointReading {
    GridPoint at;
    std::optional<Speed> speed;
};

enum class Verdict { Fast, Even, Slow, Dead };
/// As files and scripts write it ("fast").
std::string_view key(Verdict verdict);
Phrase nameOf(Verdict verdict);

/// House limits for the ratio of a reading to the section's mean: fast from `fast` up, slow under `slow`, dead under
/// `dead`. Common practice, no source.
struct VerdictLimits {
    double fast = 1.10;
    double slow = 0.85;
    double dead = 0.60;
};
Verdict verdictFor(double ratio, const VerdictLimits& limits);

struct PointResult {
    GridPoint at;
    std::optional<Speed> speed;
    std::optional<double> ratio;  ///< to the section's mean
    std::optional<Verdict> verdict;
};

class SpeedMap;

/// A probe set worked out. Points without a speed take no part in it.
struct Traverse {
    /// Mean over the section, the part between the last readings and the wall included: of the standard's positions
    /// (ISO 3966) the mean of the readings, else that of the speed map.
    Speed mean;
    Speed meanRead;                   ///< of the readings by the area that each stands for
    VolumeFlow flow;                  ///< mean times the section's net area
    double massShare = 1.0;           ///< mass flow over that of `flow` at the density of still air (see workOut())
    double uniformity = 0.0;          ///< of the readings: 1 - sum |v - mean| share / (2 mean) (Weltens, SAE 930780)
    double energyFactor = 0.0;        ///< of the readings: mean of v^3 over the cube of the mean
    double momentumFactor = 0.0;      ///< of the readings: mean of v^2 over the square of the mean
    std::vector<PointResult> points;  ///< in the order of the readings

    [[nodiscard]] std::size_t measuredCount() const;
    /// Index of the point with the highest speed.
    [[nodiscard]] std::size_t fastest() const;
};

/// Works out a set read in `section`, whose net area is `netArea`. Nothing when no point has a speed, or when the mean
/// is not over 0 (a section through which nothing flows has no ratios).
///
/// Air that has come to speed from the room is thinner than that: with the room's state `room` the mass flow is worked
/// out with the density of isentropic flow at each speed (NACA 1135), without it as if the density were the room's.
/// `map` is that through the readings; who has none to hand leaves it out, and it is made here.
std::optional<Traverse> workOut(std::span<const PointReading> readings, const geometry::Section& section, Area netArea,
                                const VerdictLimits& limits, const std::optional<air::AirState>& room = {},
                                const SpeedMap* map = nullptr);

}  // namespace euryth::probing
