// SPDX-License-Identifier: GPL-3.0-or-later
#include "plans/alike_ports.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::plans {

namespace {

/// The reach of a port at a distance from the window; nothing outside its stations.
std::optional<Area> reachAt(const job::Port& port, const analysis::PortAnalysis& analysis, Length s)
{
    const auto& stations = port.stations;
    if (analysis.reachable.size() != stations.size() || stations.empty())
        return std::nullopt;
    constexpr Length here = lengthFromMm(0.5);
    if (s < stations.front().s - here || s > stations.back().s + here)
        return std::nullopt;
    const auto after = std::ranges::lower_bound(stations, s, {}, &job::Station::s);
    const auto i = static_cast<std::size_t>(after - stations.begin());
    if (i == 0)
        return analysis.reachable.front();
    if (i == stations.size())
        return analysis.reachable.back();
    const double share = (s - stations[i - 1].s) / (stations[i].s - stations[i - 1].s);
    return analysis.reachable[i - 1] + (analysis.reachable[i] - analysis.reachable[i - 1]) * share;
}

Area wholeMm2(Area area) { return areaFromMm2(std::floor(inMm2(area))); }

}  // namespace

std::vector<std::size_t> alikePorts(const job::Job& job, std::size_t port)
{
    std::vector<std::size_t> alike;
    const job::Port& chosen = job.ports[port];
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        const job::Port& other = job.ports[i];
        const bool sameName = !chosen.isBranch() || job::branchName(other) == job::branchName(chosen);
        if (other.side == chosen.side && other.reach == chosen.reach && other.isBranch() == chosen.isBranch() &&
            sameName)
            alike.push_back(i);
    }
    return alike;
}

std::vector<std::optional<Tightest>> tightestAlong(const job::Job& job, std::size_t port, const AnalysisOf& analysisOf)
{
    const auto alike = alikePorts(job, port);
    std::vector<std::optional<Tightest>> along;
    for (const job::Station& station : job.ports[port].stations) {
        std::optional<Tightest> tightest;
        int measured = 0;
        for (const std::size_t i : alike) {
            const auto reach = reachAt(job.ports[i], analysisOf(i), station.s);
            measured += reach ? 1 : 0;
            if (reach && (!tightest || *reach < tightest->reach))
                tightest = Tightest{*reach, i};
        }
        along.push_back(measured > 1 ? tightest : std::nullopt);
    }
    return along;
}

std::vector<StaysDifferent> holdToTightest(job::Job& job, std::size_t port, const AnalysisOf& analysisOf)
{
    std::vector<StaysDifferent> different;
    job::Job held = job;  // what is asked of the others must not see what was changed for the first
    for (const std::size_t i : alikePorts(job, port)) {
        const auto along = tightestAlong(job, i, analysisOf);
        StaysDifferent most{i, {}, 0.0};
        for (std::size_t k = 0; k < along.size(); ++k) {
            if (!along[k])
                continue;
            job::Station& station = held.ports[i].stations[k];
            const Area now = job::netArea(station);
            const Area limit = std::max(wholeMm2(along[k]->reach), now);
            const auto& plan = analysisOf(i).plan;
            if (k < plan.size() && plan[k] && *plan[k] > limit)
                station.plan.area = limit;
            const double share = now / along[k]->reach - 1.0;
            if (share > most.share)
                most = {i, station.s, share};
        }
        constexpr double worthNaming = 0.005;  // less no caliper tells (ours)
        if (most.share > worthNaming)
            different.push_back(most);
    }
    job = std::move(held);
    return different;
}

}  // namespace euryth::plans
