// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/gas_exchange.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include <boost/numeric/odeint.hpp>

#include "orifice.hpp"

namespace euryth::planning {

namespace {

using std::numbers::pi;

/// After which it is given up; a usual sum takes some five thousand.
constexpr int kMostOfExchange = 1'000'000;

/// What is integrated: the cylinder's gas; what stands in the intake port having come from it; and the books.
enum : std::size_t {
    kFresh,  ///< kg
    kBurned,
    kEnergy,     ///< internal, J
    kPortFresh,  ///< kg, in the intake port, having come from the cylinder
    kPortBurned,
    kPortEnthalpy,  ///< J
    kOut,           ///< kg through the exhaust, net
    kFreshOut,
    kIn,        ///< kg of fresh air from outside
    kHeat,      ///< enthalpy out through the exhaust less that in from outside, J
    kWork,      ///< by the gas, J
    kBackWork,  ///< by the gas from bottom to top dead centre: under 0
    kSize
};
using Books = std::array<double, kSize>;

double gasConstantOf(const air::AirState& charge)
{
    return charge.pressure.si() / (air::density(charge).si() * charge.temperature.si());
}

/// A mix of fresh and burned gas, both with the same gas constant.
struct Mix {
    double gasConstant = 0.0;
    double mass = 0.0;
    double heatCapacity = 0.0;  ///< at constant volume, J/K

    Mix(double r, double fresh, double burned)
        : gasConstant(r),
          mass(fresh + burned),
          heatCapacity(r * (fresh / (air::kGamma - 1.0) + burned / (kBurnedGamma - 1.0)))
    {
    }
    [[nodiscard]] double gamma() const { return 1.0 + gasConstant * mass / heatCapacity; }
};

/// A stream through a valve: mass and what goes with it, in a second.
struct Stream {
    double fresh = 0.0;
    double burned = 0.0;
    double enthalpy = 0.0;
};

class Exchange {
public:
    Exchange(const Cylinder& cylinder, const ExhaustSide& exhaust, const std::optional<IntakeSide>& intake,
             const air::AirState& charge, RotationalSpeed rpm)
        : m_exhaust(exhaust),
          m_intake(intake),
          m_omega(rpm.si()),
          m_volume(cylinder.drive, cylinder.compressionRatio, cylinder.share),
          m_chargePressure(charge.pressure.si()),
          m_chargeDensity(air::density(charge).si()),
          m_gasConstant(gasConstantOf(charge)),
          m_pipe(exhaust.pipe.si()),
          m_pipeTemperature(pipeTemperature(exhaust.atOpening, exhaust.pipe).si())
    {
        m_mass = exhaust.atOpening.pressure.si() * m_volume.at(start()) /
                 (m_gasConstant * exhaust.atOpening.temperature.si());
    }

    [[nodiscard]] double start() const { return opens(m_exhaust.cam).si(); }
    [[nodiscard]] double massAtStart() const { return m_mass; }
    [[nodiscard]] double chargeDensity() const { return m_chargeDensity; }
    [[nodiscard]] double swept() const { return m_volume.swept(); }
    [[nodiscard]] bool tooLong() const { return m_evaluations > kMostOfExchange; }
    [[nodiscard]] Books initial() const
    {
        Books x{};
        x[kBurned] = m_mass;
        x[kEnergy] = m_exhaust.atOpening.pressure.si() * m_volume.at(start()) / (kBurnedGamma - 1.0);
        return x;
    }

    [[nodiscard]] ExchangePoint point(const Books& tried, double angle) const
    {
        const Books x = possible(tried);
        const Mix mix(m_gasConstant, x[kFresh], x[kBurned]);
        ExchangePoint p;
        p.crank = Angle::fromSi(angle);
        p.temperature = Temperature::fromSi(x[kEnergy] / mix.heatCapacity);
        p.pressure = AbsolutePressure::fromSi(mix.mass * m_gasConstant * p.temperature.si() / m_volume.at(angle));
        const GasAtRest gas{p.pressure, Density::fromSi(mix.mass / m_volume.at(angle)), mix.gamma()};
        passExhaust(gas, p);
        if (m_intake)
            passIntake(gas, p);
        return p;
    }

