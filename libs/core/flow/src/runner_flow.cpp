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

    /// Goes from one station to the next; false where so much cannot pass. `bend` is the loss coefficient of what the
    /// interval has of a bend.
    bool advance(const FlowStation& from, const FlowStation& to, double bend)
    {
        const double length = (to.s - from.s).si();
        const double r1 = std::sqrt(from.area.si() / std::numbers::pi);
        const double r2 = std::sqrt(to.area.si() / std::numbers::pi);
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
                const double loss = pieceLoss(*mach, length / kPieces, diameter, bend / kPieces);
                m_total = start - (half == 0 ? 0.5 : 1.0) * loss;
                if (m_total <= 0.0)
                    return false;
            }
        }
        return true;
    }

    /// Loss coefficient of a bend beyond the friction along it, evaluated once for the whole of it.
    [[nodiscard]] double bendBeyondFriction(const Bend& bend) const
    {
        const double f = friction(m_flow * bend.diameter.si() / (bend.area.si() * m_viscosity), bend.diameter.si());
        // Tighter than the range of the formula, a bend is taken as at its border.
        constexpr double tightest = 0.5;
        const double ratio = std::max(tightest, bend.radius / bend.diameter);
        const Angle angle = std::min(bend.angle, angleFromDegrees(180.0));
        return std::max(0.0, bendLoss(ratio, angle, f) - f * angle.si() * ratio);
    }

    /// Loses what a station's mouth costs; false where so much cannot pass.
    bool comeIn(const FlowStation& station)
    {
        if (station.mouth <= 0.0)
            return true;
        const auto q = dynamicPressureIn(station.area);
        return q && lose(station.mouth * *q);
    }

    /// Dynamic pressure in an area at the present total pressure.
    [[nodiscard]] std::optional<double> dynamicPressureIn(Area area) const
    {
        const auto mach = machIn(area.si());
        return mach ? std::optional(dynamicPressure(*mach)) : std::nullopt;
    }
    /// Loses total pressure; false where nothing would be left.
    bool lose(double pressure)
    {
        m_total -= pressure;
        return m_total > 0.0;
    }

