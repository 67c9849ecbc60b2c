// SPDX-License-Identifier: GPL-3.0-or-later
#include "cut_work/how.hpp"

#include <algorithm>
#include <array>
#include <cctype>

#include "geometry/wall_contour.hpp"

namespace euryth::cut_work {

using cutting::Element;
using geometry::index;
using geometry::kSectors;

namespace {

constexpr std::array<std::string_view, 4> kGrits{"burred", "sixty", "fine", "polished"};

/// Depths of the cuts before one and of this one less what it still leaves.
geometry::PerSector<Length> depthsSoFar(const cutting::CutPlan& plan, std::size_t cut, std::size_t station,
                                        Length leaves)
{
    const geometry::PerSector<Length> before = cutting::depthsAfter(plan, cut, station);
    geometry::PerSector<Length> depths = cutting::depthsAfter(plan, cut + 1, station);
    for (const auto s : kSectors)
        depths[index(s)] = std::max(before[index(s)], depths[index(s)] - leaves);
    return depths;
}

Caliper caliperAt(const analysis::PortAnalysis& analysis, std::size_t cut, std::size_t station, Length leaves)
{
    const cutting::CutStation& at = analysis.cutProblem->stations[station];
    const auto box = [&](const geometry::PerSector<Length>& depths) {
        return geometry::boxOf(geometry::movedWall(at.section, depths));
    };
    const geometry::Box then = box(depthsSoFar(*analysis.cut, cut, station, leaves));
    const geometry::Box before = box(cutting::depthsAfter(*analysis.cut, cut, station));
    constexpr Length shows = lengthFromMm(0.02);  // on a caliper
    Caliper caliper{at.s, {}, {}};
    if (then.width - before.width >= shows)
        caliper.width = then.width;
    if (then.height - before.height >= shows)
        caliper.height = then.height;
    return caliper;
}

/// Which burr fits: a ball where the floor turns under the hand, an egg where walls turn, a cone in the straight.
std::string_view burrFor(Element element)
{
    switch (element) {
    case Element::ShortSide: return "ball";
    case Element::TurnRoof:
    case Element::TurnRight:
    case Element::TurnLeft:
    case Element::Bowl: return "egg";
    default: return "cone";
    }
}

Phrase finishingTool(Element element, job::Finish finish)
{
    // A stiff roll leaves ridges on the short side.
    const std::string_view roll = element == Element::ShortSide ? "cloth" : "cartridge";
    return say("cut.tool.finish-" + std::string(kGrits[static_cast<std::size_t>(finish)]),
               {{"roll", roll == "cloth" ? say("cut.roll.cloth") : say("cut.roll.cartridge")}});
}

std::vector<Pass> passesOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                           std::size_t index)
{
    const cutting::Cut& cut = analysis.cut->cuts[index];
    const Phrase burr = say("cut.tool." + std::string(burrFor(cut.element)));
    std::vector<Pass> passes;
    if (cut.maxDepth >= kRoughFrom)
        passes.push_back({say("cut.pass.rough"), burr, kRoughLeaves, {}});
    if (cut.maxDepth >= kBlendFrom)
        passes.push_back({say("cut.pass.blend"), passes.empty() ? burr : say("cut.tool.finger"), kBlendLeaves, {}});
    passes.push_back({say("cut.pass.finish"), finishingTool(cut.element, job::finish(job.house, port.side)), {}, {}});
    for (Pass& pass : passes) {
        if (cut.element != Element::Boss)
            pass.size = caliperAt(analysis, index, cut.deepestStation, pass.leaves);
    }
    return passes;
}

bool isAluminium(const std::string& material)
{
    std::string low = material;
    std::ranges::transform(low, low.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    const auto has = [&](const char* word) { return low.find(word) != std::string::npos; };
    return has("alumin") || (has("alloy") && !has("iron") && !has("steel"));
}

Phrase lubricantFor(const std::string& material)
{
    if (material.empty())
        return say("cut.lubricant.unknown");
    return say(isAluminium(material) ? "cut.lubricant.aluminium" : "cut.lubricant.dry");
}

}  // namespace

Phrase said(const Caliper& caliper)
{
    if (caliper.width && caliper.height)
        return say("cut.caliper.both",
                   {{"width", *caliper.width}, {"height", *caliper.height}, {"place", Position{caliper.s}}});
    if (caliper.width)
        return say("cut.caliper.width", {{"width", *caliper.width}, {"place", Position{caliper.s}}});
    if (caliper.height)
        return say("cut.caliper.height", {{"height", *caliper.height}, {"place", Position{caliper.s}}});
    return {};
}

CutHow howTo(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis, std::size_t cut)
{
    const cutting::Cut& of = analysis.cut->cuts[cut];
    CutHow how;
    how.way = say("cut.way." + std::string(key(of.element)));
    how.passes = passesOf(job, port, analysis, cut);
    how.lubricant = lubricantFor(job::materialOf(job, port));
    how.checks = say(of.element == Element::Boss     ? "cut.checks.boss"
                     : of.element == Element::Window ? "cut.checks.window"
                                                     : "cut.checks.wall");
    if (of.element != Element::Boss) {
        for (const std::size_t station : of.stations)
            how.calipers.push_back(caliperAt(analysis, cut, station, {}));
    }
    return how;
}

}  // namespace euryth::cut_work
