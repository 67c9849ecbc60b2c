// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "job/air_read.hpp"
#include "job/cutting.hpp"
#include "job/station.hpp"
#include "job/valve.hpp"

/// A port: its stations, what was read in it, its plans.
namespace euryth::job {

/// Neighbouring ports often differ by design: a long and a short one. Only alike ports can be made alike.
enum class Reach { Long, Short };

/// A place in the manifold's runner or in the exhaust's primary.
struct JoinedStation {
    Length s;  ///< from the flange, away from the port
    MeasuredSection section;
    UnknownKeys unknown;
    friend bool operator==(const JoinedStation&, const JoinedStation&) = default;
};

/// Whether the engine is reckoned with what is joined to the port, or with the port alone.
enum class Passage { Joined, PortAlone };

/// The passage that is joined to the port at its window: the manifold's runner, or the exhaust's primary pipe. What it
/// has at the flange is Port::manifold.
struct JoinedRunner {
    std::optional<Length> mouthRadius;  ///< to which its far end is rounded, like a trumpet
    std::optional<Passage> reckoned;    ///< joined where not said
    std::vector<JoinedStation> stations;
    UnknownKeys unknown;
    friend bool operator==(const JoinedRunner&, const JoinedRunner&) = default;
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
    std::optional<Length> apexWidth;   ///< over the turn, at the short side
    std::optional<Angle> chamberLean;  ///< by which the chamber's wall is laid back from the valve's axis
    std::optional<Length> fin;         ///< width to which the guide boss is thinned
    std::optional<Length> bias;        ///< room beside the guide on the bore's side more than on the other
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
    std::optional<Reach> reach;
    Valve valve;
    ShortSide shortSide;
    RunnerLayout runner;
    GuideBoss guide;
    Opening manifold;
    Opening gasket;
    JoinedRunner joined;
    std::optional<Volume> volume;  ///< by burette
    std::vector<Station> stations;
    std::vector<ProbeSet> probes;
    std::vector<FlowTest> flow;
    std::vector<FlowPromise> promises;
    std::vector<LeakTest> leakTests;
    ProbePlan probePlan;
    std::vector<Pin> pins;
    std::vector<Photo> photos;
    std::vector<Acceptance> accepted;
    // The current plan: its stations' part is in the stations.
    std::string planName;
    std::string planNote;
    PlannedEnd planEnd;
    std::vector<NamedPlan> plans;  ///< the others
    CutAims cutAims;
    std::vector<CutProgress> cutProgress;
    std::vector<LightWork> lightWork;
    std::vector<Assumed> assumed;
    UnknownKeys unknown;

    [[nodiscard]] bool isBranch() const { return !parent.empty(); }
    friend bool operator==(const Port&, const Port&) = default;
};

/// A branch's own name: "a" of "I1/a".
std::string branchName(const Port& branch);

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
