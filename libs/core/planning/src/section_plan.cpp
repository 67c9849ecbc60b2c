// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/section_plan.hpp"

#include <algorithm>
#include <cmath>
#include <functional>

#include <boost/math/tools/toms748_solve.hpp>

#include "geometry/wall_contour.hpp"

namespace euryth::planning {

namespace {

using geometry::index;
using geometry::PerSector;
using geometry::RoundedRectangle;
using geometry::Sector;

constexpr double kSlack = 1e-9;              // metres
const double kBulge = 1.0 - std::sqrt(0.5);  // of a corner arc's middle, per radius and direction
constexpr std::size_t kOutlinePoints = 96;

/// How far the four sides move out, metres.
struct Sides {
    double left = 0.0;
    double right = 0.0;
    double roof = 0.0;
    double floor = 0.0;
};

double roomAt(const SectionRoom& room, Sector s) { return room[index(s)].si(); }

/// `total` shared by two places in proportion to their room, as far as that goes; evenly where metal is added.
std::pair<double, double> shared(double total, double roomA, double roomB)
{
    if (total <= 0.0)
        return {total / 2.0, total / 2.0};
    const double all = roomA + roomB;
    if (all <= 0.0)
        return {0.0, 0.0};
    const double share = std::min(1.0, total / all);
    return {roomA * share, roomB * share};
}

/// The rounded rectangle while its sides move out.
class Rectangle {
public:
    Rectangle(const RoundedRectangle& measured, const SectionRoom& room) : m_measured(measured), m_room(room) {}

    struct Grown {
        RoundedRectangle shape;
        PerSector<Length> growth{};
        bool inside = true;  ///< no corner beyond its room
    };

    /// `extra` is added to the corners' radii beyond what the sides ask for.
    [[nodiscard]] Grown grown(const Sides& sides, double extra = 0.0) const
    {
        Grown result;
        RoundedRectangle& shape = result.shape;
        shape.width = m_measured.width + Length::fromSi(sides.left + sides.right);
        shape.height = m_measured.height + Length::fromSi(sides.roof + sides.floor);
        const auto radius = [&](Length r, double a, double b, Sector corner) {
            const double most = roomAt(m_room, corner);
            const double need = (a + b) / std::sqrt(2.0) - most;  // beyond which the arc's middle has to stay back
            const double follows = (a + b) / 2.0 + extra;
            return Length::fromSi(std::max(0.0, r.si() + std::max(follows, need / (std::sqrt(2.0) * kBulge))));
        };
        const auto& r = m_measured.corners;
        shape.corners = {radius(r.roofLeft, sides.left, sides.roof, Sector::RoofLeft),
                         radius(r.roofRight, sides.right, sides.roof, Sector::RoofRight),
                         radius(r.floorRight, sides.right, sides.floor, Sector::FloorRight),
                         radius(r.floorLeft, sides.left, sides.floor, Sector::FloorLeft)};
        fitCorners(shape);
        measure(result, sides);
        return result;
    }

    [[nodiscard]] const RoundedRectangle& measured() const { return m_measured; }

private:
    /// Radii that share a side and are together longer than it are scaled down until they fit.
    static void fitCorners(RoundedRectangle& shape)
    {
        auto& c = shape.corners;
        const auto fit = [](Length side, Length a, Length b) { return a + b > side ? side / (a + b) : 1.0; };
        const double scale =
            std::min({fit(shape.width, c.roofLeft, c.roofRight), fit(shape.width, c.floorLeft, c.floorRight),
                      fit(shape.height, c.roofLeft, c.floorLeft), fit(shape.height, c.roofRight, c.floorRight)});
        for (Length* r : {&c.roofLeft, &c.roofRight, &c.floorRight, &c.floorLeft})
            *r = *r * scale;
    }

