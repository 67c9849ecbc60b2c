// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/virtual_port.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::port_field {

namespace {

/// An obstacle's rectangles with ends of no width half way to the stations at which nothing is known of it.
field::Obstacle ended(const std::vector<std::optional<field::Hanging>>& known, const job::Port& port)
{
    field::Obstacle obstacle;
    const auto halfWay = [&](std::size_t a, std::size_t b, field::Hanging like) {
        like.s = (port.stations[a].s + port.stations[b].s) / 2.0;
        like.width = {};
        obstacle.push_back(like);
    };
    for (std::size_t i = 0; i < known.size(); ++i) {
        if (!known[i])
            continue;
        if (i > 0 && !known[i - 1])
            halfWay(i - 1, i, *known[i]);
        obstacle.push_back(*known[i]);
        if (i + 1 < known.size() && !known[i + 1])
            halfWay(i, i + 1, *known[i]);
    }
    return obstacle;
}

std::vector<field::Obstacle> obstaclesOf(const job::Port& port)
{
    std::vector<std::optional<field::Hanging>> bosses;
    std::vector<std::optional<field::Hanging>> stems;
    for (const job::Station& station : port.stations) {
        const bool boss = station.boss.width && station.boss.height;
        const Length below = boss ? *station.boss.height : Length{};
        bosses.push_back(boss ? std::optional(field::Hanging{station.s, *station.boss.width, {}, below})
                              : std::nullopt);
        stems.push_back(
            station.stem.width && station.stem.length
                ? std::optional(field::Hanging{station.s, *station.stem.width, below, below + *station.stem.length})
                : std::nullopt);
    }
    std::vector<field::Obstacle> obstacles;
    for (const auto& known : {bosses, stems}) {
        if (auto obstacle = ended(known, port); !obstacle.empty())
            obstacles.push_back(std::move(obstacle));
    }
    return obstacles;
}

}  // namespace

double faceArea(const field::Mesh& mesh, std::size_t layer, const field::Hexahedron& cell)
{
    const auto at = [&](std::size_t i) { return mesh.nodes[layer * mesh.perLayer + cell[i] % mesh.perLayer]; };
    const auto [a, b, c, d] = std::array{at(0), at(1), at(2), at(3)};
    const field::Vector3 u{c.x - a.x, c.y - a.y, c.z - a.z};
    const field::Vector3 v{d.x - b.x, d.y - b.y, d.z - b.z};
    return field::Vector3{u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x}.length() / 2.0;
}

Known<PortShape> shapeOf(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    if (port.stations.size() < 2)
        return {std::nullopt, say("missing.two-stations")};
    if (analysis.poses.size() != port.stations.size())
        return {std::nullopt, say("missing.places-in-head")};
    for (std::size_t i = 1; i < port.stations.size(); ++i) {
        const geometry::Pose& a = analysis.poses[i - 1];
        const geometry::Pose& b = analysis.poses[i];
        const Length apart = Length::fromSi(std::hypot((b.x - a.x).si(), (b.y - a.y).si(), (b.z - a.z).si()));
        const Length along = port.stations[i].s - port.stations[i - 1].s;
        // The straight way is never longer than the runner; poses are read to a few millimetres at best.
        if (apart > along * 2.0 + lengthFromMm(10.0)) {
            return {std::nullopt, say("missing.fitting-places", {{"first", count(i)},
                                                                 {"second", count(i + 1)},
                                                                 {"apart", Position{apart}},
                                                                 {"along", Position{along}}})};
        }
    }
    PortShape shape;
    for (std::size_t i = 0; i < port.stations.size(); ++i)
        shape.sections.push_back({port.stations[i].s, analysis.poses[i], analysis.sections[i]});
    shape.obstacles = obstaclesOf(port);
    shape.airFromValve = port.side == job::Side::Exhaust;
    return {std::move(shape), {}};
}

