// SPDX-License-Identifier: GPL-3.0-or-later
#include "engine/choke_ranking.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "air/isentropic.hpp"
#include "air/moist_air.hpp"
#include "analysis/judged_speeds.hpp"
#include "passage.hpp"

namespace euryth::engine {

namespace {

constexpr double kHalfRise = (air::kGamma + 1.0) / 2.0;
constexpr double kHalfLess = (air::kGamma - 1.0) / 2.0;

/// How fast a place is: what Mach numbers at all ratios are ordered by, those over the greatest speed too.
double strength(double mean, double ratio) { return characteristicMach(mean) * ratio; }

std::vector<std::size_t> fastestFirst(const std::vector<double>& strengths)
{
    std::vector<std::size_t> order(strengths.size());
    std::iota(order.begin(), order.end(), 0);
    std::ranges::stable_sort(order, std::greater{}, [&](std::size_t i) { return strengths[i]; });
    return order;
}

/// The lift at which the port was judged: that of the first comparable set that has one.
std::optional<Length> judgedLift(const job::Port& port, const analysis::PortAnalysis& analysis,
                                 const std::vector<std::size_t>& sets)
{
    if (analysis.speedSource != analysis::SpeedSource::Readings)
        return std::nullopt;
    for (const std::size_t i : sets) {
        if (const auto& lift = port.probes[analysis.probes[i].index].lift)
            return lift;
    }
    return std::nullopt;
}

}  // namespace

double localMach(double mean, double ratio)
{
    const double m = strength(mean, ratio);
    const double left = kHalfRise - kHalfLess * m * m;  // of the greatest speed that air can have
    constexpr double hardlyAny = 1e-6;
    return m / std::sqrt(std::max(hardlyAny, left));
}

Known<ChokeRanking> rankChokes(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                               const Known<PortFlows>& flows)
{
    const auto model = engineModel(job, port, analysis);
    return model ? rankChokes(job, port, analysis, *model, flows) : Known<ChokeRanking>{std::nullopt, model.missing};
}

Known<ChokeRanking> rankChokes(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                               const EngineModel& model, const Known<PortFlows>& flows)
{
    if (!flows)
        return {std::nullopt, flows.missing};
    const auto sets = analysis::comparableSets(port, analysis);
    ChokeRanking ranking;
    ranking.lift = judgedLift(port, analysis, sets).value_or(model.cam.lift);
    ranking.depression = benchDepression(job);
    ranking.rpm = flows->atTop().rpm;
    const flow::RunnerFlow bench = throughPort(model, On::Bench, ranking.lift, ranking.depression);
    std::vector<double> onBench = machsFromWindow(model, bench);
    onBench.push_back(bench.stations.back().mach);
    const std::size_t valve = port.stations.size();
    for (std::size_t i = 0; i <= valve; ++i)
        ranking.places.push_back({i, 1.0, {}, 0.0, 0.0, {}});
    for (const std::size_t set : sets) {
        const analysis::ProbeResult& result = analysis.judgedBy()[set];
        const auto& fastest = result.traverse->points[result.traverse->fastest()];
        ranking.places[*result.station].ratio = *fastest.ratio;
        ranking.places[*result.station].set = set;
    }
    std::vector<double> benchStrength;
    std::vector<double> engineStrength;
    for (RankedPlace& place : ranking.places) {
        const std::size_t i = place.place;
        place.benchMach = localMach(onBench[i], place.ratio);
        place.engineMach = localMach(flows->atTop().machs[i], place.ratio);
        benchStrength.push_back(strength(onBench[i], place.ratio));
        engineStrength.push_back(strength(flows->atTop().machs[i], place.ratio));
        place.sonicRpm = flows->sonicFrom(i, place.ratio);
    }
    ranking.onBench = fastestFirst(benchStrength);
    ranking.onEngine = fastestFirst(engineStrength);
    return {std::move(ranking), {}};
}

Known<std::vector<LiftLimit>> limitsByLift(const job::Job& job, const job::Port& port,
                                           const analysis::PortAnalysis& analysis, const std::vector<Length>& lifts)
{
    const auto model = engineModel(job, port, analysis);
    if (!model)
        return {std::nullopt, model.missing};
    std::vector<LiftLimit> limits;
    for (const Length lift : lifts) {
        const flow::RunnerFlow flow = throughPort(*model, On::Bench, lift, benchDepression(job));
        LiftLimit limit;
        limit.lift = lift;
        limit.mach = flow.stations[flow.fastest].mach;
        limit.place = indexFromWindow(*model, flow.fastest);
        if (limit.place == model->runner.size() && analysis.valve)
            limit.stage = geometry::openingAt(*analysis.valve, lift).stage;
        limits.push_back(limit);
    }
    return {std::move(limits), {}};
}

std::vector<Length> liftSteps(Length to, Length step, std::size_t most)
{
    const double whole = std::floor(to / step + 1e-9);
    const double every = std::max(1.0, std::ceil(whole / static_cast<double>(most)));
    std::vector<Length> lifts;
    for (double k = every; k <= whole; k += every)
        lifts.push_back(step * k);
    return lifts;
}

}  // namespace euryth::engine
