// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/short_side_study.hpp"

#include <algorithm>
#include <cmath>

#include "engine/engine_run.hpp"
#include "field/compressible.hpp"
#include "fineness.hpp"
#include "geometry/turn.hpp"
#include "job/plans.hpp"
#include "port_field/air_field.hpp"

namespace euryth::port_field {

namespace {

constexpr int kHalvings = 12;

/// The least x in [low, high] at which a rising function reaches `wanted`, or nothing.
std::optional<double> reach(double low, double high, double wanted, const std::function<double(double)>& f)
{
    if (f(high) < wanted)
        return std::nullopt;
    for (int i = 0; i < kHalvings; ++i) {
        const double middle = (low + high) / 2.0;
        (f(middle) < wanted ? low : high) = middle;
    }
    return high;
}

void addPull(const job::Job& job, const engine::EngineModel& model, LocalChoke& choke)
{
    const double most = 0.6 * model.room.pressure.si();
    const auto depression = reach(100.0, most, choke.flow.si(), [&](double pa) {
        return engine::throughPort(model, engine::On::Bench, model.cam.lift, PressureDifference::fromSi(pa)).flow.si();
    });
    if (depression)
        choke.depression = PressureDifference::fromSi(*depression);
    if (!job.engine.peakRpm)
        return;
    const RotationalSpeed peak = *job.engine.peakRpm;
    const auto rpm = reach(peak.si() / 4.0, peak.si() * 2.0, choke.flow.si(), [&](double speed) {
        return engine::runEngine(model, RotationalSpeed::fromSi(speed)).filling.peakFlow.si();
    });
    if (rpm)
        choke.rpm = RotationalSpeed::fromSi(*rpm);
}

/// A mesh that may be folded: who asks has solved the shape before.
PortMesh coarseMesh(const PortShape& shape)
{
    return {shape, std::make_shared<const field::Mesh>(field::meshOf(shape.sections, field::kCoarse, shape.obstacles))};
}

/// The floor's boundary layer in a compressible flow.
std::optional<WallAir> floorAt(const PortMesh& portMesh, field::CompressibleSolver& solver, const air::AirState& room,
                               MassFlow flow)
{
    const auto air = solver.at(flow);
    if (!air)
        return std::nullopt;
    const field::Mesh& mesh = portMesh.layered();
    flow::WallLine line;
    std::optional<geometry::Point3> last;
    const std::uint32_t place = field::wallPlace(mesh, geometry::Sector::Floor);
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        const std::size_t node = layer * mesh.perLayer + place;
        const geometry::Point3& here = mesh.nodes[node];
        line.along.push_back(last ? line.along.back() + std::hypot(here.x - last->x, here.y - last->y, here.z - last->z)
                                  : 0.0);
        last = here;
        line.s.push_back(mesh.s[layer]);
        line.speed.push_back(air->velocities[node].length());
    }
    line.atTip = line.speed;
    return wallAir(portMesh, std::move(line), room);
}

}  // namespace

LocalChoke localChoke(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                      const PortShape& shape, const air::AirState& room, const std::stop_token& stop)
{
    const PortMesh portMesh = coarseMesh(shape);
    const field::Mesh& mesh = portMesh.layered();
    const field::LocalChoke first = field::firstSonic(mesh, room, air::kPitotDistance, stop);
    LocalChoke choke;
    choke.flow = first.flow;
    choke.shareOfSection = first.shareOfSection;
    if (first.cell) {
        choke.s = Length::fromSi((mesh.s[first.layer] + mesh.s[first.layer + 1]) / 2.0);
        const geometry::Frame frame = geometry::frameAt(shape.sections, *choke.s);
        geometry::Point3 middle;
        for (const std::uint32_t node : mesh.cells[*first.cell]) {
            const geometry::Point3& p = mesh.nodes[node];
            middle = {middle.x + p.x / 8.0, middle.y + p.y / 8.0, middle.z + p.z / 8.0};
        }
        const auto nearest = std::ranges::min_element(
            shape.sections, {}, [&](const geometry::PlacedSection& p) { return abs(p.s - *choke.s); });
        choke.name = nameInSection(nearest->section, frame.toSection(middle));
    }
    const auto model = engine::engineModel(job, port, analysis);
    choke.missing = model.missing;
    if (model && !stop.stop_requested())
        addPull(job, *model, choke);
    return choke;
}

bool ShortSideHolds::never() const { return !tried.empty() && std::ranges::all_of(tried, &At::liftsOff); }
bool ShortSideHolds::always() const { return !tried.empty() && std::ranges::none_of(tried, &At::liftsOff); }

