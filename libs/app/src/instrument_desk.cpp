// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/instrument_desk.hpp"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <numeric>
#include <utility>

#include <QCoreApplication>
#include <QStringList>

#include "app/background.hpp"
#include "app/language.hpp"
#include "files/job_file.hpp"
#include "instrument_table.hpp"
#include "tasks/flow_take.hpp"
#include "tasks/probe_set.hpp"
#include "tasks/rounds.hpp"

namespace euryth::app {

using devices::Channel;
using devices::SetTaker;

InstrumentDesk::InstrumentDesk(Workspace& workspace, Clock clock, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_clock(std::move(clock))
{
}

InstrumentDesk::~InstrumentDesk() { m_thread = {}; }

bool InstrumentDesk::isReady() const
{
    return isOn() && m_view.connected && m_view.state == devices::Instrument::State::Ready;
}

void InstrumentDesk::connectTo(const QString& address)
{
    disconnect();
    m_address = address;
    m_thread = std::jthread([this, connection = ++m_connection](const std::stop_token& stop) {
        guarded(
            [&] {
                run(stop, connection);
                return true;
            },
            [](const std::string&) { return false; });
    });
    emit changed();
}

void InstrumentDesk::disconnect()
{
    m_thread = {};  // asks it to stop, and waits
    m_wishes.clear();
    m_view = {};
    m_taking.reset();
    emit changed();
}

void InstrumentDesk::wish(std::function<void(Table&)> what)
{
    const std::lock_guard lock(m_mutex);
    m_wishes.push_back(std::move(what));
}

void InstrumentDesk::run(const std::stop_token& stop, int connection)
{
    using SteadyClock = std::chrono::steady_clock;
    const auto start = SteadyClock::now();
    auto shown = start;
    constexpr std::chrono::milliseconds often(100);
    Table table(m_address);
    const auto post = [&](std::function<void()> look) {
        QMetaObject::invokeMethod(
            this,
            [this, connection, look = std::move(look)] {
                if (!isOn() || connection != m_connection)
                    return;
                look();
                emit changed();
            },
            Qt::QueuedConnection);
    };
    while (!stop.stop_requested()) {
        std::vector<std::function<void(Table&)>> wishes;
        {
            const std::lock_guard lock(m_mutex);
            wishes.swap(m_wishes);
        }
        for (const auto& what : wishes)
            what(table);
        const double now = std::chrono::duration<double>(SteadyClock::now() - start).count();
        table.turn(now);
        for (const auto& [channel, si] : table.takePressed())
            post([this, channel = channel, si = si] { emit valueTaken(channel, si); });
        for (; table.taker && table.told < table.taker->taken().size(); ++table.told) {
            post([this, set = table.set, point = table.told, taker = *table.taker,
                  name = tasks::nameOf(table.instrument())] {
                if (set == m_set)
                    keepPoint(taker, point, name);
            });
        }
        if (table.taker && table.taker->phase() == SetTaker::Phase::Done) {
            post([this, set = table.set, taker = *table.taker] {
                if (set == m_set)
                    finishSet(taker);
            });
            table.taker.reset();
        }
        if (SteadyClock::now() - shown < often)
            continue;
        shown = SteadyClock::now();
        post([this, set = table.set, view = table.view(now)] { show(view, set); });
    }
}

void InstrumentDesk::show(InstrumentView view, int set)
{
    if (set != m_set || !m_taking) {
        view.phase = m_view.phase;
        view.point = m_view.point;
        view.points = m_view.points;
    }
    m_view = std::move(view);
}

QString InstrumentDesk::refusal() const
{
    if (!isOn() || m_view.state != devices::Instrument::State::Ready)
        return tr("connect an instrument first");
    if (!m_view.latest.contains(Channel::Impact) && !m_view.movesTip)
        return tr("this instrument has no pitot");
    return {};
}

QString InstrumentDesk::takeSet(std::optional<Length> lift, const std::vector<probing::GridPoint>& grid)
{
    if (const QString no = refusal(); !no.isEmpty())
        return no;
    const auto station = m_workspace.station();
    if (!station)
        return tr("choose a station first");
    const std::size_t index = *m_workspace.portIndex();
    const job::Port& port = *m_workspace.port();
    auto set = tasks::emptySet(m_workspace.job(), port, port.stations[*station].s,
                               grid.empty() ? tasks::gridOf(port.probePlan) : grid);
    set.when = now();
    set.lift = lift;
    Taking taking;
    taking.port = port.id;
    taking.set = set.id;
    taking.whole = true;
    taking.group = m_workspace.document().newGroup();
    taking.readings.resize(set.readings.size());
    std::iota(taking.readings.begin(), taking.readings.end(), 0);
    const std::size_t place = port.probes.size();
    const QString refused = m_workspace.document().edit(
        tr("Take probe set"), [&](job::Job& j) { j.ports[index].probes.push_back(set); }, taking.group);
    if (!refused.isEmpty())
        return refused;
    m_workspace.chooseProbe(place);
    return begin(std::move(taking), lift);
}

QString InstrumentDesk::goOn()
{
    if (const QString no = refusal(); !no.isEmpty())
        return no;
    const auto probe = m_workspace.probe();
    if (!probe)
        return tr("choose a set first");
    const job::ProbeSet& set = m_workspace.port()->probes[*probe];
    if (!set.stationS)
        return tr("this set has no station");
    Taking taking;
    taking.port = m_workspace.port()->id;
    taking.set = set.id;
    taking.group = m_workspace.document().newGroup();
    for (std::size_t i = 0; i < set.readings.size(); ++i) {
        if (!set.readings[i].isRead())
            taking.readings.push_back(i);
    }
    if (taking.readings.empty())
        return tr("all points of this set are read");
    return begin(std::move(taking), set.lift);
}

QString InstrumentDesk::retake(std::size_t point)
{
    if (const QString no = refusal(); !no.isEmpty())
        return no;
    const auto probe = m_workspace.probe();
    if (!probe || point >= m_workspace.port()->probes[*probe].readings.size())
        return tr("choose a point first");
    Taking taking;
    taking.port = m_workspace.port()->id;
    taking.set = m_workspace.port()->probes[*probe].id;
    taking.group = m_workspace.document().newGroup();
    taking.readings = {point};
    return begin(std::move(taking), m_workspace.port()->probes[*probe].lift);
}

QString InstrumentDesk::begin(Taking taking, std::optional<Length> lift)
{
    const auto place = placeOf(taking);
    if (!place)
        return tr("choose a set first");
    const job::ProbeSet& set = m_workspace.job().ports[place->first].probes[place->second];
    std::vector<devices::Goal> goals;
    for (const std::size_t i : taking.readings)
        goals.push_back({inMm(set.stationS.value_or(Length{})), set.readings[i].u, set.readings[i].v});
    start(std::move(taking), std::move(goals), lift);
    return {};
}

void InstrumentDesk::start(Taking taking, std::vector<devices::Goal> goals, std::optional<Length> lift)
{
    m_doubts.clear();
    m_view.phase = SetTaker::Phase::ForHand;
    m_view.point = 0;
    m_view.points = goals.size();
    m_view.mean.reset();
    m_taking = std::move(taking);
    wish([goals = std::move(goals), set = ++m_set, lift, steady = m_whenSteady](Table& table) {
        table.take(goals, set, lift, steady);
    });
    emit changed();
}

QString InstrumentDesk::takeFlow(std::size_t test)
{
    if (!isReady())
        return tr("connect an instrument first");
    if (!m_view.latest.contains(Channel::Flow))
        return tr("this instrument does not read the bench's flow");
    const job::Port* port = m_workspace.port();
    if (!port || test >= port->flow.size())
        return tr("choose a flow test first");
    Taking taking;
    taking.port = port->id;
    taking.set = port->flow[test].id;
    taking.flow = true;
    taking.readings = tasks::unreadLifts(port->flow[test]);
    taking.group = m_workspace.document().newGroup();
    if (taking.readings.empty())
        return tr("all lifts of this test are read; add a test, or empty the ones to read again");
    auto goals = tasks::liftGoals(port->flow[test], taking.readings);
    start(std::move(taking), std::move(goals), std::nullopt);
    return {};
}

void InstrumentDesk::press()
{
    wish([](Table& table) {
        if (table.taker)
            table.taker->press();
    });
}

void InstrumentDesk::skip()
{
    wish([](Table& table) { table.skip(); });
}

void InstrumentDesk::again()
{
    wish([](Table& table) { table.again(); });
}

void InstrumentDesk::takeWhenSteady(bool steady)
{
    m_whenSteady = steady;
    wish([steady](Table& table) {
        if (table.taker)
            table.taker->takeWhenSteady(steady);
    });
    emit changed();
}

void InstrumentDesk::stopSet()
{
    // The set that comes next has another number, and so has that there is none.
    wish([set = ++m_set](Table& table) {
        table.taker.reset();
        table.set = set;
    });
    m_view.phase.reset();
    m_taking.reset();
    emit changed();
}

std::optional<std::pair<std::size_t, std::size_t>> InstrumentDesk::placeOf(const Taking& taking) const
{
    const job::Job& job = m_workspace.job();
    const auto port = job::findPort(job, taking.port);
    if (!port)
        return std::nullopt;
    if (taking.flow) {
        const auto& flow = job.ports[*port].flow;
        const auto test = std::ranges::find(flow, taking.set, &job::FlowTest::id);
        if (test == flow.end())
            return std::nullopt;
        return std::pair(*port, static_cast<std::size_t>(test - flow.begin()));
    }
    const auto& probes = job.ports[*port].probes;
    const auto set = std::ranges::find(probes, taking.set, &job::ProbeSet::id);
    if (set == probes.end())
        return std::nullopt;
    return std::pair(*port, static_cast<std::size_t>(set - probes.begin()));
}

std::optional<InstrumentDesk::InHand> InstrumentDesk::inHand() const
{
    const auto found = pointInHand(false);
    return found ? std::optional(InHand{found->port, found->test, found->point}) : std::nullopt;
}

std::optional<InstrumentDesk::LiftInHand> InstrumentDesk::liftInHand() const { return pointInHand(true); }

std::optional<InstrumentDesk::LiftInHand> InstrumentDesk::pointInHand(bool ofFlow) const
{
    const auto place = m_taking && m_taking->flow == ofFlow ? placeOf(*m_taking) : std::nullopt;
    if (!place || !m_view.phase || m_view.point >= m_taking->readings.size())
        return std::nullopt;
    const std::size_t point = m_taking->readings[m_view.point];
    if (point >= pointsOf(*m_taking, *place))
        return std::nullopt;
    return LiftInHand{place->first, place->second, point};
}

std::size_t InstrumentDesk::pointsOf(const Taking& taking, std::pair<std::size_t, std::size_t> place) const
{
    const job::Port& port = m_workspace.job().ports[place.first];
    return taking.flow ? port.flow[place.second].points.size() : port.probes[place.second].readings.size();
}

std::string InstrumentDesk::now() const
{
    return m_clock().toString(QStringLiteral("yyyy-MM-ddTHH:mm:ssZ")).toStdString();
}

void InstrumentDesk::keepPoint(const SetTaker& taker, std::size_t point, const std::string& instrument)
{
    const auto place = m_taking ? placeOf(*m_taking) : std::nullopt;
    const std::size_t reading = m_taking ? m_taking->readings[point] : 0;
    if (!place || reading >= pointsOf(*m_taking, *place)) {
        stopSet();
        m_doubts << tr("the set that was being taken is gone, and what came after is not kept");
        return;
    }
    const devices::TakenPoint taken = taker.taken()[point];
    m_view.point = std::max(m_view.point, point + 1);
    const QString refused = m_taking->flow ? m_workspace.document().edit(
                                                 tr("Take flow test"),
                                                 [&](job::Job& job) {
                                                     job::FlowTest& test = job.ports[place->first].flow[place->second];
                                                     tasks::putTakenLift(taken, test, reading);
                                                     test.instrument = instrument;
                                                 },
                                                 m_taking->group)
                                           : keepReading(*place, reading, taker, taken, instrument);
    if (!refused.isEmpty())
        m_doubts.prepend(refused);
    emit pointTaken();
}

QString InstrumentDesk::keepReading(std::pair<std::size_t, std::size_t> place, std::size_t reading,
                                    const SetTaker& taker, const devices::TakenPoint& taken,
                                    const std::string& instrument)
{
    const tasks::Beside beside = tasks::besideOf(taker);
    const auto change = [&](job::Job& job) {
        job::ProbeSet& set = job.ports[place.first].probes[place.second];
        tasks::putTaken(taken, analysis::roomAir(job.bench), now(), set.readings[reading]);
        set.instrument = instrument;
        const auto put = [&](auto& own, const auto& said) {
            if (said && (m_taking->whole || !own))
                own = said;
        };
        put(set.lift, beside.lift);
        put(set.depression, beside.depression);
        put(set.benchFlow, beside.flow);
    };
    return m_workspace.document().edit(tr("Take probe set"), change, m_taking->group);
}

void InstrumentDesk::finishSet(const SetTaker& taker)
{
    m_view.phase.reset();
    const auto place = m_taking ? placeOf(*m_taking) : std::nullopt;
    const bool flow = m_taking && m_taking->flow;
    m_taking.reset();
    if (!place)
        return;
    if (flow) {
        for (const Phrase& doubt : tasks::flowDoubts(taker))
            m_doubts << m_workspace.text(doubt);
        emit setTaken();
        return;
    }
    const job::Job& job = m_workspace.job();
    const job::Port& port = job.ports[place->first];
    const job::ProbeSet& set = port.probes[place->second];
    const auto lift = tasks::besideOf(taker).lift;
    constexpr Length alike = lengthFromMm(0.25);
    if (lift && set.lift && abs(*lift - *set.lift) > alike) {
        m_doubts << tr("The valve was at %1 for these points, at %2 for the set.")
                        .arg(m_workspace.text(units::Kind::Length, lift->si()),
                             m_workspace.text(units::Kind::Length, set.lift->si()));
    }
    for (const Phrase& doubt : tasks::doubtsOf(job, port, set, tasks::unsteadyOf(taker), tasks::flowStuck(taker)))
        m_doubts << m_workspace.text(doubt);
    emit setTaken();
}

void InstrumentDesk::saveLog(const QString& path)
{
    wish([this, path = path.toStdString()](Table& table) {
        const auto saved = files::saveText(path, table.log().text());
        QMetaObject::invokeMethod(
            this, [this, why = saved ? Phrase() : saved.error()] { emit logSaved(m_workspace.text(why)); },
            Qt::QueuedConnection);
    });
}

}  // namespace euryth::app
