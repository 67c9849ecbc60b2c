// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/workspace.hpp"

#include <algorithm>
#include <chrono>
#include <utility>

#include "analysis/pins.hpp"
#include "app/language.hpp"
#include "units/format.hpp"

namespace euryth::app {

namespace {

constexpr std::chrono::milliseconds kBetweenParts(150);

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
    connect(&m_judging, &Background::changed, this, &Workspace::partHasArrived);
}

void Workspace::tell(void (Workspace::*what)())
{
    emit(this->*what)();
    emit refreshed();
}

const job::Port* Workspace::port() const { return m_port ? &job().ports[*m_port] : nullptr; }

void Workspace::setSpeedSource(analysis::SpeedSource source)
{
    if (m_judge.source() == source)
        return;
    m_judge.setSource(source);
    m_judging.reset();
    tell(&Workspace::judgementsChanged);
}

void Workspace::speedsHaveChanged()
{
    if (m_judge.source() == analysis::SpeedSource::Readings)
        return;
    m_judge.dropJudgements();
    m_judging.reset();
    tell(&Workspace::judgementsChanged);
}

/// After a failure nothing more will come until something changes: whoever shows a result then works it out himself.
bool Workspace::waits() const { return m_beside && m_judging.state() != Background::State::Failed; }

const analysis::PortAnalysis& Workspace::analysisNow(std::size_t port) const
{
    const auto* latest = waits() && !m_judge.hasAnalysis(port) ? m_judge.latestAnalysis(port) : nullptr;
    if (!latest)
        return analysisOf(port);
    standIn();
    return *latest;
}

const plans::ValveEndPlan& Workspace::valveEndNow(std::size_t port) const
{
    const auto* latest = waits() && !m_judge.hasValveEnd(port) ? m_judge.latestValveEnd(port) : nullptr;
    if (!latest)
        return valveEndOf(port);
    standIn();
    return *latest;
}

const Known<engine::PortFlows>& Workspace::flowsNow(std::size_t port) const
{
    if (!waits() || m_judge.hasFlows(port))
        return flowsOf(port);
    static const Known<engine::PortFlows> onItsWay{std::nullopt, say("missing.flows-on-their-way")};
    standIn();
    const auto* latest = m_judge.latestFlows(port);
    return latest ? *latest : onItsWay;
}

const analysis::PortAnalysis* Workspace::analysed() const
{
    if (!waits() || !m_port || m_judge.hasAnalysis(*m_port))
        return &analysis();
    standIn();
    return nullptr;
}

/// Something is shown, or waits, that will have to be looked at again.
void Workspace::standIn() const
{
    m_behind = true;
    askToJudge();
}

const std::vector<calls::Call>* Workspace::callsNow(std::size_t port) const
{
    if (!m_beside || m_judge.hasCalls(port))
        return &callsOf(port);
    askToJudge();
    return m_judge.latestCalls(port);
}

/// Once for all who ask in a moment, and after what is painted now.
void Workspace::askToJudge() const
{
    if (m_asked || m_judging.state() != Background::State::Idle)
        return;
    m_asked = true;
    QMetaObject::invokeMethod(
        const_cast<Workspace*>(this), [this] { judge(); }, Qt::QueuedConnection);
}

void Workspace::judge() const
{
    m_asked = false;
    if (m_judging.isWorking())
        return;
    const auto copy = std::make_shared<Judge>(m_judge.beside());
    std::vector<std::size_t> order;
    if (m_port)
        order.push_back(*m_port);  // what one looks at first
    for (std::size_t i = 0; i < copy->ports(); ++i)
        order.push_back(i);
    m_judging.start([this, copy, order](const std::stop_token& stop, const Background::Post& post) {
        auto handed = std::chrono::steady_clock::now();
        const auto hand = [&] {
            post([this, part = *copy] { m_judge.take(part); });
            copy->countAnew();
            handed = std::chrono::steady_clock::now();
        };
        for (const std::size_t port : order) {
            if (stop.stop_requested())
                return;
            if (copy->hasCalls(port) && copy->hasFlows(port))
                continue;
            const bool lookedAt = port == order.front();
            if (lookedAt && !copy->hasValveEnd(port)) {
                copy->valveEndOf(port);  // and with it the analysis, which others wait for
                hand();
            }
            if (stop.stop_requested())
                return;
            copy->callsOf(port);
            copy->flowsOf(port);  // which not all calls need, but whoever shows them waits for
            // Whatever arrives is painted: the other ports' in a few parts, not one by one.
            if (lookedAt || std::chrono::steady_clock::now() - handed > kBetweenParts)
                hand();
        }
        if (copy->work().calls + copy->work().flows > 0)
            hand();
    });
}

void Workspace::partHasArrived()
{
    emit judged();
    if (std::exchange(m_behind, false))
        tell(&Workspace::caughtUp);
}

void Workspace::finishJudging()
{
    judge();  // whether or not somebody has asked already
    m_judging.finish();
}

const analysis::PortAnalysis& Workspace::analysis() const
{
    static const analysis::PortAnalysis none;
    return m_port ? analysisOf(*m_port) : none;
}

const analysis::PortAnalysis& Workspace::analysisNow() const
{
    static const analysis::PortAnalysis none;
    return m_port ? analysisNow(*m_port) : none;
}

const analysis::ProbeResult* Workspace::probeResult() const
{
    return m_probe ? &analysisNow().probes.at(*m_probe) : nullptr;
}

void Workspace::jobHasChanged()
{
    m_judging.reset();
    if (std::exchange(m_judged, m_document.identity()) != m_document.identity())
        m_judge.forget();
    m_judge.follow(m_document.snapshot());
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
    for (const analysis::ProbeResult& probe : analysisNow().probes) {
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
    const auto station = analysisNow().probes[probe].station;
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
