// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "geometry/long_section.hpp"
#include "geometry/section.hpp"
#include "geometry/sector.hpp"
#include "quantities/quantities.hpp"

/// The job as data: what the job file holds, and nothing that can be worked out from it. A measurement that nobody has
/// taken is an empty optional, never a zero.
namespace euryth::job {

/// Keys of the file that this version does not know, as JSON text, kept so that saving loses nothing.
using UnknownKeys = std::vector<std::pair<std::string, std::string>>;

enum class Side { Intake, Exhaust };

struct CamLobe {
    std::optional<Angle> duration;    ///< seat to seat, crank degrees
    std::optional<Length> lift;       ///< at the valve
    std::optional<Angle> centreline;  ///< after (intake) or before (exhaust) top dead centre
    UnknownKeys unknown;
    friend bool operator==(const CamLobe&, const CamLobe&) = default;
};

struct Engine {
    std::optional<int> cylinders;
    std::optional<Length> bore;
    std::optional<Length> stroke;
    std::optional<Length> rod;
    std::optional<RotationalSpeed> peakRpm;  ///< of peak power
    std::string use;
    CamLobe intakeCam;
    CamLobe exhaustCam;
    UnknownKeys unknown;
    UnknownKeys unknownInCam;
    friend bool operator==(const Engine&, const Engine&) = default;
};

struct Bench {
    std::optional<PressureDifference> depression;
    std::optional<Temperature> temperature;
    std::optional<AbsolutePressure> pressure;
    std::optional<double> humidity;  ///< relative, 0 to 1
    UnknownKeys unknown;
    UnknownKeys unknownInAir;
    friend bool operator==(const Bench&, const Bench&) = default;
};

/// Shares (0.88 is 88 %).
struct ShareRange {
    double low = 0.0;
    double high = 1.0;
    friend bool operator==(const ShareRange&, const ShareRange&) = default;
};

/// A shop's own limits. They are choices, not measurements, so each has a starting value (common practice, no source).
struct House {
    std::string name = "street torque";
    Length leastWall = lengthFromMm(2.0);
    Length unrepairableLeastWall = lengthFromMm(3.0);  ///< where a breakthrough cannot be welded
    Length greatestCut = lengthFromMm(3.0);
    Length gaugeError = lengthFromMm(0.1);
    double fastRatio = 1.10;
    double slowRatio = 0.85;
    double deadRatio = 0.60;
    double smallBigSmall = 0.03;
    double taperPer100mm = 0.0;  ///< area gained toward the window, share per 100 mm; 0 is a steady runner
    double limitingMach = 0.55;
    ShareRange intakeThroat{0.88, 0.92};
    ShareRange exhaustThroat{0.87, 0.97};
    UnknownKeys unknown;
    UnknownKeys unknownInThroat;
    friend bool operator==(const House&, const House&) = default;
};

struct SeatCut {
    std::optional<Angle> angle;
    std::optional<Length> width;
    UnknownKeys unknown;
    friend bool operator==(const SeatCut&, const SeatCut&) = default;
};

struct Valve {
    std::optional<Length> diameter;
    std::optional<Length> stem;
    std::optional<Length> throat;
    std::optional<Length> bowl;
    std::optional<Length> pilot;
    std::optional<Length> edgeInset;
    std::vector<SeatCut> seat;
    UnknownKeys unknown;
    friend bool operator==(const Valve&, const Valve&) = default;
};

struct ShortSide {
    std::optional<Length> radius;
    std::optional<Length> height;
    UnknownKeys unknown;
    friend bool operator==(const ShortSide&, const ShortSide&) = default;
};

/// A pose whose parts may be unknown; only a complete one places the section.
struct MeasuredPose {
    std::optional<Length> x;
    std::optional<Length> y;
    std::optional<Length> z;
    std::optional<Angle> pitch;
    std::optional<Angle> yaw;
    UnknownKeys unknown;

