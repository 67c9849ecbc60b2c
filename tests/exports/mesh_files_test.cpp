// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <sstream>

#include "exports/mesh_files.hpp"
#include "field/mesh.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::port_field;

namespace {

PortShape demoShape(const job::Job& job) { return *shapeOf(job.ports[0], analyse(job, job.ports[0])); }

/// The numbers behind a line that begins with these words.
std::vector<double> numbersAfter(const std::string& text, const std::string& words, std::size_t count)
{
    const auto at = text.find('\n' + words);
    REQUIRE(at != std::string::npos);
    std::istringstream in(text.substr(text.find('\n', at + 1)));
    std::vector<double> numbers(count);
    for (double& n : numbers)
        REQUIRE(in >> n);
    return numbers;
}

}  // namespace

TEST_CASE("a VTK file has every open cell, and the field's velocities in m/s")
{
    const job::Job job = demoJob();
    PortShape shape = demoShape(job);
    const VirtualPort port = *virtualPort(shape, Quality::Coarse).value;
    const VolumeFlow flow = VolumeFlow::fromSi(0.08);
    const std::string text = exports::vtkText(port, flow);
    CHECK(text.starts_with("# vtk DataFile Version 3.0\n"));
    const field::Mesh& mesh = port.mesh().layered();
    const auto open = static_cast<std::size_t>(std::ranges::count(mesh.blocked, false));
    CHECK(open < mesh.cells.size());  // the demo has a guide boss
    CHECK(text.find("\nCELLS " + std::to_string(open) + ' ' + std::to_string(9 * open) + '\n') != std::string::npos);
    const auto first = numbersAfter(text, "CELLS ", 9);
    CHECK(first[0] == 8);
    for (std::size_t i = 0; i < 8; ++i)
        CHECK(first[i + 1] == mesh.cells[0][i]);
    const std::size_t node = mesh.nodes.size() / 2;
    const auto velocities = numbersAfter(text, "VECTORS velocity", 3 * node + 3);
    const geometry::Vector3& v = port.velocities()[node];
    CHECK(velocities[3 * node] == Approx(v.x * 0.08));
    CHECK(velocities[3 * node + 2] == Approx(v.z * 0.08));
    const auto places = numbersAfter(text, "POINTS ", 3 * node + 3);
    CHECK(places[3 * node] == Approx(mesh.nodes[node].x));
    CHECK(text.find("nan") == std::string::npos);

    shape.airFromValve = true;
    const std::string back = exports::vtkText(*virtualPort(shape, Quality::Coarse).value, flow);
    CHECK(numbersAfter(back, "VECTORS velocity", 1)[0] == Approx(-numbersAfter(text, "VECTORS velocity", 1)[0]));
}

TEST_CASE("an STL file is closed, its normals point outward, and it holds the port's volume")
{
    const PortShape shape = demoShape(demoJob());
    const std::string text = exports::stlText(shape, "I1");
    CHECK(text.starts_with("solid I1\n"));
    CHECK(text.ends_with("endsolid I1\n"));
    std::istringstream in(text);
    std::string word;
    std::vector<std::array<double, 3>> corners;
    double volume = 0.0;                 // mm3
    std::array<double, 3> areaVector{};  // adds up to nothing over a closed surface
    double area = 0.0;
    while (in >> word) {
        if (word != "vertex")
            continue;
        auto& p = corners.emplace_back();
        REQUIRE(in >> p[0] >> p[1] >> p[2]);
        if (corners.size() < 3)
            continue;
        const auto [a, b, c] = std::array{corners[0], corners[1], corners[2]};
        const std::array<double, 3> u{b[0] - a[0], b[1] - a[1], b[2] - a[2]};
        const std::array<double, 3> w{c[0] - a[0], c[1] - a[1], c[2] - a[2]};
        const std::array<double, 3> n{u[1] * w[2] - u[2] * w[1], u[2] * w[0] - u[0] * w[2], u[0] * w[1] - u[1] * w[0]};
        for (std::size_t i = 0; i < 3; ++i) {
            volume += a[i] * n[i] / 6.0;
            areaVector[i] += n[i] / 2.0;
        }
        area += std::hypot(n[0], n[1], n[2]) / 2.0;
        corners.clear();
    }
    CHECK(std::hypot(areaVector[0], areaVector[1], areaVector[2]) < 1e-4 * area);
    CHECK(volume == Approx(geometry::volumeOf(geometry::loftOf(shape.sections)).si() * 1e9).epsilon(0.01));
}
