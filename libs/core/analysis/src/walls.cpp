// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/walls.hpp"

#include <algorithm>
#include <cctype>
#include <cmath>

#include "analysis/port_analysis.hpp"
#include "geometry/loft.hpp"
#include "geometry/turn.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::analysis {

using geometry::index;
using geometry::kSectors;
using geometry::Point3;
using geometry::Sector;

namespace {

std::string lowered(std::string text)
{
    std::ranges::transform(text, text.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

bool covers(job::WallPlace rule, job::WallPlace place)
{
    return rule == place || (rule == job::WallPlace::Turn && place == job::WallPlace::ShortSide);
}

/// The house's rule for a place: the one that names more, of those the later one.
const job::WallRule* ruleFor(const job::House& house, const std::string& material, job::WallPlace place)
{
    const job::WallRule* best = nullptr;
    int most = -1;
    for (const job::WallRule& rule : house.wallRules) {
        if (!rule.material.empty() && lowered(rule.material) != material)
            continue;
        if (rule.place && !covers(*rule.place, place))
            continue;
        const int named = (rule.material.empty() ? 0 : 1) + (rule.place ? (*rule.place == place ? 2 : 1) : 0);
        if (named >= most) {
            most = named;
            best = &rule;
        }
    }
    return best;
}

Point3 minus(const Point3& a, const Point3& b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
double dot(const Point3& a, const Point3& b) { return a.x * b.x + a.y * b.y + a.z * b.z; }

Point3 heading(const geometry::Pose& pose)
{
    const double c = cos(pose.pitch);
    return {c * cos(pose.yaw), c * sin(pose.yaw), sin(pose.pitch)};
}

/// A sector's middle in the head, and the direction out of the passage there.
struct WallPoint {
    Point3 at;
    Point3 outward;
};
WallPoint wallPoint(const PortAnalysis& analysis, std::size_t station, Sector sector)
{
    const geometry::WallContour contour(analysis.sections[station]);
    const auto place = contour.placeAt(contour.middleOf(sector));
    const Point3 at = geometry::inHead(analysis.poses[station], place.point);
    const geometry::Point out{place.point.left + place.outward.left, place.point.up + place.outward.up};
    return {at, minus(geometry::inHead(analysis.poses[station], out), at)};
}

/// Sagitta of the wall between two stations, where it runs outside the straight line.
Length sagitta(const PortAnalysis& analysis, std::size_t from, std::size_t to, Sector sector)
{
    const WallPoint a = wallPoint(analysis, from, sector);
    const WallPoint b = wallPoint(analysis, to, sector);
    const Point3 way = minus(b.at, a.at);
    const Point3 turned = minus(heading(analysis.poses[to]), heading(analysis.poses[from]));
    const double outside = -(dot(turned, a.outward) + dot(turned, b.outward)) / 2.0;
    constexpr double flatArc = 8.0;
    return Length::fromSi(std::max(0.0, outside) * std::sqrt(dot(way, way)) / flatArc);
}

Length curveAt(const PortAnalysis& analysis, std::size_t station, Sector sector)
{
    Length most;
    if (analysis.poses.size() != analysis.sections.size())
        return most;
    if (station > 0)
        most = std::max(most, sagitta(analysis, station - 1, station, sector));
    if (station + 1 < analysis.poses.size())
        most = std::max(most, sagitta(analysis, station, station + 1, sector));
    return most;
}

}  // namespace

std::optional<Length> WallRoom::spare() const
{
    return wall ? std::optional(std::max(Length{}, *wall - keep - error - curve)) : std::nullopt;
}

std::vector<cutting::Part> partsOf(const job::Port& port, const PortAnalysis& analysis)
{
    using cutting::Part;
    std::vector<Part> parts(port.stations.size(), Part::Straight);
    if (analysis.poses.size() == parts.size() && parts.size() >= 2) {
        std::vector<Angle> turned;
        for (const geometry::Pose& pose : analysis.poses)
            turned.push_back(geometry::turnBetween(analysis.poses.front(), pose));
        const geometry::TurnStations turn = geometry::turnStations(turned);
        for (std::size_t i = 0; i < parts.size(); ++i) {
            if (analysis.places.bowl && i >= *analysis.places.bowl)
                parts[i] = Part::Bowl;
            else if (analysis.places.shortSide && i > turn.first && i <= turn.last)
                parts[i] = Part::Turn;
        }
    }
    if (!parts.empty() && !port.isBranch())
        parts.front() = Part::Window;
    return parts;
}

job::WallPlace wallPlace(const job::Port& port, const PortAnalysis& analysis, std::size_t station, Sector sector)
{
    if (port.stations[station].behind.at[index(sector)] == job::Neighbour::Port)
        return job::WallPlace::CommonWall;
    const cutting::Part part = partsOf(port, analysis)[station];
    if (part == cutting::Part::Bowl)
        return job::WallPlace::Bowl;
    if (part != cutting::Part::Turn)
        return job::WallPlace::Runner;
    const bool floor = cutting::elementOf(part, sector) == cutting::Element::ShortSide;
    return floor ? job::WallPlace::ShortSide : job::WallPlace::Turn;
}

WallRooms wallRooms(const job::Job& job, const job::Port& port, const PortAnalysis& analysis)
{
    const job::House& house = job.house;
    const std::string material = lowered(job::materialOf(job, port));
    WallRooms rooms(port.stations.size());
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        for (const Sector s : kSectors) {
            WallRoom& room = rooms[i][index(s)];
            room.wall = station.wall.at[index(s)];
            room.drawn = !room.wall;
            if (room.drawn)
                room.wall = station.coreShift.wallAt(s);
            room.error = room.drawn ? kCastingError : house.gaugeError;
            const bool lost = job::beyondRepair(station, s);
            const job::WallRule* rule = ruleFor(house, material, wallPlace(port, analysis, i, s));
            room.keep = rule && rule->least ? *rule->least : house.leastWall;
            if (lost)
                room.keep = std::max(room.keep, house.unrepairableLeastWall);
            room.curve = curveAt(analysis, i, s);
            room.thinWall = rule && rule->thinWall ? *rule->thinWall : house.thinWall;
            if (lost && room.thinWall == job::ThinWall::Weld)
                room.thinWall = job::ThinWall::Leave;
        }
    }
    return rooms;
}

}  // namespace euryth::analysis
