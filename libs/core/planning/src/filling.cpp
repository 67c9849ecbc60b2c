// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/filling.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <boost/math/tools/roots.hpp>
#include <boost/numeric/odeint.hpp>

#include "planning/compression.hpp"

namespace euryth::planning {

namespace {

using std::numbers::pi;
using State = std::array<double, 2>;  // mass, kg; internal energy, J

constexpr double kGamma = air::kGamma;
constexpr int kSamples = 360;  // of the time the valve is open after top dead centre
constexpr int kQuickSamples = 90;
constexpr int kMostEvaluations = 5'000'000;

/// Critical pressure ratio (2/(gamma+1))^(gamma/(gamma-1)).
const double kCritical = std::pow(2.0 / (kGamma + 1.0), kGamma / (kGamma - 1.0));

/// Mass flow per effective area from p0, T0 to p: Heywood, eqs. C.8 and C.9. R T0 = p0 / rho0.
double fluxFrom(double p0, double rho0, double p)
{
    // Over the last ten pascals or so the flow falls to nothing in a line instead of with a root: with its endless
    // slope the sum would not come to an end behind a large valve.
    constexpr double hardly = 1e-4;
    const double drop = std::max(0.0, 1.0 - p / p0);
    const double ratio = std::clamp(p / p0, kCritical, 1.0 - hardly);
    const double square =
        2.0 * kGamma / (kGamma - 1.0) * (std::pow(ratio, 2.0 / kGamma) - std::pow(ratio, (kGamma + 1.0) / kGamma));
    return std::sqrt(p0 * rho0 * square) * std::min(1.0, drop / hardly);
}

/// Mach number in an opening from total to static pressure, at most 1.
double machBehind(double total, double p)
{
    const double ratio = std::clamp(p / total, kCritical, 1.0);
    return std::sqrt(2.0 / (kGamma - 1.0) * (std::pow(ratio, -(kGamma - 1.0) / kGamma) - 1.0));
}

class CylinderGas {
public:
    CylinderGas(const Cylinder& cylinder, const Cam& cam, const Inlet& inlet, const air::AirState& room,
                RotationalSpeed rpm)
        : m_cylinder(cylinder),
          m_cam(cam),
          m_inlet(inlet),
          m_omega(rpm.si()),
          m_p0(room.pressure.si()),
          m_rho0(air::density(room).si())
    {
        m_swept = cylinder.share * sweptVolume(cylinder.drive.bore, cylinder.drive.stroke).si();
        m_clearance = m_swept / (cylinder.compressionRatio - 1.0);
    }

    [[nodiscard]] State start() const { return {m_rho0 * m_clearance, m_p0 * m_clearance / (kGamma - 1.0)}; }
    [[nodiscard]] double swept() const { return m_swept; }
    [[nodiscard]] double roomDensity() const { return m_rho0; }
    [[nodiscard]] double roomPressure() const { return m_p0; }

    /// Volume over the piston at a crank angle: exact slider-crank.
    [[nodiscard]] double volume(double angle) const
    {
        const double a = m_cylinder.drive.stroke.si() / 2.0;
        const double rod = m_cylinder.drive.rod.si();
        const double travel = a + rod - a * std::cos(angle) - std::sqrt(rod * rod - std::pow(a * std::sin(angle), 2));
        return m_clearance + m_swept * travel / (2.0 * a);
    }

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
        constexpr double h = 1e-5;
        const double growth = (volume(angle + h) - volume(angle - h)) / (2.0 * h);
        change = {mdot / m_omega, mdot * enthalpy / m_omega - p * growth};
    }

private:
    const Cylinder& m_cylinder;
    const Cam& m_cam;
    const Inlet& m_inlet;
    mutable int m_evaluations = 0;
    double m_omega;
    double m_p0;
    double m_rho0;
    double m_swept = 0.0;
    double m_clearance = 0.0;
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

SpeedPoint speedPoint(RotationalSpeed rpm, const Filling& f)
{
    return {rpm,           f.volumetricEfficiency, f.meanFlow, f.peakFlow, f.peakDepression,
            f.chokedShare, f.chokedAtHighLift,     f.settled};
}

std::vector<SpeedPoint> sweep(const Cylinder& cylinder, const Cam& cam, const Inlet& inlet, const air::AirState& room,
                              RotationalSpeed from, RotationalSpeed to, int steps, const std::stop_token& stop)
{
    std::vector<SpeedPoint> points;
    for (int i = 0; i <= steps && !(i > 0 && stop.stop_requested()); ++i) {
        const RotationalSpeed rpm = from + (to - from) * (static_cast<double>(i) / steps);
        points.push_back(speedPoint(rpm, fill(cylinder, cam, inlet, room, rpm, Effort::Quick)));
    }
    return points;
}

}  // namespace euryth::planning
