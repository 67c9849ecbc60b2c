// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "geometry/sector.hpp"
#include "job/basics.hpp"
#include "quantities/quantities.hpp"

/// What was read on a bench, how the bench stood, and what was found in the port.
namespace euryth::job {

/// What leads the air into the port on the bench.
enum class Entry { Radius, Clay, Manifold, None };

/// How the head stood on the bench: two readings under different set-ups are no comparison.
struct Setup {
    std::optional<Length> bore;  ///< of the adapter
    std::optional<Entry> entry;
    std::optional<bool> pipe;  ///< behind an exhaust port
    std::optional<bool> plug;  ///< the spark plug is in
    std::string valve;         ///< the one that was used, where it is not the head's own
    UnknownKeys unknown;
    friend bool operator==(const Setup&, const Setup&) = default;
};

struct Reading {
    double u = 0.0;  ///< share of the half width, left positive
    double v = 0.0;  ///< share of the half height, roof positive
    std::optional<Speed> speed;
    std::optional<PressureDifference> impact;  ///< the pitot's own reading, where that was typed
    std::optional<Speed> scatter;              ///< of an instrument's samples, one standard deviation
    std::optional<int> samples;                ///< that the reading is the mean of
    std::string when;
    std::string note;
    UnknownKeys unknown;

    [[nodiscard]] bool isRead() const { return speed || impact; }
    friend bool operator==(const Reading&, const Reading&) = default;
};

struct ProbeSet {
    std::string id;
    std::optional<Length> stationS;
    std::optional<Length> lift;
    std::optional<PressureDifference> depression;
    std::optional<VolumeFlow> benchFlow;  ///< what the bench itself read while probing
    std::string when;
    std::string state;       ///< of the port: "before", "after cut" ...
    std::string bench;       ///< id of the bench
    std::string instrument;  ///< that took it, as it calls itself; empty where the readings were typed
    Setup setup;
    std::string note;
    std::vector<Reading> readings;
    UnknownKeys unknown;
    friend bool operator==(const ProbeSet&, const ProbeSet&) = default;
};

struct FlowPoint {
    std::optional<Length> lift;
    std::optional<VolumeFlow> flow;
    std::optional<PressureDifference> depression;  ///< where it was another one than the test's
    std::optional<RotationalSpeed> swirl;          ///< of a paddle; positive to the left as one looks into the bore
    std::optional<Torque> swirlTorque;             ///< of a flow straightener, in the same sense
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const FlowPoint&, const FlowPoint&) = default;
};

/// The charge's motion that a meter shows: about the cylinder's axis, or across it.
enum class Motion { Swirl, Tumble };

struct FlowTest {
    std::string id;
    std::string when;
    std::string state;
    std::string bench;       ///< id of the bench
    std::string instrument;  ///< that took it, as it calls itself; empty where the flows were typed
    std::string who;
    std::optional<Motion> motion;  ///< that the points' paddle or torque tells; swirl where nobody says
    std::string note;
    std::optional<PressureDifference> depression;
    // The room's air on that day; what is not written down is that of the bench as it stands (Bench).
    std::optional<Temperature> temperature;
    std::optional<AbsolutePressure> pressure;
    std::optional<double> humidity;
    Setup setup;
    std::vector<FlowPoint> points;
    UnknownKeys unknownInAir;
    UnknownKeys unknown;
    friend bool operator==(const FlowTest&, const FlowTest&) = default;
};

/// What a plan's cuts are to bring at a lift, at the book's depression and standard air.
struct PromisedLift {
    Length lift;
    VolumeFlow flow;
    UnknownKeys unknown;
    friend bool operator==(const PromisedLift&, const PromisedLift&) = default;
};

/// A promise written down before the cutting, so that it can be held against what was measured then.
struct FlowPromise {
    std::string when;
    std::string from;  ///< id of the test that it starts from
    std::vector<PromisedLift> lifts;
    UnknownKeys unknown;
    friend bool operator==(const FlowPromise&, const FlowPromise&) = default;
};

enum class Tight { Dry, Weeps, Leaks };