private:
    [[nodiscard]] double dynamicPressure(double mach) const
    {
        return 0.5 * air::kGamma * m_total * air::pressureRatio(mach) * mach * mach;
    }

    [[nodiscard]] double friction(double reynolds, double diameter) const
    {
        return frictionFactor(std::max(1.0, reynolds), m_roughness / diameter);
    }

    /// Loss of total pressure over a short piece as in Fanno flow: dp0/p0 = -f dx/D gamma/2 M^2 (NACA 1135 and
    /// gas-dynamics texts). What it has of a bend's loss is spread over it like friction.
    [[nodiscard]] double pieceLoss(double mach, double length, double diameter, double bend) const
    {
        const double density = m_density * (m_total / m_room) * air::densityRatio(mach);
        const double speed = mach * m_sound * std::sqrt(air::temperatureRatio(mach));
        const double k = friction(density * speed * diameter / m_viscosity, diameter) * length / diameter + bend;
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

/// A runner whose bends and widenings have been recognised: what every flow through it shares.
class Runner {
public:
    Runner(std::span<const FlowStation> stations, const air::AirState& room, Length roughness)
        : m_stations(stations),
          m_room(room),
          m_roughness(roughness),
          m_bends(bendsOf(stations)),
          m_widenings(wideningsOf(stations))
    {
    }

    [[nodiscard]] std::optional<RunnerFlow> with(MassFlow flow) const
    {
        March march(m_room, flow, m_roughness);
        const auto bends = bendOfIntervals(march);
        std::vector<double> before(m_widenings.size(), 0.0);  // dynamic pressure before each widening
        RunnerFlow result;
        result.flow = flow;
        for (std::size_t i = 0; i < m_stations.size(); ++i) {
            if (i > 0 &&
                (!march.advance(m_stations[i - 1], m_stations[i], bends[i - 1]) || !widen(march, i - 1, before)))
                return std::nullopt;
            if (!march.comeIn(m_stations[i]))
                return std::nullopt;
            const auto mach = march.machIn(m_stations[i].area.si());
            if (!mach)
                return std::nullopt;
            for (std::size_t w = 0; w < m_widenings.size(); ++w) {
                if (m_widenings[w].begin == i)
                    before[w] = *march.dynamicPressureIn(m_stations[i].area);
            }
            result.stations.push_back(march.state(*mach));
        }
        const auto fastest = std::ranges::max_element(result.stations, {}, &StationState::mach);
        result.fastest = static_cast<std::size_t>(fastest - result.stations.begin());
        return result;
    }

    [[nodiscard]] RunnerFlow choking() const
    {
        // Whether a flow passes is yes or no, so the border is found by halving.
        constexpr int halvings = 44;
        double low = 0.0;
        double high = lossless(m_stations, m_room);
        for (int i = 0; i < halvings; ++i) {
            const double middle = (low + high) / 2.0;
            (with(MassFlow::fromSi(middle)) ? low : high) = middle;
        }
        RunnerFlow result = *with(MassFlow::fromSi(low));
        result.choked = true;
        return result;
    }

    [[nodiscard]] RunnerFlow at(PressureDifference depression) const
    {
        // More than can pass counts as a depression beyond any other, so that the root stays bracketed.
        const auto excess = [&](double flow) {
            const auto here = with(MassFlow::fromSi(flow));
            return here ? (here->depression(m_room) - depression).si() : m_room.pressure.si();
        };
        boost::uintmax_t steps = 80;
        const auto bracket = boost::math::tools::toms748_solve(excess, 0.0, lossless(m_stations, m_room) * (1.0 + 1e-9),
                                                               boost::math::tools::eps_tolerance<double>(44), steps);
        auto result = with(MassFlow::fromSi(bracket.first));
        constexpr double reached = 1e-6;
        if (!result || result->depression(m_room) < depression * (1.0 - reached))
            return choking();
        return std::move(*result);
    }

private:
    /// For each interval the loss coefficient of what it has of the bends.
    [[nodiscard]] std::vector<double> bendOfIntervals(const March& march) const
    {
        std::vector<double> k(m_stations.size() - 1, 0.0);
        for (const Bend& bend : m_bends) {
            const double whole = march.bendBeyondFriction(bend);
            for (std::size_t i = 0; i < k.size(); ++i)
                k[i] += whole * bend.share[i];
        }
        return k;
    }

    /// What an interval has of the widenings.
    bool widen(March& march, std::size_t interval, const std::vector<double>& before) const
    {
        for (std::size_t w = 0; w < m_widenings.size(); ++w) {
            const Widening& widening = m_widenings[w];
            if (widening.share[interval] > 0.0 && !march.lose(expansionLoss(widening.from, widening.to, widening.cone) *
                                                              widening.share[interval] * before[w]))
                return false;
        }
        return true;
    }

    std::span<const FlowStation> m_stations;
    const air::AirState& m_room;
    Length m_roughness;
    std::vector<Bend> m_bends;
    std::vector<Widening> m_widenings;
};

}  // namespace

PressureDifference RunnerFlow::depression(const air::AirState& room) const
{
    return room.pressure - stations.back().pressure;
}

std::optional<RunnerFlow> flowThrough(std::span<const FlowStation> stations, const air::AirState& room, MassFlow flow,
                                      Length roughness)
{
    return Runner(stations, room, roughness).with(flow);
}

RunnerFlow chokingFlow(std::span<const FlowStation> stations, const air::AirState& room, Length roughness)
{
    return Runner(stations, room, roughness).choking();
}

RunnerFlow flowAt(std::span<const FlowStation> stations, const air::AirState& room, PressureDifference depression,
                  Length roughness)
{
    return Runner(stations, room, roughness).at(depression);
}

}  // namespace euryth::flow
