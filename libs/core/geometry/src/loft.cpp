// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/loft.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>
#include <stdexcept>

#include "geometry/wall_contour.hpp"

namespace euryth::geometry {

namespace {

std::vector<Point> ringOf(const Section& section, std::size_t perSector)
{
    const WallContour wall(section);
    std::vector<Point> ring;
    for (const Sector sector : kSectors) {
        const Length from = wall.middleOf(sector);
        const Length to = nextClockwise(sector) == Sector::Roof ? wall.length() : wall.middleOf(nextClockwise(sector));
        for (std::size_t i = 0; i < perSector; ++i) {
            const double share = static_cast<double>(i) / static_cast<double>(perSector);
            ring.push_back(wall.placeAt(from + (to - from) * share).point);
        }
    }
    return ring;
}

/// The interval that holds `at`, and how far through it that is.
std::pair<std::size_t, double> intervalOf(std::span<const PlacedSection> sections, Length at)
{
    std::size_t i = 0;
    while (i + 2 < sections.size() && sections[i + 1].s <= at)
        ++i;
    return {i, (at - sections[i].s) / (sections[i + 1].s - sections[i].s)};
}

/// Value of the Hermite cubic over an interval of length `h` at a share of it.
double hermite(double t, double h, double from, double slopeFrom, double to, double slopeTo)
{
    const double back = 1.0 - t;
    return from * (1.0 + 2.0 * t) * back * back + to * t * t * (3.0 - 2.0 * t) +
           h * t * back * (back * slopeFrom - t * slopeTo);
}

/// Slope between two secants: that of the parabola through the three points, limited so that the cubic stays inside the
/// range of its two points (0 at a turning point, at most three times the smaller secant: de Boor & Swartz, J. Approx.
/// Theory 21, 1977; Hyman, SIAM J. Sci. Stat. Comput. 4, 1983).
double limitedSlope(double before, double secantBefore, double after, double secantAfter)
{
    if (secantBefore * secantAfter <= 0.0)
        return 0.0;
    const double parabola = (after * secantBefore + before * secantAfter) / (before + after);
    const double most = 3.0 * std::min(std::abs(secantBefore), std::abs(secantAfter));
    return std::clamp(parabola, -most, most);
}

/// From one angle to another the short way round.
double angleBetween(Angle from, Angle to) { return std::remainder((to - from).si(), 2.0 * std::numbers::pi); }

/// An angle of the poses at a share of interval `i`, on the monotone cubic through all of them.
Angle angleWithin(std::span<const PlacedSection> sections, Angle Pose::*angle, std::size_t i, double share)
{
    const auto length = [&](std::size_t k) { return (sections[k + 1].s - sections[k].s).si(); };
    const auto secant = [&](std::size_t k) {
        return angleBetween(sections[k].pose.*angle, sections[k + 1].pose.*angle) / length(k);
    };
    const auto slope = [&](std::size_t k) {
        if (k == 0 || k + 1 == sections.size())
            return secant(k == 0 ? 0 : k - 1);
        return limitedSlope(length(k - 1), secant(k - 1), length(k), secant(k));
    };
    const double from = (sections[i].pose.*angle).si();
    return Angle::fromSi(hermite(share, length(i), from, slope(i), from + secant(i) * length(i), slope(i + 1)));
}

Point3 minus(const Point3& a, const Point3& b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
double dot(const Point3& a, const Point3& b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
Point3 cross(const Point3& a, const Point3& b)
{
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
double tripleProduct(const Point3& a, const Point3& b, const Point3& c) { return dot(a, cross(b, c)); }

/// Six times the volume of the fan that closes a ring.
double fan(const std::vector<Point3>& ring)
{
    double sum = 0.0;
    for (std::size_t i = 1; i + 1 < ring.size(); ++i)
        sum += tripleProduct(ring[0], ring[i], ring[i + 1]);
    return sum;
}

}  // namespace

Point3 inHead(const Pose& pose, Point p)
{
    const double cp = cos(pose.pitch);
    const double sp = sin(pose.pitch);
    const double cy = cos(pose.yaw);
    const double sy = sin(pose.yaw);
    // Left of the heading is (-sin yaw, cos yaw, 0); up is the heading turned up by a quarter turn.
    return {pose.x.si() - p.left * sy - p.up * sp * cy, pose.y.si() + p.left * cy - p.up * sp * sy,
            pose.z.si() + p.up * cp};
}

Loft loftOf(std::span<const PlacedSection> sections, std::size_t perSector, std::size_t between)
{
    if (sections.size() < 2)
        throw std::invalid_argument("a loft needs at least two sections");
    std::vector<std::vector<Point>> points;
    for (const PlacedSection& placed : sections)
        points.push_back(ringOf(placed.section, perSector));
    std::vector<std::size_t> all(points.front().size());
    std::iota(all.begin(), all.end(), std::size_t{0});
    Loft loft;
    loft.around = all.size();
    const Sweep sweep(sections, std::move(points), std::move(all));
    for (std::size_t i = 0; i < sections.size(); ++i) {
        loft.stationRings.push_back(loft.rings.size());
        const std::size_t count = i + 1 < sections.size() ? between + 1 : 1;
        for (std::size_t k = 0; k < count; ++k) {
            const double share = static_cast<double>(k) / static_cast<double>(between + 1);
            const Length s = k > 0 ? sections[i].s + (sections[i + 1].s - sections[i].s) * share : sections[i].s;
            loft.rings.push_back(sweep.at(s));
            loft.s.push_back(s);
        }
    }
    return loft;
}

Sweep::Sweep(std::span<const PlacedSection> sections, std::vector<std::vector<Point>> points,
             std::vector<std::size_t> wall)
    : m_sections(sections.begin(), sections.end()),
      m_points(std::move(points)),
      m_wall(std::move(wall))
{
    const std::size_t count = m_sections.size();
    if (count < 2 || m_points.size() != count)
        throw std::invalid_argument("a sweep needs a set of points for each of at least two sections");
    const std::size_t each = m_points.front().size();
    for (const auto& set : m_points) {
        if (set.size() != each)
            throw std::invalid_argument("a sweep needs as many points in each section");
        m_areas.push_back(wallArea(set));
    }
    m_slopes.assign(count, std::vector<Point>(each));
    const auto length = [&](std::size_t i) { return (m_sections[i + 1].s - m_sections[i].s).si(); };
    for (std::size_t j = 0; j < each; ++j) {
        for (double Point::*axis : {&Point::left, &Point::up}) {
            const auto secant = [&](std::size_t i) {
                return (m_points[i + 1][j].*axis - m_points[i][j].*axis) / length(i);
            };
            m_slopes.front()[j].*axis = secant(0);
            m_slopes.back()[j].*axis = secant(count - 2);
            for (std::size_t i = 1; i + 1 < count; ++i)
                m_slopes[i][j].*axis = limitedSlope(length(i - 1), secant(i - 1), length(i), secant(i));
        }
    }
}

double Sweep::wallArea(const std::vector<Point>& points) const
{
    std::vector<Point> round;
    for (const std::size_t i : m_wall)
        round.push_back(points[i]);
    return std::abs(polygonArea(round));
}

std::vector<Point> Sweep::inSection(Length s) const
{
    const auto [i, share] = intervalOf(m_sections, s);
    const double h = (m_sections[i + 1].s - m_sections[i].s).si();
    std::vector<Point> points(m_points[i].size());
    for (std::size_t j = 0; j < points.size(); ++j) {
        for (double Point::*axis : {&Point::left, &Point::up}) {
            points[j].*axis = hermite(share, h, m_points[i][j].*axis, m_slopes[i][j].*axis, m_points[i + 1][j].*axis,
                                      m_slopes[i + 1][j].*axis);
        }
    }
    const auto [least, most] = std::minmax(m_areas[i], m_areas[i + 1]);
    const double own = wallArea(points);
    const double wanted = std::clamp(own, least, most);
    if (own > 0.0 && std::abs(wanted / own - 1.0) > 1e-12) {
        const double factor = std::sqrt(wanted / own);
        for (Point& p : points)
            p = {p.left * factor, p.up * factor};
    }
    return points;
}

std::vector<Point3> Sweep::at(Length s) const
{
    const Frame frame = geometry::frameAt(m_sections, s);
    std::vector<Point3> places;
    places.reserve(m_points.front().size());
    for (const Point& p : inSection(s))
        places.push_back(frame.toHead(p));
    return places;
}

Volume volumeOf(const Loft& loft)
{
    double six = fan(loft.rings.back()) - fan(loft.rings.front());
    for (std::size_t i = 0; i + 1 < loft.rings.size(); ++i) {
        const auto& a = loft.rings[i];
        const auto& b = loft.rings[i + 1];
        for (std::size_t j = 0; j < loft.around; ++j) {
            const std::size_t k = (j + 1) % loft.around;
            six += tripleProduct(a[j], a[k], b[j]) + tripleProduct(a[k], b[k], b[j]);
        }
    }
    return Volume::fromSi(six / 6.0);
}

Point3 Frame::forward() const { return cross(left, up); }

Point3 Frame::toHead(Point p) const
{
    return {origin.x + p.left * left.x + p.up * up.x, origin.y + p.left * left.y + p.up * up.y,
            origin.z + p.left * left.z + p.up * up.z};
}

Point Frame::toSection(const Point3& place) const
{
    const Point3 from = minus(place, origin);
    return {dot(from, left), dot(from, up)};
}

Frame frameAt(std::span<const PlacedSection> sections, Length s)
{
    const auto [i, share] = intervalOf(sections, s);
    const Pose& from = sections[i].pose;
    const Pose& to = sections[i + 1].pose;
    const Point3 start = inHead(from, {});
    const Point3 end = inHead(to, {});
    const Heading leaving = headingOf(from);
    const Heading arriving = headingOf(to);
    // On a cubic with this length of its tangents an arc is an arc to a part in ten thousand.
    const double quarter = std::cos(turnBetween(from, to).si() / 4.0);
    const Point3 chord = minus(end, start);
    const double tangent = std::sqrt(dot(chord, chord)) / (quarter * quarter);
    Pose pose;
    pose.x = Length::fromSi(hermite(share, tangent, start.x, leaving.x, end.x, arriving.x));
    pose.y = Length::fromSi(hermite(share, tangent, start.y, leaving.y, end.y, arriving.y));
    pose.z = Length::fromSi(hermite(share, tangent, start.z, leaving.z, end.z, arriving.z));
    pose.pitch = angleWithin(sections, &Pose::pitch, i, share);
    pose.yaw = angleWithin(sections, &Pose::yaw, i, share);
    const Point3 origin = inHead(pose, {});
    return {origin, minus(inHead(pose, {1.0, 0.0}), origin), minus(inHead(pose, {0.0, 1.0}), origin)};
}

}  // namespace euryth::geometry
