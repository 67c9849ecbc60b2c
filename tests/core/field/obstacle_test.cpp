// SPDX-License-Identifier: GPL-3.0-or-later
// A guide boss and a stem in the mesh: its faces are theirs, the air keeps its flow and pushes on nothing.
#include <catch2/catch.hpp>

#include <array>
#include <cmath>
#include <map>
#include <vector>

#include "field/field.hpp"

using namespace euryth;
using namespace euryth::field;
using geometry::Hanging;
using geometry::Obstacle;

namespace {

constexpr double kSide = 30.0;  // mm of the square duct

std::vector<geometry::PlacedSection> duct()
{
    std::vector<geometry::PlacedSection> sections;
    for (int i = 0; i <= 10; ++i) {
        const Length s = lengthFromMm(10.0 * i);
        const geometry::RoundedRectangle square{lengthFromMm(kSide), lengthFromMm(kSide), {}};
        sections.push_back({s, {s, {}, {}, {}, {}}, square});
    }
    return sections;
}

struct Sizes {
    double width;
    double tip;
    double depth;
    double left = 0.0;
};

/// From 30 to 70 mm with ends 4 mm wide.
Obstacle boss(const Sizes& z)
{
    const auto at = [&](double s, double width, double tip) {
        return Hanging{lengthFromMm(s),       lengthFromMm(width), {},
                       lengthFromMm(z.depth), lengthFromMm(tip),   lengthFromMm(z.left)};
    };
    return {at(30, 4, 4), at(45, z.width, z.tip), at(55, z.width, z.tip), at(70, 4, 4)};
}

/// How far a node is off the faces of an obstacle in its layer, mm.
double offFaces(const geometry::Point3& node, const Hanging& h)
{
    const double y = node.y * 1e3 - inMm(h.left);
    const double depth = kSide / 2.0 - node.z * 1e3;
    const double share = (depth - inMm(h.from)) / inMm(h.to - h.from);
    const double half = inMm(h.width + (h.tip - h.width) * std::clamp(share, 0.0, 1.0)) / 2.0;
    return std::min(std::abs(std::abs(y) - half), std::abs(depth - inMm(h.to)));
}

/// Calls back with each face between a blocked and an open cell: its nodes, seen from the open cell.
template <class Visit>
void eachMetalFace(const Mesh& mesh, Visit visit)
{
    constexpr std::array<std::array<int, 4>, 6> faces{
        {{0, 3, 2, 1}, {4, 5, 6, 7}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}}};
    std::map<std::array<std::uint32_t, 4>, int> metal;
    const auto nodesOf = [&](std::size_t c, std::size_t f) {
        std::array<std::uint32_t, 4> nodes{};
        for (std::size_t k = 0; k < 4; ++k)
            nodes[k] = mesh.cells[c][static_cast<std::size_t>(faces[f][k])];
        return nodes;
    };
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        for (std::size_t f = 0; mesh.isBlocked(c) && f < faces.size(); ++f) {
            auto key = nodesOf(c, f);
            std::sort(key.begin(), key.end());
            metal[key] = 1;
        }
    }
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        for (std::size_t f = 0; !mesh.isBlocked(c) && f < faces.size(); ++f) {
            const auto nodes = nodesOf(c, f);
            auto key = nodes;
            std::sort(key.begin(), key.end());
            if (metal.contains(key))
                visit(nodes);
        }
    }
}

/// Force of the air's pressure along the duct on all metal inside it, over dynamic pressure of the free duct times the
/// obstacle's area against the flow.
double drag(const Field& field, double frontal)
{
    const Mesh& mesh = field.mesh();
    const double free = 1.0 / (kSide * kSide * 1e-6);
    double force = 0.0;
    eachMetalFace(mesh, [&](const std::array<std::uint32_t, 4>& n) {
        double squared = 0.0;
        for (const std::uint32_t node : n)
            squared += field.velocities()[node].length() * field.velocities()[node].length() / 4.0;
        const auto& a = mesh.nodes[n[0]];
        const auto& b = mesh.nodes[n[1]];
        const auto& c = mesh.nodes[n[2]];
        const auto& d = mesh.nodes[n[3]];
        // x of half the cross product of the diagonals: the face's area along the duct, out of the air.
        const double area = 0.5 * ((c.y - a.y) * (d.z - b.z) - (c.z - a.z) * (d.y - b.y));
        force += (free * free - squared) * area;
    });
    return std::abs(force) / (free * free * frontal);
}

}  // namespace

