// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "air/isentropic.hpp"
#include "analysis/judged_speeds.hpp"
#include "call_list.hpp"

namespace euryth::calls {

namespace {

/// Differences of flow from which bench and set cast doubt on each other (common practice, no source).
constexpr double kFlowDoubt = 0.05;

class ProbeCaller : CallList {
public:
    ProbeCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Probe), m_of(of) {}

    void all()
    {
        choke();
        for (const analysis::ProbeResult& probe : analysis().probes)
            tellSet(probe);
    }

private:
    [[nodiscard]] const job::Port& port() const { return m_of.port; }
    [[nodiscard]] const analysis::PortAnalysis& analysis() const { return m_of.analysis; }

    void choke()
    {
        if (analysis().speedSource != analysis::SpeedSource::Readings && analysis().computed.empty()) {
            Call& call = add("speeds-missing", Severity::Note);
            call.title = say("call.speeds-missing.title");
            call.text = say("missing", {{"what", analysis().speedsMissing}});
        }
        const auto own = job::findPort(m_of.job, port().id);
        const auto flows = own && analysis().demand ? m_of.flowsOf(*own) : Known<engine::PortFlows>{};
        const auto choke = chokePoint(port(), analysis(), flows);
        if (!choke)
            return;
        const analysis::ProbeResult& probe = analysis().judgedBy()[choke->set];
        const bool fast = choke->ratio >= m_of.job.house.fastRatio;
        Call& call = add("choke", fast ? Severity::Danger : Severity::Note);
        call.s = port().stations[*probe.station].s;
        if (choke->probe)
            placeAt(call, *choke->probe, choke->point);
        call.title = say("call.choke.title", {{"place", m_of.place(*probe.station)},
                                              {"point", analysis::pointName(probe.readings[choke->point].at)}});
        call.text = say("call.choke.text", {{"speed", choke->speed},
                                            {"mean", probe.traverse->mean},
                                            {"ratio", Ratio{choke->ratio}},
                                            {"speeds", sourceOf(*choke)}});
        call.workings.push_back(say("call.choke.working.ratio", {{"speed", choke->speed},
                                                                 {"readings", count(probe.traverse->measuredCount())},
                                                                 {"mean", probe.traverse->mean}}));
        if (choke->sonicRpm) {
            const bool near = analysis().demand && *choke->sonicRpm < analysis().demand->rpm * 1.1;
            call.text +=
                near ? say("call.choke.sonic.near", {{"rpm", *choke->sonicRpm}, {"wanted", analysis().demand->rpm}})
                     : say("call.choke.sonic", {{"rpm", *choke->sonicRpm}});
            call.workings.push_back(say("call.choke.working.sonic", {{"ratio", Ratio{choke->ratio}}}));
        } else if (flows) {
            call.text += say("call.choke.never", {{"rpm", flows->speeds.back().rpm}});
        }
        if (fast)
            call.text += say("call.choke.room");
    }

    /// Whose speeds these are, and of which set under what.
    [[nodiscard]] Phrase sourceOf(const ChokePoint& choke) const
    {
        if (!choke.probe)
            return analysis().speedsFrom;
        const job::ProbeSet& set = port().probes[*choke.probe];
        std::vector<Phrase> under;
        if (set.lift)
            under.push_back(say("set.lift", {{"lift", *set.lift}}));
        if (set.depression)
            under.push_back(say("set.depression", {{"depression", *set.depression}}));
        if (under.empty())
            return say("set.of", {{"speeds", analysis().speedsFrom}, {"set", set.id}});
        return say("set.of.under", {{"speeds", analysis().speedsFrom}, {"set", set.id}, {"under", under}});
    }

    void placeAt(Call& call, std::size_t probe, std::size_t point)
    {
        call.probe = probe;
        call.point = point;
        if (const auto station = analysis().probes[probe].station)
            call.s = port().stations[*station].s;
    }

