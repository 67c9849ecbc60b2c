// SPDX-License-Identifier: GPL-3.0-or-later
#include "plan_calls.hpp"

#include <algorithm>
#include <cmath>

#include "engine/engine_run.hpp"
#include "plans/valve_plan.hpp"

namespace euryth::calls {

namespace {

class PlanCaller {
public:
    PlanCaller(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
               const engine::FlowsOf& flowsOf, std::vector<Call>& calls)
        : m_job(job),
          m_port(port),
          m_analysis(analysis),
          m_flowsOf(flowsOf),
          m_calls(calls)
    {
    }

    void all()
    {
        beyondWalls();
        plannedBulge();
        valveEnd();
        twins();
    }

private:
    Call& add(std::string key, Severity severity)
    {
        Call& call = m_calls.emplace_back();
        call.key = std::move(key);
        call.severity = severity;
        call.stage = Stage::Shape;
        return call;
    }

    [[nodiscard]] std::string place(std::size_t station) const
    {
        const std::string name = analysis::stationName(m_analysis, m_port, station);
        return name.empty() ? "station " + std::to_string(station + 1) : "the " + name;
    }

    [[nodiscard]] bool missed(std::size_t station) const
    {
        return m_analysis.planned[station] && !m_analysis.planned[station]->met;
    }

    /// One call for each stretch of neighbouring stations.
    void beyondWalls()
    {
        for (std::size_t i = 0; i < m_analysis.planned.size(); ++i) {
            if (!missed(i))
                continue;
            const std::size_t from = i;
            std::size_t worst = i;
            for (; i < m_analysis.planned.size() && missed(i); ++i) {
                if (shortBy(i) > shortBy(worst))
                    worst = i;
            }
            tellBeyond(from, i - 1, worst);
        }
    }

    [[nodiscard]] Area shortBy(std::size_t i) const
    {
        const Area blocked = job::area(m_port.stations[i].section) - job::netArea(m_port.stations[i]);
        return *m_analysis.plan[i] + blocked - m_analysis.planned[i]->area;
    }

    void tellBeyond(std::size_t from, std::size_t to, std::size_t worst)
    {
        const job::Station& station = m_port.stations[worst];
        const planning::PlannedSection& planned = *m_analysis.planned[worst];
        const bool typed = station.planArea || station.planWidth || station.planHeight;
        Call& call = add("plan-reach:" + std::to_string(std::lround(inMm(station.s))),
                         typed ? Severity::Warning : Severity::Note);
        call.s = station.s;
        if (!planned.atLimit.empty())
            call.sector = planned.atLimit.front();
        const Area nearest = *m_analysis.plan[worst] - shortBy(worst);
        const Length fine = lengthFromMm(0.001);
        const bool areaMet = abs(shortBy(worst)) < fine * fine;
        call.title << (areaMet ? "The wished width or height does not fit at " : "The walls do not give the plan at ")
                   << place(worst);
        if (areaMet)
            call.text << "The nearest that works is drawn in Sections. ";
        else
            call.text << "Wished " << *m_analysis.plan[worst] << ", the nearest that works is " << nearest << ". ";
        if (to > from) {
            call.text << "The same from " << Position{m_port.stations[from].s} << " to "
                      << Position{m_port.stations[to].s} << ". ";
        }
        switch (m_job.house.thinWall) {
        case job::ThinWall::Leave: call.text << "The house leaves thin walls as they are."; break;
        case job::ThinWall::Fill:
            call.text << "The house fills from behind where it can be reached and trusted; measure again after it.";
            break;
        case job::ThinWall::Weld:
            call.text << "The house has metal welded on first, by a qualified shop, where the far side can be "
                         "reached; pressure-test after it.";
            break;
        }
        call.workings.push_back(
            Phrase("each wall may lose its thickness less reserve and gauge error, at most the house's greatest cut; "
                   "unmeasured walls give nothing"));
    }

