// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/filling.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <boost/math/tools/roots.hpp>
#include <boost/numeric/odeint.hpp>

#include "orifice.hpp"

namespace euryth::planning {

namespace {

using std::numbers::pi;
using State = std::array<double, 2>;  // mass, kg; internal energy, J

constexpr double kGamma = air::kGamma;
constexpr int kSamples = 360;  // of the time the valve is open after top dead centre
constexpr int kQuickSamples = 90;

class CylinderGas {
public:
    CylinderGas(const Cylinder& cylinder, const Cam& cam, const Inlet& inlet, const air::AirState& room,
                RotationalSpeed rpm)
        : m_cam(cam),
          m_inlet(inlet),
          m_omega(rpm.si()),
          m_p0(room.pressure.si()),
          m_rho0(air::density(room).si()),
          m_volume(cylinder.drive, cylinder.compressionRatio, cylinder.share)
    {
    }

    [[nodiscard]] State start() const
    {
        return {m_rho0 * m_volume.clearance(), m_p0 * m_volume.clearance() / (kGamma - 1.0)};
    }
    [[nodiscard]] double swept() const { return m_volume.swept(); }
    [[nodiscard]] double roomDensity() const { return m_rho0; }
    [[nodiscard]] double roomPressure() const { return m_p0; }

    [[nodiscard]] double volume(double angle) const { return m_volume.at(angle); }
    [[nodiscard]] double pressure(const State& x, double angle) const { return (kGamma - 1.0) * x[1] / volume(angle); }

    /// What flows into the cylinder; negative: back out.
    [[nodiscard]] Inlet::Passing flow(const State& x, double angle) const
    {
        const Length lift = liftAt(m_cam, Angle::fromSi(angle));
        const double p = pressure(x, angle);
        const auto before = AbsolutePressure::fromSi(m_p0);
        const auto density = Density::fromSi(m_rho0);
        if (p <= m_p0)
            return m_inlet.passing(lift, before, density, AbsolutePressure::fromSi(p));
        const double area = m_inlet.backward(lift, before, density).si();
        return {MassFlow::fromSi(-area * fluxFrom(p, x[0] / volume(angle), m_p0)), machBehind(p, m_p0), false};
    }

    [[nodiscard]] bool tooLong() const { return m_evaluations > kMostEvaluations; }

