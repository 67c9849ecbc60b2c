// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/talk.hpp"

#include <algorithm>
#include <thread>

namespace euryth::devices {

namespace {

constexpr Seconds kFirstWait = 0.5;
constexpr Seconds kLongestWait = 5.0;

}  // namespace

void Talk::lose(Phrase why, Seconds now)
{
    m_link.reset();
    m_trouble = std::move(why);
    m_nextTry = now + m_wait;
    m_wait = std::min(kLongestWait, 2.0 * m_wait);
}

void Talk::turn(Seconds now, std::chrono::milliseconds within)
{
    if (!m_link) {
        if (now < m_nextTry) {
            std::this_thread::sleep_for(within);
            return;
        }
        auto link = openLink(m_address);
        if (!link)
            return lose(std::move(link.error()), now);
        m_link = std::move(*link);
        m_trouble = {};
        m_instrument.connected(now);
    }
    if (const std::string bytes = m_instrument.toSend(now); !bytes.empty()) {
        m_log.said(bytes, now);
        if (auto sent = m_link->write(bytes); !sent)
            return lose(std::move(sent.error()), now);
    }
    auto came = m_link->read(within);
    if (!came)
        return lose(std::move(came.error()), now);
    if (came->empty())
        return;
    m_wait = kFirstWait;  // somebody is there
    m_log.heard(*came, now);
    m_instrument.received(*came, now);
}

}  // namespace euryth::devices
