// SPDX-License-Identifier: GPL-3.0-or-later
#include "group_cuts.hpp"

#include <algorithm>

#include "geometry/wall_contour.hpp"

namespace euryth::cutting {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;

namespace {

std::vector<Sector> sectorsOf(Part part, Element element)
{
    std::vector<Sector> sectors;
    std::ranges::copy_if(kSectors, std::back_inserter(sectors),
                         [&](Sector s) { return elementOf(part, s) == element; });
    return sectors;
}

Length deepestOf(const CutProblem& problem, const DepthField& depths, std::size_t station, Element element)
{
    Length deepest;
    for (const Sector s : sectorsOf(problem.stations[station].part, element))
        deepest = std::max(deepest, depths[station][index(s)]);
    return deepest;
}

/// A valley between two deeper stations ends a cut where it is shallower than this share of both.
constexpr double kValley = 0.4;

/// Runs of neighbouring stations that are cut in an element, parted in the valleys between separate peaks.
std::vector<std::vector<std::size_t>> runsOf(const CutProblem& problem, const DepthField& depths, Element element)
{
    std::vector<std::vector<std::size_t>> runs;
    Length peak;
    for (std::size_t i = 0; i < depths.size(); ++i) {
        const Length here = deepestOf(problem, depths, i, element);
        if (here <= Length{})
            continue;
        const bool joins = !runs.empty() && runs.back().back() + 1 == i;
        const Length next = i + 1 < depths.size() ? deepestOf(problem, depths, i + 1, element) : Length{};
        const bool valley = joins && here < kValley * peak && next > here && here < kValley * next;
        if (!joins || valley) {
            runs.emplace_back();
            peak = {};
        }
        runs.back().push_back(i);
        peak = std::max(peak, here);
    }
    return runs;
}

/// Area that the depths of one element alone add at a station.
Area areaOf(const CutStation& station, const geometry::PerSector<Length>& depths, Element element)
{
    geometry::PerSector<Length> only{};
    for (const Sector s : sectorsOf(station.part, element))
        only[index(s)] = depths[index(s)];
    return geometry::WallContour(station.section).cutForm().areaAdded(only);
}

/// Volume of a cut: the area that it adds at each station (none outside the cut), integrated by the trapezium rule out
/// to the uncut neighbours.
template <class AreaAdded>
Volume volumeOf(const std::vector<CutStation>& stations, const Cut& cut, AreaAdded areaAdded)
{
    Volume total;
    const std::size_t first = cut.stations.front() > 0 ? cut.stations.front() - 1 : 0;
    const std::size_t last = std::min(cut.stations.back() + 1, stations.size() - 1);
    const auto areaAt = [&](std::size_t i) {
        const bool inside = i >= cut.stations.front() && i <= cut.stations.back();
        return inside ? areaAdded(i) : Area{};
    };
    for (std::size_t i = first; i < last; ++i)
        total += (stations[i + 1].s - stations[i].s) * (areaAt(i) + areaAt(i + 1)) / 2.0;
    return total;
}

Phrase reasonFor(const CutProblem& problem, const CutPlan& plan, const Cut& cut)
{
    Phrase why;
    const CutStation* smallStation = nullptr;
    double greatestLack = 0.0;
    for (const std::size_t i : cut.stations) {
        const CutStation& station = problem.stations[i];
        const double lack = station.plan ? *station.plan / plan.before.areas[i] - 1.0 : 0.0;
        if (lack > greatestLack) {
            greatestLack = lack;
            smallStation = &station;
        }
    }
    if (smallStation) {
        why += say("cut.why.area", {{"place", Position{smallStation->s}},
                                    {"area", smallStation->netArea()},
                                    {"plan", *smallStation->plan},
                                    {"lack", Percent{greatestLack}}});
    }
    const CutStation* fastStation = nullptr;
    Sector fastSector{};
    double fastest = problem.limits.fastRatio;
    for (const std::size_t i : cut.stations) {
        for (const Sector s : cut.sectors) {
            const auto& ratio = problem.stations[i].speedRatio[index(s)];
            if (ratio && *ratio >= fastest) {
                fastest = *ratio;
                fastStation = &problem.stations[i];
                fastSector = s;
            }
        }
    }
    if (fastStation) {
        why += say("cut.why.fast", {{"sector", nameOf(fastSector)},
                                    {"ratio", Ratio{fastest}},
                                    {"place", Position{fastStation->s}},
                                    {"speeds", problem.speedsFrom}});
    }
    if (why.empty())
        why += say("cut.why.blend");
    return why;
}

Cut makeCut(const CutProblem& problem, const DepthField& depths, Element element, std::vector<std::size_t> run)
{
    Cut cut;
    cut.element = element;
    cut.stations = std::move(run);
    for (const Sector s : sectorsOf(problem.stations[cut.stations.front()].part, element)) {
        bool used = false;
        for (const std::size_t i : cut.stations) {
            const Length depth = depths[i][index(s)];
            if (depth <= Length{})
                continue;
            used = true;
            const Length left = *problem.stations[i].wall[index(s)] - depth;  // only known walls are ever cut
            cut.wallLeft = std::min(cut.wallLeft.value_or(left), left);
            if (depth > cut.maxDepth) {
                cut.maxDepth = depth;
                cut.deepestStation = i;
                cut.deepestSector = s;
            }
        }
        if (used)
            cut.sectors.push_back(s);
    }
    return cut;
}

/// Neighbouring stations at which the boss is thinned: one cut each.
std::vector<Cut> bossCuts(const CutProblem& problem)
{
    std::vector<Cut> cuts;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        const auto& fin = problem.stations[i].fin;
        if (!fin || fin->depth < problem.limits.leastCut)
            continue;
        if (cuts.empty() || cuts.back().stations.back() + 1 != i) {
            cuts.emplace_back();
            cuts.back().element = Element::Boss;
        }
        Cut& cut = cuts.back();
        cut.stations.push_back(i);
        if (fin->depth > cut.maxDepth) {
            cut.maxDepth = fin->depth;
            cut.deepestStation = i;
            cut.deepestSector = Sector::Roof;
        }
        if (fin->holding)
            cut.wallLeft = std::min(cut.wallLeft.value_or(*fin->holding), *fin->holding);
    }
    for (Cut& cut : cuts) {
        const CutStation& deepest = problem.stations[cut.deepestStation];
        cut.volume = volumeOf(problem.stations, cut, [&](std::size_t i) { return problem.stations[i].fin->gained; });
        cut.why = say("cut.why.fin", {{"place", Position{deepest.s}},
                                      {"width", deepest.fin->width},
                                      {"depth", deepest.fin->depth},
                                      {"height", deepest.fin->height}});
    }
    return cuts;
}

}  // namespace

