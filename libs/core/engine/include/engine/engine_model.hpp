// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "analysis/port_analysis.hpp"
#include "flow/runner_flow.hpp"
#include "planning/filling.hpp"

namespace euryth::engine {

/// What the engine is reckoned with, from the job's data.
struct EngineModel {
    planning::Cylinder cylinder;
    planning::Cam cam;
    air::AirState room;               ///< at the bench
    air::AirState charge;             ///< before the port on the engine: the manifold's air, or the room's
    Length roughness;                 ///< of the runner's wall, by the house's finish
    planning::EffectiveArea opening;  ///< effective area of the valve's opening alone
    planning::EffectiveArea area;     ///< and of everything from the room to the cylinder, at the bench's depression
    /// Runner and opening in series, for the room's air and for the charge.
    std::shared_ptr<const planning::Inlet> onBench;
    std::shared_ptr<const planning::Inlet> onEngine;
    [[nodiscard]] const planning::Inlet& inletFor(const air::AirState& before) const
    {
        return before == room ? *onBench : *onEngine;
    }
    Phrase areaFrom;                        ///< where the effective area comes from, in words
    std::vector<Phrase> assumed;            ///< what was not known and has been assumed, in words
    std::vector<flow::FlowStation> runner;  ///< in the order of the air
};

/// Compression ratio where chamber, gasket, deck or piston are not known.
inline constexpr double kUsualCompression = 10.0;

/// Height of the roughness that a finish leaves: as burred 0.05 mm, 60 grit 0.02 mm, 120 grit 0.01 mm, polished 0.002
/// mm (the order of the grains' size; from memory).
Length roughness(job::Finish finish);

/// The cam's lobe as it is known: by its table, else by duration and lift; nothing where a number is missing.
std::optional<planning::Cam> camOf(const job::CamLobe& lobe);

/// The closed volume over a cylinder's piston at top dead centre. The chamber is the last one measured of that
/// cylinder; where the cylinder is not known, or none of its own was measured, the mean of those that were (see
/// Clearance::own).
struct Clearance {
    Volume chamber;
    std::optional<Volume> whole;  ///< with gasket, deck and piston, where these are known
    bool own = true;              ///< the chamber is this cylinder's
};
std::optional<Clearance> clearanceOf(const job::Job& job, std::optional<int> cylinder);
/// The same with a chamber of another volume.
std::optional<Volume> clearanceWith(const job::Engine& engine, Volume chamber);
/// Compression ratio with a clearance, where bore and stroke are known and it is over 0.
std::optional<double> compressionWith(const job::Engine& engine, std::optional<Volume> clearance);

/// The model of an intake port: the runner with its losses (flow/runner_flow.hpp) and the valve's opening behind it.
///
/// The opening comes from flows that were measured, split once into runner and valve at their own depression: from the
/// flow test that counts; else from what the bench read at probe sets, which scale the reckoned opening. Without any it
/// is reckoned: the smallest frustum between valve and seat (geometry/valve_opening.hpp) times
/// flow::valveCoefficient(), at most the throat.
Known<EngineModel> engineModel(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis);

/// The same cylinder with the port as `planned`: the runner's loss is that of the planned sections; the valve's opening
/// that of `present`, changed in the proportion of the geometric openings where both are known.
EngineModel plannedModel(const EngineModel& present, const analysis::PortAnalysis& presentAnalysis,
                         const job::Port& planned, const analysis::PortAnalysis& plannedAnalysis,
                         PressureDifference bench);

/// The bench's depression, or 28 inches of water where none is set.
PressureDifference benchDepression(const job::Job& job);

/// What the running engine pulls across a port; 150 inches of water where that is not set (common practice for a race
/// engine, no source).
PressureDifference runningDepression(const job::Job& job);

/// The runner as the air meets it; nothing with fewer than two stations.
std::vector<flow::FlowStation> runnerStations(const job::Port& port, const analysis::PortAnalysis& analysis);

/// What passes runner and valve's opening at a lift, with a depression behind them. The opening is the last station of
/// the result. `before` is the room's air or the charge.
flow::RunnerFlow throughPort(const EngineModel& model, const air::AirState& before, Length lift,
                             PressureDifference depression);
/// The most that passes, and where it is at the speed of sound.
flow::RunnerFlow portChokes(const EngineModel& model, const air::AirState& before, Length lift);

/// Flow at the bench's depression and a lift, at the room's density.
VolumeFlow benchFlow(const EngineModel& model, Length lift, PressureDifference depression);

}  // namespace euryth::engine
