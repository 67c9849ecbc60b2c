// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "flow/runner_flow.hpp"
#include "judgement/port_analysis.hpp"
#include "planning/filling.hpp"

namespace euryth::judgement {

/// What the engine is reckoned with, from the job's data.
struct EngineModel {
    planning::Cylinder cylinder;
    planning::Cam cam;
    air::AirState room;
    planning::EffectiveArea area;
    std::string areaFrom;                   ///< where the effective area comes from, in words
    std::vector<std::string> assumed;       ///< what was not known and has been assumed, in words
    std::vector<flow::FlowStation> runner;  ///< in the order of the air
};

/// Height of the wall's finish that the one-dimensional flow is reckoned with: a wall left by a 60 grit roll, from
/// memory.
inline constexpr Length kFinish = lengthFromMm(0.02);
/// Discharge coefficient of the valve's opening where no bench curve is known (about 0.7 at the lifts that matter,
/// Heywood section 6.3, from memory).
inline constexpr double kOpeningCoefficient = 0.7;
/// Compression ratio where chamber, gasket, deck or piston are not known.
inline constexpr double kUsualCompression = 10.0;

/// The model of an intake port. The effective area comes from the port's last flow test that has one point or more;
/// else from the valve's opening (Heywood 6.3) times kOpeningCoefficient, in series with the runner's own loss at the
/// bench's depression.
Known<EngineModel> engineModel(const job::Job& job, const job::Port& port, const PortAnalysis& analysis);

/// The runner as the air meets it; nothing with fewer than two stations.
std::vector<flow::FlowStation> runnerStations(const job::Port& port, const PortAnalysis& analysis);

/// One speed of the engine.
struct EngineRun {
    planning::Filling filling;
    double machIndex = 0.0;
    double overRev = 0.0;         ///< airflow at a tenth more speed over that at this one
    flow::RunnerFlow atPeakFlow;  ///< the runner at the greatest flow of the stroke, or choked
};

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm);

}  // namespace euryth::judgement
