// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>
#include <vector>

#include "air/moist_air.hpp"
#include "analysis/guide_boss.hpp"
#include "analysis/walls.hpp"
#include "cutting/cut_plan.hpp"
#include "geometry/area_curve.hpp"
#include "geometry/findings.hpp"
#include "job/job.hpp"
#include "planning/demand.hpp"
#include "planning/section_plan.hpp"
#include "probing/speed_map.hpp"
#include "probing/traverse.hpp"
#include "words/known.hpp"

namespace euryth::analysis {

/// One probe set worked out.
struct ProbeResult {
    std::size_t index = 0;  ///< into Port::probes
    std::optional<std::size_t> station;
    std::vector<probing::PointReading> readings;  ///< impact pressures turned into speeds
    Known<probing::Traverse> traverse;
    std::optional<probing::SpeedMap> map;
    std::optional<Speed> idealSpeed;         ///< still air expanded by the set's depression
    std::optional<double> flowAgainstBench;  ///< mass flow from the probe over the bench's own, less 1
};

/// Names that a porter gives to stations.
struct PlaceNames {
    std::optional<std::size_t> pinch;
    std::optional<std::size_t> shortSide;
    std::optional<std::size_t> bowl;
};

/// What of the window the opening before it (manifold, header or gasket) overlaps or leaves as a step.
struct WindowStep {
    Length left;  ///< how far the opening stands out into the window's light, per side; negative: it stands back
    Length right;
    Length roof;
    Length floor;
    /// The greatest lip that faces the air: the opening smaller than the window for air coming out of it, or the window
    /// smaller than the opening for air going in, is worse; both are told.
    [[nodiscard]] Length greatest() const;
};

/// Where a speed comes from: a number always says it.
enum class SpeedSource {
    Readings,  ///< of a probe in the real port
    Instant,   ///< of the potential field with its boundary layer
    Viscous    ///< of a viscous run
};

/// Speeds of a computed field in place of readings.
struct ComputedSpeeds {
    Phrase name;  ///< "the instant field", "the viscous run (coarse mesh)"
    std::vector<std::vector<probing::PointReading>> atStations;  ///< a probe set for each station
};

/// What the measurements of one port alone tell: its shape and places, and the room in its walls.
struct MeasuredPort {
    bool splits = false;                      ///< a common runner with branches
    std::vector<geometry::Section> sections;  ///< per station
    std::vector<geometry::Pose> poses;        ///< per station, or none
    Known<geometry::RadiusAt> floorRadius;    ///< the tightest bend of the floor line
    Known<Length> floorApex;                  ///< highest point of the floor over the deck
    Known<Length> turnEnd;                    ///< of a laid-out runner, along the centreline
    Known<geometry::SeatStack> seat;
    Known<geometry::ValveGeometry> valve;
    Known<double> throatShare;
    /// Of the passage to the left, mean over the stations: against its drawn place where that was measured, else
    /// against the middle of its metal.
    Known<Length> coreShift;
    WallRooms walls;  ///< per station
    Known<GuideRoom> guideRoom;
    std::vector<std::optional<Fin>> fins;  ///< per station: what is planned of the guide boss
    std::optional<WindowStep> manifoldStep;
    std::optional<WindowStep> gasketStep;
    /// Net area along the runner. Of a common runner it goes on with the sum of its branches at equal s, as far as all
    /// of them are measured.
    Known<geometry::AreaCurve> areas;
    std::vector<geometry::Finding> findings;
    PlaceNames places;
};

/// Everything that is worked out of one port, from the job's data alone.
struct PortAnalysis : MeasuredPort {
    Known<planning::Demand> demand;
    std::optional<Area> wantedArea;
    std::vector<std::optional<Area>> plan;        ///< per station: typed, or suggested, or unknown
    std::vector<std::optional<Area>> suggested;   ///< per station
    std::vector<geometry::Finding> planFindings;  ///< along the planned areas
    std::vector<Area> reachable;                  ///< per station: the largest net area that its walls allow
    std::vector<std::optional<planning::PlannedSection>> planned;  ///< per station: the shape that the plan asks for
    std::vector<ProbeResult> probes;
    /// Whose speeds choke list, ratios and cuts are judged by; with a set for each station where they are computed.
    SpeedSource speedSource = SpeedSource::Readings;
    Phrase speedsFrom = say("speeds.readings");
    Phrase speedsMissing;  ///< why there are none of the wanted source
    std::vector<ProbeResult> computed;
    [[nodiscard]] const std::vector<ProbeResult>& judgedBy() const
    {
        return speedSource == SpeedSource::Readings ? probes : computed;
    }
    Known<cutting::CutProblem> cutProblem;
    std::optional<cutting::CutPlan> cut;
};

/// The room's air, where temperature, pressure and humidity are all known.
std::optional<air::AirState> roomAir(const job::Bench& bench);

/// The air before the port on the engine: the manifold's pressure and temperature, and the room's where these are not
/// known.
std::optional<air::AirState> chargeAir(const job::Job& job);

/// Speed of a reading: as typed, or from the pitot's impact pressure in the room's air.
std::optional<Speed> readingSpeed(const job::Reading& reading, const std::optional<air::AirState>& room);

probing::VerdictLimits verdictLimits(const job::House& house);

/// Share of a cylinder's flow that goes through a port: by valve area among the ports (or branches) that serve the same
/// cylinder on the same side; in equal parts where a valve is not known.
double flowShare(const job::Job& job, const job::Port& port);

/// What the cuts of a port are planned with: each step of an aim counts four times the one below it.
cutting::CutWeights cutWeights(const job::CutAims& aims);

/// True where the last station is the throat itself: its area is that of a circle of the throat's diameter.
bool endsInThroat(const job::Port& port);

/// The part of analyse() that needs the measurements alone; a millisecond or two for 15 stations.
PortAnalysis measure(const job::Job& job, const job::Port& port);

/// What can be shown of a port before its analysis is there: measured anew, and the rest as `before`, an analysis of
/// the same port with other numbers. Both have to have the same lists (sameLists()).
PortAnalysis measuredAnew(const job::Job& job, const job::Port& port, const PortAnalysis& before);
/// True where two states of a port have as many stations, probe sets and readings, so that what is told of each of them
/// has its place in both.
bool sameLists(const job::Port& a, const job::Port& b);

/// Works out one port, judged by readings. Deterministic, no side effects; some ten milliseconds for 15 stations.
PortAnalysis analyse(const job::Job& job, const job::Port& port);
/// The same, judged by computed speeds; where these are missing nothing is judged by any.
PortAnalysis analyse(const job::Job& job, const job::Port& port, SpeedSource source,
                     const Known<ComputedSpeeds>& speeds);

/// True where the analysis of a port in one job is that of a port in another, judged by the same speeds: nothing that
/// it hangs on differs.
bool sameAnalysis(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB);

/// Where a grid point lies, in words ("floor left", "middle").
Phrase pointName(probing::GridPoint p);

/// Places of a port that have a name.
enum class Place { Window, Branch, Pinch, ShortSide, Bowl, Split, Throat };
/// As scripts write it ("short-side").
std::string_view key(Place place);
/// A station's place, or nothing: window, pinch, short side, bowl, throat; where branches begin and split. The short
/// side is the station at which the heading has made nearest to half of the runner's turn, the bowl the widest one
/// after it; both need poses.
std::optional<Place> placeAt(const PortAnalysis& analysis, const job::Port& port, std::size_t station);
/// Its name ("pinch"); empty where it has none.
Phrase stationName(const PortAnalysis& analysis, const job::Port& port, std::size_t station);
/// A station inside a sentence: "the pinch", "station 5".
Phrase thePlace(const PortAnalysis& analysis, const job::Port& port, std::size_t station);

}  // namespace euryth::analysis
