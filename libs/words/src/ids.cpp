// SPDX-License-Identifier: GPL-3.0-or-later
#include "words/ids.hpp"

namespace euryth::words {

std::vector<std::string> idsIn(const Phrase& phrase)
{
    std::vector<std::string> ids;
    for (const auto& sentence : phrase.sentences()) {
        ids.push_back(sentence.id);
        for (const auto& argument : sentence.arguments) {
            if (const auto* inner = std::get_if<std::vector<Phrase>>(&argument.value)) {
                for (const Phrase& part : *inner) {
                    const auto more = idsIn(part);
                    ids.insert(ids.end(), more.begin(), more.end());
                }
            }
        }
    }
    return ids;
}

}  // namespace euryth::words
