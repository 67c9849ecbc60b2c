// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "geometry/any_section.hpp"
#include "geometry/layout.hpp"
#include "geometry/long_section.hpp"
#include "geometry/seat_stack.hpp"
#include "geometry/sector.hpp"
#include "geometry/valve_opening.hpp"
#include "quantities/quantities.hpp"

/// The job as data: what the job file holds, and nothing that can be worked out from it. A measurement that nobody has
/// taken is an empty optional, never a zero.
namespace euryth::job {

/// Keys of the file that this version does not know, as JSON text, kept so that saving loses nothing.
using UnknownKeys = std::vector<std::pair<std::string, std::string>>;

enum class Side { Intake, Exhaust };

/// A point of a measured lift curve.
struct LiftPoint {
    Angle crank;  ///< crank degrees from the greatest lift; negative while the valve opens
    Length lift;  ///< at the valve
    UnknownKeys unknown;
    friend bool operator==(const LiftPoint&, const LiftPoint&) = default;
};

struct CamLobe {
    std::optional<Angle> duration;    ///< seat to seat, crank degrees
    std::optional<Length> lift;       ///< at the valve
    std::optional<Angle> centreline;  ///< of the greatest lift, after (intake) or before (exhaust) top dead centre
    std::vector<LiftPoint> table;     ///< as measured, in rising order; takes the place of duration and lift
    UnknownKeys unknown;
    friend bool operator==(const CamLobe&, const CamLobe&) = default;
};

/// The air before the port, where it is not the bench room's.
struct Manifold {
    std::optional<AbsolutePressure> pressure;
    std::optional<Temperature> temperature;
    UnknownKeys unknown;
    friend bool operator==(const Manifold&, const Manifold&) = default;
};

struct Engine {
    std::optional<int> cylinders;
    std::optional<Length> bore;
    std::optional<Length> stroke;
    std::optional<Length> rod;
    std::optional<RotationalSpeed> peakRpm;   ///< of peak power
    std::optional<RotationalSpeed> shiftRpm;  ///< to which it is revved
    std::string use;
    CamLobe intakeCam;
    CamLobe exhaustCam;
    Manifold manifold;
    std::optional<PressureDifference> runningDepression;  ///< that it pulls across a port at its highest
    // What closes the chamber, for the compression ratio.
    std::optional<Length> gasketBore;
    std::optional<Length> gasketThickness;  ///< crushed
    std::optional<Length> deckClearance;    ///< piston below the deck at top dead centre; negative above
    std::optional<Volume> pistonDish;       ///< volume that the piston's crown adds; negative for a dome
    UnknownKeys unknown;
    UnknownKeys unknownInCam;
    UnknownKeys unknownInClosing;
    friend bool operator==(const Engine&, const Engine&) = default;
};

/// One casting of the job: a head, or one of two that have to be made alike.
struct Casting {
    std::string id;
    std::string material;
    std::optional<Length> thickness;  ///< of the thickest wall it has anywhere; a reading over it is doubted
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const Casting&, const Casting&) = default;
};

/// A combustion chamber by burette, in the order in which they were measured.
struct Chamber {
    std::optional<int> cylinder;
    std::optional<Volume> volume;
    std::string when;
    UnknownKeys unknown;
    friend bool operator==(const Chamber&, const Chamber&) = default;
};

/// The sonic gauge on a block of known thickness. Readings typed with a calibration are corrected before they are kept.
struct WallGauge {
    std::optional<Length> block;
    std::optional<Length> reading;  ///< what the gauge says on it
    UnknownKeys unknown;

