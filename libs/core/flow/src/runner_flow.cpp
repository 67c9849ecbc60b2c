// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow/runner_flow.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <boost/math/tools/roots.hpp>

#include "air/isentropic.hpp"
#include "flow/losses.hpp"

namespace euryth::flow {

namespace {

constexpr int kPieces = 8;  // of an interval; the error of the march falls with their square

/// The walk along the runner with a given mass flow.
class March {
public:
    March(const air::AirState& room, MassFlow flow, Length roughness)
        : m_flow(flow.si()),
          m_roughness(roughness.si()),
          m_density(air::density(room).si()),
          m_sound(air::speedOfSound(room).si()),
          m_room(room.pressure.si()),
          m_viscosity(air::viscosity(room.temperature).si()),
          m_total(m_room)
    {
    }

    /// Mach number in an area at the present total pressure, or nothing where so much cannot pass.
    [[nodiscard]] std::optional<double> machIn(double area) const
    {
        return air::subsonicMachFromMassFlow(m_flow / (m_density * (m_total / m_room) * m_sound * area));
    }

    [[nodiscard]] StationState state(double mach) const
    {
        return {mach, AbsolutePressure::fromSi(m_total * air::pressureRatio(mach)), AbsolutePressure::fromSi(m_total)};
    }

    /// Goes from one station to the next; false where so much cannot pass.
    bool advance(const FlowStation& from, const FlowStation& to)
    {
        const double length = (to.s - from.s).si();
        const double r1 = std::sqrt(from.area.si() / std::numbers::pi);
        const double r2 = std::sqrt(to.area.si() / std::numbers::pi);
        const Angle cone = Angle::fromSi(2.0 * std::atan2(r2 - r1, length));
        for (int i = 0; i < kPieces; ++i) {
            // Middle of the piece, with the total pressure of its own middle (a step of second order).
            const double share = (i + 0.5) / kPieces;
            const double start = m_total;
            for (int half = 0; half < 2; ++half) {
                const double r = r1 + (r2 - r1) * share;
                const double diameter =
                    (from.hydraulicDiameter + (to.hydraulicDiameter - from.hydraulicDiameter) * share).si();
                const auto mach = machIn(std::numbers::pi * r * r);
                if (!mach)
                    return false;
                const double loss = pieceLoss(*mach, length / kPieces, diameter, to.turn / static_cast<double>(kPieces),
                                              to.turn, length);
                m_total = start - (half == 0 ? 0.5 : 1.0) * loss;
                if (m_total <= 0.0)
                    return false;
            }
        }
        if (to.area > from.area) {
            const auto mach = machIn(from.area.si());
            if (!mach)
                return false;
            m_total -= expansionLoss(from.area, to.area, cone) * dynamicPressure(*mach);
        }
        return m_total > 0.0;
    }

private:
    [[nodiscard]] double dynamicPressure(double mach) const
    {
        return 0.5 * air::kGamma * m_total * air::pressureRatio(mach) * mach * mach;
    }

    /// Loss of total pressure over a short piece as in Fanno flow: dp0/p0 = -f dx/D gamma/2 M^2 (NACA 1135 and
    /// gas-dynamics texts). The bend's loss is spread over its length like friction.
    [[nodiscard]] double pieceLoss(double mach, double length, double diameter, Angle turn, Angle wholeTurn,
                                   double wholeLength) const
    {
        const double density = m_density * (m_total / m_room) * air::densityRatio(mach);
        const double speed = mach * m_sound * std::sqrt(air::temperatureRatio(mach));
        const double reynolds = std::max(1.0, density * speed * diameter / m_viscosity);
        const double f = frictionFactor(reynolds, m_roughness / diameter);
        double k = f * length / diameter;
        if (turn > Angle{}) {
            const double ratio = wholeLength / wholeTurn.si() / diameter;
            k += std::max(0.0, bendLoss(ratio, wholeTurn, f) - f * wholeTurn.si() * ratio) * (turn / wholeTurn);
        }
        return k * 0.5 * air::kGamma * m_total * mach * mach;
    }

    double m_flow;
    double m_roughness;
    double m_density;
    double m_sound;
    double m_room;
    double m_viscosity;
    double m_total;
};

/// Flow that would choke the smallest area without any loss: nothing more can pass.
double lossless(std::span<const FlowStation> stations, const air::AirState& room)
{
    const auto least = std::ranges::min_element(stations, {}, &FlowStation::area);
    return air::massFlowFunction(1.0) * air::density(room).si() * air::speedOfSound(room).si() * least->area.si();
}

}  // namespace

PressureDifference RunnerFlow::depression(const air::AirState& room) const
{
    return room.pressure - stations.back().pressure;
}

std::optional<RunnerFlow> flowThrough(std::span<const FlowStation> stations, const air::AirState& room, MassFlow flow,
                                      Length roughness)
{
    March march(room, flow, roughness);
    RunnerFlow result;
    result.flow = flow;
    for (std::size_t i = 0; i < stations.size(); ++i) {
        if (i > 0 && !march.advance(stations[i - 1], stations[i]))
            return std::nullopt;
        const auto mach = march.machIn(stations[i].area.si());
        if (!mach)
            return std::nullopt;
        result.stations.push_back(march.state(*mach));
    }
    const auto fastest = std::ranges::max_element(result.stations, {}, &StationState::mach);
    result.fastest = static_cast<std::size_t>(fastest - result.stations.begin());
    return result;
}

RunnerFlow chokingFlow(std::span<const FlowStation> stations, const air::AirState& room, Length roughness)
{
    // Whether a flow passes is yes or no, so the border is found by halving.
    constexpr int halvings = 44;
    double low = 0.0;
    double high = lossless(stations, room);
    for (int i = 0; i < halvings; ++i) {
        const double middle = (low + high) / 2.0;
        (flowThrough(stations, room, MassFlow::fromSi(middle), roughness) ? low : high) = middle;
    }
    RunnerFlow result = *flowThrough(stations, room, MassFlow::fromSi(low), roughness);
    result.choked = true;
    return result;
}

RunnerFlow flowAt(std::span<const FlowStation> stations, const air::AirState& room, PressureDifference depression,
                  Length roughness)
{
    // More than can pass counts as a depression beyond any other, so that the root stays bracketed.
    const auto excess = [&](double flow) {
        const auto here = flowThrough(stations, room, MassFlow::fromSi(flow), roughness);
        return here ? (here->depression(room) - depression).si() : room.pressure.si();
    };
    boost::uintmax_t steps = 80;
    const auto bracket = boost::math::tools::toms748_solve(excess, 0.0, lossless(stations, room) * (1.0 + 1e-9),
                                                           boost::math::tools::eps_tolerance<double>(44), steps);
    auto result = flowThrough(stations, room, MassFlow::fromSi(bracket.first), roughness);
    constexpr double reached = 1e-6;
    if (!result || result->depression(room) < depression * (1.0 - reached))
        return chokingFlow(stations, room, roughness);
    return std::move(*result);
}

}  // namespace euryth::flow
