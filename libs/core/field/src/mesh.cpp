// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/mesh.hpp"

#include <algorithm>
#include <cmath>
#include <stdexcept>

#include "geometry/wall_contour.hpp"
#include "obstacle_fit.hpp"
#include "parallel.hpp"
#include "places.hpp"

namespace euryth::field {

namespace {

using geometry::Point;
using geometry::Point3;
using geometry::Sector;

constexpr double kCoreSize = 0.55;   // of the section
constexpr double kCoreSquare = 0.6;  // how square the middle block is: 0 follows the wall, 1 is a quadrilateral
constexpr double kRingRatio = 0.87;  // of neighbouring rings toward the wall

/// Points of the wall, evenly between the middles of neighbouring sectors, from the roof-left corner on.
std::vector<Point> wallPoints(const geometry::WallContour& wall, std::size_t core)
{
    constexpr std::array order{Sector::RoofLeft,   Sector::Roof,  Sector::RoofRight, Sector::Right,
                               Sector::FloorRight, Sector::Floor, Sector::FloorLeft, Sector::Left};
    std::vector<Point> points;
    const std::size_t half = core / 2;
    for (std::size_t i = 0; i < order.size(); ++i) {
        const double from = wall.middleOf(order[i]).si();
        double to = wall.middleOf(order[(i + 1) % order.size()]).si();
        if (to < from)
            to += wall.length().si();
        for (std::size_t k = 0; k < half; ++k) {
            double along = from + (to - from) * static_cast<double>(k) / static_cast<double>(half);
            if (along >= wall.length().si())
                along -= wall.length().si();
            points.push_back(wall.placeAt(Length::fromSi(along)).point);
        }
    }
    return points;
}

/// The wall's points moved out in proportion until their polygon has the section's own area: chords cut off what is
/// round, and a port that is a few percent too narrow would be that much too fast.
void keepArea(std::vector<Point>& wall, Point middle, Area area)
{
    const double factor = std::sqrt(area.si() / std::abs(geometry::polygonArea(wall)));
    for (Point& p : wall)
        p = mix(middle, p, factor);
}

/// The middle block's edge: between the wall drawn in and the quadrilateral of its four corners.
std::vector<Point> coreEdge(const std::vector<Point>& wall, Point middle, std::size_t core)
{
    std::vector<Point> edge;
    for (std::size_t k = 0; k < wall.size(); ++k) {
        const std::size_t side = k / core;
        const double share = static_cast<double>(k % core) / static_cast<double>(core);
        const Point straight = mix(wall[side * core], wall[(side + 1) % 4 * core], share);
        edge.push_back(mix(middle, mix(wall[k], straight, kCoreSquare), kCoreSize));
    }
    return edge;
}

/// The inside of the block from its edge: a Coons patch.
void fillCore(const Places& places, const std::vector<Point>& edge, std::size_t n, std::vector<Point>& grid)
{
    const auto at = [&](std::size_t k) { return edge[k % edge.size()]; };
    for (std::size_t j = 0; j <= n; ++j) {
        for (std::size_t i = 0; i <= n; ++i) {
            const double u = static_cast<double>(i) / static_cast<double>(n);
            const double v = static_cast<double>(j) / static_cast<double>(n);
            const Point roof = at(i);
            const Point right = at(n + j);
            const Point floor = at(3 * n - i);
            const Point left = at(4 * n - j);
            const Point between = mix(roof, floor, v);
            const Point across = mix(left, right, u);
            const Point corners = mix(mix(at(0), at(n), u), mix(at(3 * n), at(2 * n), u), v);
            grid[places.core(i, j)] = {between.left + across.left - corners.left, between.up + across.up - corners.up};
        }
    }
}

std::vector<Point> sectionGrid(const geometry::Section& section, const Fineness& f)
{
    const Places places(f.core, f.rings);
    std::vector<Point> grid(places.count());
    const Point middle = geometry::centroid(section);
    std::vector<Point> wall = wallPoints(geometry::WallContour(section), f.core);
    keepArea(wall, middle, geometry::area(section));
    const std::vector<Point> edge = coreEdge(wall, middle, f.core);
    fillCore(places, edge, f.core, grid);
    double total = 0.0;
    for (std::size_t r = 0; r < f.rings; ++r)
        total += std::pow(kRingRatio, static_cast<double>(r));
    double share = 0.0;
    for (std::size_t r = 1; r <= f.rings; ++r) {
        share += std::pow(kRingRatio, static_cast<double>(r - 1)) / total;
        for (std::size_t k = 0; k < places.around(); ++k)
            grid[places.ring(r, k)] = mix(edge[k], wall[k], std::min(share, 1.0));
    }
    return grid;
}

std::vector<Point3> movedAlong(std::vector<Point3> nodes, const geometry::Pose& pose, double by)
{
    const double c = cos(pose.pitch);
    for (Point3& p : nodes) {
        p.x += by * c * cos(pose.yaw);
        p.y += by * c * sin(pose.yaw);
        p.z += by * sin(pose.pitch);
    }
    return nodes;
}

std::vector<Point3> inHead(std::span<const geometry::PlacedSection> sections, double s, const std::vector<Point>& layer)
{
    const geometry::Frame frame = geometry::frameAt(sections, Length::fromSi(s));
    std::vector<Point3> nodes;
    for (const Point& p : layer)
        nodes.push_back(frame.toHead(p));
    return nodes;
}

void append(Mesh& mesh, const std::vector<Point3>& nodes, double s, std::size_t station)
{
    mesh.nodes.insert(mesh.nodes.end(), nodes.begin(), nodes.end());
    mesh.s.push_back(s);
    mesh.stationBefore.push_back(station);
}

/// Where the layers of the measured runner lie: nearer to each other where it turns, by how far the floor and roof of a
/// section run apart per length.
std::vector<double> layerPlaces(std::span<const geometry::PlacedSection> sections, std::size_t layers)
{
    constexpr double densest = 2.5;  // times as dense as on the straight
    std::vector<double> s{sections.front().s.si()};
    std::vector<double> sum{0.0};
    for (std::size_t i = 1; i < sections.size(); ++i) {
        const double length = (sections[i].s - sections[i - 1].s).si();
        const double turn = geometry::turnBetween(sections[i - 1].pose, sections[i].pose).si();
        const double height = geometry::boxOf(sections[i].section).height.si();
        const double weight = 1.0 + (densest - 1.0) * std::min(1.0, turn * height / length);
        s.push_back(sections[i].s.si());
        sum.push_back(sum.back() + weight * length);
    }
    std::vector<double> places;
    std::size_t i = 0;
    for (std::size_t k = 0; k <= layers; ++k) {
        const double wanted = sum.back() * static_cast<double>(k) / static_cast<double>(layers);
        while (i + 2 < sum.size() && sum[i + 1] <= wanted)
            ++i;
        places.push_back(s[i] + (s[i + 1] - s[i]) * (wanted - sum[i]) / (sum[i + 1] - sum[i]));
    }
    places.back() = s.back();
    return places;
}

void addCells(Mesh& mesh, const Fineness& f)
{
    const auto quads = Places(f.core, f.rings).faces();
    for (std::size_t layer = 0; layer + 1 < mesh.layers(); ++layer) {
        const auto base = static_cast<std::uint32_t>(layer * mesh.perLayer);
        const auto next = static_cast<std::uint32_t>(base + mesh.perLayer);
        for (const auto& q : quads) {
            mesh.cells.push_back({base + q[0], base + q[1], base + q[2], base + q[3], next + q[0], next + q[1],
                                  next + q[2], next + q[3]});
        }
    }
}

void addOrder(Mesh& mesh, const Fineness& f)
{
    const Places places(f.core, f.rings);
    mesh.towardMiddle.resize(places.count());
    for (std::size_t i = 0; i < places.count(); ++i)
        mesh.towardMiddle[i] = static_cast<std::uint32_t>(i);
    for (std::size_t r = 1; r <= f.rings; ++r) {
        for (std::size_t k = 0; k < places.around(); ++k)
            mesh.towardMiddle[places.ring(r, k)] = places.ring(r - 1, k);
    }
    for (std::size_t k = 0; k < places.around(); ++k)
        mesh.wall.push_back(places.ring(f.rings, k));
}

}  // namespace

namespace {

enum class MeshLines { DrawnToObstacles, AsTheyAre };

Mesh layered(std::span<const geometry::PlacedSection> sections, const Fineness& fineness,
             std::span<const geometry::Obstacle> obstacles, MeshLines lines)
{
    if (sections.size() < 2)
        throw std::invalid_argument("a mesh needs at least two sections");
    if (fineness.core < 2 || fineness.core % 2 != 0 || fineness.rings < 1 || fineness.layers < 1)
        throw std::invalid_argument("a mesh needs an even number of cells in its middle block, a ring and a layer");
    const Places places(fineness.core, fineness.rings);
    std::vector<std::size_t> wall;
    for (std::size_t k = 0; k < places.around(); ++k)
        wall.push_back(places.ring(fineness.rings, k));
    std::vector<std::vector<Point>> grids;
    for (const auto& section : sections)
        grids.push_back(sectionGrid(section.section, fineness));
    const geometry::Sweep sweep(sections, std::move(grids), std::move(wall));
    Mesh mesh;
    mesh.perLayer = places.count();
    const double start = sections.front().s.si();
    const double finish = sections.back().s.si();
    const double length = finish - start;
    constexpr double coarser = 2.0;  // in the straight extensions, where nothing happens
    const double step = coarser * length / static_cast<double>(fineness.layers);
    const auto extension = [&](const geometry::PlacedSection& end) {
        return std::max<std::size_t>(
            2, static_cast<std::size_t>(std::ceil(geometry::hydraulicDiameter(end.section).si() / step)));
    };
    const std::size_t before = extension(sections.front());
    const std::vector<Point3> entry = sweep.at(sections.front().s);
    for (std::size_t i = before; i > 0; --i) {
        const double back = -step * static_cast<double>(i);
        append(mesh, movedAlong(entry, sections.front().pose, back), start + back, 0);
    }
    mesh.firstInside = mesh.layers();
    std::size_t station = 0;
    const std::vector<double> inside = layerPlaces(sections, fineness.layers);
    const ObstacleFit fit(places, inside, sweep, obstacles);
    for (std::size_t layer = 0; layer < inside.size(); ++layer) {
        const double at = inside[layer];
        while (station + 2 < sections.size() && sections[station + 1].s.si() <= at)
            ++station;
        append(mesh,
               lines == MeshLines::DrawnToObstacles && fit.moves(layer) ? inHead(sections, at, fit.layer(layer))
                                                                        : sweep.at(Length::fromSi(at)),
               at, station);
    }
    mesh.lastInside = mesh.layers() - 1;
    const std::size_t behind = extension(sections.back());
    const std::vector<Point3> exit = sweep.at(sections.back().s);
    for (std::size_t i = 1; i <= behind; ++i) {
        const double on = step * static_cast<double>(i);
        append(mesh, movedAlong(exit, sections.back().pose, on), finish + on, sections.size() - 1);
    }
    addCells(mesh, fineness);
    addOrder(mesh, fineness);
    fit.block(mesh);
    return mesh;
}

}  // namespace

Mesh meshOf(std::span<const geometry::PlacedSection> sections, const Fineness& fineness,
            std::span<const geometry::Obstacle> obstacles)
{
    Mesh mesh = layered(sections, fineness, obstacles, MeshLines::DrawnToObstacles);
    // An obstacle that is as wide as the passage leaves no room to draw lines through.
    if (!mesh.blocked.empty() && problemOf(mesh))
        return layered(sections, fineness, obstacles, MeshLines::AsTheyAre);
    return mesh;
}

namespace {

/// From a point to a stretch of a line.
double squaredDistance(const Point3& p, const Point3& a, const Point3& b)
{
    const Point3 d{b.x - a.x, b.y - a.y, b.z - a.z};
    const Point3 from{p.x - a.x, p.y - a.y, p.z - a.z};
    const double length = d.x * d.x + d.y * d.y + d.z * d.z;
    const double share = std::clamp((from.x * d.x + from.y * d.y + from.z * d.z) / length, 0.0, 1.0);
    const Point3 off{from.x - share * d.x, from.y - share * d.y, from.z - share * d.z};
    return off.x * off.x + off.y * off.y + off.z * off.z;
}

}  // namespace

std::vector<double> distancesFromWall(const Mesh& mesh)
{
    std::vector<double> distances(mesh.nodes.size());
    parallelFor(distances.size(), [&](std::size_t from, std::size_t to) {
        for (std::size_t node = from; node < to; ++node) {
            const std::size_t first = node - node % mesh.perLayer;
            double least = 1e9;
            for (std::size_t k = 0; k < mesh.wall.size(); ++k) {
                const Point3& a = mesh.nodes[first + mesh.wall[k]];
                const Point3& b = mesh.nodes[first + mesh.wall[(k + 1) % mesh.wall.size()]];
                least = std::min(least, squaredDistance(mesh.nodes[node], a, b));
            }
            distances[node] = std::sqrt(least);
        }
    });
    return distances;
}

std::uint32_t wallPlace(const Mesh& mesh, Sector sector)
{
    // Wall places run clockwise from the roof-left corner, the sectors from the roof: one sector further.
    const std::size_t perSector = mesh.wall.size() / geometry::kSectorCount;
    return mesh.wall[(geometry::index(sector) + 1) % geometry::kSectorCount * perSector];
}

std::vector<std::uint32_t> lineAcross(const Mesh& mesh, Sector from)
{
    const Places places = placesOf(mesh);
    const std::size_t core = places.core();
    const auto inward = [&](std::uint32_t place) {
        std::vector<std::uint32_t> line{place};
        while (mesh.towardMiddle[line.back()] != line.back())
            line.push_back(mesh.towardMiddle[line.back()]);
        return line;
    };
    constexpr std::size_t opposite = geometry::kSectorCount / 2;
    std::vector<std::uint32_t> line = inward(wallPlace(mesh, from));
    auto behind = inward(wallPlace(mesh, geometry::kSectors[(geometry::index(from) + opposite) % 8]));
    // Both end on the block's edge; between them lie the block's own places, on the straight line of their rows and
    // columns.
    const auto rowAndColumn = [&](std::uint32_t place) {
        return std::pair{static_cast<int>(place / (core + 1)), static_cast<int>(place % (core + 1))};
    };
    const auto [row, column] = rowAndColumn(line.back());
    const auto [lastRow, lastColumn] = rowAndColumn(behind.back());
    for (std::size_t k = 1; k < core; ++k) {
        const auto step = static_cast<int>(k);
        const auto n = static_cast<int>(core);
        line.push_back(places.core(static_cast<std::size_t>(column + (lastColumn - column) * step / n),
                                   static_cast<std::size_t>(row + (lastRow - row) * step / n)));
    }
    line.insert(line.end(), behind.rbegin(), behind.rend());
    return line;
}

std::optional<Phrase> problemOf(const Mesh& mesh)
{
    // At a corner the determinant is the triple product of the three edges that leave it.
    constexpr std::array<std::array<int, 4>, 8> corners{{{0, 1, 3, 4},
                                                         {1, 2, 0, 5},
                                                         {2, 3, 1, 6},
                                                         {3, 0, 2, 7},
                                                         {4, 7, 5, 0},
                                                         {5, 4, 6, 1},
                                                         {6, 5, 7, 2},
                                                         {7, 6, 4, 3}}};
    const std::size_t perLayer = mesh.cellsPerLayer();
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        for (const auto& corner : corners) {
            std::array<Point3, 4> p;
            for (std::size_t i = 0; i < 4; ++i)
                p[i] = mesh.nodes[mesh.cells[c][static_cast<std::size_t>(corner[i])]];
            std::array<Point3, 3> e;
            for (std::size_t i = 0; i < 3; ++i)
                e[i] = {p[i + 1].x - p[0].x, p[i + 1].y - p[0].y, p[i + 1].z - p[0].z};
            const double volume = e[0].x * (e[1].y * e[2].z - e[1].z * e[2].y) -
                                  e[0].y * (e[1].x * e[2].z - e[1].z * e[2].x) +
                                  e[0].z * (e[1].x * e[2].y - e[1].y * e[2].x);
            if (volume > 0.0)
                continue;
            const std::size_t station = mesh.stationBefore[c / perLayer];
            return say("mesh.folded", {{"first", count(station + 1)}, {"second", count(station + 2)}});
        }
    }
    return std::nullopt;
}

}  // namespace euryth::field
