// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "call_list.hpp"
#include "job/describe.hpp"

namespace euryth::calls {

namespace {

class ShapeCaller : CallList {
public:
    ShapeCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Shape), m_of(of) {}

    void all()
    {
        throat();
        findings();
        demand();
        sides();
        chokes();
        beyondWalls();
        plannedBulge();
        valveEnd();
        twins();
    }

private:
    [[nodiscard]] const job::Port& port() const { return m_of.port; }
    [[nodiscard]] bool isExhaust() const { return port().side == job::Side::Exhaust; }
    [[nodiscard]] const job::House& house() const { return m_of.job.house; }
    [[nodiscard]] const analysis::PortAnalysis& analysis() const { return m_of.analysis; }

    void throat()
    {
        if (!analysis().throatShare)
            return;
        const job::ShareRange& range = job::throatRange(house(), port().side);
        const double share = *analysis().throatShare;
        if (share >= range.low && share <= range.high)
            return;
        const bool wide = share > range.high;
        Call& call = add("throat", wide ? Severity::Warning : Severity::Note);
        call.s = m_of.valveEnd();
        call.title = say("call.throat.title",
                         {{"share", Percent{share}}, {"low", Percent{range.low}}, {"high", Percent{range.high}}});
        call.text = wide ? say("call.throat.wide")
                         : say("call.throat.narrow", {{"wanted", *port().valve.diameter * range.low}});
        call.workings.push_back(say("call.throat.working", {{"throat", *job::throatOf(port().valve)},
                                                            {"measured", port().valve.throat ? "yes" : "no"},
                                                            {"valve", *port().valve.diameter},
                                                            {"share", Percent{share}}}));
    }

    void findings()
    {
        for (const geometry::Finding& f : analysis().findings) {
            if (f.kind == geometry::FindingKind::Pinch)
                continue;  // told with the demand, where it matters
            const std::string id = "call." + std::string(key(f.kind));
            Call& call = addAt(key(f.kind), f.s, Severity::Warning);
            const auto station = job::stationNear(port(), f.s);
            call.title = say(id + ".title", {{"place", station ? m_of.place(*station) : say("place.branches")}});
            call.text = f.text;
            call.workings.push_back(say(id + ".working", {{"allowed", Percent{house().smallBigSmall}}}));
            const bool inBowl = station && analysis().places.bowl == station;
            if (f.kind == geometry::FindingKind::SmallBigSmall && inBowl) {
                call.severity = Severity::Note;
                call.text += say("call.small-big-small.bowl");
            }
        }
    }

    void demand()
    {
        if (!analysis().areas)
            return;
        if (!analysis().demand) {
            Call& call = add("demand-missing", Severity::Note);
            call.title = say("call.demand-missing.title");
            call.text = say("missing", {{"what", analysis().demand.missing}});
            return;
        }
        const geometry::AreaAt least = analysis().areas->smallest();
        const Area wanted = *analysis().wantedArea;
        if (least.area >= wanted)
            return;
        const planning::Demand& d = *analysis().demand;
        Call& call = add("demand", Severity::Warning);
        call.s = least.s;
        const auto station = job::stationNear(port(), least.s);
        call.title = say("call.demand.title", {{"place", station ? m_of.place(*station) : say("place.smallest")},
                                               {"area", least.area},
                                               {"wanted", wanted}});
        call.text = say(
            "call.demand.text",
            {{"mach", Number{d.limitingMach, 2}}, {"reached", planning::rpmForArea(d, least.area)}, {"rpm", d.rpm}});
        demandWorkings(call, d);
        call.workings.push_back(
            say(isExhaust() ? "call.demand.working.area-exhaust" : "call.demand.working.area", {{"wanted", wanted}}));
        call.workings.push_back(say("call.demand.working.waves"));
    }

    /// What goes through the port while the piston is fastest, and the limit.
    static void demandWorkings(Call& call, const planning::Demand& d)
    {
        if (d.exhaust) {
            call.workings.push_back(say("call.demand.working.gas", {{"rpm", d.rpm},
                                                                    {"flow", d.exhaust(d.rpm)},
                                                                    {"pressure", d.room.pressure},
                                                                    {"temperature", d.room.temperature}}));
        } else {
            call.workings.push_back(
                say("call.demand.working.piston", {{"area", planning::pistonArea(d.drive)},
                                                   {"rpm", d.rpm},
                                                   {"speed", planning::peakPistonSpeed(d.drive, d.rpm)}}));
        }
        const Speed sound = planning::soundBefore(d);
        call.workings.push_back(
            say("call.demand.working.sound",
                {{"sound", sound}, {"mach", Number{d.limitingMach, 2}}, {"limit", Speed(sound * d.limitingMach)}}));
    }

