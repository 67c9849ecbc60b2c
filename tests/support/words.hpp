// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <string>
#include <vector>

#include "words/ids.hpp"

using euryth::words::idsIn;

/// Whether a phrase says an id, be it inside another one.
inline bool says(const euryth::Phrase& phrase, const std::string& id)
{
    const auto ids = idsIn(phrase);
    return std::find(ids.begin(), ids.end(), id) != ids.end();
}
