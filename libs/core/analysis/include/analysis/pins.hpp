// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "job/job.hpp"
#include "words/phrase.hpp"

/// Findings pinned to places of a port.
namespace euryth::analysis {

/// The stations between which a finding lies: one where it lies at it, two neighbours between which it does, none where
/// its place is not known. Beyond the ends the end counts.
std::vector<std::size_t> stationsAt(const job::Port& port, const job::Pin& pin);

/// Nothing is cut there: somebody said so, or metal was put on and nobody asks for a cut.
bool forbidsCut(const job::Pin& pin);

/// An id that no finding of the port has: "N1", "N2" ...
std::string nextPinId(const job::Port& port);

/// Its kind in a word ("wet streak").
Phrase nameOf(job::PinKind kind);

}  // namespace euryth::analysis
