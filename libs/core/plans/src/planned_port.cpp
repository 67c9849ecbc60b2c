// SPDX-License-Identifier: GPL-3.0-or-later
#include "plans/planned_port.hpp"

#include <algorithm>

#include "engine/engine_model.hpp"
#include "geometry/wall_contour.hpp"
#include "job/plans.hpp"
#include "shape_port.hpp"

namespace euryth::plans {

namespace {

/// A section's middle moved inside its own plane.
void movePose(job::MeasuredPose& pose, geometry::Point by)
{
    const auto complete = pose.complete();
    if (!complete)
        return;
    const Length left = Length::fromSi(by.left);
    const Length up = Length::fromSi(by.up);
    pose.x = *pose.x - left * sin(complete->yaw) - up * (sin(complete->pitch) * cos(complete->yaw));
    pose.y = *pose.y + left * cos(complete->yaw) - up * (sin(complete->pitch) * sin(complete->yaw));
    pose.z = *pose.z + up * cos(complete->pitch);
}

void shapeStation(job::Station& station, const planning::PlannedSection& planned)
{
    job::MeasuredSection section;
    if (const auto* rectangle = std::get_if<geometry::RoundedRectangle>(&planned.section)) {
        section.shape = *rectangle;
        movePose(station.pose, planned.middle);
    } else {
        section.kind = job::SectionKind::Outline;
        section.points = std::get<geometry::Outline>(planned.section).points;
    }
    station.section = std::move(section);
    for (const geometry::Sector s : geometry::kSectors) {
        auto& wall = station.wall.at[geometry::index(s)];
        if (wall)
            wall = *wall - planned.growth[geometry::index(s)];
    }
}

void shapeEnd(job::Port& planned, const job::Port& port, const ValveEndPlan& end)
{
    job::Valve& valve = planned.valve;
    if (!end.throat.throat)
        return;
    if (analysis::endsInThroat(port)) {
        const Length radius = *end.throat.throat / 2.0;
        job::MeasuredSection circle;
        circle.shape = {*end.throat.throat, *end.throat.throat, {radius, radius, radius, radius}};
        planned.stations.back().section = circle;
    }
    valve.diameter = *end.throat.valve;
    valve.throat = *end.throat.throat;
    if (end.throat.stack)
        valve.seat.back().width = end.throat.stack->cuts.back().face.width;
    if (end.turn.bowl)
        valve.bowl = *end.turn.bowl;
    if (end.turn.radius)
        planned.shortSide.radius = *end.turn.radius;
    if (end.turn.height)
        planned.shortSide.height = *end.turn.height;
}

std::optional<VolumeFlow> flowOf(const Known<engine::EngineModel>& model, PressureDifference depression)
{
    return model ? std::optional(engine::benchFlow(*model, model->cam.lift, depression)) : std::nullopt;
}

void areasOf(const analysis::PortAnalysis& analysis, const analysis::PortAnalysis& asIs, PlanSummary& summary)
{
    if (!analysis.areas) {
        summary.volume.missing = analysis.areas.missing;
        return;
    }
    summary.volume.value = analysis.areas->volume();
    if (asIs.areas)
        summary.taken = *summary.volume - asIs.areas->volume();
    summary.smallest = analysis.areas->smallest();
    if (asIs.demand)
        summary.rpm = planning::rpmForArea(*asIs.demand, summary.smallest->area);
}

PlanSummary summaryOfPlan(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                          const Known<engine::EngineModel>& model)
{
    PlanSummary summary;
    const job::NamedPlan plan = job::currentPlan(port);
    summary.name = plan.name;
    summary.note = plan.note;
    for (const auto& planned : analysis.planned)
        summary.notMet += planned && !planned->met ? 1 : 0;
    const auto planned = plannedPort(job, port, analysis);
    if (!planned) {
        summary.volume.missing = planned.missing;
        return summary;
    }
    areasOf(planned->analysis, analysis, summary);
    if (planned->analysis.throatShare)
        summary.throatShare = *planned->analysis.throatShare;
    if (model) {
        const PressureDifference bench = engine::benchDepression(job);
        const engine::EngineModel then =
            engine::plannedModel(*model, analysis, planned->port, planned->analysis, bench);
        summary.benchFlow = engine::benchFlow(then, then.cam.lift, bench);
    }
    return summary;
}

}  // namespace

PlannedPort cutPort(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                    const cutting::DepthField& depths)
{
    PlannedPort result;
    result.port = port;
    result.port.probes.clear();
    result.port.flow.clear();
    keepPlaces(result.port, analysis);
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        job::Station& station = result.port.stations[i];
        station.cut = {};
        if (std::ranges::any_of(depths[i], [](Length d) { return d != Length{}; })) {
            job::MeasuredSection section;
            section.kind = job::SectionKind::Outline;
            section.points = geometry::WallContour(analysis.sections[i]).outline(geometry::kMovedPoints, depths[i]);
            station.section = std::move(section);
        }
        for (const geometry::Sector s : geometry::kSectors) {
            auto& wall = station.wall.at[geometry::index(s)];
            if (wall)
                wall = *wall - depths[i][geometry::index(s)];
        }
        if (const auto& fin = analysis.fins[i])
            thinBoss(station.boss, *fin);
    }
    result.analysis = analysis::analyse(job, result.port);
    return result;
}

Known<PlannedPort> plannedPort(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    const auto known = [](const auto& planned) { return planned.has_value(); };
    if (std::ranges::none_of(analysis.planned, known) && std::ranges::none_of(analysis.fins, known))
        return {std::nullopt, say("missing.plan", {{"demand", analysis.demand.missing}})};
    PlannedPort result;
    result.port = port;
    result.port.probes.clear();
    result.port.flow.clear();
    if (port.planEnd.shortRadius || port.planEnd.shortHeight)
        keepPlaces(result.port, analysis);
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        if (i < analysis.planned.size() && analysis.planned[i])
            shapeStation(result.port.stations[i], *analysis.planned[i]);
        if (const auto& fin = analysis.fins[i])
            thinBoss(result.port.stations[i].boss, *fin);
    }
    shapeEnd(result.port, port, planValveEnd(job, port, analysis));
    result.analysis = analysis::analyse(job, result.port);
    return {std::move(result), {}};
}

std::vector<PlanSummary> comparePlans(const job::Job& job, const job::Port& port,
                                      const analysis::PortAnalysis& analysis)
{
    const auto model = engine::engineModel(job, port, analysis);
    PlanSummary asIs;
    areasOf(analysis, analysis, asIs);
    asIs.taken.reset();
    if (analysis.throatShare)
        asIs.throatShare = *analysis.throatShare;
    asIs.benchFlow = flowOf(model, engine::benchDepression(job));
    std::vector<PlanSummary> all{asIs, summaryOfPlan(job, port, analysis, model)};
    for (const job::NamedPlan& plan : port.plans) {
        job::Port with = port;
        job::setPlan(with, plan);
        all.push_back(summaryOfPlan(job, with, analysis::analyse(job, with), model));
    }
    return all;
}

}  // namespace euryth::plans
