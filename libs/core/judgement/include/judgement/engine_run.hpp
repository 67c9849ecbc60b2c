// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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
std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const PortAnalysis& analysis);

}  // namespace euryth::judgement
