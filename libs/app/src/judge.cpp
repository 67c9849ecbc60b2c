// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge.hpp"

#include <algorithm>
#include <map>
#include <string>

#include "analysis/valve_layout.hpp"

namespace euryth::app {

void Judge::follow(std::shared_ptr<const job::Job> job)
{
    m_results = keptOf(*m_job, *job);
    m_job = std::move(job);
}

/// What a change does not touch is kept: an edit of one port leaves the others as they are. Of the rest the last one is
/// still there to be shown.
std::vector<Judge::PortResults> Judge::keptOf(const job::Job& before, const job::Job& now) const
{
    std::vector<PortResults> kept(now.ports.size());
    const bool samePorts = std::ranges::equal(before.ports, now.ports, {}, &job::Port::id, &job::Port::id);
    bool sameFlows = samePorts;  // of all: calls look at the other ports' flows too
    for (std::size_t i = 0; i < std::min(kept.size(), m_results.size()); ++i) {
        const job::Port& was = before.ports[i];
        const job::Port& is = now.ports[i];
        const PortResults& results = m_results[i];
        if (samePorts)
            kept[i].calls = results.calls.outdated();
        if (samePorts && analysis::sameLists(was, is)) {
            kept[i].analysis = results.analysis.outdated();
            kept[i].end = results.end.outdated();
            kept[i].flows = results.flows.outdated();
        }
        if (engine::sameFlows(before, was, now, is))
            kept[i].flows = results.flows;
        else
            sameFlows = false;
        if (analysis::sameAnalysis(before, was, now, is)) {
            kept[i].analysis = results.analysis;
            kept[i].standIn = results.standIn;
            if (analysis::sameLayout(before, was, now, is))
                kept[i].end = results.end;
        }
    }
    // What was found in one port, or measured while it was cut, is a call on its neighbours too.
    const bool sameWork = samePorts && std::ranges::equal(before.ports, now.ports, [](const auto& p, const auto& q) {
                              return p.pins == q.pins && p.cutProgress == q.cutProgress && p.leakTests == q.leakTests &&
                                     p.promises == q.promises;
                          });
    for (std::size_t i = 0; sameFlows && sameWork && i < std::min(kept.size(), m_results.size()); ++i) {
        const bool same = kept[i].analysis.now && kept[i].end.now && before.castings == now.castings &&
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
        results.analysis = results.analysis.outdated();
        results.standIn.reset();
        results.end = results.end.outdated();
        results.calls = results.calls.outdated();
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
    auto& analysis = m_results.at(port).analysis.now;
    if (!analysis) {
        ++m_work.analyses;
        const job::Port& of = job().ports[port];
        analysis = std::make_shared<analysis::PortAnalysis>(analysis::analyse(job(), of, m_source, speedsOf(of)));
    }
    return *analysis;
}

const plans::ValveEndPlan& Judge::valveEndOf(std::size_t port)
{
    auto& end = m_results.at(port).end.now;
    if (!end)
        end = std::make_shared<plans::ValveEndPlan>(plans::planValveEnd(job(), job().ports[port], analysisOf(port)));
    return *end;
}

const Known<engine::PortFlows>& Judge::flowsOf(std::size_t port)
{
    auto& flows = m_results.at(port).flows.now;
    if (!flows) {
        ++m_work.flows;
        flows = std::make_shared<Known<engine::PortFlows>>(engine::portFlows(job(), job().ports[port]));
    }
    return *flows;
}

const Judge::Calls& Judge::callsOf(std::size_t port)
{
    auto& calls = m_results.at(port).calls.now;
    if (!calls) {
        ++m_work.calls;
        const auto& end = valveEndOf(port);
        calls = std::make_shared<Calls>(calls::callsFor(
            job(), job().ports[port], analysisOf(port), [this](std::size_t other) { return flowsOf(other); }, &end));
    }
    return *calls;
}

const analysis::PortAnalysis* Judge::latestAnalysis(std::size_t port)
{
    PortResults& results = m_results.at(port);
    if (results.analysis.now)
        return results.analysis.now.get();
    if (!results.analysis.before)
        return nullptr;
    if (!results.standIn) {
        results.standIn = std::make_shared<analysis::PortAnalysis>(
            analysis::measuredAnew(job(), job().ports[port], *results.analysis.before));
    }
    return results.standIn.get();
}

const plans::ValveEndPlan* Judge::latestValveEnd(std::size_t port) const
{
    return m_results.at(port).end.latest().get();
}

const Known<engine::PortFlows>* Judge::latestFlows(std::size_t port) const
{
    return m_results.at(port).flows.latest().get();
}

const Judge::Calls* Judge::latestCalls(std::size_t port) const { return m_results.at(port).calls.latest().get(); }

void Judge::take(const Judge& other)
{
    if (other.m_job != m_job || other.m_source != m_source)
        return;
    const auto fill = [](auto& mine, const auto& theirs) {
        if (!mine.now)
            mine.now = theirs.now;
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

Judge Judge::beside() const
{
    Judge copy = *this;
    copy.countAnew();
    if (m_source == analysis::SpeedSource::Readings)
        return copy;
    std::map<std::string, Known<analysis::ComputedSpeeds>> speeds;
    for (std::size_t i = 0; i < m_results.size(); ++i) {
        if (!hasAnalysis(i))
            speeds.emplace(job().ports[i].id, speedsOf(job().ports[i]));
    }
    copy.m_speedsOf = [speeds = std::move(speeds)](const job::Port& port, const auto&, auto) {
        return speeds.at(port.id);
    };
    return copy;
}

}  // namespace euryth::app
