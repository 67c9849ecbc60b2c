// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string_view>

namespace euryth::words {

/// The files of data/words as the build has put them into the program.
std::span<const std::string_view> shippedLanguages();

}  // namespace euryth::words
