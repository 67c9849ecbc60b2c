// SPDX-License-Identifier: GPL-3.0-or-later
#include "plans/station_numbers.hpp"

#include <functional>

namespace euryth::plans {

namespace {

StationNumbers numbersOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                         const Known<engine::EngineModel>& model, std::size_t station,
                         const std::function<Area(std::size_t)>& areaAt)
{
    StationNumbers numbers;
    numbers.area = areaAt(station);
    const auto& stations = port.stations;
    if (station > 0) {
        const Area before = areaAt(station - 1);
        const Length distance = stations[station].s - stations[station - 1].s;
        numbers.changePer10mm = (numbers.area / before - 1.0) * (lengthFromMm(10.0) / distance);
        numbers.coneBefore = geometry::equivalentConeAngle(before, numbers.area, distance);
    }
    if (station + 1 < stations.size()) {
        numbers.coneAfter = geometry::equivalentConeAngle(numbers.area, areaAt(station + 1),
                                                          stations[station + 1].s - stations[station].s);
    }
    if (model)
        numbers.onBench = engine::benchFlow(*model, model->cam.lift, engine::benchDepression(job)) / numbers.area;
    if (analysis.demand)
        numbers.onEngine = planning::peakGasSpeed(*analysis.demand, numbers.area);
    return numbers;
}

}  // namespace

StationNumbers numbersAsIs(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                           const Known<engine::EngineModel>& model, std::size_t station)
{
    return numbersOf(job, port, analysis, model, station,
                     [&](std::size_t i) { return job::netArea(port.stations[i]); });
}

std::optional<StationNumbers> numbersOfPlan(const job::Job& job, const job::Port& port,
                                            const analysis::PortAnalysis& analysis,
                                            const Known<engine::EngineModel>& model, std::size_t station)
{
    if (station >= analysis.plan.size() || !analysis.plan[station])
        return std::nullopt;
    return numbersOf(job, port, analysis, model, station,
                     [&](std::size_t i) { return analysis.plan[i].value_or(job::netArea(port.stations[i])); });
}

}  // namespace euryth::plans
