// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/cut_problem.hpp"

#include <algorithm>
#include <string_view>

#include "geometry/wall_contour.hpp"
#include "speed_model.hpp"

namespace euryth::cutting {

using geometry::index;
using geometry::PerSector;
using geometry::Sector;
using geometry::WallContour;

namespace {

std::string_view keyOf(Hold hold)
{
    switch (hold) {
    case Hold::None: break;
    case Hold::ThinWall: return "thin-wall";
    case Hold::Unmeasured: return "unmeasured";
    case Hold::DeadPlace: return "dead";
    case Hold::Seat: return "seat";
    case Hold::Gasket: return "gasket";
    case Hold::Apex: return "apex";
    case Hold::Filled: return "filled";
    case Hold::Finding: return "finding";
    }
    return {};
}

Phrase told(std::string_view group, Hold hold)
{
    return hold == Hold::None ? Phrase{} : say(std::string(group) + std::string(keyOf(hold)));
}

}  // namespace

Phrase wordOf(Hold hold) { return told("hold.word.", hold); }

Phrase nameOf(Hold hold) { return told("hold.", hold); }

bool isHandsOff(Hold hold) { return hold != Hold::None && hold != Hold::Unmeasured && hold != Hold::DeadPlace; }

std::optional<Length> CutStation::spare(Sector sector) const
{
    const std::size_t j = index(sector);
    return wall[j] ? std::optional(*wall[j] - reserve[j] - error[j] - curve[j]) : std::nullopt;
}

DepthBound depthBound(const CutStation& station, Sector sector, const CutLimits& limits)
{
    if (station.isThroat)
        return {{}, Hold::Seat};
    const CutStation::Left& left = station.leave[index(sector)];
    if (!left.finding.empty())
        return {{}, left.hold};
    const auto spare = station.spare(sector);
    if (!spare)
        return {{}, Hold::Unmeasured};
    if (*spare < limits.leastCut)
        return {{}, Hold::ThinWall};
    const auto& ratio = station.speedRatio[index(sector)];
    if (ratio && *ratio < limits.deadRatio)
        return {{}, Hold::DeadPlace};
    const auto& stop = station.stop[index(sector)];
    if (stop && stop->depth < limits.leastCut)
        return {{}, stop->hold};
    return {std::min({*spare, limits.greatestCut, stop ? stop->depth : *spare}), Hold::None};
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
    const SpeedModel model(problem);
    std::vector<double> mm;
    for (const auto& station : depths) {
        for (const Length depth : station)
            mm.push_back(inMm(depth));
    }
    std::vector<PerSector<std::optional<double>>> after(problem.stations.size());
    std::vector<SpeedModel::Slope> slopes;
    for (std::size_t i = 0; i < after.size(); ++i) {
        for (std::size_t j = 0; j < geometry::kSectorCount; ++j)
            after[i][j] = model.after(i, j, mm, slopes);
    }
    return after;
}

}  // namespace euryth::cutting
