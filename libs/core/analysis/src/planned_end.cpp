// SPDX-License-Identifier: GPL-3.0-or-later
#include "planned_end.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "geometry/turn.hpp"
#include "planning/end_shape.hpp"

namespace euryth::analysis {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;

namespace {

using Depths = std::vector<geometry::PerSector<Length>>;

geometry::SidePoint floorPoint(const PortAnalysis& analysis, std::size_t station)
{
    return geometry::sideCut(analysis.poses[station], geometry::boxOf(analysis.sections[station]).height).floor;
}

/// The floor as the stations have it. It needs poses.
planning::FloorLine floorLine(const job::Port& port, const PortAnalysis& analysis)
{
    planning::FloorLine floor;
    std::vector<std::size_t> all;
    for (std::size_t i = 0; i < analysis.poses.size(); ++i) {
        const auto here = floorPoint(analysis, i);
        const auto last = floorPoint(analysis, i > 0 ? i - 1 : 0);
        const Length step = Length::fromSi(std::hypot(here.x - last.x, here.z - last.z));
        floor.along.push_back(floor.along.empty() ? Length{} : floor.along.back() + step);
        floor.turned.push_back(geometry::turnBetween(analysis.poses.front(), analysis.poses[i]));
        all.push_back(i);
    }
    floor.apex = highestFloor(analysis, all).value_or(0);
    // As it was gauged; the tightest bend between two stations carries the error of both.
    floor.radius = port.shortSide.radius.value_or(analysis.floorRadius->radius);
    return floor;
}

/// The wished short side: radius and apex.
void layBackFloor(const job::Port& port, const PortAnalysis& analysis, Depths& depths)
{
    planning::FloorWish wish{port.planEnd.shortRadius, {}};
    // As typed, it is over the deck that the valve end was measured from; that of the places may be another level.
    if (port.planEnd.shortHeight)
        wish.lowered = port.shortSide.height.value_or(*analysis.floorApex) - *port.planEnd.shortHeight;
    const auto down = planning::floorDepths(floorLine(port, analysis), wish);
    for (std::size_t i = 0; i < depths.size(); ++i) {
        // A corner between floor and side goes with the floor alone: square to itself by the part of it.
        const Length corner = down[i] / std::numbers::sqrt2;
        depths[i][index(Sector::Floor)] = down[i];
        depths[i][index(Sector::FloorLeft)] = corner;
        depths[i][index(Sector::FloorRight)] = corner;
    }
}

/// The wished bowl, measured across two directions: it is made round.
void roundBowl(const job::Port& port, const PortAnalysis& analysis, Depths& depths)
{
    const Length before = port.stations[analysis.places.shortSide.value_or(0)].s;
    const Length bowl = port.stations[*analysis.places.bowl].s;
    for (std::size_t i = 0; i < depths.size(); ++i) {
        const double share = planning::bowlShare(port.stations[i].s, before, bowl, port.stations.back().s);
        const auto out = planning::depthsToCircle(analysis.sections[i], *port.planEnd.bowl, share);
        for (const Sector s : kSectors)
            depths[i][index(s)] = std::max(depths[i][index(s)], out[index(s)]);
    }
}

/// The wished width over the turn: at the short side both sides go out, and the corners between floor and sides as far
/// as the sides, so that the width is there over the floor too. It fades to nothing where the turn begins and ends; the
/// floor itself, and so the short side's radius, stays.
void widenTurn(const job::Port& port, const PortAnalysis& analysis, Depths& depths)
{
    const std::size_t middle = *analysis.places.shortSide;
    const Length missing = *port.planEnd.apexWidth - geometry::boxOf(analysis.sections[middle]).width;
    if (missing <= Length{})
        return;
    const geometry::TurnStations turn = geometry::turnStations(floorLine(port, analysis).turned);
    for (std::size_t i = 0; i < depths.size(); ++i) {
        const double share = planning::bowlShare(port.stations[i].s, port.stations[turn.first].s,
                                                 port.stations[middle].s, port.stations[turn.last].s);
        const Length out = missing / 2.0 * share;
        for (const Sector s : {Sector::Left, Sector::Right, Sector::FloorLeft, Sector::FloorRight})
            depths[i][index(s)] = std::max(depths[i][index(s)], out);
        // Toward the roof a corner goes with its side alone: square to itself by the part of it.
        for (const Sector s : {Sector::RoofLeft, Sector::RoofRight})
            depths[i][index(s)] = std::max(depths[i][index(s)], out / std::numbers::sqrt2);
    }
}

/// The wished room on the bore's side of the guide: over the bowl that side goes out until there is so much more room
/// than on the other.
void widenTowardBore(const job::Port& port, const PortAnalysis& analysis, Depths& depths)
{
    const GuideRoom& room = *analysis.guideRoom;
    const Length missing = *port.planEnd.bias - *room.towardBore();
    if (missing <= Length{})
        return;
    const Length before = port.stations[analysis.places.shortSide.value_or(0)].s;
    const Length bowl = port.stations[analysis.places.bowl.value_or(room.station)].s;
    const Sector side = *room.boreSide == job::Across::Left ? Sector::Left : Sector::Right;
    for (std::size_t i = 0; i < depths.size(); ++i) {
        const double share = planning::bowlShare(port.stations[i].s, before, bowl, port.stations.back().s);
        const Length out = missing * share;
        // A corner goes with its side alone: square to itself by the part of it.
        const Length corner = out / std::numbers::sqrt2;
        depths[i][index(side)] = std::max(depths[i][index(side)], out);
        for (const Sector s : {geometry::nextClockwise(side), geometry::sectorAt(index(side) + kSectors.size() - 1)})
            depths[i][index(s)] = std::max(depths[i][index(s)], corner);
    }
}

}  // namespace

std::optional<std::size_t> highestFloor(const PortAnalysis& analysis, const std::vector<std::size_t>& among)
{
    const auto highest = std::ranges::max_element(among, {}, [&](std::size_t i) { return floorPoint(analysis, i).z; });
    return highest == among.end() ? std::nullopt : std::optional(*highest);
}

std::vector<geometry::PerSector<Length>> endDepths(const job::Port& port, const PortAnalysis& analysis)
{
    const job::PlannedEnd& end = port.planEnd;
    const bool turns = analysis.floorRadius && analysis.floorApex;
    const bool floor = (end.shortRadius || end.shortHeight) && turns;
    const bool apex = end.apexWidth && turns && analysis.places.shortSide;
    const bool bowl = end.bowl && analysis.places.bowl;
    const bool bias = end.bias && analysis.guideRoom && analysis.guideRoom->towardBore();
    if (!floor && !apex && !bowl && !bias)
        return {};
    std::vector<geometry::PerSector<Length>> depths(port.stations.size());
    if (floor)
        layBackFloor(port, analysis, depths);
    if (apex)
        widenTurn(port, analysis, depths);
    if (bowl)
        roundBowl(port, analysis, depths);
    if (bias)
        widenTowardBore(port, analysis, depths);
    return depths;
}

planning::PlannedSection movedOut(const geometry::Section& section, const planning::SectionRoom& room,
                                  const geometry::PerSector<Length>& depths)
{
    planning::SectionRoom wanted{};
    bool met = true;
    std::vector<Sector> atLimit;
    constexpr Length hardly = lengthFromMm(0.1);  // less than a hand cuts on purpose
    for (const Sector s : kSectors) {
        wanted[index(s)] = std::min(depths[index(s)], room[index(s)]);
        if (depths[index(s)] <= room[index(s)] + hardly)
            continue;
        atLimit.push_back(s);
        // A corner follows its sides as far as it can: what is wished of a floor or a bowl is met by the sides.
        constexpr std::size_t everyOther = 2;  // roof, right, floor, left; corners between them
        met = met && index(s) % everyOther != 0;
    }
    constexpr double moreThanAny = 4.0;
    auto moved = planning::planSection(section, wanted, {geometry::area(section) * moreThanAny, {}, {}});
    moved.met = met;
    moved.atLimit = std::move(atLimit);
    return moved;
}

planning::PlannedSection andThen(const planning::PlannedSection& first, const planning::SectionRoom& room,
                                 const planning::SectionWish& wish)
{
    planning::SectionRoom rest{};
    for (const Sector s : kSectors)
        rest[index(s)] = std::max(Length{}, room[index(s)] - first.growth[index(s)]);
    auto both = planning::planSection(first.section, rest, wish);
    for (const Sector s : kSectors)
        both.growth[index(s)] += first.growth[index(s)];
    both.middle = {both.middle.left + first.middle.left, both.middle.up + first.middle.up};
    both.met = both.met && first.met;
    both.atLimit.insert(both.atLimit.end(), first.atLimit.begin(), first.atLimit.end());
    std::ranges::sort(both.atLimit);
    const auto same = std::ranges::unique(both.atLimit);
    both.atLimit.erase(same.begin(), same.end());
    return both;
}

}  // namespace euryth::analysis
