// SPDX-License-Identifier: GPL-3.0-or-later
#include "probing/grid.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>
#include <stdexcept>

namespace euryth::probing {

namespace {

/// Positions along one side as shares of its length (ISO 3966, rectangular log-Tchebycheff).
std::span<const double> tchebycheffLines(int count)
{
    static constexpr std::array five{0.074, 0.288, 0.500, 0.712, 0.926};
    static constexpr std::array six{0.061, 0.235, 0.437, 0.563, 0.765, 0.939};
    static constexpr std::array seven{0.053, 0.203, 0.366, 0.500, 0.634, 0.797, 0.947};
    switch (count) {
    case 5: return five;
    case 6: return six;
    case 7: return seven;
    default: throw std::invalid_argument("the log-Tchebycheff method has 5, 6 or 7 lines");
    }
}

/// Radii as shares of the duct's radius (ISO 3966, circular log-linear).
std::span<const double> logLinearRadii(int count)
{
    static constexpr std::array three{0.3586, 0.7302, 0.9358};
    static constexpr std::array five{0.2776, 0.5658, 0.6950, 0.8470, 0.9622};
    switch (count) {
    case 3: return three;
    case 5: return five;
    default: throw std::invalid_argument("the log-linear method has 3 or 5 points on a radius");
    }
}

std::vector<double> distinctSorted(std::span<const GridPoint> points, double GridPoint::*coordinate)
{
    constexpr double same = 1e-6;
    std::vector<double> values;
    for (const GridPoint& p : points)
        values.push_back(p.*coordinate);
    std::ranges::sort(values);
    const auto tail = std::ranges::unique(values, [](double a, double b) { return b - a < same; });
    values.erase(tail.begin(), tail.end());
    return values;
}

/// True for the log-linear positions: the same number of points on each of the standard's radii.
bool isLogLinear(std::span<const GridPoint> points)
{
    constexpr double same = 0.003;
    for (const int count : {3, 5}) {
        const auto radii = logLinearRadii(count);
        std::vector<std::size_t> onRadius(radii.size(), 0);
        for (const GridPoint& p : points) {
            const auto on =
                std::ranges::find_if(radii, [&](double r) { return std::abs(r - std::hypot(p.u, p.v)) < same; });
            if (on != radii.end())
                ++onRadius[static_cast<std::size_t>(on - radii.begin())];
        }
        const std::size_t each = points.size() / radii.size();
        if (each >= 2 && std::ranges::all_of(onRadius, [&](std::size_t n) { return n == each; }) &&
            each * radii.size() == points.size())
            return true;
    }
    return false;
}

bool isTchebycheff(std::span<const double> lines)
{
    if (lines.size() < 5 || lines.size() > 7)
        return false;
    constexpr double same = 0.005;
    return std::ranges::equal(lines, tchebycheffLines(static_cast<int>(lines.size())),
                              [](double own, double share) { return std::abs(own - (2.0 * share - 1.0)) < same; });
}

std::size_t nearest(std::span<const double> values, double wanted)
{
    const auto closest = std::ranges::min_element(values, {}, [&](double v) { return std::abs(v - wanted); });
    return static_cast<std::size_t>(closest - values.begin());
}

}  // namespace

geometry::Point toSection(GridPoint p, const geometry::Section& section)
{
    const geometry::Box box = geometry::boxOf(section);
    return {box.middle.left + p.u * box.width.si() / 2.0, box.middle.up + p.v * box.height.si() / 2.0};
}

std::vector<GridPoint> nineFields()
{
    std::vector<GridPoint> points;
    for (const double v : {2.0 / 3.0, 0.0, -2.0 / 3.0}) {
        for (const double u : {2.0 / 3.0, 0.0, -2.0 / 3.0})
            points.push_back({u, v});
    }
    return points;
}

std::vector<GridPoint> logTchebycheff(int linesAcross, int linesUp)
{
    std::vector<GridPoint> points;
    for (const double up : tchebycheffLines(linesUp)) {
        for (const double across : tchebycheffLines(linesAcross))
            points.push_back({2.0 * across - 1.0, 2.0 * up - 1.0});
    }
    return points;
}

std::vector<GridPoint> logLinear(int pointsPerRadius, int radii)
{
    std::vector<GridPoint> points;
    for (int i = 0; i < radii; ++i) {
        const double angle = 2.0 * std::numbers::pi * i / radii;
        for (const double r : logLinearRadii(pointsPerRadius))
            points.push_back({r * std::cos(angle), r * std::sin(angle)});
    }
    return points;
}

std::optional<TensorGrid> asTensorGrid(std::span<const GridPoint> points)
{
    constexpr std::size_t none = std::numeric_limits<std::size_t>::max();
    TensorGrid grid{distinctSorted(points, &GridPoint::u), distinctSorted(points, &GridPoint::v), {}};
    if (grid.columns.size() < 2 || grid.rows.size() < 2 || grid.columns.size() * grid.rows.size() != points.size())
        return std::nullopt;
    grid.at.assign(points.size(), none);
    for (std::size_t i = 0; i < points.size(); ++i) {
        const std::size_t row = nearest(grid.rows, points[i].v);
        grid.at[row * grid.columns.size() + nearest(grid.columns, points[i].u)] = i;
    }
    if (std::ranges::find(grid.at, none) != grid.at.end())
        return std::nullopt;
    return grid;
}

bool isArithmetic(std::span<const GridPoint> points)
{
    if (isLogLinear(points))
        return true;
    const auto grid = asTensorGrid(points);
    return grid && isTchebycheff(grid->columns) && isTchebycheff(grid->rows);
}

std::vector<double> areaShares(std::span<const GridPoint> points, const geometry::Section& section)
{
    std::vector<double> shares(points.size(), points.empty() ? 0.0 : 1.0 / static_cast<double>(points.size()));
    if (points.size() < 2 || isArithmetic(points))
        return shares;
    std::vector<geometry::Point> places;
    for (const GridPoint& p : points)
        places.push_back(toSection(p, section));
    constexpr int steps = 120;
    std::ranges::fill(shares, 0.0);
    double cells = 0.0;
    for (int i = 0; i < steps; ++i) {
        for (int j = 0; j < steps; ++j) {
            const geometry::Point at =
                toSection({(2.0 * i + 1.0) / steps - 1.0, (2.0 * j + 1.0) / steps - 1.0}, section);
            if (geometry::distanceToWall(section, at) <= 0.0)
                continue;
            const auto closest = std::ranges::min_element(places, {}, [&](const geometry::Point& q) {
                const double left = q.left - at.left;
                const double up = q.up - at.up;
                return left * left + up * up;
            });
            shares[static_cast<std::size_t>(closest - places.begin())] += 1.0;
            cells += 1.0;
        }
    }
    for (double& share : shares)
        share /= cells;
    return shares;
}

}  // namespace euryth::probing
