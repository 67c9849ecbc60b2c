// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/dates.hpp"

#include <array>
#include <charconv>
#include <cstdio>

namespace euryth::work {

namespace {

using namespace std::chrono;

/// Takes `digits` digits off the front.
std::optional<int> takeDigits(std::string_view& text, std::size_t digits)
{
    if (text.size() < digits)
        return std::nullopt;
    int value = 0;
    const auto read = std::from_chars(text.data(), text.data() + digits, value);
    if (read.ec != std::errc{} || read.ptr != text.data() + digits || text.front() == '-')
        return std::nullopt;
    text.remove_prefix(digits);
    return value;
}

bool takeSign(std::string_view& text, char sign)
{
    if (!text.starts_with(sign))
        return false;
    text.remove_prefix(1);
    return true;
}

std::optional<Day> takeDay(std::string_view& text)
{
    const auto y = takeDigits(text, 4);
    if (!y || !takeSign(text, '-'))
        return std::nullopt;
    const auto m = takeDigits(text, 2);
    if (!m || !takeSign(text, '-'))
        return std::nullopt;
    const auto d = takeDigits(text, 2);
    if (!d)
        return std::nullopt;
    const year_month_day date{year{*y}, month{static_cast<unsigned>(*m)}, day{static_cast<unsigned>(*d)}};
    return date.ok() ? std::optional<Day>(date) : std::nullopt;
}

/// "08:30" or "08:30:15", in seconds.
std::optional<seconds> takeTime(std::string_view& text)
{
    const auto h = takeDigits(text, 2);
    if (!h || *h > 23 || !takeSign(text, ':'))
        return std::nullopt;
    const auto m = takeDigits(text, 2);
    if (!m || *m > 59)
        return std::nullopt;
    int s = 0;
    if (takeSign(text, ':')) {
        const auto read = takeDigits(text, 2);
        if (!read || *read > 59)
            return std::nullopt;
        s = *read;
    }
    return hours{*h} + minutes{*m} + seconds{s};
}

std::optional<minutes> takeOffset(std::string_view& text)
{
    if (takeSign(text, 'Z'))
        return minutes{0};
    const bool west = text.starts_with('-');
    if (!west && !text.starts_with('+'))
        return std::nullopt;
    text.remove_prefix(1);
    const auto h = takeDigits(text, 2);
    if (!h || *h > 14 || !takeSign(text, ':'))
        return std::nullopt;
    const auto m = takeDigits(text, 2);
    if (!m || *m > 59)
        return std::nullopt;
    const minutes all = hours{*h} + minutes{*m};
    return west ? -all : all;
}

}  // namespace

std::optional<Day> dayOf(std::string_view text)
{
    const auto day = takeDay(text);
    return day && (text.empty() || text.front() == 'T') ? day : std::nullopt;
}

std::string textOf(Day day)
{
    const year_month_day date{day};
    std::array<char, 40> text{};
    std::snprintf(text.data(), text.size(), "%04d-%02u-%02u", static_cast<int>(date.year()),
                  static_cast<unsigned>(date.month()), static_cast<unsigned>(date.day()));
    return text.data();
}

unsigned weekDay(Day day) { return weekday{day}.iso_encoding() - 1; }

std::optional<Moment> momentOf(std::string_view text)
{
    const auto day = takeDay(text);
    if (!day || !takeSign(text, 'T'))
        return std::nullopt;
    const auto time = takeTime(text);
    if (!time)
        return std::nullopt;
    const auto offset = takeOffset(text);
    if (!offset || !text.empty())
        return std::nullopt;
    return Moment{sys_seconds{*day} + *time - *offset, *offset};
}

std::string textOf(const Moment& moment)
{
    const auto local = moment.utc + moment.offset;
    const Day day = floor<days>(local);
    const hh_mm_ss time{local - sys_seconds{day}};
    const hh_mm_ss away{moment.offset};
    std::array<char, 80> text{};
    std::snprintf(text.data(), text.size(), "%sT%02d:%02d:%02d%c%02d:%02d", textOf(day).c_str(),
                  static_cast<int>(time.hours().count()), static_cast<int>(time.minutes().count()),
                  static_cast<int>(time.seconds().count()), away.is_negative() ? '-' : '+',
                  static_cast<int>(away.hours().count()), static_cast<int>(away.minutes().count()));
    return text.data();
}

}  // namespace euryth::work
