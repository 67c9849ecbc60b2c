// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/layout.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::geometry {

namespace {

/// Height of the section at `s`, linear between stations and constant beyond them.
double heightAt(std::span<const StationHeight> stations, Length s)
{
    const auto after = std::ranges::upper_bound(stations, s, {}, &StationHeight::s);
    if (after == stations.begin())
        return stations.front().height.si();
    if (after == stations.end())
        return stations.back().height.si();
    const StationHeight& before = *std::prev(after);
    const double share = (s - before.s) / (after->s - before.s);
    return (1.0 - share) * before.height.si() + share * after->height.si();
}

double arcRadius(const LayoutNumbers& n, std::span<const StationHeight> stations)
{
    return n.shortSideRadius.si() + heightAt(stations, n.straight) / 2.0;
}

}  // namespace

Length turnEnd(const LayoutNumbers& numbers, std::span<const StationHeight> stations)
{
    return numbers.straight + Length::fromSi(arcRadius(numbers, stations) * numbers.turn.si());
}

std::vector<Pose> layOut(const LayoutNumbers& numbers, std::span<const StationHeight> stations)
{
    const double radius = arcRadius(numbers, stations);
    const double start = numbers.straight.si();
    const double arc = radius * numbers.turn.si();
    const double level = numbers.apexHeight.si() + heightAt(stations, numbers.straight) / 2.0;
    std::vector<Pose> poses;
    for (const StationHeight& station : stations) {
        const double s = station.s.si();
        const double inTurn = std::clamp(s - start, 0.0, arc);
        const double angle = inTurn / radius;
        const double beyond = std::max(0.0, s - start - arc);
        Pose pose;
        pose.x = Length::fromSi(std::min(s, start) + radius * std::sin(angle) + beyond * std::cos(angle));
        pose.z = Length::fromSi(level - radius * (1.0 - std::cos(angle)) - beyond * std::sin(angle));
        pose.pitch = Angle::fromSi(-angle);
        poses.push_back(pose);
    }
    return poses;
}

std::optional<RadiusAt> floorRadius(std::span<const Pose> poses, std::span<const SideCut> cuts)
{
    constexpr Angle least = angleFromDegrees(1.0);
    std::optional<RadiusAt> tightest;
    for (std::size_t i = 0; i + 1 < cuts.size(); ++i) {
        const Angle dip = poses[i].pitch - poses[i + 1].pitch;
        if (dip < least)
            continue;
        const SidePoint a = cuts[i].floor;
        const SidePoint b = cuts[i + 1].floor;
        const Length radius = Length::fromSi(std::hypot(b.x - a.x, b.z - a.z) / dip.si());
        if (!tightest || radius < tightest->radius)
            tightest = RadiusAt{i, radius};
    }
    return tightest;
}

std::optional<Length> floorApex(std::span<const SideCut> cuts)
{
    if (cuts.empty())
        return std::nullopt;
    const auto highest = std::ranges::max_element(cuts, {}, [](const SideCut& c) { return c.floor.z; });
    return Length::fromSi(highest->floor.z);
}

}  // namespace euryth::geometry
