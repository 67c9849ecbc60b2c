// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/workspace.hpp"

#include <algorithm>

#include "analysis/pins.hpp"
#include "analysis/valve_layout.hpp"
#include "app/language.hpp"
#include "units/format.hpp"

namespace euryth::app {

namespace {

/// `index` brought into a list of `count`, or nothing when the list is empty.
std::optional<std::size_t> within(std::optional<std::size_t> index, std::size_t count)
{
    if (count == 0)
        return std::nullopt;
    return std::min(index.value_or(0), count - 1);
}

std::size_t stepped(std::size_t index, int by, std::size_t count)
{
    const auto target = static_cast<long>(index) + by;
    return static_cast<std::size_t>(std::clamp(target, 0L, static_cast<long>(count) - 1));
}

}  // namespace

Workspace::Workspace(QObject* parent) : QObject(parent)
{
    m_units.catalogue = &language();
    connect(&m_document, &Document::changed, this, &Workspace::jobHasChanged);
}

void Workspace::tell(void (Workspace::*what)())
{
    emit(this->*what)();
    emit refreshed();
}

const job::Port* Workspace::port() const { return m_port ? &job().ports[*m_port] : nullptr; }

const analysis::PortAnalysis& Workspace::analysisOf(std::size_t port) const
{
    auto& results = m_results.at(port);
    if (!results.analysis) {
        ++m_work.analyses;
        results.analysis = analysis::analyse(job(), job().ports[port], m_speedSource, speedsOf(job().ports[port]));
    }
    return *results.analysis;
}

Known<analysis::ComputedSpeeds> Workspace::speedsOf(const job::Port& port) const
{
    if (m_speedSource == analysis::SpeedSource::Readings)
        return {};
    if (!m_speedsOf)
        return {std::nullopt, say("missing.computed-field")};
    return m_speedsOf(port, analysis::measure(job(), port), m_speedSource);
}

void Workspace::setSpeedSource(analysis::SpeedSource source)
{
    if (m_speedSource == source)
        return;
    m_speedSource = source;
    dropJudgements();
}

void Workspace::speedsHaveChanged()
{
    if (m_speedSource != analysis::SpeedSource::Readings)
        dropJudgements();
}

void Workspace::dropJudgements()
{
    for (PortResults& results : m_results) {
        results.analysis.reset();
        results.end.reset();
        results.calls.reset();
    }
    tell(&Workspace::judgementsChanged);
}

const std::vector<calls::Call>& Workspace::callsOf(std::size_t port) const
{
    auto& results = m_results.at(port);
    if (!results.calls) {
        ++m_work.calls;
        results.calls = calls::callsFor(
            job(), job().ports[port], analysisOf(port), [this](std::size_t other) { return flowsOf(other); },
            &valveEndOf(port));
    }
    return *results.calls;
}

const plans::ValveEndPlan& Workspace::valveEndOf(std::size_t port) const
{
    auto& results = m_results.at(port);
    if (!results.end)
        results.end = plans::planValveEnd(job(), job().ports[port], analysisOf(port));
    return *results.end;
}

const Known<engine::PortFlows>& Workspace::flowsOf(std::size_t port) const
{
    auto& results = m_results.at(port);
    if (!results.flows) {
        ++m_work.flows;
        results.flows = engine::portFlows(job(), job().ports[port]);
    }
    return *results.flows;
}

const analysis::PortAnalysis& Workspace::analysis() const
{
    static const analysis::PortAnalysis none;
    return m_port ? analysisOf(*m_port) : none;
}

const analysis::ProbeResult* Workspace::probeResult() const
{
    return m_probe ? &analysis().probes.at(*m_probe) : nullptr;
}

/// What a change does not touch is kept: an edit of one port leaves the others as they are.
std::vector<Workspace::PortResults> Workspace::keptResults()
{
    std::vector<PortResults> kept(job().ports.size());
    if (!m_resultsOf)
        return kept;
    const job::Job& before = *m_resultsOf;
    const bool samePorts = std::ranges::equal(before.ports, job().ports, {}, &job::Port::id, &job::Port::id);
    bool sameFlows = samePorts;  // of all: calls look at the other ports' flows too
    for (std::size_t i = 0; i < std::min(kept.size(), m_results.size()); ++i) {
        const job::Port& was = before.ports[i];
        const job::Port& is = job().ports[i];
        if (engine::sameFlows(before, was, job(), is))
            kept[i].flows = std::move(m_results[i].flows);
        else
            sameFlows = false;
        if (analysis::sameAnalysis(before, was, job(), is)) {
            kept[i].analysis = std::move(m_results[i].analysis);
            if (analysis::sameLayout(before, was, job(), is))
                kept[i].end = std::move(m_results[i].end);
        }
    }
    // What was found in one port, or measured while it was cut, is a call on its neighbours too.
    const bool sameWork = samePorts && std::ranges::equal(before.ports, job().ports, [](const auto& p, const auto& q) {
                              return p.pins == q.pins && p.cutProgress == q.cutProgress && p.leakTests == q.leakTests &&
                                     p.promises == q.promises;
                          });
    for (std::size_t i = 0; sameFlows && sameWork && i < kept.size(); ++i) {
        const bool same = kept[i].analysis && kept[i].end && before.castings == job().castings &&
                          before.ports[i].accepted == job().ports[i].accepted;
        if (same)
            kept[i].calls = std::move(m_results[i].calls);
    }
    return kept;
}

void Workspace::jobHasChanged()
{
    m_results = keptResults();
    m_resultsOf = m_document.snapshot();
    keepSelectionValid();
    tell(&Workspace::jobChanged);
}

void Workspace::keepSelectionValid()
{
    m_port = within(m_port, job().ports.size());
    const job::Port* chosen = port();
    m_station = within(m_station, chosen ? chosen->stations.size() : 0);
    m_probe = within(m_probe, chosen ? chosen->probes.size() : 0);
    m_point = within(m_point, m_probe ? chosen->probes[*m_probe].readings.size() : 0);
    m_pin = within(m_pin, chosen ? chosen->pins.size() : 0);
}

void Workspace::choosePort(std::size_t port)
{
    if (port >= job().ports.size() || m_port == port)
        return;
    m_port = port;
    keepSelectionValid();
    tell(&Workspace::selectionChanged);
}

void Workspace::chooseStation(std::size_t station) { chooseWall(station, m_sector); }

void Workspace::chooseWall(std::size_t station, std::optional<geometry::Sector> sector)
{
    if (!port() || station >= port()->stations.size() || (m_station == station && m_sector == sector))
        return;
    m_station = station;
    m_sector = sector;
    for (const analysis::ProbeResult& probe : analysis().probes) {
        if (probe.station == station)
            m_probe = probe.index;
    }
    keepSelectionValid();
    tell(&Workspace::selectionChanged);
}

void Workspace::stepStation(int by)
{
    if (m_station)
        chooseStation(stepped(*m_station, by, port()->stations.size()));
}

void Workspace::stepPort(int by)
{
    if (m_port)
        choosePort(stepped(*m_port, by, job().ports.size()));
}

void Workspace::chooseProbe(std::size_t probe)
{
    if (!port() || probe >= port()->probes.size())
        return;
    const auto station = analysis().probes[probe].station;
    if (m_probe == probe && (!station || m_station == station))
        return;
    m_probe = probe;
    if (station)
        m_station = station;
    keepSelectionValid();
    tell(&Workspace::selectionChanged);
}

void Workspace::choosePoint(std::size_t point)
{
    if (!m_probe || point >= port()->probes[*m_probe].readings.size() || m_point == point)
        return;
    m_point = point;
    tell(&Workspace::selectionChanged);
}

void Workspace::choosePin(std::size_t pin)
{
    if (!port() || pin >= port()->pins.size())
        return;
    const auto stations = analysis::stationsAt(*port(), port()->pins[pin]);
    if (m_pin == pin && (stations.empty() || m_station == stations.front()))
        return;
    m_pin = pin;
    if (!stations.empty())
        m_station = stations.front();
    keepSelectionValid();
    tell(&Workspace::selectionChanged);
}

void Workspace::chooseSector(std::optional<geometry::Sector> sector)
{
    if (m_sector == sector)
        return;
    m_sector = sector;
    tell(&Workspace::selectionChanged);
}

void Workspace::setStage(Stage stage)
{
    if (m_stage == stage)
        return;
    m_stage = stage;
    tell(&Workspace::stageChanged);
}

void Workspace::setUnits(const units::DisplayUnits& units)
{
    if (m_units == units)
        return;
    m_units = units;
    tell(&Workspace::unitsChanged);
}

void Workspace::goTo(const calls::Call& call)
{
    setStage(call.stage);
    if (call.probe)
        chooseProbe(*call.probe);
    if (call.point)
        choosePoint(*call.point);
    if (call.s && port()) {
        if (const auto at = job::stationNear(*port(), *call.s))
            chooseStation(*at);
    }
}

QString Workspace::text(const std::vector<Phrase>& phrases) const
{
    QStringList texts;
    for (const Phrase& phrase : phrases)
        texts << text(phrase);
    return texts.join(QStringLiteral(", "));
}

QString Workspace::text(const Phrase& phrase) const { return QString::fromStdString(units::render(phrase, m_units)); }

QString Workspace::text(units::Kind kind, double si) const
{
    return QString::fromStdString(units::formatWithUnit(kind, si, m_units));
}

QString Workspace::symbol(units::Kind kind) const { return QString::fromStdString(units::symbol(kind, m_units)); }

QString Workspace::number(units::Kind kind, std::optional<double> si) const
{
    return si ? QString::fromStdString(units::formatNumber(kind, *si, m_units))
              : QString::fromUtf8(units::kUnknownText);
}

}  // namespace euryth::app
