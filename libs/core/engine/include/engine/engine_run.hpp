// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "engine/engine_model.hpp"

namespace euryth::engine {

/// One speed of the engine.
struct EngineRun {
    planning::Filling filling;
    double machIndex = 0.0;
    double overRev = 0.0;         ///< airflow at a tenth more speed over that at this one
    AbsolutePressure before;      ///< the port: of the manifold, or the room
    flow::RunnerFlow atPeakFlow;  ///< the runner at the greatest flow of the stroke, or choked
};

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm);

/// What is missing where a filling has not settled (planning::Filling::settled): its numbers mean nothing.
inline Phrase noEnd() { return say("missing.no-end"); }

/// What a port passes at full lift, and what the engine makes of it over its speeds.
struct PortFlows {
    MassFlow onBench;   ///< at the bench's depression
    MassFlow choking;   ///< the most that passes on the engine
    std::size_t place;  ///< where that chokes: a station in the order of the air; its valve where that is behind them
    std::size_t fastest = 0;  ///< where the air is fastest at the greatest flow of the top speed, counted likewise
    /// The engine's own speeds in rising order, from a third of the top one to half as much again.
    std::vector<planning::SpeedPoint> speeds;
    std::size_t top = 0;  ///< of these the one to which the engine is revved (to that of peak power where unknown)
    /// From which speed the passage is choked with the valve well open; nothing where that is over all of `speeds`.
    std::optional<RotationalSpeed> chokesFrom;

    [[nodiscard]] const planning::SpeedPoint& atTop() const { return speeds[top]; }
    /// The speed at which the greatest flow of the stroke reaches `flow`; nothing where the engine never draws so much,
    /// as a passage that chokes at less does not let it.
    [[nodiscard]] std::optional<RotationalSpeed> speedFor(MassFlow flow) const;
};
/// The speed up to which one looks at the engine: its shift, else that of peak power; nothing where neither is known.
std::optional<RotationalSpeed> topSpeed(const job::Engine& engine);

/// Fills the cylinder at a few speeds: some 20 ms.
Known<PortFlows> portFlows(const job::Job& job, const job::Port& port);
/// True where the flows of a port in one job are those in another: nothing that they hang on differs.
bool sameFlows(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB);
/// Where the flows of a port (index into the job) are got from; whoever keeps them spares the work.
using FlowsOf = std::function<Known<PortFlows>(std::size_t)>;

/// Two ports that the bench cannot tell apart, and the engine can.
struct BenchTwin {
    std::size_t port = 0;           ///< index into the job
    double benchDifference = 0.0;   ///< this port's flow over the other's, less 1, at the bench's depression
    double engineDifference = 0.0;  ///< of the air that the engine gets at `rpm`
    PressureDifference bench;
    RotationalSpeed rpm;         ///< the engine's top speed
    PressureDifference running;  ///< what the poorer one's cylinder pulls then, at its greatest
    /// Where the poorer of the two is fastest, in the order of the air; its valve where that is behind its stations.
    std::size_t choke = 0;
    bool worse = false;  ///< this port is the poorer one
};

/// From how near flows count as the same on the bench, and from how far as another on the engine: told, and told as a
/// danger (two careful bench readings differ by about a hundredth; common practice, no source).
inline constexpr double kSameOnBench = 0.015;
inline constexpr double kOtherOnEngine = 0.01;
inline constexpr double kDangerOnEngine = 0.03;

/// Other ports of the same side that flow like this one on the bench with the valve at full lift, and give the engine
/// another amount of air at its own top speed, with the depression that it then really pulls.
std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf);

}  // namespace euryth::engine
