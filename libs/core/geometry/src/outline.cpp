// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/outline.hpp"

#include <algorithm>
#include <cmath>

#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/polygon.hpp>

namespace euryth::geometry {

namespace {

namespace bg = boost::geometry;
using BoostPoint = bg::model::d2::point_xy<double>;
using BoostPolygon = bg::model::polygon<BoostPoint>;

/// Lengths in mm, which is the size for which the library's tolerances are meant.
constexpr double kMm = 1e3;

BoostPolygon toBoost(const Outline& outline)
{
    BoostPolygon polygon;
    for (const Point& p : outline.points)
        bg::append(polygon.outer(), BoostPoint(p.left * kMm, p.up * kMm));
    bg::correct(polygon);
    return polygon;
}

template <class Change>
Outline changed(const Outline& outline, Change change)
{
    Outline result;
    std::ranges::transform(outline.points, std::back_inserter(result.points), change);
    return result;
}

double squared(double x) { return x * x; }

/// Square of the distance from `p` to the edge from `a` to `b`.
double squaredDistance(Point p, Point a, Point b)
{
    const double length2 = squared(b.left - a.left) + squared(b.up - a.up);
    const double along = (p.left - a.left) * (b.left - a.left) + (p.up - a.up) * (b.up - a.up);
    const double share = length2 > 0.0 ? std::clamp(along / length2, 0.0, 1.0) : 0.0;
    return squared(a.left + share * (b.left - a.left) - p.left) + squared(a.up + share * (b.up - a.up) - p.up);
}

/// True where a line to the left from `p` crosses the edge.
bool crosses(Point p, Point a, Point b)
{
    if ((a.up > p.up) == (b.up > p.up))
        return false;
    return p.left < a.left + (p.up - a.up) / (b.up - a.up) * (b.left - a.left);
}

}  // namespace

std::optional<Phrase> problemOf(const Outline& outline)
{
    constexpr std::size_t fewest = 3;
    if (outline.points.size() < fewest)
        return say("must.outline-points", {{"points", count(outline.points.size())}});
    constexpr double farthest = 10.0;  // m; the geometry library gives up on numbers that no port has
    if (!std::ranges::all_of(outline.points, [](const Point& p) {
            return std::abs(p.left) < farthest && std::abs(p.up) < farthest;  // false for what is no number
        }))
        return say("must.outline-near");
    const BoostPolygon polygon = toBoost(outline);
    if (bg::intersects(polygon))
        return say("must.outline-cross");
    if (!(bg::area(polygon) > 0.0))
        return say("must.outline-area");
    bg::validity_failure_type failure = bg::no_failure;
    if (!bg::is_valid(polygon, failure) && failure != bg::failure_duplicate_points)
        return say("must.outline-touch");
    return std::nullopt;
}

Area area(const Outline& outline) { return areaFromMm2(std::abs(bg::area(toBoost(outline)))); }

Length perimeter(const Outline& outline) { return lengthFromMm(static_cast<double>(bg::perimeter(toBoost(outline)))); }

Point centroid(const Outline& outline)
{
    BoostPoint middle(0.0, 0.0);
    bg::centroid(toBoost(outline), middle);
    return {middle.x() / kMm, middle.y() / kMm};
}

double distanceToWall(const Outline& outline, Point p)
{
    double nearest = squaredDistance(p, outline.points.back(), outline.points.front());
    bool inside = false;
    for (std::size_t i = 0; i < outline.points.size(); ++i) {
        const Point a = outline.points[i];
        const Point b = outline.points[(i + 1) % outline.points.size()];
        nearest = std::min(nearest, squaredDistance(p, a, b));
        if (crosses(p, a, b))
            inside = !inside;
    }
    return inside ? std::sqrt(nearest) : -std::sqrt(nearest);
}

Box boxOf(const Outline& outline)
{
    const auto [right, left] = std::ranges::minmax_element(outline.points, {}, &Point::left);
    const auto [low, high] = std::ranges::minmax_element(outline.points, {}, &Point::up);
    return {Length::fromSi(left->left - right->left),
            Length::fromSi(high->up - low->up),
            {(left->left + right->left) / 2.0, (high->up + low->up) / 2.0}};
}

Outline scaledBy(const Outline& outline, double factor)
{
    return changed(outline, [=](Point p) { return Point{p.left * factor, p.up * factor}; });
}

Outline scaledToWidth(const Outline& outline, Length width) { return scaledBy(outline, width / boxOf(outline).width); }

Outline centred(const Outline& outline)
{
    const Point middle = boxOf(outline).middle;
    return changed(outline, [=](Point p) { return Point{p.left - middle.left, p.up - middle.up}; });
}

Outline grownBy(const Outline& outline, Length by)
{
    namespace buffer = bg::strategy::buffer;
    constexpr int pointsOfCircle = 72;
    bg::model::multi_polygon<BoostPolygon> grown;
    bg::buffer(toBoost(outline), grown, buffer::distance_symmetric<double>(by.si() * kMm), buffer::side_straight(),
               buffer::join_round(pointsOfCircle), buffer::end_flat(), buffer::point_circle(pointsOfCircle));
    Outline result;
    for (const BoostPolygon& polygon : grown) {
        if (polygon.outer().size() <= result.points.size())
            continue;
        result.points.clear();
        for (const BoostPoint& p : polygon.outer())
            result.points.push_back({p.x() / kMm, p.y() / kMm});
        result.points.pop_back();  // the library's polygons end where they began
    }
    return result;
}

Outline mirrored(const Outline& outline)
{
    return changed(outline, [](Point p) { return Point{-p.left, p.up}; });
}

}  // namespace euryth::geometry
