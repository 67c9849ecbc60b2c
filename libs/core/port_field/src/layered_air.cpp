// SPDX-License-Identifier: GPL-3.0-or-later
#include "layered_air.hpp"

#include <algorithm>
#include <cmath>

#include "field/slice.hpp"

namespace euryth::port_field {

namespace {

using geometry::Vector3;

/// For each piece of a line across a layer the cells of a layer that lie beside it.
std::vector<std::vector<std::size_t>> cellsBeside(const field::Mesh& mesh, const std::vector<std::uint32_t>& line)
{
    std::vector<std::vector<std::size_t>> beside(line.size() - 1);
    for (std::size_t c = 0; c < mesh.cellsPerLayer(); ++c) {
        const auto corners = std::span(mesh.cells[c]).first(4);
        for (std::size_t k = 0; k + 1 < line.size(); ++k) {
            if (std::ranges::count(corners, line[k]) > 0 && std::ranges::count(corners, line[k + 1]) > 0)
                beside[k].push_back(c);
        }
    }
    return beside;
}

/// Of the places that a pitot can reach a twentieth is slower than this.
Speed slowPlaces(const VirtualPort& port, VolumeFlow flow)
{
    const field::Mesh& mesh = port.mesh().layered();
    std::vector<double> speeds;
    for (std::size_t i = mesh.firstInside * mesh.perLayer; i < (mesh.lastInside + 1) * mesh.perLayer; ++i) {
        const double speed = port.field().velocities()[i].length();
        if (port.fromWall()[i] >= air::kPitotDistance.si() && speed > 0.0)
            speeds.push_back(speed);
    }
    if (speeds.empty())
        return {};
    const auto at = speeds.begin() + std::ssize(speeds) / 20;
    std::ranges::nth_element(speeds, at);
    return Speed::fromSi(*at * flow.si());
}

double speedOf(const Vector3& v, VolumeFlow flow) { return v.length() * flow.si(); }

}  // namespace

FastestPlace fastestPlace(const VirtualPort& port, VolumeFlow flow)
{
    const field::Mesh& mesh = port.mesh().layered();
    double most = 0.0;
    std::size_t node = mesh.firstInside * mesh.perLayer;
    for (std::size_t i = node; i < (mesh.lastInside + 1) * mesh.perLayer; ++i) {
        const double speed = port.field().velocities()[i].length();
        if (port.fromWall()[i] >= air::kPitotDistance.si() && speed > most) {
            most = speed;
            node = i;
        }
    }
    // At exactly the pitot's distance the nodes of the mesh need not lie.
    const std::size_t layer = node / mesh.perLayer;
    geometry::Point3 place = mesh.nodes[node];
    std::size_t fastestLayer = layer;
    Length fromWall = Length::fromSi(port.fromWall()[node]);
    for (std::size_t i = 0; i < port.alongWall().size(); ++i) {
        const auto& speeds = port.alongWall()[i];
        const auto k = static_cast<std::size_t>(std::ranges::max_element(speeds) - speeds.begin());
        if (speeds[k].value_or(0.0) <= most)
            continue;
        most = *speeds[k];
        fastestLayer = mesh.firstInside + i;
        fromWall = air::kPitotDistance;
        const auto& wall = mesh.nodes[fastestLayer * mesh.perLayer + mesh.wall[k]];
        const auto& inner = mesh.nodes[fastestLayer * mesh.perLayer + mesh.towardMiddle[mesh.wall[k]]];
        const field::Vector3 d{inner.x - wall.x, inner.y - wall.y, inner.z - wall.z};
        const double step = air::kPitotDistance.si() / d.length();
        place = {wall.x + step * d.x, wall.y + step * d.y, wall.z + step * d.z};
    }
    FastestPlace fastest;
    fastest.s = Length::fromSi(mesh.s[fastestLayer]);
    fastest.speed = Speed::fromSi(most * flow.si());
    fastest.ratio = most * port.openArea(fastestLayer).si();
    fastest.fromWall = fromWall;
    const geometry::Frame frame = port.frameAt(fastest.s);
    fastest.at = frame.toSection(place);
    fastest.name = nameInSection(geometry::Outline{port.sliceAt(fastest.s).wall}, fastest.at);
    return fastest;
}

LayeredAir::LayeredAir(std::shared_ptr<const VirtualPort> port, PortAir at)
    : m_port(std::move(port)),
      m_at(std::move(at))
{
}

const LayeredAir::Extremes& LayeredAir::extremes() const
{
    std::call_once(m_once, [this] { m_extremes = {fastestPlace(*m_port, m_at.flow), slowPlaces(*m_port, m_at.flow)}; });
    return m_extremes;
}

std::optional<Vector3> LayeredAir::velocityAt(const geometry::Point3& place) const
{
    return m_port->velocityAt(place, m_at.flow);
}

std::optional<Speed> LayeredAir::wallSpeedAt(Length s, double round) const
{
    const auto speed = m_port->alongWallAt(s, round);
    return speed ? std::optional(Speed::fromSi(*speed * m_at.flow.si())) : std::nullopt;
}

std::vector<geometry::Point> LayeredAir::wallAt(Length s) const { return m_port->sliceAt(s).wall; }

AirSection LayeredAir::sectionAt(Length s) const
{
    field::Slice slice = m_port->sliceAt(s);
    AirSection section;
    for (const Vector3& v : slice.velocities) {
        section.sheet.speeds.push_back(speedOf(v, m_at.flow));
        if (knowsWake())
            section.sheet.onward.push_back(v.x * slice.area);
    }
    section.sheet.places = std::move(slice.places);
    section.sheet.faces = std::move(slice.faces);
    section.wall = std::move(slice.wall);
    return section;
}

AirLongSection LayeredAir::longSection() const
{
    const field::Mesh& mesh = m_port->mesh().layered();
    const auto line = field::lineAcross(mesh, geometry::Sector::Roof);
    const auto beside = cellsBeside(mesh, line);
    AirLongSection section;
    section.across = line.size();
    AirSheet& sheet = section.sheet;
    const auto across = static_cast<std::uint32_t>(line.size());
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        section.s.push_back(Length::fromSi(mesh.s[layer]));
        const auto forward = m_port->frameAt(section.s.back()).forward();
        for (const std::uint32_t place : line) {
            const std::size_t node = layer * mesh.perLayer + place;
            const geometry::Point3& at = mesh.nodes[node];
            const Vector3& v = m_port->velocities()[node];
            section.inHead.push_back(at);
            sheet.places.push_back({at.x, at.z});
            sheet.speeds.push_back(speedOf(v, m_at.flow));
            if (knowsWake())
                sheet.onward.push_back((v.x * forward.x + v.y * forward.y + v.z * forward.z) *
                                       m_port->openArea(layer).si());
        }
        if (layer == mesh.lastInside)
            continue;
        const auto first = static_cast<std::uint32_t>(sheet.places.size()) - across;
        for (std::uint32_t k = 0; k + 1 < across; ++k) {
            const bool metal = std::ranges::all_of(
                beside[k], [&](std::size_t c) { return mesh.isBlocked(layer * mesh.cellsPerLayer() + c); });
            if (!metal)
                sheet.faces.push_back({first + k, first + k + 1, first + across + k + 1, first + across + k});
        }
    }
    return section;
}

}  // namespace euryth::port_field
