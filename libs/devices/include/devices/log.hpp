// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <deque>
#include <memory>
#include <string>
#include <string_view>

#include <tl/expected.hpp>

#include "devices/instrument.hpp"
#include "devices/link.hpp"

namespace euryth::devices {

/// What was said between Euryth and an instrument, as lines "SECONDS < text" (it said) and "SECONDS > text" (we said).
/// Bytes that are no text stand as \xHH. Only the last `most` bytes are kept.
class Log {
public:
    explicit Log(std::size_t most = 4'000'000) : m_most(most) {}
    void heard(std::string_view bytes, Seconds at) { add('<', bytes, at, m_heard); }
    void said(std::string_view bytes, Seconds at) { add('>', bytes, at, m_said); }
    /// The whole log; what began before it was cut off at the front is left out.
    [[nodiscard]] std::string text() const;

private:
    void add(char direction, std::string_view bytes, Seconds at, std::string& half);

    std::size_t m_most;
    std::size_t m_bytes = 0;
    std::deque<std::string> m_lines;
    std::string m_heard;  ///< of a line whose end has not come
    std::string m_said;
};

/// A saved log as a link: gives back what the instrument said, one line a call, and swallows what is written to it. An
/// error where it cannot be read; at its end the other end is gone.
tl::expected<std::unique_ptr<Link>, Phrase> openLog(const std::string& path);

}  // namespace euryth::devices
