// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/protocol.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>

#include <boost/crc.hpp>

#include "quantities/quantities.hpp"

namespace euryth::devices {

namespace {

constexpr std::array<ChannelInfo, kChannels> kInfo{{{"depression", "Pa", 1.0, 0.0, -60000, 60000},
                                                    {"flow", "m3/s", 1.0, 0.0, -10, 10},
                                                    {"temperature", "degC", 1.0, factor::zeroCelsius, -60, 250},
                                                    {"humidity", "1", 1.0, 0.0, 0, 1},
                                                    {"pressure", "Pa", 1.0, 0.0, 50000, 120000},
                                                    {"lift", "mm", 1e-3, 0.0, 0, 50},
                                                    {"impact", "Pa", 1.0, 0.0, -60000, 60000},
                                                    {"wall", "mm", 1e-3, 0.0, 0, 200},
                                                    {"swirl", "rpm", factor::turnPerMinute, 0.0, -60000, 60000},
                                                    {"torque", "Nm", 1.0, 0.0, -100, 100},
                                                    {"length", "mm", 1e-3, 0.0, -1000, 1000},
                                                    {"station", "mm", 1e-3, 0.0, 0, 2000},
                                                    {"across", "1", 1.0, 0.0, -1, 1},
                                                    {"up", "1", 1.0, 0.0, -1, 1}}};

constexpr std::string_view kHexDigits = "0123456789ABCDEF";
constexpr std::size_t kHexWide = 4;

std::string numberText(double value)
{
    std::array<char, 32> text{};
    const auto end = std::to_chars(text.data(), text.data() + text.size(), value);
    return {text.data(), end.ptr};
}

std::string valueText(const Value& value)
{
    return std::string(infoOf(value.channel).name) + "=" + numberText(value.value);
}

/// A line's words, split at blanks.
std::vector<std::string_view> wordsOf(std::string_view text)
{
    std::vector<std::string_view> words;
    while (!text.empty()) {
        const std::size_t blank = text.find(' ');
        if (blank != 0)
            words.push_back(text.substr(0, blank));
        if (blank == std::string_view::npos)
            break;
        text.remove_prefix(blank + 1);
    }
    return words;
}

std::optional<double> numberOf(std::string_view text)
{
    double value = 0.0;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), value);
    const bool whole = read.ec == std::errc{} && read.ptr == text.data() + text.size();
    return whole && std::isfinite(value) ? std::optional(value) : std::nullopt;
}

template <class Integer>
std::optional<Integer> integerOf(std::string_view text)
{
    Integer value = 0;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), value);
    return read.ec == std::errc{} && read.ptr == text.data() + text.size() ? std::optional(value) : std::nullopt;
}

bool inRange(const Value& v)
{
    const ChannelInfo& info = infoOf(v.channel);
    return v.value >= info.low && v.value <= info.high;
}

/// The text of a line whose check sum is right.
tl::expected<std::string_view, LineFault> opened(std::string_view line)
{
    if (line.size() > kLongestLine)
        return tl::unexpected(LineFault::TooLong);
    if (!std::ranges::all_of(line, [](char c) { return c >= ' ' && c <= '~'; }))
        return tl::unexpected(LineFault::NotText);
    const std::size_t mark = line.rfind(" #");
    if (mark == std::string_view::npos || line.size() - mark != kHexWide + 2)
        return tl::unexpected(LineFault::NoCheck);
    const std::string_view text = line.substr(0, mark);
    if (sealed(text) != std::string(line) + "\n")
        return tl::unexpected(LineFault::WrongCheck);
    return text;
}

/// The words of a line whose check sum is right: one at least.
tl::expected<std::vector<std::string_view>, LineFault> openedWords(std::string_view line)
{
    const auto text = opened(line);
    if (!text)
        return tl::unexpected(text.error());
    auto words = wordsOf(*text);
    if (words.empty())
        return tl::unexpected(LineFault::Malformed);
    return words;
}

