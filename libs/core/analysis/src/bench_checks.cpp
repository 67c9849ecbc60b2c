// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/bench_checks.hpp"

#include <algorithm>
#include <cmath>

#include <boost/math/distributions/students_t.hpp>

#include "air/effective_area.hpp"
#include "air/orifice.hpp"
#include "analysis/port_analysis.hpp"

namespace euryth::analysis {

namespace {

/// Of the discharge coefficient, as a share: (0.7 - b) % of plates under a fifth of their pipe, 0.5 % up to six tenths,
/// (1.667 b - 0.5) % over that, b being hole over pipe (ISO 5167-2:2003, 5.3.3.1, from memory). Hole, pipe and
/// expansibility add to it and are smaller.
double standardUncertainty(const air::OrificePlate& plate)
{
    const double share = plate.hole / plate.pipe;
    constexpr double percent = 0.01;
    return percent * (share <= 0.6 ? std::max(0.5, 0.7 - share) : 1.667 * share - 0.5);
}

}  // namespace

std::optional<air::AirState> testAir(const job::Bench& bench, const job::FlowTest& test)
{
    job::Bench then = bench;
    if (test.temperature)
        then.temperature = test.temperature;
    if (test.pressure)
        then.pressure = test.pressure;
    if (test.humidity)
        then.humidity = test.humidity;
    return roomAir(then);
}

double testFactor(const job::Job& job, const job::Port& port, const job::FlowTest& test)
{
    const double factor = job::benchFactor(job, test.bench, port.side);
    const auto now = roomAir(job.bench);
    const auto then = testAir(job.bench, test);
    if (!now || !then || *now == *then || !test.depression)
        return factor;
    const auto speedNow = air::idealFlowSpeed(*now, *test.depression);
    const auto speedThen = air::idealFlowSpeed(*then, *test.depression);
    return speedNow && speedThen ? factor * (*speedNow / *speedThen) : factor;
}

Known<PlateResult> plateResult(const job::PlateCheck& check, const std::optional<air::AirState>& room)
{
    if (!check.read)
        return {std::nullopt, say("missing.plate-read")};
    PlateResult result;
    if (check.plate && check.pipe && check.depression && room) {
        const air::OrificePlate plate{*check.plate, *check.pipe, air::Taps::Corner};
        if (const auto flow = air::orificeFlow(plate, *room, *check.depression)) {
            result.expected = flow->flow;
            result.byStandard = true;
            result.uncertainty = standardUncertainty(plate);
            result.factor = result.expected / *check.read;
            return {result, {}};
        }
    }
    if (!check.expected)
        return {std::nullopt, say("missing.plate-flow")};
    result.expected = *check.expected;
    result.factor = result.expected / *check.read;
    return {result, {}};
}

Known<BenchFactor> factorByPlates(const job::BenchRecord& bench, const std::optional<air::AirState>& room)
{
    std::vector<PlateResult> plates;
    for (const job::PlateCheck& check : bench.plates) {
        if (const auto plate = plateResult(check, room))
            plates.push_back(*plate);
    }
    if (plates.empty())
        return {std::nullopt, say("missing.plates")};
    const double count = static_cast<double>(plates.size());
    BenchFactor result;
    result.plates = plates.size();
    result.factor = 0.0;
    double own = 0.0;
    for (const PlateResult& plate : plates) {
        result.factor += plate.factor / count;
        own = std::max(own, plate.uncertainty);
        result.standardOnly = result.standardOnly && plate.byStandard;
    }
    if (plates.size() < 2)
        return {result, {}};
    double squares = 0.0;
    for (const PlateResult& plate : plates)
        squares += std::pow(plate.factor / result.factor - 1.0, 2);
    constexpr double upper = 0.975;
    const double t = boost::math::quantile(boost::math::students_t(count - 1.0), upper);
    result.uncertainty = std::hypot(t * std::sqrt(squares / (count - 1.0) / count), own);
    return {result, {}};
}

std::optional<double> leakShare(const job::BenchRecord& bench, VolumeFlow of)
{
    const auto last = std::ranges::find_if(bench.leaks.rbegin(), bench.leaks.rend(),
                                           [](const job::LeakCheck& check) { return check.read.has_value(); });
    if (last == bench.leaks.rend() || !(of > VolumeFlow{}))
        return std::nullopt;
    return *last->read / of;
}

}  // namespace euryth::analysis