    /// By which a reading is multiplied; 1 without a calibration.
    [[nodiscard]] double correction() const
    {
        return block && reading && *reading > Length{} ? *block / *reading : 1.0;
    }
    friend bool operator==(const WallGauge&, const WallGauge&) = default;
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

/// How a wall is left.
enum class Finish { AsBurred, Grit60, Grit120, Polished };
/// Which lifts count when openings are compared: each as long as the cam stays there, or only the upper half.
enum class LiftWeight { AllLifts, HighLifts };
/// What is done about a core that sits off its drawn place.
enum class CoreShift { Leave, CorrectExhaust };
/// Whether the seats are cut before the port or after it.
enum class ValveJob { First, Last };
/// A side as seen from the window.
enum class Across { Left, Right };

/// What is done where the wall does not give what the plan asks for.
enum class ThinWall { Leave, Fill, Weld };

/// A shop's own limits. They are choices, not measurements, so each has a starting value (common practice, no source).
struct House {
    std::string name = "street torque";
    std::string why;  ///< in the shop's words
    Length leastWall = lengthFromMm(2.0);
    Length unrepairableLeastWall = lengthFromMm(3.0);  ///< where a breakthrough cannot be welded
    Length greatestCut = lengthFromMm(3.0);
    Length gaugeError = lengthFromMm(0.1);
    double fastRatio = 1.10;
    double slowRatio = 0.85;
    double deadRatio = 0.60;
    double smallBigSmall = 0.03;
    double leastGain = 0.01;     ///< that cuts bring in one number where they worsen another
    double taperPer100mm = 0.0;  ///< area gained toward the window, share per 100 mm; 0 is a steady runner
    double limitingMach = 0.55;
    ShareRange intakeThroat{0.88, 0.92};  ///< throat over valve diameter
    ShareRange exhaustThroat{0.87, 0.97};
    ShareRange intakeBowl{0.88, 1.0};  ///< bowl over valve diameter
    ShareRange exhaustBowl{0.88, 1.0};
    Angle seatAngle = angleFromDegrees(45.0);
    Length intakeSeatWidth = lengthFromMm(1.0);
    Length exhaustSeatWidth = lengthFromMm(1.2);
    Length intakeScribeBelow = lengthFromMm(0.9);  ///< the scribed line below the seat
    Length exhaustScribeBelow = lengthFromMm(1.1);
    Finish intakeFinish = Finish::Grit60;
    Finish exhaustFinish = Finish::Grit120;
    LiftWeight liftWeight = LiftWeight::AllLifts;
    CoreShift coreShift = CoreShift::Leave;
    ValveJob valveJob = ValveJob::First;
    ThinWall thinWall = ThinWall::Leave;
    UnknownKeys unknown;
    UnknownKeys unknownInThroat;
    UnknownKeys unknownInBowl;
    friend bool operator==(const House&, const House&) = default;
};

/// What the house says for one side of the head.
const ShareRange& throatRange(const House& house, Side side);
const ShareRange& bowlRange(const House& house, Side side);
Length seatWidth(const House& house, Side side);
Length scribeBelow(const House& house, Side side);
Finish finish(const House& house, Side side);

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
    std::optional<Length> face;       ///< width of the valve's own face, along it
    std::optional<Angle> back;        ///< of the valve's back behind the face, against the plane of the valve
    std::optional<Length> runOut;     ///< of the seat against the guide, full dial reading
    std::optional<Length> bridge;     ///< metal to the neighbouring seat
    std::optional<Length> boreEdge;   ///< valve edge to the cylinder bore
    std::optional<Length> neighbour;  ///< bowl to the neighbouring port
    std::optional<Length> kerf;       ///< of the saw, where bridge and neighbour were measured on a sectioned head
    /// The chamber's wall beside the valve, where it stands nearer than the bore: how far from the valve's edge, how
    /// high above the deck side of the seat, and over how much of the valve's circumference.
    std::optional<Length> chamberWall;
    std::optional<Length> chamberWallHeight;
    std::optional<Angle> chamberWallArc;
    std::optional<Across> nextBowl;  ///< on which side the next bowl lies, seen from the window
    std::vector<SeatCut> seat;       ///< from outside in
    UnknownKeys unknown;
    friend bool operator==(const Valve&, const Valve&) = default;
};