/// A test whether a valve seals: fluid on it, or vacuum behind it, looked at from the port.
struct LeakTest {
    std::string when;
    std::string fluid;                         ///< "alcohol", "vacuum" ...
    std::optional<PressureDifference> vacuum;  ///< behind the valve, where it was one
    std::optional<double> seconds;             ///< that it was watched
    std::optional<Tight> result;
    std::string place;             ///< where it came through
    std::optional<bool> relapped;  ///< the valve was lapped again after it
    UnknownKeys unknown;
    friend bool operator==(const LeakTest&, const LeakTest&) = default;
};

struct PlannedLift {
    Length lift;
    UnknownKeys unknown;
    friend bool operator==(const PlannedLift&, const PlannedLift&) = default;
};

struct PlannedPlace {
    Length s;  ///< of a station
    UnknownKeys unknown;
    friend bool operator==(const PlannedPlace&, const PlannedPlace&) = default;
};

/// What is to be probed, chosen once for a morning: each place at each lift, on one grid. What of it is done the probe
/// sets tell (tasks::roundsOf()).
struct ProbePlan {
    std::string grid;   ///< by name, "3x3" where empty
    std::string state;  ///< of the port meanwhile
    std::vector<PlannedPlace> places;
    std::vector<PlannedLift> lifts;
    UnknownKeys unknown;
    friend bool operator==(const ProbePlan&, const ProbePlan&) = default;
};

enum class PinKind { Wet, String, Lip, Bump, Crack, Breakthrough, Filled, Note };

/// What a finding means for the cutting.
enum class PinAsks { Cut, Leave };

/// A finding at a place: seen, felt, or shown by dye or a string.
struct Pin {
    std::string id;
    PinKind kind = PinKind::Note;
    std::optional<Length> s;
    std::optional<geometry::Sector> sector;
    std::optional<Length> lift;   ///< of the valve, where air showed it
    std::optional<Length> width;  ///< of a streak, a lip's or a bump's height
    std::optional<PinAsks> asks;
    std::string state;  ///< of the port
    std::string when;
    std::string text;
    std::string photo;  ///< beside the job, relative
    UnknownKeys unknown;
    friend bool operator==(const Pin&, const Pin&) = default;
};

enum class Ramp { Slow, Fast };

/// A check of a bench with a plate of known flow.
struct PlateCheck {
    std::string when;
    std::optional<Length> plate;  ///< diameter of the hole
    std::optional<Length> pipe;   ///< that it stands in; nothing where it stands free
    std::optional<PressureDifference> depression;
    std::optional<VolumeFlow> expected;  ///< what came with the plate
    std::optional<VolumeFlow> read;
    UnknownKeys unknown;
    friend bool operator==(const PlateCheck&, const PlateCheck&) = default;
};

/// What a closed bench still reads.
struct LeakCheck {
    std::string when;
    std::optional<PressureDifference> depression;
    std::optional<VolumeFlow> read;
    UnknownKeys unknown;
    friend bool operator==(const LeakCheck&, const LeakCheck&) = default;
};

/// One head on two benches: true flow of the other one over what this one reads.
struct BenchPair {
    std::string when;
    std::string other;  ///< id of the bench that was trusted
    std::optional<Side> side;
    std::optional<double> factor;
    std::optional<double> uncertainty;  ///< half the width of the 95 % range, as a share
    std::optional<int> lifts;           ///< at which both were read
    UnknownKeys unknown;
    friend bool operator==(const BenchPair&, const BenchPair&) = default;
};

/// A flow bench of the house, with its checks.
struct BenchRecord {
    std::string id;
    std::optional<Ramp> ramp;             ///< how fast its depression comes
    std::optional<double> factorIntake;   ///< true flow over what it reads
    std::optional<double> factorExhaust;  ///< blowing; not the same
    Setup setup;                          ///< as it stands now: sets that are taken get it
    std::vector<PlateCheck> plates;
    std::vector<LeakCheck> leaks;
    std::vector<BenchPair> pairs;
    UnknownKeys unknownInFactor;
    UnknownKeys unknown;
    friend bool operator==(const BenchRecord&, const BenchRecord&) = default;
};

}  // namespace euryth::job
