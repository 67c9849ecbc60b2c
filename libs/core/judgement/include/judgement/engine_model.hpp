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
    air::AirState room;    ///< at the bench
    air::AirState charge;  ///< before the port on the engine: the manifold's air, or the room's
    Length roughness;      ///< of the runner's wall, by the house's finish
    /// Effective area of the valve's opening alone, and of everything from the room to the cylinder.
    planning::EffectiveArea opening;
    planning::EffectiveArea area;
    std::string areaFrom;                   ///< where the effective area comes from, in words
    std::vector<std::string> assumed;       ///< what was not known and has been assumed, in words
    std::vector<flow::FlowStation> runner;  ///< in the order of the air
};

/// Discharge coefficient of the valve's opening where no bench curve is known (about 0.7 at the lifts that matter,
/// Heywood section 6.3, from memory).
inline constexpr double kOpeningCoefficient = 0.7;
/// Compression ratio where chamber, gasket, deck or piston are not known.
inline constexpr double kUsualCompression = 10.0;

/// Height of the roughness that a finish leaves: as burred 0.05 mm, 60 grit 0.02 mm, 120 grit 0.01 mm, polished 0.002
/// mm (the order of the grains' size; from memory).
Length roughness(job::Finish finish);

/// The cam's lobe as it is known: by its table, else by duration and lift; nothing where a number is missing.
std::optional<planning::Cam> camOf(const job::CamLobe& lobe);

/// The model of an intake port. The effective area comes from the port's last flow test that has one point or more;
/// else from the valve's opening (Heywood 6.3) times kOpeningCoefficient, in series with the runner's own loss at the
/// bench's depression: losses in a row add, so 1/A^2 = 1/A_valve^2 + K/A_runner^2.
Known<EngineModel> engineModel(const job::Job& job, const job::Port& port, const PortAnalysis& analysis);

/// The same cylinder with the port as `planned`: the runner's loss is that of the planned sections; the valve's opening
/// that of `present`, changed in the proportion of the geometric openings where both are known.
EngineModel plannedModel(const EngineModel& present, const PortAnalysis& presentAnalysis, const job::Port& planned,
                         const PortAnalysis& plannedAnalysis, PressureDifference bench);

/// The bench's depression, or 28 inches of water where none is set.
PressureDifference benchDepression(const job::Job& job);

/// What the running engine pulls across a port; 150 inches of water where that is not set (common practice for a race
/// engine, no source).
PressureDifference runningDepression(const job::Job& job);

/// The runner as the air meets it; nothing with fewer than two stations.
std::vector<flow::FlowStation> runnerStations(const job::Port& port, const PortAnalysis& analysis);

/// The runner with the valve's opening at a lift behind it as the last station, at a depression behind that. `before`
/// is the air it comes from.
flow::RunnerFlow throughPort(const EngineModel& model, const air::AirState& before, Length lift,
                             PressureDifference depression);
/// The most that passes, and where it is at the speed of sound.
flow::RunnerFlow portChokes(const EngineModel& model, const air::AirState& before, Length lift);

/// Flow at the bench's depression and a lift, at the room's density.
VolumeFlow benchFlow(const EngineModel& model, Length lift, PressureDifference depression);

}  // namespace euryth::judgement
