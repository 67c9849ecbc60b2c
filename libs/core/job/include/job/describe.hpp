// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>

#include "job/describe_work.hpp"
#include "job/fields.hpp"
#include "job/job.hpp"

/// The shape of a job, told once: which keys a record has, in which order, with which fields. Readers, writers and
/// checks are visitors of it. A visitor has
///   number(FieldOf<T>, T&)       a number that must be there (a quantity, double or int)
///   measured(Field, optional&)   a number that may be unknown
///   rule(Field, T&)              a number that keeps its starting value where it is absent
///   text(key, string&)           a text, empty where absent
///   choice(key, names, Enum&)    one of a few words
///   later(Field, T&, usual)      a rule that came later: written only where it is not the usual one
///   laterRange, option           the same for a range and for one of a few words
///   word(key, names, optional&)  one of a few words that may be absent
///   truth(key, optional<bool>&)  true or false, or absent
///   constant(key, text)          a word with one allowed value
///   object(key, T&)              a nested record; extra object() with a function for records without a type
///   list(key, vector&)           a list of records
///   flags(key, names, bools&)    a list of words
///   words(key, vector<string>&)  a list of texts
///   points(Field, points&)       a list of pairs of numbers
///   ports(key, vector<Port>&)    the ports; a file holds branches inside their port
///   unknown(UnknownKeys&)        everything else, last
/// The same description serves const and non-const records.
namespace euryth::job {

inline constexpr std::array<std::string_view, 2> kSideKeys{"intake", "exhaust"};
inline constexpr std::array<std::string_view, 4> kFinishKeys{"as burred", "60 grit", "120 grit", "polished"};
inline constexpr std::array<std::string_view, 2> kLiftWeightKeys{"all lifts", "high lifts"};
inline constexpr std::array<std::string_view, 2> kCoreShiftKeys{"leave", "correct exhaust"};
inline constexpr std::array<std::string_view, 2> kValveJobKeys{"first", "last"};
inline constexpr std::array<std::string_view, 3> kThinWallKeys{"leave", "fill", "weld"};
inline constexpr std::array<std::string_view, 2> kAcrossKeys{"left", "right"};
inline constexpr std::array<std::string_view, 2> kReachKeys{"long", "short"};
inline constexpr std::array<std::string_view, 2> kPassageKeys{"joined", "port alone"};
inline constexpr std::array<std::string_view, 6> kNeighbourKeys{"water", "bolt hole", "pushrod tube",
                                                                "port",  "bore",      "outside"};
inline constexpr std::array<std::string_view, 5> kWallPlaceKeys{"runner", "turn", "short side", "bowl", "common wall"};
inline constexpr std::array<std::string_view, 4> kEntryKeys{"radius", "clay", "manifold", "none"};
inline constexpr std::array<std::string_view, 8> kPinKeys{"wet",   "string",       "lip",    "bump",
                                                          "crack", "breakthrough", "filled", "note"};
inline constexpr std::array<std::string_view, 2> kPinAsksKeys{"cut", "leave"};
inline constexpr std::array<std::string_view, 5> kWeightKeys{"off", "little", "usual", "much", "most"};
inline constexpr std::array<std::string_view, 6> kLightTaskKeys{"lip", "blend", "divider", "flash", "steps", "chamber"};
inline constexpr std::array<std::string_view, 2> kMotionKeys{"swirl", "tumble"};
inline constexpr std::array<std::string_view, 3> kTightKeys{"dry", "weeps", "leaks"};
inline constexpr std::array<std::string_view, 2> kRampKeys{"slow", "fast"};
inline constexpr std::array<std::string_view, 3> kShapeKeys{"rounded-rectangle", "outline", "area"};

template <class V, ConstOrNot<Assumed> T>
void describe(V& v, T& assumed)
{
    v.requiredText("at", assumed.at);
    v.number(field::assumedValue, assumed.value);
    v.unknown(assumed.unknown);
}

template <class V, ConstOrNot<LiftPoint> T>
void describe(V& v, T& point)
{
    v.number(field::liftCrank, point.crank);
    v.number(field::tableLift, point.lift);
    v.unknown(point.unknown);
}

template <class V, ConstOrNot<CamLobe> T>
void describe(V& v, T& cam)
{
    v.measured(field::duration, cam.duration);
    v.measured(field::camLift, cam.lift);
    v.measured(field::centreline, cam.centreline);
    v.list("lift_table", cam.table);
    v.unknown(cam.unknown);
}

template <class V, ConstOrNot<Manifold> T>
void describe(V& v, T& manifold)
{
    v.measured(field::manifoldPressure, manifold.pressure);
    v.measured(field::manifoldTemperature, manifold.temperature);
    v.unknown(manifold.unknown);
}

template <class V, ConstOrNot<Exhaust> T>
void describe(V& v, T& exhaust)
{
    v.measured(field::openingPressure, exhaust.openingPressure);
    v.measured(field::openingTemperature, exhaust.openingTemperature);
    v.measured(field::pipePressure, exhaust.pipePressure);
    v.unknown(exhaust.unknown);
}

template <class V, ConstOrNot<Engine> T>
void describe(V& v, T& engine)
{
    v.measured(field::cylinders, engine.cylinders);
    v.measured(field::bore, engine.bore);
    v.measured(field::stroke, engine.stroke);
    v.measured(field::rod, engine.rod);
    v.measured(field::peakRpm, engine.peakRpm);
    v.extra(field::shiftRpm, engine.shiftRpm);
    v.text("use", engine.use);
    v.object("cam", [&](auto& cam) {
        cam.object("intake", engine.intakeCam);
        cam.object("exhaust", engine.exhaustCam);
        cam.unknown(engine.unknownInCam);
    });
    v.object("manifold", engine.manifold);
    v.object("exhaust", engine.exhaust);
    v.extra(field::runningDepression, engine.runningDepression);
    v.object("closing", [&](auto& closing) {
        closing.measured(field::gasketBore, engine.gasketBore);
        closing.measured(field::gasketThickness, engine.gasketThickness);
        closing.measured(field::deckClearance, engine.deckClearance);
        closing.measured(field::pistonDish, engine.pistonDish);
        closing.extra(field::wantedChamber, engine.wantedChamber);
        closing.unknown(engine.unknownInClosing);
    });
    v.list("assumed", engine.assumed);
    v.unknown(engine.unknown);
}

template <class V, ConstOrNot<Casting> T>
void describe(V& v, T& casting)
{
    v.requiredText("id", casting.id);
    v.text("material", casting.material);
    v.extra(field::castingThickness, casting.thickness);
    v.text("note", casting.note);
    v.unknown(casting.unknown);
}

template <class V, ConstOrNot<Chamber> T>
void describe(V& v, T& chamber)
{
    v.measured(field::portCylinder, chamber.cylinder);
    v.measured(field::chamberVolume, chamber.volume);
    v.text("when", chamber.when);
    v.text("state", chamber.state);
    v.unknown(chamber.unknown);
}

template <class V, ConstOrNot<WallGauge> T>
void describe(V& v, T& gauge)
{
    v.measured(field::gaugeBlock, gauge.block);
    v.measured(field::gaugeReading, gauge.reading);
    v.unknown(gauge.unknown);
}

template <class V, ConstOrNot<Bench> T>
void describe(V& v, T& bench)
{
    v.text("id", bench.id);
    v.measured(field::depression, bench.depression);
    v.object("air", [&](auto& air) {
        air.measured(field::temperature, bench.temperature);
        air.measured(field::pressure, bench.pressure);
        air.measured(field::humidity, bench.humidity);
        air.unknown(bench.unknownInAir);
    });
    v.list("assumed", bench.assumed);
    v.unknown(bench.unknown);
}

template <class V, ConstOrNot<WallRule> T>
void describe(V& v, T& rule)
{
    v.text("material", rule.material);
    v.word("place", kWallPlaceKeys, rule.place);
    v.measured(field::ruleWall, rule.least);
    v.word("thin_wall", kThinWallKeys, rule.thinWall);
    v.unknown(rule.unknown);
}

template <class V, ConstOrNot<House> T>
void describe(V& v, T& house)
{
    v.text("name", house.name);
    v.text("why", house.why);
    v.rule(field::leastWall, house.leastWall);
    v.rule(field::unrepairableLeastWall, house.unrepairableLeastWall);
    v.rule(field::greatestCut, house.greatestCut);
    v.rule(field::gaugeError, house.gaugeError);
    v.rule(field::fastRatio, house.fastRatio);
    v.rule(field::slowRatio, house.slowRatio);
    v.rule(field::deadRatio, house.deadRatio);
    v.rule(field::smallBigSmall, house.smallBigSmall);
    v.rule(field::taper, house.taperPer100mm);
    v.rule(field::limitingMach, house.limitingMach);
    v.object("throat_percent", [&](auto& throat) {
        throat.range("intake", house.intakeThroat);
        throat.range("exhaust", house.exhaustThroat);
        throat.unknown(house.unknownInThroat);
    });
    const House usual;
    v.object("bowl_percent", [&](auto& bowl) {
        bowl.laterRange("intake", house.intakeBowl, usual.intakeBowl);
        bowl.laterRange("exhaust", house.exhaustBowl, usual.exhaustBowl);
        bowl.unknown(house.unknownInBowl);
    });
    v.later(field::limitingMachExhaust, house.exhaustLimitingMach, usual.exhaustLimitingMach);
    v.object("exhaust_to_intake_percent", [&](auto& ratio) {
        ratio.laterRange("flow", house.exhaustToIntake, usual.exhaustToIntake);
        ratio.unknown(house.unknownInRatio);
    });
    v.later(field::houseSeatAngle, house.seatAngle, usual.seatAngle);
    v.later(field::seatWidthIntake, house.intakeSeatWidth, usual.intakeSeatWidth);
    v.later(field::seatWidthExhaust, house.exhaustSeatWidth, usual.exhaustSeatWidth);
    v.later(field::scribeBelowIntake, house.intakeScribeBelow, usual.intakeScribeBelow);
    v.later(field::scribeBelowExhaust, house.exhaustScribeBelow, usual.exhaustScribeBelow);
    v.later(field::alikeFlow, house.alikeFlow, usual.alikeFlow);
    v.later(field::alikeVolume, house.alikeVolume, usual.alikeVolume);
    v.later(field::alikeChamber, house.alikeChamber, usual.alikeChamber);
    v.later(field::runOutLimit, house.runOutLimit, usual.runOutLimit);
    v.later(field::liftStep, house.liftStep, usual.liftStep);
    v.list("wall_rules", house.wallRules);
    v.later(field::guideMetal, house.guideMetal, usual.guideMetal);
    v.later(field::houseFin, house.finWidth, usual.finWidth);
    v.later(field::leastGain, house.leastGain, usual.leastGain);
    v.later(field::apexLowering, house.apexLowering, usual.apexLowering);
    v.option("finish_intake", kFinishKeys, house.intakeFinish, usual.intakeFinish);
    v.option("finish_exhaust", kFinishKeys, house.exhaustFinish, usual.exhaustFinish);
    v.option("lift_weight", kLiftWeightKeys, house.liftWeight, usual.liftWeight);
    v.option("core_shift", kCoreShiftKeys, house.coreShift, usual.coreShift);
    v.option("valve_job", kValveJobKeys, house.valveJob, usual.valveJob);
    v.option("thin_wall", kThinWallKeys, house.thinWall, usual.thinWall);
    v.unknown(house.unknown);
}

template <class V, ConstOrNot<SeatCut> T>
void describe(V& v, T& cut)
{
    v.measured(field::seatAngle, cut.angle);
    v.measured(field::seatWidth, cut.width);
    v.unknown(cut.unknown);
}

template <class V, ConstOrNot<InBore> T>
void describe(V& v, T& place)
{
    v.extra(field::boreX, place.x);
    v.extra(field::boreY, place.y);
    v.unknown(place.unknown);
}

template <class V, ConstOrNot<Valve> T>
void describe(V& v, T& valve)
{
    v.measured(field::valveDiameter, valve.diameter);
    v.measured(field::stem, valve.stem);
    v.measured(field::throat, valve.throat);
    v.measured(field::bowl, valve.bowl);
    v.measured(field::pilot, valve.pilot);
    v.measured(field::edgeInset, valve.edgeInset);
    v.extra(field::valveFace, valve.face);
    v.extra(field::valveBack, valve.back);
    v.extra(field::runOut, valve.runOut);
    v.extra(field::seatInsert, valve.insert);
    v.extra(field::seatBand, valve.band);
    v.extra(field::bridge, valve.bridge);
    v.extra(field::boreEdge, valve.boreEdge);
    v.extra(field::neighbourWall, valve.neighbour);
    v.extra(field::valveKerf, valve.kerf);
    v.word("next_bowl", kAcrossKeys, valve.nextBowl);
    v.word("bore_side", kAcrossKeys, valve.boreSide);
    v.extra(field::chamberWall, valve.chamberWall);
    v.extra(field::chamberWallHeight, valve.chamberWallHeight);
    v.extra(field::chamberWallArc, valve.chamberWallArc);
    v.object("in_bore", valve.inBore);
    v.extra(field::sunk, valve.sunk);
    v.list("seat", valve.seat);
    v.unknown(valve.unknown);
}

template <class V, ConstOrNot<ShortSide> T>
void describe(V& v, T& shortSide)
{
    v.measured(field::shortSideRadius, shortSide.radius);
    v.measured(field::shortSideHeight, shortSide.height);
    v.unknown(shortSide.unknown);
}

template <class V, ConstOrNot<MeasuredPose> T>
void describe(V& v, T& pose)
{
    v.measured(field::poseX, pose.x);
    v.measured(field::poseY, pose.y);
    v.measured(field::poseZ, pose.z);
    v.measured(field::pitch, pose.pitch);
    v.measured(field::yaw, pose.yaw);
    v.unknown(pose.unknown);
}

template <class V, ConstOrNot<Sectioned> T>
void describe(V& v, T& sectioned)
{
    v.extra(field::partLeft, sectioned.left);
    v.extra(field::kerfAcross, sectioned.kerfAcross);
    v.extra(field::partRight, sectioned.right);
    v.extra(field::partRoof, sectioned.roof);
    v.extra(field::kerfUp, sectioned.kerfUp);
    v.extra(field::partFloor, sectioned.floor);
    v.unknown(sectioned.unknown);
}

template <class V, ConstOrNot<MeasuredSection> T>
void describe(V& v, T& section)
{
    v.choice("shape", kShapeKeys, section.kind);
    switch (section.kind) {
    case SectionKind::RoundedRectangle:
        v.number(field::width, section.shape.width);
        v.number(field::height, section.shape.height);
        v.object("corner_mm", [&](auto& corner) {
            corner.number(field::radiusRoofLeft, section.shape.corners.roofLeft);
            corner.number(field::radiusRoofRight, section.shape.corners.roofRight);
            corner.number(field::radiusFloorRight, section.shape.corners.floorRight);
            corner.number(field::radiusFloorLeft, section.shape.corners.floorLeft);
            corner.unknown(section.unknownInCorner);
        });
        v.object("sectioned", section.sectioned);
        break;
    case SectionKind::Outline: v.points(field::outlinePoint, section.points); break;
    case SectionKind::AreaOnly: v.number(field::sectionArea, section.area); break;
    }
    v.unknown(section.unknown);
}

template <class V, ConstOrNot<Boss> T>
void describe(V& v, T& boss)
{
    v.measured(field::bossWidth, boss.width);
    v.measured(field::bossHeight, boss.height);
    v.extra(field::bossTip, boss.tip);
    v.extra(field::roomLeft, boss.roomLeft);
    v.extra(field::roomRight, boss.roomRight);
    v.unknown(boss.unknown);
}

template <class V, ConstOrNot<StemInSection> T>
void describe(V& v, T& stem)
{
    v.extra(field::stemWidth, stem.width);
    v.extra(field::stemLength, stem.length);
    v.unknown(stem.unknown);
}

template <class V, ConstOrNot<GuideBoss> T>
void describe(V& v, T& boss)
{
    v.extra(field::bossStart, boss.start);
    v.extra(field::bossEnd, boss.end);
    v.extra(field::bossNose, boss.nose);
    v.extra(field::guide, boss.guide);
    v.unknown(boss.unknown);
}

template <class V, ConstOrNot<Behind> T>
void describe(V& v, T& behind)
{
    for (const geometry::Sector s : geometry::kSectors)
        v.word(kSectorKeys[geometry::index(s)], kNeighbourKeys, behind.at[geometry::index(s)]);
    v.unknown(behind.unknown);
}

template <class V, ConstOrNot<CoreShiftAt> T>
void describe(V& v, T& shift)
{
    v.extra(field::coreLeft, shift.left);
    v.extra(field::coreUp, shift.up);
    v.extra(field::drawnWall, shift.drawnWall);
    v.unknown(shift.unknown);
}

template <class V, ConstOrNot<RunnerLayout> T>
void describe(V& v, T& runner)
{
    v.measured(field::straight, runner.straight);
    v.measured(field::turn, runner.turn);
    v.measured(field::bowlDepth, runner.bowlDepth);
    v.unknown(runner.unknown);
}

template <class V, ConstOrNot<Opening> T>
void describe(V& v, T& opening)
{
    v.measured(field::openingWidth, opening.width);
    v.measured(field::openingHeight, opening.height);
    v.measured(field::openingRadius, opening.radius);
    v.measured(field::shiftLeft, opening.shiftLeft);
    v.measured(field::shiftUp, opening.shiftUp);
    v.unknown(opening.unknown);
}

template <class V, ConstOrNot<JoinedStation> T>
void describe(V& v, T& station)
{
    v.number(field::joinedS, station.s);
    v.required("section", station.section);
    v.unknown(station.unknown);
}

template <class V, ConstOrNot<JoinedRunner> T>
void describe(V& v, T& joined)
{
    v.extra(field::mouthRadius, joined.mouthRadius);
    v.word("reckoned", kPassageKeys, joined.reckoned);
    v.list("stations", joined.stations);
    v.unknown(joined.unknown);
}

template <class V, ConstOrNot<Photo> T>
void describe(V& v, T& photo)
{
    v.requiredText("file", photo.file);
    v.text("note", photo.note);
    v.unknown(photo.unknown);
}

template <class V, ConstOrNot<Walls> T>
void describe(V& v, T& walls)
{
    for (const geometry::Sector s : geometry::kSectors) {
        auto f = field::wall;
        f.key = kSectorKeys[geometry::index(s)];
        v.measured(f, walls.at[geometry::index(s)]);
    }
    v.unknown(walls.unknown);
}

template <class V, ConstOrNot<SettledCut> T>
void describe(V& v, T& cut)
{
    for (const geometry::Sector s : geometry::kSectors) {
        auto f = field::settledCut;
        f.key = kSectorKeys[geometry::index(s)];
        v.extra(f, cut.at[geometry::index(s)]);
    }
    v.unknown(cut.unknown);
}

template <class V, ConstOrNot<StationWish> T>
void describe(V& v, T& plan)
{
    v.measured(field::planArea, plan.area);
    v.extra(field::planWidth, plan.width);
    v.extra(field::planHeight, plan.height);
    v.unknown(plan.unknown);
}

template <class V, ConstOrNot<Station> T>
void describe(V& v, T& station)
{
    v.number(field::stationS, station.s);
    v.object("pose", station.pose);
    v.required("section", station.section);
    v.object("boss", station.boss);
    v.object("stem", station.stem);
    v.object("wall_mm", station.wall);
    v.flags("unrepairable", kSectorKeys, station.unrepairable);
    v.object("behind", station.behind);
    v.object("core_shift", station.coreShift);
    v.object("plan", station.plan);
    v.object("cut_mm", station.cut);
    v.unknown(station.unknown);
}

template <class V, ConstOrNot<Setup> T>
void describe(V& v, T& setup)
{
    v.extra(field::adapterBore, setup.bore);
    v.word("entry", kEntryKeys, setup.entry);
    v.truth("pipe", setup.pipe);
    v.truth("plug", setup.plug);
    v.text("valve", setup.valve);
    v.unknown(setup.unknown);
}

template <class V, ConstOrNot<PlateCheck> T>
void describe(V& v, T& check)
{
    v.text("when", check.when);
    v.measured(field::plate, check.plate);
    v.measured(field::platePipe, check.pipe);
    v.measured(field::depression, check.depression);
    v.measured(field::plateExpected, check.expected);
    v.measured(field::plateRead, check.read);
    v.unknown(check.unknown);
}

template <class V, ConstOrNot<LeakCheck> T>
void describe(V& v, T& check)
{
    v.text("when", check.when);
    v.measured(field::depression, check.depression);
    v.measured(field::leakRead, check.read);
    v.unknown(check.unknown);
}

template <class V, ConstOrNot<BenchPair> T>
void describe(V& v, T& pair)
{
    v.text("when", pair.when);
    v.requiredText("other", pair.other);
    v.word("side", kSideKeys, pair.side);
    v.measured(field::pairFactor, pair.factor);
    v.extra(field::pairUncertainty, pair.uncertainty);
    v.extra(field::pairLifts, pair.lifts);
    v.unknown(pair.unknown);
}

template <class V, ConstOrNot<BenchRecord> T>
void describe(V& v, T& bench)
{
    v.requiredText("id", bench.id);
    v.word("ramp", kRampKeys, bench.ramp);
    v.object("factor", [&](auto& factor) {
        factor.extra(field::factorIntake, bench.factorIntake);
        factor.extra(field::factorExhaust, bench.factorExhaust);
        factor.unknown(bench.unknownInFactor);
    });
    v.object("setup", bench.setup);
    v.list("plates", bench.plates);
    v.list("leaks", bench.leaks);
    v.list("pairs", bench.pairs);
    v.unknown(bench.unknown);
}

template <class V, ConstOrNot<PlannedPlace> T>
void describe(V& v, T& place)
{
    v.number(field::probeStation, place.s);
    v.unknown(place.unknown);
}

template <class V, ConstOrNot<PlannedLift> T>
void describe(V& v, T& lift)
{
    v.number(field::probeLift, lift.lift);
    v.unknown(lift.unknown);
}

template <class V, ConstOrNot<ProbePlan> T>
void describe(V& v, T& plan)
{
    v.text("grid", plan.grid);
    v.text("state", plan.state);
    v.list("places", plan.places);
    v.list("lifts", plan.lifts);
    v.unknown(plan.unknown);
}

template <class V, ConstOrNot<Pin> T>
void describe(V& v, T& pin)
{
    v.text("id", pin.id);
    v.choice("kind", kPinKeys, pin.kind);
    v.measured(field::pinS, pin.s);
    v.word("sector", kSectorKeys, pin.sector);
    v.measured(field::pinLift, pin.lift);
    v.extra(field::pinWidth, pin.width);
    v.word("asks", kPinAsksKeys, pin.asks);
    v.text("state", pin.state);
    v.text("when", pin.when);
    v.text("text", pin.text);
    v.text("photo", pin.photo);
    v.unknown(pin.unknown);
}

template <class V, ConstOrNot<Reading> T>
void describe(V& v, T& reading)
{
    v.number(field::u, reading.u);
    v.number(field::v, reading.v);
    v.measured(field::speed, reading.speed);
    v.extra(field::impact, reading.impact);
    v.extra(field::scatter, reading.scatter);
    v.extra(field::samples, reading.samples);
    v.text("when", reading.when);
    v.text("note", reading.note);
    v.unknown(reading.unknown);
}

template <class V, ConstOrNot<ProbeSet> T>
void describe(V& v, T& probe)
{
    v.text("id", probe.id);
    v.measured(field::probeStation, probe.stationS);
    v.measured(field::probeLift, probe.lift);
    v.measured(field::depression, probe.depression);
    v.extra(field::benchFlow, probe.benchFlow);
    v.text("when", probe.when);
    v.text("state", probe.state);
    v.text("bench", probe.bench);
    v.text("instrument", probe.instrument);
    v.object("setup", probe.setup);
    v.text("note", probe.note);
    v.list("readings", probe.readings);
    v.unknown(probe.unknown);
}

template <class V, ConstOrNot<FlowPoint> T>
void describe(V& v, T& point)
{
    v.measured(field::flowLift, point.lift);
    v.measured(field::flow, point.flow);
    v.extra(field::depression, point.depression);
    v.extra(field::swirl, point.swirl);
    v.extra(field::swirlTorque, point.swirlTorque);
    v.text("note", point.note);
    v.unknown(point.unknown);
}

template <class V, ConstOrNot<FlowTest> T>
void describe(V& v, T& test)
{
    v.text("id", test.id);
    v.text("when", test.when);
    v.text("state", test.state);
    v.text("bench", test.bench);
    v.text("instrument", test.instrument);
    v.text("who", test.who);
    v.word("motion", kMotionKeys, test.motion);
    v.text("note", test.note);
    v.measured(field::depression, test.depression);
    v.object("air", [&](auto& air) {
        air.extra(field::temperature, test.temperature);
        air.extra(field::pressure, test.pressure);
        air.extra(field::humidity, test.humidity);
        air.unknown(test.unknownInAir);
    });
    v.object("setup", test.setup);
    v.list("points", test.points);
    v.unknown(test.unknown);
}

template <class V, ConstOrNot<PromisedLift> T>
void describe(V& v, T& promised)
{
    v.number(field::flowLift, promised.lift);
    v.number(field::flow, promised.flow);
    v.unknown(promised.unknown);
}

template <class V, ConstOrNot<FlowPromise> T>
void describe(V& v, T& promise)
{
    v.text("when", promise.when);
    v.text("from", promise.from);
    v.list("lifts", promise.lifts);
    v.unknown(promise.unknown);
}

template <class V, ConstOrNot<LeakTest> T>
void describe(V& v, T& test)
{
    v.text("when", test.when);
    v.text("fluid", test.fluid);
    v.extra(field::leakVacuum, test.vacuum);
    v.measured(field::leakSeconds, test.seconds);
    v.word("result", kTightKeys, test.result);
    v.text("place", test.place);
    v.truth("relapped", test.relapped);
    v.unknown(test.unknown);
}

template <class V, ConstOrNot<Acceptance> T>
void describe(V& v, T& acceptance)
{
    v.text("call", acceptance.call);
    v.text("reason", acceptance.reason);
    v.unknown(acceptance.unknown);
}

template <class V, ConstOrNot<PlannedEnd> T>
void describe(V& v, T& end)
{
    v.extra(field::planThroat, end.throat);
    v.extra(field::planBowl, end.bowl);
    v.extra(field::planValve, end.valve);
    v.extra(field::planShortRadius, end.shortRadius);
    v.extra(field::planShortHeight, end.shortHeight);
    v.extra(field::planApexWidth, end.apexWidth);
    v.extra(field::chamberLean, end.chamberLean);
    v.extra(field::planFin, end.fin);
    v.extra(field::planBias, end.bias);
    v.unknown(end.unknown);
}

template <class V, ConstOrNot<PlannedStation> T>
void describe(V& v, T& station)
{
    v.number(field::stationS, station.s);
    v.extra(field::planArea, station.wish.area);
    v.extra(field::planWidth, station.wish.width);
    v.extra(field::planHeight, station.wish.height);
    v.unknown(station.wish.unknown);
}

template <class V, ConstOrNot<NamedPlan> T>
void describe(V& v, T& plan)
{
    v.requiredText("name", plan.name);
    v.text("note", plan.note);
    v.object("end", plan.end);
    v.list("stations", plan.stations);
    v.unknown(plan.unknown);
}

template <class V, ConstOrNot<CutAims> T>
void describe(V& v, T& aims)
{
    v.word("reach_area", kWeightKeys, aims.area);
    v.word("even_air", kWeightKeys, aims.air);
    v.word("save_metal", kWeightKeys, aims.metal);
    v.unknown(aims.unknown);
}

template <class V, ConstOrNot<Remeasured> T>
void describe(V& v, T& measured)
{
    v.number(field::remeasuredS, measured.s);
    v.measured(field::remeasuredWidth, measured.width);
    v.measured(field::remeasuredHeight, measured.height);
    v.unknown(measured.unknown);
}

template <class V, ConstOrNot<CutProgress> T>
void describe(V& v, T& progress)
{
    v.requiredText("cut", progress.cut);
    v.truth("port_done", progress.done);
    v.text("when", progress.when);
    v.extra(field::minutes, progress.minutes);
    v.list("measured", progress.measured);
    v.unknown(progress.unknown);
}

template <class V, ConstOrNot<LightWork> T>
void describe(V& v, T& work)
{
    v.choice("task", kLightTaskKeys, work.task);
    v.truth("done", work.done);
    v.text("when", work.when);
    v.extra(field::minutes, work.minutes);
    v.text("note", work.note);
    v.unknown(work.unknown);
}

/// What a port and a branch have in common. `branches` is called where a file has the branches.
template <class V, ConstOrNot<Port> T, class Branches>
void describeRunner(V& v, T& port, Branches branches)
{
    v.object("valve", port.valve);
    v.object("short_side", port.shortSide);
    v.object("runner", port.runner);
    v.object("guide_boss", port.guide);
    v.object("manifold", port.manifold);
    v.object("gasket", port.gasket);
    v.object("joined", port.joined);
    v.measured(field::portVolume, port.volume);
    v.list("stations", port.stations);
    branches();
    v.list("probes", port.probes);
    v.list("flow", port.flow);
    v.list("flow_promises", port.promises);
    v.list("leak_tests", port.leakTests);
    v.object("probe_plan", port.probePlan);
    v.list("pins", port.pins);
    v.list("photos", port.photos);
    v.list("accepted", port.accepted);
    v.text("plan_name", port.planName);
    v.text("plan_note", port.planNote);
    v.object("plan_end", port.planEnd);
    v.list("plans", port.plans);
    v.object("cut_aims", port.cutAims);
    v.list("cut_progress", port.cutProgress);
    v.list("light_work", port.lightWork);
    v.list("assumed", port.assumed);
    v.unknown(port.unknown);
}

template <class V, ConstOrNot<Port> T, class Branches>
void describePort(V& v, T& port, Branches branches)
{
    v.requiredText("id", port.id);
    v.choice("side", kSideKeys, port.side);
    v.measured(field::portCylinder, port.cylinder);
    v.text("casting", port.casting);
    v.text("material", port.material);
    v.word("reach", kReachKeys, port.reach);
    describeRunner(v, port, branches);
}

template <class V, ConstOrNot<Port> T>
void describe(V& v, T& port)
{
    describePort(v, port, [] {});
}

template <class V, ConstOrNot<Job> T>
void describe(V& v, T& job)
{
    v.text("title", job.title);
    v.object("engine", job.engine);
    v.object("bench", job.bench);
    v.list("benches", job.benches);
    v.object("house", job.house);
    v.object("wall_gauge", job.gauge);
    v.text("cautions_read", job.cautionsRead);
    v.list("castings", job.castings);
    v.list("chambers", job.chambers);
    v.ports("ports", job.ports);
    v.object("work", job.work);
    v.unknown(job.unknown);
}

}  // namespace euryth::job
