// SPDX-License-Identifier: GPL-3.0-or-later
#include <chrono>
#include <ostream>

#include "call.hpp"
#include "devices/talk.hpp"
#include "files/job_file.hpp"
#include "job/field.hpp"
#include "tasks/probe_set.hpp"

namespace euryth::commands {

namespace {

using devices::Channel;
using devices::Seconds;

std::string timeOfDay()
{
    const std::time_t now = std::chrono::system_clock::to_time_t(std::chrono::system_clock::now());
    std::tm utc{};
    ::gmtime_r(&now, &utc);
    std::array<char, 32> text{};
    std::strftime(text.data(), text.size(), "%Y-%m-%dT%H:%M:%SZ", &utc);
    return text.data();
}

/// An instrument and the clock beside it.
class Desk {
public:
    explicit Desk(const std::string& address) : m_talk(address) {}

    void turn()
    {
        constexpr std::chrono::milliseconds step(20);
        m_talk.turn(now(), step);
    }
    [[nodiscard]] Seconds now() const
    {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - m_start).count();
    }
    [[nodiscard]] devices::Talk& talk() { return m_talk; }
    [[nodiscard]] devices::Instrument& instrument() { return m_talk.instrument(); }

    /// Turns until it is so, or a time is over.
    template <class Holds>
    bool until(Holds holds, Seconds within)
    {
        const Seconds end = now() + within;
        while (!holds() && now() < end)
            turn();
        return holds();
    }

private:
    devices::Talk m_talk;
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
};

/// Waits for the instrument; an address that nothing is at is told at once.
void greet(Desk& desk)
{
    constexpr Seconds patience = 10.0;
    desk.turn();
    if (!desk.talk().isConnected())
        throw fileTrouble(desk.talk().trouble());
    const bool ready =
        desk.until([&] { return desk.instrument().state(desk.now()) == devices::Instrument::State::Ready; }, patience);
    if (!ready) {
        throw fileTrouble(desk.instrument().tooNew() ? say("device.too-new", {{"address", desk.talk().address()}})
                                                     : say("device.no-answer", {{"address", desk.talk().address()}}));
    }
    if (!desk.instrument().capabilityOf(Channel::Impact))
        throw fileTrouble(say("device.no-pitot", {{"name", desk.instrument().name()}}));
}

/// Moves lift or depression, where that was asked for, and waits until it is there.
void bring(Desk& desk, Channel channel, const std::string& option, const std::string& text)
{
    if (text.empty())
        return;
    const devices::ChannelInfo& info = devices::infoOf(channel);
    const double wanted = numberOf(option, text, 0.0, info.high);
    if (!desk.instrument().moveTo({channel, wanted}))
        throw fileTrouble(say("device.cannot-move", {{"name", desk.instrument().name()}, {"option", option}}));
    const double allowed = 0.02 * wanted + desk.instrument().capabilityOf(channel)->accuracy;
    std::optional<double> last;
    constexpr Seconds patience = 30.0;
    const bool there = desk.until(
        [&] {
            for (const devices::Reading& reading : desk.instrument().takeReadings()) {
                if (reading.channel == channel)
                    last = reading.si / info.factor;
            }
            return last && std::abs(*last - wanted) <= allowed;
        },
        patience);
    if (!there) {
        throw fileTrouble(say("device.not-there", {{"option", option},
                                                   {"wanted", job::shortestText(wanted)},
                                                   {"last", last ? job::shortestText(*last) : std::string("?")}}));
    }
}

std::vector<devices::Goal> goalsFor(const std::string& grid, Length station)
{
    const auto points = tasks::gridNamed(grid);
    if (!points || points->empty())
        throw wrongUsage("cli.bad-grid", {{"typed", grid}});
    std::vector<devices::Goal> goals;
    for (const probing::GridPoint& p : *points)
        goals.push_back({inMm(station), p.u, p.v});
    return goals;
}

void takeAll(Desk& desk, devices::SetTaker& taker, const Request& request)
{
    using Phase = devices::SetTaker::Phase;
    constexpr Seconds patience = 300.0;  // for a hand at one point
    Seconds since = desk.now();
    std::size_t last = taker.goals().size();
    bool told = false;
    while (taker.phase() != Phase::Done) {
        desk.turn();
        taker.step(desk.instrument(), desk.now());
        if (taker.point() != last) {
            last = taker.point();
            since = desk.now();
            told = false;
        }
        if (taker.phase() == Phase::ForHand && !told) {
            const devices::Goal& goal = taker.goals()[std::min(last, taker.goals().size() - 1)];
            request.tell(say("cli.tip", {{"number", count(last + 1)},
                                         {"of", count(taker.goals().size())},
                                         {"across", Number{goal.across, 2}},
                                         {"up", Number{goal.up, 2}}}));
            told = true;
        }
        if (desk.now() - since > patience)
            throw fileTrouble(say("device.nobody", {{"number", count(last + 1)}}));
    }
}

}  // namespace

int callProbe(const Request& request, std::ostream& out)
{
    job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const std::size_t station = stationOrThrow(request, port);
    devices::SetTaker taker(goalsFor(request.grid, port.stations[station].s));
    Desk desk(request.device);
    greet(desk);
    bring(desk, Channel::Depression, "depression-pa", request.depression);
    bring(desk, Channel::Lift, "lift-mm", request.lifts);
    takeAll(desk, taker, request);
    const auto set = tasks::probeSetOf(taker, desk.instrument(), job, port, port.stations[station].s, timeOfDay());
    for (const Phrase& doubt : tasks::doubtsOf(job, port, set, tasks::unsteadyOf(taker), tasks::flowStuck(taker)))
        request.tell(doubt);
    const std::size_t index = *job::findPort(job, port.id);
    job.ports[index].probes.push_back(set);
    if (const auto saved = files::saveText(request.to, files::jobText(job)); !saved)
        throw fileTrouble(saved.error());
    Json result{{"id", set.id}, {"instrument", set.instrument}, {"points", set.readings.size()}};
    result["depression_pa"] = numberOrNull(set.depression, inPa);
    result["lift_mm"] = numberOrNull(set.lift, inMm);
    result["bench_flow_m3_s"] = numberOrNull(set.benchFlow, inM3s);
    result["good_lines"] = desk.instrument().goodLines();
    result["bad_lines"] = desk.instrument().badLines();
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