TEST_CASE("the mesh follows a boss: wide, thin, tapered, off the middle, and together with a stem")
{
    for (const Fineness& fineness : {kCoarse, Fineness{8, 6, 60}, kFull}) {
        for (const Sizes& sizes : {Sizes{10, 10, 9}, Sizes{6, 6, 4}, Sizes{12, 7, 13}, Sizes{9, 9, 8, 2.5}}) {
            CAPTURE(fineness.core, sizes.width, sizes.depth, sizes.left);
            const Obstacle obstacle = boss(sizes);
            const Mesh mesh = meshOf(duct(), fineness, std::vector<Obstacle>{obstacle});
            CHECK_FALSE(problemOf(mesh));
            double off = 0.0;
            int nodes = 0;
            eachMetalFace(mesh, [&](const std::array<std::uint32_t, 4>& face) {
                for (const std::uint32_t node : face) {
                    const Length s = Length::fromSi(mesh.nodes[node].x);
                    const bool inside = s > lengthFromMm(36) && s < lengthFromMm(64);  // not its flat ends
                    if (const auto h = inside ? geometry::hangingAt(obstacle, s) : std::nullopt) {
                        off = std::max(off, offFaces(mesh.nodes[node], *h));
                        ++nodes;
                    }
                }
            });
            CHECK(nodes > 50);
            CHECK(off < 0.01);
        }
        const Obstacle stem{
            {lengthFromMm(42), lengthFromMm(6), lengthFromMm(9), lengthFromMm(22), lengthFromMm(6), {}},
            {lengthFromMm(58), lengthFromMm(6), lengthFromMm(9), lengthFromMm(22), lengthFromMm(6), {}}};
        const Mesh both = meshOf(duct(), fineness, std::vector<Obstacle>{boss({10, 10, 9}), stem});
        CHECK_FALSE(problemOf(both));
        const Mesh alone = meshOf(duct(), fineness, std::vector<Obstacle>{boss({10, 10, 9})});
        const auto metal = [](const Mesh& mesh) { return std::count(mesh.blocked.begin(), mesh.blocked.end(), true); };
        CHECK(metal(both) > metal(alone));
    }
}

TEST_CASE("an obstacle wider than the passage is blocked by whole cells, and the mesh stays whole")
{
    for (const Fineness& fineness : {kCoarse, kFull}) {
        const Mesh mesh = meshOf(duct(), fineness, std::vector<Obstacle>{boss({40, 40, 12})});
        CHECK_FALSE(problemOf(mesh));
        CHECK(std::count(mesh.blocked.begin(), mesh.blocked.end(), true) > 50);
        const Mesh free = meshOf(duct(), fineness);
        CHECK(mesh.nodes == free.nodes);
    }
}

TEST_CASE("a boss that blocks the passage: the same flow through every section, and nothing pushes it along")
{
    const Sizes sizes{8, 8, 7};
    const double frontal = sizes.width * sizes.depth * 1e-6;
    std::vector<double> drags;
    for (const Fineness& fineness : {kCoarse, kFull, Fineness{18, 12, 118}}) {
        const Field field(meshOf(duct(), fineness, std::vector<Obstacle>{boss(sizes)}));
        for (std::size_t layer = 0; layer < field.mesh().layers(); ++layer)
            CHECK(field.fluxThrough(layer) == Approx(1.0).epsilon(1e-3));
        drags.push_back(drag(field, frontal));
    }
    // d'Alembert: in a frictionless flow that is the same before and behind it, a body feels no force along the flow.
    INFO(drags[0] << " " << drags[1] << " " << drags[2]);
    CHECK(drags[1] < 0.05);
    CHECK(drags[2] < drags[0]);
}
