// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/filling.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <boost/numeric/odeint.hpp>

#include "planning/compression.hpp"

namespace euryth::planning {

namespace {

using std::numbers::pi;
using State = std::array<double, 2>;  // mass, kg; internal energy, J

constexpr double kGamma = air::kGamma;
constexpr int kSamples = 360;  // of the time the valve is open after top dead centre

/// Critical pressure ratio (2/(gamma+1))^(gamma/(gamma-1)).
const double kCritical = std::pow(2.0 / (kGamma + 1.0), kGamma / (kGamma - 1.0));

/// Mass flow per effective area from p0, T0 to p: Heywood, eqs. C.8 and C.9. R T0 = p0 / rho0.
double fluxFrom(double p0, double rho0, double p)
{
    const double ratio = std::clamp(p / p0, kCritical, 1.0);
    const double square =
        2.0 * kGamma / (kGamma - 1.0) * (std::pow(ratio, 2.0 / kGamma) - std::pow(ratio, (kGamma + 1.0) / kGamma));
    return std::sqrt(p0 * rho0 * std::max(0.0, square));
}

class CylinderGas {
public:
    CylinderGas(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area, const air::AirState& room,
                RotationalSpeed rpm)
        : m_cylinder(cylinder),
          m_cam(cam),
          m_area(area),
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

    /// Mass flow into the cylinder.
    [[nodiscard]] double flow(const State& x, double angle) const
    {
        const double area = m_area(liftAt(m_cam, Angle::fromSi(angle))).si();
        const double p = pressure(x, angle);
        if (p <= m_p0)
            return area * fluxFrom(m_p0, m_rho0, p);
        return -area * fluxFrom(p, x[0] / volume(angle), m_p0);
    }

    /// Change per radian of crank: what flows brings its enthalpy, the piston takes its work.
    void operator()(const State& x, State& change, double angle) const
    {
        const double mdot = flow(x, angle);
        const double p = pressure(x, angle);
        const double enthalpy = kGamma / (kGamma - 1.0) * (mdot >= 0.0 ? m_p0 / m_rho0 : p * volume(angle) / x[0]);
        constexpr double h = 1e-5;
        const double growth = (volume(angle + h) - volume(angle - h)) / (2.0 * h);
        change = {mdot / m_omega, mdot * enthalpy / m_omega - p * growth};
    }

private:
    const Cylinder& m_cylinder;
    const Cam& m_cam;
    const EffectiveArea& m_area;
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
    const double p = gas.pressure(x, angle);
    point.pressure = AbsolutePressure::fromSi(p);
    point.flow = MassFlow::fromSi(gas.flow(x, angle));
    const double ratio = std::clamp(p / gas.roomPressure(), kCritical, 1.0);
    point.openingMach = std::sqrt(2.0 / (kGamma - 1.0) * (std::pow(ratio, -(kGamma - 1.0) / kGamma) - 1.0));
    return point;
}

}  // namespace

Filling fill(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area, const air::AirState& room,
             RotationalSpeed rpm)
{
    namespace odeint = boost::numeric::odeint;
    const CylinderGas gas(cylinder, cam, area, room, rpm);
    State x = gas.start();
    const double atStart = x[0];
    const double end = closes(cam).si();
    // The tolerances are shares of a cylinder full: mg and mJ where that is grams and kJ.
    const auto stepper = odeint::make_controlled<odeint::runge_kutta_dopri5<State>>(1e-13, 1e-10);
    Filling filling;
    int choked = 0;
    double step = 1e-3;
    for (int i = 0; i <= kSamples; ++i) {
        const double angle = end * i / kSamples;
        if (i > 0)
            odeint::integrate_adaptive(stepper, std::ref(gas), x, end * (i - 1) / kSamples, angle, step);
        const FillingPoint point = pointOf(gas, x, angle);
        filling.points.push_back(point);
        filling.peakDepression = std::max(filling.peakDepression, room.pressure - point.pressure);
        filling.peakFlow = std::max(filling.peakFlow, point.flow);
        choked += point.openingMach >= 1.0 - 1e-9 ? 1 : 0;
    }
    filling.chokedShare = static_cast<double>(choked) / (kSamples + 1);
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

std::vector<SpeedPoint> sweep(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area,
                              const air::AirState& room, RotationalSpeed from, RotationalSpeed to, int steps)
{
    std::vector<SpeedPoint> points;
    for (int i = 0; i <= steps; ++i) {
        const RotationalSpeed rpm = from + (to - from) * (static_cast<double>(i) / steps);
        const Filling f = fill(cylinder, cam, area, room, rpm);
        points.push_back({rpm, f.volumetricEfficiency, f.meanFlow, f.peakDepression, f.chokedShare});
    }
    return points;
}

}  // namespace euryth::planning
