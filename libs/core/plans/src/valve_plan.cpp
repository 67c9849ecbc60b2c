// SPDX-License-Identifier: GPL-3.0-or-later
#include "plans/valve_plan.hpp"

#include <algorithm>
#include <cmath>

#include "analysis/valve_layout.hpp"
#include "engine/engine_model.hpp"
#include "geometry/valve_end.hpp"
#include "planning/compression.hpp"

namespace euryth::plans {

namespace {

using geometry::index;
using geometry::Sector;

/// A valve's edge may come this near to the bore (common practice, no source).
constexpr Length kBoreEdge = lengthFromMm(1.0);

/// Planned throat: as wished; else the present one, never smaller, brought up to the house's lower limit.
void chooseThroat(const job::House& house, const job::Port& port, ThroatPlan& plan)
{
    const std::optional<Length> wished = port.planEnd.throat;
    const auto now = job::throatOf(port.valve);
    const Length least = *plan.valve * job::throatRange(house, port.side).low;
    plan.throat.value = wished ? *wished : now ? std::max(*now, least) : least;
    plan.share = *plan.throat / *plan.valve;
}

/// The cuts on the planned valve, and what of the wish they cannot give.
void fitSeat(const job::Port& port, ThroatPlan& plan)
{
    const auto faces = job::seatFaces(port.valve);
    const Length inset = port.valve.edgeInset.value_or(Length{});
    auto stack = geometry::placeSeat(faces, *plan.valve, inset);
    if (!stack) {
        plan.stack.missing = say("missing.seat-cuts");
        return;
    }
    plan.lastCutNow = stack->cuts.back().face.width;
    const geometry::PlacedCut& seat = stack->cuts[stack->seat];
    if (*plan.throat >= seat.inner) {
        plan.conflict =
            say("conflict.throat-seat",
                {{"throat", *plan.throat}, {"seat", seat.inner}, {"share", Percent{seat.inner / *plan.valve}}});
        return;
    }
    const auto width = geometry::lastCutFor(*stack, *plan.throat);
    if (!width) {
        const geometry::PlacedCut& last = stack->cuts.back();
        plan.conflict = say("conflict.last-cut", {{"cut", last.outer}, {"throat", *plan.throat}});
        return;
    }
    auto fitted = faces;
    fitted.back().width = *width;
    plan.stack.value = geometry::placeSeat(fitted, *plan.valve, inset);
}

void scribe(const job::House& house, const job::Port& port, ThroatPlan& plan)
{
    plan.scribeRadius.value = *plan.throat / 2.0;
    if (port.valve.pilot)
        plan.scriberSetting.value = *plan.scribeRadius - *port.valve.pilot / 2.0;
    else
        plan.scriberSetting.missing = say("missing.pilot");
    plan.scribeDepth.value = job::scribeBelow(house, port.side);
}

ThroatPlan planThroat(const job::Job& job, const job::Port& port)
{
    ThroatPlan plan;
    plan.valve.value = port.planEnd.valve ? port.planEnd.valve : port.valve.diameter;
    if (!plan.valve) {
        plan.valve.missing = say("missing.valve");
        for (auto* known : {&plan.throat, &plan.scribeRadius, &plan.scribeDepth, &plan.scriberSetting, &plan.takesOver})
            known->missing = plan.valve.missing;
        plan.stack.missing = plan.valve.missing;
        return plan;
    }
    chooseThroat(job.house, port, plan);
    fitSeat(port, plan);
    scribe(job.house, port, plan);
    if (plan.stack && port.valve.stem) {
        std::vector<geometry::SeatFace> cuts;
        for (const geometry::PlacedCut& cut : plan.stack->cuts)
            cuts.push_back(cut.face);
        plan.takesOver.value = geometry::throatTakesOver(
            {*plan.valve, *plan.throat, *port.valve.stem, std::move(cuts), port.valve.edgeInset.value_or(Length{}),
             port.valve.face.value_or(plan.stack->cuts[plan.stack->seat].face.width + job::kUsualFaceBeyondSeat),
             port.valve.back.value_or(job::kUsualBack)});
    } else {
        plan.takesOver.missing = say("missing.stem-and-seat");
    }
    return plan;
}

/// Drop and passage height of the turn.
struct TurnGeometry {
    planning::ShortSideDrop drop;
    Length height;  ///< of the section over the short side, floor to roof
};

/// The station where the turn begins: the last one before the short side whose heading has hardly left the first one's.
std::size_t turnBegins(const analysis::PortAnalysis& analysis)
{
    constexpr double hardly = 0.08;  // of the whole turn
    const auto turned = [&](std::size_t i) {
        return geometry::turnBetween(analysis.poses.front(), analysis.poses[i]).si();
    };
    const double all = turned(analysis.poses.size() - 1);
    std::size_t begin = 0;
    for (std::size_t i = 0; i < *analysis.places.shortSide; ++i) {
        if (turned(i) <= hardly * all)
            begin = i;
    }
    return begin;
}

/// The throat's edge lies as far below the apex as the poses say; the apex is as high over the deck as was measured.
Known<TurnGeometry> turnGeometry(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    if (analysis.poses.size() < 3 || !analysis.places.shortSide)
        return {std::nullopt, say("missing.turn-known")};
    const std::size_t begin = turnBegins(analysis);
    const auto floorAt = [&](std::size_t i) {
        return Length::fromSi(
            geometry::sideCut(analysis.poses[i], geometry::boxOf(analysis.sections[i]).height).floor.z);
    };
    const Length drop = floorAt(begin) - floorAt(analysis.poses.size() - 1);
    const Length apex = port.shortSide.height.value_or(drop);
    const auto dip = [&](std::size_t i) { return -analysis.poses[i].pitch; };
    return {TurnGeometry{{apex - drop, dip(begin), dip(analysis.poses.size() - 1)},
                         geometry::boxOf(analysis.sections[*analysis.places.shortSide]).height},
            {}};
}

template <class T>
Known<T> known(const std::optional<T>& value, const char* missing)
{
    return {value, value ? Phrase() : say(missing)};
}

void bowlAndSpeed(const job::House& house, const job::Port& port, Length valve, Length passage, TurnPlan& plan)
{
    const Length stem = port.valve.stem.value_or(Length{});
    if (!plan.radiusNow || !plan.radius) {
        plan.bowlForTurn.missing = plan.speedChange.missing = say("missing.radius-now");
    } else {
        plan.innerRatioNow.value = planning::innerSpeedRatio(*plan.radiusNow, passage);
        plan.innerRatio.value = planning::innerSpeedRatio(*plan.radius, passage);
        if (plan.bowlNow) {
            const Area now = planning::bowlArea(*plan.bowlNow, stem);
            plan.bowlForTurn.value =
                planning::bowlForArea(planning::turnAreaFor(now, *plan.innerRatioNow, *plan.innerRatio), stem);
        } else {
            plan.bowlForTurn.missing = say("missing.bowl-now");
        }
    }
    const job::ShareRange& range = job::bowlRange(house, port.side);
    if (port.planEnd.bowl) {
        plan.bowl.value = port.planEnd.bowl;
    } else if (plan.bowlForTurn) {
        // Metal does not grow: never smaller than it is.
        const Length least = plan.bowlNow ? std::max(*plan.bowlNow, valve * range.low) : valve * range.low;
        plan.bowl.value = std::max(least, std::min(*plan.bowlForTurn, valve * range.high));
    } else {
        plan.bowl = plan.bowlNow;
    }
    if (plan.bowl)
        plan.bowlShare = *plan.bowl / valve;
    if (plan.bowl && plan.bowlNow && plan.innerRatio) {
        const Area now = planning::bowlArea(*plan.bowlNow, stem);
        const Area then = planning::bowlArea(*plan.bowl, stem);
        plan.speedChange.value = (*plan.innerRatio / *plan.innerRatioNow) * (now / then) - 1.0;
    } else if (plan.speedChange.missing.empty()) {
        plan.speedChange.missing = say("missing.bowl-now");
    }
}

void heightForBowl(const job::Port& port, const TurnGeometry& turn, TurnPlan& plan)
{
    plan.heightForBowl.missing = say("missing.bowl-radius-turn");
    if (!plan.bowl || !plan.bowlNow || !plan.innerRatioNow)
        return;
    const Length stem = port.valve.stem.value_or(Length{});
    const double ratio =
        *plan.innerRatioNow * (planning::bowlArea(*plan.bowl, stem) / planning::bowlArea(*plan.bowlNow, stem));
    if (const auto radius = planning::radiusForRatio(ratio, turn.height))
        plan.heightForBowl.value = planning::heightForRadius(turn.drop, *radius);
    else
        plan.heightForBowl.missing = say("missing.bowl-not-so-small");
}

void radiusAndHeight(const TurnGeometry& turn, TurnPlan& plan)
{
    if (plan.height)
        plan.radiusThatFits.value = planning::radiusForHeight(turn.drop, *plan.height);
    if (plan.radius)
        plan.heightNeeded.value = planning::heightForRadius(turn.drop, *plan.radius);
    if (plan.radius && plan.radiusNow)
        plan.laidBack.value = planning::layBack(*plan.radiusNow, *plan.radius, turn.drop.to - turn.drop.from);
    constexpr Length gaugeOfRadii = lengthFromMm(0.5);
    if (plan.radius && plan.radiusThatFits && *plan.radius > *plan.radiusThatFits + gaugeOfRadii) {
        plan.conflict = say("conflict.radius", {{"radius", *plan.radius},
                                                {"apex", *plan.height},
                                                {"fits", *plan.radiusThatFits},
                                                {"needed", *plan.heightNeeded}});
    }
}

TurnPlan planTurn(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                  const ThroatPlan& throat)
{
    TurnPlan plan;
    const job::PlannedEnd& wish = port.planEnd;
    plan.radiusNow = known(port.shortSide.radius, "missing.short-radius");
    plan.heightNow = known(port.shortSide.height, "missing.short-height");
    plan.bowlNow = known(port.valve.bowl, "missing.bowl");
    plan.radius = wish.shortRadius ? Known<Length>{wish.shortRadius, {}} : plan.radiusNow;
    plan.height = wish.shortHeight ? Known<Length>{wish.shortHeight, {}} : plan.heightNow;
    const auto turn = turnGeometry(port, analysis);
    for (auto* length : {&plan.radiusThatFits, &plan.heightNeeded, &plan.heightForBowl})
        length->missing = turn.missing.empty() ? say("missing.radius-and-height") : turn.missing;
    plan.laidBack.missing = plan.radiusThatFits.missing;
    plan.innerRatio.missing = plan.innerRatioNow.missing = plan.radiusThatFits.missing;
    plan.widthNow.missing = plan.width.missing = turn.missing;
    if (turn) {
        const std::size_t over = *analysis.places.shortSide;
        plan.widthNow.value = geometry::boxOf(analysis.sections[over]).width;
        if (over < analysis.planned.size() && analysis.planned[over])
            plan.width.value = geometry::boxOf(analysis.planned[over]->section).width;
        else
            plan.width.missing = say("missing.plan-over-turn");
    }
    if (!throat.valve) {
        plan.bowl.missing = plan.bowlForTurn.missing = plan.speedChange.missing = throat.valve.missing;
        return plan;
    }
    if (turn) {
        bowlAndSpeed(job.house, port, *throat.valve, turn->height, plan);
        radiusAndHeight(*turn, plan);
        heightForBowl(port, *turn, plan);
    } else {
        plan.bowl = wish.bowl ? Known<Length>{wish.bowl, {}} : plan.bowlNow;
        plan.bowlForTurn.missing = plan.speedChange.missing = turn.missing;
        if (plan.bowl)
            plan.bowlShare = *plan.bowl / *throat.valve;
    }
    return plan;
}

/// The walls at the bowl: those of the widest station after the short side, else of the last one that has any.
void bowlWalls(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
               planning::ValveSurroundings& around)
{
    std::optional<std::size_t> at = analysis.places.bowl;
    for (std::size_t i = port.stations.size(); i-- > 0 && !at;) {
        if (std::ranges::any_of(port.stations[i].wall.at, [](const auto& wall) { return wall.has_value(); }))
            at = i;
    }
    around.reserve.fill(job.house.leastWall + job.house.gaugeError);
    if (!at)
        return;
    for (const Sector s : geometry::kSectors) {
        const analysis::WallRoom& room = analysis.walls[*at][index(s)];
        around.wall[index(s)] = room.wall;
        around.reserve[index(s)] = room.keep + room.error + room.curve;
    }
}

void checkBigger(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis, ValveEndPlan& plan)
{
    if (!port.planEnd.valve || !port.valve.diameter || !plan.throat.throat)
        return;
    const job::Valve& valve = port.valve;
    planning::ValveSurroundings around;
    around.valve = *valve.diameter;
    around.throat = job::throatOf(valve);
    around.bowl = valve.bowl;
    around.bridge = analysis::bridgeOf(job, port);
    around.boreEdge = analysis::boreEdgeOf(job, port);
    around.neighbour = valve.neighbour;
    around.kerf = valve.kerf;
    if (valve.nextBowl)
        around.nextBowl = *valve.nextBowl == job::Across::Left ? Sector::Left : Sector::Right;
    bowlWalls(job, port, analysis, around);
    const Length bowl = plan.turn.bowl ? std::max(*plan.turn.bowl, *plan.throat.throat) : *plan.throat.throat;
    plan.bigger = planning::checkValve(around, {*port.planEnd.valve, *plan.throat.throat, bowl},
                                       {job.house.leastWall, kBoreEdge, job.house.leastWall});
    plan.largestValve = planning::largestValve(plan.bigger);
}

/// Compression with the cylinder's chamber as it is, and with it enlarged.
void compression(const job::Job& job, const job::Port& port, ShroudPlan& plan)
{
    const auto now = analysis::clearanceOf(job, port.cylinder);
    if (!now)
        return;
    plan.chamber = now->chamber + plan.added.value_or(Volume{});
    plan.compressionNow = analysis::compressionWith(job.engine, now->whole);
    plan.compression = analysis::compressionWith(job.engine, analysis::clearanceWith(job.engine, *plan.chamber));
}

}  // namespace

ValveEndPlan planValveEnd(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    ValveEndPlan plan;
    plan.throat = planThroat(job, port);
    plan.turn = planTurn(job, port, analysis, plan.throat);
    checkBigger(job, port, analysis, plan);
    return plan;
}

Known<ShroudPlan> planShrouding(const job::Job& job, const job::Port& port, const ValveEndPlan& end)
{
    const job::Valve& valve = port.valve;
    const auto boreEdge = analysis::boreEdgeOf(job, port);
    if (!end.throat.valve || !valve.diameter || !job.engine.bore || !boreEdge)
        return {std::nullopt, say("missing.shrouding")};
    const Length bigger = (*end.throat.valve - *valve.diameter) / 2.0;
    geometry::ValveInBore in{*end.throat.valve, *job.engine.bore, *boreEdge - bigger, {}};
    if (in.edgeToBore < Length{} || in.valve + 2.0 * in.edgeToBore > in.bore)
        return {std::nullopt, say("missing.valve-in-bore")};
    if (valve.chamberWall && valve.chamberWallHeight && valve.chamberWallArc) {
        in.wall = geometry::ChamberWall{
            std::max(Length{}, *valve.chamberWall - bigger), *valve.chamberWallHeight, *valve.chamberWallArc, {}};
    }
    ShroudPlan plan;
    geometry::ValveInBore leaned = in;
    const std::optional<Angle> lean = port.planEnd.chamberLean;
    if (lean && in.wall) {
        leaned.wall->lean = *lean;
        plan.added = geometry::layBackVolume(in, *lean);
    }
    const auto cam = analysis::camOf(job.engine, port.side);
    constexpr double usualLift = 1.0 / 3.0;  // of the valve's diameter
    const Length most = cam ? cam->lift : in.valve * usualLift;
    constexpr int steps = 40;
    for (int i = 1; i <= steps; ++i) {
        const Length lift = most * (static_cast<double>(i) / steps);
        ShroudPoint point{lift, geometry::shroudingAt(in, lift), {}};
        if (lean && in.wall)
            point.laidBack = geometry::shroudingAt(leaned, lift);
        plan.points.push_back(point);
    }
    compression(job, port, plan);
    return {plan, {}};
}

Known<Area> weightedOpening(const job::Job& job, job::Side side, const geometry::ValveGeometry& valve)
{
    const auto cam = analysis::camOf(job.engine, side);
    if (!cam)
        return {std::nullopt, say("missing.cam")};
    // The opening at a few lifts; between them it is as smooth as the lift itself.
    constexpr int lifts = 40;
    std::vector<double> at;
    std::vector<double> areas;
    for (int i = 0; i <= lifts; ++i) {
        const Length lift = cam->lift * (static_cast<double>(i) / lifts);
        at.push_back(lift.si());
        areas.push_back(geometry::openingAt(valve, lift).area.si());
    }
    const geometry::MonotoneCubic opening(std::move(at), std::move(areas));
    constexpr int steps = 360;
    const bool highOnly = job.house.liftWeight == job::LiftWeight::HighLifts;
    double sum = 0.0;
    int count = 0;
    for (int i = 0; i < steps; ++i) {
        const Angle crank =
            planning::opens(*cam) + (planning::closes(*cam) - planning::opens(*cam)) * ((i + 0.5) / steps);
        const Length lift = planning::liftAt(*cam, crank);
        if (highOnly && lift < cam->lift / 2.0)
            continue;
        sum += opening(std::min(lift, cam->lift).si());
        ++count;
    }
    return {Area::fromSi(sum / count), {}};
}

}  // namespace euryth::plans
