// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <limits>
#include <optional>
#include <string>
#include <string_view>

#include "words/phrase.hpp"

namespace euryth::job {

/// The unit of a number in the job file: SI value = (file value + offset) * factor.
struct FileUnit {
    double factor = 1.0;
    double offset = 0.0;
    std::string_view symbol;  ///< as the file's keys spell it, for messages
};

/// What values a number may have, in the file's unit.
struct Range {
    double low = -std::numeric_limits<double>::infinity();
    double high = std::numeric_limits<double>::infinity();
    bool lowExcluded = false;
};

/// Each number of the job is registered once (see fields.hpp): the file reader and writer, the check and the fields of
/// the window are made from it.
struct Field {
    std::string_view key;
    FileUnit unit;
    Range range;
    std::string_view help;    ///< what the number means, for tooltips
    bool towardLeft = false;  ///< counts toward the left: mirroring changes its sign
};

/// The unit of one kind of number: a quantity, a share (double) or a count (int).
template <class Kind>
struct UnitOf : FileUnit {
    constexpr UnitOf(double f, double o, std::string_view s) : FileUnit{f, o, s} {}
};

/// A field whose kind of number the compiler knows: what describes, reads, checks or edits a member by an entry of
/// another kind does not compile.
template <class Kind>
struct FieldOf : Field {
    constexpr FieldOf(std::string_view fieldKey, UnitOf<Kind> fieldUnit, Range fieldRange, std::string_view fieldHelp,
                      bool left = false)
        : Field{fieldKey, fieldUnit, fieldRange, fieldHelp, left}
    {
    }
};

double toSi(const Field& field, double fileValue);
double toFile(const Field& field, double si);

/// What is wrong with a value and what would be right ("must be over 0, is -2"), or nothing. The numbers are in the
/// file's unit.
std::optional<Phrase> rangeProblem(const Field& field, double si);

/// A number as the job file writes it: the shortest text that reads back to the same SI value.
std::string fileText(const Field& field, double si);

/// The shortest text of a plain number that reads back equal.
std::string shortestText(double value);

}  // namespace euryth::job