    void plannedBulge()
    {
        // A plan that nobody has typed follows what is there, and that is told as it is.
        if (std::ranges::none_of(m_port.stations, [](const auto& s) { return s.planArea.has_value(); }))
            return;
        for (const geometry::Finding& f : m_analysis.planFindings) {
            if (f.kind != geometry::FindingKind::SmallBigSmall)
                continue;
            const auto station = job::stationNear(m_port, f.s);
            if (!station || station == m_analysis.places.bowl)
                continue;
            Call& call = add("plan-bulge:" + std::to_string(std::lround(inMm(f.s))), Severity::Danger);
            call.s = f.s;
            call.title << "The plan goes small, big, small at " << place(*station);
            call.text << f.text << " That costs speed and only adds heat. Plan less here, or more on the small sides.";
            call.workings.push_back(Phrase()
                                    << "excess = widest / larger of the smallest areas on both sides - 1; the house "
                                       "allows "
                                    << Percent{m_job.house.smallBigSmall});
        }
    }

    void conflict(const std::string& key, const char* title, const Phrase& text)
    {
        if (text.empty())
            return;
        Call& call = add(key, Severity::Warning);
        if (!m_port.stations.empty())
            call.s = m_port.stations.back().s;
        call.title << title;
        call.text << text;
    }

    void valveEnd()
    {
        const plans::ValveEndPlan end = plans::planValveEnd(m_job, m_port, m_analysis);
        conflict("plan-throat", "The planned throat and the seat's cuts do not go together", end.throat.conflict);
        conflict("plan-short-side", "The planned short side does not fit", end.turn.conflict);
        const auto fails = [](const planning::ValveCheckRow& r) { return r.holds() == false; };
        if (std::ranges::any_of(end.bigger, fails)) {
            Phrase text;
            text << "At one place or more there would be too little metal left.";
            if (end.largestValve)
                text << " The largest that holds at every measured place is " << *end.largestValve << ".";
            conflict("plan-valve", "The bigger valve does not fit", text);
        }
    }

    void twins()
    {
        for (const engine::BenchTwin& twin : engine::benchTwins(m_job, m_port, m_flowsOf)) {
            const std::string& other = m_job.ports[twin.port].id;
            const std::string& poorer = twin.worse ? m_port.id : other;
            const bool much = std::abs(twin.engineDifference) >= engine::kDangerOnEngine;
            Call& call = add("twin:" + other, !twin.worse ? Severity::Note
                                              : much      ? Severity::Danger
                                                          : Severity::Warning);
            call.title << "Same as " << other << " on the bench, " << Percent{std::abs(twin.engineDifference)}
                       << (twin.worse ? " less" : " more") << " on the engine";
            call.text << "At " << twin.bench << " on the bench they differ by "
                      << Percent{std::abs(twin.benchDifference)} << ". At " << twin.rpm << " the cylinder behind "
                      << poorer << " pulls up to " << twin.running << ", and it gets "
                      << Percent{std::abs(twin.engineDifference)} << " less air; the air is fastest "
                      << (atValve(twin) ? "at its valve" : "at " + chokePlace(twin)) << ".";
            call.workings.push_back(
                Phrase("filling of the cylinder at the engine's top speed through runner and valve in series, "
                       "compressible, solved at each crank angle; no wave action"));
        }
    }

    [[nodiscard]] const job::Port& poorer(const engine::BenchTwin& twin) const
    {
        return twin.worse ? m_port : m_job.ports[twin.port];
    }
    [[nodiscard]] bool atValve(const engine::BenchTwin& twin) const
    {
        return twin.choke >= poorer(twin).stations.size();
    }
    [[nodiscard]] std::string chokePlace(const engine::BenchTwin& twin) const
    {
        if (twin.worse)
            return place(twin.choke);
        const analysis::PortAnalysis other = analysis::measure(m_job, poorer(twin));
        const std::string name = analysis::stationName(other, poorer(twin), twin.choke);
        return name.empty() ? "its station " + std::to_string(twin.choke + 1) : "its " + name;
    }

    const job::Job& m_job;
    const job::Port& m_port;
    const analysis::PortAnalysis& m_analysis;
    const engine::FlowsOf& m_flowsOf;
    std::vector<Call>& m_calls;
};

}  // namespace

void addPlanCalls(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                  const engine::FlowsOf& flowsOf, std::vector<Call>& calls)
{
    PlanCaller(job, port, analysis, flowsOf, calls).all();
}

}  // namespace euryth::calls
