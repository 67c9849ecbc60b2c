// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/walls.hpp"

#include <algorithm>
#include <cmath>

#include "field/field.hpp"

namespace euryth::port_field {

WallAir wallAir(const PortMesh& portMesh, flow::WallLine line, const air::AirState& room)
{
    const field::Mesh& mesh = portMesh.layered();
    const bool airFromValve = portMesh.shape().airFromValve;
    WallAir wall;
    const auto fastest = std::ranges::max_element(line.atTip) - line.atTip.begin();
    wall.peak = Speed::fromSi(line.atTip[static_cast<std::size_t>(fastest)]);
    wall.peakAt = Length::fromSi(line.s[static_cast<std::size_t>(fastest)]);
    flow::EdgeSpeed edge{line.along, line.speed};
    if (airFromValve) {
        // The air comes from the valve, and the layer begins there.
        const double end = edge.along.back();
        for (double& along : edge.along)
            along = end - along;
        std::ranges::reverse(edge.along);
        std::ranges::reverse(edge.speed);
    }
    const double before =
        airFromValve ? mesh.s.back() - mesh.s[mesh.lastInside] : mesh.s[mesh.firstInside] - mesh.s.front();
    const double viscosity = air::viscosity(room.temperature).si() / air::density(room).si();
    const auto layer = flow::turbulentLayer(edge, viscosity, before);
    wall.greatestShape = layer.greatestShape;
    const std::size_t count = line.s.size();
    const auto inOrder = [&](std::size_t i) { return airFromValve ? count - 1 - i : i; };
    wall.layer.resize(count);
    for (std::size_t i = 0; i < count; ++i) {
        const double along = edge.along[i];
        const auto point = std::ranges::lower_bound(layer.points, along, {}, &flow::LayerPoint::along);
        if (layer.liftsOffAt && along >= *layer.liftsOffAt) {
            if (!wall.liftsOffAt)
                wall.liftsOffAt = Length::fromSi(line.s[inOrder(i)]);
        } else if (!layer.points.empty()) {
            wall.layer[inOrder(i)] = point == layer.points.end() ? layer.points.back() : *point;
        }
    }
    wall.line = std::move(line);
    return wall;
}

bool outsideOfTurn(const VirtualPort& port, geometry::Sector sector, Length s)
{
    // How the heading changes over a stretch as long as the passage is high, and to which side the wall lies.
    const field::Mesh& mesh = port.mesh().layered();
    const auto layer = port.layerAt(s);
    const auto middleOf = [&](geometry::Sector toward) {
        return mesh.nodes[layer * mesh.perLayer + field::wallPlace(mesh, toward)];
    };
    const geometry::Point3 wall = middleOf(sector);
    const geometry::Point3 other = middleOf(geometry::opposite(sector));
    const double height = std::hypot(wall.x - other.x, wall.y - other.y, wall.z - other.z);
    const auto ahead = port.frameAt(std::min(port.end(), s + Length::fromSi(height / 2.0))).forward();
    const auto before = port.frameAt(std::max(port.start(), s - Length::fromSi(height / 2.0))).forward();
    const double toward = ((ahead.x - before.x) * (wall.x - other.x) + (ahead.y - before.y) * (wall.y - other.y) +
                           (ahead.z - before.z) * (wall.z - other.z)) /
                          height;
    constexpr double turns = 0.05;  // rad over that stretch; less is a straight port
    return toward < -turns;
}

WallAir wallAir(const VirtualPort& port, geometry::Sector sector, const air::AirState& room, VolumeFlow flow)
{
    WallAir wall = wallAir(port.mesh(), field::wallLine(port.field(), sector, flow), room);
    if (wall.liftsOffAt)
        wall.outsideOfTurn = outsideOfTurn(port, sector, *wall.liftsOffAt);
    return wall;
}

bool isBehindLiftOff(const WallAir& wall, bool airFromValve, Length s)
{
    return wall.liftsOff() && (airFromValve ? s <= *wall.liftsOffAt : s >= *wall.liftsOffAt);
}

}  // namespace euryth::port_field
