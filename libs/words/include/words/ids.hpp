// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "words/phrase.hpp"

namespace euryth::words {

/// Every id that a phrase says, those of its arguments too, in the order of the text.
std::vector<std::string> idsIn(const Phrase& phrase);

}  // namespace euryth::words
