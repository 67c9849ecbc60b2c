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

/// How people see a number, where its kind leaves a choice.
enum class Shown {
    Usual,     ///< a length as a size, a volume in large, a share as it is
    Position,  ///< a length along the runner
    Percent,   ///< a share
    Small      ///< a small volume
};

/// Each number of the job is registered once (see fields.hpp): the file reader and writer, the check and the fields of
/// the window are made from it.
struct Field {
    std::string_view id;   ///< its name in the catalogue
    std::string_view key;  ///< in the file, within its record
    FileUnit unit;
    Range range;
    Shown shown = Shown::Usual;
    bool towardLeft = false;  ///< counts toward the left: mirroring changes its sign

    /// As a form names it ("Bore"), and what it means.
    [[nodiscard]] Phrase label() const { return say("number." + std::string(id)); }
    [[nodiscard]] Phrase help() const { return say("number." + std::string(id) + ".help"); }
};

/// The unit of one kind of number: a quantity, a share (double) or a count (int); and how that is shown.
template <class Kind>
struct UnitOf : FileUnit {
    Shown shown;
    constexpr UnitOf(double f, double o, std::string_view s, Shown how = Shown::Usual) : FileUnit{f, o, s}, shown(how)
    {
    }
};

/// A field whose kind of number the compiler knows: what describes, reads, checks or edits a member by an entry of
/// another kind does not compile.
template <class Kind>
struct FieldOf : Field {
    constexpr FieldOf(std::string_view fieldId, std::string_view fieldKey, UnitOf<Kind> fieldUnit, Range fieldRange,
                      bool left = false)
        : Field{fieldId, fieldKey, fieldUnit, fieldRange, fieldUnit.shown, left}
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
