// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include <tl/expected.hpp>

#include "words/phrase.hpp"

/// What carries the bytes to an instrument and back.
namespace euryth::devices {

class Link {
public:
    Link() = default;
    Link(const Link&) = delete;
    Link& operator=(const Link&) = delete;
    virtual ~Link() = default;
    /// What has come within a time; empty where nothing has. An error where the other end is gone.
    virtual tl::expected<std::string, Phrase> read(std::chrono::milliseconds within) = 0;
    virtual tl::expected<void, Phrase> write(std::string_view bytes) = 0;
};

/// Opens a connection by its address:
///   serial:PATH         a serial line at 115200 baud, 8 data bits, no parity; serial:PATH@BAUD at another speed
///   socket:PATH         a local socket
///   tcp:HOST:PORT
///   log:PATH            a saved log, played back (devices/log.hpp)
/// What goes wrong is told with the address and what would be right.
tl::expected<std::unique_ptr<Link>, Phrase> openLink(const std::string& address);

/// Serial lines of this machine that may have an instrument at their other end, as addresses; by their lasting names
/// where the system gives them some.
std::vector<std::string> serialLines();

}  // namespace euryth::devices
