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

Phrase JsonReader::kindOf(const Json& json)
{
    constexpr std::size_t longest = 40;
    switch (json.type()) {
    case Json::value_t::null: return say("json.null");
    case Json::value_t::object: return say("json.record");
    case Json::value_t::array: return say("json.list", {{"entries", count(json.size())}});
    case Json::value_t::string: {
        const auto text = json.get<std::string>();
        return text.size() > longest ? say("json.long-text") : say("json.text", {{"text", text}});
    }
    default: return verbatim(json.dump());
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

Phrase JsonReader::wanted(const job::Field& f)
{
    const std::string unit(f.unit.symbol);
    return unit.empty() ? say("json.a-number") : say("json.a-number-in", {{"unit", unit}});
}

std::string JsonReader::oneOf(std::span<const std::string_view> words)
{
    std::string text;
    for (std::size_t i = 0; i < words.size(); ++i) {
        if (i > 0)
            text += ", ";
        text.append("\"").append(words[i]).append("\"");
    }
    return text;
}

void JsonReader::words(std::string_view key, std::vector<std::string>& texts)
{
    const Json* json = find(key);
    if (!json || json->is_null())
        return;
    if (!json->is_array())
        return fail(key, say("json.must.texts", {{"is", kindOf(*json)}}));
    for (const Json& item : *json) {
        if (item.is_string())
            texts.push_back(item.get<std::string>());
        else
            fail(key, say("json.must.texts", {{"is", kindOf(item)}}));
    }
}

void JsonReader::points(const job::Field& f, std::vector<geometry::Point>& points)
{
    const Json* json = find(f.key);
    if (!json || json->is_null())
        return fail(f.key, say("json.missing.pairs"));
    if (!json->is_array())
        return fail(f.key, say("json.must.pairs", {{"is", kindOf(*json)}}));
    for (std::size_t i = 0; i < json->size(); ++i) {
        const Json& pair = json->at(i);
        if (!pair.is_array() || pair.size() != 2 || !pair[0].is_number() || !pair[1].is_number()) {
            fail(std::string(f.key) + "/" + std::to_string(i), say("json.must.pair", {{"is", kindOf(pair)}}));
            continue;
        }
        points.push_back({job::toSi(f, pair[0].get<double>()), job::toSi(f, pair[1].get<double>())});
    }
}

void JsonReader::ports(std::string_view key, std::vector<job::Port>& ports)
{
    records(key, [&](JsonReader& inner) {
        const std::size_t parent = ports.size();
        ports.emplace_back();
        // The branches are read inside, which may move the list's memory; so the port is read apart.
        job::Port port;
        std::vector<job::Port> branches{1};
        job::describePort(inner, port, [&] {
            branches.front() = port;
            inner.branches(branches, 0);
        });
        ports[parent] = std::move(port);
        ports.insert(ports.end(), std::make_move_iterator(branches.begin() + 1),
                     std::make_move_iterator(branches.end()));
    });
}

void JsonReader::branches(std::vector<job::Port>& ports, std::size_t parent)
{
    records("branches", [&](JsonReader& inner) {
        const job::Port& common = ports[parent];
        job::Port branch;
        branch.parent = common.id;
        branch.side = common.side;
        branch.cylinder = common.cylinder;
        branch.casting = common.casting;
        branch.material = common.material;
        std::string name;
        inner.requiredText("id", name);
        branch.id = common.id + "/" + name;
        job::describeRunner(inner, branch, [] {});
        ports.push_back(std::move(branch));
    });
}

bool JsonReader::readPlain(const job::Field& f, const Json& json, double& value)
{
    if (!json.is_number()) {
        fail(f.key, say("json.must.number", {{"is", kindOf(json)}}));
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
        fail(f.key, say("json.must.whole", {{"is", job::shortestText(number)}}));
        return false;
    }
    value = static_cast<int>(number);
    return true;
}

}  // namespace euryth::files
