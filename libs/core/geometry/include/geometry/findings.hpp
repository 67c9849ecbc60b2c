// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>
#include <vector>

#include "geometry/area_curve.hpp"
#include "words/phrase.hpp"

namespace euryth::geometry {

/// Which way the air goes; stations always count from the window.
enum class AirDirection { WindowToValve, ValveToWindow };

enum class FindingKind { Pinch, Step, SmallBigSmall, FastGrowth };

/// The kind as the command line prints it ("small-big-small").
std::string_view key(FindingKind kind);

/// Something about the area along the runner that a porter wants to know.
struct Finding {
    FindingKind kind = FindingKind::Pinch;
    Length s;              ///< the place itself
    double magnitude = 0;  ///< share of area (step, small-big-small, pinch) or angle in radians (fast growth)
    Phrase text;
};

struct FindingLimits {
    /// House tolerance for small-big-small, as a share of area.
    double smallBigSmall = 0.03;
    /// A change of area of at least this share within `stepDistance` is a step. Ours, no published source: a step of
    /// 5 % is about 0.5 mm all round a 40 mm passage, which a finger finds.
    double step = 0.05;
    Length stepDistance = lengthFromMm(3.0);
    /// Total equivalent cone angle from which a diffuser without help may stall: about 7 to 10 degrees (ASHRAE
    /// Handbook - Fundamentals, duct design, conical diffusers; the value is quoted from memory).
    Angle fastGrowth = angleFromDegrees(10.0);
};

/// Findings along the runner, in order of s. Growth is judged in the direction of the air. Only stations are judged,
/// not the interpolated curve.
std::vector<Finding> findAlongRunner(const AreaCurve& curve, AirDirection air, const FindingLimits& limits);

}  // namespace euryth::geometry
