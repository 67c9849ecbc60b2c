// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/outlet.hpp"

#include <cmath>

#include <boost/math/tools/roots.hpp>

#include "orifice.hpp"

namespace euryth::planning {

namespace {

/// sqrt(gamma) (2 / (gamma + 1))^((gamma + 1) / (2 (gamma - 1)))
double sonicFlux(double gamma)
{
    return std::sqrt(gamma) * std::pow(2.0 / (gamma + 1.0), (gamma + 1.0) / (2.0 * (gamma - 1.0)));
}

double root(const std::function<double(double)>& f, double low, double high)
{
    boost::uintmax_t steps = 60;
    constexpr int digits = 42;
    const auto bracket =
        boost::math::tools::toms748_solve(f, low, high, boost::math::tools::eps_tolerance<double>(digits), steps);
    return (bracket.first + bracket.second) / 2.0;
}

}  // namespace

Area sonicArea(MassFlow flow, const GasAtRest& before)
{
    return Area::fromSi(flow.si() / (std::sqrt(before.pressure.si() * before.density.si()) * sonicFlux(before.gamma)));
}

MassFlow sonicFlowThrough(Area area, const GasAtRest& before)
{
    return MassFlow::fromSi(area.si() * std::sqrt(before.pressure.si() * before.density.si()) *
                            sonicFlux(before.gamma));
}

Outlet::Outlet(EffectiveArea opening, const std::vector<RunnerOut>& runner) : m_opening(std::move(opening))
{
    std::vector<double> flows;
    std::vector<double> pressures;
    for (const RunnerOut& point : runner) {
        flows.push_back(point.sonic.si());
        pressures.push_back(point.pressure);
    }
    m_most = flows.back();
    m_runner.emplace(std::move(flows), std::move(pressures));
}

Outlet::Passing Outlet::passing(Length lift, const GasAtRest& before, AbsolutePressure behind) const
{
    const double area = m_opening(lift).si();
    const double p0 = before.pressure.si();
    const double rho0 = before.density.si();
    const double p2 = behind.si();
    if (!(area > 0.0) || p2 >= p0)
        return {{}, 0.0, false, behind};
    const auto through = [&](double p) { return area * fluxFrom(p0, rho0, p, before.gamma); };
    if (!m_runner)
        return {MassFlow::fromSi(through(p2)), machBehind(p0, p2, before.gamma), false, behind};
    // R T0 stays the same, so that the density of the gas at rest goes with its total pressure.
    const double perPressure = std::sqrt(rho0 / p0) * sonicFlux(before.gamma);
    const auto sonic = [&](double p1) { return through(p1) / (p1 * perPressure); };
    // Over the most that passes the answer is where just that passes; the steep line leads there.
    const double steep = 1e4 * p0 / m_most;
    const auto spare = [&](double p1) {
        const double flow = sonic(p1);
        return flow > m_most ? -steep * (flow - m_most) : p1 * (*m_runner)(flow)-p2;
    };
    const double p1 = spare(p2) >= 0.0 ? p2 : root(spare, p2, p0);
    const double flow = sonic(p1);
    constexpr double rounding = 1e-9;
    const bool choked = flow >= m_most * (1.0 - rounding);
    return {MassFlow::fromSi(std::min(flow, m_most) * p1 * perPressure), machBehind(p0, p1, before.gamma), choked,
            AbsolutePressure::fromSi(p1)};
}

AbsolutePressure Outlet::entryFor(MassFlow flow, const GasAtRest& gas, AbsolutePressure behind) const
{
    if (!m_runner || !(flow > MassFlow{}))
        return behind;
    const double scale = flow.si() / (std::sqrt(gas.density.si() / gas.pressure.si()) * sonicFlux(gas.gamma));
    const double least = scale / m_most;
    const auto spare = [&](double p1) { return p1 * (*m_runner)(std::min(scale / p1, m_most)) - behind.si(); };
    if (spare(least) >= 0.0)
        return AbsolutePressure::fromSi(least);
    double high = std::max(2.0 * least, 2.0 * behind.si());
    while (spare(high) < 0.0)
        high *= 2.0;
    return AbsolutePressure::fromSi(root(spare, least, high));
}

Area Outlet::backward(Length lift) const
{
    const double area = m_opening(lift).si();
    if (!m_runner || !(area > 0.0))
        return Area::fromSi(area);
    // (1 - p/p0) over the square of the flow: of an orifice of area A it is 1 / (2 A^2) for a slow flow; the sonic area
    // of a flow m is m over sqrt(p0 rho0) and the flux.
    const double moderate = m_most / 4.0;
    const double flux = sonicFlux(air::kGamma);
    const double loss = 2.0 * (1.0 - (*m_runner)(moderate)) / (moderate * moderate * flux * flux);
    return Area::fromSi(1.0 / std::sqrt(1.0 / (area * area) + loss));
}

}  // namespace euryth::planning