    /// Change per radian of crank: what flows brings its enthalpy, the piston takes its work.
    void operator()(const State& x, State& change, double angle) const
    {
        if (++m_evaluations > kMostEvaluations) {  // nothing changes any more, so that the integration ends at once
            change = {};
            return;
        }
        const double mdot = flow(x, angle).flow.si();
        const double p = pressure(x, angle);
        const double enthalpy = kGamma / (kGamma - 1.0) * (mdot >= 0.0 ? m_p0 / m_rho0 : p * volume(angle) / x[0]);
        change = {mdot / m_omega, mdot * enthalpy / m_omega - p * m_volume.growth(angle)};
    }

private:
    const Cam& m_cam;
    const Inlet& m_inlet;
    mutable int m_evaluations = 0;
    double m_omega;
    double m_p0;
    double m_rho0;
    CylinderVolume m_volume;
};

FillingPoint pointOf(const CylinderGas& gas, const State& x, double angle)
{
    FillingPoint point;
    point.crank = Angle::fromSi(angle);
    point.pressure = AbsolutePressure::fromSi(gas.pressure(x, angle));
    const Inlet::Passing passing = gas.flow(x, angle);
    point.flow = passing.flow;
    point.runnerChoked = passing.runnerChoked;
    point.openingMach = passing.runnerChoked ? 1.0 : passing.valveMach;
    return point;
}

}  // namespace

EffectiveArea areaThrough(std::vector<double> lifts, std::vector<double> areas)
{
    const double last = lifts.back();
    return [curve = geometry::MonotoneCubic(std::move(lifts), std::move(areas)), last](Length lift) {
        return Area::fromSi(curve(std::clamp(lift.si(), 0.0, last)));
    };
}

Inlet::Inlet(EffectiveArea opening, const std::vector<std::pair<MassFlow, double>>& behind)
    : m_opening(std::move(opening))
{
    std::vector<double> flows;
    std::vector<double> shares;
    for (const auto& [flow, share] : behind) {
        flows.push_back(flow.si());
        shares.push_back(share);
    }
    m_most = flows.back();
    m_behind.emplace(std::move(flows), std::move(shares));
}

Inlet::Passing Inlet::passing(Length lift, AbsolutePressure before, Density density, AbsolutePressure behind) const
{
    const double area = m_opening(lift).si();
    const double p0 = before.si();
    const double rho0 = density.si();
    const double p = behind.si();
    if (!(area > 0.0))
        return {};
    // R T0 stays the same along the runner, so that the density of still air falls with its total pressure.
    const auto through = [&](double share) { return area * fluxFrom(p0 * share, rho0 * share, p); };
    if (!m_behind)
        return {MassFlow::fromSi(through(1.0)), machBehind(p0, p), false};
    const auto spare = [&](double flow) {
        const double share = (*m_behind)(flow);
        return (p < p0 * share ? through(share) : 0.0) - flow;
    };
    if (spare(m_most) >= 0.0)
        return {MassFlow::fromSi(m_most), machBehind(p0 * (*m_behind)(m_most), p), true};
    if (spare(0.0) <= 0.0)
        return {};
    boost::uintmax_t steps = 60;
    const auto bracket =
        boost::math::tools::toms748_solve(spare, 0.0, m_most, boost::math::tools::eps_tolerance<double>(42), steps);
    const double flow = (bracket.first + bracket.second) / 2.0;
    return {MassFlow::fromSi(flow), machBehind(p0 * (*m_behind)(flow), p), false};
}

Area Inlet::backward(Length lift, AbsolutePressure before, Density density) const
{
    const double area = m_opening(lift).si();
    if (!m_behind || !(area > 0.0))
        return Area::fromSi(area);
    const double moderate = m_most / 4.0;
    const double loss = 2.0 * density.si() * before.si() * (1.0 - (*m_behind)(moderate)) / (moderate * moderate);
    return Area::fromSi(1.0 / std::sqrt(1.0 / (area * area) + loss));
}

Filling fill(const Cylinder& cylinder, const Cam& cam, const Inlet& inlet, const air::AirState& room,
             RotationalSpeed rpm, Effort effort)
{
    namespace odeint = boost::numeric::odeint;
    const CylinderGas gas(cylinder, cam, inlet, room, rpm);
    State x = gas.start();
    const double atStart = x[0];
    const double end = closes(cam).si();
    // The tolerances are shares of a cylinder full: mg and mJ where that is grams and kJ.
    const double tolerance = effort == Effort::Full ? 1e-10 : 1e-7;
    const int samples = effort == Effort::Full ? kSamples : kQuickSamples;
    const auto stepper = odeint::make_controlled<odeint::runge_kutta_dopri5<State>>(1e-3 * tolerance, tolerance);
    const Length halfLift = cam.lift / 2.0;
    Filling filling;
    int choked = 0;
    int high = 0;
    int chokedHigh = 0;
    const double step = end / samples;
    for (int i = 0; i <= samples && !gas.tooLong(); ++i) {
        const double angle = end * i / samples;
        if (i > 0)
            odeint::integrate_adaptive(stepper, std::ref(gas), x, end * (i - 1) / samples, angle, step);
        const FillingPoint point = pointOf(gas, x, angle);
        filling.points.push_back(point);
        filling.peakDepression = std::max(filling.peakDepression, room.pressure - point.pressure);
        filling.peakFlow = std::max(filling.peakFlow, point.flow);
        const bool isChoked = point.openingMach >= 1.0 - 1e-9;
        const bool isHigh = liftAt(cam, point.crank) >= halfLift;
        choked += isChoked ? 1 : 0;
        high += isHigh ? 1 : 0;
        chokedHigh += isChoked && isHigh ? 1 : 0;
    }
    filling.settled = !gas.tooLong();
    filling.chokedShare = static_cast<double>(choked) / (samples + 1);
    filling.chokedAtHighLift = static_cast<double>(chokedHigh) / std::max(1, high);
    filling.volumetricEfficiency = (x[0] - atStart) / (gas.roomDensity() * gas.swept());
    filling.meanFlow = MassFlow::fromSi((x[0] - atStart) * rpm.si() / (4.0 * pi));
    return filling;
}

double machIndex(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area, const air::AirState& room,
                 RotationalSpeed rpm)
{
    double sum = 0.0;
    for (int i = 0; i < kSamples; ++i) {
        const Angle crank = opens(cam) + (closes(cam) - opens(cam)) * ((i + 0.5) / kSamples);
        sum += area(liftAt(cam, crank)).si();
    }
    const double meanEffective = sum / kSamples;  // C_i times the valve's area, which so drops out of Z
    return cylinder.share * pistonArea(cylinder.drive).si() / meanEffective *
           (meanPistonSpeed(cylinder.drive, rpm) / air::speedOfSound(room));
}

}  // namespace euryth::planning
