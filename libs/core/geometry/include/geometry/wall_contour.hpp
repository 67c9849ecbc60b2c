// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "geometry/any_section.hpp"
#include "geometry/sector.hpp"

namespace euryth::geometry {

/// A stretch of the wall, as distances from the middle of the roof; `from` may be negative (left of the middle).
struct WallSpan {
    Length from;
    Length to;
};

/// The wall of a section as a closed line, run clockwise from the middle of the roof, as seen from the window.
///
/// The line is made of straight pieces and arcs; a corner of a traced outline is an arc of no length. The middle of
/// each sector is the middle of its side or of its corner arc; of a traced outline, the outermost place in the
/// direction of the side's or corner's middle of its box. A cut is given as one depth per sector; between the middles
/// of neighbouring sectors the depth changes linearly along the wall, and metal is taken square to the wall.
///
/// - the pieces add up to the exact perimeter of the section;
/// - the pieces turn by 2 pi in total;
/// - the positions of the sector middles rise from 0 and stay under length().
class WallContour {
public:
    explicit WallContour(const Section& section);

    [[nodiscard]] Length length() const { return Length::fromSi(m_length); }
    /// Distance along the wall from the middle of the roof to the middle of the sector.
    [[nodiscard]] Length middleOf(Sector s) const { return Length::fromSi(m_middles[index(s)]); }

    /// The stretch of wall that belongs to a sector: half way to the middles of its neighbours.
    [[nodiscard]] WallSpan spanOf(Sector s) const;
    /// Share of the section's area that lies before each sector: between its stretch of wall and the middle.
    [[nodiscard]] PerSector<double> areaShares() const;

    /// A place on the wall with its outward direction (a unit vector).
    struct Place {
        Point point;
        Point outward;
        double along = 0.0;  ///< metres from the middle of the roof
    };
    [[nodiscard]] Place placeAt(Length along) const;

    /// Depth of a cut at a distance along the wall, from the depths at the sector middles.
    [[nodiscard]] Length depthAt(Length along, const PerSector<Length>& depths) const;

    /// The outline as `count` points, clockwise from the middle of the roof, each moved outward by the cut's depth.
    [[nodiscard]] std::vector<Point> outline(std::size_t count, const PerSector<Length>& depths = {}) const;

    /// Area that a cut adds: the quadratic form  dA = L . d + 1/2 d . Q d  in the eight depths d.
    ///
    /// Exact for the interpolation above: moving a closed line r(s) outward by d(s) adds
    /// integral d ds + 1/2 integral k d^2 ds, k being the curvature (integrate the shoelace formula by parts; the
    /// terms with d' cancel). d is piecewise linear and k piecewise constant, so Simpson's rule is exact. A sharp
    /// corner is an arc of no length that turns by pi/2: it adds the fan 1/2 (pi/2) d^2.
    struct CutForm {
        PerSector<double> linear{};                ///< m of wall that a sector's depth stands for
        PerSector<PerSector<double>> quadratic{};  ///< dimensionless

        [[nodiscard]] Area areaAdded(const PerSector<Length>& depths) const;
    };
    [[nodiscard]] CutForm cutForm() const;

private:
    struct Piece {
        double start = 0.0;
        double length = 0.0;
        double turn = 0.0;  ///< radians, clockwise positive; 0 for a straight piece
        Point from;
        double heading = 0.0;  ///< direction of travel at the start, radians clockwise from "to the right"
    };
    struct Weight {
        std::size_t sector;
        double share;
    };
    struct Weights {
        Weight before;
        Weight after;
    };

    void build(const RoundedRectangle& section);
    void build(const Outline& outline);
    /// Adds a piece that goes on from where the last one ended.
    void add(double length, double turn);

    [[nodiscard]] Weights weightsAt(double along) const;
    [[nodiscard]] const Piece& pieceAt(double along) const;
    [[nodiscard]] std::vector<double> breaksOf(const Piece& piece) const;

    std::vector<Piece> m_pieces;
    PerSector<double> m_middles{};
    double m_length = 0.0;
    Point m_at;  ///< where the last piece ends, and its heading there; used while building
    double m_heading = 0.0;
    Point m_centre;  ///< the point from which the sectors are seen
};

/// Points round a section whose wall has been moved.
inline constexpr std::size_t kMovedPoints = 96;
/// A section with its wall moved outward by a depth per sector, as a cut moves it, in kMovedPoints points; the section
/// itself where nothing moves.
Section movedWall(const Section& section, const PerSector<Length>& depths);

/// Area enclosed by a closed polygon (shoelace formula), m2; positive for a clockwise run in this frame.
double polygonArea(std::span<const Point> points);

}  // namespace euryth::geometry
