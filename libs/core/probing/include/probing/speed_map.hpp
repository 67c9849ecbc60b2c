// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <span>
#include <vector>

#include "geometry/sector.hpp"
#include "probing/traverse.hpp"

namespace euryth::probing {

/// A smooth picture of the speed over a section, through the readings of a probe set.
///
/// The speed is S (1 - t^p)^m, t being the share of the way from the section's middle to the wall; in a rectangle it is
/// the product of that in both directions, and in between a blend by how square the section is. m and p are those of
/// the seventh-power law v ~ y^(1/7) (Schlichting, Boundary-Layer Theory, ch. XX), unless the readings themselves fall
/// more steeply toward all walls: then up to the parabola 1 - t^2 of laminar flow, as far as that explains their
/// scatter. S is what the readings leave, joined by a monotone cubic (a full grid) or inverse-distance weights (free
/// points); beyond the outermost readings the last one holds.
///
/// So the part between the last reading and the wall counts with a profile that ends at the wall, wherever the points
/// stand.
///
/// - the map passes through every reading that lies inside the section;
/// - 0 <= map <= fastest reading, if no reading is negative.
class SpeedMap {
public:
    /// Nothing when fewer than one reading has a speed.
    static std::optional<SpeedMap> through(std::span<const PointReading> readings, const geometry::Section& section);

    /// Speed at `p`; 0 on and outside the wall.
    [[nodiscard]] Speed at(geometry::Point p) const;

    /// Mean over the section by quadrature of the map: unlike the mean of the readings it knows the wall.
    [[nodiscard]] Speed meanOverSection() const;
    /// Mean of f(speed) over the section.
    [[nodiscard]] double average(const std::function<double(Speed)>& f) const;

    /// Mean speed in the part of the section that lies before each wall sector (from 35 % to 95 % of the way from the
    /// middle to the wall), for judging where the wall asks for metal to go.
    [[nodiscard]] geometry::PerSector<Speed> beforeWall() const;

private:
    SpeedMap(std::span<const PointReading> measured, const geometry::Section& section);
    void fillFromGrid(const TensorGrid& grid, std::span<const PointReading> measured);
    void fillFromPoints(std::span<const PointReading> measured);
    [[nodiscard]] double interpolated(GridPoint p) const;
    /// The place in the circle (square) that the section is stretched to.
    [[nodiscard]] GridPoint ofWay(geometry::Point p) const;
    /// What is left of the speed there.
    [[nodiscard]] double profile(GridPoint way, double exponent) const;
    void chooseExponent(std::span<const PointReading> measured);
    /// The speed at a place that is known to lie inside.
    [[nodiscard]] Speed inside(geometry::Point p) const;
    void sample();

    geometry::Section m_section;
    geometry::Point m_middle;
    std::vector<double> m_reach;  ///< from the middle to the wall, m, at even angles from the left over the roof
    double m_square = 0.0;
    double m_exponent = 1.0 / 7.0;
    double m_fastest = 0.0;
    geometry::Box m_box;
    std::vector<double> m_table;   ///< row-major, kTable x kTable over u, v in [-1, 1]
    std::vector<Speed> m_samples;  ///< at places spread evenly over the section
};

}  // namespace euryth::probing
