// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <map>
#include <sstream>

#include "exports/flow_case.hpp"
#include "field/mesh.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::port_field;

namespace {

using Case = std::map<std::string, std::string>;

Case asMap(const std::vector<exports::CaseFile>& files)
{
    Case map;
    for (const auto& file : files)
        map[file.path] = file.text;
    return map;
}

/// The numbers of a list file, brackets left out; the first one is the length of the list.
std::vector<double> numbersOf(const std::string& text)
{
    std::string plain = text.substr(text.find("}\n") + 2);
    std::ranges::replace(plain, '(', ' ');
    std::ranges::replace(plain, ')', ' ');
    std::istringstream in(plain);
    std::vector<double> numbers;
    for (double n = 0.0; in >> n;)
        numbers.push_back(n);
    return numbers;
}

using Vector = std::array<double, 3>;

/// Area of a quadrilateral as a vector.
Vector areaOf(const std::array<Vector, 4>& p)
{
    Vector u{};
    Vector v{};
    for (std::size_t i = 0; i < 3; ++i) {
        u[i] = p[2][i] - p[0][i];
        v[i] = p[3][i] - p[1][i];
    }
    return {(u[1] * v[2] - u[2] * v[1]) / 2, (u[2] * v[0] - u[0] * v[2]) / 2, (u[0] * v[1] - u[1] * v[0]) / 2};
}

}  // namespace

TEST_CASE("the mesh for the flow package: cells closed, faces in its order, patches without gaps")
{
    const job::Job job = demoJob();
    const VirtualPort port =
        *virtualPort(*shapeOf(job.ports[0], analyse(job, job.ports[0])), field::Fineness{4, 3, 16}).value;
    const Case files = asMap(exports::polyMesh(port.mesh().grid()));
    const auto points = numbersOf(files.at("constant/polyMesh/points"));
    const auto faces = numbersOf(files.at("constant/polyMesh/faces"));
    const auto owner = numbersOf(files.at("constant/polyMesh/owner"));
    const auto neighbour = numbersOf(files.at("constant/polyMesh/neighbour"));
    const auto count = static_cast<std::size_t>(faces[0]);
    const auto inner = static_cast<std::size_t>(neighbour[0]);
    REQUIRE(owner.size() == count + 1);
    REQUIRE(faces.size() == 5 * count + 1);
    const auto cells = static_cast<std::size_t>(*std::max_element(owner.begin() + 1, owner.end())) + 1;
    CHECK(cells == port.mesh().openCells());
    CHECK(2 * inner + (count - inner) == 6 * cells);

    std::vector<Vector> sums(cells);
    std::vector<double> areas(cells);
    for (std::size_t f = 0; f < count; ++f) {
        std::array<Vector, 4> corners;
        for (std::size_t i = 0; i < 4; ++i) {
            const auto node = static_cast<std::size_t>(faces[1 + 5 * f + 1 + i]);
            REQUIRE(3 * node + 3 < points.size());
            for (std::size_t k = 0; k < 3; ++k)
                corners[i][k] = points[1 + 3 * node + k];
        }
        const Vector area = areaOf(corners);
        const auto add = [&](std::size_t cell, double sign) {
            for (std::size_t k = 0; k < 3; ++k)
                sums[cell][k] += sign * area[k];
            areas[cell] += std::hypot(area[0], area[1], area[2]);
        };
        const auto own = static_cast<std::size_t>(owner[f + 1]);
        add(own, 1.0);
        if (f >= inner)
            continue;
        const auto other = static_cast<std::size_t>(neighbour[f + 1]);
        CHECK(own < other);
        add(other, -1.0);
        if (f > 0)
            CHECK(std::pair(owner[f], neighbour[f]) < std::pair(owner[f + 1], neighbour[f + 1]));
    }
    for (std::size_t c = 0; c < cells; ++c)
        CHECK(std::hypot(sums[c][0], sums[c][1], sums[c][2]) < 1e-3 * areas[c]);

    std::istringstream boundary(files.at("constant/polyMesh/boundary"));
    std::size_t next = inner;
    for (std::string word; boundary >> word;) {
        std::size_t n = 0;
        if (word == "nFaces") {
            REQUIRE(boundary >> n);
            CHECK(n > 0);
            const std::size_t size = n;
            REQUIRE(boundary >> word >> word >> n);
            CHECK(n == next);
            next += size;
        }
    }
    CHECK(next == count);
}

TEST_CASE("the air comes in where it does in the port")
{
    const job::Job job = demoJob();
    PortShape shape = *shapeOf(job.ports[0], analyse(job, job.ports[0]));
    const auto inletOf = [&](bool exhaust) {
        shape.airFromValve = exhaust;
        const VirtualPort port = *virtualPort(shape, field::Fineness{4, 3, 16}).value;
        return asMap(exports::potentialCase(port, VolumeFlow::fromSi(0.08))).at("0/U");
    };
    const std::string intake = inletOf(false);
    CHECK(intake.find("window { type fixedValue; value uniform (") != std::string::npos);
    CHECK(intake.find("throat { type zeroGradient") != std::string::npos);
    const std::string exhaust = inletOf(true);
    CHECK(exhaust.find("throat { type fixedValue; value uniform (") != std::string::npos);
    CHECK(exhaust.find("window { type zeroGradient") != std::string::npos);
}
