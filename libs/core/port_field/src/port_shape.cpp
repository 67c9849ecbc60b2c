// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/port_shape.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::port_field {

namespace {

using MaybeHanging = std::vector<std::optional<geometry::Hanging>>;

/// An obstacle's places with ends of no width half way to the stations at which nothing is known of it.
geometry::Obstacle ended(const MaybeHanging& known, const job::Port& port)
{
    geometry::Obstacle obstacle;
    const auto halfWay = [&](std::size_t a, std::size_t b, geometry::Hanging like) {
        like.s = (port.stations[a].s + port.stations[b].s) / 2.0;
        like.width = like.tip = {};
        obstacle.push_back(like);
    };
    for (std::size_t i = 0; i < known.size(); ++i) {
        if (!known[i])
            continue;
        if (i > 0 && !known[i - 1])
            halfWay(i - 1, i, *known[i]);
        obstacle.push_back(*known[i]);
        if (i + 1 < known.size() && !known[i + 1])
            halfWay(i, i + 1, *known[i]);
    }
    return obstacle;
}

/// The guide boss between its own ends, where these were measured.
geometry::Obstacle withEnds(geometry::Obstacle boss, const job::GuideBoss& ends)
{
    if (boss.empty())
        return boss;
    const auto end = [&](const std::optional<Length>& at, bool first) {
        if (!at)
            return;
        std::erase_if(boss, [&](const geometry::Hanging& h) { return first ? h.s <= *at : h.s >= *at; });
        if (boss.empty())
            return;
        geometry::Hanging nose = first ? boss.front() : boss.back();
        nose.s = *at;
        nose.width = ends.nose.value_or(Length{});
        nose.tip = std::min(nose.tip, nose.width);
        boss.insert(first ? boss.begin() : boss.end(), nose);
    };
    end(ends.start, true);
    end(ends.end, false);
    return boss.size() > 1 ? boss : geometry::Obstacle{};
}

std::vector<geometry::Obstacle> obstaclesOf(const job::Port& port)
{
    MaybeHanging bosses;
    MaybeHanging stems;
    for (const job::Station& station : port.stations) {
        const job::Boss& boss = station.boss;
        const job::StemInSection& stem = station.stem;
        const Length below = boss.width && boss.height ? *boss.height : Length{};
        const Length left = boss.shiftLeft();
        bosses.emplace_back();
        if (boss.width && boss.height)
            bosses.back() = {station.s, *boss.width, {}, below, boss.tip.value_or(*boss.width), left};
        stems.emplace_back();
        if (stem.width && stem.length)
            stems.back() = {station.s, *stem.width, below, below + *stem.length, *stem.width, left};
    }
    std::vector<geometry::Obstacle> obstacles;
    for (auto& obstacle : {withEnds(ended(bosses, port), port.guide), ended(stems, port)}) {
        if (!obstacle.empty())
            obstacles.push_back(obstacle);
    }
    return obstacles;
}

}  // namespace

Known<PortShape> shapeOf(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    if (port.stations.size() < 2)
        return {std::nullopt, say("missing.two-stations")};
    if (analysis.poses.size() != port.stations.size())
        return {std::nullopt, say("missing.places-in-head")};
    for (std::size_t i = 1; i < port.stations.size(); ++i) {
        const geometry::Pose& a = analysis.poses[i - 1];
        const geometry::Pose& b = analysis.poses[i];
        const Length apart = Length::fromSi(std::hypot((b.x - a.x).si(), (b.y - a.y).si(), (b.z - a.z).si()));
        const Length along = port.stations[i].s - port.stations[i - 1].s;
        // The straight way is never longer than the runner; poses are read to a few millimetres at best.
        if (apart > along * 2.0 + lengthFromMm(10.0)) {
            return {std::nullopt, say("missing.fitting-places", {{"first", count(i)},
                                                                 {"second", count(i + 1)},
                                                                 {"apart", Position{apart}},
                                                                 {"along", Position{along}}})};
        }
    }
    PortShape shape;
    for (std::size_t i = 0; i < port.stations.size(); ++i)
        shape.sections.push_back({port.stations[i].s, analysis.poses[i], analysis.sections[i]});
    shape.obstacles = obstaclesOf(port);
    shape.airFromValve = port.side == job::Side::Exhaust;
    return {std::move(shape), {}};
}

namespace {

bool near(Length a, Length b) { return abs(a - b) < lengthFromMm(1e-3); }
bool near(Angle a, Angle b) { return std::abs(a.si() - b.si()) < 1e-6; }
bool near(const geometry::Pose& a, const geometry::Pose& b)
{
    return near(a.x, b.x) && near(a.y, b.y) && near(a.z, b.z) && near(a.pitch, b.pitch) && near(a.yaw, b.yaw);
}
bool near(const geometry::Section& a, const geometry::Section& b)
{
    if (a.index() != b.index())
        return false;
    if (const auto* first = std::get_if<geometry::RoundedRectangle>(&a)) {
        const auto& second = std::get<geometry::RoundedRectangle>(b);
        return near(first->width, second.width) && near(first->height, second.height) &&
               near(first->corners.roofLeft, second.corners.roofLeft) &&
               near(first->corners.roofRight, second.corners.roofRight) &&
               near(first->corners.floorRight, second.corners.floorRight) &&
               near(first->corners.floorLeft, second.corners.floorLeft);
    }
    return std::ranges::equal(std::get<geometry::Outline>(a).points, std::get<geometry::Outline>(b).points,
                              [](const geometry::Point& p, const geometry::Point& q) {
                                  return near(Length::fromSi(p.left), Length::fromSi(q.left)) &&
                                         near(Length::fromSi(p.up), Length::fromSi(q.up));
                              });
}
bool near(const geometry::Obstacle& a, const geometry::Obstacle& b)
{
    return std::ranges::equal(a, b, [](const geometry::Hanging& p, const geometry::Hanging& q) {
        return near(p.s, q.s) && near(p.width, q.width) && near(p.from, q.from) && near(p.to, q.to) &&
               near(p.tip, q.tip) && near(p.left, q.left);
    });
}

}  // namespace

Phrase differenceOf(const PortShape& a, const PortShape& b)
{
    if (a.airFromValve != b.airFromValve)
        return say("difference.way");
    if (a.sections.size() != b.sections.size())
        return say("difference.stations");
    for (std::size_t i = 0; i < a.sections.size(); ++i) {
        const auto& p = a.sections[i];
        const auto& q = b.sections[i];
        if (!near(p.s, q.s))
            return say("difference.station", {{"place", Position{q.s}}});
        if (!near(p.section, q.section))
            return say("difference.section", {{"place", Position{q.s}}});
        if (!near(p.pose, q.pose))
            return say("difference.pose", {{"place", Position{q.s}}});
    }
    const bool sameMetal =
        std::ranges::equal(a.obstacles, b.obstacles, [](const auto& p, const auto& q) { return near(p, q); });
    return sameMetal ? Phrase() : say("difference.metal");
}

}  // namespace euryth::port_field
