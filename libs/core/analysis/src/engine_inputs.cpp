// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/engine_inputs.hpp"

#include <algorithm>

#include "analysis/port_analysis.hpp"
#include "flow/losses.hpp"
#include "geometry/valve_end.hpp"
#include "geometry/valve_opening.hpp"
#include "planning/compression.hpp"
#include "words/missing_list.hpp"

namespace euryth::analysis {

namespace {

void needDrive(const job::Engine& engine, MissingList& missing)
{
    missing.need(engine.bore.has_value(), "missing.bore");
    missing.need(engine.stroke.has_value(), "missing.stroke");
    missing.need(engine.rod.has_value(), "missing.rod");
}

constexpr Length kAnyLift = lengthFromMm(10.0);

/// The reckoned opening of a port's valve; of a common runner those of its branches together.
std::optional<planning::EffectiveArea> openingOf(const job::Job& job, const job::Port& port,
                                                 const Known<geometry::ValveGeometry>& valve, Length most)
{
    std::vector<planning::EffectiveArea> openings;
    for (const job::Port* branch : job::branchesOf(job, port)) {
        const auto own = job::valveGeometry(branch->valve);
        if (!own)
            return std::nullopt;
        openings.push_back(reckonedOpening(*own, most));
    }
    if (openings.empty())
        return valve ? std::optional(reckonedOpening(*valve, most)) : std::nullopt;
    return [openings = std::move(openings)](Length lift) {
        Area sum;
        for (const auto& opening : openings)
            sum += opening(lift);
        return sum;
    };
}

/// The demand of an exhaust port, all that it needs being known.
planning::Demand exhaustDemand(const job::Job& job, const job::Port& port, const planning::ExhaustSide& side,
                               const air::AirState& charge)
{
    std::vector<Phrase> assumed;
    const planning::Cylinder cylinder{{*job.engine.bore, *job.engine.stroke, *job.engine.rod},
                                      compressionOf(job, port, assumed),
                                      flowShare(job, port)};
    planning::Demand demand;
    demand.drive = cylinder.drive;
    demand.rpm = *job.engine.peakRpm;
    demand.limitingMach = job::limitingMach(job.house, port.side);
    demand.share = cylinder.share;
    demand.room = {planning::pipeTemperature(side.atOpening, side.pipe), side.pipe, 0.0};
    demand.gamma = planning::kBurnedGamma;
    demand.exhaust = [=](RotationalSpeed rpm) { return planning::strokeFlow(cylinder, side, charge, rpm); };
    return demand;
}

}  // namespace

std::optional<planning::Cam> camOf(const job::Engine& engine, job::Side side)
{
    const job::CamLobe& lobe = side == job::Side::Intake ? engine.intakeCam : engine.exhaustCam;
    if (!lobe.centreline)
        return std::nullopt;
    const Angle centreline = side == job::Side::Intake ? *lobe.centreline : -*lobe.centreline;
    if (!lobe.table.empty()) {
        std::vector<std::pair<Angle, Length>> table;
        for (const job::LiftPoint& p : lobe.table)
            table.emplace_back(p.crank, p.lift);
        return planning::camFromTable(table, centreline);
    }
    if (!lobe.duration || !lobe.lift)
        return std::nullopt;
    return planning::Cam{*lobe.duration, *lobe.lift, centreline, {}, {}, {}};
}

std::optional<Clearance> clearanceOf(const job::Job& job, std::optional<int> cylinder)
{
    Clearance clearance;
    double sum = 0.0;
    int count = 0;
    std::optional<Volume> own;
    for (const std::size_t i : job::presentChambers(job)) {
        const job::Chamber& chamber = job.chambers[i];
        sum += chamber.volume->si();
        ++count;
        if (cylinder && chamber.cylinder == cylinder)
            own = chamber.volume;
    }
    if (count == 0)
        return std::nullopt;
    clearance.own = own.has_value();
    clearance.chamber = own.value_or(Volume::fromSi(sum / count));
    clearance.whole = clearanceWith(job.engine, clearance.chamber);
    return clearance;
}

std::optional<Volume> clearanceWith(const job::Engine& e, Volume chamber)
{
    if (!e.bore || !e.gasketBore || !e.gasketThickness || !e.deckClearance || !e.pistonDish)
        return std::nullopt;
    return planning::clearanceVolume({chamber, *e.gasketBore, *e.gasketThickness, *e.deckClearance, *e.pistonDish},
                                     *e.bore);
}

std::optional<double> compressionWith(const job::Engine& e, std::optional<Volume> clearance)
{
    if (!e.bore || !e.stroke || !clearance || *clearance <= Volume{})
        return std::nullopt;
    return planning::compressionRatio(planning::sweptVolume(*e.bore, *e.stroke), *clearance);
}

double compressionOf(const job::Job& job, const job::Port& port, std::vector<Phrase>& assumed)
{
    const auto clearance = clearanceOf(job, port.cylinder);
    const auto ratio = clearance ? compressionWith(job.engine, clearance->whole) : std::nullopt;
    if (!ratio) {
        assumed.push_back(say("assumed.compression", {{"ratio", Number{kUsualCompression, 0}}}));
        return kUsualCompression;
    }
    if (!clearance->own)
        assumed.push_back(say("assumed.chamber"));
    return *ratio;
}

planning::EffectiveArea reckonedOpening(const geometry::ValveGeometry& valve, Length most)
{
    constexpr int lifts = 20;
    std::vector<double> at{0.0};
    std::vector<double> areas{0.0};
    for (int i = 1; i <= lifts; ++i) {
        const Length lift = most * (static_cast<double>(i) / lifts);
        const double gap = geometry::gapAt(valve, lift).area.si() * flow::valveCoefficient(lift / valve.head);
        at.push_back(lift.si());
        areas.push_back(std::min(gap, geometry::throatNetArea(valve.throat, valve.stem).si()));
    }
    return planning::areaThrough(std::move(at), std::move(areas));
}

AbsolutePressure pipePressure(const job::Engine& engine, const air::AirState& room)
{
    return engine.exhaust.pipePressure.value_or(room.pressure);
}

planning::GasAtOpening gasAtOpening(const job::Engine& engine, const planning::Cylinder& cylinder,
                                    const planning::Cam& cam, const air::AirState& charge, std::vector<Phrase>& assumed)
{
    const planning::GasAtOpening ideal = planning::idealCycle(cylinder, charge, planning::opens(cam));
    const planning::GasAtOpening gas{engine.exhaust.openingPressure.value_or(ideal.pressure),
                                     engine.exhaust.openingTemperature.value_or(ideal.temperature)};
    if (!engine.exhaust.openingPressure || !engine.exhaust.openingTemperature)
        assumed.push_back(say("assumed.opening", {{"pressure", gas.pressure}, {"temperature", gas.temperature}}));
    return gas;
}

Known<planning::ExhaustSide> exhaustValve(const job::Job& job, const job::Port& port,
                                          const Known<geometry::ValveGeometry>& valve, std::vector<Phrase>& assumed)
{
    const auto room = roomAir(job.bench);
    const auto cam = camOf(job.engine, job::Side::Exhaust);
    MissingList missing;
    needDrive(job.engine, missing);
    missing.need(cam.has_value(), "missing.exhaust-cam");
    missing.need(room.has_value(), "missing.bench-air");
    const auto opening = openingOf(job, port, valve, cam ? cam->lift : kAnyLift);
    missing.need(opening.has_value(), "missing.valve-geometry");
    if (!missing.empty())
        return {std::nullopt, missing.phrase()};
    if (planning::opens(*cam) > angleFromDegrees(-180.0) || planning::closes(*cam) < Angle{})
        return {std::nullopt, say("missing.cam-opening")};
    const planning::Cylinder cylinder{{*job.engine.bore, *job.engine.stroke, *job.engine.rod},
                                      compressionOf(job, port, assumed),
                                      flowShare(job, port)};
    planning::ExhaustSide side;
    side.cam = *cam;
    side.outlet = std::make_shared<const planning::Outlet>(*opening);
    side.atOpening = gasAtOpening(job.engine, cylinder, *cam, *chargeAir(job), assumed);
    side.pipe = pipePressure(job.engine, *room);
    return {std::move(side), {}};
}

Known<planning::Demand> demandOf(const job::Job& job, const job::Port& port,
                                 const Known<geometry::ValveGeometry>& valve)
{
    const auto charge = chargeAir(job);
    MissingList missing;
    if (port.side == job::Side::Exhaust) {
        std::vector<Phrase> assumed;
        const auto side = exhaustValve(job, port, valve, assumed);
        if (side && job.engine.peakRpm)
            return {exhaustDemand(job, port, *side, *charge), {}};
        missing.need(job.engine.peakRpm.has_value(), "missing.peak-rpm");
        if (!side)
            missing.add(side.missing);
        return {std::nullopt, missing.phrase()};
    }
    needDrive(job.engine, missing);
    missing.need(job.engine.peakRpm.has_value(), "missing.peak-rpm");
    missing.need(charge.has_value(), "missing.bench-air");
    if (!missing.empty())
        return {std::nullopt, missing.phrase()};
    planning::Demand demand;
    demand.drive = {*job.engine.bore, *job.engine.stroke, *job.engine.rod};
    demand.rpm = *job.engine.peakRpm;
    demand.limitingMach = job::limitingMach(job.house, port.side);
    demand.room = *charge;
    demand.share = flowShare(job, port);
    return {std::move(demand), {}};
}

}  // namespace euryth::analysis
