// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>

#include "air/moist_air.hpp"
#include "planning/compression.hpp"
#include "planning/demand.hpp"

/// What every sum of a cylinder's gas exchange is made of. SI.
namespace euryth::planning {

/// Evaluations after which an integration is given up.
inline constexpr int kMostEvaluations = 5'000'000;

/// Critical pressure ratio (2/(gamma+1))^(gamma/(gamma-1)).
inline double criticalRatio(double gamma) { return std::pow(2.0 / (gamma + 1.0), gamma / (gamma - 1.0)); }

/// Mass flow per effective area from p0, rho0 at rest to p: Heywood, eqs. C.8 and C.9. R T0 = p0 / rho0.
inline double fluxFrom(double p0, double rho0, double p, double gamma = air::kGamma)
{
    // Over the last ten pascals or so the flow falls to nothing in a line instead of with a root: with its endless
    // slope the sum would not come to an end behind a large valve.
    constexpr double hardly = 1e-4;
    const double drop = std::max(0.0, 1.0 - p / p0);
    const double ratio = std::clamp(p / p0, criticalRatio(gamma), 1.0 - hardly);
    const double square =
        2.0 * gamma / (gamma - 1.0) * (std::pow(ratio, 2.0 / gamma) - std::pow(ratio, (gamma + 1.0) / gamma));
    return std::sqrt(p0 * rho0 * square) * std::min(1.0, drop / hardly);
}

/// Mach number in an opening from total to static pressure, at most 1.
inline double machBehind(double total, double p, double gamma = air::kGamma)
{
    const double ratio = std::clamp(p / total, criticalRatio(gamma), 1.0);
    return std::sqrt(2.0 / (gamma - 1.0) * (std::pow(ratio, -(gamma - 1.0) / gamma) - 1.0));
}

/// The volume over the piston, or a share of it: exact slider-crank.
class CylinderVolume {
public:
    CylinderVolume(const CrankDrive& drive, double compressionRatio, double share)
        : m_crank(drive.stroke.si() / 2.0),
          m_rod(drive.rod.si()),
          m_swept(share * sweptVolume(drive.bore, drive.stroke).si()),
          m_clearance(m_swept / (compressionRatio - 1.0))
    {
    }

    [[nodiscard]] double swept() const { return m_swept; }
    [[nodiscard]] double clearance() const { return m_clearance; }
    /// At a crank angle after top dead centre.
    [[nodiscard]] double at(double angle) const
    {
        const double sine = m_crank * std::sin(angle);
        const double travel = m_crank + m_rod - m_crank * std::cos(angle) - std::sqrt(m_rod * m_rod - sine * sine);
        return m_clearance + m_swept * travel / (2.0 * m_crank);
    }
    /// Its growth per radian.
    [[nodiscard]] double growth(double angle) const
    {
        const double sine = m_crank * std::sin(angle);
        const double cosine = m_crank * std::cos(angle);
        return m_swept / (2.0 * m_crank) * (sine + sine * cosine / std::sqrt(m_rod * m_rod - sine * sine));
    }

private:
    double m_crank;
    double m_rod;
    double m_swept;
    double m_clearance;
};

}  // namespace euryth::planning
