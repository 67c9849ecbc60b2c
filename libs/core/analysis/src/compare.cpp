// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/compare.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::analysis {

namespace {

double medianOf(std::vector<double> values)
{
    std::ranges::sort(values);
    const std::size_t half = values.size() / 2;
    return values.size() % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2.0;
}

template <class Read>
Spread spreadOver(std::size_t count, Read read)
{
    std::vector<std::optional<double>> values;
    for (std::size_t i = 0; i < count; ++i)
        values.push_back(read(i));
    return spreadOf(std::move(values));
}

}  // namespace

Spread spreadOf(std::vector<std::optional<double>> values, double oddFrom)
{
    Spread result;
    result.values = std::move(values);
    std::vector<double> known;
    double sum = 0.0;
    for (const auto& value : result.values) {
        if (value) {
            known.push_back(*value);
            sum += *value;
        }
    }
    if (known.empty())
        return result;
    result.mean = sum / static_cast<double>(known.size());
    if (known.size() < 2)
        return result;
    const auto [low, high] = std::ranges::minmax(known);
    result.spread = (high - low) / *result.mean;
    // Two groups that differ by design (long and short ports) have no odd one: the median deviation tells.
    constexpr double kManyDeviations = 3.0;
    constexpr std::size_t fewestForOdd = 3;  // of two neither is the odd one
    if (known.size() < fewestForOdd)
        return result;
    const double median = medianOf(known);
    std::vector<double> offs;
    for (const double value : known)
        offs.push_back(std::abs(value / median - 1.0));
    double farthest = std::max(oddFrom, kManyDeviations * medianOf(offs));
    for (std::size_t i = 0; i < result.values.size(); ++i) {
        const double off = result.values[i] ? std::abs(*result.values[i] / median - 1.0) : 0.0;
        if (off >= farthest) {
            farthest = off;
            result.odd = i;
        }
    }
    return result;
}

Comparison comparePorts(const std::vector<const job::Port*>& ports, const std::vector<const PortAnalysis*>& analyses)
{
    Comparison comparison;
    const std::size_t count = ports.size();
    const auto first =
        std::ranges::find_if(analyses, [](const PortAnalysis* a) { return static_cast<bool>(a->areas); });
    if (first != analyses.end()) {
        for (const geometry::AreaAt& knot : (*first)->areas->knots()) {
            comparison.places.push_back({knot.s, spreadOver(count, [&](std::size_t i) -> std::optional<double> {
                                             const auto& areas = analyses[i]->areas;
                                             if (!areas || knot.s < areas->start() || knot.s > areas->end())
                                                 return std::nullopt;
                                             return areas->at(knot.s).si();
                                         })});
        }
    }
    comparison.volume = spreadOver(count, [&](std::size_t i) -> std::optional<double> {
        return analyses[i]->areas ? std::optional(analyses[i]->areas->volume().si()) : std::nullopt;
    });
    comparison.burette = spreadOver(count, [&](std::size_t i) -> std::optional<double> {
        return ports[i]->volume ? std::optional(ports[i]->volume->si()) : std::nullopt;
    });
    comparison.smallest = spreadOver(count, [&](std::size_t i) -> std::optional<double> {
        return analyses[i]->areas ? std::optional(analyses[i]->areas->smallest().area.si()) : std::nullopt;
    });
    return comparison;
}

}  // namespace euryth::analysis
