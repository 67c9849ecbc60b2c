// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/instrument.hpp"

#include <algorithm>
#include <numeric>

namespace euryth::devices {

namespace {

constexpr std::size_t kMostNotes = 50;
constexpr std::size_t kMostCapabilities = 4 * kChannels;  // a device that repeats itself fills no memory

template <class... Handlers>
struct Hears : Handlers... {
    using Handlers::operator()...;
};
template <class... Handlers>
Hears(Handlers...) -> Hears<Handlers...>;

}  // namespace

void Instrument::connected(Seconds now)
{
    m_reader.clear();
    m_capabilities.clear();
    m_ready = m_asked = false;
    m_midLine = true;
    m_heardAt = now;
    m_out.clear();
    m_sent.clear();
    m_waiting.clear();
}

void Instrument::received(std::string_view bytes, Seconds now)
{
    m_reader.feed(
        bytes,
        [&](std::string_view line) {
            const auto message = parseMessage(line);
            if (!message)
                return bad(message.error());
            m_midLine = false;
            ++m_good;
            heard(*message, now);
        },
        [&](LineFault fault) { bad(fault); });
}

void Instrument::bad(LineFault fault)
{
    if (!std::exchange(m_midLine, false))
        ++m_bad[static_cast<std::size_t>(fault)];
}

void Instrument::heard(const Message& message, Seconds now)
{
    m_heardAt = now;
    std::visit(Hears{[&](const IAm& m) {
                         m_name = m.name;
                         m_serial = m.serial;
                         m_version = m.version;
                         m_capabilities.clear();
                         m_ready = false;
                         // One that says so by itself was switched on just now, and sends nothing before it is asked.
                         if (!m_asked)
                             m_askedAt = now - kAskAgain;
                     },
                     [&](const Has& m) {
                         if (m_capabilities.size() < kMostCapabilities && !capabilityOf(m.channel))
                             m_capabilities.push_back({m.channel, m.resolution, m.accuracy, {}});
                     },
                     [&](const Moves& m) {
                         const auto found = std::ranges::find(m_capabilities, m.channel, &Capability::channel);
                         if (found != m_capabilities.end())
                             found->moves = m;
                         else if (m_capabilities.size() < kMostCapabilities)
                             m_capabilities.push_back({m.channel, 0.0, 0.0, m});
                     },
                     [&](const Ready&) {
                         if (tooNew())
                             return;
                         m_ready = true;
                         m_asked = false;
                         m_out += lineOf(Command(Rate{m_rate}));
                         m_waiting.emplace_back("rate");
                     },
                     // What comes before somebody has said what it is was meant for who was here before.
                     [&](const At& m) {
                         if (m_ready)
                             keep(m, now);
                     },
                     [&](const Take&) { m_presses += m_ready ? 1 : 0; }, [&](const Done& m) { answered(m.word); },
                     [&](const No& m) {
                         answered(m.word);
                         note(m.word + ": " + m.reason);
                     },
                     [&](const Note& m) {
                         if (!m.text.empty())
                             note(m.text);
                     }},
               message);
}

void Instrument::keep(const At& at, Seconds now)
{
    for (const Value& value : at.values)
        m_readings.push_back({value.channel, value.si(), now});
    if (m_readings.size() > kKept)
        m_readings.erase(m_readings.begin(), m_readings.end() - static_cast<std::ptrdiff_t>(kKept));
}

void Instrument::answered(const std::string& word)
{
    const auto found = std::ranges::find(m_sent, word, &std::pair<std::string, Seconds>::first);
    if (found != m_sent.end())
        m_sent.erase(found);
}

void Instrument::note(std::string text)
{
    m_notes.push_back(std::move(text));
    if (m_notes.size() > kMostNotes)
        m_notes.erase(m_notes.begin());
}

std::string Instrument::toSend(Seconds now)
{
    // One that has fallen silent is asked again, as one that never answered.
    const bool silent = m_ready && now - m_heardAt > kSilent;
    const bool again = !m_asked || now - m_askedAt >= kAskAgain;
    if ((!m_ready || silent) && again) {
        m_asked = true;
        m_askedAt = now;
        return lineOf(Command(Hello{}));
    }
    for (std::string& word : m_waiting)
        m_sent.emplace_back(std::move(word), now);
    m_waiting.clear();
    std::erase_if(m_sent, [&](const auto& sent) {
        const bool late = now - sent.second > kAnswer;
        if (late)
            note(sent.first + ": no answer");
        return late;
    });
    return std::exchange(m_out, {});
}

bool Instrument::moveTo(Value to)
{
    const Capability* capability = capabilityOf(to.channel);
    if (!m_ready || !capability || !capability->moves || to.value < capability->moves->low ||
        to.value > capability->moves->high)
        return false;
    m_out += lineOf(Command(Set{to}));
    m_waiting.emplace_back("set");
    return true;
}

void Instrument::setFault(const std::string& name, bool on)
{
    m_out += lineOf(Command(Fault{name, on}));
    m_waiting.emplace_back("fault");
}

Instrument::State Instrument::state(Seconds now) const
{
    if (!m_ready)
        return State::Asking;
    return now - m_heardAt > kSilent ? State::Silent : State::Ready;
}

const Capability* Instrument::capabilityOf(Channel channel) const
{
    const auto found = std::ranges::find(m_capabilities, channel, &Capability::channel);
    return found == m_capabilities.end() ? nullptr : &*found;
}

bool Instrument::movesAll(std::initializer_list<Channel> channels) const
{
    return std::ranges::all_of(channels, [&](Channel channel) {
        const Capability* capability = capabilityOf(channel);
        return capability && capability->moves;
    });
}

std::vector<Reading> Instrument::takeReadings() { return std::exchange(m_readings, {}); }
int Instrument::takePresses() { return std::exchange(m_presses, 0); }
std::vector<std::string> Instrument::takeNotes() { return std::exchange(m_notes, {}); }

std::size_t Instrument::badLines() const { return std::accumulate(m_bad.begin(), m_bad.end(), std::size_t{0}); }

}  // namespace euryth::devices
