// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/loft.hpp"

#include <cmath>
#include <stdexcept>

#include "geometry/wall_contour.hpp"

namespace euryth::geometry {

namespace {

Point3 combined(const std::array<Point3, 4>& p, const std::array<double, 4>& w)
{
    Point3 sum;
    for (std::size_t i = 0; i < p.size(); ++i) {
        sum.x += w[i] * p[i].x;
        sum.y += w[i] * p[i].y;
        sum.z += w[i] * p[i].z;
    }
    return sum;
}

std::vector<Point3> ringOf(const PlacedSection& placed, std::size_t perSector)
{
    const WallContour wall(placed.section);
    std::vector<Point3> ring;
    for (const Sector sector : kSectors) {
        const Length from = wall.middleOf(sector);
        const Length to = nextClockwise(sector) == Sector::Roof ? wall.length() : wall.middleOf(nextClockwise(sector));
        for (std::size_t i = 0; i < perSector; ++i) {
            const double share = static_cast<double>(i) / static_cast<double>(perSector);
            ring.push_back(inHead(placed.pose, wall.placeAt(from + (to - from) * share).point));
        }
    }
    return ring;
}

/// Weights of the four stations around an interval at a share of it: a Hermite cubic whose slopes are those of the
/// parabolas through three neighbours.
std::array<double, 4> weightsAt(const std::array<double, 4>& s, double share)
{
    const double h = s[2] - s[1];
    const double t = share;
    const double h00 = (1 + 2 * t) * (1 - t) * (1 - t);
    const double h10 = t * (1 - t) * (1 - t);
    const double h01 = t * t * (3 - 2 * t);
    const double h11 = t * t * (t - 1);
    std::array<double, 4> w{0.0, h00, h01, 0.0};
    /// Adds the slope at `b` of the parabola through a, b, c, times `factor`.
    const auto addSlope = [&](std::size_t a, std::size_t b, std::size_t c, double factor) {
        const double before = s[b] - s[a];
        const double after = s[c] - s[b];
        if (before <= 0.0 || after <= 0.0) {  // an end of the runner: straight
            const std::size_t other = before <= 0.0 ? c : a;
            const double slope = factor / (s[other] - s[b]);
            w[other] += slope;
            w[b] -= slope;
            return;
        }
        w[a] -= factor * after / (before * (before + after));
        w[b] += factor * (after - before) / (before * after);
        w[c] += factor * before / (after * (before + after));
    };
    addSlope(0, 1, 2, h10 * h);
    addSlope(1, 2, 3, h11 * h);
    return w;
}

Point3 minus(const Point3& a, const Point3& b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
double dot(const Point3& a, const Point3& b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
Point3 cross(const Point3& a, const Point3& b)
{
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
Point3 unit(const Point3& a)
{
    const double length = std::sqrt(dot(a, a));
    return {a.x / length, a.y / length, a.z / length};
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
    std::vector<std::vector<Point3>> rings;
    for (const PlacedSection& placed : sections)
        rings.push_back(ringOf(placed, perSector));
    std::vector<Length> s;
    for (const PlacedSection& placed : sections)
        s.push_back(placed.s);
    Loft loft;
    loft.around = rings.front().size();
    for (std::size_t i = 0; i < sections.size(); ++i) {
        loft.stationRings.push_back(loft.rings.size());
        loft.rings.push_back(rings[i]);
        loft.s.push_back(s[i]);
        for (std::size_t k = 1; k <= between && i + 1 < sections.size(); ++k) {
            const Length at = s[i] + (s[i + 1] - s[i]) * (static_cast<double>(k) / static_cast<double>(between + 1));
            loft.rings.push_back(pointsBetween(rings, s, at));
            loft.s.push_back(at);
        }
    }
    return loft;
}

std::vector<Point3> pointsBetween(std::span<const std::vector<Point3>> sets, std::span<const Length> s, Length at)
{
    const std::size_t last = sets.size() - 1;
    std::size_t i = 0;
    while (i + 2 <= last && s[i + 1] <= at)
        ++i;
    const std::array<std::size_t, 4> near{i > 0 ? i - 1 : i, i, i + 1, i + 2 <= last ? i + 2 : i + 1};
    const auto w = weightsAt({s[near[0]].si(), s[near[1]].si(), s[near[2]].si(), s[near[3]].si()},
                             (at - s[i]) / (s[i + 1] - s[i]));
    std::vector<Point3> points;
    points.reserve(sets[i].size());
    for (std::size_t j = 0; j < sets[i].size(); ++j)
        points.push_back(combined({sets[near[0]][j], sets[near[1]][j], sets[near[2]][j], sets[near[3]][j]}, w));
    return points;
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
    constexpr double arm = 0.01;  // two points beside the middle tell how the section stands
    std::vector<std::vector<Point3>> sets;
    std::vector<Length> places;
    for (const PlacedSection& section : sections) {
        sets.push_back({inHead(section.pose, {}), inHead(section.pose, {arm, 0.0}), inHead(section.pose, {0.0, arm})});
        places.push_back(section.s);
    }
    const auto points = pointsBetween(sets, places, s);
    Frame frame{points[0], unit(minus(points[1], points[0])), {}};
    const Point3 up = minus(points[2], points[0]);
    const double along = dot(up, frame.left);
    frame.up = unit({up.x - along * frame.left.x, up.y - along * frame.left.y, up.z - along * frame.left.z});
    return frame;
}

}  // namespace euryth::geometry
