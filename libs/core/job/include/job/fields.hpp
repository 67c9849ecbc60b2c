// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "job/field.hpp"
#include "quantities/quantities.hpp"

/// The register of all numbers in a job: key in the file, unit, range, meaning. The limits are outside what a cylinder
/// head, an engine or a bench can have, from a model engine's to a ship's auxiliary; they catch an inch typed as a
/// metre or a slipped decimal mark, not unusual heads, and keep every sum within what it can be worked out for.
namespace euryth::job::field {

inline constexpr UnitOf<double> kOne{1.0, 0.0, ""};
inline constexpr UnitOf<int> kCount{1.0, 0.0, ""};
inline constexpr UnitOf<Length> kMm{1e-3, 0.0, "mm"};
inline constexpr UnitOf<Area> kMm2{1e-6, 0.0, "mm2"};
inline constexpr UnitOf<Volume> kCc{1e-6, 0.0, "cc"};
inline constexpr UnitOf<Angle> kDegree{factor::degree, 0.0, "deg"};
inline constexpr UnitOf<Speed> kMps{1.0, 0.0, "m/s"};
inline constexpr UnitOf<PressureDifference> kPa{1.0, 0.0, "Pa"};
inline constexpr UnitOf<AbsolutePressure> kPaAbsolute{1.0, 0.0, "Pa"};
inline constexpr UnitOf<VolumeFlow> kM3s{1.0, 0.0, "m3/s"};
inline constexpr UnitOf<Temperature> kCelsius{1.0, factor::zeroCelsius, "degC"};
inline constexpr UnitOf<RotationalSpeed> kRpm{factor::turnPerMinute, 0.0, "rpm"};
inline constexpr UnitOf<double> kPercent{0.01, 0.0, "%"};

constexpr Range over0To(double high) { return {0.0, high, true}; }
constexpr Range between(double low, double high) { return {low, high, false}; }

// engine
inline constexpr FieldOf cylinders{"cylinders", kCount, between(1, 64), "Number of cylinders"};
inline constexpr FieldOf bore{"bore_mm", kMm, between(10, 300), "Cylinder bore"};
inline constexpr FieldOf stroke{"stroke_mm", kMm, between(10, 300), "Piston stroke"};
inline constexpr FieldOf rod{"rod_mm", kMm, between(20, 800), "Connecting rod, centre to centre"};
inline constexpr FieldOf peakRpm{"peak_rpm", kRpm, between(100, 30000), "Engine speed wanted for peak power"};
inline constexpr FieldOf shiftRpm{"shift_rpm", kRpm, between(100, 30000), "Engine speed to which it is revved"};
inline constexpr FieldOf runningDepression{
    "running_depression_pa", kPa, between(10, 60000),
    "What the running engine pulls across a port; empty takes 150 inches of water"};
inline constexpr FieldOf manifoldPressure{"pressure_pa", kPaAbsolute, between(20000, 600000),
                                          "Absolute pressure in the manifold; over the room's with a blower"};
inline constexpr FieldOf manifoldTemperature{"temperature_c", kCelsius, between(-60, 250), "Air in the manifold"};
inline constexpr FieldOf liftCrank{"crank_deg", kDegree, between(-360, 360), "Crank degrees from the greatest lift"};
inline constexpr FieldOf tableLift{"lift_mm", kMm, between(0, 50), "Lift at the valve"};
inline constexpr FieldOf duration{"duration_deg", kDegree, between(90, 450),
                                  "Cam duration, seat to seat, crank degrees"};
inline constexpr FieldOf camLift{"lift_mm", kMm, between(0.5, 50), "Lift at the valve"};
inline constexpr FieldOf centreline{"centreline_deg", kDegree, between(0, 360), "Lobe centreline from top dead centre"};
inline constexpr FieldOf gasketBore{"gasket_bore_mm", kMm, between(10, 320), "Bore of the head gasket"};
inline constexpr FieldOf gasketThickness{"gasket_mm", kMm, between(0, 20), "Thickness of the crushed head gasket"};
inline constexpr FieldOf deckClearance{"deck_mm", kMm, between(-20, 20),
                                       "Piston below the deck at top dead centre; negative above it"};
inline constexpr FieldOf pistonDish{"piston_cc", kCc, between(-500, 500), "Dish of the piston; a dome is negative"};
inline constexpr FieldOf castingThickness{"thickest_wall_mm", kMm, between(0.5, 200),
                                          "Thickest wall that the casting has; a thicker reading is doubted"};
inline constexpr FieldOf chamberVolume{"volume_cc", kCc, between(0.5, 2000), "Chamber volume by burette"};
inline constexpr FieldOf gaugeBlock{"block_mm", kMm, between(0.5, 200), "Thickness of the calibration block"};
inline constexpr FieldOf gaugeReading{"block_reading_mm", kMm, between(0.1, 200),
                                      "What the wall gauge reads on the block"};
// bench
inline constexpr FieldOf depression{"depression_pa", kPa, between(10, 60000), "Depression of the bench"};
inline constexpr FieldOf temperature{"temperature_c", kCelsius, between(-40, 60), "Air temperature at the bench"};
inline constexpr FieldOf pressure{"pressure_pa", kPaAbsolute, between(50000, 120000),
                                  "Absolute air pressure at the bench"};
inline constexpr FieldOf humidity{"humidity", kOne, between(0, 1), "Relative humidity, 0 to 1"};
// house
inline constexpr FieldOf leastWall{"least_wall_mm", kMm, between(0, 50),
                                   "Wall that has to stay where it can be welded"};
inline constexpr FieldOf unrepairableLeastWall{"unrepairable_least_wall_mm", kMm, between(0, 50),
                                               "Wall that has to stay where a breakthrough cannot be repaired"};
inline constexpr FieldOf greatestCut{"greatest_cut_mm", kMm, between(0, 50),
                                     "Deepest single cut that the house allows"};
inline constexpr FieldOf gaugeError{"gauge_error_mm", kMm, between(0, 10), "How far the wall gauge may be off"};
inline constexpr FieldOf fastRatio{"fast_ratio", kOne, between(1, 10), "From this ratio to the mean a place is fast"};
inline constexpr FieldOf slowRatio{"slow_ratio", kOne, between(0, 1), "Under this ratio to the mean a place is slow"};
inline constexpr FieldOf deadRatio{"dead_ratio", kOne, between(0, 1), "Under this ratio to the mean a place is dead"};
inline constexpr FieldOf smallBigSmall{"small_big_small_percent", kPercent, between(0, 100),
                                       "How much a wide place may exceed both sides"};
inline constexpr FieldOf leastGain{"least_gain_percent", kPercent, between(0, 50),
                                   "What cuts have to gain in area or evenness where they worsen the other"};
inline constexpr FieldOf taper{"taper_percent_per_100_mm", kPercent, between(0, 100),
                               "Area that the runner gains toward the window, for each 100 mm"};
inline constexpr FieldOf limitingMach{
    "limiting_mach", kOne, {0, 1, true}, "Greatest gas speed in the runner over the speed of sound"};
inline constexpr FieldOf houseSeatAngle{"seat_angle_deg", kDegree, between(15, 75), "Angle at which the valve seals"};
inline constexpr FieldOf seatWidthIntake{"seat_width_intake_mm", kMm, between(0.1, 10), "Width of the intake seat"};
inline constexpr FieldOf seatWidthExhaust{"seat_width_exhaust_mm", kMm, between(0.1, 10), "Width of the exhaust seat"};
inline constexpr FieldOf scribeBelowIntake{"scribe_below_intake_mm", kMm, between(0, 20),
                                           "The scribed line below the intake seat"};
inline constexpr FieldOf scribeBelowExhaust{"scribe_below_exhaust_mm", kMm, between(0, 20),
                                            "The scribed line below the exhaust seat"};
// valve end
inline constexpr FieldOf valveDiameter{"diameter_mm", kMm, between(5, 150), "Valve head diameter"};
inline constexpr FieldOf stem{"stem_mm", kMm, between(1, 40), "Valve stem diameter"};
inline constexpr FieldOf throat{"throat_mm", kMm, between(3, 150), "Throat: smallest round opening above the seat"};
inline constexpr FieldOf bowl{"bowl_mm", kMm, between(3, 200), "Bowl diameter"};
inline constexpr FieldOf pilot{"pilot_mm", kMm, between(1, 40), "Seat cutter pilot diameter"};
inline constexpr FieldOf edgeInset{"edge_inset_mm", kMm, between(0, 10), "Seat's outer edge inside the valve's edge"};
inline constexpr FieldOf valveFace{"face_mm", kMm, over0To(20), "Width of the valve's own face; empty takes the usual"};
inline constexpr FieldOf valveBack{"back_angle_deg", kDegree, between(0, 75),
                                   "Angle of the valve's back behind its face; empty takes 20 degrees"};
inline constexpr FieldOf runOut{"runout_mm", kMm, between(0, 5), "Run-out of the seat, full dial reading"};
inline constexpr FieldOf bridge{"bridge_mm", kMm, between(0, 100), "Metal between this seat and the next one"};
inline constexpr FieldOf boreEdge{"bore_edge_mm", kMm, between(-20, 200), "Valve edge to cylinder bore"};
inline constexpr FieldOf neighbourWall{"neighbour_mm", kMm, between(0, 100),
                                       "Metal between the bowl and the next port"};
inline constexpr FieldOf valveKerf{"kerf_mm", kMm, between(0, 20),
                                   "Saw kerf that bridge and next-port wall have lost on a sectioned head"};
inline constexpr FieldOf chamberWall{"chamber_wall_mm", kMm, between(0, 100), "Valve edge to the chamber's wall"};
inline constexpr FieldOf chamberWallHeight{"chamber_wall_height_mm", kMm, between(0.1, 100),
                                           "How far down from the seat the chamber's wall reaches"};
inline constexpr FieldOf chamberWallArc{"chamber_wall_arc_deg", kDegree, between(1, 360),
                                        "How much of the valve's circumference the chamber's wall stands beside"};
inline constexpr FieldOf seatAngle{"angle_deg", kDegree, between(0, 90), "Angle of the cut"};
inline constexpr FieldOf seatWidth{"width_mm", kMm, between(0.05, 30), "Width of the cut along its face"};
inline constexpr FieldOf shortSideRadius{"radius_mm", kMm, between(0.5, 300), "Short-side radius"};
inline constexpr FieldOf shortSideHeight{"height_mm", kMm, between(0.5, 300), "Short-side height: deck to apex"};
// port and stations
inline constexpr FieldOf portCylinder{"cylinder", kCount, between(1, 64), "Cylinder that the port serves"};
inline constexpr FieldOf portVolume{"volume_cc", kCc, between(0.1, 20000), "Port volume by burette"};
inline constexpr FieldOf stationS{"s_mm", kMm, between(0, 2000), "Distance along the centreline from the window"};
inline constexpr FieldOf poseX{"x_mm", kMm, between(-2000, 2000), "Middle of the section, along the runner"};
inline constexpr FieldOf poseY{"y_mm", kMm, between(-2000, 2000), "Middle of the section, to the left", true};
inline constexpr FieldOf poseZ{"z_mm", kMm, between(-2000, 2000), "Middle of the section, away from the deck"};
inline constexpr FieldOf pitch{"pitch_deg", kDegree, between(-180, 180), "Heading above the x-y plane"};
inline constexpr FieldOf yaw{"yaw_deg", kDegree, between(-180, 180), "Heading's turn about z", true};
inline constexpr FieldOf width{"width_mm", kMm, between(1, 300), "Width, left to right"};
inline constexpr FieldOf height{"height_mm", kMm, between(1, 300), "Height, floor to roof"};
inline constexpr Range kRadiusRange = between(0, 250);
inline constexpr FieldOf radiusRoofLeft{"roof_left", kMm, kRadiusRange, "Corner radius, roof left"};
inline constexpr FieldOf radiusRoofRight{"roof_right", kMm, kRadiusRange, "Corner radius, roof right"};
inline constexpr FieldOf radiusFloorRight{"floor_right", kMm, kRadiusRange, "Corner radius, floor right"};
inline constexpr FieldOf radiusFloorLeft{"floor_left", kMm, kRadiusRange, "Corner radius, floor left"};
inline constexpr FieldOf bossWidth{"width_mm", kMm, between(0, 500), "Guide boss, width"};
inline constexpr FieldOf bossHeight{"height_mm", kMm, between(0, 500), "Guide boss, height down from the roof"};
inline constexpr FieldOf stemWidth{"width_mm", kMm, between(0, 50), "Stem diameter in the section"};
inline constexpr FieldOf stemLength{"length_mm", kMm, between(0, 500), "How much of the stem crosses the section"};
inline constexpr FieldOf sectionArea{"area_mm2", kMm2, between(1, 90000), "Area of the section"};
inline constexpr FieldOf outlinePoint{"points_mm", kMm, between(-1000, 1000),
                                      "Corner of the traced outline: left, roof"};
inline constexpr FieldOf partLeft{"left_mm", kMm, between(0.1, 300), "Width left of the saw cut"};
inline constexpr FieldOf partRight{"right_mm", kMm, between(0.1, 300), "Width right of the saw cut"};
inline constexpr FieldOf kerfAcross{"kerf_across_mm", kMm, between(0, 20), "Metal and air that the saw took, across"};
inline constexpr FieldOf partRoof{"roof_mm", kMm, between(0.1, 300), "Height above the saw cut"};
inline constexpr FieldOf partFloor{"floor_mm", kMm, between(0.1, 300), "Height below the saw cut"};
inline constexpr FieldOf kerfUp{"kerf_up_mm", kMm, between(0, 20), "Metal and air that the saw took, up and down"};
inline constexpr FieldOf straight{"straight_mm", kMm, between(0, 2000), "Window to the begin of the turn, centreline"};
inline constexpr FieldOf turn{"turn_deg", kDegree, between(1, 180), "How far the runner turns toward the valve"};
inline constexpr FieldOf bowlDepth{"bowl_depth_mm", kMm, between(0, 500), "End of the turn to the valve, centreline"};
inline constexpr FieldOf openingWidth{"width_mm", kMm, between(1, 300), "Width of the opening"};
inline constexpr FieldOf openingHeight{"height_mm", kMm, between(1, 300), "Height of the opening"};
inline constexpr FieldOf openingRadius{"radius_mm", kMm, kRadiusRange, "Radius of its corners"};
inline constexpr FieldOf shiftLeft{"shift_left_mm", kMm, between(-100, 100), "Its middle left of the window's", true};
inline constexpr FieldOf shiftUp{"shift_up_mm", kMm, between(-100, 100), "Its middle above the window's"};
inline constexpr FieldOf planArea{"area_mm2", kMm2, between(1, 90000), "Planned net area"};
inline constexpr FieldOf planWidth{"width_mm", kMm, between(1, 300), "Wished width; the height follows from the area"};
inline constexpr FieldOf planHeight{"height_mm", kMm, between(1, 300),
                                    "Wished height; the width follows from the area"};
inline constexpr FieldOf planThroat{"throat_mm", kMm, between(3, 150), "Planned throat; empty takes the house's"};
inline constexpr FieldOf planBowl{"bowl_mm", kMm, between(3, 200), "Planned bowl; empty takes what the turn needs"};
inline constexpr FieldOf planValve{"valve_mm", kMm, between(5, 150),
                                   "Valve of another diameter; empty keeps the valve"};
inline constexpr FieldOf planShortRadius{"short_side_radius_mm", kMm, between(0.5, 300), "Planned short-side radius"};
inline constexpr FieldOf planShortHeight{"short_side_height_mm", kMm, between(0.5, 300),
                                         "Planned short-side height: deck to apex"};
inline constexpr FieldOf chamberLean{"chamber_lean_deg", kDegree, between(0, 75),
                                     "How far the chamber's wall is laid back from the valve's axis"};
inline constexpr FieldOf wall{"", kMm, between(0, 200), "Wall thickness"};
// probing
inline constexpr FieldOf probeStation{"station_s_mm", kMm, between(0, 2000), "Distance of the probed section"};
inline constexpr FieldOf probeLift{"lift_mm", kMm, between(0, 50), "Valve lift while probing"};
inline constexpr FieldOf benchFlow{"bench_flow_m3_s", kM3s, between(1e-5, 10), "The bench's own flow while probing"};
inline constexpr FieldOf u{"u", kOne, between(-1, 1), "Share of the half width, left positive", true};
inline constexpr FieldOf v{"v", kOne, between(-1, 1), "Share of the half height, roof positive"};
inline constexpr FieldOf speed{"speed_m_s", kMps, between(-700, 700), "Local air speed"};
inline constexpr FieldOf impact{"impact_pa", kPa, between(0, 60000), "Impact pressure of the pitot probe"};
// flow tests
inline constexpr FieldOf flowLift{"lift_mm", kMm, between(0, 50), "Valve lift"};
inline constexpr FieldOf flow{"flow_m3_s", kM3s, between(1e-5, 10), "Flow at this lift"};
inline constexpr FieldOf swirl{"swirl", kOne, between(-100, 100), "Swirl reading"};

}  // namespace euryth::job::field
