// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/viscous_air.hpp"

#include <algorithm>
#include <cmath>
#include <map>

#include "field/slice.hpp"
#include "layered_air.hpp"

namespace euryth::port_field {

namespace {

using geometry::index;
using geometry::Vector3;

/// Velocities of all cells for 1 m3/s from window to valve; those of metal are 0.
std::shared_ptr<const field::Field> fieldOf(const field::Mesh& mesh, const CellAir& cells, double forwardFlow)
{
    std::vector<Vector3> all(mesh.cells.size());
    std::size_t next = 0;
    for (std::size_t c = 0; c < all.size(); ++c) {
        if (mesh.isBlocked(c))
            continue;
        const Vector3& v = cells.velocity[next++];
        all[c] = {v.x / forwardFlow, v.y / forwardFlow, v.z / forwardFlow};
    }
    return std::make_shared<const field::Field>(mesh, all);
}

double dot(const Vector3& a, const geometry::Point3& b) { return a.x * b.x + a.y * b.y + a.z * b.z; }

/// For each cell of a mesh its number among the open ones.
std::vector<std::optional<std::size_t>> openNumbers(const field::Mesh& mesh)
{
    std::vector<std::optional<std::size_t>> numbers(mesh.cells.size());
    std::size_t next = 0;
    for (std::size_t c = 0; c < numbers.size(); ++c) {
        if (!mesh.isBlocked(c))
            numbers[c] = next++;
    }
    return numbers;
}

/// Middle of a cell's face on a layer.
geometry::Point3 middleOf(const field::Mesh& mesh, std::size_t layer, const field::Hexahedron& cell)
{
    geometry::Point3 middle{};
    constexpr double quarter = 0.25;
    for (std::size_t i = 0; i < 4; ++i) {
        const auto& p = mesh.nodes[layer * mesh.perLayer + cell[i] % mesh.perLayer];
        middle = {middle.x + quarter * p.x, middle.y + quarter * p.y, middle.z + quarter * p.z};
    }
    return middle;
}

}  // namespace

std::optional<Phrase> problemOf(const PortMesh& mesh, const CellAir& cells)
{
    const std::size_t open = mesh.openCells();
    for (const std::size_t cellCount : {cells.velocity.size(), cells.pressure.size(), cells.energy.size()}) {
        if (cellCount != open)
            return say("run.other-cells", {{"cells", count(cellCount)}, {"mesh", count(open)}});
    }
    const bool fits =
        cells.wallShear.size() == mesh.layers() &&
        std::ranges::all_of(cells.wallShear, [&](const auto& layer) { return layer.size() == mesh.wallPlaces(); });
    return fits ? std::nullopt : std::optional(say("run.other-walls"));
}

std::optional<std::vector<std::vector<std::optional<Vector3>>>> shearAtPlaces(const PortMesh& portMesh,
                                                                              const std::vector<Vector3>& onFaces)
{
    std::map<std::uint32_t, std::pair<Vector3, int>> sums;
    auto shear = onFaces.begin();
    for (const CellGrid::Face& face : portMesh.grid().faces) {
        if (face.neighbour || face.patch != Patch::Wall)
            continue;
        if (shear == onFaces.end())
            return std::nullopt;
        for (const std::uint32_t node : face.nodes) {
            auto& [sum, count] = sums[node];
            sum = {sum.x + shear->x, sum.y + shear->y, sum.z + shear->z};
            ++count;
        }
        ++shear;
    }
    if (shear != onFaces.end())
        return std::nullopt;
    const field::Mesh& mesh = portMesh.layered();
    std::vector<std::vector<std::optional<Vector3>>> table;
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        auto& row = table.emplace_back();
        for (const std::uint32_t place : mesh.wall) {
            const auto found = sums.find(static_cast<std::uint32_t>(layer * mesh.perLayer + place));
            if (found == sums.end()) {
                row.emplace_back();
                continue;
            }
            const auto& [sum, count] = found->second;
            row.emplace_back(Vector3{sum.x / count, sum.y / count, sum.z / count});
        }
    }
    return table;
}