/// The words of a line from `from` on as they stood, for texts that people read.
std::string restOf(const std::vector<std::string_view>& words, std::size_t from)
{
    std::string text;
    for (std::size_t i = from; i < words.size(); ++i)
        text += (text.empty() ? "" : " ") + std::string(words[i]);
    return text;
}

using Words = std::vector<std::string_view>;
template <class Said>
using Parsed = tl::expected<Said, LineFault>;
constexpr auto kMalformed = [] { return tl::unexpected(LineFault::Malformed); };

Parsed<Message> parseIAm(const Words& words)
{
    const auto version = words.size() == 4 ? integerOf<int>(words[1]) : std::nullopt;
    if (!version || *version < 1)
        return kMalformed();
    return IAm{*version, std::string(words[2]), std::string(words[3])};
}

/// A channel and two numbers; nothing where the channel is of a newer version.
struct Bounds {
    std::optional<Channel> channel;
    double first = 0.0;
    double second = 0.0;
};
Parsed<Bounds> parseBounds(const Words& words)
{
    if (words.size() != 4)
        return kMalformed();
    const auto first = numberOf(words[2]);
    const auto second = numberOf(words[3]);
    if (!first || !second)
        return kMalformed();
    return Bounds{channelNamed(words[1]), *first, *second};
}

Parsed<Message> parseHas(const Words& words)
{
    const auto bounds = parseBounds(words);
    if (!bounds)
        return tl::unexpected(bounds.error());
    if (!bounds->channel)
        return Note{};
    if (bounds->first < 0.0 || bounds->second < 0.0)
        return tl::unexpected(LineFault::OutOfRange);
    return Has{*bounds->channel, bounds->first, bounds->second};
}

Parsed<Message> parseMoves(const Words& words)
{
    const auto bounds = parseBounds(words);
    if (!bounds)
        return tl::unexpected(bounds.error());
    if (!bounds->channel)
        return Note{};
    if (bounds->first > bounds->second)
        return tl::unexpected(LineFault::OutOfRange);
    return Moves{*bounds->channel, bounds->first, bounds->second};
}

Parsed<Message> parseAt(const Words& words)
{
    At at;
    const auto time = words.size() >= 2 ? integerOf<std::uint64_t>(words[1]) : std::nullopt;
    if (!time)
        return kMalformed();
    at.milliseconds = *time;
    for (std::size_t i = 2; i < words.size(); ++i) {
        const std::size_t equals = words[i].find('=');
        const auto value = equals == std::string_view::npos ? std::nullopt : numberOf(words[i].substr(equals + 1));
        if (!value)
            return kMalformed();
        const auto channel = channelNamed(words[i].substr(0, equals));
        if (!channel)
            continue;
        at.values.push_back({*channel, *value});
        if (!inRange(at.values.back()))
            return tl::unexpected(LineFault::OutOfRange);
    }
    return at;
}

Parsed<Command> parseSet(const Words& words)
{
    const auto value = words.size() == 3 ? numberOf(words[2]) : std::nullopt;
    const auto channel = words.size() == 3 ? channelNamed(words[1]) : std::nullopt;
    if (!value || !channel)
        return kMalformed();
    const Value to{*channel, *value};
    return inRange(to) ? Parsed<Command>(Set{to}) : tl::unexpected(LineFault::OutOfRange);
}

struct MessageText {
    std::string operator()(const IAm& m) const
    {
        return "iam " + std::to_string(m.version) + " " + m.name + " " + m.serial;
    }
    std::string operator()(const Has& m) const
    {
        return "has " + std::string(infoOf(m.channel).name) + " " + numberText(m.resolution) + " " +
               numberText(m.accuracy);
    }
    std::string operator()(const Moves& m) const
    {
        return "moves " + std::string(infoOf(m.channel).name) + " " + numberText(m.low) + " " + numberText(m.high);
    }
    std::string operator()(const Ready&) const { return "ready"; }
    std::string operator()(const At& m) const
    {
        std::string text = "at " + std::to_string(m.milliseconds);
        for (const Value& value : m.values)
            text += " " + valueText(value);
        return text;
    }
    std::string operator()(const Take&) const { return "take"; }
    std::string operator()(const Done& m) const { return "done " + m.word; }
    std::string operator()(const No& m) const { return "no " + m.word + " " + m.reason; }
    std::string operator()(const Note& m) const { return "note " + m.text; }
};

