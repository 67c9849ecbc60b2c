// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <string>
#include <vector>

#include "words/phrase.hpp"

/// Every id that a phrase says, those of its arguments too.
inline std::vector<std::string> idsIn(const euryth::Phrase& phrase)
{
    std::vector<std::string> ids;
    for (const auto& sentence : phrase.sentences()) {
        ids.push_back(sentence.id);
        for (const auto& argument : sentence.arguments) {
            if (const auto* inner = std::get_if<std::vector<euryth::Phrase>>(&argument.value)) {
                for (const euryth::Phrase& part : *inner) {
                    const auto more = idsIn(part);
                    ids.insert(ids.end(), more.begin(), more.end());
                }
            }
        }
    }
    return ids;
}

/// Whether a phrase says an id, be it inside another one.
inline bool says(const euryth::Phrase& phrase, const std::string& id)
{
    const auto ids = idsIn(phrase);
    return std::find(ids.begin(), ids.end(), id) != ids.end();
}
