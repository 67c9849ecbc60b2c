// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge.hpp"

#include <algorithm>

#include "analysis/valve_layout.hpp"

namespace euryth::app {

void Judge::follow(std::shared_ptr<const job::Job> job)
{
    m_results = keptOf(*m_job, *job);
    m_job = std::move(job);
}

/// What a change does not touch is kept: an edit of one port leaves the others as they are.
std::vector<Judge::PortResults> Judge::keptOf(const job::Job& before, const job::Job& now) const
{
    std::vector<PortResults> kept(now.ports.size());
    const bool samePorts = std::ranges::equal(before.ports, now.ports, {}, &job::Port::id, &job::Port::id);
    bool sameFlows = samePorts;  // of all: calls look at the other ports' flows too
    for (std::size_t i = 0; i < std::min(kept.size(), m_results.size()); ++i) {
        const job::Port& was = before.ports[i];
        const job::Port& is = now.ports[i];
        if (samePorts)
            kept[i].callsBefore = m_results[i].calls ? m_results[i].calls : m_results[i].callsBefore;
        if (engine::sameFlows(before, was, now, is))
            kept[i].flows = m_results[i].flows;
        else
            sameFlows = false;
        if (analysis::sameAnalysis(before, was, now, is)) {
            kept[i].analysis = m_results[i].analysis;
            if (analysis::sameLayout(before, was, now, is))
                kept[i].end = m_results[i].end;
        }
    }
    // What was found in one port, or measured while it was cut, is a call on its neighbours too.
    const bool sameWork = samePorts && std::ranges::equal(before.ports, now.ports, [](const auto& p, const auto& q) {
                              return p.pins == q.pins && p.cutProgress == q.cutProgress && p.leakTests == q.leakTests &&
                                     p.promises == q.promises;
                          });
    for (std::size_t i = 0; sameFlows && sameWork && i < std::min(kept.size(), m_results.size()); ++i) {
        const bool same = kept[i].analysis && kept[i].end && before.castings == now.castings &&
                          before.ports[i].accepted == now.ports[i].accepted;
        if (same)
            kept[i].calls = m_results[i].calls;
    }
    return kept;
}

void Judge::setSource(analysis::SpeedSource source)
{
    m_source = source;
    dropJudgements();
}

void Judge::dropJudgements()
{
    for (PortResults& results : m_results) {
        results.analysis.reset();
        results.end.reset();
        if (results.calls)
            results.callsBefore = std::move(results.calls);
        results.calls.reset();
    }
}

Known<analysis::ComputedSpeeds> Judge::speedsOf(const job::Port& port) const
{
    if (m_source == analysis::SpeedSource::Readings)
        return {};
    if (!m_speedsOf)
        return {std::nullopt, say("missing.computed-field")};
    return m_speedsOf(port, analysis::measure(job(), port), m_source);
}

const analysis::PortAnalysis& Judge::analysisOf(std::size_t port)
{
    auto& results = m_results.at(port);
    if (!results.analysis) {
        ++m_work.analyses;
        const job::Port& of = job().ports[port];
        results.analysis =
            std::make_shared<analysis::PortAnalysis>(analysis::analyse(job(), of, m_source, speedsOf(of)));
    }
    return *results.analysis;
}

const plans::ValveEndPlan& Judge::valveEndOf(std::size_t port)
{
    auto& results = m_results.at(port);
    if (!results.end)
        results.end =
            std::make_shared<plans::ValveEndPlan>(plans::planValveEnd(job(), job().ports[port], analysisOf(port)));
    return *results.end;
}

const Known<engine::PortFlows>& Judge::flowsOf(std::size_t port)
{
    auto& results = m_results.at(port);
    if (!results.flows) {
        ++m_work.flows;
        results.flows = std::make_shared<Known<engine::PortFlows>>(engine::portFlows(job(), job().ports[port]));
    }
    return *results.flows;
}

const Judge::Calls& Judge::callsOf(std::size_t port)
{
    if (!m_results.at(port).calls) {
        ++m_work.calls;
        const auto& end = valveEndOf(port);
        m_results[port].calls = std::make_shared<Calls>(calls::callsFor(
            job(), job().ports[port], analysisOf(port), [this](std::size_t other) { return flowsOf(other); }, &end));
    }
    return *m_results[port].calls;
}

const Judge::Calls* Judge::latestCalls(std::size_t port) const
{
    const PortResults& results = m_results.at(port);
    return results.calls ? results.calls.get() : results.callsBefore.get();
}

void Judge::take(const Judge& other)
{
    if (other.m_job != m_job || other.m_source != m_source)
        return;
    const auto fill = [](auto& mine, const auto& theirs) {
        if (!mine)
            mine = theirs;
    };
    for (std::size_t i = 0; i < m_results.size(); ++i) {
        fill(m_results[i].analysis, other.m_results[i].analysis);
        fill(m_results[i].end, other.m_results[i].end);
        fill(m_results[i].flows, other.m_results[i].flows);
        fill(m_results[i].calls, other.m_results[i].calls);
    }
    m_work.analyses += other.m_work.analyses;
    m_work.calls += other.m_work.calls;
    m_work.flows += other.m_work.flows;
}

Judge Judge::beside()
{
    if (m_source != analysis::SpeedSource::Readings) {
        for (std::size_t i = 0; i < m_results.size(); ++i)
            analysisOf(i);
    }
    Judge copy = *this;
    copy.m_speedsOf = nullptr;
    copy.m_work = {};
    return copy;
}

}  // namespace euryth::app
