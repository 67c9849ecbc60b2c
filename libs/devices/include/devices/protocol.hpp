// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include <tl/expected.hpp>

/// The line protocol between Euryth and an instrument, as docs/protocol.md has it. Lines of text, each with a check
/// sum; numbers in one fixed unit for each channel, so that a small device has nothing to convert.
namespace euryth::devices {

inline constexpr int kProtocolVersion = 1;
/// The longest line, its end not counted.
inline constexpr std::size_t kLongestLine = 240;

/// What an instrument measures or can be moved to.
enum class Channel {
    Depression,   ///< Pa, of the plenum below the room
    Flow,         ///< m3/s, at the room's density
    Temperature,  ///< degrees Celsius
    Humidity,     ///< relative, 0 to 1
    Pressure,     ///< Pa, of the room
    Lift,         ///< mm, of the valve
    Impact,       ///< Pa, of a pitot probe
    Wall,         ///< mm
    Swirl,        ///< rpm, of a paddle; positive to the left as one looks into the bore
    Torque,       ///< N m, of a flow straightener
    Length,       ///< mm, of a caliper or dial
    Station,      ///< mm, of a pitot's tip from the window
    Across,       ///< share of the half width, left positive
    Up            ///< share of the half height, roof positive
};
inline constexpr std::size_t kChannels = 14;

/// A channel's name in the protocol, and what one of its units is in SI: SI = (value + offset) x factor.
struct ChannelInfo {
    std::string_view name;
    std::string_view unit;
    double factor = 1.0;
    double offset = 0.0;
    double low = 0.0;  ///< in its unit: what no instrument of the trade goes beyond
    double high = 0.0;
};
const ChannelInfo& infoOf(Channel channel);
std::optional<Channel> channelNamed(std::string_view name);

/// A value of a channel, in the channel's own unit.
struct Value {
    Channel channel = Channel::Length;
    double value = 0.0;
    [[nodiscard]] double si() const;
    friend bool operator==(const Value&, const Value&) = default;
};

// What a device says.
struct IAm {
    int version = 0;
    std::string name;
    std::string serial;
    friend bool operator==(const IAm&, const IAm&) = default;
};
struct Has {
    Channel channel = Channel::Length;
    double resolution = 0.0;
    double accuracy = 0.0;
    friend bool operator==(const Has&, const Has&) = default;
};
struct Moves {
    Channel channel = Channel::Length;
    double low = 0.0;
    double high = 0.0;
    friend bool operator==(const Moves&, const Moves&) = default;
};
struct Ready {
    friend bool operator==(const Ready&, const Ready&) = default;
};
struct At {
    std::uint64_t milliseconds = 0;  ///< since the device was switched on
    std::vector<Value> values;
    friend bool operator==(const At&, const At&) = default;
};
struct Take {  ///< a foot switch or key at the instrument
    friend bool operator==(const Take&, const Take&) = default;
};
struct Done {
    std::string word;
    friend bool operator==(const Done&, const Done&) = default;
};
struct No {
    std::string word;
    std::string reason;
    friend bool operator==(const No&, const No&) = default;
};
struct Note {
    std::string text;
    friend bool operator==(const Note&, const Note&) = default;
};
using Message = std::variant<IAm, Has, Moves, Ready, At, Take, Done, No, Note>;

// What Euryth says.
struct Hello {
    int version = kProtocolVersion;
    friend bool operator==(const Hello&, const Hello&) = default;
};
struct Rate {
    double perSecond = 0.0;
    friend bool operator==(const Rate&, const Rate&) = default;
};
struct Set {
    Value to;
    friend bool operator==(const Set&, const Set&) = default;
};
/// Only the simulator knows it.
struct Fault {
    std::string name;
    bool on = false;
    friend bool operator==(const Fault&, const Fault&) = default;
};
using Command = std::variant<Hello, Rate, Set, Fault>;

/// What is wrong with a line.
enum class LineFault { TooLong, NotText, NoCheck, WrongCheck, UnknownWord, Malformed, OutOfRange };
inline constexpr std::size_t kLineFaults = 7;

/// CRC-16 with the polynomial 0x1021 and the start 0xFFFF over the bytes (in catalogues CRC-16/IBM-3740 or
/// CCITT-FALSE; its check value, of "123456789", is 0x29B1). Boost.CRC.
std::uint16_t checkSum(std::string_view text);
/// The text with its check sum and the end of the line.
std::string sealed(std::string_view text);

std::string lineOf(const Message& message);
std::string lineOf(const Command& command);
/// Reads a line without its end. Channels that this version does not know are left out of readings.
tl::expected<Message, LineFault> parseMessage(std::string_view line);
tl::expected<Command, LineFault> parseCommand(std::string_view line);

/// Cuts a stream of bytes into lines. It keeps no more than a line, whatever comes.
class LineReader {
public:
    /// Calls `line` with each whole line, and `fault` where one was too long.
    template <class Line, class Fault>
    void feed(std::string_view bytes, Line line, Fault fault)
    {
        for (const char c : bytes) {
            if (c == '\n') {
                if (m_skipping)
                    m_skipping = false;
                else if (!m_line.empty())
                    line(std::string_view(m_line));
                m_line.clear();
            } else if (!m_skipping && c != '\r') {
                m_line += c;
                if (m_line.size() > kLongestLine) {
                    m_skipping = true;
                    m_line.clear();
                    fault(LineFault::TooLong);
                }
            }
        }
    }
    /// Forgets half a line: after the connection was made anew.
    void clear()
    {
        m_line.clear();
        m_skipping = false;
    }

private:
    std::string m_line;
    bool m_skipping = false;
};

}  // namespace euryth::devices
