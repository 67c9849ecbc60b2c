// SPDX-License-Identifier: GPL-3.0-or-later
#include "probing/traverse.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "air/isentropic.hpp"
#include "probing/speed_map.hpp"

namespace euryth::probing {

std::string_view key(Verdict verdict)
{
    constexpr std::array<std::string_view, 4> names{"fast", "even", "slow", "dead"};
    return names[static_cast<std::size_t>(verdict)];
}

Phrase nameOf(Verdict verdict) { return say("verdict." + std::string(key(verdict))); }

Verdict verdictFor(double ratio, const VerdictLimits& limits)
{
    if (ratio < limits.dead)
        return Verdict::Dead;
    if (ratio < limits.slow)
        return Verdict::Slow;
    return ratio >= limits.fast ? Verdict::Fast : Verdict::Even;
}

std::size_t Traverse::measuredCount() const
{
    return static_cast<std::size_t>(
        std::ranges::count_if(points, [](const PointResult& p) { return p.speed.has_value(); }));
}

std::size_t Traverse::fastest() const
{
    const auto best = std::ranges::max_element(points, {}, &PointResult::speed);  // an unread point ranks lowest
    return static_cast<std::size_t>(best - points.begin());
}

std::optional<Traverse> workOut(std::span<const PointReading> readings, const geometry::Section& section, Area netArea,
                                const VerdictLimits& limits, const std::optional<air::AirState>& room,
                                const SpeedMap* map)
{
    std::vector<GridPoint> where;
    std::vector<double> speeds;
    for (const PointReading& r : readings) {
        if (r.speed) {
            where.push_back(r.at);
            speeds.push_back(r.speed->si());
        }
    }
    const std::vector<double> shares = areaShares(where, section);
    const auto average = [&](auto&& f) {
        double sum = 0.0;
        for (std::size_t i = 0; i < speeds.size(); ++i)
            sum += shares[i] * f(speeds[i]);
        return sum;
    };
    const double mean = average([](double v) { return v; });
    if (!(mean > 0.0))
        return std::nullopt;

    Traverse result;
    result.meanRead = Speed::fromSi(mean);
    const auto mass = [&](double v) {
        const auto mach = room ? air::machAtSpeed(*room, Speed::fromSi(std::abs(v))) : std::nullopt;
        return v * (mach ? air::densityRatio(*mach) : 1.0);
    };
    result.mean = result.meanRead;
    double massMean = average(mass);
    if (!isArithmetic(where)) {
        const auto own = map ? std::optional<SpeedMap>{} : SpeedMap::through(readings, section);
        map = own ? &*own : map;
        const Speed known = map->meanOverSection();
        if (known > Speed{}) {
            result.mean = known;
            massMean = map->average([&](Speed v) { return mass(v.si()); });
        }
    }
    result.massShare = massMean / result.mean.si();
    result.flow = result.mean * netArea;
    result.uniformity = 1.0 - average([&](double v) { return std::abs(v - mean); }) / (2.0 * mean);
    result.energyFactor = average([&](double v) { return std::pow(v / mean, 3); });
    result.momentumFactor = average([&](double v) { return std::pow(v / mean, 2); });
    for (const PointReading& r : readings) {
        PointResult point{r.at, r.speed, std::nullopt, std::nullopt};
        if (r.speed) {
            point.ratio = *r.speed / result.mean;
            point.verdict = verdictFor(*point.ratio, limits);
        }
        result.points.push_back(point);
    }
    return result;
}

}  // namespace euryth::probing