    /// Change per radian of crank.
    void operator()(const Books& tried, Books& change, double angle) const
    {
        change = {};
        if (++m_evaluations > kMostOfExchange)  // nothing changes any more, so that the integration ends at once
            return;
        const Books x = possible(tried);
        const ExchangePoint p = point(x, angle);
        const Stream out = exhaustStream(x, p);
        const Stream in = intakeStream(x, p, change);
        const double work = p.pressure.si() * m_volume.growth(angle) * m_omega;
        change[kFresh] = in.fresh - out.fresh;
        change[kBurned] = in.burned - out.burned;
        change[kEnergy] = in.enthalpy - out.enthalpy - work;
        change[kOut] = out.fresh + out.burned;
        change[kFreshOut] = out.fresh;
        change[kHeat] += out.enthalpy;
        change[kWork] = work;
        change[kBackWork] = angle > -pi && angle < 0.0 ? work - m_pipe * m_volume.growth(angle) * m_omega : 0.0;
        for (double& c : change)
            c /= m_omega;
    }

private:
    /// A step that the integration tries and takes back may lead to less than no gas, or to none that is warm.
    [[nodiscard]] Books possible(Books x) const
    {
        constexpr double least = 1e-6;  // of the gas at the start
        constexpr double coldest = 50.0;
        x[kFresh] = std::max(0.0, x[kFresh]);
        x[kBurned] = std::max(x[kFresh] > 0.0 ? 0.0 : least * m_mass, x[kBurned]);
        const Mix mix(m_gasConstant, x[kFresh], x[kBurned]);
        x[kEnergy] = std::max(coldest * mix.heatCapacity, x[kEnergy]);
        return x;
    }

    void passExhaust(const GasAtRest& gas, ExchangePoint& p) const
    {
        const Length lift = liftAt(m_exhaust.cam, p.crank);
        const Outlet& outlet = *m_exhaust.outlet;
        if (p.pressure.si() >= m_pipe) {
            const Outlet::Passing passing = outlet.passing(lift, gas, m_exhaust.pipe);
            p.out = passing.flow * m_exhaust.times;
            p.exhaustMach = passing.runnerChoked ? 1.0 : passing.valveMach;
            p.exhaustRunnerChoked = passing.runnerChoked;
            p.beforeRunner = passing.between;
            return;
        }
        const double density = m_pipe / (m_gasConstant * m_pipeTemperature);
        p.out = MassFlow::fromSi(-m_exhaust.times * outlet.backward(lift).si() *
                                 fluxFrom(m_pipe, density, p.pressure.si(), kBurnedGamma));
        p.exhaustMach = machBehind(m_pipe, p.pressure.si(), kBurnedGamma);
        p.beforeRunner = m_exhaust.pipe;
    }

    void passIntake(const GasAtRest& gas, ExchangePoint& p) const
    {
        const Length lift = liftAt(m_intake->cam, p.crank);
        const auto before = AbsolutePressure::fromSi(m_chargePressure);
        const auto density = Density::fromSi(m_chargeDensity);
        if (p.pressure <= before) {
            const Inlet::Passing passing = m_intake->inlet->passing(lift, before, density, p.pressure);
            p.in = passing.flow * m_intake->times;
            p.intakeMach = passing.runnerChoked ? 1.0 : passing.valveMach;
            p.intakeRunnerChoked = passing.runnerChoked;
            return;
        }
        const double area = m_intake->inlet->backward(lift, before, density).si();
        p.in = MassFlow::fromSi(-m_intake->times * area *
                                fluxFrom(gas.pressure.si(), gas.density.si(), m_chargePressure, gas.gamma));
        p.intakeMach = machBehind(gas.pressure.si(), m_chargePressure, gas.gamma);
    }

    /// `flow` of the cylinder's own gas.
    [[nodiscard]] Stream ofCylinder(const Books& x, double flow) const
    {
        const Mix mix(m_gasConstant, x[kFresh], x[kBurned]);
        const double temperature = x[kEnergy] / mix.heatCapacity;
        const double heat = mix.heatCapacity / mix.mass + m_gasConstant;  // at constant pressure, for each kg
        return {flow * x[kFresh] / mix.mass, flow * x[kBurned] / mix.mass, flow * heat * temperature};
    }

    [[nodiscard]] Stream exhaustStream(const Books& x, const ExchangePoint& p) const
    {
        const double flow = p.out.si();
        if (flow >= 0.0)
            return ofCylinder(x, flow);
        const double heat = m_gasConstant * kBurnedGamma / (kBurnedGamma - 1.0);
        return {0.0, flow, flow * heat * m_pipeTemperature};
    }

