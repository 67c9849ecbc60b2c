// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>
#include <charconv>
#include <cmath>
#include <ctime>
#include <ostream>

#include "call.hpp"
#include "files/job_file.hpp"
#include "job/usual.hpp"
#include "units/format.hpp"

namespace euryth::commands {

namespace {

/// Today where the machine stands.
work::Day localToday()
{
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    constexpr int firstYear = 1900;
    return std::chrono::year_month_day{std::chrono::year{local.tm_year + firstYear},
                                       std::chrono::month{static_cast<unsigned>(local.tm_mon + 1)},
                                       std::chrono::day{static_cast<unsigned>(local.tm_mday)}};
}

}  // namespace

job::Job loadOrThrow(const std::string& path)
{
    auto loaded = files::loadJob(path);
    if (!loaded) {
        const bool file = loaded.error().kind == files::ReadError::Kind::File;
        throw CallError(file ? kFileTrouble : kJobHasErrors, verbatim(words(loaded.error().lines())));
    }
    return std::move(*loaded);
}

const job::Port& portOrThrow(const job::Job& job, const std::string& id)
{
    if (const auto index = job::findPort(job, id))
        return job.ports[*index];
    std::string known;
    for (const job::Port& port : job.ports)
        known += (known.empty() ? "" : ", ") + port.id;
    throw wrongUsage("cli.no-port", {{"port", id}, {"known", known.empty() ? say("none") : verbatim(known)}});
}

std::size_t stationOrThrow(const Request& request, const job::Port& port)
{
    const Length s = lengthFromMm(numberOf("station-mm", request.station, 0, 2000));
    const auto station = job::stationNear(port, s);
    if (!station)
        throw CallError(kJobHasErrors, say("cli.no-station", {{"port", port.id}, {"s", Position{s}}}));
    return *station;
}

std::string portPlace(const job::Port& port)
{
    return port.isBranch() ? "ports/" + port.parent + "/branches/" + job::branchName(port) : "ports/" + port.id;
}

Json number(double value)
{
    constexpr int digits = 10;
    std::array<char, 64> buffer{};
    const auto end =
        std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::general, digits);
    double rounded = 0.0;
    std::from_chars(buffer.data(), end.ptr, rounded);
    return rounded;
}

std::string words(const Phrase& phrase) { return units::render(phrase, units::DisplayUnits{}); }

std::string words(const std::vector<Phrase>& lines)
{
    std::string text;
    for (const Phrase& line : lines)
        text += (text.empty() ? "" : "\n") + words(line);
    return text;
}

CallError missingFor(const job::Port& port, const Phrase& missing)
{
    return {kJobHasErrors, say("cli.missing", {{"place", portPlace(port)}, {"missing", missing}})};
}

CallError wrongUsage(std::string_view id, std::initializer_list<Phrase::Named> arguments)
{
    return {kWrongUsage, say(id, arguments)};
}

CallError fileTrouble(const Phrase& why) { return {kFileTrouble, why}; }

void Request::tell(const Phrase& phrase) const
{
    if (messages)
        *messages << words(phrase) << std::endl;  // at once: somebody waits
}

double numberOf(const std::string& option, const std::string& text, double low, double high)
{
    const auto value = plainNumber(text);
    if (!value || *value < low || *value > high) {
        throw wrongUsage(
            "cli.bad-number",
            {{"option", option}, {"typed", text}, {"low", job::shortestText(low)}, {"high", job::shortestText(high)}});
    }
    return *value;
}

void putAssumed(Json& json, const job::Job& job, const job::Port& port)
{
    json["assumed"] = Json::array();
    if (const Phrase numbers = job::assumedPhrase(job, port); !numbers.empty())
        json["assumed"].push_back(words(say("assumed.numbers", {{"numbers", numbers}})));
}

void put(Json& json, const std::string& key, const Json& numberOrNull, const Phrase& missing)
{
    json[key] = numberOrNull;
    if (!numberOrNull.is_null())
        return;
    std::string name = key;
    for (const std::string_view unit : {"_mm", "_m_s", "_percent"}) {
        if (name.ends_with(unit))
            name.resize(name.size() - unit.size());
    }
    json[name + "_missing"] = words(missing);
}

Json numberOrNull(const std::optional<double>& value) { return value ? number(*value) : Json(nullptr); }

std::optional<double> plainNumber(const std::string& text)
{
    double value = 0.0;
    const char* end = text.data() + text.size();
    const auto read = std::from_chars(text.data(), end, value);
    // "nan" and "inf" are read as well, and are no numbers to compute with.
    return read.ec == std::errc{} && read.ptr == end && std::isfinite(value) ? std::optional(value) : std::nullopt;
}

air::AirState airOf(const Request& request)
{
    const auto optional = [](const std::string& option, const std::string& text, double low, double high,
                             double usual) { return text.empty() ? usual : numberOf(option, text, low, high); };
    return {temperatureFromCelsius(optional("temperature-c", request.temperature, -60, 250, 20.0)),
            absolutePressureFromPa(optional("pressure-pa", request.pressure, 20000, 600000, 101325.0)),
            optional("humidity", request.humidity, 0, 1, 0.0)};
}

work::Day todayOf(const Request& request)
{
    if (request.today.empty())
        return localToday();
    const auto day = work::dayOf(request.today);
    if (!day || request.today.size() != 10)
        throw wrongUsage("cli.bad-today", {{"typed", request.today}});
    return *day;
}

VolumeFlow flowOf(const std::string& text)
{
    constexpr double most = 10.0;
    const auto flow = plainNumber(text);
    if (!flow || !(*flow > 0.0) || *flow > most)
        throw wrongUsage("cli.bad-flow", {{"typed", text}, {"most", Number{most, 0}}});
    return VolumeFlow::fromSi(*flow);
}

}  // namespace euryth::commands
