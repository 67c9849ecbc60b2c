// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/short_side_severity.hpp"

#include <algorithm>
#include <cmath>
#include <tuple>
#include <vector>

#include "field/field.hpp"
#include "geometry/turn.hpp"

namespace euryth::port_field {

namespace {

/// Where the runner turns, from the window; all of a runner that hardly does.
std::pair<Length, Length> turnOf(const PortShape& shape)
{
    const auto& sections = shape.sections;
    std::vector<Angle> turned;
    for (const geometry::PlacedSection& section : sections)
        turned.push_back(geometry::turnBetween(sections.front().pose, section.pose));
    constexpr Angle hardly = angleFromDegrees(5.0);
    if (turned.back() < hardly)
        return {sections.front().s, sections.back().s};
    const geometry::TurnStations turn = geometry::turnStations(turned);
    return {sections[turn.first].s, sections[turn.last].s};
}

/// Along the middle of a wall in the order of the air, for 1 m3/s.
struct AlongWall {
    std::vector<double> speed;  ///< at the wall
    std::vector<double> off;    ///< some way off it
    std::vector<double> mean;   ///< of the section
    std::size_t first = 0;      ///< of the turn
    std::size_t last = 0;

    /// Where in the turn one of these is greatest: a pinch before it is no short side.
    [[nodiscard]] std::size_t greatest(const std::vector<double>& values) const
    {
        const auto begin = values.begin() + static_cast<std::ptrdiff_t>(first);
        const auto end = values.begin() + static_cast<std::ptrdiff_t>(last) + 1;
        return static_cast<std::size_t>(std::max_element(begin, end) - values.begin());
    }
};

Length meanHeight(const PortShape& shape)
{
    Length sum;
    for (const geometry::PlacedSection& section : shape.sections)
        sum += geometry::boxOf(section.section).height;
    return sum / static_cast<double>(shape.sections.size());
}

AlongWall alongWall(const VirtualPort& port, geometry::Sector sector, Length off)
{
    const flow::WallLine line = field::wallLine(port.field(), sector, VolumeFlow::fromSi(1.0), off);
    AlongWall wall{line.speed, line.atTip, {}, 0, line.s.empty() ? 0 : line.s.size() - 1};
    const auto [from, to] = turnOf(port.shape());
    for (std::size_t i = 0; i < line.s.size(); ++i) {
        wall.mean.push_back(1.0 / port.openAreaAt(Length::fromSi(line.s[i])).si());
        if (line.s[i] <= from.si())
            wall.first = i;
        if (line.s[line.s.size() - 1 - i] >= to.si())
            wall.last = line.s.size() - 1 - i;
    }
    if (port.shape().airFromValve) {
        for (auto* values : {&wall.speed, &wall.off, &wall.mean})
            std::ranges::reverse(*values);
        std::tie(wall.first, wall.last) = std::pair(line.s.size() - 1 - wall.last, line.s.size() - 1 - wall.first);
    }
    return wall;
}

double square(double v) { return v * v; }

double recoveryOf(const AlongWall& wall)
{
    if (wall.off.empty())
        return 0.0;
    return (square(wall.off[wall.greatest(wall.off)]) - square(wall.off.back())) / square(wall.mean.back());
}

/// Of one side of the head: the fit, and the range of its ports. A slope of 0 is that of a mark that does not count.
struct Calibration {
    double constant;
    std::array<double, kMarkCount> slopes;
    std::array<double, kMarkCount> low;
    std::array<double, kMarkCount> high;
    double error;  ///< root mean square on ports left out
};
constexpr std::array<bool, kMarkCount> kIntakeMarks{true, false, false, false, true, false, true, false};
constexpr std::array<bool, kMarkCount> kExhaustMarks{false, true, true, true, false, true, false, false};
// As bench/short_sides.cpp prints them.
constexpr Calibration kIntake{0.1361,
                              {0.1181, 0.0, 0.0, 0.0, 0.1111, 0.0, -0.1528, 0.0},
                              {-0.193, 0.0, 0.0, 0.0, -0.255, 0.0, 1.0, 0.0},
                              {2.335, 0.0, 0.0, 0.0, 0.379, 0.0, 1.405, 0.0},
                              0.0172};
constexpr Calibration kExhaust{-0.0237,
                               {0.0, 0.1122, -0.0608, -0.0147, 0.0, 0.0648, 0.0, 0.0},
                               {0.0, 0.356, -0.163, 0.747, 0.0, -0.163, 0.0, 0.0},
                               {0.0, 2.933, 0.472, 7.405, 0.0, 0.207, 0.0, 0.0},
                               0.0099};

}  // namespace

std::array<double, kMarkCount> valuesOf(const ShortSideMarks& m)
{
    return {m.recovery, m.recoveryNear, m.recoveryFar, m.fall, m.contraction, m.through, m.bulge, m.roof};
}

std::array<bool, kMarkCount> countingMarks(bool airFromValve) { return airFromValve ? kExhaustMarks : kIntakeMarks; }

ShortSideMarks shortSideMarks(const VirtualPort& port)
{
    const Length height = meanHeight(port.shape());
    const auto off = [&](geometry::Sector sector, double share) { return alongWall(port, sector, height * share); };
    constexpr double tenth = 0.1;
    const AlongWall floor = off(geometry::Sector::Floor, tenth);
    ShortSideMarks marks;
    if (floor.speed.size() < 2)
        return marks;
    constexpr double near = 0.05;
    constexpr double far = 0.3;
    marks.recovery = recoveryOf(floor);
    marks.recoveryNear = recoveryOf(off(geometry::Sector::Floor, near));
    marks.recoveryFar = recoveryOf(off(geometry::Sector::Floor, far));
    const std::size_t fastest = floor.greatest(floor.speed);
    const auto behind = floor.speed.begin() + static_cast<std::ptrdiff_t>(fastest);
    const double slowest = *std::min_element(behind, floor.speed.end());
    marks.fall = (square(floor.speed[fastest]) - square(slowest)) / square(floor.mean[fastest]);
    marks.contraction = std::log(floor.mean.back() / floor.mean[fastest]);
    marks.through = std::log(floor.mean.back() / floor.mean.front());
    for (std::size_t i = fastest; i < floor.mean.size(); ++i)
        marks.bulge = std::max(marks.bulge, floor.mean[fastest] / floor.mean[i]);
    if (const AlongWall roof = off(geometry::Sector::Roof, tenth); !roof.off.empty())
        marks.roof = roof.off.back() / roof.mean.back();
    return marks;
}

ShortSideSeverity severityOf(const ShortSideMarks& marks, bool airFromValve)
{
    const Calibration& fit = airFromValve ? kExhaust : kIntake;
    const auto values = valuesOf(marks);
    ShortSideSeverity result;
    double share = fit.constant;
    constexpr double margin = 0.1;  // of the range
    for (std::size_t i = 0; i < kMarkCount; ++i) {
        if (fit.slopes[i] == 0.0)
            continue;
        share += fit.slopes[i] * values[i];
        const double spare = margin * (fit.high[i] - fit.low[i]);
        result.outside = result.outside || values[i] < fit.low[i] - spare || values[i] > fit.high[i] + spare;
    }
    result.deadShare = std::clamp(share, 0.0, 1.0);
    result.deadShareUncertainty = fit.error;
    result.severity = std::clamp(result.deadShare / kWorstDeadShare, 0.0, 1.0);
    result.severityUncertainty = std::min(1.0, fit.error / kWorstDeadShare);
    return result;
}

ShortSideSeverity severityOf(const VirtualPort& port)
{
    return severityOf(shortSideMarks(port), port.shape().airFromValve);
}

}  // namespace euryth::port_field
