// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/bigger_valve.hpp"

#include <algorithm>

namespace euryth::planning {

namespace {

using geometry::index;
using geometry::Sector;

std::optional<Length> withKerf(const std::optional<Length>& measured, const std::optional<Length>& kerf)
{
    return measured ? std::optional(*measured + kerf.value_or(Length{})) : std::nullopt;
}

/// A place that loses `perValve` of each length that the valve's diameter gains.
ValveCheckRow row(ValvePlace place, const std::optional<Length>& now, Length loss, Length least, Length gain,
                  Length valve)
{
    ValveCheckRow r;
    r.place = place;
    r.now = now;
    r.least = least;
    if (!now)
        return r;
    r.after = *now - loss;
    if (gain > Length{} && loss > Length{})
        r.largest = valve + gain * ((*now - least) / loss);
    return r;
}

bool isSide(Sector s)
{
    constexpr std::array left{Sector::Left, Sector::FloorLeft, Sector::RoofLeft};
    constexpr std::array right{Sector::Right, Sector::FloorRight, Sector::RoofRight};
    return std::ranges::count(left, s) + std::ranges::count(right, s) > 0;
}

bool sameSide(Sector s, Sector side)
{
    const bool left = s == Sector::Left || s == Sector::FloorLeft || s == Sector::RoofLeft;
    return isSide(s) && left == (side == Sector::Left);
}

}  // namespace

std::optional<bool> ValveCheckRow::holds() const
{
    constexpr Length rounding = Length::fromSi(1e-9);
    return after ? std::optional(*after >= least - rounding) : std::nullopt;
}

std::vector<ValveCheckRow> checkValve(const ValveSurroundings& now, const BiggerValve& wanted,
                                      const ValveLimits& limits)
{
    const Length gain = wanted.valve - now.valve;
    std::vector<ValveCheckRow> rows;
    rows.push_back(row(ValvePlace::Bridge, withKerf(now.bridge, now.kerf), gain / 2.0, limits.bridge, gain, now.valve));
    rows.push_back(row(ValvePlace::BoreEdge, now.boreEdge, gain / 2.0, limits.boreEdge, gain, now.valve));
    const std::optional<Length> bowlNow = now.bowl ? now.bowl : now.throat;
    if (!bowlNow)
        return rows;
    const Length loss = (wanted.bowl - *bowlNow) / 2.0;
    rows.push_back(
        row(ValvePlace::NextPort, withKerf(now.neighbour, now.kerf), loss, limits.neighbour, gain, now.valve));
    for (const Sector s : geometry::kSectors) {
        ValveCheckRow r = row(ValvePlace::BowlWall, now.wall[index(s)], loss, now.reserve[index(s)], gain, now.valve);
        r.sector = s;
        const bool facesBowl = now.nextBowl && sameSide(s, *now.nextBowl);
        r.straight = !facesBowl && r.holds().value_or(true);
        rows.push_back(r);
    }
    return rows;
}

std::optional<Length> largestValve(const std::vector<ValveCheckRow>& rows)
{
    std::optional<Length> least;
    for (const ValveCheckRow& r : rows) {
        if (r.largest && (!least || *r.largest < *least))
            least = r.largest;
    }
    return least;
}

}  // namespace euryth::planning
