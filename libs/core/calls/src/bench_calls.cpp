// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include "analysis/bench_checks.hpp"
#include "analysis/judged_speeds.hpp"
#include "analysis/test_conditions.hpp"
#include "call_list.hpp"

namespace euryth::calls {

namespace {

constexpr double kLeaks = 0.01;       // of a flow that was read on the bench (common practice, no source)
constexpr double kFactorOff = 0.005;  // typed against that of the plates, where their range is narrower

class BenchCaller : CallList {
public:
    BenchCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Probe), m_of(of) {}

    void all()
    {
        compared();
        const job::BenchRecord* bench = job::benchNamed(m_of.job, m_of.job.bench.id);
        if (!bench)
            return;
        factor(*bench);
        leak(*bench);
    }

private:
    /// Sets that stand beside each other in the judgement, against the first of them.
    void compared()
    {
        if (m_of.analysis.speedSource != analysis::SpeedSource::Readings)
            return;
        const auto sets = analysis::comparableSets(m_of.port, m_of.analysis);
        for (std::size_t k = 1; k < sets.size(); ++k) {
            const job::ProbeSet& first = m_of.port.probes[m_of.analysis.probes[sets.front()].index];
            const job::ProbeSet& other = m_of.port.probes[m_of.analysis.probes[sets[k]].index];
            const auto why = analysis::whyNotCompared(analysis::conditionsOf(first), analysis::conditionsOf(other));
            if (why.empty())
                continue;
            Call& call = add("conditions:" + other.id, Severity::Warning);
            call.probe = m_of.analysis.probes[sets[k]].index;
            call.s = m_of.port.stations[*m_of.analysis.probes[sets[k]].station].s;
            call.title = say("call.conditions.title", {{"first", first.id}, {"second", other.id}});
            call.text = say("call.conditions.text", {{"why", say("list", {{"items", why}})}});
        }
    }

    void factor(const job::BenchRecord& bench)
    {
        const auto byPlates = analysis::factorByPlates(bench, analysis::roomAir(m_of.job.bench));
        if (!byPlates)
            return;
        const bool intake = m_of.port.side == job::Side::Intake;
        const auto& typed = intake ? bench.factorIntake : bench.factorExhaust;
        const double known = typed.value_or(1.0);
        if (std::abs(byPlates->factor / known - 1.0) <= std::max(kFactorOff, byPlates->uncertainty.value_or(0.0)))
            return;
        Call& call = add("bench-factor:" + bench.id, Severity::Warning);
        call.title = say("call.bench-factor.title", {{"bench", bench.id}, {"factor", Number{byPlates->factor, 3}}});
        call.text = say(typed ? "call.bench-factor.text.typed" : "call.bench-factor.text.none",
                        {{"plates", count(byPlates->plates)}, {"typed", Number{known, 3}}});
    }

    void leak(const job::BenchRecord& bench)
    {
        std::optional<VolumeFlow> least;
        for (const job::ProbeSet& set : m_of.port.probes) {
            if (set.bench == bench.id && set.benchFlow && (!least || *set.benchFlow < *least))
                least = set.benchFlow;
        }
        const auto share = least ? analysis::leakShare(bench, *least) : std::nullopt;
        if (!share || *share < kLeaks)
            return;
        Call& call = add("bench-leak:" + bench.id, Severity::Warning);
        call.title = say("call.bench-leak.title", {{"bench", bench.id}});
        call.text = say("call.bench-leak.text", {{"share", Percent{*share}}, {"flow", *least}});
    }

    const CallInputs& m_of;
};

}  // namespace

void addBenchCalls(const CallInputs& of, std::vector<Call>& calls) { BenchCaller(of, calls).all(); }

}  // namespace euryth::calls
