// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/valve_opening.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <utility>

#include <boost/math/tools/minima.hpp>
#include <boost/math/tools/roots.hpp>

#include "geometry/valve_end.hpp"

namespace euryth::geometry {

using std::numbers::pi;

namespace {

/// A point of a profile: metres from the axis, and up into the port from the seat's outer edge.
struct Place {
    double r = 0.0;
    double z = 0.0;
};
Place between(Place a, Place b, double share) { return {a.r + (b.r - a.r) * share, a.z + (b.z - a.z) * share}; }

struct Stretch {
    Place from;
    Place to;
    bool seals = false;  ///< the seat itself, or the valve's face
};

/// Area of the frustum over 2 pi, squared: smooth where the two meet.
double frustum(Place a, Place b)
{
    const double r = (a.r + b.r) / 2.0;
    return r * r * (std::pow(a.r - b.r, 2) + std::pow(a.z - b.z, 2));
}

/// Least value of a function over 0 to 1, its ends included (Brent, Boost.Math).
template <class F>
double leastOf(F f)
{
    constexpr int bits = 16;
    boost::uintmax_t steps = 24;
    const auto inside = boost::math::tools::brent_find_minima(f, 0.0, 1.0, bits, steps);
    return std::min({inside.second, f(0.0), f(1.0)});
}

double leastBetween(const Stretch& seat, const Stretch& valve, double lift)
{
    return leastOf([&](double on) {
        const Place p = between(seat.from, seat.to, on);
        return leastOf([&](double along) {
            Place q = between(valve.from, valve.to, along);
            q.z -= lift;
            return frustum(p, q);
        });
    });
}

std::vector<Stretch> seatProfile(const ValveGeometry& v, const SeatStack& stack)
{
    std::vector<Stretch> profile;
    Place at{stack.cuts[stack.seat].outer.si() / 2.0, 0.0};
    if (stack.seat > 0) {
        const PlacedCut& top = stack.cuts.front();
        profile.push_back({{top.outer.si() / 2.0, -(sin(top.face.angle) * top.face.width).si()}, at});
    }
    for (std::size_t i = stack.seat; i < stack.cuts.size(); ++i) {
        const Place inner{stack.cuts[i].inner.si() / 2.0, stack.cuts[i].depth.si()};
        profile.push_back({at, inner, i == stack.seat});
        at = inner;
    }
    constexpr double above = 0.2;  // of the head: farther up the valve's back never comes near
    profile.push_back({at, {at.r, at.z + above * v.head.si()}});
    return profile;
}

std::vector<Stretch> valveProfile(const ValveGeometry& v, Angle seatAngle)
{
    const double inset = v.edgeInset.si();
    const Place edge{v.head.si() / 2.0, -inset * sin(seatAngle) / std::max(1e-6, cos(seatAngle))};
    const double stem = v.stem.si() / 2.0;
    const double wide = std::min((cos(seatAngle) * v.face).si(), edge.r - stem);
    const Place end{edge.r - wide, edge.z + wide * sin(seatAngle) / std::max(1e-6, cos(seatAngle))};
    return {{edge, end, true}, {end, {stem, end.z + (end.r - stem) * sin(v.back) / cos(v.back)}}};
}

}  // namespace

Opening gapAt(const ValveGeometry& valve, Length lift)
{
    const auto stack = placeSeat(valve.cuts, valve.head, valve.edgeInset);
    if (!stack || lift <= Length{})
        return {};
    const auto seat = seatProfile(valve, *stack);
    const auto moving = valveProfile(valve, stack->cuts[stack->seat].face.angle);
    double least = frustum(seat.front().from, {0.0, 1.0});
    double faces = 2.0 * least;
    for (const Stretch& fixed : seat) {
        for (const Stretch& other : moving) {
            const double here = leastBetween(fixed, other, lift.si());
            if (fixed.seals && other.seals)
                faces = here;
            least = std::min(least, here);
        }
    }
    // Where two stretches meet, the smallest frustum may lie a hair beyond the end of the faces.
    constexpr double alike = 1.02;
    // The faces overlap, seen square to them, until the lift has drawn them apart along the cone.
    const Angle beta = stack->cuts[stack->seat].face.angle;
    const bool overlap = lift.si() * sin(beta) <= (valve.face - valve.edgeInset / cos(beta)).si();
    return {Area::fromSi(2.0 * pi * std::sqrt(least)),
            overlap && faces <= least * alike ? OpeningStage::Seat : OpeningStage::Edges};
}

Opening openingAt(const ValveGeometry& valve, Length lift)
{
    const Opening gap = gapAt(valve, lift);
    const Area throat = throatNetArea(valve.throat, valve.stem);
    return throat <= gap.area ? Opening{throat, OpeningStage::Throat} : gap;
}

Length throatTakesOver(const ValveGeometry& valve)
{
    const double throat = throatNetArea(valve.throat, valve.stem).si();
    const auto spare = [&](double lift) { return gapAt(valve, Length::fromSi(lift)).area.si() - throat; };
    // Two heads high any gap is wider than the throat, which is smaller than the head.
    const double high = 2.0 * valve.head.si();
    if (spare(high) <= 0.0)
        return Length::fromSi(high);
    boost::uintmax_t steps = 60;
    const auto bracket =
        boost::math::tools::toms748_solve(spare, 0.0, high, boost::math::tools::eps_tolerance<double>(30), steps);
    return Length::fromSi((bracket.first + bracket.second) / 2.0);
}

Area curtain(Length head, Length lift) { return pi * (head * lift); }

}  // namespace euryth::geometry
