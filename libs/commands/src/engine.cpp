// SPDX-License-Identifier: GPL-3.0-or-later
#include <charconv>
#include <ostream>

#include "call.hpp"
#include "engine/engine_run.hpp"

namespace euryth::commands {

namespace {

RotationalSpeed rpmOf(const std::string& text)
{
    double rpm = 0.0;
    const char* end = text.data() + text.size();
    const auto read = std::from_chars(text.data(), end, rpm);
    constexpr double least = 100.0;
    constexpr double most = 30000.0;
    if (read.ec != std::errc{} || read.ptr != end || !(rpm >= least) || rpm > most)
        throw wrongUsage("cli.bad-rpm", {{"typed", text}, {"least", Number{least, 0}}, {"most", Number{most, 0}}});
    return rotationFromRpm(rpm);
}

/// What the cylinder draws: of an exhaust port only where the intake side is known.
void putFilling(Json& result, const engine::EngineModel& model, const engine::EngineRun& run)
{
    const planning::Filling& filling = run.filling;
    const bool known = !filling.points.empty();
    const auto put1 = [&](const char* key, double value) {
        put(result, key, known ? number(value) : Json(nullptr), say("missing.intake-side"));
    };
    put1("peak_depression_pa", inPa(filling.peakDepression));
    put1("volumetric_efficiency", filling.volumetricEfficiency);
    put1("mean_flow_kg_s", filling.meanFlow.si());
    const bool exhaust = model.isExhaust();
    result["choked_share"] = number(exhaust ? run.exchange->emptying.chokedShare : filling.chokedShare);
    result["peak_flow_kg_s"] = number((exhaust ? run.exchange->emptying.drivenFlow : filling.peakFlow).si());
}

/// What the exhaust side makes of the cylinder; nothing where that is not known.
void putExchange(Json& result, const engine::EngineModel& model, const engine::EngineRun& run)
{
    result["other_side"] = model.otherSide.empty() ? Json(nullptr) : Json(model.otherSide);
    if (!run.exchange) {
        put(result, "residual_share", nullptr, say("missing.exhaust-side"));
        return;
    }
    const planning::GasExchange& exchange = *run.exchange;
    result["residual_share"] = number(exchange.residual);
    result["short_circuit_share"] = number(exchange.shortCircuit);
    const planning::Emptying& emptying = exchange.emptying;
    result["exhaust"] = {{"expelled_share", number(emptying.expelled)},
                         {"pumping_pa", number(inPa(emptying.pumping))},
                         {"over_pipe_at_top_pa", number(inPa(emptying.atTop))},
                         {"choked_share", number(emptying.chokedShare)},
                         {"choked_while_driven", number(emptying.chokedAtHighLift)},
                         {"blow_down_flow_kg_s", number(emptying.peakFlow.si())},
                         {"driven_flow_kg_s", number(emptying.drivenFlow.si())},
                         {"opening_pressure_pa", number(exchange.points.front().pressure.si())},
                         {"opening_temperature_c", number(inCelsius(exchange.points.front().temperature))}};
    if (!model.isExhaust())
        return;
    constexpr std::size_t every = 12;
    result["over_crank"] = Json::array();
    for (std::size_t i = 0; i < exchange.points.size(); i += every) {
        const planning::ExchangePoint& p = exchange.points[i];
        if (p.crank > planning::closes(model.cam))
            break;
        Json machs = Json::array();
        for (const double mach : engine::machAt(model, p))
            machs.push_back(number(mach));
        result["over_crank"].push_back({{"crank_deg", number(inDegrees(p.crank))},
                                        {"pressure_pa", number(p.pressure.si())},
                                        {"flow_kg_s", number(p.out.si())},
                                        {"valve_mach", number(p.exhaustMach)},
                                        {"mach", machs}});
    }
}

}  // namespace

int callEngine(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const RotationalSpeed rpm = rpmOf(request.rpm);
    const auto analysis = analysis::analyse(job, port);
    const auto model = engine::engineModel(job, port, analysis);
    if (!model)
        throw missingFor(port, model.missing);
    const engine::EngineRun run = engine::runEngine(*model, rpm);
    if (!run.settled)
        throw missingFor(port, engine::noEnd());
    Json result;
    result["mach_index"] = number(run.machIndex);
    result["over_rev"] = number(run.overRev);
    putFilling(result, *model, run);
    putExchange(result, *model, run);
    result["stations"] = Json::array();
    for (std::size_t i = 0; i < run.atPeakFlow.stations.size(); ++i) {
        result["stations"].push_back(
            {{"s_mm", number(inMm(model->fromWindow(i)))}, {"peak_mach", number(run.atPeakFlow.stations[i].mach)}});
    }
    const Length lift = model->cam.lift;
    const auto place = [&](const flow::RunnerFlow& flow) {
        const bool valve = flow.fastest >= model->runner.size();
        return Json{
            {"flow_kg_s", number(flow.flow.si())},
            {"fastest_at", valve ? Json("valve") : Json(number(inMm(model->fromWindow(flow.fastest))))},
            {"mach", number(flow.stations[flow.fastest].mach)},
            {"choked", flow.choked},
            {"runner_loss_pa",
             number(
                 (flow.stations.front().totalPressure - flow.stations[model->runner.size() - 1].totalPressure).si())}};
    };
    const auto at = [&](engine::On where, PressureDifference depression) {
        Json json = place(engine::throughPort(*model, where, lift, depression));
        json["depression_pa"] = number(inPa(depression));
        return json;
    };
    result["full_lift"] = {{"bench", at(engine::On::Bench, engine::benchDepression(job))},
                           {"running", at(model->comparedOn(), engine::runningDepression(job))},
                           {"choking", place(engine::portChokes(*model, model->comparedOn(), lift))}};
    const auto flows = engine::portFlows(job, port);
    put(result, "chokes_from_rpm", flows && flows->chokesFrom ? number(inRpm(*flows->chokesFrom)) : Json(nullptr),
        !flows ? flows.missing : say("missing.no-choke"));
    result["runner_choked"] = run.atPeakFlow.choked;
    result["effective_area_from"] = words(model->areaFrom);
    result["assumed"] = Json::array();
    for (const Phrase& what : model->assumed)
        result["assumed"].push_back(words(what));
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
