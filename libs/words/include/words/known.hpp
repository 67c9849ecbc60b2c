// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "words/phrase.hpp"

namespace euryth {

/// A result, or what is missing to work it out. Unknown is never zero.
template <class T>
struct Known {
    std::optional<T> value;
    Phrase missing;  ///< what has to be measured or entered first; empty where there is a value

    explicit operator bool() const { return value.has_value(); }
    const T& operator*() const { return *value; }
    const T* operator->() const { return &*value; }
};

}  // namespace euryth
