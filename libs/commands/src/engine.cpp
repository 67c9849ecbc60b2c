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
    if (!run.filling.settled)
        throw missingFor(port, engine::noEnd());
    Json result;
    result["mach_index"] = number(run.machIndex);
    result["peak_depression_pa"] = number(inPa(run.filling.peakDepression));
    result["volumetric_efficiency"] = number(run.filling.volumetricEfficiency);
    result["choked_share"] = number(run.filling.chokedShare);
    result["over_rev"] = number(run.overRev);
    result["mean_flow_kg_s"] = number(run.filling.meanFlow.si());
    result["peak_flow_kg_s"] = number(run.filling.peakFlow.si());
    result["stations"] = Json::array();
    for (std::size_t i = 0; i < run.atPeakFlow.stations.size(); ++i) {
        result["stations"].push_back(
            {{"s_mm", number(inMm(model->runner[i].s))}, {"peak_mach", number(run.atPeakFlow.stations[i].mach)}});
    }
    const Length lift = model->cam.lift;
    const auto place = [&](const flow::RunnerFlow& flow) {
        const bool valve = flow.fastest >= model->runner.size();
        return Json{
            {"flow_kg_s", number(flow.flow.si())},
            {"fastest_at", valve ? Json("valve") : Json(number(inMm(model->runner[flow.fastest].s)))},
            {"mach", number(flow.stations[flow.fastest].mach)},
            {"choked", flow.choked},
            {"runner_loss_pa",
             number(
                 (flow.stations.front().totalPressure - flow.stations[model->runner.size() - 1].totalPressure).si())}};
    };
    const auto at = [&](const air::AirState& before, PressureDifference depression) {
        Json json = place(engine::throughPort(*model, before, lift, depression));
        json["depression_pa"] = number(inPa(depression));
        return json;
    };
    result["full_lift"] = {{"bench", at(model->room, engine::benchDepression(job))},
                           {"running", at(model->charge, engine::runningDepression(job))},
                           {"choking", place(engine::portChokes(*model, model->charge, lift))}};
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
