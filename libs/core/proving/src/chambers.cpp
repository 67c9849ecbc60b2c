// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/chambers.hpp"

#include <algorithm>

#include "analysis/engine_inputs.hpp"
#include "planning/compression.hpp"

namespace euryth::proving {

namespace {

std::optional<double> ratioWith(const job::Engine& engine, Volume chamber)
{
    return analysis::compressionWith(engine, analysis::clearanceWith(engine, chamber));
}

ChamberNow chamberNow(const job::Job& job, std::size_t index)
{
    const job::Chamber& chamber = job.chambers[index];
    ChamberNow now{index, chamber.cylinder, *chamber.volume, ratioWith(job.engine, *chamber.volume), {}, {}};
    for (std::size_t i = 0; chamber.cylinder && i < index; ++i) {
        if (job.chambers[i].cylinder == chamber.cylinder && job.chambers[i].volume)
            now.before.push_back(i);
    }
    return now;
}

Known<Skim> skimOf(const job::Engine& engine, Volume largest)
{
    if (!engine.wantedChamber)
        return {std::nullopt, say("missing.wanted-chamber")};
    if (!engine.bore)
        return {std::nullopt, say("missing.bore")};
    if (*engine.wantedChamber >= largest)
        return {std::nullopt, say("skim.none", {{"wanted", *engine.wantedChamber}, {"largest", largest}})};
    Skim skim;
    skim.wanted = *engine.wantedChamber;
    skim.depth = planning::skimFor(largest - skim.wanted, *engine.bore);
    skim.ratio = ratioWith(engine, skim.wanted);
    return {skim, {}};
}

}  // namespace

Known<Chambers> chambersOf(const job::Job& job)
{
    const auto present = job::presentChambers(job);
    if (present.size() < 2)
        return {std::nullopt, say("missing.two-chambers")};
    Chambers chambers;
    for (const std::size_t i : present)
        chambers.now.push_back(chamberNow(job, i));
    std::ranges::stable_sort(chambers.now, {}, [](const ChamberNow& c) { return c.cylinder.value_or(0); });
    const auto [least, most] = std::ranges::minmax(chambers.now, {}, &ChamberNow::volume);
    chambers.smallest = least.volume;
    chambers.largest = most.volume;
    for (ChamberNow& chamber : chambers.now)
        chamber.take = chambers.largest - chamber.volume;
    constexpr Volume rounding = Volume::fromSi(1e-12);
    chambers.alike = chambers.spread() <= job.house.alikeChamber + rounding;
    chambers.ratio = chambers.ratioLow = ratioWith(job.engine, chambers.largest);
    chambers.ratioHigh = ratioWith(job.engine, chambers.smallest);
    chambers.skim = skimOf(job.engine, chambers.largest);
    return {std::move(chambers), {}};
}

}  // namespace euryth::proving