ViscousAir::ViscousAir(const PortMesh& mesh, CellAir cells, PortAir at)
    : m_port(mesh.shape(), fieldOf(mesh.layered(), cells, (mesh.shape().airFromValve ? -1.0 : 1.0) * at.flow.si())),
      m_cells(std::move(cells)),
      m_at(std::move(at))
{
    m_port.traceWays();
    workOutLayers();
    workOutWalls();
    workOutDead(true);
    workOutDead(false);
}

void ViscousAir::workOutLayers()
{
    const field::Mesh& mesh = m_port.mesh().layered();
    const auto numbers = openNumbers(mesh);
    const std::size_t perLayer = mesh.cellsPerLayer();
    const double way = m_port.shape().airFromValve ? -1.0 : 1.0;
    std::vector<double> total;  // flow-weighted total pressure over density
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        const Length s = Length::fromSi(mesh.s[layer]);
        const auto forward = m_port.frameAt(s).forward();
        const double mean = m_at.flow.si() / m_port.openArea(layer).si();
        double flux = 0.0;
        double carried = 0.0;
        double area = 0.0;
        const geometry::Frame frame = m_port.frameAt(s);
        const geometry::Point middle = geometry::centroid(geometry::Outline{m_port.sliceAt(s).wall});
        std::array<double, 2> dead{};  // toward the floor, toward the roof
        double weak = 0.0;
        double strongest = 0.0;
        for (std::size_t c = 0; c < perLayer; ++c) {
            // On the face between two cells, by how near the middle of each is to it.
            double onward = 0.0;
            double pressure = 0.0;
            double weights = 0.0;
            for (const std::size_t beside : {layer - 1, layer}) {
                const auto& number = numbers[beside * perLayer + c];
                if (!number)
                    continue;
                const double weight = 1.0 / (mesh.s[beside + 1] - mesh.s[beside]);
                const Vector3& v = m_cells.velocity[*number];
                onward += weight * way * dot(v, forward);
                pressure += weight * (m_cells.pressure[*number] + v.length() * v.length() / 2.0);
                strongest = std::max(strongest, m_cells.energy[*number]);
                weights += weight;
            }
            if (weights == 0.0)
                continue;
            const double face = field::faceArea(mesh, layer, mesh.cells[c]);
            onward /= weights;
            carried += onward * face * pressure / weights;
            flux += onward * face;
            area += face;
            weak += onward <= kWeakShare * mean ? face : 0.0;
            if (onward <= kDeadShare * mean)
                dead.at(frame.toSection(middleOf(mesh, layer, mesh.cells[c])).up > middle.up ? 1 : 0) += face;
        }
        total.push_back(flux == 0.0 ? 0.0 : carried / flux);
        if (area > 0.0) {
            m_layers.push_back({s,
                                {},
                                1.0 - (dead[0] + dead[1]) / area,
                                dead[1] / area,
                                dead[0] / area,
                                weak / area,
                                std::sqrt(2.0 / 3.0 * strongest) / mean});
        } else {
            m_layers.push_back({s, {}, 0.0, 0.0, 0.0, 0.0});
        }
    }
    m_totalIn = m_port.shape().airFromValve ? total.back() : total.front();
    const double density = air::density(m_at.room).si();
    for (std::size_t i = 0; i < m_layers.size(); ++i)
        m_layers[i].lost = PressureDifference::fromSi(density * (m_totalIn - total[i]));
}

void ViscousAir::workOutWalls()
{
    const field::Mesh& mesh = m_port.mesh().layered();
    const double density = air::density(m_at.room).si();
    const double way = m_port.shape().airFromValve ? -1.0 : 1.0;
    for (std::size_t i = 0; i < m_cells.wallShear.size(); ++i) {
        auto& along = m_shear.emplace_back();
        for (std::size_t k = 0; k < mesh.wall.size(); ++k) {
            const auto& shear = m_cells.wallShear[i][k];
            if (!shear) {
                along.emplace_back();
                continue;
            }
            // Along the wall's own line, which a turn tilts against the runner's.
            const std::size_t layer = mesh.firstInside + i;
            const std::size_t before = std::max(layer, mesh.firstInside + 1) - 1;
            const std::size_t after = std::min(layer + 1, mesh.lastInside);
            const auto& a = mesh.nodes[before * mesh.perLayer + mesh.wall[k]];
            const auto& b = mesh.nodes[after * mesh.perLayer + mesh.wall[k]];
            const Vector3 line{b.x - a.x, b.y - a.y, b.z - a.z};
            along.emplace_back(way * density * dot(*shear, {line.x, line.y, line.z}) / line.length());
        }
    }
}

