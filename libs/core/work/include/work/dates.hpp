// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <string_view>

/// Days and moments as the job's texts have them (ISO 8601).
namespace euryth::work {

using Day = std::chrono::sys_days;

/// The day of "2026-03-01", or of a moment that begins so; nothing where that is no day of the calendar.
std::optional<Day> dayOf(std::string_view text);
std::string textOf(Day day);
/// From 0 for Monday to 6.
unsigned weekDay(Day day);

/// A moment with the distance from UTC of the clock that it was read from, so that it is still the same moment when the
/// machine's time zone is another one, and still has the day of whoever worked then.
struct Moment {
    std::chrono::sys_seconds utc;
    std::chrono::minutes offset{};

    [[nodiscard]] Day day() const { return std::chrono::floor<std::chrono::days>(utc + offset); }
    friend bool operator==(const Moment&, const Moment&) = default;
};
/// Of "2026-03-01T08:30:00+01:00" (seconds may be left out, "Z" is UTC); nothing for anything else.
std::optional<Moment> momentOf(std::string_view text);
std::string textOf(const Moment& moment);

}  // namespace euryth::work
