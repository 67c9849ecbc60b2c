// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <fstream>
#include <numbers>
#include <sstream>
#include <string>
#include <vector>

#include "geometry/layout.hpp"
#include "port_field/port_air.hpp"
#include "port_field/what_if.hpp"

/// The ports on which the severity of a short side is calibrated: invented ones, each made of a few numbers.
namespace euryth::short_side_set {

/// One port and what a viscous run found in it. Millimetres, degrees, m/s, Pa.
struct Case {
    std::string name;
    bool exhaust = false;
    double radius = 0.0;       ///< of the short side
    double turn = 0.0;         ///< from the window's heading to the throat's
    double width = 0.0;        ///< of the straight
    double height = 0.0;       ///< of the straight
    double throat = 1.0;       ///< area of the throat over that of the straight
    double bowl = 1.0;         ///< area in the bowl over that of a straight taper to the throat
    double widthInTurn = 1.0;  ///< where the turn begins, over that of the straight; the height stays
    double lower = 0.0;        ///< floor at the apex lower than a straight floor; negative: a hump
    double mean = 0.0;         ///< speed in the straight
    // What the run found.
    double lost = 0.0;          ///< total pressure over the runner
    double deadFloor = 0.0;     ///< the greatest dead share of a section, toward the floor
    double deadAtThroat = 0.0;  ///< dead share of the last section
    double weakAtThroat = 0.0;  ///< and weak share
    double weak = 0.0;          ///< the greatest weak share of a section from the turn on, in the order of the air
    double letsGo = -1.0;       ///< of the floor, mm from the window; under 0 where it holds
};

/// Numbers of the port number `i` of the set: an even spread over all ranges (Roberts' additive sequence in eight
/// dimensions), every fourth one an exhaust port.
inline Case numbersOf(int i)
{
    constexpr int dimensions = 8;
    double base = 2.0;
    for (int k = 0; k < 50; ++k)
        base = std::pow(1.0 + base, 1.0 / (dimensions + 1));
    double power = 1.0;
    const auto between = [&](double low, double high) {
        power /= base;
        return low + (high - low) * std::fmod(0.5 + (i + 1) * power, 1.0);
    };
    const auto rounded = [](double value, double step) { return std::round(value / step) * step; };
    Case c;
    c.exhaust = i % 4 == 3;
    c.name = (c.exhaust ? "E" : "I") + std::to_string(i + 1);
    c.radius = rounded(4.0 * std::pow(8.0, between(0.0, 1.0)), 0.1);  // 4 to 32, as many under 11 as over it
    c.turn = rounded(between(40.0, 85.0), 1.0);
    c.width = rounded(between(26.0, 42.0), 0.5);
    c.height = rounded(between(30.0, 44.0), 0.5);
    c.throat = rounded(between(0.85, 1.15), 0.01);
    c.bowl = rounded(between(1.0, 1.3), 0.01);
    c.widthInTurn = rounded(between(1.0, 1.2), 0.01);
    c.lower = rounded(between(-2.0, 3.0), 0.1);
    c.mean = c.exhaust ? 60.0 : 75.0;
    // Real throats are often larger than the straight: from here on a half of the set's range upward.
    constexpr int wideFrom = 200;
    if (i >= wideFrom)
        c.throat = std::round((c.throat + 0.25) * 100.0) / 100.0;
    return c;
}

inline constexpr double kStraight = 55.0;  ///< mm before the turn
inline constexpr double kBehind = 14.0;    ///< mm behind it

/// The port of the numbers: a straight, the turn, a short straight to the throat.
inline port_field::PortShape shapeOf(const Case& c)
{
    const geometry::LayoutNumbers numbers{lengthFromMm(kStraight), angleFromDegrees(c.turn), lengthFromMm(c.radius),
                                          lengthFromMm(15.0)};
    const double arc = (c.radius + c.height / 2.0) * c.turn / 180.0 * std::numbers::pi;
    const double end = kStraight + arc + kBehind;
    const double corner = 0.3 * std::min(c.width, c.height);
    const double straightArea = c.width * c.height - (4.0 - std::numbers::pi) * corner * corner;
    port_field::PortShape shape;
    shape.airFromValve = c.exhaust;
    std::vector<geometry::StationHeight> heights;
    const int count = static_cast<int>(std::ceil(end / 7.0));
    for (int i = 0; i <= count; ++i) {
        const double s = end * i / count;
        // From the straight's shape to the throat's circle, over the turn and what is behind it.
        const double way = std::clamp((s - kStraight) / (end - kStraight), 0.0, 1.0);
        const double smooth = way * way * (3.0 - 2.0 * way);
        const double aroundStart =
            std::pow(std::cos(std::clamp((s - kStraight) / 30.0, -1.0, 1.0) * std::numbers::pi / 2.0), 2);
        const double inBowl = std::pow(std::sin(std::numbers::pi * way), 2);
        const double round = std::sqrt(straightArea * c.throat / std::numbers::pi);  // the throat's radius
        const double growth = std::sqrt(1.0 + (c.bowl - 1.0) * inBowl);
        const double width =
            std::lerp(c.width, 2.0 * round, smooth) * growth * (1.0 + (c.widthInTurn - 1.0) * aroundStart);
        const double height = std::lerp(c.height, 2.0 * round, smooth) * growth;
        const double r = std::min(std::lerp(corner, round, smooth) * growth, 0.5 * std::min(width, height));
        geometry::RoundedRectangle section;
        section.width = lengthFromMm(width);
        section.height = lengthFromMm(height);
        section.corners = {lengthFromMm(r), lengthFromMm(r), lengthFromMm(r), lengthFromMm(r)};
        shape.sections.push_back({lengthFromMm(s), {}, section});
        heights.push_back({lengthFromMm(s), section.height});
    }
    const auto poses = geometry::layOut(numbers, heights);
    for (std::size_t i = 0; i < poses.size(); ++i)
        shape.sections[i].pose = poses[i];
    const port_field::WallPush push{lengthFromMm(kStraight), geometry::Sector::Floor, lengthFromMm(c.lower),
                                    lengthFromMm(std::max(12.0, c.radius * c.turn / 180.0 * std::numbers::pi))};
    return port_field::moved(shape, port_field::depthsOf(shape, std::span(&push, 1)));
}

/// The flow of the run: its mean speed in the straight, in ISO 2533's air.
inline port_field::PortAir airOf(const Case& c, const port_field::PortShape& shape)
{
    port_field::PortAir air;
    air.room = port_field::roomOrStandardAir({});
    air.flow = VolumeFlow::fromSi(c.mean * geometry::area(shape.sections.front().section).si());
    return air;
}

/// The columns of the table behind name and side.
inline constexpr std::array kColumns{std::pair{"radius_mm", &Case::radius},
                                     std::pair{"turn_deg", &Case::turn},
                                     std::pair{"width_mm", &Case::width},
                                     std::pair{"height_mm", &Case::height},
                                     std::pair{"throat_share", &Case::throat},
                                     std::pair{"bowl_share", &Case::bowl},
                                     std::pair{"width_in_turn", &Case::widthInTurn},
                                     std::pair{"lower_mm", &Case::lower},
                                     std::pair{"mean_m_s", &Case::mean},
                                     std::pair{"lost_pa", &Case::lost},
                                     std::pair{"dead_floor", &Case::deadFloor},
                                     std::pair{"dead_at_throat", &Case::deadAtThroat},
                                     std::pair{"weak_at_throat", &Case::weakAtThroat},
                                     std::pair{"weak", &Case::weak},
                                     std::pair{"lets_go_mm", &Case::letsGo}};

/// The rows of a table, as writeRow() writes them under a heading.
inline std::vector<Case> readTable(const std::string& path)
{
    std::vector<Case> cases;
    std::ifstream in(path);
    std::string line;
    std::getline(in, line);
    while (std::getline(in, line)) {
        std::istringstream cells(line);
        std::string cell;
        Case c;
        std::getline(cells, c.name, ',');
        std::getline(cells, cell, ',');
        c.exhaust = cell == "exhaust";
        for (const auto& [name, member] : kColumns) {
            std::getline(cells, cell, ',');
            c.*member = std::stod(cell);
        }
        cases.push_back(c);
    }
    return cases;
}

inline void writeHeading(std::ostream& out)
{
    out << "name,side";
    for (const auto& [name, member] : kColumns)
        out << ',' << name;
    out << '\n';
}

inline void writeRow(std::ostream& out, const Case& c)
{
    out << c.name << ',' << (c.exhaust ? "exhaust" : "intake");
    for (const auto& [name, member] : kColumns)
        out << ',' << std::round(c.*member * 1e4) / 1e4;
    out << std::endl;
}

/// Rank correlation after Spearman; equal values share the mean of their ranks.
inline double spearman(const std::vector<double>& a, const std::vector<double>& b)
{
    const auto ranks = [](const std::vector<double>& values) {
        std::vector<double> result;
        for (const double v : values) {
            const auto under = std::ranges::count_if(values, [&](double o) { return o < v; });
            const auto same = std::ranges::count(values, v);
            result.push_back(static_cast<double>(under) + static_cast<double>(same - 1) / 2.0);
        }
        return result;
    };
    const auto x = ranks(a);
    const auto y = ranks(b);
    const double mean = (static_cast<double>(a.size()) - 1.0) / 2.0;
    double xy = 0.0;
    double xx = 0.0;
    double yy = 0.0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        xy += (x[i] - mean) * (y[i] - mean);
        xx += (x[i] - mean) * (x[i] - mean);
        yy += (y[i] - mean) * (y[i] - mean);
    }
    return xy / std::sqrt(xx * yy);
}

}  // namespace euryth::short_side_set
