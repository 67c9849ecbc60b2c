// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/wall_contour.hpp"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>
#include <numbers>
#include <optional>

namespace euryth::geometry {

namespace {

constexpr double kQuarterTurn = std::numbers::pi / 2.0;

/// The direction that lies `heading` radians clockwise from "to the right" (right is the negative left axis).
Point direction(double heading) { return {-std::cos(heading), -std::sin(heading)}; }
/// Outward is a quarter turn anticlockwise from the direction of travel.
Point outwardOf(double heading) { return direction(heading - kQuarterTurn); }

Point moved(Point p, Point along, double distance)
{
    return {p.left + along.left * distance, p.up + along.up * distance};
}

/// Heading from one point to another, radians clockwise from "to the right".
double headingOf(Point a, Point b) { return std::atan2(-(b.up - a.up), -(b.left - a.left)); }

/// The corners clockwise as seen from the window, from the topmost place at `left` on (which becomes a corner).
std::vector<Point> clockwiseFromRoof(const Outline& outline, double left)
{
    std::vector<Point> points;
    for (const Point& p : outline.points) {
        if (points.empty() || points.back() != p)
            points.push_back(p);
    }
    if (points.back() == points.front())
        points.pop_back();
    if (polygonArea(points) < 0.0)
        std::ranges::reverse(points);
    std::size_t edge = 0;
    Point top{left, -std::numeric_limits<double>::infinity()};
    for (std::size_t i = 0; i < points.size(); ++i) {
        const Point a = points[i];
        const Point b = points[(i + 1) % points.size()];
        if ((a.left > left) == (b.left > left))
            continue;
        const double up = a.up + (left - a.left) / (b.left - a.left) * (b.up - a.up);
        if (up > top.up) {
            top.up = up;
            edge = i;
        }
    }
    std::ranges::rotate(points, points.begin() + static_cast<std::ptrdiff_t>((edge + 1) % points.size()));
    if (points.back() == top)
        std::ranges::rotate(points, points.end() - 1);
    else if (points.front() != top)
        points.insert(points.begin(), top);
    return points;
}

/// Direction from the middle of the box to the middle of a side or to a corner.
Point rayTo(Sector sector, const Box& box)
{
    constexpr std::array<Point, kSectorCount> signs{Point{0, 1},  Point{-1, 1}, Point{-1, 0}, Point{-1, -1},
                                                    Point{0, -1}, Point{1, -1}, Point{1, 0},  Point{1, 1}};
    const Point sign = signs[index(sector)];
    return {sign.left * box.width.si() / 2.0, sign.up * box.height.si() / 2.0};
}

struct RayHit {
    double distance = 0.0;  ///< in lengths of the ray
    double along = 0.0;     ///< metres from `a`
};

/// Where the ray from `origin` meets the edge from `a` to `b`.
std::optional<RayHit> rayHits(Point origin, Point ray, Point a, Point b)
{
    const Point edge{b.left - a.left, b.up - a.up};
    const double cross = ray.left * edge.up - ray.up * edge.left;
    if (cross == 0.0)
        return std::nullopt;
    const Point to{a.left - origin.left, a.up - origin.up};
    const double distance = (to.left * edge.up - to.up * edge.left) / cross;
    const double share = (to.left * ray.up - to.up * ray.left) / cross;
    if (distance < 0.0 || share < 0.0 || share > 1.0)
        return std::nullopt;
    return RayHit{distance, share * std::hypot(edge.left, edge.up)};
}

}  // namespace

WallContour::WallContour(const Section& section) : m_centre(boxOf(section).middle)
{
    std::visit([this](const auto& shape) { build(shape); }, section);
}

void WallContour::add(double length, double turn)
{
    m_pieces.push_back({m_length, length, turn, m_at, m_heading});
    if (turn == 0.0) {
        m_at = moved(m_at, direction(m_heading), length);
    } else {
        const double rad = length / turn;
        const Point centre = moved(m_at, outwardOf(m_heading), -rad);
        m_at = moved(centre, outwardOf(m_heading + turn), rad);
        m_heading += turn;
    }
    m_length += length;
}

void WallContour::build(const RoundedRectangle& section)
{
    const double w = section.width.si();
    const double h = section.height.si();
    const CornerRadii& r = section.corners;
    // Sides and corners in clockwise order, starting with the right half of the roof.
    const std::array<double, 4> radius{r.roofRight.si(), r.floorRight.si(), r.floorLeft.si(), r.roofLeft.si()};
    const std::array<double, 4> side{w, h, w, h};

    m_at = {0.0, h / 2.0};
    add(std::max(0.0, w / 2.0 - radius[0]), 0.0);
    for (std::size_t corner = 0; corner < 4; ++corner) {
        const double arc = radius[corner] * kQuarterTurn;
        m_middles[2 * corner + 1] = m_length + arc / 2.0;
        add(arc, kQuarterTurn);
        const double nextRadius = radius[(corner + 1) % 4];
        // A side that is all radius leaves nothing straight, but for rounding.
        const double left = corner < 3 ? side[corner + 1] - radius[corner] - nextRadius : w / 2.0 - radius[3];
        const double straight = std::max(0.0, left);
        if (corner < 3)
            m_middles[2 * corner + 2] = m_length + straight / 2.0;
        add(straight, 0.0);
    }
    m_middles[0] = 0.0;
}

void WallContour::build(const Outline& outline)
{
    const Box box = boxOf(outline);
    const std::vector<Point> points = clockwiseFromRoof(outline, box.middle.left);
    m_at = points.front();
    m_heading = headingOf(points[0], points[1]);
    std::vector<double> starts;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const Point a = points[i];
        const Point b = points[(i + 1) % points.size()];
        starts.push_back(m_length);
        const double turn = std::remainder(headingOf(a, b) - m_heading, 2.0 * std::numbers::pi);
        if (i > 0 && turn != 0.0)
            add(0.0, turn);
        m_at = a;  // no rounding builds up over the corners
        add(std::hypot(b.left - a.left, b.up - a.up), 0.0);
    }
    const double closing = std::remainder(headingOf(points[0], points[1]) - m_heading, 2.0 * std::numbers::pi);
    if (closing != 0.0)
        add(0.0, closing);

