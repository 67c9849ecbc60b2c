// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "cutting/cut_problem.hpp"
#include "floor_line.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::cutting {

inline constexpr double kMm = 1e-3;  ///< unknowns are in mm, which scales them to about 1

/// Area that depths (mm, eight from `base` on) add to a section, m2, and its slope for each mm.
struct Growth {
    double added = 0.0;
    geometry::PerSector<double> slope{};
};
Growth growthOf(const geometry::WallContour::CutForm& form, const std::vector<double>& mm, std::size_t base);

/// How cuts change the ratio of local to mean speed before a sector of the wall (see ratiosAfter()). Unknowns are
/// depths in mm, station by station.
class SpeedModel {
public:
    explicit SpeedModel(const CutProblem& problem);

    struct Slope {
        std::size_t unknown;
        double perMm;
    };
    /// Nothing where the ratio is not known. `slopes` is replaced by the derivatives that are not 0.
    [[nodiscard]] std::optional<double> after(std::size_t station, std::size_t sector, const std::vector<double>& mm,
                                              std::vector<Slope>& slopes) const;

private:
    struct Terms {
        geometry::WallContour::CutForm form;
        double section = 0.0;
        geometry::PerSector<double> shares{};
        geometry::PerSector<std::optional<double>> ratio{};
        double height = 0.0;
    };
    /// Both give the factor by which the ratio changes, and add their own slopes to `slopes`.
    [[nodiscard]] double byTube(std::size_t station, std::size_t sector, const std::vector<double>& mm,
                                std::vector<Slope>& slopes) const;
    [[nodiscard]] double byVortex(std::size_t station, std::size_t sector, const std::vector<double>& mm,
                                  std::vector<Slope>& slopes) const;

    FloorLine m_floor;
    std::vector<Terms> m_terms;
};

}  // namespace euryth::cutting
