// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/turn_plan.hpp"

#include <cmath>
#include <numbers>

#include <boost/math/tools/toms748_solve.hpp>

namespace euryth::planning {

using std::numbers::pi;

double innerSpeedRatio(Length radius, Length height)
{
    const double x = height / radius;
    return x / std::log1p(x);
}

std::optional<Length> radiusForRatio(double ratio, Length height)
{
    if (!(ratio > 1.0))
        return std::nullopt;
    // x / ln(1 + x) rises from 1 without end; solved for the logarithm of x, which is what it nearly is linear in.
    const auto excess = [&](double logX) { return std::exp(logX) / std::log1p(std::exp(logX)) - ratio; };
    constexpr double smallest = -30.0;
    constexpr double largest = 30.0;
    if (excess(smallest) > 0.0 || excess(largest) < 0.0)
        return std::nullopt;
    boost::uintmax_t steps = 100;
    const auto bracket = boost::math::tools::toms748_solve(excess, smallest, largest,
                                                           boost::math::tools::eps_tolerance<double>(46), steps);
    return height / std::exp(bracket.first);
}

Length radiusForHeight(const ShortSideDrop& drop, Length height)
{
    return (height - drop.edgeHeight) / (cos(drop.from) - cos(drop.to));
}

Length heightForRadius(const ShortSideDrop& drop, Length radius)
{
    return drop.edgeHeight + radius * (cos(drop.from) - cos(drop.to));
}

LaidBack layBack(Length from, Length to, Angle turn)
{
    const Angle half = turn / 2.0;
    return {(to - from) * (1.0 / cos(half) - 1.0), (to - from) * (sin(half) / cos(half))};
}

Area turnAreaFor(Area now, double ratioNow, double ratioThen) { return now * (ratioThen / ratioNow); }

Length bowlForArea(Area net, Length stem)
{
    return Length::fromSi(std::sqrt(4.0 / pi * net.si() + stem.si() * stem.si()));
}

Area bowlArea(Length bowl, Length stem) { return pi / 4.0 * (bowl * bowl - stem * stem); }

}  // namespace euryth::planning