void ViscousAir::workOutDead(bool roof)
{
    const auto share = [roof](const LayerAir& l) { return roof ? l.deadRoof : l.deadFloor; };
    const auto area = [&](std::size_t i) {
        return share(m_layers[i]) * m_port.openArea(m_port.mesh().layered().firstInside + i).si();
    };
    constexpr double few = 0.02;
    std::optional<DeadRegion> region;
    for (std::size_t i = 0; i < m_layers.size(); ++i) {
        if (share(m_layers[i]) <= few) {
            if (region && region->from < region->to)
                m_dead.push_back(*region);
            region.reset();
            continue;
        }
        if (!region)
            region = DeadRegion{roof, {}, m_layers[i].s, m_layers[i].s};
        else
            region->volume += Volume::fromSi((area(i - 1) + area(i)) / 2.0 * (m_layers[i].s - region->to).si());
        region->to = m_layers[i].s;
    }
    if (region && region->from < region->to)
        m_dead.push_back(*region);
}

Volume ViscousAir::deadVolume() const
{
    Volume sum;
    for (const DeadRegion& region : m_dead)
        sum += region.volume;
    return sum;
}

Volume ViscousAir::weakVolume() const
{
    Volume sum;
    const auto area = [&](std::size_t i) {
        return m_port.openArea(m_port.mesh().layered().firstInside + i) * m_layers[i].weak;
    };
    for (std::size_t i = 1; i < m_layers.size(); ++i)
        sum += (m_layers[i].s - m_layers[i - 1].s) * (area(i) + area(i - 1)) / 2.0;
    return sum;
}

LayerAir ViscousAir::layerAt(Length s) const
{
    const auto after = std::ranges::lower_bound(m_layers, s, {}, &LayerAir::s);
    if (after == m_layers.begin())
        return m_layers.front();
    if (after == m_layers.end())
        return m_layers.back();
    const LayerAir& a = *std::prev(after);
    const LayerAir& b = *after;
    const double share = (s - a.s) / (b.s - a.s);
    return {s,
            a.lost + (b.lost - a.lost) * share,
            std::lerp(a.flowing, b.flowing, share),
            std::lerp(a.deadRoof, b.deadRoof, share),
            std::lerp(a.deadFloor, b.deadFloor, share),
            std::lerp(a.weak, b.weak, share),
            std::lerp(a.turbulence, b.turbulence, share)};
}

PressureDifference ViscousAir::lost() const
{
    return m_port.shape().airFromValve ? m_layers.front().lost : m_layers.back().lost;
}

const LayerAir& ViscousAir::narrowest() const { return *std::ranges::min_element(m_layers, {}, &LayerAir::flowing); }

std::optional<double> ViscousAir::shearAt(Length s, double round) const { return m_port.onWallAt(m_shear, s, round); }

std::optional<Length> ViscousAir::letsGoAt(geometry::Sector sector) const
{
    const double round = static_cast<double>(index(sector)) / geometry::kSectorCount;
    const bool back = m_port.shape().airFromValve;
    const std::size_t count = m_layers.size();
    std::optional<std::size_t> from;
    for (std::size_t i = 0; i < count; ++i) {
        const std::size_t at = back ? count - 1 - i : i;
        const auto shear = shearAt(m_layers[at].s, round);
        if (!shear || *shear >= 0.0) {
            from.reset();
            continue;
        }
        if (from)
            return m_layers[*from].s;
        from = at;
    }
    return std::nullopt;
}

std::optional<std::size_t> ViscousAir::cellAt(const geometry::Point3& place) const
{
    const auto cell = m_port.field().cellAt(place);
    if (!cell)
        return std::nullopt;
    const field::Mesh& mesh = m_port.mesh().layered();
    return mesh.blocked.empty() ? *cell
                                : static_cast<std::size_t>(std::count(
                                      mesh.blocked.begin(), mesh.blocked.begin() + static_cast<long>(*cell), false));
}

