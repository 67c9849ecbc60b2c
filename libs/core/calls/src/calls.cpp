// SPDX-License-Identifier: GPL-3.0-or-later
#include "calls/calls.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "analysis/judged_speeds.hpp"
#include "field/field.hpp"
#include "plan_calls.hpp"
#include "survey_calls.hpp"

namespace euryth::calls {

namespace {

using geometry::index;
using geometry::Sector;

/// Differences from which a second way of measuring casts doubt on the first (common practice, no source).
constexpr double kFlowDoubt = 0.05;
constexpr double kVolumeDoubt = 0.02;

std::string capitalised(std::string text)
{
    if (!text.empty() && text.front() >= 'a' && text.front() <= 'z')
        text.front() = static_cast<char>(text.front() - 'a' + 'A');
    return text;
}

class Caller {
public:
    Caller(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
           const engine::FlowsOf& flowsOf)
        : m_job(job),
          m_port(port),
          m_analysis(analysis),
          m_flowsOf(flowsOf)
    {
    }

    std::vector<Call> all()
    {
        missingSurvey();
        addSurveyCalls(m_job, m_port, m_analysis, m_calls);
        throat();
        volume();
        findings();
        demand();
        addPlanCalls(m_job, m_port, m_analysis, m_flowsOf, m_calls);
        choke();
        for (const analysis::ProbeResult& probe : m_analysis.probes)
            probeCalls(probe);
        heldPlaces();
        cutWorse();
        accept();
        std::ranges::stable_sort(m_calls, [](const Call& a, const Call& b) {
            if (a.acceptedBecause.has_value() != b.acceptedBecause.has_value())
                return b.acceptedBecause.has_value();
            return a.severity < b.severity;
        });
        return std::move(m_calls);
    }

private:
    Call& add(std::string key, Severity severity, Stage stage)
    {
        Call& call = m_calls.emplace_back();
        call.key = std::move(key);
        call.severity = severity;
        call.stage = stage;
        return call;
    }

    [[nodiscard]] std::string keyAt(const std::string& kind, Length s) const
    {
        return kind + ":" + std::to_string(std::lround(inMm(s)));
    }

    /// "pinch" or "station 5".
    [[nodiscard]] std::string placeName(std::size_t station) const
    {
        const std::string name = analysis::stationName(m_analysis, m_port, station);
        return name.empty() ? "station " + std::to_string(station + 1) : name;
    }
    /// The same inside a sentence: "the pinch" or "station 5".
    [[nodiscard]] std::string thePlace(std::size_t station) const
    {
        const bool named = !analysis::stationName(m_analysis, m_port, station).empty();
        return (named ? "the " : "") + placeName(station);
    }

    void missingSurvey()
    {
        if (m_analysis.areas)
            return;
        Call& call = add("no-stations", Severity::Note, Stage::Survey);
        call.title << "Not measured yet";
        call.text << "Enter " << m_analysis.areas.missing << ": distance from the window, width, height, corner radii.";
    }

    void throat()
    {
        if (!m_analysis.throatShare)
            return;
        const bool intake = m_port.side == job::Side::Intake;
        const job::ShareRange& range = intake ? m_job.house.intakeThroat : m_job.house.exhaustThroat;
        const double share = *m_analysis.throatShare;
        if (share >= range.low && share <= range.high)
            return;
        const bool wide = share > range.high;
        Call& call = add("throat", wide ? Severity::Warning : Severity::Note, Stage::Shape);
        if (!m_port.stations.empty())
            call.s = m_port.stations.back().s;
        call.title << "Throat " << Percent{share} << ", house says " << Percent{range.low} << " to "
                   << Percent{range.high};
        const Length wanted = *m_port.valve.diameter * (wide ? range.high : range.low);
        if (wide)
            call.text << "It cannot be made smaller with a cutter. Ask whether the seat still has its width.";
        else
            call.text << "Up to " << wanted << " the house has no doubts; leave the seat its width.";
        call.workings.push_back(Phrase() << "throat " << *job::throatOf(m_port.valve)
                                         << (m_port.valve.throat ? "" : " by the seat's cuts") << " / valve "
                                         << *m_port.valve.diameter << " = " << Percent{share});
    }

