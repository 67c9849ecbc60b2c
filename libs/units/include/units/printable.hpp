// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>

namespace euryth::units {

/// A text as any file or printer takes it: broken UTF-8 and characters that XML 1.0 forbids (controls, U+FFFE, U+FFFF,
/// surrogates) become U+FFFD, line breaks and tabs a space.
std::string printable(std::string_view text);

}  // namespace euryth::units
