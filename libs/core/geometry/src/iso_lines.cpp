// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/iso_lines.hpp"

namespace euryth::geometry {

namespace {

Point between(const Point& a, const Point& b, double share)
{
    return {a.left + (b.left - a.left) * share, a.up + (b.up - a.up) * share};
}

/// Where a level crosses a triangle.
void addPiece(IsoLine& line, const std::array<Point, 3>& p, const std::array<double, 3>& value)
{
    std::vector<Point> ends;
    for (std::size_t i = 0; i < 3; ++i) {
        const std::size_t j = (i + 1) % 3;
        if ((value[i] < line.level) != (value[j] < line.level))
            ends.push_back(between(p[i], p[j], (line.level - value[i]) / (value[j] - value[i])));
    }
    if (ends.size() == 2)
        line.pieces.push_back({ends[0], ends[1]});
}

}  // namespace

std::vector<IsoLine> isoLines(std::span<const Point> places, std::span<const double> values,
                              std::span<const std::array<std::uint32_t, 4>> faces, std::span<const double> levels)
{
    std::vector<IsoLine> lines;
    for (const double level : levels) {
        IsoLine line{level, {}};
        for (const auto& face : faces) {
            for (const std::size_t third : {std::size_t{1}, std::size_t{2}}) {
                const std::array<std::uint32_t, 3> corner{face[0], face[third], face[third + 1]};
                addPiece(line, {places[corner[0]], places[corner[1]], places[corner[2]]},
                         {values[corner[0]], values[corner[1]], values[corner[2]]});
            }
        }
        lines.push_back(std::move(line));
    }
    return lines;
}

}  // namespace euryth::geometry
