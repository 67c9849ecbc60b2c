// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "job/field.hpp"
#include "quantities/quantities.hpp"

/// The register of all numbers in a job: name in the catalogue (label and meaning), key in the file, unit with the way
/// it is shown, range. The limits are outside what a cylinder head, an engine or a bench can have, from a model
/// engine's to a ship's auxiliary; they catch an inch typed as a metre or a slipped decimal mark, not unusual heads,
/// and keep every sum within what it can be worked out for.
namespace euryth::job::field {

inline constexpr UnitOf<double> kOne{1.0, 0.0, ""};
inline constexpr UnitOf<double> kHours{1.0, 0.0, "h"};
inline constexpr UnitOf<int> kCount{1.0, 0.0, ""};
inline constexpr UnitOf<Length> kMm{1e-3, 0.0, "mm"};
inline constexpr UnitOf<Length> kMmAlong{1e-3, 0.0, "mm", Shown::Position};
inline constexpr UnitOf<Area> kMm2{1e-6, 0.0, "mm2"};
inline constexpr UnitOf<Volume> kCc{1e-6, 0.0, "cc"};
inline constexpr UnitOf<Volume> kCcSmall{1e-6, 0.0, "cc", Shown::Small};
inline constexpr UnitOf<Angle> kDegree{factor::degree, 0.0, "deg"};
inline constexpr UnitOf<Speed> kMps{1.0, 0.0, "m/s"};
inline constexpr UnitOf<PressureDifference> kPa{1.0, 0.0, "Pa"};
inline constexpr UnitOf<AbsolutePressure> kPaAbsolute{1.0, 0.0, "Pa"};
inline constexpr UnitOf<VolumeFlow> kM3s{1.0, 0.0, "m3/s"};
inline constexpr UnitOf<Temperature> kCelsius{1.0, factor::zeroCelsius, "degC"};
inline constexpr UnitOf<RotationalSpeed> kRpm{factor::turnPerMinute, 0.0, "rpm"};
inline constexpr UnitOf<Torque> kNm{1.0, 0.0, "N m"};
inline constexpr UnitOf<double> kPercent{0.01, 0.0, "%", Shown::Percent};
inline constexpr UnitOf<double> kShare{1.0, 0.0, "", Shown::Percent};

constexpr Range over0To(double high) { return {0.0, high, true}; }
constexpr Range between(double low, double high) { return {low, high, false}; }

inline constexpr FieldOf assumedValue{"assumed-value", "value", kOne, between(-1e9, 1e9)};
// engine
inline constexpr FieldOf cylinders{"cylinders", "cylinders", kCount, between(1, 64)};
inline constexpr FieldOf bore{"bore", "bore_mm", kMm, between(10, 300)};
inline constexpr FieldOf stroke{"stroke", "stroke_mm", kMm, between(10, 300)};
inline constexpr FieldOf rod{"rod", "rod_mm", kMm, between(20, 800)};
inline constexpr FieldOf peakRpm{"peak-rpm", "peak_rpm", kRpm, between(100, 30000)};
inline constexpr FieldOf shiftRpm{"shift-rpm", "shift_rpm", kRpm, between(100, 30000)};
inline constexpr FieldOf runningDepression{"running-depression", "running_depression_pa", kPa, between(10, 60000)};
inline constexpr FieldOf manifoldPressure{"manifold-pressure", "pressure_pa", kPaAbsolute, between(20000, 600000)};
inline constexpr FieldOf manifoldTemperature{"manifold-temperature", "temperature_c", kCelsius, between(-60, 250)};
inline constexpr FieldOf openingPressure{"opening-pressure", "opening_pressure_pa", kPaAbsolute,
                                         between(100000, 3000000)};
inline constexpr FieldOf openingTemperature{"opening-temperature", "opening_temperature_c", kCelsius,
                                            between(200, 2500)};
inline constexpr FieldOf pipePressure{"pipe-pressure", "pipe_pressure_pa", kPaAbsolute, between(50000, 600000)};
inline constexpr FieldOf liftCrank{"lift-crank", "crank_deg", kDegree, between(-360, 360)};
inline constexpr FieldOf tableLift{"table-lift", "lift_mm", kMm, between(0, 50)};
inline constexpr FieldOf duration{"duration", "duration_deg", kDegree, between(90, 450)};
inline constexpr FieldOf camLift{"cam-lift", "lift_mm", kMm, between(0.5, 50)};
inline constexpr FieldOf centreline{"centreline", "centreline_deg", kDegree, between(0, 360)};
inline constexpr FieldOf gasketBore{"gasket-bore", "gasket_bore_mm", kMm, between(10, 320)};
inline constexpr FieldOf gasketThickness{"gasket-thickness", "gasket_mm", kMm, between(0, 20)};
inline constexpr FieldOf deckClearance{"deck-clearance", "deck_mm", kMm, between(-20, 20)};
inline constexpr FieldOf pistonDish{"piston-dish", "piston_cc", kCcSmall, between(-500, 500)};
inline constexpr FieldOf wantedChamber{"wanted-chamber", "wanted_chamber_cc", kCcSmall, between(0.5, 2000)};
inline constexpr FieldOf castingThickness{"casting-thickness", "thickest_wall_mm", kMm, between(0.5, 200)};
inline constexpr FieldOf chamberVolume{"chamber-volume", "volume_cc", kCcSmall, between(0.5, 2000)};
inline constexpr FieldOf gaugeBlock{"gauge-block", "block_mm", kMm, between(0.5, 200)};
inline constexpr FieldOf gaugeReading{"gauge-reading", "block_reading_mm", kMm, between(0.1, 200)};
// bench
inline constexpr FieldOf depression{"depression", "depression_pa", kPa, between(10, 60000)};
inline constexpr FieldOf temperature{"temperature", "temperature_c", kCelsius, between(-40, 60)};
inline constexpr FieldOf pressure{"pressure", "pressure_pa", kPaAbsolute, between(50000, 120000)};
inline constexpr FieldOf humidity{"humidity", "humidity", kShare, between(0, 1)};
// house
inline constexpr FieldOf leastWall{"least-wall", "least_wall_mm", kMm, between(0, 50)};
inline constexpr FieldOf unrepairableLeastWall{"unrepairable-least-wall", "unrepairable_least_wall_mm", kMm,
                                               between(0, 50)};
inline constexpr FieldOf greatestCut{"greatest-cut", "greatest_cut_mm", kMm, between(0, 50)};
inline constexpr FieldOf apexLowering{"apex-lowering", "apex_lowering_mm", kMm, between(0, 50)};
inline constexpr FieldOf gaugeError{"gauge-error", "gauge_error_mm", kMm, between(0, 10)};
inline constexpr FieldOf ruleWall{"rule-wall", "least_wall_mm", kMm, between(0, 50)};
inline constexpr FieldOf guideMetal{"guide-metal", "guide_metal_mm", kMm, between(0, 20)};
inline constexpr FieldOf houseFin{"house-fin", "fin_mm", kMm, between(0.5, 100)};
inline constexpr FieldOf fastRatio{"fast-ratio", "fast_ratio", kOne, between(1, 10)};
inline constexpr FieldOf slowRatio{"slow-ratio", "slow_ratio", kOne, between(0, 1)};
inline constexpr FieldOf deadRatio{"dead-ratio", "dead_ratio", kOne, between(0, 1)};
inline constexpr FieldOf smallBigSmall{"small-big-small", "small_big_small_percent", kPercent, between(0, 100)};
inline constexpr FieldOf leastGain{"least-gain", "least_gain_percent", kPercent, between(0, 50)};
inline constexpr FieldOf taper{"taper", "taper_percent_per_100_mm", kPercent, between(0, 100)};
inline constexpr FieldOf limitingMach{"limiting-mach", "limiting_mach", kOne, {0, 1, true}};
inline constexpr FieldOf limitingMachExhaust{"limiting-mach-exhaust", "limiting_mach_exhaust", kOne, {0, 1, true}};
inline constexpr FieldOf alikeFlow{"alike-flow", "alike_flow_percent", kPercent, between(0.1, 50)};
inline constexpr FieldOf alikeVolume{"alike-volume", "alike_volume_percent", kPercent, between(0.1, 50)};
inline constexpr FieldOf alikeChamber{"alike-chamber", "alike_chamber_cc", kCcSmall, between(0.05, 50)};
inline constexpr FieldOf runOutLimit{"run-out-limit", "runout_limit_mm", kMm, between(0, 5)};
inline constexpr FieldOf liftStep{"lift-step", "lift_step_mm", kMm, between(0, 20)};
inline constexpr FieldOf houseSeatAngle{"house-seat-angle", "seat_angle_deg", kDegree, between(15, 75)};
inline constexpr FieldOf seatWidthIntake{"seat-width-intake", "seat_width_intake_mm", kMm, between(0.1, 10)};
inline constexpr FieldOf seatWidthExhaust{"seat-width-exhaust", "seat_width_exhaust_mm", kMm, between(0.1, 10)};
inline constexpr FieldOf scribeBelowIntake{"scribe-below-intake", "scribe_below_intake_mm", kMm, between(0, 20)};
inline constexpr FieldOf scribeBelowExhaust{"scribe-below-exhaust", "scribe_below_exhaust_mm", kMm, between(0, 20)};
inline constexpr FieldOf valveShare{"valve-share", "", kPercent, over0To(100)};  // in a range: throat, bowl
// valve end
inline constexpr FieldOf valveDiameter{"valve-diameter", "diameter_mm", kMm, between(5, 150)};
inline constexpr FieldOf stem{"stem", "stem_mm", kMm, between(1, 40)};
inline constexpr FieldOf throat{"throat", "throat_mm", kMm, between(3, 150)};
inline constexpr FieldOf bowl{"bowl", "bowl_mm", kMm, between(3, 200)};
inline constexpr FieldOf pilot{"pilot", "pilot_mm", kMm, between(1, 40)};
inline constexpr FieldOf edgeInset{"edge-inset", "edge_inset_mm", kMm, between(0, 10)};
inline constexpr FieldOf valveFace{"valve-face", "face_mm", kMm, over0To(20)};
inline constexpr FieldOf valveBack{"valve-back", "back_angle_deg", kDegree, between(0, 75)};
inline constexpr FieldOf runOut{"run-out", "runout_mm", kMm, between(0, 5)};
inline constexpr FieldOf seatInsert{"seat-insert", "insert_mm", kMm, between(5, 220)};
inline constexpr FieldOf seatBand{"seat-band", "band_mm", kMm, between(0, 10)};
inline constexpr FieldOf bridge{"bridge", "bridge_mm", kMm, between(0, 100)};
inline constexpr FieldOf boreEdge{"bore-edge", "bore_edge_mm", kMm, between(-20, 200)};
inline constexpr FieldOf neighbourWall{"neighbour-wall", "neighbour_mm", kMm, between(0, 100)};
inline constexpr FieldOf valveKerf{"valve-kerf", "kerf_mm", kMm, between(0, 20)};
inline constexpr FieldOf chamberWall{"chamber-wall", "chamber_wall_mm", kMm, between(0, 100)};
inline constexpr FieldOf chamberWallHeight{"chamber-wall-height", "chamber_wall_height_mm", kMm, between(0.1, 100)};
inline constexpr FieldOf chamberWallArc{"chamber-wall-arc", "chamber_wall_arc_deg", kDegree, between(1, 360)};
inline constexpr FieldOf seatAngle{"seat-angle", "angle_deg", kDegree, between(0, 90)};
inline constexpr FieldOf seatWidth{"seat-width", "width_mm", kMm, between(0.05, 30)};
inline constexpr FieldOf shortSideRadius{"short-side-radius", "radius_mm", kMm, between(0.5, 300)};
inline constexpr FieldOf shortSideHeight{"short-side-height", "height_mm", kMm, between(0.5, 300)};
inline constexpr FieldOf boreX{"bore-x", "x_mm", kMm, between(-200, 200)};
inline constexpr FieldOf boreY{"bore-y", "y_mm", kMm, between(-200, 200), true};
inline constexpr FieldOf sunk{"sunk", "sunk_mm", kMm, between(-20, 20)};
// port and stations
inline constexpr FieldOf portCylinder{"port-cylinder", "cylinder", kCount, between(1, 64)};
inline constexpr FieldOf portVolume{"port-volume", "volume_cc", kCc, between(0.1, 20000)};
inline constexpr FieldOf stationS{"station-s", "s_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf poseX{"pose-x", "x_mm", kMm, between(-2000, 2000)};
inline constexpr FieldOf poseY{"pose-y", "y_mm", kMm, between(-2000, 2000), true};
inline constexpr FieldOf poseZ{"pose-z", "z_mm", kMm, between(-2000, 2000)};
inline constexpr FieldOf pitch{"pitch", "pitch_deg", kDegree, between(-180, 180)};
inline constexpr FieldOf yaw{"yaw", "yaw_deg", kDegree, between(-180, 180), true};
inline constexpr FieldOf width{"width", "width_mm", kMm, between(1, 300)};
inline constexpr FieldOf height{"height", "height_mm", kMm, between(1, 300)};
inline constexpr Range kRadiusRange = between(0, 250);
inline constexpr FieldOf radiusRoofLeft{"radius-roof-left", "roof_left", kMm, kRadiusRange};
inline constexpr FieldOf radiusRoofRight{"radius-roof-right", "roof_right", kMm, kRadiusRange};
inline constexpr FieldOf radiusFloorRight{"radius-floor-right", "floor_right", kMm, kRadiusRange};
inline constexpr FieldOf radiusFloorLeft{"radius-floor-left", "floor_left", kMm, kRadiusRange};
inline constexpr FieldOf bossWidth{"boss-width", "width_mm", kMm, between(0, 500)};
inline constexpr FieldOf bossHeight{"boss-height", "height_mm", kMm, between(0, 500)};
inline constexpr FieldOf bossTip{"boss-tip", "tip_mm", kMm, between(0, 500)};
inline constexpr FieldOf roomLeft{"room-left", "room_left_mm", kMm, between(0, 300)};
inline constexpr FieldOf roomRight{"room-right", "room_right_mm", kMm, between(0, 300)};
inline constexpr FieldOf bossStart{"boss-start", "start_s_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf bossEnd{"boss-end", "end_s_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf bossNose{"boss-nose", "nose_mm", kMm, between(0, 100)};
inline constexpr FieldOf guide{"guide", "guide_mm", kMm, between(1, 60)};
inline constexpr FieldOf coreLeft{"core-left", "left_mm", kMm, between(-30, 30), true};
inline constexpr FieldOf coreUp{"core-up", "up_mm", kMm, between(-30, 30)};
inline constexpr FieldOf drawnWall{"drawn-wall", "drawn_wall_mm", kMm, between(0, 100)};
inline constexpr FieldOf stemWidth{"stem-width", "width_mm", kMm, between(0, 50)};
inline constexpr FieldOf stemLength{"stem-length", "length_mm", kMm, between(0, 500)};
inline constexpr FieldOf sectionArea{"section-area", "area_mm2", kMm2, between(1, 90000)};
inline constexpr FieldOf outlinePoint{"outline-point", "points_mm", kMm, between(-1000, 1000)};
inline constexpr FieldOf partLeft{"part-left", "left_mm", kMm, between(0.1, 300)};
inline constexpr FieldOf partRight{"part-right", "right_mm", kMm, between(0.1, 300)};
inline constexpr FieldOf kerfAcross{"kerf-across", "kerf_across_mm", kMm, between(0, 20)};
inline constexpr FieldOf partRoof{"part-roof", "roof_mm", kMm, between(0.1, 300)};
inline constexpr FieldOf partFloor{"part-floor", "floor_mm", kMm, between(0.1, 300)};
inline constexpr FieldOf kerfUp{"kerf-up", "kerf_up_mm", kMm, between(0, 20)};
inline constexpr FieldOf straight{"straight", "straight_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf turn{"turn", "turn_deg", kDegree, between(1, 180)};
inline constexpr FieldOf bowlDepth{"bowl-depth", "bowl_depth_mm", kMmAlong, between(0, 500)};
inline constexpr FieldOf openingWidth{"opening-width", "width_mm", kMm, between(1, 300)};
inline constexpr FieldOf openingHeight{"opening-height", "height_mm", kMm, between(1, 300)};
inline constexpr FieldOf openingRadius{"opening-radius", "radius_mm", kMm, kRadiusRange};
inline constexpr FieldOf shiftLeft{"shift-left", "shift_left_mm", kMm, between(-100, 100), true};
inline constexpr FieldOf shiftUp{"shift-up", "shift_up_mm", kMm, between(-100, 100)};
inline constexpr FieldOf joinedS{"joined-s", "s_mm", kMmAlong, over0To(3000)};
inline constexpr FieldOf mouthRadius{"mouth-radius", "mouth_radius_mm", kMm, between(0, 200)};
inline constexpr FieldOf planArea{"plan-area", "area_mm2", kMm2, between(1, 90000)};
inline constexpr FieldOf planWidth{"plan-width", "width_mm", kMm, between(1, 300)};
inline constexpr FieldOf planHeight{"plan-height", "height_mm", kMm, between(1, 300)};
inline constexpr FieldOf planThroat{"plan-throat", "throat_mm", kMm, between(3, 150)};
inline constexpr FieldOf planBowl{"plan-bowl", "bowl_mm", kMm, between(3, 200)};
inline constexpr FieldOf planValve{"plan-valve", "valve_mm", kMm, between(5, 150)};
inline constexpr FieldOf planShortRadius{"plan-short-radius", "short_side_radius_mm", kMm, between(0.5, 300)};
inline constexpr FieldOf planShortHeight{"plan-short-height", "short_side_height_mm", kMm, between(0.5, 300)};
inline constexpr FieldOf planApexWidth{"plan-apex-width", "apex_width_mm", kMm, between(1, 300)};
inline constexpr FieldOf planFin{"plan-fin", "fin_mm", kMm, between(0.5, 100)};
inline constexpr FieldOf planBias{"plan-bias", "bias_mm", kMm, between(0, 50)};
inline constexpr FieldOf chamberLean{"chamber-lean", "chamber_lean_deg", kDegree, between(0, 75)};
inline constexpr FieldOf wall{"wall", "", kMm, between(0, 200)};
// probing
inline constexpr FieldOf probeStation{"probe-station", "station_s_mm", kMm, between(0, 2000)};
inline constexpr FieldOf probeLift{"probe-lift", "lift_mm", kMm, between(0, 50)};
inline constexpr FieldOf benchFlow{"bench-flow", "bench_flow_m3_s", kM3s, between(1e-5, 10)};
inline constexpr FieldOf u{"u", "u", kOne, between(-1, 1), true};
inline constexpr FieldOf v{"v", "v", kOne, between(-1, 1)};
inline constexpr FieldOf speed{"speed", "speed_m_s", kMps, between(-700, 700)};
inline constexpr FieldOf impact{"impact", "impact_pa", kPa, between(0, 60000)};
inline constexpr FieldOf scatter{"scatter", "scatter_m_s", kMps, between(0, 700)};
inline constexpr FieldOf samples{"samples", "samples", kCount, between(1, 1000000)};
inline constexpr FieldOf adapterBore{"adapter-bore", "bore_mm", kMm, between(10, 320)};
inline constexpr FieldOf plate{"plate", "plate_mm", kMm, between(1, 300)};
inline constexpr FieldOf platePipe{"plate-pipe", "pipe_mm", kMm, between(5, 1000)};
inline constexpr FieldOf plateExpected{"plate-expected", "expected_m3_s", kM3s, between(1e-5, 10)};
inline constexpr FieldOf plateRead{"plate-read", "read_m3_s", kM3s, between(1e-5, 10)};
inline constexpr FieldOf leakRead{"leak-read", "read_m3_s", kM3s, between(0, 1)};
inline constexpr FieldOf factorIntake{"factor-intake", "intake", kOne, between(0.5, 2)};
inline constexpr FieldOf factorExhaust{"factor-exhaust", "exhaust", kOne, between(0.5, 2)};
inline constexpr FieldOf pinS{"pin-s", "s_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf pinLift{"pin-lift", "lift_mm", kMm, between(0, 50)};
inline constexpr FieldOf pinWidth{"pin-width", "width_mm", kMm, between(0, 300)};
// cutting
inline constexpr FieldOf settledCut{"settled-cut", "", kMm, between(0, 50)};
inline constexpr FieldOf minutes{"minutes", "minutes", kOne, between(0, 100000)};
inline constexpr FieldOf remeasuredS{"remeasured-s", "s_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf remeasuredWidth{"remeasured-width", "width_mm", kMm, between(1, 300)};
inline constexpr FieldOf remeasuredHeight{"remeasured-height", "height_mm", kMm, between(1, 300)};
// the book; hours, minutes, days and money have no other units
inline constexpr FieldOf hoursEstimated{"hours-estimated", "hours_estimated", kHours, between(0, 2000)};
inline constexpr FieldOf operationShare{"operation-share", "done_percent", kPercent, between(0, 100)};
inline constexpr FieldOf outsideDays{"outside-days", "days", kCount, between(0, 1000)};
inline constexpr FieldOf workedMinutes{"worked-minutes", "minutes", kOne, between(0, 100000)};
inline constexpr FieldOf pictureS{"picture-s", "s_mm", kMmAlong, between(0, 2000)};
inline constexpr FieldOf quarterTurns{"quarter-turns", "quarter_turns", kCount, between(0, 3)};
inline constexpr FieldOf agreedPrice{"agreed-price", "price", kOne, between(0, 1e7)};
inline constexpr FieldOf hourlyRate{"hourly-rate", "rate", kOne, between(0, 1e5)};
inline constexpr FieldOf hoursADay{"hours-a-day", "hours", kHours, over0To(24)};
// flow tests
inline constexpr FieldOf flowLift{"flow-lift", "lift_mm", kMm, between(0, 50)};
inline constexpr FieldOf flow{"flow", "flow_m3_s", kM3s, between(1e-5, 10)};
inline constexpr FieldOf leakSeconds{"leak-seconds", "seconds", kOne, between(0, 100000)};
inline constexpr FieldOf leakVacuum{"leak-vacuum", "vacuum_pa", kPa, between(100, 100000)};
inline constexpr FieldOf pairFactor{"pair-factor", "factor", kOne, between(0.5, 2)};
inline constexpr FieldOf pairUncertainty{"pair-uncertainty", "uncertainty", kShare, between(0, 1)};
inline constexpr FieldOf pairLifts{"pair-lifts", "lifts", kCount, between(1, 10000)};
inline constexpr FieldOf swirl{"swirl", "swirl_rpm", kRpm, between(-60000, 60000), true};
inline constexpr FieldOf swirlTorque{"swirl-torque", "swirl_torque_nm", kNm, between(-10, 10), true};

}  // namespace euryth::job::field
