// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "geometry/sector.hpp"
#include "probing/traverse.hpp"

namespace euryth::probing {

/// A smooth picture of the speed over a section, through the readings of a probe set.
///
/// Inside the readings a monotone cubic (a full grid) or inverse-distance weights (free points) join them, so that no
/// speed outside the range of the readings appears; beyond the outermost readings the last one holds. Nearer to the
/// wall than any reading the speed falls off by the seventh-power law, v ~ y^(1/7) (Schlichting, Boundary-Layer Theory,
/// ch. XX), to zero at the wall.
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

    /// Mean speed in the part of the section that lies before each wall sector (from 35 % to 95 % of the way from the
    /// middle to the wall), for judging where the wall asks for metal to go.
    [[nodiscard]] geometry::PerSector<Speed> beforeWall() const;

private:
    SpeedMap(std::span<const PointReading> measured, const geometry::Section& section);
    void fillFromGrid(const TensorGrid& grid, std::span<const PointReading> measured);
    void fillFromPoints(std::span<const PointReading> measured);
    [[nodiscard]] double interpolated(GridPoint p) const;

    geometry::Section m_section;
    geometry::Box m_box;
    std::vector<double> m_table;  ///< row-major, kTable x kTable over u, v in [-1, 1]
    double m_nearest = 0.0;       ///< distance from the wall of the reading nearest to it, m
};

}  // namespace euryth::probing
