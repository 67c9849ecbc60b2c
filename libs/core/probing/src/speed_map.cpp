// SPDX-License-Identifier: GPL-3.0-or-later
#include "probing/speed_map.hpp"

#include <algorithm>
#include <cmath>

#include "geometry/monotone_cubic.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::probing {

namespace {

constexpr std::size_t kTable = 65;
constexpr double kWallPower = 1.0 / 7.0;
constexpr double kLeastDistance = 0.5e-3;  // m; a reading said to be on the wall was taken about a tip's radius off it

double tableCoordinate(std::size_t i) { return 2.0 * static_cast<double>(i) / (kTable - 1) - 1.0; }

/// A monotone cubic through (x, y) that holds its end values out to -1 and 1, evaluated at every table coordinate.
std::vector<double> monotoneRow(std::vector<double> x, std::vector<double> y)
{
    const auto hold = [&](auto where, double at, double value) {
        x.insert(where(x), at);
        y.insert(where(y), value);
    };
    const auto front = [](auto& list) { return list.begin(); };
    const auto back = [](auto& list) { return list.end(); };
    // The held point at each end keeps the part beyond the outermost reading flat, and makes up the four that the
    // interpolator needs.
    const double low = std::min(x.front(), -1.0);
    const double high = std::max(x.back(), 1.0);
    hold(front, low - 0.5, y.front());
    hold(back, high + 0.5, y.back());
    const geometry::MonotoneCubic curve(std::move(x), std::move(y));
    std::vector<double> row(kTable);
    for (std::size_t i = 0; i < kTable; ++i)
        row[i] = curve(tableCoordinate(i));
    return row;
}

}  // namespace

std::optional<SpeedMap> SpeedMap::through(std::span<const PointReading> readings, const geometry::Section& section)
{
    std::vector<PointReading> measured;
    std::ranges::copy_if(readings, std::back_inserter(measured),
                         [](const PointReading& r) { return r.speed.has_value(); });
    if (measured.empty())
        return std::nullopt;
    return SpeedMap(measured, section);
}

SpeedMap::SpeedMap(std::span<const PointReading> measured, const geometry::Section& section)
    : m_section(section),
      m_box(geometry::boxOf(section)),
      m_table(kTable * kTable)
{
    std::vector<GridPoint> points;
    m_nearest = std::max(m_box.width, m_box.height).si();
    for (const PointReading& r : measured) {
        points.push_back(r.at);
        m_nearest = std::min(m_nearest, geometry::distanceToWall(section, toSection(r.at, section)));
    }
    m_nearest = std::max(m_nearest, kLeastDistance);
    if (const auto grid = asTensorGrid(points))
        fillFromGrid(*grid, measured);
    else
        fillFromPoints(measured);
}

void SpeedMap::fillFromGrid(const TensorGrid& grid, std::span<const PointReading> measured)
{
    std::vector<std::vector<double>> rows;
    for (std::size_t r = 0; r < grid.rows.size(); ++r) {
        std::vector<double> values;
        for (std::size_t c = 0; c < grid.columns.size(); ++c)
            values.push_back(measured[grid.at[r * grid.columns.size() + c]].speed->si());
        rows.push_back(monotoneRow(grid.columns, std::move(values)));
    }
    for (std::size_t i = 0; i < kTable; ++i) {
        std::vector<double> values;
        for (const auto& row : rows)
            values.push_back(row[i]);
        const std::vector<double> column = monotoneRow(grid.rows, std::move(values));
        for (std::size_t j = 0; j < kTable; ++j)
            m_table[j * kTable + i] = column[j];
    }
}

void SpeedMap::fillFromPoints(std::span<const PointReading> measured)
{
    for (std::size_t j = 0; j < kTable; ++j) {
        for (std::size_t i = 0; i < kTable; ++i) {
            double sum = 0.0;
            double weights = 0.0;
            for (const PointReading& r : measured) {
                const double d2 = std::pow(r.at.u - tableCoordinate(i), 2) + std::pow(r.at.v - tableCoordinate(j), 2);
                const double weight =
                    1.0 / (d2 * d2 + 1e-12);  // the small term only keeps a reading's own place finite
                sum += weight * r.speed->si();
                weights += weight;
            }
            m_table[j * kTable + i] = sum / weights;
        }
    }
}

double SpeedMap::interpolated(GridPoint p) const
{
    const auto place = [](double x) { return std::clamp((x + 1.0) / 2.0, 0.0, 1.0) * (kTable - 1); };
    const double x = place(p.u);
    const double y = place(p.v);
    const auto i = std::min(static_cast<std::size_t>(x), kTable - 2);
    const auto j = std::min(static_cast<std::size_t>(y), kTable - 2);
    const double a = x - static_cast<double>(i);
    const double b = y - static_cast<double>(j);
    const auto value = [&](std::size_t row, std::size_t column) { return m_table[row * kTable + column]; };
    return (1 - b) * ((1 - a) * value(j, i) + a * value(j, i + 1)) +
           b * ((1 - a) * value(j + 1, i) + a * value(j + 1, i + 1));
}

Speed SpeedMap::at(geometry::Point p) const
{
    const double distance = geometry::distanceToWall(m_section, p);
    if (distance <= 0.0)
        return {};
    const GridPoint share{(p.left - m_box.middle.left) / (m_box.width.si() / 2.0),
                          (p.up - m_box.middle.up) / (m_box.height.si() / 2.0)};
    const double wall = distance < m_nearest ? std::pow(distance / m_nearest, kWallPower) : 1.0;
    return Speed::fromSi(interpolated(share) * wall);
}

Speed SpeedMap::meanOverSection() const
{
    constexpr int steps = 200;
    double sum = 0.0;
    int inside = 0;
    for (int i = 0; i < steps; ++i) {
        for (int j = 0; j < steps; ++j) {
            const geometry::Point p =
                toSection({(2.0 * i + 1.0) / steps - 1.0, (2.0 * j + 1.0) / steps - 1.0}, m_section);
            if (geometry::distanceToWall(m_section, p) <= 0.0)
                continue;
            sum += at(p).si();
            ++inside;
        }
    }
    return Speed::fromSi(inside > 0 ? sum / inside : 0.0);
}

geometry::PerSector<Speed> SpeedMap::beforeWall() const
{
    constexpr int across = 8;
    constexpr int inward = 5;
    constexpr double from = 0.35;
    constexpr double to = 0.95;
    const geometry::WallContour wall(m_section);
    geometry::PerSector<Speed> means{};
    for (const geometry::Sector sector : geometry::kSectors) {
        const geometry::WallSpan span = wall.spanOf(sector);
        double sum = 0.0;
        double weights = 0.0;
        for (int i = 0; i < across; ++i) {
            const geometry::Point edge = wall.placeAt(span.from + (span.to - span.from) * ((i + 0.5) / across)).point;
            for (int j = 0; j < inward; ++j) {
                const double share = from + (to - from) * (j + 0.5) / inward;
                const geometry::Point middle = m_box.middle;
                sum += share *
                       at({middle.left + (edge.left - middle.left) * share, middle.up + (edge.up - middle.up) * share})
                           .si();
                weights += share;  // the strips grow toward the wall
            }
        }
        means[geometry::index(sector)] = Speed::fromSi(sum / weights);
    }
    return means;
}

}  // namespace euryth::probing
