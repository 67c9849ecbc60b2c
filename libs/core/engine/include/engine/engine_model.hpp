// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "analysis/engine_inputs.hpp"
#include "analysis/port_analysis.hpp"
#include "flow/runner_flow.hpp"
#include "planning/gas_exchange.hpp"

namespace euryth::engine {

/// On the flow bench the room's air goes through the port alone; on the engine the charge goes through the port with
/// what is joined to its window.
enum class On { Bench, Engine };

/// What the engine is reckoned with, from the job's data.
struct EngineModel {
    job::Side side = job::Side::Intake;
    planning::Cylinder cylinder;
    planning::Cam cam;
    air::AirState room;   ///< at the bench
    air::AirState fresh;  ///< that the engine draws: the manifold's air, or the room's
    /// Before the port on the engine: of an intake that fresh air, of an exhaust burned gas that has come to the pipe's
    /// pressure (kBurnedGamma).
    air::AirState charge;
    Length roughness;                 ///< of the runner's wall, by the house's finish
    planning::EffectiveArea opening;  ///< effective area of the valve's opening alone
    planning::EffectiveArea area;     ///< and of everything from one end to the other, at the bench's depression
    // Runner and opening in series, in the order of the air, for the room's air and for the charge. One pair is there.
    std::shared_ptr<const planning::Inlet> inletOnBench;
    std::shared_ptr<const planning::Inlet> inletOnEngine;
    std::shared_ptr<const planning::Outlet> outletOnBench;
    std::shared_ptr<const planning::Outlet> outletOnEngine;
    // An exhaust port's own gas.
    planning::GasAtOpening atOpening;
    AbsolutePressure pipe;
    /// The cylinder's other side, where it is known: an intake port's exhaust, an exhaust port's intake.
    std::optional<planning::ExhaustSide> exhaust;
    std::optional<planning::IntakeSide> intake;
    std::string otherSide;                  ///< id of that port
    Phrase areaFrom;                        ///< where the effective area comes from, in words
    std::vector<Phrase> assumed;            ///< what was not known and has been assumed, in words
    std::vector<flow::FlowStation> runner;  ///< in the order of the air, with distances along its way
    /// The runner with what is joined to its window, as the engine has it; the bench has the port alone.
    std::vector<flow::FlowStation> passage;
    std::size_t joined = 0;  ///< places of `passage` that are not the port's own
    Length valveEnd;         ///< distance of the port's last station from the window

    /// Distance of one of `runner` from the window, as the port's stations count.
    [[nodiscard]] Length fromWindow(std::size_t i) const;
    [[nodiscard]] bool isExhaust() const { return side == job::Side::Exhaust; }
    /// Where flows at a typed depression are told: of an intake on the engine; of an exhaust port on the bench, in cold
    /// air, so that they stand beside the bench's.
    [[nodiscard]] On comparedOn() const { return isExhaust() ? On::Bench : On::Engine; }
    [[nodiscard]] const air::AirState& before(On where) const { return where == On::Bench ? room : charge; }
    [[nodiscard]] const std::vector<flow::FlowStation>& wayOf(On where) const
    {
        return where == On::Bench ? runner : passage;
    }
    /// Gas at rest before the port.
    [[nodiscard]] planning::GasAtRest atRest(On where) const;
};

/// Height of the roughness that a finish leaves: as burred 0.05 mm, 60 grit 0.02 mm, 120 grit 0.01 mm, polished 0.002
/// mm (the order of the grains' size; from memory).
Length roughness(job::Finish finish);

/// Ports of one side of a port's cylinder, common runners left out; where the cylinder is not known, those of which it
/// is not known either.
std::vector<const job::Port*> sideOf(const job::Job& job, const job::Port& port, job::Side side);
std::vector<const job::Port*> otherSideOf(const job::Job& job, const job::Port& port);

/// The model of a port: the runner with its losses (flow/runner_flow.hpp) and the valve's opening, in the order of the
/// air. The other side of the cylinder is that of the first port there that is measured (two stations, valve): for gas
/// exchange over overlap, and for what is left of the burned gas. Without it an intake port fills a clearance of fresh
/// air, and `assumed` says so.
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

/// The port's own runner as the air meets it; nothing with fewer than two stations.
std::vector<flow::FlowStation> runnerStations(const job::Port& port, const analysis::PortAnalysis& analysis);

/// A flow through the runner as the port's own stations see it; the most that passes, where so much does not.
flow::RunnerFlow throughRunner(const EngineModel& model, On where, MassFlow flow);

/// What passes runner and valve's opening at a lift, with a depression behind them. The opening is the last station of
/// the result, of an exhaust port too, whose air meets it first.
flow::RunnerFlow throughPort(const EngineModel& model, On where, Length lift, PressureDifference depression);
/// The most that passes, and where it is at the speed of sound.
flow::RunnerFlow portChokes(const EngineModel& model, On where, Length lift);

/// A flow through an exhaust port's runner, of gas that comes into it with a total pressure; by air of the same
/// temperature that fills the same share of the runner (planning::sonicArea()).
flow::RunnerFlow throughExhaust(const EngineModel& model, On where, const planning::GasAtRest& gas,
                                Temperature temperature, MassFlow flow);

/// Flow at the bench's depression and a lift, at the room's density.
VolumeFlow benchFlow(const EngineModel& model, Length lift, PressureDifference depression);

}  // namespace euryth::engine
