// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/words.hpp"
#include "units/format.hpp"

/// A phrase in English, for what tests look at as a whole.
inline std::string told(const euryth::Phrase& phrase) { return euryth::units::render(phrase, {}); }
inline std::string told(const std::vector<euryth::Phrase>& lines)
{
    std::string text;
    for (const euryth::Phrase& line : lines)
        text += (text.empty() ? "" : "\n") + told(line);
    return text;
}
