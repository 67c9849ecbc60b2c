// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/what_if.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "geometry/wall_contour.hpp"
#include "plans/planned_port.hpp"

namespace euryth::port_field {

namespace {

geometry::Section movedSection(const geometry::Section& section, geometry::PerSector<Length> depths)
{
    const geometry::Box box = geometry::boxOf(section);
    constexpr double most = 1.0 / 3.0;
    for (Length& depth : depths)
        depth = std::max(depth, std::min(box.width, box.height) * -most);
    return geometry::movedWall(section, depths);
}

}  // namespace

std::vector<geometry::PerSector<Length>> depthsOf(const PortShape& shape, std::span<const WallPush> pushes)
{
    std::vector<geometry::PerSector<Length>> depths(shape.sections.size());
    for (const WallPush& push : pushes) {
        for (std::size_t i = 0; i < depths.size(); ++i) {
            const double off = std::abs((shape.sections[i].s - push.s).si()) / push.reach.si();
            if (off < 1.0)
                depths[i][geometry::index(push.sector)] +=
                    push.depth * std::pow(std::cos(off * std::numbers::pi / 2.0), 2);
        }
    }
    return depths;
}

PortShape moved(PortShape shape, std::span<const geometry::PerSector<Length>> depths)
{
    for (std::size_t i = 0; i < shape.sections.size(); ++i)
        shape.sections[i].section = movedSection(shape.sections[i].section, depths[i]);
    return shape;
}

std::optional<PortShape> afterCuts(const PortShape& shape, const analysis::PortAnalysis& analysis)
{
    if (!analysis.cut || analysis.cut->depths.size() != shape.sections.size())
        return std::nullopt;
    PortShape cut = moved(shape, analysis.cut->depths);
    for (geometry::Obstacle& obstacle : cut.obstacles) {
        for (geometry::Hanging& hanging : obstacle) {
            const auto at = std::ranges::find(cut.sections, hanging.s, &geometry::PlacedSection::s);
            const auto station = static_cast<std::size_t>(at - cut.sections.begin());
            if (at == cut.sections.end() || hanging.from > Length{} || !analysis.fins[station])
                continue;  // a stem below the boss, or a boss that stays
            hanging.width = analysis.fins[station]->width;
            hanging.tip = analysis.fins[station]->tip;
        }
    }
    return cut;
}

Known<PortShape> plannedShape(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    const auto planned = plans::plannedPort(job, port, analysis);
    if (!planned)
        return {std::nullopt, planned.missing};
    return shapeOf(planned->port, planned->analysis);
}

}  // namespace euryth::port_field
