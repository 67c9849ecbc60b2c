// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <string>
#include <string_view>

#include <tl/expected.hpp>

#include "units/format.hpp"
#include "units/units.hpp"
#include "words/phrase.hpp"

namespace euryth::units {

/// Why something typed cannot be read: where (byte offset into the text) and what would be right.
struct InputError {
    std::size_t position = 0;
    Phrase message;
};

/// Reads what people type into a field of `kind`; returns SI units.
///
/// Accepted: a number with point or comma, a fraction (`1/16`), a mixed number (`2 1/16`), sums and differences,
/// multiples and parts (`2*0.045`, `(52-3)/2`), each term with a unit of the kind or none. A term without a unit takes
/// the one unit that is written elsewhere in the text, or else the display unit; when several units are written, a
/// bare term is refused because it could mean either.
///
/// Examples (length, inch display): `2 1/16in`, `0.045+0.010`, `52mm`, `1in - 3mm`.
tl::expected<double, InputError> parseSi(std::string_view text, Kind kind, const DisplayUnits& units);

/// The same as a typed quantity.
template <class Q>
tl::expected<Q, InputError> parse(std::string_view text, const DisplayUnits& units)
{
    return parseSi(text, KindOf<Q>::kind, units).map([](double si) { return Q::fromSi(si); });
}

}  // namespace euryth::units
