// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/valve_opening.hpp"

#include <cmath>
#include <numbers>

#include "geometry/valve_end.hpp"

namespace euryth::geometry {

using std::numbers::pi;

namespace {

Length firstBorder(const ValveGeometry& v) { return v.seatRadial / (sin(v.seatAngle) * cos(v.seatAngle)); }

Area betweenSeats(const ValveGeometry& v, Length lift)
{
    return pi * cos(v.seatAngle) * (lift * (v.head - 2.0 * v.seatRadial + lift * (sin(2.0 * v.seatAngle) / 2.0)));
}

Area betweenEdges(const ValveGeometry& v, Length lift)
{
    const double rise = (lift - v.seatRadial * (sin(v.seatAngle) / cos(v.seatAngle))).si();
    return (v.head - v.seatRadial) * Length::fromSi(pi * std::hypot(rise, v.seatRadial.si()));
}

}  // namespace

Opening openingAt(const ValveGeometry& valve, Length lift)
{
    const bool onSeat = lift <= firstBorder(valve);
    const Area gap = onSeat ? betweenSeats(valve, lift) : betweenEdges(valve, lift);
    const Area throat = throatNetArea(valve.throat, valve.stem);
    if (throat <= gap)
        return {throat, OpeningStage::Throat};
    return {gap, onSeat ? OpeningStage::Seat : OpeningStage::Edges};
}

Length throatTakesOver(const ValveGeometry& valve)
{
    const double throat = throatNetArea(valve.throat, valve.stem).si();
    const double b = valve.seatAngle.si();
    const double w = valve.seatRadial.si();
    if (betweenSeats(valve, firstBorder(valve)).si() < throat) {
        const double slant = throat / (pi * (valve.head.si() - w));
        return Length::fromSi(std::sqrt(std::max(0.0, slant * slant - w * w)) + w * std::tan(b));
    }
    // pi cos b (d L + sin 2b / 2 L^2) = throat, the positive root.
    const double d = valve.head.si() - 2.0 * w;
    const double half = std::sin(2.0 * b) / 2.0;
    const double c = throat / (pi * std::cos(b));
    return Length::fromSi(2.0 * c / (d + std::sqrt(d * d + 4.0 * half * c)));
}

Area curtain(Length head, Length lift) { return pi * (head * lift); }

}  // namespace euryth::geometry
