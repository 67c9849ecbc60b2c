// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "job/air_read.hpp"
#include "words/phrase.hpp"

/// Whether two readings of a bench may be compared.
namespace euryth::analysis {

/// Under what something was read on a bench.
struct Conditions {
    std::string bench;
    std::optional<PressureDifference> depression;
    const job::Setup* setup = nullptr;
};
Conditions conditionsOf(const job::ProbeSet& set);
Conditions conditionsOf(const job::FlowTest& test);

/// In what two readings differ so that their difference is not the port's: bench, adapter, entry, pipe, plug; a
/// depression that differs by over a fiftieth. What is not written down for one of them is no difference that one can
/// name (numbers of two benches differ, and so they do with other adapters, entries and pipes: common practice, no
/// source).
std::vector<Phrase> whyNotCompared(const Conditions& a, const Conditions& b);

}  // namespace euryth::analysis