namespace {

bool near(Length a, Length b) { return abs(a - b) < lengthFromMm(1e-3); }
bool near(Angle a, Angle b) { return std::abs(a.si() - b.si()) < 1e-6; }
bool near(const geometry::Pose& a, const geometry::Pose& b)
{
    return near(a.x, b.x) && near(a.y, b.y) && near(a.z, b.z) && near(a.pitch, b.pitch) && near(a.yaw, b.yaw);
}
bool near(const geometry::Section& a, const geometry::Section& b)
{
    if (a.index() != b.index())
        return false;
    if (const auto* first = std::get_if<geometry::RoundedRectangle>(&a)) {
        const auto& second = std::get<geometry::RoundedRectangle>(b);
        return near(first->width, second.width) && near(first->height, second.height) &&
               near(first->corners.roofLeft, second.corners.roofLeft) &&
               near(first->corners.roofRight, second.corners.roofRight) &&
               near(first->corners.floorRight, second.corners.floorRight) &&
               near(first->corners.floorLeft, second.corners.floorLeft);
    }
    return std::ranges::equal(std::get<geometry::Outline>(a).points, std::get<geometry::Outline>(b).points,
                              [](const geometry::Point& p, const geometry::Point& q) {
                                  return near(Length::fromSi(p.left), Length::fromSi(q.left)) &&
                                         near(Length::fromSi(p.up), Length::fromSi(q.up));
                              });
}
bool near(const field::Obstacle& a, const field::Obstacle& b)
{
    return std::ranges::equal(a, b, [](const field::Hanging& p, const field::Hanging& q) {
        return near(p.s, q.s) && near(p.width, q.width) && near(p.from, q.from) && near(p.to, q.to);
    });
}

}  // namespace

Phrase differenceOf(const PortShape& a, const PortShape& b)
{
    if (a.airFromValve != b.airFromValve)
        return say("difference.way");
    if (a.sections.size() != b.sections.size())
        return say("difference.stations");
    for (std::size_t i = 0; i < a.sections.size(); ++i) {
        const auto& p = a.sections[i];
        const auto& q = b.sections[i];
        if (!near(p.s, q.s))
            return say("difference.station", {{"place", Position{q.s}}});
        if (!near(p.section, q.section))
            return say("difference.section", {{"place", Position{q.s}}});
        if (!near(p.pose, q.pose))
            return say("difference.pose", {{"place", Position{q.s}}});
    }
    const bool sameMetal =
        std::ranges::equal(a.obstacles, b.obstacles, [](const auto& p, const auto& q) { return near(p, q); });
    return sameMetal ? Phrase() : say("difference.metal");
}

VirtualPort::VirtualPort(PortShape shape, field::Field field)
    : m_shape(std::move(shape)),
      m_field(std::move(field)),
      m_fromWall(field::distancesFromWall(mesh()))
{
    const std::size_t perLayer = mesh().cellsPerLayer();
    for (std::size_t layer = 0; layer < mesh().layers(); ++layer) {
        const std::size_t first = std::min(layer, mesh().layers() - 2) * perLayer;
        double area = 0.0;
        for (std::size_t c = first; c < first + perLayer; ++c)
            area += mesh().isBlocked(c) ? 0.0 : faceArea(mesh(), layer, mesh().cells[c]);
        m_openAreas.push_back(area);
    }
    for (std::size_t layer = mesh().firstInside; layer <= mesh().lastInside; ++layer) {
        auto& speeds = m_alongWall.emplace_back();
        for (const std::uint32_t place : mesh().wall)
            speeds.push_back(field::speedOffWall(m_field, layer, place, air::kPitotDistance));
    }
}

std::pair<std::size_t, double> VirtualPort::layerBefore(Length s) const
{
    const auto& at = mesh().s;
    std::size_t layer = mesh().firstInside;
    while (layer + 1 < mesh().lastInside && at[layer + 1] <= s.si())
        ++layer;
    return {layer, std::clamp((s.si() - at[layer]) / (at[layer + 1] - at[layer]), 0.0, 1.0)};
}