    for (const Sector s : kSectors) {
        const Point ray = rayTo(s, box);
        double farthest = -1.0;
        for (std::size_t i = 0; i < points.size(); ++i) {
            const auto hit = rayHits(box.middle, ray, points[i], points[(i + 1) % points.size()]);
            if (hit && hit->distance > farthest) {
                farthest = hit->distance;
                m_middles[index(s)] = starts[i] + hit->along;
            }
        }
    }
    m_middles[0] = 0.0;
    // A wall that folds back behind itself has no order as seen from the middle; equal shares of it do instead.
    const bool rising = std::ranges::adjacent_find(m_middles, std::greater_equal{}) == m_middles.end();
    if (!rising || m_middles.back() >= m_length) {
        for (std::size_t i = 0; i < kSectorCount; ++i)
            m_middles[i] = m_length * static_cast<double>(i) / kSectorCount;
    }
}

const WallContour::Piece& WallContour::pieceAt(double along) const
{
    const auto after = std::ranges::upper_bound(m_pieces, along, {}, &Piece::start);
    return after == m_pieces.begin() ? m_pieces.front() : *std::prev(after);
}

WallContour::Place WallContour::placeAt(Length along) const
{
    double s = std::fmod(along.si(), m_length);
    if (s < 0.0)
        s += m_length;
    const Piece& piece = pieceAt(s);
    const double run = s - piece.start;
    if (piece.turn == 0.0 || piece.length == 0.0)
        return {moved(piece.from, direction(piece.heading), run), outwardOf(piece.heading), s};
    const double rad = piece.length / piece.turn;
    const double heading = piece.heading + run / rad;
    const Point centre = moved(piece.from, outwardOf(piece.heading), -rad);
    return {moved(centre, outwardOf(heading), rad), outwardOf(heading), s};
}

WallSpan WallContour::spanOf(Sector s) const
{
    const std::size_t i = index(s);
    const double here = m_middles[i];
    const double before = i > 0 ? m_middles[i - 1] : m_middles.back() - m_length;
    const double after = i + 1 < kSectorCount ? m_middles[i + 1] : m_length;
    return {Length::fromSi((before + here) / 2.0), Length::fromSi((here + after) / 2.0)};
}