    /// And what it does to the gas in the intake port and to the books.
    [[nodiscard]] Stream intakeStream(const Books& x, const ExchangePoint& p, Books& change) const
    {
        const double flow = p.in.si();
        if (flow < 0.0) {
            const Stream back = ofCylinder(x, -flow);
            change[kPortFresh] = back.fresh;
            change[kPortBurned] = back.burned;
            change[kPortEnthalpy] = back.enthalpy;
            return {-back.fresh, -back.burned, -back.enthalpy};
        }
        // The last of it comes mixed with fresh air, so that the change is smooth.
        const double inPort = std::max(0.0, x[kPortFresh] + x[kPortBurned]);
        const double share = std::min(1.0, inPort / (1e-3 * m_mass));
        const double ofPort = inPort > 0.0 ? share * flow / inPort : 0.0;
        const double fresh = flow * (1.0 - share);
        const double heat = air::kGamma / (air::kGamma - 1.0) * m_chargePressure / m_chargeDensity;
        change[kPortFresh] = -ofPort * x[kPortFresh];
        change[kPortBurned] = -ofPort * x[kPortBurned];
        change[kPortEnthalpy] = -ofPort * x[kPortEnthalpy];
        change[kIn] = fresh;
        change[kHeat] = -fresh * heat;
        return {fresh + ofPort * x[kPortFresh], ofPort * x[kPortBurned], fresh * heat + ofPort * x[kPortEnthalpy]};
    }

