// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow/losses.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace euryth::flow {

namespace {

constexpr double kLaminar = 2300.0;
constexpr Angle kQuietCone = angleFromDegrees(5.0);
constexpr Angle kAbruptCone = angleFromDegrees(40.0);

}  // namespace

double frictionFactor(double reynolds, double roughness)
{
    if (reynolds < kLaminar)
        return 64.0 / reynolds;
    // In x = 1/sqrt(f) the equation is x + 2 log10(a + b x) = 0, which is convex: Newton's method settles in a few
    // steps.
    const double a = roughness / 3.7;
    const double b = 2.51 / reynolds;
    double x = 7.0;
    for (int i = 0; i < 30; ++i) {
        const double inner = a + b * x;
        const double value = x + 2.0 * std::log10(inner);
        const double slope = 1.0 + 2.0 * b / (inner * std::numbers::ln10);
        const double step = value / slope;
        x -= step;
        if (std::abs(step) < 1e-14 * x)
            break;
    }
    return 1.0 / (x * x);
}

double bendLoss(double radiusRatio, Angle angle, double friction)
{
    const double half = std::sin(angle.si() / 2.0);
    return friction * angle.si() * radiusRatio + (0.10 + 2.4 * friction) * half +
           6.6 * friction * (std::sqrt(half) + half) / std::pow(radiusRatio, 4.0 * angle.si() / std::numbers::pi);
}

double expansionLoss(Area from, Area to, Angle openingAngle)
{
    if (to <= from)
        return 0.0;
    const double step = 1.0 - from / to;
    const double share = std::clamp((openingAngle - kQuietCone) / (kAbruptCone - kQuietCone), 0.0, 1.0);
    return share * step * step;
}

double mouthLoss(double radiusOverDiameter)
{
    constexpr double wide = 0.03;
    if (radiusOverDiameter >= 1.0)
        return wide;
    const double jet =
        1.0 + 0.622 * std::pow(1.0 - 0.30 * std::sqrt(radiusOverDiameter) - 0.70 * radiusOverDiameter, 4.0);
    return 0.0696 * (1.0 - 0.569 * radiusOverDiameter) * jet * jet + (jet - 1.0) * (jet - 1.0);
}

double valveCoefficient(double liftOverDiameter)
{
    constexpr double attached = 0.9;
    constexpr double separated = 0.6;
    constexpr double from = 0.12;
    constexpr double to = 0.25;
    return attached + (separated - attached) * std::clamp((liftOverDiameter - from) / (to - from), 0.0, 1.0);
}

}  // namespace euryth::flow