/// What is known of the seat's cuts: all of them, or nothing where one is not measured.
std::vector<geometry::SeatFace> seatFaces(const Valve& valve);
/// The seat stack in its place, where valve diameter and all cuts are known. Without an inset the seat reaches the
/// valve's edge.
std::optional<geometry::SeatStack> seatStack(const Valve& valve);
/// The throat: as measured, else what the seat stack leaves.
std::optional<Length> throatOf(const Valve& valve);
/// A valve's face is usually about 0.8 mm wider than the seat, and its back lies at about 20 degrees (common practice,
/// no source). Used where they were not measured; whoever shows the opening says so.
inline constexpr Length kUsualFaceBeyondSeat = lengthFromMm(0.8);
inline constexpr Angle kUsualBack = angleFromDegrees(20.0);
/// The usual face for a valve's seat, where that is known.
std::optional<Length> usualFace(const Valve& valve);
/// The valve as its opening area needs it, or nothing where a number of it is unknown. An unknown stem counts as
/// unknown; an unknown face or back is the usual one.
std::optional<geometry::ValveGeometry> valveGeometry(const Valve& valve);

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

/// The valve's stem where it crosses a section.
struct StemInSection {
    std::optional<Length> width;
    std::optional<Length> length;
    UnknownKeys unknown;
    friend bool operator==(const StemInSection&, const StemInSection&) = default;
};

/// Numbers from which the runner is laid out when its stations have no pose; the short side's radius and height belong
/// to it.
struct RunnerLayout {
    std::optional<Length> straight;
    std::optional<Angle> turn;
    std::optional<Length> bowlDepth;  ///< from the end of the turn to the valve, along the centreline
    UnknownKeys unknown;
    friend bool operator==(const RunnerLayout&, const RunnerLayout&) = default;
};

/// The opening that meets the window: in the manifold or header, or in the gasket.
struct Opening {
    std::optional<Length> width;
    std::optional<Length> height;
    std::optional<Length> radius;     ///< of its corners
    std::optional<Length> shiftLeft;  ///< of its middle against the window's
    std::optional<Length> shiftUp;
    UnknownKeys unknown;

    /// Where width and height are known; an unknown radius is a sharp corner, an unknown shift is none.
    [[nodiscard]] std::optional<geometry::RoundedRectangle> shape() const;
    friend bool operator==(const Opening&, const Opening&) = default;
};

struct Photo {
    std::string file;  ///< relative to the job file's folder
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const Photo&, const Photo&) = default;
};

struct Walls {
    geometry::PerSector<std::optional<Length>> at{};
    UnknownKeys unknown;
    friend bool operator==(const Walls&, const Walls&) = default;
};

enum class SectionKind { RoundedRectangle, Outline, AreaOnly };

/// A sectioned head: what is left of the width and height on both sides of the saw's cut, and the kerf that is lost.
/// The section's width (height) is left + kerf + right (roof + kerf + floor).
struct Sectioned {
    std::optional<Length> left;
    std::optional<Length> right;
    std::optional<Length> kerfAcross;
    std::optional<Length> roof;
    std::optional<Length> floor;
    std::optional<Length> kerfUp;
    UnknownKeys unknown;

    /// The sums, where all three parts are known.
    [[nodiscard]] std::optional<Length> width() const;
    [[nodiscard]] std::optional<Length> height() const;
    friend bool operator==(const Sectioned&, const Sectioned&) = default;
};

/// A section as it was measured.
struct MeasuredSection {
    SectionKind kind = SectionKind::RoundedRectangle;
    geometry::RoundedRectangle shape;     ///< rounded rectangle: by calipers
    std::vector<geometry::Point> points;  ///< outline: traced
    Area area;                            ///< area only: from a mould's volume between two stations
    Sectioned sectioned;
    UnknownKeys unknown;
    UnknownKeys unknownInCorner;
    friend bool operator==(const MeasuredSection&, const MeasuredSection&) = default;
};

/// Gross area of a section.
Area area(const MeasuredSection& section);

/// What a plan wishes at a station.
struct StationWish {
    std::optional<Area> area;
    std::optional<Length> width;   ///< the height then follows from the area
    std::optional<Length> height;  ///< the width then follows; with both, the corners do
    UnknownKeys unknown;
    [[nodiscard]] bool any() const { return area || width || height; }
    friend bool operator==(const StationWish&, const StationWish&) = default;
};

