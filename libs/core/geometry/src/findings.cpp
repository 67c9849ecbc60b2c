// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/findings.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace euryth::geometry {

namespace {

using Knots = std::span<const AreaAt>;

double changeOf(const AreaAt& a, const AreaAt& b) { return abs(b.area - a.area) / std::min(a.area, b.area); }

bool isStep(const AreaAt& a, const AreaAt& b, const FindingLimits& limits)
{
    return b.s - a.s <= limits.stepDistance && changeOf(a, b) >= limits.step;
}

void findSteps(Knots knots, const FindingLimits& limits, std::vector<Finding>& found)
{
    for (std::size_t i = 0; i + 1 < knots.size(); ++i) {
        const AreaAt& a = knots[i];
        const AreaAt& b = knots[i + 1];
        if (!isStep(a, b, limits))
            continue;
        found.push_back({FindingKind::Step, b.s, changeOf(a, b),
                         say("finding.step", {{"change", Percent{changeOf(a, b)}},
                                              {"from", a.area},
                                              {"to", b.area},
                                              {"within", Length(b.s - a.s)}})});
    }
}

/// Smallest area between knot `peak` and the next larger knot (or the end) in the direction `step`.
Area lowestBeside(Knots knots, std::size_t peak, int step)
{
    Area lowest = knots[peak].area;
    for (auto i = static_cast<int>(peak) + step; i >= 0 && i < static_cast<int>(knots.size()); i += step) {
        const Area here = knots[static_cast<std::size_t>(i)].area;
        if (here > knots[peak].area)
            break;
        lowest = std::min(lowest, here);
    }
    return lowest;
}

void findSmallBigSmall(Knots knots, const FindingLimits& limits, std::vector<Finding>& found)
{
    for (std::size_t i = 1; i + 1 < knots.size(); ++i) {
        const Area here = knots[i].area;
        if (here < knots[i - 1].area || here <= knots[i + 1].area)
            continue;
        const Area before = lowestBeside(knots, i, -1);
        const Area after = lowestBeside(knots, i, +1);
        const double excess = here / std::max(before, after) - 1.0;
        if (excess <= limits.smallBigSmall)
            continue;
        found.push_back({FindingKind::SmallBigSmall, knots[i].s, excess,
                         say("finding.small-big-small", {{"before", before},
                                                         {"here", here},
                                                         {"place", Position{knots[i].s}},
                                                         {"after", after},
                                                         {"excess", Percent{excess}},
                                                         {"allowed", Percent{limits.smallBigSmall}}})});
    }
}

void findFastGrowth(Knots knots, AirDirection air, const FindingLimits& limits, std::vector<Finding>& found)
{
    std::optional<Finding> worst;  // of the run of neighbouring intervals that grow too fast
    const auto flush = [&] {
        if (worst)
            found.push_back(*std::exchange(worst, std::nullopt));
    };
    for (std::size_t i = 0; i + 1 < knots.size(); ++i) {
        const AreaAt& from = air == AirDirection::WindowToValve ? knots[i] : knots[i + 1];
        const AreaAt& to = air == AirDirection::WindowToValve ? knots[i + 1] : knots[i];
        const Angle angle = equivalentConeAngle(from.area, to.area, knots[i + 1].s - knots[i].s);
        if (angle <= limits.fastGrowth || isStep(knots[i], knots[i + 1], limits)) {
            flush();
            continue;
        }
        if (worst && worst->magnitude >= angle.si())
            continue;
        worst = Finding{
            FindingKind::FastGrowth, to.s, angle.si(),
            say("finding.fast-growth",
                {{"from", Position{from.s}}, {"to", Position{to.s}}, {"angle", angle}, {"limit", limits.fastGrowth}})};
    }
    flush();
}

void findPinch(Knots knots, std::vector<Finding>& found)
{
    const AreaAt* pinch = nullptr;
    for (std::size_t i = 1; i + 1 < knots.size(); ++i) {
        const bool dip = knots[i].area < knots[i - 1].area && knots[i].area <= knots[i + 1].area;
        if (dip && (!pinch || knots[i].area < pinch->area))
            pinch = &knots[i];
    }
    if (!pinch)
        return;
    const double narrowing = 1.0 - pinch->area / knots.front().area;
    found.push_back({FindingKind::Pinch, pinch->s, narrowing,
                     say("finding.pinch", {{"area", pinch->area}, {"place", Position{pinch->s}}})});
}

}  // namespace

std::string_view key(FindingKind kind)
{
    constexpr std::array<std::string_view, 4> keys{"pinch", "step", "small-big-small", "fast-growth"};
    return keys[static_cast<std::size_t>(kind)];
}

std::vector<Finding> findAlongRunner(const AreaCurve& curve, AirDirection air, const FindingLimits& limits)
{
    std::vector<Finding> found;
    findPinch(curve.knots(), found);
    findSteps(curve.knots(), limits, found);
    findSmallBigSmall(curve.knots(), limits, found);
    findFastGrowth(curve.knots(), air, limits, found);
    std::ranges::stable_sort(found, {}, &Finding::s);
    return found;
}

}  // namespace euryth::geometry
