// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/seat_stack.hpp"

namespace euryth::geometry {

namespace {

constexpr Angle kSteepestTop = angleFromDegrees(35.0);

Length narrowing(const SeatFace& face) { return 2.0 * cos(face.angle) * face.width; }

}  // namespace

std::optional<SeatStack> placeSeat(std::span<const SeatFace> faces, Length valve, Length edgeInset)
{
    if (faces.empty())
        return std::nullopt;
    SeatStack stack;
    stack.throat = valve - 2.0 * edgeInset;
    const bool hasTop = faces.size() > 1 && faces[0].angle <= kSteepestTop && faces[1].angle > faces[0].angle;
    if (hasTop) {
        stack.cuts.push_back({faces[0], stack.throat + narrowing(faces[0]), stack.throat, {}, true});
        stack.seat = 1;
    }
    for (const SeatFace& face : faces.subspan(stack.seat)) {
        const Length inner = stack.throat - narrowing(face);
        stack.depth += sin(face.angle) * face.width;
        stack.cuts.push_back({face, stack.throat, inner, stack.depth, false});
        stack.throat = inner;
    }
    if (stack.throat <= Length{})
        return std::nullopt;
    return stack;
}

Length scribeRadius(const SeatStack& stack) { return stack.throat / 2.0; }

Length scriberSetting(const SeatStack& stack, Length pilot) { return scribeRadius(stack) - pilot / 2.0; }

std::optional<Length> lastCutFor(const SeatStack& stack, Length wantedThroat)
{
    const PlacedCut& last = stack.cuts.back();
    const double slope = 2.0 * cos(last.face.angle);
    constexpr double vertical = 1e-6;
    if (last.isTop || wantedThroat >= last.outer || slope < vertical)
        return std::nullopt;
    return (last.outer - wantedThroat) / slope;
}

}  // namespace euryth::geometry
