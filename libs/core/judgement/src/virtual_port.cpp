// SPDX-License-Identifier: GPL-3.0-or-later
#include "judgement/virtual_port.hpp"

#include <algorithm>

namespace euryth::judgement {

Known<field::Field> virtualPort(const job::Port& port, const PortAnalysis& analysis, const field::Fineness& fineness)
{
    if (port.stations.size() < 2)
        return {std::nullopt, "at least two measured stations"};
    if (analysis.poses.size() != port.stations.size())
        return {std::nullopt,
                "the stations' places in the head (poses, or straight length, turn, short-side radius and "
                "height)"};
    std::vector<geometry::PlacedSection> sections;
    for (std::size_t i = 0; i < port.stations.size(); ++i)
        sections.push_back({port.stations[i].s, analysis.poses[i], analysis.sections[i]});
    field::Mesh mesh = field::meshOf(sections, fineness);
    if (const auto problem = field::problemOf(mesh))
        return {std::nullopt, "a port that can be meshed; " + *problem};
    return {field::Field(std::move(mesh)), {}};
}

ShortSideVerdict shortSide(const job::Port& port, const field::Field& field, const air::AirState& room, VolumeFlow flow)
{
    field::WallLine floor = field::wallLine(field, geometry::Sector::Floor, flow);
    ShortSideVerdict verdict;
    verdict.peakSpeed = Speed::fromSi(std::ranges::max(floor.atTip));
    if (port.side == job::Side::Exhaust) {
        // The air comes from the valve, and the layer begins there.
        const double end = floor.along.back();
        for (double& along : floor.along)
            along = end - along;
        for (auto* values : {&floor.along, &floor.speed, &floor.s})
            std::ranges::reverse(*values);
    }
    const double viscosity = air::viscosity(room.temperature).si() / air::density(room).si();
    const std::size_t entry = port.side == job::Side::Exhaust ? field.mesh().lastInside : field.mesh().firstInside;
    const double before = std::abs(
        field.mesh().s[entry] - (entry == field.mesh().firstInside ? field.mesh().s.front() : field.mesh().s.back()));
    const auto layer = field::turbulentLayer({floor.along, floor.speed}, viscosity, before);
    verdict.greatestShape = layer.greatestShape;
    if (layer.liftsOffAt) {
        const auto after = std::ranges::lower_bound(floor.along, *layer.liftsOffAt) - floor.along.begin();
        verdict.liftsOffAt =
            Length::fromSi(floor.s[static_cast<std::size_t>(std::min<std::ptrdiff_t>(after, std::ssize(floor.s) - 1))]);
    }
    return verdict;
}

}  // namespace euryth::judgement
