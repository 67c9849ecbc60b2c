// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "cutting/solve.hpp"
#include "floor_line.hpp"
#include "geometry/wall_contour.hpp"
#include "speed_model.hpp"

namespace euryth::cutting {

/// Depths between which the solution lies, mm, station by station.
struct Bounds {
    std::vector<double> lower;
    std::vector<double> upper;
    std::vector<bool> settled;  ///< by a hand: taken as they are, not in steps
};
Bounds boundsOf(const CutProblem& problem);

/// The sum of squares that solve() makes least, worked out at depths in mm. It keeps what it needs of the problem,
/// which has to outlive it.
class Objective {
public:
    Objective(const CutProblem& problem, const CutWeights& weights);

    /// Sum of squares at depths `x` (mm); adds its gradient to `g`, which starts at zero.
    double operator()(const std::vector<double>& x, std::vector<double>& g) const;
    double operator()(const DepthField& depths) const;

private:
    /// What it needs of one station, worked out once.
    struct StationTerms {
        geometry::WallContour::CutForm form;
        double netArea = 0.0;
        double target = 0.0;  ///< 0: no plan
        geometry::PerSector<std::optional<double>> ratio{};
    };
    static StationTerms termsOf(const CutStation& station);
    using Vector = std::vector<double>;
    double stationTerm(std::size_t i, const Vector& x, Vector& g) const;
    double areaTerm(const StationTerms& t, std::size_t base, const Growth& growth, Vector& g) const;
    double speedTerm(std::size_t i, std::size_t j, const Vector& x, Vector& g) const;
    double radiusTerm(std::size_t i, std::size_t j, const Vector& x, Vector& g) const;
    double alongTerm(std::size_t i, const Vector& x, Vector& g) const;
    static double difference(const Vector& x, Vector& g, std::size_t a, std::size_t b, double weight);

    const CutProblem& m_problem;
    CutWeights m_weights;
    SpeedModel m_speeds;
    RadiusLimit m_radius;
    mutable std::vector<SpeedModel::Slope> m_slopes;  ///< room for each term's
    std::vector<StationTerms> m_terms;
};

}  // namespace euryth::cutting