    void volume()
    {
        if (!m_port.volume || !m_analysis.areas)
            return;
        const Volume computed = m_analysis.areas->volume();
        const double difference = *m_port.volume / computed - 1.0;
        if (std::abs(difference) < kVolumeDoubt)
            return;
        Call& call = add("volume", Severity::Warning, Stage::Survey);
        call.title << "Burette and sections differ by " << Percent{difference};
        call.text << "The burette says " << *m_port.volume << ", the sections add up to " << computed
                  << (difference > 0
                          ? ". A burette also fills what was not measured: the stretch beyond the last station, a "
                            "pocket round the guide. Else look for a section that is typed too small."
                          : ". Look for a section that is typed too large, a boss that was left out, or air "
                            "left under the plate when the burette was read.");
        call.workings.push_back(Phrase() << "volume of the sections: integral of net area from "
                                         << Position{m_analysis.areas->start()} << " to "
                                         << Position{m_analysis.areas->end()});
    }

    void findings()
    {
        for (const geometry::Finding& f : m_analysis.findings) {
            if (f.kind == geometry::FindingKind::Pinch)
                continue;  // told with the demand, where it matters
            Call& call = add(keyAt(std::string(key(f.kind)), f.s), Severity::Warning, Stage::Shape);
            call.s = f.s;
            const auto station = job::stationNear(m_port, f.s);
            const std::string place = station ? thePlace(*station) : "the branches";
            switch (f.kind) {
            case geometry::FindingKind::Step: call.title << "A step at " << place; break;
            case geometry::FindingKind::SmallBigSmall: call.title << "Small, big, small around " << place; break;
            default: call.title << "Grows fast toward " << place; break;
            }
            call.text << f.text;
            call.workings.push_back(workingOf(f.kind));
            const bool inBowl = station && m_analysis.places.bowl == station;
            if (f.kind == geometry::FindingKind::SmallBigSmall && inBowl) {
                call.severity = Severity::Note;
                call.text << " A bowl may be wider as far as the short side needs slower air; no further.";
            }
        }
    }

    [[nodiscard]] Phrase workingOf(geometry::FindingKind kind) const
    {
        Phrase working;
        switch (kind) {
        case geometry::FindingKind::Step: working << "change = (larger - smaller) / smaller net area"; break;
        case geometry::FindingKind::SmallBigSmall:
            working << "excess = widest / larger of the smallest areas on both sides - 1; the house allows "
                    << Percent{m_job.house.smallBigSmall};
            break;
        default:
            working << "angle = 2 atan of the difference of the radii of equal circles over the distance between the "
                       "stations; limit for a conical diffuser, from memory of handbooks";
        }
        return working;
    }

    void demand()
    {
        if (!m_analysis.areas)
            return;
        if (!m_analysis.demand) {
            if (m_port.side == job::Side::Exhaust)
                return;
            Call& call = add("demand-missing", Severity::Note, Stage::Shape);
            call.title << "Wanted area not known";
            call.text << "Missing: " << m_analysis.demand.missing << ".";
            return;
        }
        const geometry::AreaAt least = m_analysis.areas->smallest();
        const Area wanted = *m_analysis.wantedArea;
        if (least.area >= wanted)
            return;
        const planning::Demand& d = *m_analysis.demand;
        Call& call = add("demand", Severity::Warning, Stage::Shape);
        call.s = least.s;
        const auto station = job::stationNear(m_port, least.s);
        call.title << capitalised(station ? placeName(*station) : "smallest section") << " is " << least.area
                   << ", the engine asks for " << wanted;
        call.text << "At this size the gas reaches the house limit of Mach " << Number{d.limitingMach, 2} << " at "
                  << planning::rpmForArea(d, least.area) << ", wanted is " << d.rpm << ".";
        call.workings.push_back(Phrase() << "piston area " << planning::pistonArea(d.drive)
                                         << ", its greatest speed at " << d.rpm << ": "
                                         << planning::peakPistonSpeed(d.drive, d.rpm));
        call.workings.push_back(Phrase() << "speed of sound at the bench " << air::speedOfSound(d.room)
                                         << ", limit Mach " << Number{d.limitingMach, 2} << " = "
                                         << Speed(air::speedOfSound(d.room) * d.limitingMach));
        call.workings.push_back(Phrase() << "wanted area = piston area x piston speed / limit = " << wanted);
        call.workings.push_back(Phrase("No wave action in this sum; the limit is a house rule."));
    }

