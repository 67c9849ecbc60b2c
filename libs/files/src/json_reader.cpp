// SPDX-License-Identifier: GPL-3.0-or-later
#include "json_reader.hpp"

#include <cmath>

namespace euryth::files {

const Json* JsonReader::find(std::string_view key)
{
    m_known.emplace(key);
    const auto found = m_object.find(std::string(key));
    return found == m_object.end() ? nullptr : &*found;
}

std::string JsonReader::kindOf(const Json& json)
{
    constexpr std::size_t longest = 40;
    switch (json.type()) {
    case Json::value_t::null: return "null";
    case Json::value_t::object: return "a record";
    case Json::value_t::array: return "a list of " + std::to_string(json.size());
    case Json::value_t::string: {
        const auto text = json.get<std::string>();
        return text.size() > longest ? "a long text" : "the text \"" + text + "\"";
    }
    default: return json.dump();
    }
}

std::string JsonReader::entryName(const Json& item, std::size_t number)
{
    if (item.is_object()) {
        const auto id = item.find("id");
        if (id != item.end() && id->is_string() && !id->get<std::string>().empty())
            return id->get<std::string>();
    }
    return std::to_string(number);
}

std::string JsonReader::wanted(const job::Field& f)
{
    const std::string unit(f.unit.symbol);
    return unit.empty() ? "a number" : "a number in " + unit;
}

std::string JsonReader::oneOf(std::span<const std::string_view> words)
{
    std::string text;
    for (std::size_t i = 0; i < words.size(); ++i) {
        if (i > 0)
            text += i + 1 < words.size() ? ", " : " or ";
        text.append("\"").append(words[i]).append("\"");
    }
    return text;
}

bool JsonReader::readPlain(const job::Field& f, const Json& json, double& value)
{
    if (!json.is_number()) {
        fail(f.key, "must be a number, is " + kindOf(json));
        return false;
    }
    value = json.get<double>();
    return true;
}

bool JsonReader::readNumber(const job::Field& f, const Json& json, double& value)
{
    if (!readPlain(f, json, value))
        return false;
    value = job::toSi(f, value);
    return true;
}

bool JsonReader::readNumber(const job::Field& f, const Json& json, int& value)
{
    double number = 0.0;
    if (!readPlain(f, json, number))
        return false;
    constexpr double greatest = 1e6;
    if (number != std::floor(number) || std::abs(number) > greatest) {
        fail(f.key, "must be a whole number, is " + job::shortestText(number));
        return false;
    }
    value = static_cast<int>(number);
    return true;
}

}  // namespace euryth::files
