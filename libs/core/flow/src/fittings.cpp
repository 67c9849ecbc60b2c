// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow/fittings.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

namespace euryth::flow {

namespace {

/// A value with the share of the whole that it stands for.
struct Weighted {
    double value;
    double weight;
};

/// The largest value that half of the weight reaches or exceeds.
double upperHalf(std::vector<Weighted> values)
{
    std::ranges::sort(values, std::ranges::greater{}, &Weighted::value);
    double all = 0.0;
    for (const Weighted& v : values)
        all += v.weight;
    constexpr double half = 0.5 - 1e-9;  // of two alike the second belongs to it
    double sum = 0.0;
    for (const Weighted& v : values) {
        sum += v.weight;
        if (sum >= half * all)
            return v.value;
    }
    return values.back().value;
}

double lengthOf(std::span<const FlowStation> stations, std::size_t interval)
{
    return (stations[interval + 1].s - stations[interval].s).si();
}

double dot(const std::array<double, 3>& a, const std::array<double, 3>& b)
{
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

/// For each interval the number of its bend.
std::vector<std::size_t> bendOfEach(std::span<const FlowStation> stations)
{
    const std::size_t intervals = stations.size() - 1;
    const auto curvature = [&](std::size_t i) { return stations[i + 1].turn.si() / lengthOf(stations, i); };
    double sharpest = 0.0;
    for (std::size_t i = 0; i < intervals; ++i)
        sharpest = std::max(sharpest, curvature(i));
    constexpr double straight = 0.1;  // share of the sharpest curvature; ours, as the header says
    std::vector<std::size_t> bend(intervals, 0);
    std::size_t current = 0;
    std::optional<std::size_t> lastSharp;
    for (std::size_t i = 0; i < intervals; ++i) {
        if (sharpest > 0.0 && curvature(i) >= straight * sharpest) {
            const bool parted =
                lastSharp && (stations[i].s - stations[*lastSharp + 1].s) > stations[i].hydraulicDiameter;
            const bool otherWay = lastSharp && dot(stations[i + 1].turnAxis, stations[*lastSharp + 1].turnAxis) <= 0.0;
            if (parted || otherWay)
                ++current;
            lastSharp = i;
        }
        bend[i] = current;
    }
    return bend;
}

}  // namespace

std::vector<Bend> bendsOf(std::span<const FlowStation> stations)
{
    if (stations.size() < 2)
        return {};
    const auto bendOf = bendOfEach(stations);
    std::vector<Bend> bends;
    for (std::size_t number = 0; number <= bendOf.back(); ++number) {
        Bend bend;
        bend.share.assign(bendOf.size(), 0.0);
        std::vector<Weighted> curvatures;
        double angle = 0.0;
        double diameter = 0.0;
        double area = 0.0;
        for (std::size_t i = 0; i < bendOf.size(); ++i) {
            const double turn = stations[i + 1].turn.si();
            if (bendOf[i] != number || turn <= 0.0)
                continue;
            bend.share[i] = turn;
            curvatures.push_back({turn / lengthOf(stations, i), turn});
            angle += turn;
            diameter += turn * (stations[i].hydraulicDiameter + stations[i + 1].hydraulicDiameter).si() / 2.0;
            area += turn * (stations[i].area + stations[i + 1].area).si() / 2.0;
        }
        constexpr Angle least = angleFromDegrees(0.1);
        if (angle < least.si())
            continue;
        for (double& share : bend.share)
            share /= angle;
        bend.angle = Angle::fromSi(angle);
        bend.radius = Length::fromSi(1.0 / upperHalf(std::move(curvatures)));
        bend.diameter = Length::fromSi(diameter / angle);
        bend.area = Area::fromSi(area / angle);
        bends.push_back(std::move(bend));
    }
    return bends;
}

std::vector<Widening> wideningsOf(std::span<const FlowStation> stations)
{
    constexpr double noise = 0.01;  // share of the widest area so far; ours, as the header says
    std::vector<Widening> widenings;
    std::size_t from = 0;
    while (from + 1 < stations.size()) {
        std::size_t to = from;  // the widest station so far
        std::size_t i = from + 1;
        for (; i < stations.size() && stations[i].area >= stations[to].area * (1.0 - noise); ++i) {
            if (stations[i].area > stations[to].area)
                to = i;
        }
        if (to == from) {
            ++from;
            continue;
        }
        Widening widening{stations[from].area, stations[to].area, {}, from, {}};
        widening.share.assign(stations.size() - 1, 0.0);
        std::vector<Weighted> cones;
        double growth = 0.0;
        for (std::size_t k = from; k < to; ++k) {
            const double grown = (stations[k + 1].area - stations[k].area).si();
            if (grown <= 0.0)
                continue;
            const double radii = std::sqrt(stations[k + 1].area.si() / std::numbers::pi) -
                                 std::sqrt(stations[k].area.si() / std::numbers::pi);
            cones.push_back({2.0 * std::atan2(radii, lengthOf(stations, k)), grown});
            widening.share[k] = grown;
            growth += grown;
        }
        for (double& share : widening.share)
            share /= growth;
        widening.cone = Angle::fromSi(upperHalf(std::move(cones)));
        widenings.push_back(std::move(widening));
        from = to;
    }
    return widenings;
}

}  // namespace euryth::flow