    /// How a cylinder's exhaust flows against its intake.
    void sides()
    {
        const auto ratio = engine::exhaustToIntake(m_of.job, port(), m_of.flowsOf);
        const job::ShareRange& wanted = house().exhaustToIntake;
        if (!ratio || (ratio->share >= wanted.low && ratio->share <= wanted.high))
            return;
        const bool small = ratio->share < wanted.low;
        // It is the exhaust that is too small, or too big; at the intake it is told as a note.
        Call& call = add("exhaust-to-intake", isExhaust() ? Severity::Warning : Severity::Note);
        call.title =
            say(small ? "call.exhaust-to-intake.small" : "call.exhaust-to-intake.big",
                {{"ratio", Percent{ratio->share}}, {"low", Percent{wanted.low}}, {"high", Percent{wanted.high}}});
        call.text = say("call.exhaust-to-intake.text", {{"exhaust", ratio->exhaust}, {"intake", ratio->intake}});
        call.workings.push_back(say("call.exhaust-to-intake.working"));
    }

    /// Where and from which speed the port as a whole lets no more air pass: one answer for runner and valve.
    void chokes()
    {
        const auto own = job::findPort(m_of.job, port().id);
        const auto flows = own && analysis().demand ? m_of.flowsOf(*own) : Known<engine::PortFlows>{};
        if (!flows || !flows->chokesFrom)
            return;
        const RotationalSpeed top = flows->atTop().rpm;
        const bool inRange = *flows->chokesFrom <= top;
        // An exhaust that is still choked costs the piston work and leaves burned gas; the engine revs on.
        const Severity severity = isExhaust() ? Severity::Warning : Severity::Danger;
        Call& call = add("port-chokes", inRange ? severity : Severity::Note);
        const bool valve = flows->place >= port().stations.size();
        if (!valve)
            call.s = port().stations[flows->place].s;
        call.title =
            say(isExhaust() ? "call.port-chokes.title-exhaust" : "call.port-chokes.title",
                {{"place", valve ? say("place.the.valve") : m_of.place(flows->place)}, {"rpm", *flows->chokesFrom}});
        const Density density = air::density(analysis().demand->room);
        call.text = say(isExhaust() ? "call.port-chokes.exhaust"
                        : inRange   ? "call.port-chokes.in-range"
                                    : "call.port-chokes.beyond",
                        {{"flow", VolumeFlow::fromSi(flows->choking.si() / density.si())}, {"top", top}});
        call.workings.push_back(say(isExhaust() ? "call.port-chokes.working-exhaust" : "call.port-chokes.working"));
    }

    [[nodiscard]] bool missed(std::size_t station) const
    {
        return analysis().planned[station] && !analysis().planned[station]->met;
    }

    /// One call for each stretch of neighbouring stations.
    void beyondWalls()
    {
        for (std::size_t i = 0; i < analysis().planned.size(); ++i) {
            if (!missed(i))
                continue;
            const std::size_t from = i;
            std::size_t worst = i;
            for (; i < analysis().planned.size() && missed(i); ++i) {
                if (shortBy(i) > shortBy(worst))
                    worst = i;
            }
            tellBeyond(from, i - 1, worst);
        }
    }

    [[nodiscard]] Area shortBy(std::size_t i) const
    {
        const Area blocked = analysis::plannedBlockage(port().stations[i], analysis().fins[i]);
        return *analysis().plan[i] + blocked - analysis().planned[i]->area;
    }

