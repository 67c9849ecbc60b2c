// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/test_conditions.hpp"

#include <cmath>

#include "job/describe.hpp"

namespace euryth::analysis {

Conditions conditionsOf(const job::ProbeSet& set) { return {set.bench, set.depression, &set.setup}; }
Conditions conditionsOf(const job::FlowTest& test) { return {test.bench, test.depression, &test.setup}; }

namespace {

Phrase entryName(job::Entry entry)
{
    return say("setup.entry." + std::string(job::kEntryKeys[static_cast<std::size_t>(entry)]));
}

/// A valve that nobody has named is the head's own.
Phrase valveName(const std::string& valve)
{
    return valve.empty() ? say("setup.own-valve") : say("value", {{"value", valve}});
}

void compareSetups(const job::Setup& a, const job::Setup& b, std::vector<Phrase>& why)
{
    constexpr Length alike = lengthFromMm(1.0);  // of an adapter
    if (a.bore && b.bore && abs(*a.bore - *b.bore) > alike)
        why.push_back(say("differ.bore", {{"a", *a.bore}, {"b", *b.bore}}));
    if (a.entry && b.entry && *a.entry != *b.entry)
        why.push_back(say("differ.entry", {{"a", entryName(*a.entry)}, {"b", entryName(*b.entry)}}));
    if (a.pipe && b.pipe && *a.pipe != *b.pipe)
        why.push_back(say(*a.pipe ? "differ.pipe.first" : "differ.pipe.second"));
    if (a.plug && b.plug && *a.plug != *b.plug)
        why.push_back(say(*a.plug ? "differ.plug.first" : "differ.plug.second"));
    if (a.valve != b.valve)
        why.push_back(say("differ.valve", {{"a", valveName(a.valve)}, {"b", valveName(b.valve)}}));
}

}  // namespace

std::vector<Phrase> whyNotCompared(const Conditions& a, const Conditions& b)
{
    std::vector<Phrase> why;
    if (!a.bench.empty() && !b.bench.empty() && a.bench != b.bench)
        why.push_back(say("differ.bench", {{"a", a.bench}, {"b", b.bench}}));
    if (a.setup && b.setup)
        compareSetups(*a.setup, *b.setup, why);
    constexpr double alike = 0.02;
    if (a.depression && b.depression && std::abs(*a.depression / *b.depression - 1.0) > alike)
        why.push_back(say("differ.depression", {{"a", *a.depression}, {"b", *b.depression}}));
    return why;
}

}  // namespace euryth::analysis
