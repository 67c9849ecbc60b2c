// SPDX-License-Identifier: GPL-3.0-or-later
#include "speed_model.hpp"

#include <cmath>

namespace euryth::cutting {

using geometry::index;
using geometry::kSectorCount;
using geometry::Sector;
using geometry::WallContour;

namespace {

/// By so much the air on the inside of a turn follows a section that grows elsewhere. Chosen among 0.25, 0.5 and 1 on
/// the instant fields of the demos' cut ports, whose highest ratio only this one lowers on all (docs/methods.md); no
/// source.
constexpr double kGrowthInTurn = 0.25;

/// Speed at the inside of a free vortex over the mean, where q is the passage's height over the inside's radius, and
/// its slope.
struct Vortex {
    double ratio;
    double slope;
};
Vortex vortex(double q)
{
    constexpr double straight = 1e-6;
    if (q < straight)
        return {1.0 + q / 2.0, 0.5};
    const double log = std::log1p(q);
    return {q / log, (log - q / (1.0 + q)) / (log * log)};
}

/// A curvature that has been cut away goes to nothing smoothly: from a tenth of what it was on.
struct Bend {
    double value;
    double slope;
};
Bend kept(double curvature, double was)
{
    const double least = 0.1 * was;
    if (curvature >= least)
        return {curvature, 1.0};
    const double fading = std::exp(curvature / least - 1.0);
    return {least * fading, fading};
}

}  // namespace

Growth growthOf(const WallContour::CutForm& form, const std::vector<double>& mm, std::size_t base)
{
    Growth growth;
    for (std::size_t j = 0; j < kSectorCount; ++j) {
        double bend = 0.0;
        for (std::size_t k = 0; k < kSectorCount; ++k)
            bend += form.quadratic[j][k] * mm[base + k] * kMm;
        growth.added += mm[base + j] * kMm * (form.linear[j] + 0.5 * bend);
        growth.slope[j] = kMm * (form.linear[j] + bend);
    }
    return growth;
}

SpeedModel::SpeedModel(const CutProblem& problem) : m_floor(problem)
{
    for (const CutStation& station : problem.stations) {
        const WallContour wall(station.section);
        Terms terms;
        terms.form = wall.cutForm();
        terms.section = geometry::area(station.section).si();
        terms.shares = wall.areaShares();
        terms.ratio = station.speedRatio;
        terms.height = geometry::boxOf(station.section).height.si();
        m_terms.push_back(terms);
    }
}

std::optional<double> SpeedModel::after(std::size_t station, std::size_t sector, const std::vector<double>& mm,
                                        std::vector<Slope>& slopes) const
{
    slopes.clear();
    const auto& ratio = m_terms[station].ratio[sector];
    if (!ratio)
        return std::nullopt;
    const double tube = byTube(station, sector, mm, slopes);
    if (!m_floor.isInside(station, sector)) {
        for (Slope& slope : slopes)
            slope.perMm *= *ratio;
        return *ratio * tube;
    }
    const std::size_t first = slopes.size();
    const double bent = byVortex(station, sector, mm, slopes);
    for (std::size_t i = 0; i < slopes.size(); ++i)
        slopes[i].perMm *= *ratio * (i < first ? bent : tube);
    return *ratio * tube * bent;
}

double SpeedModel::byTube(std::size_t station, std::size_t sector, const std::vector<double>& mm,
                          std::vector<Slope>& slopes) const
{
    const Terms& terms = m_terms[station];
    const double growth = m_floor.isInside(station, sector) ? kGrowthInTurn : 1.0;
    const std::size_t base = station * kSectorCount;
    const double tube = terms.form.linear[sector] * kMm / (terms.shares[sector] * terms.section);
    const Growth whole = growthOf(terms.form, mm, base);
    for (std::size_t j = 0; j < kSectorCount; ++j)
        slopes.push_back({base + j, growth * whole.slope[j] / terms.section});
    slopes.push_back({base + sector, -tube});
    return 1.0 + growth * whole.added / terms.section - tube * mm[base + sector];
}

double SpeedModel::byVortex(std::size_t station, std::size_t sector, const std::vector<double>& mm,
                            std::vector<Slope>& slopes) const
{
    const Terms& terms = m_terms[station];
    const std::size_t here = station * kSectorCount + sector;
    const std::size_t floor = station * kSectorCount + index(Sector::Floor);
    const std::size_t roof = station * kSectorCount + index(Sector::Roof);
    const double curvature = m_floor.curvature(station);
    const FloorLine::Bend bend = m_floor.bend(station, sector, mm);
    const Bend now = kept(bend.value, curvature);
    const double height = terms.height + kMm * (mm[floor] + mm[roof]);
    const Vortex then = vortex(now.value * height);
    const double scale = 1.0 / vortex(curvature * terms.height).ratio;
    const double perBend = scale * then.slope * height * now.slope;
    slopes.push_back({here, perBend * bend.perHere});
    if (bend.perBefore > 0.0) {
        slopes.push_back({here - kSectorCount, perBend * bend.perBefore});
        slopes.push_back({here + kSectorCount, perBend * bend.perBehind});
    }
    const double perHeight = scale * then.slope * now.value * kMm;
    slopes.push_back({floor, perHeight});
    slopes.push_back({roof, perHeight});
    return scale * then.ratio;
}

}  // namespace euryth::cutting
