// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "words/phrase.hpp"

namespace euryth {

/// Gathers what is missing, to be told all at once.
class MissingList {
public:
    void need(bool known, std::string_view id)
    {
        if (!known)
            m_items.push_back(say(id));
    }
    void add(Phrase what) { m_items.push_back(std::move(what)); }
    [[nodiscard]] bool empty() const { return m_items.empty(); }
    /// "bore, stroke and rod length"; empty where nothing is missing.
    [[nodiscard]] Phrase phrase() const { return m_items.empty() ? Phrase() : say("list", {{"items", m_items}}); }

private:
    std::vector<Phrase> m_items;
};

}  // namespace euryth
