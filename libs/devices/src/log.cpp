// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/log.hpp"

#include <array>
#include <charconv>
#include <cstdio>
#include <fstream>

namespace euryth::devices {

namespace {

constexpr std::string_view kHex = "0123456789abcdef";

std::string printable(std::string_view line)
{
    std::string text;
    for (const char c : line) {
        if (c >= ' ' && c <= '~' && c != '\\') {
            text += c;
            continue;
        }
        const auto byte = static_cast<unsigned char>(c);
        text += "\\x";
        text += kHex[byte >> 4U];
        text += kHex[byte & 0xFU];
    }
    return text;
}

std::string unprinted(std::string_view text)
{
    std::string line;
    for (std::size_t i = 0; i < text.size(); ++i) {
        unsigned byte = 0;
        constexpr std::size_t escape = 4;
        const bool escaped =
            text.substr(i).starts_with("\\x") && i + escape <= text.size() &&
            std::from_chars(text.data() + i + 2, text.data() + i + escape, byte, 16).ptr == text.data() + i + escape;
        line += escaped ? static_cast<char>(byte) : text[i];
        i += escaped ? escape - 1 : 0;
    }
    return line;
}

class PlayBack : public Link {
public:
    PlayBack(std::string path, std::ifstream file) : m_path(std::move(path)), m_file(std::move(file)) {}

    tl::expected<std::string, Phrase> read(std::chrono::milliseconds /*within*/) override
    {
        for (std::string line; std::getline(m_file, line);) {
            const std::size_t heard = line.find(" < ");
            if (heard != std::string::npos)
                return unprinted(std::string_view(line).substr(heard + 3)) + "\n";
        }
        return tl::unexpected(say("device.log-end", {{"path", m_path}}));
    }
    tl::expected<void, Phrase> write(std::string_view /*bytes*/) override { return {}; }

private:
    std::string m_path;
    std::ifstream m_file;
};

}  // namespace

void Log::add(char direction, std::string_view bytes, Seconds at, std::string& half)
{
    for (const char c : bytes) {
        const bool end = c == '\n' || half.size() > 2 * kLongestLine;
        if (c != '\n')
            half += c;
        if (!end)
            continue;
        std::array<char, 32> time{};
        std::snprintf(time.data(), time.size(), "%.3f", at);
        m_lines.push_back(std::string(time.data()) + " " + direction + " " + printable(half));
        m_bytes += m_lines.back().size() + 1;
        half.clear();
        while (m_bytes > m_most && m_lines.size() > 1) {
            m_bytes -= m_lines.front().size() + 1;
            m_lines.pop_front();
        }
    }
}

std::string Log::text() const
{
    std::string text;
    for (const std::string& line : m_lines)
        text += line + "\n";
    return text;
}

tl::expected<std::unique_ptr<Link>, Phrase> openLog(const std::string& path)
{
    std::ifstream file(path);
    if (!file)
        return tl::unexpected(say("device.log-missing", {{"path", path}}));
    return std::make_unique<PlayBack>(path, std::move(file));
}

}  // namespace euryth::devices
