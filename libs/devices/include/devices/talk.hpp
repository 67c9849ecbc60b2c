// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <memory>
#include <optional>
#include <string>

#include "devices/link.hpp"
#include "devices/log.hpp"

namespace euryth::devices {

/// An instrument at the end of an address: what is said goes over the link and into the log. When the other end goes,
/// the connection is tried again, at first after half a second, then ever more rarely up to five.
class Talk {
public:
    explicit Talk(std::string address, double ratePerSecond = 10.0)
        : m_address(std::move(address)),
          m_instrument(ratePerSecond)
    {
    }

    /// Reads and writes for about so long. `now` is the time at its beginning.
    void turn(Seconds now, std::chrono::milliseconds within);

    [[nodiscard]] Instrument& instrument() { return m_instrument; }
    [[nodiscard]] const Instrument& instrument() const { return m_instrument; }
    [[nodiscard]] const std::string& address() const { return m_address; }
    [[nodiscard]] bool isConnected() const { return m_link != nullptr; }
    /// Why it is not connected; empty while it is, and before the first try.
    [[nodiscard]] const Phrase& trouble() const { return m_trouble; }
    [[nodiscard]] const Log& log() const { return m_log; }

private:
    void lose(Phrase why, Seconds now);

    std::string m_address;
    Instrument m_instrument;
    Log m_log;
    std::unique_ptr<Link> m_link;
    Phrase m_trouble;
    Seconds m_nextTry = 0.0;
    Seconds m_wait = 0.5;
};

}  // namespace euryth::devices
