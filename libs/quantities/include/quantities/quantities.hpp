// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <numbers>

#include "quantities/quantity.hpp"

/// The quantities of the trade, as types. SI inside. Everything a person sees or types goes through the library
/// `units`; the named makers here are for code, tests and the job file, whose units are fixed.
namespace euryth {

namespace dim {
inline constexpr Dimension length{.length = 1};
inline constexpr Dimension area{.length = 2};
inline constexpr Dimension volume{.length = 3};
inline constexpr Dimension angle{.angle = 1};
inline constexpr Dimension duration{.time = 1};
inline constexpr Dimension speed{.length = 1, .time = -1};
inline constexpr Dimension pressure{.length = -1, .mass = 1, .time = -2};
inline constexpr Dimension temperature{.temperature = 1};
inline constexpr Dimension volumeFlow{.length = 3, .time = -1};
inline constexpr Dimension massFlow{.mass = 1, .time = -1};
inline constexpr Dimension density{.length = -3, .mass = 1};
inline constexpr Dimension viscosity{.length = -1, .mass = 1, .time = -1};
inline constexpr Dimension rotation{.time = -1, .angle = 1};
inline constexpr Dimension torque{.length = 2, .mass = 1, .time = -2, .angle = -1};
}  // namespace dim

using Length = Quantity<dim::length>;
using Area = Quantity<dim::area>;
using Volume = Quantity<dim::volume>;
using Angle = Quantity<dim::angle>;
using Duration = Quantity<dim::duration>;
using Speed = Quantity<dim::speed>;
using PressureDifference = Quantity<dim::pressure>;
using TemperatureDifference = Quantity<dim::temperature>;
using VolumeFlow = Quantity<dim::volumeFlow>;
using MassFlow = Quantity<dim::massFlow>;
using Density = Quantity<dim::density>;
using DynamicViscosity = Quantity<dim::viscosity>;
using RotationalSpeed = Quantity<dim::rotation>;
using Torque = Quantity<dim::torque>;

struct AbsolutePressureScale {
    static constexpr bool isAbsolute = true;
};
struct GaugePressureScale {
    static constexpr bool isAbsolute = false;
};
struct TemperatureScale {
    static constexpr bool isAbsolute = true;
};

/// Pressure above vacuum, Pa.
using AbsolutePressure = ScalePoint<AbsolutePressureScale, PressureDifference>;
/// Pressure above the surrounding air, Pa. Turns into an absolute one only with a stated atmosphere.
using GaugePressure = ScalePoint<GaugePressureScale, PressureDifference>;
/// Thermodynamic temperature, K.
using Temperature = ScalePoint<TemperatureScale, TemperatureDifference>;

/// Conversion factors to SI. Exact by definition unless a note says otherwise.
namespace factor {
inline constexpr double inch = 0.0254;                      ///< m, exact (international yard, 1959)
inline constexpr double foot = 0.3048;                      ///< m, exact
inline constexpr double cubicFoot = foot * foot * foot;     ///< m3, exact: 0.028316846592
inline constexpr double pound = 0.45359237;                 ///< kg, exact
inline constexpr double standardGravity = 9.80665;          ///< m/s2, exact
inline constexpr double inchOfWater = 249.08891;            ///< Pa, conventional inch of water (NIST SP 811, app. B)
inline constexpr double inchOfMercury = 3386.389;           ///< Pa, conventional inch of mercury (NIST SP 811, app. B)
inline constexpr double degree = std::numbers::pi / 180.0;  ///< rad
inline constexpr double turnPerMinute = 2.0 * std::numbers::pi / 60.0;  ///< rad/s
inline constexpr double poundFoot = pound * standardGravity * foot;     ///< N m, exact
inline constexpr double zeroCelsius = 273.15;                           ///< K, exact
}  // namespace factor

constexpr Length lengthFromMm(double v) { return Length::fromSi(v * 1e-3); }
constexpr double inMm(Length q) { return q.si() * 1e3; }
constexpr Length lengthFromInch(double v) { return Length::fromSi(v * factor::inch); }
constexpr double inInch(Length q) { return q.si() / factor::inch; }

constexpr Area areaFromMm2(double v) { return Area::fromSi(v * 1e-6); }
constexpr double inMm2(Area q) { return q.si() * 1e6; }
constexpr Area areaFromInch2(double v) { return Area::fromSi(v * factor::inch * factor::inch); }

constexpr Volume volumeFromCc(double v) { return Volume::fromSi(v * 1e-6); }
constexpr double inCc(Volume q) { return q.si() * 1e6; }

constexpr Angle angleFromDegrees(double v) { return Angle::fromSi(v * factor::degree); }
constexpr double inDegrees(Angle q) { return q.si() / factor::degree; }
inline double sin(Angle q) { return std::sin(q.si()); }
inline double cos(Angle q) { return std::cos(q.si()); }

constexpr Speed speedFromMps(double v) { return Speed::fromSi(v); }
constexpr double inMps(Speed q) { return q.si(); }
constexpr Speed speedFromFeetPerSecond(double v) { return Speed::fromSi(v * factor::foot); }
constexpr double inFeetPerSecond(Speed q) { return q.si() / factor::foot; }

constexpr PressureDifference pressureDifferenceFromPa(double v) { return PressureDifference::fromSi(v); }
constexpr double inPa(PressureDifference q) { return q.si(); }
constexpr PressureDifference pressureDifferenceFromInchOfWater(double v)
{
    return PressureDifference::fromSi(v * factor::inchOfWater);
}
constexpr double inInchOfWater(PressureDifference q) { return q.si() / factor::inchOfWater; }

constexpr AbsolutePressure absolutePressureFromPa(double v) { return AbsolutePressure::fromSi(v); }
constexpr double inPa(AbsolutePressure q) { return q.si(); }
constexpr GaugePressure gaugePressureFromPa(double v) { return GaugePressure::fromSi(v); }
constexpr double inPa(GaugePressure q) { return q.si(); }
/// Gauge to absolute; the atmosphere has to be named, there is no hidden standard one.
constexpr AbsolutePressure toAbsolute(GaugePressure gauge, AbsolutePressure atmosphere)
{
    return atmosphere + PressureDifference::fromSi(gauge.si());
}

constexpr Temperature temperatureFromKelvin(double v) { return Temperature::fromSi(v); }
constexpr double inKelvin(Temperature q) { return q.si(); }
constexpr Temperature temperatureFromCelsius(double v) { return Temperature::fromSi(v + factor::zeroCelsius); }
constexpr double inCelsius(Temperature q) { return q.si() - factor::zeroCelsius; }

constexpr VolumeFlow volumeFlowFromM3s(double v) { return VolumeFlow::fromSi(v); }
constexpr double inM3s(VolumeFlow q) { return q.si(); }
constexpr VolumeFlow volumeFlowFromCfm(double v) { return VolumeFlow::fromSi(v * factor::cubicFoot / 60.0); }
constexpr double inCfm(VolumeFlow q) { return q.si() * 60.0 / factor::cubicFoot; }

constexpr RotationalSpeed rotationFromRpm(double v) { return RotationalSpeed::fromSi(v * factor::turnPerMinute); }
constexpr double inRpm(RotationalSpeed q) { return q.si() / factor::turnPerMinute; }

constexpr Torque torqueFromPoundFoot(double v) { return Torque::fromSi(v * factor::poundFoot); }
constexpr double inPoundFoot(Torque q) { return q.si() / factor::poundFoot; }

}  // namespace euryth