    const ExhaustSide& m_exhaust;
    const std::optional<IntakeSide>& m_intake;
    double m_omega;
    CylinderVolume m_volume;
    double m_chargePressure;
    double m_chargeDensity;
    double m_gasConstant;
    double m_pipe;
    double m_pipeTemperature;
    double m_mass = 0.0;
    mutable int m_evaluations = 0;
};

/// Shares of points.
struct Tally {
    int all = 0;
    int choked = 0;
    void add(bool isChoked)
    {
        ++all;
        choked += isChoked ? 1 : 0;
    }
    [[nodiscard]] double share() const { return static_cast<double>(choked) / std::max(1, all); }
};

bool isChoked(double mach) { return mach >= 1.0 - 1e-9; }

void judgeExhaust(const ExhaustSide& side, Angle driven, const std::vector<ExchangePoint>& points, Emptying& emptying)
{
    Tally open;
    Tally high;
    for (const ExchangePoint& p : points) {
        if (p.crank > closes(side.cam))
            break;
        const bool isDriven = p.crank >= driven;
        emptying.peakFlow = std::max(emptying.peakFlow, p.out);
        if (isDriven)
            emptying.drivenFlow = std::max(emptying.drivenFlow, p.out);
        open.add(isChoked(p.exhaustMach));
        if (isDriven && liftAt(side.cam, p.crank) >= side.cam.lift / 2.0)
            high.add(isChoked(p.exhaustMach));
        if (p.crank <= Angle{})
            emptying.atTop = p.pressure - side.pipe;
    }
    emptying.chokedShare = open.share();
    emptying.chokedAtHighLift = high.share();
}

void judgeIntake(const IntakeSide& side, const std::vector<ExchangePoint>& points, Filling& filling)
{
    Tally all;
    Tally high;
    for (const ExchangePoint& p : points) {
        if (p.crank < Angle{})
            continue;
        filling.points.push_back({p.crank, p.pressure, p.in, p.intakeMach, p.intakeRunnerChoked});
        filling.peakDepression = std::max(filling.peakDepression, side.charge.pressure - p.pressure);
        filling.peakFlow = std::max(filling.peakFlow, p.in);
        all.add(isChoked(p.intakeMach));
        if (liftAt(side.cam, p.crank) >= side.cam.lift / 2.0)
            high.add(isChoked(p.intakeMach));
    }
    filling.chokedShare = all.share();
    filling.chokedAtHighLift = high.share();
}

/// The crank angles at which one looks: even between the events, so that none of them is stepped over.
std::vector<double> samples(double start, double end, int count)
{
    std::vector<double> angles{start};
    for (const double until : {-pi, 0.0, end}) {
        const double from = angles.back();
        if (until <= from)
            continue;
        const int steps = std::max(2, static_cast<int>(std::lround(count * (until - from) / (end - start))));
        for (int i = 1; i <= steps; ++i)
            angles.push_back(from + (until - from) * i / steps);
    }
    return angles;
}

}  // namespace

GasAtOpening idealCycle(const Cylinder& cylinder, const air::AirState& charge, Angle opening)
{
    const CylinderVolume volume(cylinder.drive, cylinder.compressionRatio, cylinder.share);
    const double ratio = cylinder.compressionRatio;
    const double heat = 9.3 * (ratio - 1.0) / ratio;
    const double rise = 1.0 + heat / std::pow(ratio, kBurnedGamma - 1.0);  // T3 / T2
    const double expanded = (volume.clearance() + volume.swept()) / volume.at(opening.si());
    const double pressure = rise * std::pow(expanded, kBurnedGamma);
    return {AbsolutePressure::fromSi(charge.pressure.si() * pressure),
            Temperature::fromSi(charge.temperature.si() * pressure / expanded)};
}

Temperature pipeTemperature(const GasAtOpening& atOpening, AbsolutePressure pipe)
{
    const double ratio = pipe / std::max(pipe, atOpening.pressure);
    return Temperature::fromSi(atOpening.temperature.si() * std::pow(ratio, (kBurnedGamma - 1.0) / kBurnedGamma));
}

VolumeFlow strokeFlow(const Cylinder& cylinder, const ExhaustSide& exhaust, const air::AirState& charge,
                      RotationalSpeed rpm)
{
    const auto points = exchange(cylinder, exhaust, std::nullopt, charge, rpm, Effort::Quick).points;
    std::vector<double> angles;
    std::vector<double> flows;
    for (const ExchangePoint& p : points) {
        angles.push_back(p.crank.si());
        flows.push_back(p.out.si());
    }
    const double fastest = drivenFrom(cylinder.drive).si();
    const geometry::MonotoneCubic out(std::move(angles), std::move(flows));
    const double density =
        exhaust.pipe.si() / (gasConstantOf(charge) * pipeTemperature(exhaust.atOpening, exhaust.pipe).si());
    return VolumeFlow::fromSi(out(fastest) / density);
}

GasExchange exchange(const Cylinder& cylinder, const ExhaustSide& exhaust, const std::optional<IntakeSide>& intake,
                     const air::AirState& charge, RotationalSpeed rpm, Effort effort)
{
    namespace odeint = boost::numeric::odeint;
    const Exchange gas(cylinder, exhaust, intake, charge, rpm);
    Books x = gas.initial();
    const double end = intake ? std::max(closes(intake->cam), closes(exhaust.cam)).si() : closes(exhaust.cam).si();
    const double tolerance = effort == Effort::Full ? 1e-9 : 1e-5;
    // What starts from nothing (the books) is known to a share of the mass at the start.
    const auto stepper =
        odeint::make_controlled<odeint::runge_kutta_dopri5<Books>>(tolerance * gas.massAtStart(), tolerance);
    constexpr int full = 480;
    constexpr int quick = 72;
    const auto angles = samples(gas.start(), end, effort == Effort::Full ? full : quick);
    GasExchange result;
    double massAtClosing = gas.massAtStart();
    for (std::size_t i = 0; i < angles.size() && !gas.tooLong(); ++i) {
        if (i > 0)
            odeint::integrate_adaptive(stepper, std::ref(gas), x, angles[i - 1], angles[i], angles[i] - angles[i - 1]);
        result.points.push_back(gas.point(x, angles[i]));
        if (angles[i] <= closes(exhaust.cam).si())
            massAtClosing = gas.massAtStart() - x[kOut];
    }
    judgeExhaust(exhaust, drivenFrom(cylinder.drive), result.points, result.emptying);
    result.emptying.expelled = 1.0 - massAtClosing / gas.massAtStart();
    result.emptying.pumping = PressureDifference::fromSi(-x[kBackWork] / gas.swept());
    const double mass = x[kFresh] + x[kBurned];
    const Books before = gas.initial();
    result.massError = (mass + x[kPortFresh] + x[kPortBurned] + x[kOut] - x[kIn] - before[kBurned]) / before[kBurned];
    result.energyError = (x[kEnergy] + x[kPortEnthalpy] + x[kHeat] + x[kWork] - before[kEnergy]) / before[kEnergy];
    result.residual = x[kBurned] / (intake ? mass : before[kBurned]);
    if (intake) {
        judgeIntake(*intake, result.points, result.filling);
        result.shortCircuit = x[kFreshOut] / std::max(x[kIn], 1e-12);
        result.filling.volumetricEfficiency = x[kFresh] / (gas.chargeDensity() * gas.swept());
        result.filling.meanFlow = MassFlow::fromSi(x[kFresh] * rpm.si() / (4.0 * pi));
    }
    result.settled = result.filling.settled = !gas.tooLong();
    return result;
}

}  // namespace euryth::planning
