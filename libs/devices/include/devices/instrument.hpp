// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <map>
#include <string>
#include <vector>

#include "devices/protocol.hpp"

namespace euryth::devices {

/// Seconds of whoever owns the clock.
using Seconds = double;

/// What was measured, with its time on our side.
struct Reading {
    Channel channel = Channel::Length;
    double si = 0.0;
    Seconds at = 0.0;
};

/// What a channel of an instrument can: what it resolves and how far it may be off are not the same.
struct Capability {
    Channel channel = Channel::Length;
    double resolution = 0.0;  ///< in the channel's unit
    double accuracy = 0.0;
    std::optional<Moves> moves;  ///< where it can be sent to
};

/// The talk with one instrument: says hello until it answers, learns what it can, asks for its readings, notices when
/// it falls silent. It knows neither wires nor clocks: bytes and times come in, bytes go out.
///
/// A line that cannot be read is counted by its fault, and nothing else happens; but not the first one after the wire
/// was connected, which may be half of what was meant for who was here before. An instrument that is switched off and
/// on again says `iam` anew, and is asked anew.
class Instrument {
public:
    enum class State {
        Asking,  ///< nobody has answered yet
        Ready,
        Silent  ///< it was ready, and nothing has come for kSilent
    };
    static constexpr Seconds kAskAgain = 1.0;
    static constexpr Seconds kSilent = 3.0;
    static constexpr Seconds kAnswer = 2.0;  ///< within which a command is answered

    explicit Instrument(double ratePerSecond = 10.0) : m_rate(ratePerSecond) {}

    /// The wire was connected (again): everything learnt before may be another instrument's.
    void connected(Seconds now);
    /// What came.
    void received(std::string_view bytes, Seconds now);
    /// What is to be sent now; empty where nothing is.
    std::string toSend(Seconds now);
    /// Sends it to a place, where it can be moved: `set`. False where it cannot.
    bool moveTo(Value to);
    /// Of the simulator.
    void setFault(const std::string& name, bool on);

    [[nodiscard]] State state(Seconds now) const;
    [[nodiscard]] const std::string& name() const { return m_name; }
    [[nodiscard]] const std::string& serial() const { return m_serial; }
    [[nodiscard]] const std::vector<Capability>& capabilities() const { return m_capabilities; }
    [[nodiscard]] const Capability* capabilityOf(Channel channel) const;
    [[nodiscard]] bool movesAll(std::initializer_list<Channel> channels) const;
    /// A newer version of the protocol than ours, which it will not speak with us.
    [[nodiscard]] bool tooNew() const { return m_version > kProtocolVersion; }

    /// Readings since this was last asked, oldest first; no more than kKept are kept.
    std::vector<Reading> takeReadings();
    static constexpr std::size_t kKept = 10000;
    /// How often the foot switch was pressed since this was last asked.
    int takePresses();
    /// What it has refused, and notes, since this was last asked; the last ones of many.
    std::vector<std::string> takeNotes();
    /// Commands that are not answered yet.
    [[nodiscard]] std::size_t unanswered() const { return m_sent.size() + m_waiting.size(); }

    [[nodiscard]] std::size_t goodLines() const { return m_good; }
    [[nodiscard]] std::size_t badLines() const;
    [[nodiscard]] std::size_t badLines(LineFault fault) const { return m_bad[static_cast<std::size_t>(fault)]; }

private:
    void bad(LineFault fault);
    void heard(const Message& message, Seconds now);
    void keep(const At& at, Seconds now);
    void answered(const std::string& word);
    void note(std::string text);

    double m_rate;
    LineReader m_reader;
    std::string m_name;
    std::string m_serial;
    int m_version = 0;
    std::vector<Capability> m_capabilities;
    bool m_midLine = false;  ///< nothing whole has come since the wire was connected
    bool m_ready = false;
    bool m_asked = false;
    Seconds m_askedAt = 0.0;
    Seconds m_heardAt = 0.0;
    std::string m_out;
    std::vector<std::pair<std::string, Seconds>> m_sent;  ///< word and time of commands without an answer
    std::vector<std::string> m_waiting;                   ///< words of commands that go out next
    std::vector<Reading> m_readings;
    int m_presses = 0;
    std::vector<std::string> m_notes;
    std::size_t m_good = 0;
    std::array<std::size_t, kLineFaults> m_bad{};
};

}  // namespace euryth::devices
