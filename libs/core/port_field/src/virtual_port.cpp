// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/virtual_port.hpp"

#include <algorithm>
#include <cmath>

#include "field/slice.hpp"
#include "fineness.hpp"

namespace euryth::port_field {

VirtualPort::VirtualPort(PortShape shape, std::shared_ptr<const field::Field> field)
    : m_field(std::move(field)),
      m_mesh(std::move(shape), std::shared_ptr<const field::Mesh>(m_field, &m_field->mesh()))
{
    const field::Mesh& layered = mesh().layered();
    m_fromWall = field::distancesFromWall(layered);
    const std::size_t perLayer = layered.cellsPerLayer();
    for (std::size_t layer = 0; layer < layered.layers(); ++layer) {
        const std::size_t first = std::min(layer, layered.layers() - 2) * perLayer;
        double area = 0.0;
        for (std::size_t c = first; c < first + perLayer; ++c)
            area += layered.isBlocked(c) ? 0.0 : field::faceArea(layered, layer, layered.cells[c]);
        m_openAreas.push_back(area);
    }
    for (std::size_t layer = layered.firstInside; layer <= layered.lastInside; ++layer) {
        auto& speeds = m_alongWall.emplace_back();
        for (const std::uint32_t place : layered.wall)
            speeds.push_back(field::speedOffWall(*m_field, layer, place, air::kPitotDistance));
    }
}

std::optional<geometry::Vector3> VirtualPort::velocityAt(const geometry::Point3& place, VolumeFlow flow) const
{
    return m_field->velocityAt(place, forward(flow));
}

const std::vector<geometry::Vector3>& VirtualPort::velocities() const { return m_field->velocities(); }

field::Slice VirtualPort::sliceAt(Length s) const { return field::sliceAt(*m_field, frameAt(s), s); }

std::pair<std::size_t, double> VirtualPort::layerBefore(Length s) const
{
    const field::Mesh& layered = mesh().layered();
    const auto& at = layered.s;
    std::size_t layer = layered.firstInside;
    while (layer + 1 < layered.lastInside && at[layer + 1] <= s.si())
        ++layer;
    return {layer, std::clamp((s.si() - at[layer]) / (at[layer + 1] - at[layer]), 0.0, 1.0)};
}

Area VirtualPort::openAreaAt(Length s) const
{
    const auto [layer, share] = layerBefore(s);
    return openArea(layer) * (1.0 - share) + openArea(layer + 1) * share;
}

Area VirtualPort::entryArea() const { return openArea(shape().airFromValve ? m_openAreas.size() - 1 : 0); }

std::optional<double> VirtualPort::alongWallAt(Length s, geometry::Sector sector) const
{
    return alongWallAt(s, static_cast<double>(geometry::index(sector)) / geometry::kSectorCount);
}

std::optional<double> VirtualPort::onWallAt(const WallTable& table, Length s, double round) const
{
    const field::Mesh& layered = mesh().layered();
    const auto [layer, share] = layerBefore(s);
    // The wall's places begin one sector before the middle of the roof.
    const std::size_t around = layered.wall.size();
    const double place = (round + 1.0 / geometry::kSectorCount) * static_cast<double>(around);
    const auto before = static_cast<std::size_t>(place);
    const double on = place - static_cast<double>(before);
    double sum = 0.0;
    for (const std::size_t i : {layer, layer + 1}) {
        for (const std::size_t k : {before, before + 1}) {
            const double weight = (i == layer ? 1.0 - share : share) * (k == before ? 1.0 - on : on);
            const auto& value = table[i - layered.firstInside][k % around];
            if (weight > 1e-9 && !value)
                return std::nullopt;
            sum += weight * value.value_or(0.0);
        }
    }
    return sum;
}

void VirtualPort::traceWays()
{
    const field::Mesh& layered = mesh().layered();
    const auto line = field::lineAcross(layered, geometry::Sector::Roof);
    const auto& roof = layered.nodes[layered.firstInside * layered.perLayer + line.front()];
    const auto& floor = layered.nodes[layered.firstInside * layered.perLayer + line.back()];
    constexpr int count = 9;
    m_ways.clear();
    for (int i = 0; i < count; ++i) {
        const double share = (i + 0.5) / count;
        m_ways.push_back(field::streamline(*m_field,
                                           {roof.x + (floor.x - roof.x) * share, roof.y + (floor.y - roof.y) * share,
                                            roof.z + (floor.z - roof.z) * share},
                                           lengthFromMm(2.0)));
    }
    std::erase_if(m_ways, [](const auto& way) { return way.size() < 2; });
}

Known<VirtualPort> virtualPort(const PortShape& shape, const field::Fineness& fineness)
{
    const auto mesh = meshOf(shape, fineness);
    if (!mesh)
        return {std::nullopt, mesh.missing};
    return {VirtualPort(shape, std::make_shared<const field::Field>(mesh->layered())), {}};
}

Known<VirtualPort> virtualPort(const PortShape& shape, Quality quality)
{
    return virtualPort(shape, finenessOf(quality));
}

Known<VirtualPort> virtualPort(const job::Port& port, const analysis::PortAnalysis& analysis, Quality quality)
{
    const auto shape = shapeOf(port, analysis);
    return shape ? virtualPort(*shape, quality) : Known<VirtualPort>{std::nullopt, shape.missing};
}

}  // namespace euryth::port_field