Area VirtualPort::openAreaAt(Length s) const
{
    const auto [layer, share] = layerBefore(s);
    return openArea(layer) * (1.0 - share) + openArea(layer + 1) * share;
}

std::optional<double> VirtualPort::alongWallAt(Length s, geometry::Sector sector) const
{
    return alongWallAt(s, static_cast<double>(geometry::index(sector)) / geometry::kSectorCount);
}

std::optional<double> VirtualPort::onWallAt(const std::vector<std::vector<std::optional<double>>>& table, Length s,
                                            double round) const
{
    const auto [layer, share] = layerBefore(s);
    // The wall's places begin one sector before the middle of the roof.
    const std::size_t around = mesh().wall.size();
    const double place = (round + 1.0 / geometry::kSectorCount) * static_cast<double>(around);
    const auto before = static_cast<std::size_t>(place);
    const double on = place - static_cast<double>(before);
    double sum = 0.0;
    for (const std::size_t i : {layer, layer + 1}) {
        for (const std::size_t k : {before, before + 1}) {
            const double weight = (i == layer ? 1.0 - share : share) * (k == before ? 1.0 - on : on);
            const auto& value = table[i - mesh().firstInside][k % around];
            if (weight > 1e-9 && !value)
                return std::nullopt;
            sum += weight * value.value_or(0.0);
        }
    }
    return sum;
}

Known<field::Mesh> meshOf(const PortShape& shape, const field::Fineness& fineness)
{
    field::Mesh mesh = field::meshOf(shape.sections, fineness);
    if (const auto problem = field::problemOf(mesh))
        return {std::nullopt, say("missing.meshable", {{"problem", *problem}})};
    field::block(mesh, shape.obstacles);
    return {std::move(mesh), {}};
}

Known<VirtualPort> virtualPort(const PortShape& shape, const field::Fineness& fineness)
{
    auto mesh = meshOf(shape, fineness);
    if (!mesh)
        return {std::nullopt, mesh.missing};
    return {VirtualPort(shape, field::Field(std::move(*mesh.value))), {}};
}

Known<VirtualPort> virtualPort(const job::Port& port, const analysis::PortAnalysis& analysis,
                               const field::Fineness& fineness)
{
    const auto shape = shapeOf(port, analysis);
    return shape ? virtualPort(*shape, fineness) : Known<VirtualPort>{std::nullopt, shape.missing};
}

air::AirState roomOrStandardAir(const job::Bench& bench)
{
    return analysis::roomAir(bench).value_or(
        air::AirState{temperatureFromCelsius(15), absolutePressureFromPa(101325), 0.0});
}

WallAir wallAir(const field::Mesh& mesh, bool airFromValve, field::WallLine line, const air::AirState& room)
{
    WallAir wall;
    const auto fastest = std::ranges::max_element(line.atTip) - line.atTip.begin();
    wall.peak = Speed::fromSi(line.atTip[static_cast<std::size_t>(fastest)]);
    wall.peakAt = Length::fromSi(line.s[static_cast<std::size_t>(fastest)]);
    field::EdgeSpeed edge{line.along, line.speed};
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
    const auto layer = field::turbulentLayer(edge, viscosity, before);
    wall.greatestShape = layer.greatestShape;
    const std::size_t count = line.s.size();
    const auto inOrder = [&](std::size_t i) { return airFromValve ? count - 1 - i : i; };
    wall.layer.resize(count);
    for (std::size_t i = 0; i < count; ++i) {
        const double along = edge.along[i];
        const auto point = std::ranges::lower_bound(layer.points, along, {}, &field::LayerPoint::along);
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
    const field::Mesh& mesh = port.mesh();
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
    WallAir wall = wallAir(port.mesh(), port.shape().airFromValve, field::wallLine(port.field(), sector, flow), room);
    if (wall.liftsOffAt)
        wall.outsideOfTurn = outsideOfTurn(port, sector, *wall.liftsOffAt);
    return wall;
}

}  // namespace euryth::port_field
