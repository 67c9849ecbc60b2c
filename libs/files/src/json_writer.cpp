// SPDX-License-Identifier: GPL-3.0-or-later
#include "json_writer.hpp"

namespace euryth::files {

namespace {

std::string indent(int depth) { return std::string(static_cast<std::size_t>(depth) * 2, ' '); }

/// `members` (each a line, joined by commas) between brackets, or the empty pair.
std::string bracketed(char open, const std::string& members, char close, int depth)
{
    std::string text(1, open);
    if (!members.empty())
        text += "\n" + members + "\n" + indent(depth);
    return text + close;
}

void appendLine(std::string& members, const std::string& line)
{
    if (!members.empty())
        members += ",\n";
    members += line;
}

}  // namespace

std::string JsonWriter::quoted(std::string_view text)
{
    // A name with broken UTF-8 must not stop the saving of everything else: it is written with replacement marks.
    return nlohmann::ordered_json(text).dump(-1, ' ', false, nlohmann::ordered_json::error_handler_t::replace);
}

void JsonWriter::raw(std::string_view key, std::string_view json)
{
    appendLine(m_members, indent(m_depth + 1) + quoted(key) + ": " + std::string(json));
    m_written.emplace(key);
}

std::string JsonWriter::finished() const { return bracketed('{', m_members, '}', m_depth); }

void JsonWriter::range(std::string_view key, const job::ShareRange& range)
{
    writeList(key, {job::fileText(job::field::smallBigSmall, range.low),
                    job::fileText(job::field::smallBigSmall, range.high)});
}

void JsonWriter::text(std::string_view key, const std::string& value)
{
    if (value.empty())
        return;
    raw(key, quoted(value));
    m_knows = true;
}

void JsonWriter::writeList(std::string_view key, const std::vector<std::string>& items)
{
    if (items.empty())
        return;
    std::string lines;
    for (const std::string& item : items)
        appendLine(lines, indent(m_depth + 2) + item);
    raw(key, bracketed('[', lines, ']', m_depth + 1));
    m_knows = true;
}

void JsonWriter::words(std::string_view key, const std::vector<std::string>& texts)
{
    std::vector<std::string> items;
    for (const std::string& text : texts)
        items.push_back(quoted(text));
    writeList(key, items);
}

void JsonWriter::points(const job::Field& f, const std::vector<geometry::Point>& points)
{
    std::vector<std::string> pairs;
    for (const geometry::Point& p : points)
        pairs.push_back("[" + job::fileText(f, p.left) + ", " + job::fileText(f, p.up) + "]");
    writeList(f.key, pairs);
}

void JsonWriter::ports(std::string_view key, const std::vector<job::Port>& ports)
{
    std::vector<std::string> texts;
    for (std::size_t i = 0; i < ports.size();) {
        std::size_t next = i + 1;
        while (next < ports.size() && !ports[next].parent.empty() && ports[next].parent == ports[i].id)
            ++next;
        texts.push_back(record([&](JsonWriter& inner) {
            job::describePort(inner, ports[i], [&] {
                std::vector<std::string> branches;
                for (std::size_t k = i + 1; k < next; ++k) {
                    branches.push_back(inner.record([&](JsonWriter& branch) {
                        branch.text("id", job::branchName(ports[k]));
                        job::describeRunner(branch, ports[k], [] {});
                    }));
                }
                inner.writeList("branches", branches);
            });
        }));
        i = next;
    }
    writeList(key, texts);
}

void JsonWriter::unknown(const job::UnknownKeys& keys)
{
    for (const auto& [key, json] : keys) {
        if (m_written.contains(key))
            continue;  // an empty text of the file that has got a value since
        raw(key, canonicalText(nlohmann::ordered_json::parse(json), m_depth + 1));
        m_knows = true;
    }
}

std::string canonicalText(const nlohmann::ordered_json& json, int depth)
{
    std::string members;
    if (json.is_object()) {
        for (const auto& [key, value] : json.items()) {
            const std::string name = nlohmann::ordered_json(key).dump();
            appendLine(members, indent(depth + 1) + name + ": " + canonicalText(value, depth + 1));
        }
        return bracketed('{', members, '}', depth);
    }
    if (json.is_array()) {
        for (const auto& value : json)
            appendLine(members, indent(depth + 1) + canonicalText(value, depth + 1));
        return bracketed('[', members, ']', depth);
    }
    return json.is_number_float() ? job::shortestText(json.get<double>()) : json.dump();
}

}  // namespace euryth::files