    void tellBeyond(std::size_t from, std::size_t to, std::size_t worst)
    {
        const job::Station& station = port().stations[worst];
        const planning::PlannedSection& planned = *analysis().planned[worst];
        const bool typed = station.plan.any();
        Call& call = addAt("plan-reach", station.s, typed ? Severity::Warning : Severity::Note);
        if (!planned.atLimit.empty())
            call.sector = planned.atLimit.front();
        const Length fine = lengthFromMm(0.001);
        const bool areaMet = abs(shortBy(worst)) < fine * fine;
        call.title =
            say(areaMet ? "call.plan-reach.title.size" : "call.plan-reach.title.area", {{"place", m_of.place(worst)}});
        call.text = areaMet
                        ? say("call.plan-reach.drawn")
                        : say("call.plan-reach.nearest", {{"wished", *analysis().plan[worst]},
                                                          {"nearest", Area(*analysis().plan[worst] - shortBy(worst))}});
        if (to > from) {
            call.text += say("call.plan-reach.stretch",
                             {{"from", Position{port().stations[from].s}}, {"to", Position{port().stations[to].s}}});
        }
        const std::size_t sector = geometry::index(call.sector.value_or(geometry::Sector::Floor));
        const auto choice = static_cast<std::size_t>(analysis().walls[worst][sector].thinWall);
        call.text += say("call.plan-reach." + std::string(job::kThinWallKeys.at(choice)));
        call.workings.push_back(say("call.plan-reach.working"));
    }

    void plannedBulge()
    {
        // A plan that nobody has typed follows what is there, and that is told as it is.
        if (std::ranges::none_of(port().stations, [](const auto& s) { return s.plan.area.has_value(); }))
            return;
        for (const geometry::Finding& f : analysis().planFindings) {
            if (f.kind != geometry::FindingKind::SmallBigSmall)
                continue;
            const auto station = job::stationNear(port(), f.s);
            if (!station || station == analysis().places.bowl)
                continue;
            Call& call = addAt("plan-bulge", f.s, Severity::Danger);
            call.title = say("call.plan-bulge.title", {{"place", m_of.place(*station)}});
            call.text = f.text;
            call.text += say("call.plan-bulge.text");
            call.workings.push_back(say("call.small-big-small.working", {{"allowed", Percent{house().smallBigSmall}}}));
        }
    }

    void conflict(const std::string& key, const Phrase& text)
    {
        if (text.empty())
            return;
        Call& call = add(key, Severity::Warning);
        call.s = m_of.valveEnd();
        call.title = say("call." + key + ".title");
        call.text = text;
    }

    void valveEnd()
    {
        const plans::ValveEndPlan& end = m_of.end;
        conflict("plan-throat", end.throat.conflict);
        conflict("plan-short-side", end.turn.conflict);
        const auto fails = [](const planning::ValveCheckRow& r) { return r.holds() == false; };
        if (std::ranges::any_of(end.bigger, fails)) {
            Phrase text = say("call.plan-valve.text");
            if (end.largestValve)
                text += say("call.plan-valve.largest", {{"valve", *end.largestValve}});
            conflict("plan-valve", text);
        }
    }

    void twins()
    {
        for (const engine::BenchTwin& twin : engine::benchTwins(m_of.job, port(), m_of.flowsOf)) {
            const std::string& other = m_of.job.ports[twin.port].id;
            const bool much = std::abs(twin.engineDifference) >= engine::kDangerOnEngine;
            Call& call = add("twin:" + other, !twin.worse ? Severity::Note
                                              : much      ? Severity::Danger
                                                          : Severity::Warning);
            const Percent apart{std::abs(twin.engineDifference)};
            call.title =
                say(twin.worse ? "call.twin.title.less" : "call.twin.title.more", {{"other", other}, {"apart", apart}});
            call.text = say("call.twin.text", {{"bench", twin.bench},
                                               {"apartonbench", Percent{std::abs(twin.benchDifference)}},
                                               {"rpm", twin.rpm},
                                               {"poorer", poorer(twin).id},
                                               {"running", twin.running},
                                               {"apart", apart},
                                               {"place", fastestPlace(twin)}});
            call.workings.push_back(say("call.twin.working"));
        }
    }

    [[nodiscard]] const job::Port& poorer(const engine::BenchTwin& twin) const
    {
        return twin.worse ? port() : m_of.job.ports[twin.port];
    }
    [[nodiscard]] Phrase fastestPlace(const engine::BenchTwin& twin) const
    {
        if (twin.choke >= poorer(twin).stations.size())
            return say("place.the.valve");
        return twin.worse ? m_of.place(twin.choke)
                          : analysis::thePlace(analysis::measure(m_of.job, poorer(twin)), poorer(twin), twin.choke);
    }

    const CallInputs& m_of;
};

}  // namespace

void addShapeCalls(const CallInputs& of, std::vector<Call>& calls) { ShapeCaller(of, calls).all(); }

}  // namespace euryth::calls
