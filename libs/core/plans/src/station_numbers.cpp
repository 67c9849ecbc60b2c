// SPDX-License-Identifier: GPL-3.0-or-later
#include "plans/station_numbers.hpp"

#include <functional>

namespace euryth::plans {

namespace {

StationNumbers numbersOf(const job::Port& port, const PassingFlows& flows, std::size_t station,
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
    if (flows.onBench)
        numbers.onBench = *flows.onBench / numbers.area;
    if (flows.onEngine)
        numbers.onEngine = *flows.onEngine / numbers.area;
    return numbers;
}

}  // namespace

PassingFlows passingFlows(const job::Job& job, const analysis::PortAnalysis& analysis,
                          const Known<engine::EngineModel>& model)
{
    PassingFlows flows;
    if (model)
        flows.onBench = engine::benchFlow(*model, model->cam.lift, engine::benchDepression(job));
    if (analysis.demand) {
        const Area any = areaFromMm2(1000.0);
        flows.onEngine = planning::peakGasSpeed(*analysis.demand, any) * any;
    }
    return flows;
}

StationNumbers numbersAsIs(const job::Port& port, const PassingFlows& flows, std::size_t station)
{
    return numbersOf(port, flows, station, [&](std::size_t i) { return job::netArea(port.stations[i]); });
}

std::optional<StationNumbers> numbersOfPlan(const job::Port& port, const analysis::PortAnalysis& analysis,
                                            const PassingFlows& flows, std::size_t station)
{
    if (station >= analysis.plan.size() || !analysis.plan[station])
        return std::nullopt;
    return numbersOf(port, flows, station,
                     [&](std::size_t i) { return analysis.plan[i].value_or(job::netArea(port.stations[i])); });
}

}  // namespace euryth::plans