    void choke()
    {
        if (m_analysis.speedSource != analysis::SpeedSource::Readings && m_analysis.computed.empty()) {
            Call& call = add("speeds-missing", Severity::Note, Stage::Probe);
            call.title << "No computed speeds to judge by";
            call.text << "Missing: " << m_analysis.speedsMissing << ".";
        }
        const auto own = job::findPort(m_job, m_port.id);
        const auto flows = own && m_analysis.demand ? m_flowsOf(*own) : Known<engine::PortFlows>{};
        passageChokes(flows);
        const auto choke = chokePoint(m_port, m_analysis, flows);
        if (!choke)
            return;
        const analysis::ProbeResult& probe = m_analysis.judgedBy()[choke->set];
        const bool fast = choke->ratio >= m_job.house.fastRatio;
        Call& call = add("choke", fast ? Severity::Danger : Severity::Note, Stage::Probe);
        call.s = m_port.stations[*probe.station].s;
        if (choke->probe)
            placeAt(call, *choke->probe, choke->point);
        call.title << capitalised(placeName(*probe.station)) << ", "
                   << analysis::pointName(probe.readings[choke->point].at) << ", chokes first";
        call.text << choke->speed << " where the section's mean is " << probe.traverse->mean << " ("
                  << Ratio{choke->ratio} << "), the fastest of all sets, by " << m_analysis.speedsFrom;
        if (choke->probe)
            tellSet(call.text, m_port.probes[*choke->probe]);
        call.text << ".";
        if (choke->sonicRpm) {
            call.text << " Sonic from about " << *choke->sonicRpm;
            if (m_analysis.demand && *choke->sonicRpm < m_analysis.demand->rpm * 1.1)
                call.text << ", too near to the wanted " << m_analysis.demand->rpm;
            call.text << ".";
            call.workings.push_back(Phrase() << "sonic when the section's mean reaches the critical speed / "
                                             << Ratio{choke->ratio}
                                             << "; flow into the cylinder through runner and valve, no waves");
        } else if (flows) {
            call.text << " On this engine it does not come to the speed of sound up to " << flows->speeds.back().rpm
                      << ".";
        }
        if (fast)
            call.text << " Room is wanted here, if the wall allows.";
        call.workings.insert(call.workings.begin(),
                             Phrase() << "ratio = local " << choke->speed << " / mean of "
                                      << Number{static_cast<double>(probe.traverse->measuredCount()), 0} << " readings "
                                      << probe.traverse->mean);
    }

    /// Where and from which speed the port as a whole lets no more air pass: one answer for runner and valve.
    void passageChokes(const Known<engine::PortFlows>& flows)
    {
        if (!flows || !flows->chokesFrom)
            return;
        const RotationalSpeed top = flows->atTop().rpm;
        const bool inRange = *flows->chokesFrom <= top;
        Call& call = add("port-chokes", inRange ? Severity::Danger : Severity::Note, Stage::Shape);
        const bool valve = flows->place >= m_port.stations.size();
        if (!valve)
            call.s = m_port.stations[flows->place].s;
        call.title << "The engine chokes at " << (valve ? "the valve" : thePlace(flows->place)) << " from "
                   << *flows->chokesFrom;
        const Density density = air::density(m_analysis.demand->room);
        call.text << "No more than " << VolumeFlow::fromSi(flows->choking.si() / density.si())
                  << " passes with the valve at full lift; from there on more "
                  << "speed brings little more air"
                  << (inRange ? ", and the engine is to be revved to " : ". It is revved to ") << top << ".";
        call.workings.push_back(Phrase(
            "compressible flow through runner and valve in series at each crank angle; the first speed at which it "
            "is at the speed of sound with the valve open by half its lift or more; no wave action"));
    }

    /// Which set a number is of, and under what it was read.
    static void tellSet(Phrase& text, const job::ProbeSet& set)
    {
        text << " of set " << set.id;
        if (set.lift)
            text << " at " << *set.lift << " of lift";
        if (set.depression)
            text << (set.lift ? " and " : " at ") << *set.depression;
    }

    void placeAt(Call& call, std::size_t probe, std::size_t point)
    {
        call.probe = probe;
        call.point = point;
        if (const auto station = m_analysis.probes[probe].station)
            call.s = m_port.stations[*station].s;
    }

