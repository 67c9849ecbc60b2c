// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "geometry/wall_contour.hpp"
#include "group_cuts.hpp"
#include "objective.hpp"

namespace euryth::cutting {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;

namespace {

/// Objective over the whole gain of a plan, so that shares come out.
class Weigher {
public:
    Weigher(const CutProblem& problem, const CutWeights& weights, const CutPlan& plan)
        : m_objective(problem, weights.withoutRadius()),
          m_all(m_objective(plan.depths)),
          m_gain(m_objective(DepthField(plan.depths.size())) - m_all)
    {
    }

    /// The part of the gain that is lost with these depths in place of the plan's.
    [[nodiscard]] double lost(const DepthField& depths) const
    {
        return m_gain > 0.0 ? (m_objective(depths) - m_all) / m_gain : 0.0;
    }

private:
    Objective m_objective;
    double m_all;
    double m_gain;
};

Area mostAdded(const CutProblem& problem, const Cut& cut, const DepthField& depths)
{
    Area most;
    for (const std::size_t i : cut.stations) {
        const CutStation& station = problem.stations[i];
        const Area added = cut.element == Element::Boss
                               ? station.fin->gained
                               : geometry::WallContour(station.section).cutForm().areaAdded(depths[i]);
        most = std::max(most, added);
    }
    return most;
}

void weighNextStep(const CutProblem& problem, const Weigher& weigher, const CutPlan& plan, Cut& cut)
{
    DepthField deeper = plan.depths;
    cut.worth.nextFits = true;
    for (const std::size_t i : cut.stations) {
        for (const Sector s : cut.sectors) {
            Length& depth = deeper[i][index(s)];
            if (depth <= Length{})
                continue;
            depth += kNextStep;
            cut.worth.nextFits =
                cut.worth.nextFits && depth <= depthBound(problem.stations[i], s, problem.limits).greatest;
        }
    }
    cut.worth.nextShare = -weigher.lost(deeper);
}

/// Puts the cuts in the order in which each next one brings most for each cc of metal.
void rankByMetal(const CutPlan& plan, const Weigher& weigher, std::vector<Cut>& cuts)
{
    DepthField done(plan.depths.size());
    std::vector<Cut*> left;
    for (Cut& cut : cuts) {
        if (cut.element != Element::Boss)
            left.push_back(&cut);
    }
    for (std::size_t turn = 1; !left.empty(); ++turn) {
        const double now = weigher.lost(done);
        const auto with = [&](const Cut& cut) {
            DepthField depths = done;
            copyDepths(cut, plan.depths, depths);
            return depths;
        };
        const auto perCc = [&](const Cut* cut) {
            return (now - weigher.lost(with(*cut))) / std::max(inCc(cut->volume), 1e-6);
        };
        const auto best = std::ranges::max_element(left, {}, perCc);
        done = with(**best);
        (*best)->worth.turn = turn;
        left.erase(best);
    }
}

}  // namespace

void weighCuts(const CutProblem& problem, const CutWeights& weights, CutPlan& plan)
{
    const Weigher weigher(problem, weights, plan);
    for (Cut& cut : plan.cuts) {
        cut.worth.area = mostAdded(problem, cut, depthsOf(plan, cut));
        if (cut.element == Element::Boss)
            continue;
        cut.worth.share = weigher.lost(depthsWithout(plan, cut));
        weighNextStep(problem, weigher, plan, cut);
    }
    rankByMetal(plan, weigher, plan.cuts);
}

std::vector<GaugeFirst> gaugeFirst(const CutProblem& problem, const CutWeights& weights)
{
    CutProblem thick = problem;
    bool any = false;
    for (CutStation& station : thick.stations) {
        for (const Sector s : kSectors) {
            if (depthBound(station, s, problem.limits).hold != Hold::Unmeasured)
                continue;
            const std::size_t j = index(s);
            station.wall[j] = station.reserve[j] + station.error[j] + station.curve[j] + problem.limits.greatestCut;
            any = true;
        }
    }
    std::vector<GaugeFirst> places;
    if (!any)
        return places;
    const DepthField depths = solve(thick, weights).depths;
    for (std::size_t i = 0; i < depths.size(); ++i) {
        const auto form = geometry::WallContour(problem.stations[i].section).cutForm();
        for (const Sector s : kSectors) {
            const Length depth = depths[i][index(s)];
            if (depth <= Length{} || problem.stations[i].wall[index(s)])
                continue;
            geometry::PerSector<Length> without = depths[i];
            without[index(s)] = {};
            places.push_back({i, s, depth, form.areaAdded(depths[i]) - form.areaAdded(without)});
        }
    }
    std::ranges::stable_sort(places, std::greater{}, &GaugeFirst::area);
    return places;
}

}  // namespace euryth::cutting
