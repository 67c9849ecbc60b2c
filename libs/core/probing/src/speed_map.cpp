// SPDX-License-Identifier: GPL-3.0-or-later
#include "probing/speed_map.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "geometry/monotone_cubic.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::probing {

namespace {

constexpr std::size_t kTable = 65;
constexpr double kLeastPower = 1.0 / 7.0;
constexpr double kMostPower = 1.0;
constexpr double kLeastLeft =
    0.02;  // of the way: a reading said to be on the wall was taken about a tip's radius off it
constexpr std::size_t kAngles = 720;

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

/// k of the squircle u^2 + v^2 - k u^2 v^2 = 1 (Fernandez Guasti 1992) that fills this share of its box: 0 for an
/// ellipse, 1 for a rectangle.
double squareness(double filled)
{
    const auto area = [](double k) {
        constexpr int steps = 64;
        double sum = 0.0;
        for (int i = 0; i < steps; ++i) {
            const double u = (i + 0.5) / steps;
            sum += std::sqrt((1.0 - u * u) / (1.0 - k * u * u)) / steps;
        }
        return sum;
    };
    double low = 0.0;
    double high = 1.0;
    for (int i = 0; i < 20; ++i)
        (area((low + high) / 2.0) < filled ? low : high) = (low + high) / 2.0;
    return high > 1.0 - 1e-4 ? 1.0 : low;
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
      m_middle(geometry::centroid(section)),
      m_reach(kAngles, 0.0),
      m_box(geometry::boxOf(section)),
      m_table(kTable * kTable)
{
    const geometry::WallContour wall(section);
    constexpr std::size_t samples = 5 * kAngles;
    for (std::size_t i = 0; i < samples; ++i) {
        const geometry::Point at =
            wall.placeAt(wall.length() * (static_cast<double>(i) / static_cast<double>(samples))).point;
        const double left = at.left - m_middle.left;
        const double up = at.up - m_middle.up;
        const double turns = std::atan2(up, left) / (2.0 * std::numbers::pi);
        const auto bin = static_cast<std::size_t>((turns - std::floor(turns)) * kAngles) % kAngles;
        m_reach[bin] = std::max(m_reach[bin], std::hypot(left, up));
    }
    for (std::size_t i = 0; i < 2 * kAngles; ++i) {  // a bin that no sample fell into is like the one before it
        if (m_reach[i % kAngles] <= 0.0)
            m_reach[i % kAngles] = m_reach[(i + kAngles - 1) % kAngles];
    }
    m_square = squareness(geometry::area(section) / (m_box.width * m_box.height));
    chooseExponent(measured);
    std::vector<GridPoint> points;
    std::vector<PointReading> left(measured.begin(), measured.end());
    for (PointReading& r : left) {
        m_fastest = std::max(m_fastest, r.speed->si());
        points.push_back(r.at);
        r.speed = Speed::fromSi(r.speed->si() / profile(ofWay(toSection(r.at, section)), m_exponent));
    }
    if (const auto grid = asTensorGrid(points))
        fillFromGrid(*grid, left);
    else
        fillFromPoints(left);
    sample();
}

void SpeedMap::sample()
{
    constexpr int steps = 80;
    for (int i = 0; i < steps; ++i) {
        for (int j = 0; j < steps; ++j) {
            const geometry::Point p =
                toSection({(2.0 * i + 1.0) / steps - 1.0, (2.0 * j + 1.0) / steps - 1.0}, m_section);
            if (geometry::distanceToWall(m_section, p) > 0.0)
                m_samples.push_back(inside(p));
        }
    }
}

GridPoint SpeedMap::ofWay(geometry::Point p) const
{
    const double left = p.left - m_middle.left;
    const double up = p.up - m_middle.up;
    const double turns = std::atan2(up, left) / (2.0 * std::numbers::pi);
    const double place = (turns - std::floor(turns)) * kAngles - 0.5;
    const auto before = place < 0.0 ? kAngles - 1 : static_cast<std::size_t>(place);
    const double share = place < 0.0 ? place + 1.0 : place - std::floor(place);
    const double reach = (1.0 - share) * m_reach[before] + share * m_reach[(before + 1) % kAngles];
    const double out = reach > 0.0 ? std::min(1.0, std::hypot(left, up) / reach) : 1.0;
    // On the squircle of the box in the same direction, which ends at 1 too.
    const double u = 2.0 * left / m_box.width.si();
    const double v = 2.0 * up / m_box.height.si();
    const double length = std::hypot(u, v);
    if (length <= 0.0)
        return {};
    const double both = std::pow(u * v / (length * length), 2);  // (cos sin)^2
    const double edge = 2.0 / (1.0 + std::sqrt(std::max(0.0, 1.0 - 4.0 * m_square * both)));
    const double r = out * std::sqrt(edge) / length;
    return {u * r, v * r};
}

double SpeedMap::profile(GridPoint way, double exponent) const
{
    const double p = 1.0 + (exponent - kLeastPower) / (kMostPower - kLeastPower);
    const auto left = [&](double t) { return std::max(kLeastLeft, 1.0 - std::pow(std::min(1.0, std::abs(t)), p)); };
    const double u2 = way.u * way.u;
    const double v2 = way.v * way.v;
    const double round = left(std::sqrt(std::clamp(u2 + v2 - m_square * u2 * v2, 0.0, 1.0)));
    const double square = left(way.u) * left(way.v);
    return std::pow(round, (1.0 - m_square) * exponent) * std::pow(square, m_square * exponent);
}

void SpeedMap::chooseExponent(std::span<const PointReading> measured)
{
    // The exponent that leaves the least scatter of log S, and how much of the scatter of log v it takes away.
    const auto scatter = [&](double exponent) {
        double n = 0.0;
        double sum = 0.0;
        double squares = 0.0;
        for (const PointReading& r : measured) {
            if (r.speed->si() <= 0.0)
                continue;
            const double profileHere = exponent > 0.0 ? profile(ofWay(toSection(r.at, m_section)), exponent) : 1.0;
            const double value = std::log(r.speed->si() / profileHere);
            n += 1.0;
            sum += value;
            squares += value * value;
        }
        return n > 0.0 ? squares - sum * sum / n : 0.0;
    };
    constexpr int steps = 24;
    double best = kLeastPower;
    double least = scatter(kLeastPower);
    for (int i = 1; i <= steps; ++i) {
        const double exponent = kLeastPower + (kMostPower - kLeastPower) * i / steps;
        if (const double here = scatter(exponent); here < least) {
            least = here;
            best = exponent;
        }
    }
    const double all = scatter(0.0);
    constexpr double half = 0.5;  // a fall that explains less than half of the scatter is none
    const double explained = all > 0.0 ? 1.0 - least / all : 0.0;
    m_exponent = kLeastPower + (best - kLeastPower) * std::clamp((explained - half) / half, 0.0, 1.0);
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
    return geometry::distanceToWall(m_section, p) > 0.0 ? inside(p) : Speed{};
}

Speed SpeedMap::inside(geometry::Point p) const
{
    const GridPoint share{(p.left - m_box.middle.left) / (m_box.width.si() / 2.0),
                          (p.up - m_box.middle.up) / (m_box.height.si() / 2.0)};
    return Speed::fromSi(std::min(m_fastest, interpolated(share) * profile(ofWay(p), m_exponent)));
}

double SpeedMap::average(const std::function<double(Speed)>& f) const
{
    double sum = 0.0;
    for (const Speed speed : m_samples)
        sum += f(speed);
    return m_samples.empty() ? 0.0 : sum / static_cast<double>(m_samples.size());
}

Speed SpeedMap::meanOverSection() const
{
    return Speed::fromSi(average([](Speed v) { return v.si(); }));
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