    [[nodiscard]] std::optional<geometry::Pose> complete() const;
    friend bool operator==(const MeasuredPose&, const MeasuredPose&) = default;
};

struct Boss {
    std::optional<Length> width;
    std::optional<Length> height;
    UnknownKeys unknown;
    friend bool operator==(const Boss&, const Boss&) = default;
};

struct Walls {
    geometry::PerSector<std::optional<Length>> at{};
    UnknownKeys unknown;
    friend bool operator==(const Walls&, const Walls&) = default;
};

struct MeasuredSection {
    geometry::RoundedRectangle shape;
    UnknownKeys unknown;
    UnknownKeys unknownInCorner;
    friend bool operator==(const MeasuredSection&, const MeasuredSection&) = default;
};

struct Station {
    Length s;  ///< along the centreline from the window
    MeasuredPose pose;
    MeasuredSection section;
    Boss boss;
    Walls wall;
    /// Sectors behind which a breakthrough cannot be welded (a pushrod tube, the water).
    geometry::PerSector<bool> unrepairable{};
    std::optional<Area> planArea;
    UnknownKeys unknown;
    UnknownKeys unknownInPlan;
    friend bool operator==(const Station&, const Station&) = default;
};

struct Reading {
    double u = 0.0;  ///< share of the half width, left positive
    double v = 0.0;  ///< share of the half height, roof positive
    std::optional<Speed> speed;
    std::optional<PressureDifference> impact;  ///< the pitot's own reading, where that was typed
    UnknownKeys unknown;
    friend bool operator==(const Reading&, const Reading&) = default;
};

struct ProbeSet {
    std::string id;
    std::optional<Length> stationS;
    std::optional<Length> lift;
    std::optional<PressureDifference> depression;
    std::optional<VolumeFlow> benchFlow;  ///< what the bench itself read while probing
    std::string when;
    std::vector<Reading> readings;
    UnknownKeys unknown;
    friend bool operator==(const ProbeSet&, const ProbeSet&) = default;
};

struct FlowPoint {
    std::optional<Length> lift;
    std::optional<VolumeFlow> flow;
    std::optional<double> swirl;
    UnknownKeys unknown;
    friend bool operator==(const FlowPoint&, const FlowPoint&) = default;
};

struct FlowTest {
    std::string id;
    std::string when;
    std::string state;
    std::string bench;
    std::optional<PressureDifference> depression;
    std::vector<FlowPoint> points;
    UnknownKeys unknown;
    friend bool operator==(const FlowTest&, const FlowTest&) = default;
};

/// A call that the porter has seen and lives with, and why.
struct Acceptance {
    std::string call;  ///< the call's key
    std::string reason;
    UnknownKeys unknown;
    friend bool operator==(const Acceptance&, const Acceptance&) = default;
};

struct Port {
    std::string id;
    Side side = Side::Intake;
    std::optional<int> cylinder;
    std::string material;
    Valve valve;
    ShortSide shortSide;
    std::optional<Volume> volume;  ///< by burette
    std::vector<Station> stations;
    std::vector<ProbeSet> probes;
    std::vector<FlowTest> flow;
    std::vector<Acceptance> accepted;
    UnknownKeys unknown;
    friend bool operator==(const Port&, const Port&) = default;
};

struct Job {
    std::string title;
    Engine engine;
    Bench bench;
    House house;
    std::vector<Port> ports;
    UnknownKeys unknown;
    friend bool operator==(const Job&, const Job&) = default;
};

/// Index of the port with this id.
std::optional<std::size_t> findPort(const Job& job, const std::string& id);

/// Net area of a station: the section less the guide boss, where one is known.
Area netArea(const Station& station);

/// Index of the station at which a probe set was taken: the one nearest to its distance, within `tolerance`.
std::optional<std::size_t> stationNear(const Port& port, Length s, Length tolerance = lengthFromMm(0.5));

}  // namespace euryth::job