    void measure(Grown& result, const Sides& sides) const
    {
        const auto corner = [&](Sector s, double a, double b, Length before, Length after) {
            const double moved = (a + b) / std::sqrt(2.0) - std::sqrt(2.0) * kBulge * (after - before).si();
            result.growth[index(s)] = Length::fromSi(moved);
            result.inside = result.inside && moved <= std::max(0.0, roomAt(m_room, s)) + kSlack;
        };
        result.growth[index(Sector::Left)] = Length::fromSi(sides.left);
        result.growth[index(Sector::Right)] = Length::fromSi(sides.right);
        result.growth[index(Sector::Roof)] = Length::fromSi(sides.roof);
        result.growth[index(Sector::Floor)] = Length::fromSi(sides.floor);
        const auto& before = m_measured.corners;
        const auto& after = result.shape.corners;
        corner(Sector::RoofLeft, sides.left, sides.roof, before.roofLeft, after.roofLeft);
        corner(Sector::RoofRight, sides.right, sides.roof, before.roofRight, after.roofRight);
        corner(Sector::FloorRight, sides.right, sides.floor, before.floorRight, after.floorRight);
        corner(Sector::FloorLeft, sides.left, sides.floor, before.floorLeft, after.floorLeft);
    }

    RoundedRectangle m_measured;
    SectionRoom m_room;
};

/// The level from `low` to `high` at which a rising area becomes the wished one; an end where it does not.
double levelFor(double wanted, double low, double high, const std::function<double(double)>& areaAt)
{
    const auto excess = [&](double level) { return areaAt(level) - wanted; };
    const double atLow = excess(low);
    const double atHigh = excess(high);
    if (atLow >= 0.0)
        return low;
    if (atHigh <= 0.0)
        return high;
    boost::uintmax_t steps = 100;
    const auto bracket = boost::math::tools::toms748_solve(excess, low, high, atLow, atHigh,
                                                           boost::math::tools::eps_tolerance<double>(46), steps);
    return bracket.first;  // the side of it that keeps the limits
}

/// The greatest level up to `high` at which `allowed` still holds; 0 is taken to hold.
double greatestAllowed(double high, const std::function<bool(double)>& allowed)
{
    if (allowed(high))
        return high;
    double low = 0.0;
    constexpr int halvings = 40;
    for (int i = 0; i < halvings; ++i) {
        const double middle = (low + high) / 2.0;
        (allowed(middle) ? low : high) = middle;
    }
    return low;
}

void noteLimits(PlannedSection& plan, const SectionRoom& room)
{
    for (const Sector s : geometry::kSectors) {
        if (plan.growth[index(s)].si() > 0.0 && plan.growth[index(s)].si() >= roomAt(room, s) - 1e-6)
            plan.atLimit.push_back(s);
        else if (!plan.met && roomAt(room, s) <= 0.0)
            plan.atLimit.push_back(s);
    }
}

bool nearly(Area a, Area b) { return std::abs(a / b - 1.0) < 1e-6; }

PlannedSection planRectangle(const RoundedRectangle& measured, const SectionRoom& room, const SectionWish& wish)
{
    const Rectangle rectangle(measured, room);
    const double mostAcross = std::max(roomAt(room, Sector::Left), roomAt(room, Sector::Right));
    const double mostUp = std::max(roomAt(room, Sector::Roof), roomAt(room, Sector::Floor));
    const auto across = [&](double level) {
        return std::pair{std::min(level, roomAt(room, Sector::Left)), std::min(level, roomAt(room, Sector::Right))};
    };
    const auto up = [&](double level) {
        return std::pair{std::min(level, roomAt(room, Sector::Roof)), std::min(level, roomAt(room, Sector::Floor))};
    };
    std::optional<std::pair<double, double>> fixedAcross;
    std::optional<std::pair<double, double>> fixedUp;
    bool sizesMet = true;
    const auto fix = [&](std::optional<Length> size, Length now, Sector a, Sector b) {
        std::optional<std::pair<double, double>> fixed;
        if (size) {
            fixed = shared((*size - now).si(), roomAt(room, a), roomAt(room, b));
            sizesMet = sizesMet && fixed->first + fixed->second >= (*size - now).si() - kSlack;
        }
        return fixed;
    };
    fixedAcross = fix(wish.width, measured.width, Sector::Left, Sector::Right);
    fixedUp = fix(wish.height, measured.height, Sector::Roof, Sector::Floor);
    const auto sidesAt = [&](double level) {
        const auto [left, right] = fixedAcross.value_or(across(level));
        const auto [roof, floor] = fixedUp.value_or(up(level));
        return Sides{left, right, roof, floor};
    };
    const double wanted = wish.area.si();
    Rectangle::Grown grown;
    if (fixedAcross && fixedUp) {
        // Rounder corners take area away: the level is how much rounder they are, counted downward.
        const double widest = std::max(measured.width, measured.height).si();
        const double sharpest =
            -greatestAllowed(widest, [&](double d) { return rectangle.grown(sidesAt(0), -d).inside; });
        const double rounder = -levelFor(wanted, -widest, -sharpest, [&](double d) {
            return geometry::area(rectangle.grown(sidesAt(0), -d).shape).si();
        });
        grown = rectangle.grown(sidesAt(0), rounder);
    } else {
        double most = 0.0;
        if (!fixedAcross)
            most = std::max(most, mostAcross);
        if (!fixedUp)
            most = std::max(most, mostUp);
        most = greatestAllowed(most, [&](double level) { return rectangle.grown(sidesAt(level)).inside; });
        constexpr double least = 0.45;  // of the smaller side: a plan may fill, but not close the port
        const double deepest = -least * std::min(measured.width, measured.height).si();
        grown = rectangle.grown(sidesAt(levelFor(wanted, deepest, most, [&](double level) {
            return geometry::area(rectangle.grown(sidesAt(level)).shape).si();
        })));
    }
    PlannedSection plan;
    plan.section = grown.shape;
    plan.growth = grown.growth;
    plan.middle = {(grown.growth[index(Sector::Left)] - grown.growth[index(Sector::Right)]).si() / 2.0,
                   (grown.growth[index(Sector::Roof)] - grown.growth[index(Sector::Floor)]).si() / 2.0};
    plan.area = geometry::area(grown.shape);
    plan.met = sizesMet && grown.inside && nearly(plan.area, wish.area);
    noteLimits(plan, room);
    return plan;
}

PlannedSection planOutline(const geometry::Outline& measured, const SectionRoom& room, const SectionWish& wish)
{
    const geometry::WallContour wall{geometry::Section(measured)};
    const auto form = wall.cutForm();
    const geometry::Box box = geometry::boxOf(measured);
    bool sizesMet = true;
    PerSector<std::optional<double>> fixed{};
    const auto fix = [&](std::optional<Length> size, Length now, Sector a, Sector b) {
        if (!size)
            return;
        const double change = (*size - now).si();
        const auto [first, second] = shared(change, roomAt(room, a), roomAt(room, b));
        sizesMet = sizesMet && first + second >= change - kSlack;
        fixed[index(a)] = first;
        fixed[index(b)] = second;
    };
    fix(wish.width, box.width, Sector::Left, Sector::Right);
    fix(wish.height, box.height, Sector::Roof, Sector::Floor);
    const auto depthsAt = [&](double level) {
        PerSector<Length> depths{};
        for (const Sector s : geometry::kSectors)
            depths[index(s)] = Length::fromSi(fixed[index(s)].value_or(std::min(level, roomAt(room, s))));
        return depths;
    };
    double most = 0.0;
    for (const Sector s : geometry::kSectors) {
        if (!fixed[index(s)])
            most = std::max(most, roomAt(room, s));
    }
    const Area now = geometry::area(measured);
    const double deepest = -0.25 * std::min(box.width, box.height).si();
    const double level =
        levelFor((wish.area - now).si(), deepest, most, [&](double l) { return form.areaAdded(depthsAt(l)).si(); });
    PlannedSection plan;
    plan.growth = depthsAt(level);
    plan.section = geometry::Outline{wall.outline(kOutlinePoints, plan.growth)};
    plan.middle = geometry::boxOf(std::get<geometry::Outline>(plan.section)).middle;
    plan.area = now + form.areaAdded(plan.growth);
    plan.met = sizesMet && nearly(plan.area, wish.area);
    noteLimits(plan, room);
    return plan;
}

}  // namespace

PlannedSection planSection(const geometry::Section& measured, const SectionRoom& room, const SectionWish& wish)
{
    if (const auto* rectangle = std::get_if<RoundedRectangle>(&measured))
        return planRectangle(*rectangle, room, wish);
    return planOutline(std::get<geometry::Outline>(measured), room, wish);
}

}  // namespace euryth::planning