    void probeCalls(const analysis::ProbeResult& probe)
    {
        const std::string& id = m_port.probes[probe.index].id;
        if (!probe.traverse) {
            Call& call = add("probe-missing:" + id, Severity::Note, Stage::Probe);
            call.probe = probe.index;
            call.title << "Set " << id << " is not complete";
            call.text << "Missing: " << probe.traverse.missing << ".";
            return;
        }
        deadPoints(probe, id);
        const std::size_t unread = probe.readings.size() - probe.traverse->measuredCount();
        if (unread > 0) {
            Call& call = add("unread:" + id, Severity::Note, Stage::Probe);
            call.probe = probe.index;
            call.title << "Set " << id << " has " << Number{static_cast<double>(unread), 0} << " points not read";
            call.text << "The mean is of the " << Number{static_cast<double>(probe.traverse->measuredCount()), 0}
                      << " that were.";
        }
        nearWall(probe, id);
        if (probe.flowAgainstBench && std::abs(*probe.flowAgainstBench) >= kFlowDoubt) {
            Call& call = add("flow:" + id, Severity::Warning, Stage::Probe);
            call.probe = probe.index;
            call.s = m_port.stations[*probe.station].s;
            call.title << "Set " << id << " and the bench differ by " << Percent{*probe.flowAgainstBench};
            call.text << "Mean times area gives " << probe.traverse->flow << ", the bench read "
                      << *m_port.probes[probe.index].benchFlow << ". A wrong reading, or a wrong area.";
            call.workings.push_back(Phrase()
                                    << "flow = mean " << probe.traverse->mean << " x net area "
                                    << job::netArea(m_port.stations[*probe.station]) << " = " << probe.traverse->flow
                                    << "; as mass flow, " << Percent{probe.traverse->massShare}
                                    << " of that, since the air has thinned on its way to speed");
        }
    }

    /// A probe nearer to the wall than its own tip reads the wall's layer and its own blockage.
    void nearWall(const analysis::ProbeResult& probe, const std::string& id)
    {
        const geometry::Section& section = m_analysis.sections[*probe.station];
        const auto tooNear = std::ranges::count_if(probe.readings, [&](const probing::PointReading& r) {
            return r.speed &&
                   geometry::distanceToWall(section, probing::toSection(r.at, section)) < field::kPitotDistance.si();
        });
        if (tooNear == 0)
            return;
        Call& call = add("near-wall:" + id, Severity::Note, Stage::Probe);
        call.probe = probe.index;
        call.title << "Set " << id << " has " << Number{static_cast<double>(tooNear), 0}
                   << " readings next to the wall";
        call.text << "Nearer than " << field::kPitotDistance
                  << " a pitot reads its own blockage. They count as they are; do not trust them alone.";
    }

    void deadPoints(const analysis::ProbeResult& probe, const std::string& id)
    {
        for (std::size_t i = 0; i < probe.traverse->points.size(); ++i) {
            const probing::PointResult& point = probe.traverse->points[i];
            if (point.verdict != probing::Verdict::Dead)
                continue;
            Call& call = add("dead:" + id + ":" + std::to_string(i), Severity::Note, Stage::Probe);
            placeAt(call, probe.index, i);
            call.title << capitalised(placeName(*probe.station)) << ", " << analysis::pointName(point.at)
                       << ", is dead";
            call.text << *point.speed << ", " << Ratio{*point.ratio}
                      << " the mean. Leave it, or fill it; metal taken here makes it slower.";
            call.workings.push_back(Phrase() << "ratio = local " << *point.speed << " / mean " << probe.traverse->mean
                                             << "; dead under " << Ratio{m_job.house.deadRatio});
        }
    }

    /// Thin walls, one call per stretch of neighbouring stations; unmeasured walls, one call for all.
    void heldPlaces()
    {
        if (!m_analysis.cut)
            return;
        std::size_t unmeasured = 0;
        for (const Sector sector : geometry::kSectors) {
            std::vector<std::size_t> run;
            for (const cutting::Keep& keep : m_analysis.cut->keeps) {
                if (keep.sector != sector)
                    continue;
                unmeasured += keep.hold == cutting::Hold::Unmeasured ? 1 : 0;
                if (keep.hold != cutting::Hold::ThinWall)
                    continue;
                if (!run.empty() && keep.station != run.back() + 1) {
                    thinWall(sector, run);
                    run.clear();
                }
                run.push_back(keep.station);
            }
            if (!run.empty())
                thinWall(sector, run);
        }
        if (unmeasured > 0) {
            Call& call = add("walls-unmeasured", Severity::Note, Stage::Survey);
            call.title << Number{static_cast<double>(unmeasured), 0} << " wall places not measured";
            call.text << "Nothing will be cut there until they are.";
        }
    }

