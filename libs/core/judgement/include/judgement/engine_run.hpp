// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "judgement/engine_model.hpp"

namespace euryth::judgement {

/// One speed of the engine.
struct EngineRun {
    planning::Filling filling;
    double machIndex = 0.0;
    double overRev = 0.0;         ///< airflow at a tenth more speed over that at this one
    AbsolutePressure before;      ///< the port: of the manifold, or the room
    flow::RunnerFlow atPeakFlow;  ///< the runner at the greatest flow of the stroke, or choked
};

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm);

/// What passes a port with its valve at full lift.
struct PortFlows {
    MassFlow onBench;         ///< at the bench's depression
    MassFlow onEngine;        ///< at the running depression, from the room's air
    std::size_t fastest = 0;  ///< station where the air is fastest on the engine; its valve where that is behind them
};
/// Two flows along the runner: about 10 ms.
Known<PortFlows> portFlows(const job::Job& job, const job::Port& port);
/// True where the flows of a port in one job are those in another: nothing that they hang on differs.
bool sameFlows(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB);
/// Where the flows of a port (index into the job) are got from; whoever keeps them spares the work.
using FlowsOf = std::function<Known<PortFlows>(std::size_t)>;

/// Two ports that the bench cannot tell apart, and the engine can.
struct BenchTwin {
    std::size_t port = 0;           ///< index into the job
    double benchDifference = 0.0;   ///< this port's flow over the other's, less 1, at the bench's depression
    double engineDifference = 0.0;  ///< and at the running depression
    PressureDifference bench;
    PressureDifference running;
    /// Where the poorer of the two is fastest, in the order of the air; its valve where that is behind its stations.
    std::size_t choke = 0;
    bool worse = false;  ///< this port is the poorer one
};

/// From how near flows count as the same on the bench, and from how far as another on the engine (two careful bench
/// readings differ by about a hundredth; common practice, no source).
inline constexpr double kSameOnBench = 0.015;
inline constexpr double kOtherOnEngine = 0.03;

/// Other ports of the same side that flow like this one on the bench with the valve at full lift, and differ at the
/// depression of a running engine.
std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf);

}  // namespace euryth::judgement
