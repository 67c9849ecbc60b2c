// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/wall_contour.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

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

}  // namespace

WallContour::WallContour(const RoundedRectangle& section)
{
    const double w = section.width.si();
    const double h = section.height.si();
    const CornerRadii& r = section.corners;
    // Sides and corners in clockwise order, starting with the right half of the roof.
    const std::array<double, 4> radius{r.roofRight.si(), r.floorRight.si(), r.floorLeft.si(), r.roofLeft.si()};
    const std::array<double, 4> side{w, h, w, h};

    Point at{0.0, h / 2.0};
    double heading = 0.0;
    const auto add = [&](double length, double turn) {
        m_pieces.push_back({m_length, length, turn, at, heading});
        if (turn == 0.0) {
            at = moved(at, direction(heading), length);
        } else {
            const double rad = length / turn;
            const Point centre = moved(at, outwardOf(heading), -rad);
            at = moved(centre, outwardOf(heading + turn), rad);
            heading += turn;
        }
        m_length += length;
    };

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
        std::vector<Point> fan{{0.0, 0.0}};
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
