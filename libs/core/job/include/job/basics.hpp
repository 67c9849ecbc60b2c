// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <utility>
#include <vector>

/// What the records of a job have in common.
namespace euryth::job {

/// Keys of the file that this version does not know, as JSON text, kept so that saving loses nothing.
using UnknownKeys = std::vector<std::pair<std::string, std::string>>;

enum class Side { Intake, Exhaust };

/// A side as seen from the window.
enum class Across { Left, Right };

/// A number that nobody has measured and for which the usual one was taken (job/usual.hpp). The mark holds as long as
/// the number is still that one.
struct Assumed {
    std::string at;      ///< the number's place in its record, as the file spells it: "valve/stem_mm"
    double value = 0.0;  ///< in the file's unit
    UnknownKeys unknown;
    friend bool operator==(const Assumed&, const Assumed&) = default;
};

}  // namespace euryth::job