struct Station {
    Length s;  ///< along the centreline from the window
    MeasuredPose pose;
    MeasuredSection section;
    Boss boss;
    StemInSection stem;
    Walls wall;
    /// Sectors behind which a breakthrough cannot be welded (a pushrod tube, the water).
    geometry::PerSector<bool> unrepairable{};
    StationWish plan;  ///< of the current plan
    UnknownKeys unknown;
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

/// What is wished at the valve end; what is not wished follows from the house's rules.
struct PlannedEnd {
    std::optional<Length> throat;
    std::optional<Length> bowl;
    std::optional<Length> valve;        ///< a valve of another diameter
    std::optional<Length> shortRadius;  ///< of the short side
    std::optional<Length> shortHeight;
    std::optional<Angle> chamberLean;  ///< by which the chamber's wall is laid back from the valve's axis
    UnknownKeys unknown;
    friend bool operator==(const PlannedEnd&, const PlannedEnd&) = default;
};

/// What a plan that has been put aside wishes at one station.
struct PlannedStation {
    Length s;
    StationWish wish;
    friend bool operator==(const PlannedStation&, const PlannedStation&) = default;
};

/// A plan that has been put aside.
struct NamedPlan {
    std::string name;
    std::string note;
    PlannedEnd end;
    std::vector<PlannedStation> stations;
    UnknownKeys unknown;
    friend bool operator==(const NamedPlan&, const NamedPlan&) = default;
};

/// A port, or a branch of one. A port that splits for two valves is a common runner (which has no valve of its own) and
/// its branches; these are ports of their own that name the common runner as their parent, and follow it in the list.
struct Port {
    std::string id;      ///< "I1", a branch "I1/a"
    std::string parent;  ///< id of the common runner; empty for a port of its own
    Side side = Side::Intake;
    std::optional<int> cylinder;
    std::string casting;   ///< id of its casting, where the job has several
    std::string material;  ///< where it is not its casting's
    Valve valve;
    ShortSide shortSide;
    RunnerLayout runner;
    Opening manifold;
    Opening gasket;
    std::optional<Volume> volume;  ///< by burette
    std::vector<Station> stations;
    std::vector<ProbeSet> probes;
    std::vector<FlowTest> flow;
    std::vector<Photo> photos;
    std::vector<Acceptance> accepted;
    // The current plan: its stations' part is in the stations.
    std::string planName;
    std::string planNote;
    PlannedEnd planEnd;
    std::vector<NamedPlan> plans;  ///< the others
    UnknownKeys unknown;

    [[nodiscard]] bool isBranch() const { return !parent.empty(); }
    friend bool operator==(const Port&, const Port&) = default;
};

/// A branch's own name: "a" of "I1/a".
std::string branchName(const Port& branch);

struct Job {
    std::string title;
    Engine engine;
    Bench bench;
    House house;
    WallGauge gauge;
    std::vector<Casting> castings;
    std::vector<Chamber> chambers;
    std::vector<Port> ports;
    UnknownKeys unknown;
    friend bool operator==(const Job&, const Job&) = default;
};

/// The branches of a port, in order; empty for a plain port and for a branch.
std::vector<const Port*> branchesOf(const Job& job, const Port& port);
/// What the port is made of: its own material, else its casting's, else empty.
std::string materialOf(const Job& job, const Port& port);

/// Index of the port with this id.
std::optional<std::size_t> findPort(const Job& job, const std::string& id);

/// Net area of a station: the section less guide boss and stem, where these are known.
Area netArea(const Station& station);

/// The shape of each station's section. A station of which only the area is known gets the shape of the nearest station
/// that has one, in proportion; where no station has a shape, a circle.
std::vector<geometry::Section> sectionsOf(const Port& port);

/// Where each station stands: as measured; else laid out from straight length, turn, short-side radius and height.
/// Empty where neither is possible.
std::vector<geometry::Pose> posesOf(const Port& port);

/// The flow test that counts: the last one with a depression and at least one point of known lift and flow over 0;
/// nothing where there is none. Everything that goes by "the port's flow test" asks here.
const FlowTest* countingTest(const Port& port);

/// Index of the station at which a probe set was taken: the one nearest to its distance, within `tolerance`.
std::optional<std::size_t> stationNear(const Port& port, Length s, Length tolerance = lengthFromMm(0.5));

}  // namespace euryth::job