    void thinWall(Sector sector, const std::vector<std::size_t>& run)
    {
        const auto& stations = m_analysis.cutProblem->stations;
        const auto spare = [&](std::size_t i) {
            return *stations[i].wall[index(sector)] - stations[i].reserve[index(sector)];
        };
        const std::size_t worst = *std::ranges::min_element(run, {}, spare);
        const Length wall = *stations[worst].wall[index(sector)];
        Call& call = add(keyAt("thin:" + std::string(name(sector)), stations[worst].s), Severity::Danger, Stage::Cut);
        call.s = stations[worst].s;
        call.sector = sector;
        call.title << "Wall " << wall << " at " << thePlace(worst) << ", " << std::string(name(sector))
                   << ": hands off";
        const bool forever = m_port.stations[worst].unrepairable[index(sector)];
        call.text << (forever ? "A breakthrough here cannot be welded. " : "") << "Reserve "
                  << stations[worst].reserve[index(sector)] << ", gauge error " << m_job.house.gaugeError
                  << ": nothing is left to cut";
        if (run.size() > 1)
            call.text << " from " << Position{stations[run.front()].s} << " to " << Position{stations[run.back()].s};
        call.text << ".";
        call.workings.push_back(Phrase() << "spare = wall " << wall << " - reserve "
                                         << stations[worst].reserve[index(sector)] << " - gauge error "
                                         << m_job.house.gaugeError << " = "
                                         << Length(spare(worst) - m_job.house.gaugeError));
    }

    void cutWorse()
    {
        if (!m_analysis.cut)
            return;
        if (!m_analysis.cut->converged) {
            Call& call = add("cut-not-settled", Severity::Warning, Stage::Cut);
            call.title << "The cut plan did not settle";
            call.text << "The depths keep every limit, but may not be the best ones.";
        }
        if (!m_analysis.cut->makesWorse())
            return;
        Call& call = add("cut-worse", Severity::Danger, Stage::Cut);
        call.title << "These cuts would not help";
        call.text << "Neither the areas nor the speeds come nearer to what is wanted. Change the plan or leave it.";
    }

    void accept()
    {
        for (Call& call : m_calls) {
            const auto found = std::ranges::find(m_port.accepted, call.key, &job::Acceptance::call);
            if (found != m_port.accepted.end())
                call.acceptedBecause = found->reason;
        }
    }

    const job::Job& m_job;
    const job::Port& m_port;
    const analysis::PortAnalysis& m_analysis;
    const engine::FlowsOf& m_flowsOf;
    std::vector<Call> m_calls;
};

}  // namespace

std::optional<ChokePoint> chokePoint(const job::Port& port, const analysis::PortAnalysis& analysis,
                                     const Known<engine::PortFlows>& flows)
{
    std::optional<ChokePoint> choke;
    const bool read = analysis.speedSource == analysis::SpeedSource::Readings;
    const auto& sets = analysis.judgedBy();
    const auto comparable = analysis::comparableSets(port, analysis);
    Speed most;
    for (const std::size_t i : comparable) {
        const analysis::ProbeResult& probe = sets[i];
        const std::size_t point = probe.traverse->fastest();
        const probing::PointResult& fastest = probe.traverse->points[point];
        const Speed atOne = *fastest.speed * analysis::toOneDepression(analysis, comparable.front(), i);
        if (choke && atOne <= most)
            continue;
        most = atOne;
        choke = ChokePoint{
            i, read ? std::optional(probe.index) : std::nullopt, point, *fastest.speed, *fastest.ratio, std::nullopt};
        if (analysis.demand && flows) {
            choke->sonicRpm = flows->speedFor(
                planning::sonicFlow(*analysis.demand, job::netArea(port.stations[*probe.station]), *fastest.ratio));
        }
    }
    return choke;
}

std::vector<Call> callsFor(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                           const engine::FlowsOf& flowsOf)
{
    std::map<std::size_t, Known<engine::PortFlows>> known;  // several calls ask for the same port's
    const engine::FlowsOf workedOut = [&](std::size_t i) {
        auto place = known.find(i);
        if (place == known.end())
            place = known.emplace(i, engine::portFlows(job, job.ports[i])).first;
        return place->second;
    };
    return Caller(job, port, analysis, flowsOf ? flowsOf : workedOut).all();
}

}  // namespace euryth::calls
