// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <exception>
#include <iosfwd>
#include <optional>
#include <string>
#include <string_view>

#include <nlohmann/json.hpp>

#include "air/moist_air.hpp"
#include "analysis/port_analysis.hpp"
#include "commands/run.hpp"
#include "geometry/valve_end.hpp"
#include "job/job.hpp"
#include "work/dates.hpp"

namespace euryth::commands {

using Json = nlohmann::ordered_json;

/// What one call was asked to do; texts that were not given are empty.
struct Request {
    std::string jobPath;
    std::string port;
    std::string probe;
    std::string to;
    std::string lifts;
    std::string rpm;
    std::string flow;
    std::string points;
    std::string quality;
    std::string station;
    std::string grid;
    std::string device;
    std::string depression;
    std::string plate;
    std::string pipe;
    std::string taps;
    std::string temperature;
    std::string pressure;
    std::string humidity;
    std::string fromDepression;
    std::string toDepression;
    std::string today;
    std::string sheet;
    std::string unit;
    std::string part;
    bool otherWay = false;
    bool withCustomer = false;
    bool withoutCustomer = false;
    std::optional<double> stopAfter;   ///< seconds
    std::ostream* messages = nullptr;  ///< what is being worked out, for people who wait

    void tell(const Phrase& phrase) const;
};

/// Ends a call with a message and an exit code.
class CallError : public std::exception {
public:
    CallError(ExitCode code, Phrase why) : m_code(code), m_why(std::move(why)) {}
    [[nodiscard]] ExitCode code() const { return m_code; }
    [[nodiscard]] const Phrase& why() const { return m_why; }
    [[nodiscard]] const char* what() const noexcept override { return "a call of the command line failed"; }

private:
    ExitCode m_code;
    Phrase m_why;
};

/// A phrase as scripts and people read it here: metric, decimal point.
std::string words(const Phrase& phrase);
/// Several, one a line.
std::string words(const std::vector<Phrase>& lines);
/// "ports/I1: missing ...".
CallError missingFor(const job::Port& port, const Phrase& missing);
CallError wrongUsage(std::string_view id, std::initializer_list<Phrase::Named> arguments);
CallError fileTrouble(const Phrase& why);

/// The calls, one file each. They return the exit code and throw CallError for everything that goes wrong.
int callCheck(const Request& request, std::ostream& out);
int callTidy(const Request& request, std::ostream& out);
int callAreas(const Request& request, std::ostream& out);
int callTraverse(const Request& request, std::ostream& out);
int callCut(const Request& request, std::ostream& out);
int callSeat(const Request& request, std::ostream& out);
int callOpening(const Request& request, std::ostream& out);
int callEngine(const Request& request, std::ostream& out);
int callChokes(const Request& request, std::ostream& out);
int callField(const Request& request, std::ostream& out);
int callShortSide(const Request& request, std::ostream& out);
int callViscous(const Request& request, std::ostream& out);
int callExport(const Request& request, std::ostream& out);
int callProbe(const Request& request, std::ostream& out);
int callPlate(const Request& request, std::ostream& out);
int callBook(const Request& request, std::ostream& out);
int callSwirl(const Request& request, std::ostream& out);
int callPack(const Request& request, std::ostream& out);
int callUnpack(const Request& request, std::ostream& out);
int callQueue(const Request& request, std::ostream& out);
int callSchema(const Request& request, std::ostream& out);
int callScan(const Request& request, std::ostream& out);
int callConvert(const Request& request, std::ostream& out);

/// Shared by the calls.
job::Job loadOrThrow(const std::string& path);
const job::Port& portOrThrow(const job::Job& job, const std::string& id);
/// The station that --station-mm asks for.
std::size_t stationOrThrow(const Request& request, const job::Port& port);
/// Where a port or branch stands in the file.
std::string portPlace(const job::Port& port);
/// A number with a decimal point and nothing behind it.
std::optional<double> plainNumber(const std::string& text);
/// A number of an option that has to lie in a range; wrong usage names the option.
double numberOf(const std::string& option, const std::string& text, double low, double high);
/// The option --today; where it was not given, today where the machine stands.
work::Day todayOf(const Request& request);
/// The option --flow-m3s.
VolumeFlow flowOf(const std::string& text);
/// Under "assumed": numbers of the port, its engine and bench for which the usual one was taken.
void putAssumed(Json& json, const job::Job& job, const job::Port& port);
/// A number for people and scripts: ten significant digits, so that binary noise does not show.
Json number(double value);
template <class T>
Json numberOrNull(const std::optional<T>& value, double (*inUnit)(T))
{
    return value ? number(inUnit(*value)) : Json(nullptr);
}
Json numberOrNull(const std::optional<double>& value);
/// The options of the room's air; standard air where they were not given.
air::AirState airOf(const Request& request);
/// A number under a key; where it is not known null, and why under "KEY_missing" with the unit left out of the key.
void put(Json& json, const std::string& key, const Json& numberOrNull, const Phrase& missing);

}  // namespace euryth::commands