struct CommandText {
    std::string operator()(const Hello& c) const { return "hello " + std::to_string(c.version); }
    std::string operator()(const Rate& c) const { return "rate " + numberText(c.perSecond); }
    std::string operator()(const Set& c) const
    {
        return "set " + std::string(infoOf(c.to.channel).name) + " " + numberText(c.to.value);
    }
    std::string operator()(const Fault& c) const { return "fault " + c.name + (c.on ? " on" : " off"); }
};

}  // namespace

const ChannelInfo& infoOf(Channel channel) { return kInfo.at(static_cast<std::size_t>(channel)); }

std::optional<Channel> channelNamed(std::string_view name)
{
    const auto* const found = std::ranges::find(kInfo, name, &ChannelInfo::name);
    return found == kInfo.end() ? std::nullopt : std::optional(static_cast<Channel>(found - kInfo.begin()));
}

double Value::si() const { return (value + infoOf(channel).offset) * infoOf(channel).factor; }

std::uint16_t checkSum(std::string_view text)
{
    boost::crc_ccitt_type crc;
    crc.process_bytes(text.data(), text.size());
    return static_cast<std::uint16_t>(crc.checksum());
}

std::string sealed(std::string_view text)
{
    const std::uint16_t sum = checkSum(text);
    std::string line(text);
    line += " #";
    for (std::size_t digit = kHexWide; digit-- > 0;)
        line += kHexDigits[(sum >> (4 * digit)) & 0xFU];
    return line + "\n";
}

std::string lineOf(const Message& message) { return sealed(std::visit(MessageText{}, message)); }
std::string lineOf(const Command& command) { return sealed(std::visit(CommandText{}, command)); }

tl::expected<Message, LineFault> parseMessage(std::string_view line)
{
    const auto opened = openedWords(line);
    if (!opened)
        return tl::unexpected(opened.error());
    const Words& words = *opened;
    const std::string_view word = words.front();
    if (word == "iam")
        return parseIAm(words);
    if (word == "has")
        return parseHas(words);
    if (word == "moves")
        return parseMoves(words);
    if (word == "at")
        return parseAt(words);
    if (word == "note")
        return Note{restOf(words, 1)};
    if (word == "no" && words.size() >= 2)
        return No{std::string(words[1]), restOf(words, 2)};
    if (word == "done" && words.size() == 2)
        return Done{std::string(words[1])};
    if (word == "ready" && words.size() == 1)
        return Ready{};
    if (word == "take" && words.size() == 1)
        return Take{};
    const bool known = word == "no" || word == "done" || word == "ready" || word == "take";
    return tl::unexpected(known ? LineFault::Malformed : LineFault::UnknownWord);
}

tl::expected<Command, LineFault> parseCommand(std::string_view line)
{
    const auto opened = openedWords(line);
    if (!opened)
        return tl::unexpected(opened.error());
    const Words& words = *opened;
    const std::string_view word = words.front();
    if (word == "set")
        return parseSet(words);
    if (word == "hello") {
        const auto version = words.size() == 2 ? integerOf<int>(words[1]) : std::nullopt;
        return version ? Parsed<Command>(Hello{*version}) : kMalformed();
    }
    if (word == "rate") {
        const auto rate = words.size() == 2 ? numberOf(words[1]) : std::nullopt;
        constexpr double most = 1000.0;
        if (!rate)
            return kMalformed();
        return *rate >= 0.0 && *rate <= most ? Parsed<Command>(Rate{*rate}) : tl::unexpected(LineFault::OutOfRange);
    }
    if (word == "fault") {
        if (words.size() != 3 || (words[2] != "on" && words[2] != "off"))
            return kMalformed();
        return Fault{std::string(words[1]), words[2] == "on"};
    }
    return tl::unexpected(LineFault::UnknownWord);
}

}  // namespace euryth::devices
