// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "cutting/cut_problem.hpp"

namespace euryth::cutting {

/// Curvature of the floor of a turn after a cut. A line moved by d toward its centre of curvature has k + k^2 d + d''
/// (first order; d'' along the runner, by the stations beside it). Unknowns are depths in mm, station by station.
class FloorLine {
public:
    explicit FloorLine(const CutProblem& problem);

    /// One of the floor's three sectors where the floor is the inside of a turn.
    [[nodiscard]] bool isInside(std::size_t station, std::size_t sector) const;
    /// As it is, 1/m; 0 where there is no turn.
    [[nodiscard]] double curvature(std::size_t station) const { return m_places[station].curvature; }

    struct Bend {
        double value;          ///< 1/m
        double perHere;        ///< slope, 1/m for each mm of depth at the place itself,
        double perBefore = 0;  ///< at the station before it,
        double perBehind = 0;  ///< and behind it; both 0 at an end of the port
    };
    [[nodiscard]] Bend bend(std::size_t station, std::size_t sector, const std::vector<double>& mm) const;

private:
    struct Place {
        double curvature = 0.0;
        double before = 0.0;  ///< to the stations beside it, m; 0 where there is none
        double behind = 0.0;
    };
    std::vector<Place> m_places;
};

/// The short side's radius never falls: nowhere in a turn does the middle of its floor get sharper than its sharpest
/// place was. What lower bounds ask for (the planned shape, a hand) is taken as it is; the corners beside it go by the
/// speed alone.
class RadiusLimit {
public:
    RadiusLimit(const CutProblem& problem, const std::vector<double>& lower);

    /// The floor's own sector at a station of a turn.
    [[nodiscard]] bool holds(std::size_t station, std::size_t sector) const;
    struct Over {
        double share;  ///< of the sharpest curvature, by which a held place is too sharp; 0 or less where it is not
        FloorLine::Bend slopes;  ///< of the share
    };
    [[nodiscard]] Over over(std::size_t station, const std::vector<double>& mm) const;

    /// Takes depth away beside places that are too sharp, a step at a time and never below `least`, until none is or
    /// nothing is left to take away. A depth under `smallest` is no cut.
    void keep(std::vector<double>& mm, const std::vector<double>& least, double step, double smallest) const;

private:
    FloorLine m_line;
    double m_sharpest = 0.0;
    std::vector<double> m_allowed;  ///< per station, 1/m
};

}  // namespace euryth::cutting