    void tellSet(const analysis::ProbeResult& probe)
    {
        const std::string& id = port().probes[probe.index].id;
        if (!probe.traverse) {
            Call& call = add("probe-missing:" + id, Severity::Note);
            call.probe = probe.index;
            call.title = say("call.probe-missing.title", {{"set", id}});
            call.text = say("missing", {{"what", probe.traverse.missing}});
            return;
        }
        deadPoints(probe, id);
        const std::size_t unread = probe.readings.size() - probe.traverse->measuredCount();
        if (unread > 0) {
            Call& call = add("unread:" + id, Severity::Note);
            call.probe = probe.index;
            call.title = say("call.unread.title", {{"set", id}, {"unread", count(unread)}});
            call.text = say("call.unread.text", {{"read", count(probe.traverse->measuredCount())}});
        }
        nearWall(probe, id);
        againstBench(probe, id);
    }

    void againstBench(const analysis::ProbeResult& probe, const std::string& id)
    {
        if (!probe.flowAgainstBench || std::abs(*probe.flowAgainstBench) < kFlowDoubt)
            return;
        Call& call = add("flow:" + id, Severity::Warning);
        call.probe = probe.index;
        call.s = port().stations[*probe.station].s;
        call.title = say("call.flow.title", {{"set", id}, {"difference", Percent{*probe.flowAgainstBench}}});
        call.text =
            say("call.flow.text", {{"flow", probe.traverse->flow}, {"bench", *port().probes[probe.index].benchFlow}});
        call.workings.push_back(say("call.flow.working", {{"mean", probe.traverse->mean},
                                                          {"area", job::netArea(port().stations[*probe.station])},
                                                          {"flow", probe.traverse->flow},
                                                          {"share", Percent{probe.traverse->massShare}}}));
        const std::string& bench = port().probes[probe.index].bench;
        if (const double factor = job::benchFactor(m_of.job, bench, port().side); factor != 1.0)
            call.workings.push_back(say("call.flow.working.factor", {{"bench", bench}, {"factor", Number{factor, 3}}}));
    }

    /// A probe nearer to the wall than its own tip reads the wall's layer and its own blockage.
    void nearWall(const analysis::ProbeResult& probe, const std::string& id)
    {
        const geometry::Section& section = analysis().sections[*probe.station];
        const auto tooNear = std::ranges::count_if(probe.readings, [&](const probing::PointReading& r) {
            return r.speed &&
                   geometry::distanceToWall(section, probing::toSection(r.at, section)) < air::kPitotDistance.si();
        });
        if (tooNear == 0)
            return;
        Call& call = add("near-wall:" + id, Severity::Note);
        call.probe = probe.index;
        call.title = say("call.near-wall.title", {{"set", id}, {"readings", count(tooNear)}});
        call.text = say("call.near-wall.text", {{"distance", air::kPitotDistance}});
    }

    void deadPoints(const analysis::ProbeResult& probe, const std::string& id)
    {
        for (std::size_t i = 0; i < probe.traverse->points.size(); ++i) {
            const probing::PointResult& point = probe.traverse->points[i];
            if (point.verdict != probing::Verdict::Dead)
                continue;
            Call& call = add("dead:" + id + ":" + std::to_string(i), Severity::Note);
            placeAt(call, probe.index, i);
            call.title = say("call.dead.title",
                             {{"place", m_of.place(*probe.station)}, {"point", analysis::pointName(point.at)}});
            call.text = say("call.dead.text", {{"speed", *point.speed}, {"ratio", Ratio{*point.ratio}}});
            call.workings.push_back(say(
                "call.dead.working",
                {{"speed", *point.speed}, {"mean", probe.traverse->mean}, {"limit", Ratio{m_of.job.house.deadRatio}}}));
        }
    }

    const CallInputs& m_of;
};

}  // namespace

void addProbeCalls(const CallInputs& of, std::vector<Call>& calls) { ProbeCaller(of, calls).all(); }

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
        if (flows)
            choke->sonicRpm = flows->sonicFrom(*probe.station, *fastest.ratio);
    }
    return choke;
}

}  // namespace euryth::calls
