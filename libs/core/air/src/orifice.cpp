// SPDX-License-Identifier: GPL-3.0-or-later
#include "air/orifice.hpp"

#include <cmath>
#include <numbers>

#include "air/isentropic.hpp"

namespace euryth::air {

namespace {

constexpr double kMillion = 1e6;

/// Distances of the taps over the pipe's diameter, before and behind the plate.
struct TapPlaces {
    double before = 0.0;
    double behind = 0.0;
};
TapPlaces placesOf(const OrificePlate& plate)
{
    constexpr double inch = 25.4;
    switch (plate.taps) {
    case Taps::Corner: return {};
    case Taps::OneAndHalf: return {1.0, 0.47};
    case Taps::Flange: break;
    }
    return {inch / inMm(plate.pipe), inch / inMm(plate.pipe)};
}

/// Reader-Harris & Gallagher, ISO 5167-2:2003, eq. 4.
double dischargeCoefficient(const OrificePlate& plate, double reynolds)
{
    const double b = plate.hole / plate.pipe;
    const double b4 = std::pow(b, 4.0);
    const auto [l1, l2] = placesOf(plate);
    const double a = std::pow(19000.0 * b / reynolds, 0.8);
    const double m = 2.0 * l2 / (1.0 - b);
    double c =
        0.5961 + 0.0261 * b * b - 0.216 * b4 * b4 + 0.000521 * std::pow(kMillion * b / reynolds, 0.7) +
        (0.0188 + 0.0063 * a) * std::pow(b, 3.5) * std::pow(kMillion / reynolds, 0.3) +
        (0.043 + 0.080 * std::exp(-10.0 * l1) - 0.123 * std::exp(-7.0 * l1)) * (1.0 - 0.11 * a) * b4 / (1.0 - b4) -
        0.031 * (m - 0.8 * std::pow(m, 1.1)) * std::pow(b, 1.3);
    constexpr double small = 71.12;  // mm
    if (inMm(plate.pipe) < small)
        c += 0.011 * (0.75 - b) * (2.8 - inMm(plate.pipe) / 25.4);
    return c;
}

double leastReynolds(const OrificePlate& plate)
{
    const double b = plate.hole / plate.pipe;
    constexpr double least = 5000.0;
    if (plate.taps == Taps::Flange)
        return std::max(least, 170.0 * b * b * inMm(plate.pipe));
    return b <= 0.56 ? least : 16000.0 * b * b;
}

}  // namespace

std::vector<PlateProblem> problemsOf(const OrificePlate& plate)
{
    std::vector<PlateProblem> problems;
    if (plate.hole < lengthFromMm(12.5))
        problems.push_back(PlateProblem::Hole);
    if (plate.pipe < lengthFromMm(50.0) || plate.pipe > lengthFromMm(1000.0))
        problems.push_back(PlateProblem::Pipe);
    const double ratio = plate.hole / plate.pipe;
    if (!(ratio >= 0.1) || ratio > 0.75)
        problems.push_back(PlateProblem::Ratio);
    return problems;
}

std::optional<OrificeFlow> orificeFlow(const OrificePlate& plate, const AirState& before, PressureDifference difference,
                                       std::vector<PlateProblem>* outside)
{
    auto problems = problemsOf(plate);
    const double behind = 1.0 - difference.si() / before.pressure.si();
    constexpr double leastRatio = 0.75;
    if (difference <= PressureDifference{} || behind < leastRatio)
        problems.push_back(PlateProblem::Pressure);
    std::optional<OrificeFlow> result;
    if (problems.empty()) {
        const double b4 = std::pow(plate.hole / plate.pipe, 4.0);
        OrificeFlow flow;
        flow.expansibility = 1.0 - (0.351 + 0.256 * b4 + 0.93 * b4 * b4) * (1.0 - std::pow(behind, 1.0 / kGamma));
        const double density = air::density(before).si();
        const double hole = std::numbers::pi / 4.0 * plate.hole.si() * plate.hole.si();
        const double ideal =
            flow.expansibility * hole * std::sqrt(2.0 * difference.si() * density) / std::sqrt(1.0 - b4);
        const double perMass =
            4.0 / (std::numbers::pi * plate.pipe.si() * viscosity(before.temperature).si());  // Reynolds number
        double mass = 0.6 * ideal;
        constexpr int repetitions = 30;  // it settles to all digits in about six
        for (int i = 0; i < repetitions; ++i) {
            flow.reynolds = mass * perMass;
            flow.discharge = dischargeCoefficient(plate, flow.reynolds);
            mass = flow.discharge * ideal;
        }
        flow.mass = MassFlow::fromSi(mass);
        flow.flow = VolumeFlow::fromSi(mass / density);
        if (flow.reynolds < leastReynolds(plate))
            problems.push_back(PlateProblem::Reynolds);
        else
            result = flow;
    }
    if (outside)
        *outside = std::move(problems);
    return result;
}

}  // namespace euryth::air