PerSector<double> WallContour::areaShares() const
{
    constexpr int steps = 64;
    PerSector<double> fans{};
    double total = 0.0;
    for (const Sector sector : kSectors) {
        const WallSpan span = spanOf(sector);
        std::vector<Point> fan{m_centre};
        for (int i = 0; i <= steps; ++i)
            fan.push_back(placeAt(span.from + (span.to - span.from) * (static_cast<double>(i) / steps)).point);
        fans[index(sector)] = polygonArea(fan);
        total += fans[index(sector)];
    }
    for (double& fan : fans)
        fan /= total;
    return fans;
}

WallContour::Weights WallContour::weightsAt(double along) const
{
    const auto after = std::ranges::upper_bound(m_middles, along);
    const auto next = static_cast<std::size_t>(after - m_middles.begin());
    const std::size_t before = next - 1;  // m_middles[0] is 0, so there always is one
    const double from = m_middles[before];
    const double to = next < kSectorCount ? m_middles[next] : m_length;
    const double share = to > from ? (along - from) / (to - from) : 0.0;
    return {{before, 1.0 - share}, {next % kSectorCount, share}};
}

Length WallContour::depthAt(Length along, const PerSector<Length>& depths) const
{
    const Weights w = weightsAt(std::clamp(along.si(), 0.0, m_length));
    return depths[w.before.sector] * w.before.share + depths[w.after.sector] * w.after.share;
}

std::vector<Point> WallContour::outline(std::size_t count, const PerSector<Length>& depths) const
{
    std::vector<Point> points;
    points.reserve(count);
    for (std::size_t i = 0; i < count; ++i) {
        const Length along = Length::fromSi(m_length * static_cast<double>(i) / static_cast<double>(count));
        const Place place = placeAt(along);
        points.push_back(moved(place.point, place.outward, depthAt(along, depths).si()));
    }
    return points;
}

std::vector<double> WallContour::breaksOf(const Piece& piece) const
{
    std::vector<double> breaks{piece.start, piece.start + piece.length};
    for (const double middle : m_middles) {
        if (middle > breaks.front() && middle < piece.start + piece.length)
            breaks.push_back(middle);
    }
    std::ranges::sort(breaks);
    return breaks;
}

WallContour::CutForm WallContour::cutForm() const
{
    CutForm form;
    const auto addAt = [&](double along, double lineWeight, double curvatureWeight) {
        const Weights w = weightsAt(std::min(along, m_length));
        for (const Weight& a : {w.before, w.after}) {
            form.linear[a.sector] += lineWeight * a.share;
            for (const Weight& b : {w.before, w.after})
                form.quadratic[a.sector][b.sector] += curvatureWeight * a.share * b.share;
        }
    };
    for (const Piece& piece : m_pieces) {
        if (piece.length == 0.0) {
            addAt(piece.start, 0.0, piece.turn);
            continue;
        }
        const std::vector<double> breaks = breaksOf(piece);
        for (std::size_t i = 0; i + 1 < breaks.size(); ++i) {
            const double length = breaks[i + 1] - breaks[i];
            const double turn = piece.turn * length / piece.length;
            // Simpson's rule; the interval's ends are read from inside it because the weights change at the middles.
            const double inset = 1e-9 * length;
            addAt(breaks[i] + inset, length / 6.0, turn / 6.0);
            addAt(breaks[i] + length / 2.0, length * 4.0 / 6.0, turn * 4.0 / 6.0);
            addAt(breaks[i + 1] - inset, length / 6.0, turn / 6.0);
        }
    }
    return form;
}

Area WallContour::CutForm::areaAdded(const PerSector<Length>& depths) const
{
    double added = 0.0;
    for (std::size_t i = 0; i < kSectorCount; ++i) {
        double half = 0.0;
        for (std::size_t j = 0; j < kSectorCount; ++j)
            half += quadratic[i][j] * depths[j].si();
        added += depths[i].si() * (linear[i] + 0.5 * half);
    }
    return Area::fromSi(added);
}

Section movedWall(const Section& section, const PerSector<Length>& depths)
{
    if (std::ranges::all_of(depths, [](Length d) { return d == Length{}; }))
        return section;
    return Outline{WallContour(section).outline(kMovedPoints, depths)};
}

double polygonArea(std::span<const Point> points)
{
    double twice = 0.0;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const Point& a = points[i];
        const Point& b = points[(i + 1) % points.size()];
        twice += a.left * b.up - b.left * a.up;
    }
    return twice / 2.0;
}

}  // namespace euryth::geometry