std::vector<Cut> groupCuts(const CutProblem& problem, const CutPlan& plan)
{
    std::vector<Cut> cuts;
    for (const Element element : kElements) {
        if (element == Element::Boss) {
            std::ranges::move(bossCuts(problem), std::back_inserter(cuts));
            continue;
        }
        const std::size_t first = cuts.size();
        for (auto& run : runsOf(problem, plan.depths, element)) {
            Cut cut = makeCut(problem, plan.depths, element, std::move(run));
            cut.volume = volumeOf(problem.stations, cut,
                                  [&](std::size_t i) { return areaOf(problem.stations[i], plan.depths[i], element); });
            cut.why = reasonFor(problem, plan, cut);
            cuts.push_back(std::move(cut));
        }
        // Within an element from the valve's side, from which one sees what one does.
        std::reverse(cuts.begin() + static_cast<std::ptrdiff_t>(first), cuts.end());
    }
    for (std::size_t i = 0; i < cuts.size(); ++i)
        cuts[i].id = "C" + std::to_string(i + 1);
    return cuts;
}

void copyDepths(const Cut& cut, const DepthField& from, DepthField& to)
{
    if (cut.element == Element::Boss)
        return;
    for (const std::size_t i : cut.stations) {
        for (const Sector s : cut.sectors)
            to[i][index(s)] = from[i][index(s)];
    }
}

}  // namespace euryth::cutting
