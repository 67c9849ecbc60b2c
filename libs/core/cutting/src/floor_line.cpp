// SPDX-License-Identifier: GPL-3.0-or-later
#include "floor_line.hpp"

#include <algorithm>
#include <array>

#include "speed_model.hpp"

namespace euryth::cutting {

using geometry::index;
using geometry::kSectorCount;
using geometry::Sector;

namespace {

constexpr std::array kFloor{index(Sector::FloorRight), index(Sector::Floor), index(Sector::FloorLeft)};

}  // namespace

FloorLine::FloorLine(const CutProblem& problem)
{
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        const CutStation& station = problem.stations[i];
        Place place;
        place.curvature = station.floorCurvature;
        if (i > 0)
            place.before = (station.s - problem.stations[i - 1].s).si();
        if (i + 1 < problem.stations.size())
            place.behind = (problem.stations[i + 1].s - station.s).si();
        m_places.push_back(place);
    }
}

bool FloorLine::isInside(std::size_t station, std::size_t sector) const
{
    return m_places[station].curvature > 0.0 && std::ranges::count(kFloor, sector) > 0;
}

FloorLine::Bend FloorLine::bend(std::size_t station, std::size_t sector, const std::vector<double>& mm) const
{
    const Place& place = m_places[station];
    const std::size_t here = station * kSectorCount + sector;
    const double square = place.curvature * place.curvature * kMm;
    Bend bend{place.curvature + square * mm[here], square};
    if (place.before > 0.0 && place.behind > 0.0) {
        const double both = (place.before + place.behind) / 2.0;
        bend.perBefore = kMm / (place.before * both);
        bend.perBehind = kMm / (place.behind * both);
        bend.perHere -= bend.perBefore + bend.perBehind;
        bend.value += bend.perBefore * (mm[here - kSectorCount] - mm[here]) +
                      bend.perBehind * (mm[here + kSectorCount] - mm[here]);
    }
    return bend;
}

RadiusLimit::RadiusLimit(const CutProblem& problem, const std::vector<double>& lower) : m_line(problem)
{
    for (const CutStation& station : problem.stations)
        m_sharpest = std::max(m_sharpest, station.floorCurvature);
    for (std::size_t i = 0; i < problem.stations.size(); ++i)
        m_allowed.push_back(std::max(m_sharpest, m_line.bend(i, index(Sector::Floor), lower).value));
}

bool RadiusLimit::holds(std::size_t station, std::size_t sector) const
{
    return sector == index(Sector::Floor) && m_line.isInside(station, sector);
}

RadiusLimit::Over RadiusLimit::over(std::size_t station, const std::vector<double>& mm) const
{
    Over over{0.0, m_line.bend(station, index(Sector::Floor), mm)};
    over.share = (over.slopes.value - m_allowed[station]) / m_sharpest;
    for (double* slope : {&over.slopes.perHere, &over.slopes.perBefore, &over.slopes.perBehind})
        *slope /= m_sharpest;
    return over;
}

void RadiusLimit::keep(std::vector<double>& mm, const std::vector<double>& least, double step, double smallest) const
{
    constexpr double hardly = 1e-6;
    std::vector<std::size_t> stations;
    for (std::size_t i = 0; i < m_allowed.size(); ++i) {
        if (holds(i, index(Sector::Floor)))
            stations.push_back(i);
    }
    // Every turn of the loop takes a step of depth away, or gives up one station.
    while (!stations.empty()) {
        const auto worst = std::ranges::max_element(stations, {}, [&](std::size_t i) { return over(i, mm).share; });
        const Over now = over(*worst, mm);
        if (now.share <= hardly)
            return;
        const std::size_t here = *worst * kSectorCount + index(Sector::Floor);
        std::size_t most = here;
        double gain = 0.0;
        const auto offer = [&](std::size_t unknown, double slope) {
            if (slope > gain && mm[unknown] > least[unknown]) {
                gain = slope;
                most = unknown;
            }
        };
        offer(here, now.slopes.perHere);
        if (now.slopes.perBefore > 0.0) {
            offer(here - kSectorCount, now.slopes.perBefore);
            offer(here + kSectorCount, now.slopes.perBehind);
        }
        if (gain <= 0.0) {
            stations.erase(worst);
            continue;
        }
        const double less = mm[most] - step;
        mm[most] = std::max(least[most], less < smallest ? 0.0 : less);
    }
}

}  // namespace euryth::cutting
