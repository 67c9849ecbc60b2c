// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

namespace euryth::paper {

/// The shipped fonts as OpenType files in memory.
std::span<const unsigned char> fontRegular();
std::span<const unsigned char> fontSemiBold();

}  // namespace euryth::paper
