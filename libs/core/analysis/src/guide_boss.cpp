// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/guide_boss.hpp"

#include <algorithm>

#include "analysis/port_analysis.hpp"

namespace euryth::analysis {

namespace {

bool hasBoss(const job::Station& station) { return station.boss.width && station.boss.height; }

/// The least width at a station: what holds the guide beside it, less farther away.
Length leastWidth(const job::Job& job, const job::Port& port, const job::Station& station, Length guideAt)
{
    if (!port.guide.guide)
        return *station.boss.width;
    const Length held = *port.guide.guide + job.house.guideMetal * 2.0;
    return abs(station.s - guideAt) <= held / 2.0 ? std::min(held, *station.boss.width) : Length{};
}

}  // namespace

Area plannedBlockage(const job::Station& station, const std::optional<Fin>& fin)
{
    const Area now = job::area(station.section) - job::netArea(station);
    return fin ? now - fin->gained : now;
}

std::optional<Length> guidePlace(const job::Port& port)
{
    if (port.guide.start && port.guide.end)
        return (*port.guide.start + *port.guide.end) / 2.0;
    const job::Station* widest = nullptr;
    for (const job::Station& station : port.stations) {
        if (hasBoss(station) &&
            (!widest || *station.boss.width * *station.boss.height > *widest->boss.width * *widest->boss.height))
            widest = &station;
    }
    return widest ? std::optional(widest->s) : std::nullopt;
}

std::vector<std::optional<Fin>> plannedFins(const job::Job& job, const job::Port& port)
{
    std::vector<std::optional<Fin>> fins(port.stations.size());
    const auto guideAt = guidePlace(port);
    if (!port.planEnd.fin || !guideAt)
        return fins;
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        if (!hasBoss(station))
            continue;
        const Length least = leastWidth(job, port, station, *guideAt);
        const Length width = std::max(*port.planEnd.fin, least);
        const Length now = *station.boss.width;
        const Length tipNow = station.boss.tip.value_or(now);
        if (width >= now)
            continue;
        Fin fin;
        fin.width = width;
        fin.tip = std::min(tipNow, width);
        fin.depth = (now - width) / 2.0;
        fin.gained = (now + tipNow - fin.width - fin.tip) / 2.0 * *station.boss.height;
        fin.held = least > *port.planEnd.fin;
        if (least > Length{} && port.guide.guide)
            fin.holding = (width - *port.guide.guide) / 2.0;
        fins[i] = fin;
    }
    return fins;
}

std::optional<Length> GuideRoom::towardBore() const
{
    if (!boreSide)
        return std::nullopt;
    return *boreSide == job::Across::Left ? left - right : right - left;
}

Known<GuideRoom> guideRoom(const job::Port& port, const PortAnalysis& analysis)
{
    std::optional<GuideRoom> room;
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Boss& boss = port.stations[i].boss;
        if (boss.roomLeft && boss.roomRight)
            room = GuideRoom{i, *boss.roomLeft, *boss.roomRight, {}, false};
    }
    if (!room)
        return {std::nullopt, say("missing.guide-room")};
    room->boreSide = port.valve.boreSide;
    const bool placed = std::ranges::all_of(port.stations, [](const auto& s) { return s.pose.complete().has_value(); });
    if (!room->boreSide && placed && analysis.poses.size() > 1) {
        const Angle turned = analysis.poses.back().yaw - analysis.poses.front().yaw;
        constexpr Angle enough = angleFromDegrees(5.0);
        if (abs(turned) >= enough) {
            room->boreSide = turned > Angle{} ? job::Across::Left : job::Across::Right;
            room->byTurn = true;
        }
    }
    return {room, {}};
}

}  // namespace euryth::analysis
