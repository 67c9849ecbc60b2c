// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/instrument_desk.hpp"

#include <chrono>

#include <QCoreApplication>
#include <QStringList>

#include "app/background.hpp"
#include "app/language.hpp"
#include "tasks/probe_set.hpp"

namespace euryth::app {

using devices::SetTaker;

class InstrumentDesk::Table {
public:
    explicit Table(const QString& address) : m_talk(address.toStdString()) {}

    void turn(devices::Seconds now)
    {
        constexpr std::chrono::milliseconds step(20);
        m_talk.turn(now, step);
        if (taker) {
            taker->step(m_talk.instrument(), now);
            if (const auto mean = taker->now())
                m_latest[devices::Channel::Impact] = mean->value;
            return;
        }
        for (const devices::Reading& reading : m_talk.instrument().takeReadings())
            m_latest[reading.channel] = reading.si;
    }

    [[nodiscard]] const devices::Instrument& instrument() const { return m_talk.instrument(); }

    [[nodiscard]] InstrumentView view(devices::Seconds now) const
    {
        using devices::Channel;
        InstrumentView v;
        v.connected = m_talk.isConnected();
        v.state = instrument().state(now);
        v.name = QString::fromStdString(instrument().name());
        v.trouble = m_talk.trouble();
        v.badLines = instrument().badLines();
        v.movesTip = instrument().movesAll({Channel::Station, Channel::Across, Channel::Up});
        v.latest = m_latest;
        if (taker) {
            v.phase = taker->phase();
            v.point = taker->point();
            v.points = taker->goals().size();
            v.mean = taker->now();
        }
        return v;
    }

    std::optional<SetTaker> taker;
    int set = 0;  ///< which one the taker takes

private:
    devices::Talk m_talk;
    std::map<devices::Channel, double> m_latest;
};

InstrumentDesk::InstrumentDesk(Workspace& workspace, Clock clock, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_clock(std::move(clock))
{
}

InstrumentDesk::~InstrumentDesk() { m_thread = {}; }

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
        if (table.taker && table.taker->phase() == SetTaker::Phase::Done) {
            post([this, set = table.set, taker = *table.taker, instrument = table.instrument()] {
                if (set == m_set)
                    keepSet(taker, instrument);
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
    if (set != m_set) {
        view.phase = m_view.phase;
        view.point = m_view.point;
        view.points = m_view.points;
    }
    m_view = std::move(view);
}

QString InstrumentDesk::takeSet()
{
    const auto station = m_workspace.station();
    if (!isOn() || m_view.state != devices::Instrument::State::Ready)
        return tr("connect an instrument first");
    if (!m_view.latest.contains(devices::Channel::Impact) && !m_view.movesTip)
        return tr("this instrument has no pitot");
    if (!station)
        return tr("choose a station first");
    m_port = m_workspace.port()->id;
    m_station = m_workspace.port()->stations[*station].s;
    m_doubts.clear();
    std::vector<devices::TipGoal> goals;
    for (const probing::GridPoint& p : probing::nineFields())
        goals.push_back({inMm(m_station), p.u, p.v});
    m_view.phase = SetTaker::Phase::ForHand;
    m_view.point = 0;
    m_view.points = goals.size();
    wish([goals = std::move(goals), set = ++m_set](Table& table) {
        table.taker.emplace(goals);
        table.set = set;
    });
    emit changed();
    return {};
}

void InstrumentDesk::press()
{
    wish([](Table& table) {
        if (table.taker)
            table.taker->press();
    });
}

void InstrumentDesk::stopSet()
{
    // The set that comes next has another number, and so has that there is none.
    wish([set = ++m_set](Table& table) {
        table.taker.reset();
        table.set = set;
    });
    m_view.phase.reset();
    emit changed();
}

void InstrumentDesk::keepSet(const SetTaker& taker, const devices::Instrument& instrument)
{
    m_view.phase.reset();
    const job::Job& job = m_workspace.job();
    const auto port = job::findPort(job, m_port);
    if (!port) {
        m_doubts << tr("the port of the set is gone; the set is lost");
        return;
    }
    const std::string when = m_clock().toString(QStringLiteral("yyyy-MM-ddTHH:mm:ssZ")).toStdString();
    auto set = tasks::probeSetOf(taker, instrument, job, job.ports[*port], m_station, when);
    if (!job::stationNear(job.ports[*port], m_station)) {
        set.stationS.reset();  // what was taken is kept
        m_doubts << tr("its station is gone: the set stands without one");
    }
    for (const Phrase& doubt : tasks::doubtsOf(job, job.ports[*port], set, taker))
        m_doubts << m_workspace.text(doubt);
    const QString refused =
        m_workspace.document().edit(tr("Take probe set"), [&](job::Job& j) { j.ports[*port].probes.push_back(set); });
    if (!refused.isEmpty())
        m_doubts.prepend(refused);
}

}  // namespace euryth::app
