// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/end_shape.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "geometry/turn.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::planning {

namespace {

/// Fades from 1 to 0 over a way of 1.
double fading(double way) { return way >= 1.0 ? 0.0 : std::pow(std::cos(way * std::numbers::pi / 2.0), 2); }

double laidBackDepth(const FloorLine& floor, const geometry::TurnStations& turn, double radius, std::size_t i)
{
    const double now = floor.radius.si();
    const double whole = turn.whole.si();
    const double half = whole / 2.0;
    const auto beside = [&](std::size_t end) {
        const double away = std::abs((floor.along[i] - floor.along[end]).si());
        const double inside = std::max(0.0, (radius - now) * std::tan(half) - away);
        return std::sqrt(radius * radius + inside * inside) - radius;
    };
    if (i < turn.first)
        return beside(turn.first);
    if (i > turn.last)
        return beside(turn.last);
    const double centres = (radius - now) / std::cos(half);
    const double angle = std::clamp(floor.turned[i].si(), 0.0, whole) - half;
    return std::sqrt(centres * centres + now * now + 2.0 * centres * now * std::cos(angle)) - radius;
}

}  // namespace

std::vector<Length> floorDepths(const FloorLine& floor, const FloorWish& wish)
{
    std::vector<Length> depths(floor.along.size());
    const geometry::TurnStations turn = geometry::turnStations(floor.turned);
    constexpr Angle least = angleFromDegrees(5.0);
    if (turn.whole < least)
        return depths;
    if (wish.radius && *wish.radius > floor.radius) {
        for (std::size_t i = 0; i < depths.size(); ++i)
            depths[i] = Length::fromSi(laidBackDepth(floor, turn, wish.radius->si(), i));
    }
    const Length more = wish.lowered.value_or(Length{}) - depths[floor.apex];
    if (more > Length{}) {
        const Length reach = std::max(floor.radius * turn.whole.si(), lengthFromMm(10.0));
        for (std::size_t i = 0; i < depths.size(); ++i)
            depths[i] += more * fading(abs(floor.along[i] - floor.along[floor.apex]) / reach);
    }
    return depths;
}

geometry::PerSector<Length> depthsToCircle(const geometry::Section& section, Length diameter, double share)
{
    const geometry::WallContour wall(section);
    const geometry::Point middle = geometry::boxOf(section).middle;
    geometry::PerSector<Length> depths{};
    for (const geometry::Sector sector : geometry::kSectors) {
        const geometry::Point place = wall.placeAt(wall.middleOf(sector)).point;
        const double distance = std::hypot(place.left - middle.left, place.up - middle.up);
        depths[geometry::index(sector)] = Length::fromSi(std::max(0.0, share * (diameter.si() / 2.0 - distance)));
    }
    return depths;
}

double bowlShare(Length s, Length before, Length bowl, Length behind)
{
    const Length side = s < bowl ? bowl - before : behind - bowl;
    return side > Length{} ? fading(abs(s - bowl) / side) : s == bowl ? 1.0 : 0.0;
}

}  // namespace euryth::planning