std::optional<Speed> ViscousAir::fluctuationAt(const geometry::Point3& place) const
{
    const auto cell = cellAt(place);
    return cell ? std::optional(Speed::fromSi(std::sqrt(2.0 / 3.0 * m_cells.energy[*cell]))) : std::nullopt;
}

std::optional<PressureDifference> ViscousAir::pressureAt(const geometry::Point3& place) const
{
    const auto cell = cellAt(place);
    if (!cell)
        return std::nullopt;
    return PressureDifference::fromSi(air::density(m_at.room).si() * (m_cells.pressure[*cell] - m_totalIn));
}

namespace {

class ViscousField : public LayeredAir {
public:
    ViscousField(std::shared_ptr<const ViscousAir> viscous, const PortAir& at, Air instant, Phrase run)
        : LayeredAir(std::shared_ptr<const VirtualPort>(viscous, &viscous->port()), at),
          m_viscous(std::move(viscous)),
          m_instant(std::move(instant)),
          m_run(std::move(run)),
          m_scale(at.flow / m_viscous->at().flow)
    {
    }

    [[nodiscard]] Phrase name() const override { return m_run; }
    [[nodiscard]] Phrase limits() const override
    {
        constexpr double same = 1e-3;
        return say("field.limits.viscous", {{"run", m_run},
                                            {"flow", m_viscous->at().flow},
                                            {"scaled", std::abs(m_scale - 1.0) > same ? "yes" : "no"},
                                            {"factor", Number{m_scale, 2}}});
    }
    [[nodiscard]] bool isFinal() const override { return true; }
    [[nodiscard]] std::optional<PressureDifference> pressureAt(const geometry::Point3& place) const override
    {
        return scaled(m_viscous->pressureAt(place));
    }
    [[nodiscard]] std::optional<Speed> fluctuationAt(const geometry::Point3& place) const override
    {
        const auto swing = m_viscous->fluctuationAt(place);
        return swing ? std::optional(*swing * m_scale) : std::nullopt;
    }
    [[nodiscard]] std::optional<PressureDifference> wallShearAt(Length s, double round) const override
    {
        const auto shear = m_viscous->shearAt(s, round);
        return shear ? scaled(PressureDifference::fromSi(*shear)) : std::nullopt;
    }
    [[nodiscard]] const geometry::PerSector<WallAir>& walls() const override
    {
        static const geometry::PerSector<WallAir> unknown;
        return m_instant ? m_instant->walls() : unknown;
    }
    [[nodiscard]] std::optional<ShortSideSeverity> severity() const override
    {
        return m_instant ? m_instant->severity() : std::nullopt;
    }
    [[nodiscard]] std::optional<Length> letsGoOf(geometry::Sector wall) const override
    {
        return m_viscous->letsGoAt(wall);
    }
    // It knows what is behind such a place.
    [[nodiscard]] std::optional<LetsGo> trustedTo() const override { return std::nullopt; }
    [[nodiscard]] bool isTrustedOn(geometry::Sector, Length) const override { return true; }

protected:
    [[nodiscard]] bool knowsWake() const override { return true; }

private:
    [[nodiscard]] std::optional<PressureDifference> scaled(std::optional<PressureDifference> p) const
    {
        return p ? std::optional(*p * m_scale * m_scale) : std::nullopt;
    }

    std::shared_ptr<const ViscousAir> m_viscous;
    Air m_instant;
    Phrase m_run;
    double m_scale;
};

}  // namespace

Air viscousAir(std::shared_ptr<const ViscousAir> viscous, const PortAir& at, Air instant, const Phrase& run)
{
    return std::make_shared<const ViscousField>(std::move(viscous), at, std::move(instant), run);
}

ViscousNumbers keyNumbers(const ViscousAir& viscous)
{
    return {fastestPlace(viscous.port(), viscous.at().flow).speed, viscous.narrowest().flowing, viscous.lost(),
            viscous.deadVolume()};
}

}  // namespace euryth::port_field
