// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/csv.hpp"

#include <algorithm>
#include <utility>

namespace euryth::imports {

namespace {

char markOf(std::string_view text)
{
    for (std::size_t start = 0; start < text.size();) {
        const std::size_t end = std::min(text.find('\n', start), text.size());
        const std::string_view line = text.substr(start, end - start);
        const auto count = [&](char c) { return std::ranges::count(line, c); };
        // A tab or semicolon is never part of a number, so it wins over commas.
        if (count('\t') > 0 || count(';') > 0)
            return count('\t') >= count(';') ? '\t' : ';';
        if (count(',') > 0)
            return ',';
        start = end + 1;
    }
    return ',';
}

std::string trimmed(std::string cell)
{
    const auto isSpace = [](char c) { return c == ' ' || c == '\r'; };
    while (!cell.empty() && isSpace(cell.back()))
        cell.pop_back();
    const auto first = std::ranges::find_if_not(cell, isSpace);
    cell.erase(cell.begin(), first);
    return cell;
}

bool isEmpty(const Row& row) { return std::ranges::all_of(row, &std::string::empty); }

}  // namespace

std::vector<Row> splitTable(std::string_view text)
{
    constexpr std::string_view byteOrderMark = "\xEF\xBB\xBF";
    if (text.starts_with(byteOrderMark))
        text.remove_prefix(byteOrderMark.size());
    const char mark = markOf(text);
    std::vector<Row> rows;
    Row row;
    std::string cell;
    bool quoted = false;
    const auto endCell = [&] { row.push_back(trimmed(std::exchange(cell, {}))); };
    const auto endRow = [&] {
        endCell();
        rows.push_back(std::exchange(row, {}));
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted) {
            const bool doubled = c == '"' && i + 1 < text.size() && text[i + 1] == '"';
            if (c != '"' || doubled)
                cell += c;
            else
                quoted = false;
            i += doubled ? 1 : 0;
        } else if (c == '"' && trimmed(cell).empty()) {
            quoted = true;
            cell.clear();
        } else if (c == mark) {
            endCell();
        } else if (c == '\n') {
            endRow();
        } else {
            cell += c;
        }
    }
    if (!cell.empty() || !row.empty())
        endRow();
    while (!rows.empty() && isEmpty(rows.back()))
        rows.pop_back();
    return rows;
}

std::string columnName(std::size_t column)
{
    constexpr std::size_t letters = 26;
    std::string name;
    for (std::size_t rest = column + 1; rest > 0; rest = (rest - 1) / letters)
        name.insert(name.begin(), static_cast<char>('A' + (rest - 1) % letters));
    return name;
}

}  // namespace euryth::imports
