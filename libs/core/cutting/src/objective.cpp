// SPDX-License-Identifier: GPL-3.0-or-later
#include "objective.hpp"

#include <algorithm>
#include <cmath>
#include <iterator>

namespace euryth::cutting {

using geometry::kSectorCount;
using geometry::WallContour;

Bounds boundsOf(const CutProblem& problem)
{
    Bounds bounds;
    for (const CutStation& station : problem.stations) {
        for (const geometry::Sector sector : geometry::kSectors) {
            const double most = inMm(depthBound(station, sector, problem.limits).greatest);
            const auto& hand = station.settled[geometry::index(sector)];
            bounds.settled.push_back(hand.has_value());
            bounds.upper.push_back(hand ? std::min(most, inMm(*hand)) : most);
            bounds.lower.push_back(hand ? bounds.upper.back()
                                        : std::min(most, inMm(station.least[geometry::index(sector)])));
        }
    }
    return bounds;
}

Objective::StationTerms Objective::termsOf(const CutStation& station)
{
    const WallContour wall(station.section);
    StationTerms terms;
    terms.form = wall.cutForm();
    terms.netArea = (geometry::area(station.section) - station.blockedAfter()).si();
    terms.target = station.plan ? std::max(station.plan->si(), terms.netArea) : 0.0;
    terms.ratio = station.speedRatio;
    return terms;
}

Objective::Objective(const CutProblem& problem, const CutWeights& weights)
    : m_problem(problem),
      m_weights(weights),
      m_speeds(problem),
      m_radius(problem, boundsOf(problem).lower)
{
    for (const CutStation& station : problem.stations)
        m_terms.push_back(termsOf(station));
}

double Objective::operator()(const Vector& x, Vector& g) const
{
    double sum = 0.0;
    for (std::size_t i = 0; i < m_terms.size(); ++i)
        sum += stationTerm(i, x, g);
    for (std::size_t i = 0; i + 1 < m_terms.size(); ++i)
        sum += alongTerm(i, x, g);
    return sum;
}

double Objective::operator()(const DepthField& depths) const
{
    Vector x;
    for (const auto& station : depths)
        std::ranges::transform(station, std::back_inserter(x), [](Length d) { return inMm(d); });
    Vector g(x.size(), 0.0);
    return (*this)(x, g);
}

double Objective::stationTerm(std::size_t i, const Vector& x, Vector& g) const
{
    const StationTerms& t = m_terms[i];
    const std::size_t base = i * kSectorCount;
    const Growth growth = growthOf(t.form, x, base);
    double sum = areaTerm(t, base, growth, g);
    for (std::size_t j = 0; j < kSectorCount; ++j) {
        sum += speedTerm(i, j, x, g);
        sum += radiusTerm(i, j, x, g);
        sum += difference(x, g, base + j, base + (j + 1) % kSectorCount, 1.0 / inMm(m_weights.aroundScale));
        const double metal = x[base + j] / inMm(m_weights.metalScale);
        g[base + j] += 2.0 * metal / inMm(m_weights.metalScale);
        sum += metal * metal;
    }
    return sum;
}

double Objective::areaTerm(const StationTerms& t, std::size_t base, const Growth& growth, Vector& g) const
{
    if (t.target <= 0.0)
        return 0.0;
    const double scale = 1.0 / (m_weights.areaScale * t.target);
    const double miss = (t.netArea + growth.added - t.target) * scale;
    for (std::size_t j = 0; j < kSectorCount; ++j)
        g[base + j] += 2.0 * miss * growth.slope[j] * scale;
    return miss * miss;
}

double Objective::speedTerm(std::size_t i, std::size_t j, const Vector& x, Vector& g) const
{
    const auto after = m_speeds.after(i, j, x, m_slopes);
    if (!after)
        return 0.0;
    const double ratio = *m_terms[i].ratio[j];
    // A fast place asks for room until it runs like the mean. A slow or dead one asks for none, here or elsewhere:
    // all that counts is that it is not made slower.
    const double over = std::max(0.0, *after - 1.0);
    const double under = ratio < 1.0 ? std::min(0.0, *after - ratio) : 0.0;
    const double miss = (over + under) / m_weights.speedScale;
    if (miss == 0.0)
        return 0.0;
    for (const SpeedModel::Slope& slope : m_slopes)
        g[slope.unknown] += 2.0 * miss * slope.perMm / m_weights.speedScale;
    return miss * miss;
}

double Objective::radiusTerm(std::size_t i, std::size_t j, const Vector& x, Vector& g) const
{
    if (!m_radius.holds(i, j))
        return 0.0;
    const RadiusLimit::Over over = m_radius.over(i, x);
    const double miss = over.share / m_weights.radiusScale;
    if (miss <= 0.0)
        return 0.0;
    const double perShare = 2.0 * miss / m_weights.radiusScale;
    const std::size_t here = i * kSectorCount + j;
    g[here] += perShare * over.slopes.perHere;
    if (over.slopes.perBefore > 0.0) {
        g[here - kSectorCount] += perShare * over.slopes.perBefore;
        g[here + kSectorCount] += perShare * over.slopes.perBehind;
    }
    return miss * miss;
}

double Objective::alongTerm(std::size_t i, const Vector& x, Vector& g) const
{
    const auto& stations = m_problem.stations;
    const double gap = inMm(stations[i + 1].s - stations[i].s);
    const double whole = inMm(stations.back().s - stations.front().s);
    const double share = gap / whole * static_cast<double>(stations.size() - 1);
    const double weight = std::sqrt(share) / (m_weights.alongScale * gap);
    double sum = 0.0;
    for (std::size_t j = 0; j < kSectorCount; ++j)
        sum += difference(x, g, i * kSectorCount + j, (i + 1) * kSectorCount + j, weight);
    return sum;
}

double Objective::difference(const Vector& x, Vector& g, std::size_t a, std::size_t b, double weight)
{
    const double miss = (x[a] - x[b]) * weight;
    g[a] += 2.0 * miss * weight;
    g[b] -= 2.0 * miss * weight;
    return miss * miss;
}

}  // namespace euryth::cutting
