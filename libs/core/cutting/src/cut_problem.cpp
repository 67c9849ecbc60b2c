// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/cut_problem.hpp"

#include <algorithm>

#include "geometry/wall_contour.hpp"

namespace euryth::cutting {

using geometry::index;
using geometry::kSectors;
using geometry::PerSector;
using geometry::Sector;
using geometry::WallContour;

DepthBound depthBound(const CutStation& station, Sector sector, const CutLimits& limits)
{
    if (station.isThroat)
        return {{}, Hold::Seat};
    if (!station.leave[index(sector)].empty())
        return {{}, Hold::Finding};
    const auto& wall = station.wall[index(sector)];
    if (!wall)
        return {{}, Hold::Unmeasured};
    const Length spare =
        *wall - station.reserve[index(sector)] - station.error[index(sector)] - station.curve[index(sector)];
    if (spare < limits.leastCut)
        return {{}, Hold::ThinWall};
    const auto& ratio = station.speedRatio[index(sector)];
    if (ratio && *ratio < limits.deadRatio)
        return {{}, Hold::DeadPlace};
    const auto& gasket = station.toGasket[index(sector)];
    if (gasket && *gasket < limits.leastCut)
        return {{}, Hold::Gasket};
    return {std::min({spare, limits.greatestCut, gasket.value_or(spare)}), Hold::None};
}

std::vector<Area> areasAfter(const CutProblem& problem, const DepthField& depths)
{
    std::vector<Area> areas;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        const CutStation& station = problem.stations[i];
        areas.push_back(geometry::area(station.section) - station.blockedAfter() +
                        WallContour(station.section).cutForm().areaAdded(depths[i]));
    }
    return areas;
}

std::vector<PerSector<std::optional<double>>> ratiosAfter(const CutProblem& problem, const DepthField& depths)
{
    std::vector<PerSector<std::optional<double>>> after;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        const CutStation& station = problem.stations[i];
        const WallContour wall(station.section);
        const WallContour::CutForm form = wall.cutForm();
        const PerSector<double> shares = wall.areaShares();
        const Area section = geometry::area(station.section);
        const double growth = 1.0 + form.areaAdded(depths[i]) / section;
        PerSector<std::optional<double>> ratios{};
        for (const Sector sector : kSectors) {
            const std::size_t j = index(sector);
            if (!station.speedRatio[j])
                continue;
            const double tube = 1.0 + form.linear[j] * depths[i][j].si() / (shares[j] * section.si());
            ratios[j] = *station.speedRatio[j] * growth / tube;
        }
        after.push_back(ratios);
    }
    return after;
}

}  // namespace euryth::cutting