ShortSideHolds shortSideHolds(const PortShape& shape, const air::AirState& room, MassFlow most,
                              const std::stop_token& stop)
{
    const PortMesh mesh = coarseMesh(shape);
    field::CompressibleSolver solver(mesh.layered(), room, air::kPitotDistance);
    const double density = air::density(room).si();
    ShortSideHolds holds;
    const auto liftsOff = [&](double share) -> std::optional<bool> {
        const auto wall = floorAt(mesh, solver, room, most * share);
        if (!wall)
            return std::nullopt;
        holds.tried.push_back({VolumeFlow::fromSi(most.si() * share / density), wall->greatestShape, wall->liftsOff()});
        return wall->liftsOff();
    };
    std::optional<double> before;
    std::optional<bool> offBefore;
    for (const double share : {0.05, 0.15, 0.3, 0.5, 0.7, 0.85, 0.995}) {
        if (stop.stop_requested())
            return holds;
        const auto off = liftsOff(share);
        if (!off)
            continue;
        if (offBefore && *offBefore != *off) {
            double low = *before;
            double high = share;
            while (high - low > 0.01 && !stop.stop_requested())
                (liftsOff((low + high) / 2.0) == offBefore ? low : high) = (low + high) / 2.0;
            (*off ? holds.letsGoOver : holds.letsGoUnder) = VolumeFlow::fromSi(most.si() * high / density);
        }
        before = share;
        offBefore = off;
    }
    std::ranges::sort(holds.tried, {}, &ShortSideHolds::At::flow);
    return holds;
}

std::vector<std::optional<ShortSideSeverity>> planSeverities(const job::Job& job, const job::Port& port,
                                                             const analysis::PortAnalysis& analysis,
                                                             const std::stop_token& stop)
{
    std::vector<std::optional<ShortSideSeverity>> severities;
    const auto add = [&](const Known<PortShape>& shape) {
        const auto solved = shape ? virtualPort(*shape, Quality::Coarse) : Known<VirtualPort>{};
        severities.push_back(solved ? std::optional(severityOf(*solved)) : std::nullopt);
    };
    add(shapeOf(port, analysis));
    if (!stop.stop_requested())
        add(plannedShape(job, port, analysis));
    for (const job::NamedPlan& plan : port.plans) {
        if (stop.stop_requested())
            break;
        job::Port with = port;
        job::setPlan(with, plan);
        add(plannedShape(job, with, analysis::analyse(job, with)));
    }
    return severities;
}

Known<geometry::LayoutNumbers> layoutOf(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    const job::RunnerLayout& runner = port.runner;
    if (runner.straight && runner.turn && port.shortSide.radius && port.shortSide.height)
        return {geometry::LayoutNumbers{*runner.straight, *runner.turn, *port.shortSide.radius, *port.shortSide.height},
                {}};
    if (analysis.poses.size() < 3)
        return {std::nullopt, say("missing.places")};
    if (!analysis.floorRadius || !analysis.floorApex)
        return {std::nullopt, say("missing.short-side")};
    const auto& poses = analysis.poses;
    std::vector<Angle> turned;
    for (const geometry::Pose& pose : poses)
        turned.push_back(geometry::turnBetween(poses.front(), pose));
    const geometry::TurnStations turn = geometry::turnStations(turned);
    return {geometry::LayoutNumbers{port.stations[turn.first].s, turn.whole, analysis.floorRadius->radius,
                                    *analysis.floorApex},
            {}};
}

Known<std::vector<ShortSideVariant>> shortSideVariants(const job::Port& port, const analysis::PortAnalysis& analysis,
                                                       const PortAir& air, const std::stop_token& stop)
{
    const auto numbers = layoutOf(port, analysis);
    if (!numbers)
        return {std::nullopt, numbers.missing};
    const auto shape = shapeOf(port, analysis);
    if (!shape)
        return {std::nullopt, shape.missing};
    std::vector<geometry::StationHeight> heights;
    for (const auto& section : shape->sections)
        heights.push_back({section.s, geometry::boxOf(section.section).height});
    const Length reach = std::max(numbers->shortSideRadius * numbers->turn.si(), lengthFromMm(10.0));
    std::vector<ShortSideVariant> variants;
    for (const double factor : {0.6, 0.8, 1.0, 1.25, 1.6, 2.0}) {
        geometry::LayoutNumbers laidOut = *numbers;
        laidOut.shortSideRadius = numbers->shortSideRadius * factor;
        PortShape turned = *shape;
        const auto poses = geometry::layOut(laidOut, heights);
        for (std::size_t i = 0; i < poses.size(); ++i)
            turned.sections[i].pose = poses[i];
        for (const double lower : {0.0, 1.0, 2.0}) {
            if (stop.stop_requested())
                return {std::nullopt, say("stopped")};
            ShortSideVariant variant;
            variant.radius = laidOut.shortSideRadius;
            variant.lower = lengthFromMm(lower);
            variant.present = factor == 1.0 && lower == 0.0;
            const WallPush push{laidOut.straight, geometry::Sector::Floor, variant.lower, reach};
            const auto solved = virtualPort(moved(turned, depthsOf(turned, std::span(&push, 1))), Quality::Coarse);
            if (solved) {
                const WallAir floor = shortSide(*solved, air.room, air.flow);
                variant.greatestShape = floor.greatestShape;
                variant.liftsOffAt = floor.liftsOffAt;
                variant.peak = floor.peak;
                variant.severity = severityOf(*solved);
            }
            variant.missing = solved.missing;
            variants.push_back(std::move(variant));
        }
    }
    return {std::move(variants), {}};
}

}  // namespace euryth::port_field
