// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <stop_token>
#include <vector>

#include "engine/engine_model.hpp"

namespace euryth::engine {

/// One speed of the engine.
struct EngineRun {
    /// Of the cylinder; nothing in it where an exhaust port's intake side is not known.
    planning::Filling filling;
    /// From the opening of the exhaust valve on, where the exhaust side is known; always for an exhaust port.
    std::optional<planning::GasExchange> exchange;
    bool settled = true;     ///< as planning::Filling::settled
    double machIndex = 0.0;  ///< of an exhaust port with the speed of sound of its gas
    double overRev = 0.0;  ///< airflow at a tenth more speed over that at this one; without an intake side gas expelled
    AbsolutePressure before;  ///< the port: of the manifold, or the room; of an exhaust port the pipe's
    /// The runner at the greatest flow of the stroke, or choked. Of an exhaust port while the piston drives
    /// (planning::Emptying).
    flow::RunnerFlow atPeakFlow;
};

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm);

/// The gas exchange of a model that has an exhaust side.
planning::GasExchange exchangeOf(const EngineModel& model, RotationalSpeed rpm, planning::Effort effort);

/// Mach number at each station of an exhaust port's runner at a moment of its gas exchange.
std::vector<double> machAt(const EngineModel& model, const planning::ExchangePoint& point);

/// One of several speeds. Without waves the airflow never falls with speed: it levels off where the opening chokes, and
/// from there on the engine has nothing left to rev with.
struct SpeedPoint {
    RotationalSpeed rpm;
    double volumetricEfficiency = 0.0;  ///< 0 where an exhaust port's intake side is not known
    MassFlow meanFlow;                  ///< of fresh air; where no intake side is known of what leaves
    MassFlow peakFlow;                  ///< through the port; of an exhaust while the piston drives
    PressureDifference peakDepression;  ///< in the cylinder; of an exhaust port the mean pressure that the piston
                                        ///< pushes against, over the pipe's
    double chokedShare = 0.0;
    double chokedAtHighLift = 0.0;
    double left = 0.0;  ///< burned gas in what is trapped
    /// Mean Mach number at the greatest flow: at each station of the port from the window on, last in the valve's
    /// opening.
    std::vector<double> machs;
    bool settled = true;  ///< as in planning::Filling
};
SpeedPoint speedPoint(const EngineModel& model, RotationalSpeed rpm);
/// Speeds from one to another; whoever asks it to stop gets those that are done, at least one.
std::vector<SpeedPoint> sweep(const EngineModel& model, RotationalSpeed from, RotationalSpeed to, int steps,
                              const std::stop_token& stop = {});

/// What is missing where a filling has not settled (planning::Filling::settled): its numbers mean nothing.
/// Speed over that of sound at Mach 1, of air with the same total temperature (NACA 1135, eq. 50).
double characteristicMach(double mach);

inline Phrase noEnd() { return say("missing.no-end"); }

/// What a port passes at full lift, and what the engine makes of it over its speeds.
struct PortFlows {
    MassFlow onBench;         ///< at the bench's depression
    MassFlow choking;         ///< the most that passes on the engine
    std::size_t place;        ///< where that chokes: a station of the port, or as many as it has: its valve
    std::size_t fastest = 0;  ///< where it is fastest at the top speed's greatest flow, likewise
    /// The engine's own speeds in rising order, from a third of the top one to half as much again.
    std::vector<SpeedPoint> speeds;
    std::size_t top = 0;  ///< of these the one to which the engine is revved (to that of peak power where unknown)
    /// From which speed the passage is choked with the valve well open; nothing where that is over all of `speeds`.
    std::optional<RotationalSpeed> chokesFrom;

    [[nodiscard]] const SpeedPoint& atTop() const { return speeds[top]; }
    /// The speed from which the air at a place (`at`: a station, or as many as there are: the valve) is sonic where it
    /// is `ratio` times as fast as its mean; nothing where that is over all of `speeds`. Straight between these.
    [[nodiscard]] std::optional<RotationalSpeed> sonicFrom(std::size_t at, double ratio) const;
    /// The speed at which the greatest flow of the stroke reaches `flow`; nothing where the engine never draws so much,
    /// as a passage that chokes at less does not let it.
    [[nodiscard]] std::optional<RotationalSpeed> speedFor(MassFlow flow) const;
};
/// The speed up to which one looks at the engine: its shift, else that of peak power; nothing where neither is known.
std::optional<RotationalSpeed> topSpeed(const job::Engine& engine);

/// Fills the cylinder at a few speeds: some 20 ms.
Known<PortFlows> portFlows(const job::Job& job, const job::Port& port);
/// The same with a model that is there, as of a planned port.
Known<PortFlows> portFlows(const job::Job& job, const EngineModel& model);
/// True where the flows of a port in one job are those in another: nothing that they hang on differs.
bool sameFlows(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB);
/// Where the flows of a port (index into the job) are got from; whoever keeps them spares the work.
using FlowsOf = std::function<Known<PortFlows>(std::size_t)>;

/// A cylinder's exhaust flow over its intake flow on the bench, each at its cam's full lift and the bench's depression,
/// all ports of a side together; nothing where one of them is not known. What is usual is a house rule (common
/// practice, no source).
struct FlowRatio {
    double share = 0.0;
    VolumeFlow exhaust;
    VolumeFlow intake;
};
std::optional<FlowRatio> exhaustToIntake(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf);

/// Two ports that the bench cannot tell apart, and the engine can.
struct BenchTwin {
    std::size_t port = 0;           ///< index into the job
    double benchDifference = 0.0;   ///< this port's flow over the other's, less 1, at the bench's depression
    double engineDifference = 0.0;  ///< of the air that the engine gets at `rpm`
    PressureDifference bench;
    RotationalSpeed rpm;         ///< the engine's top speed
    PressureDifference running;  ///< what the poorer one's cylinder pulls then, at its greatest
    /// Where the poorer of the two is fastest: a station, or as many as it has: its valve.
    std::size_t choke = 0;
    bool worse = false;  ///< this port is the poorer one
};

/// From how near flows count as the same on the bench, and from how far as another on the engine: told, and told as a
/// danger (two careful bench readings differ by about a hundredth; common practice, no source).
inline constexpr double kSameOnBench = 0.015;
inline constexpr double kOtherOnEngine = 0.01;
inline constexpr double kDangerOnEngine = 0.03;

/// Of an intake port: other intakes that flow like this one on the bench with the valve at full lift, and give the
/// engine another amount of air at its own top speed, with the depression that it then really pulls.
std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf);

}  // namespace euryth::engine
