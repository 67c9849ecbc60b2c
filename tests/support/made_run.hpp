// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>
#include <fstream>

#include "field/potential.hpp"
#include "viscous/store.hpp"

namespace euryth {

/// A run that no solver has done, for tests of what is made of one: the air goes straight along the runner with the
/// section's mean speed, but runs back with a fifth of it in the lower third behind `deadFrom` of the runner's length;
/// pressure falls evenly by 1000 m2/s2 a metre.
inline viscous::StoredRun madeRun(const std::string& port, const port_field::PortShape& shape,
                                  port_field::Quality quality, double deadFrom = 0.8,
                                  VolumeFlow flow = VolumeFlow::fromSi(0.08))
{
    const port_field::PortMesh portMesh = *port_field::meshOf(shape, quality).value;
    const field::Mesh& mesh = portMesh.layered();
    port_field::CellAir cells;
    const double way = shape.airFromValve ? -1.0 : 1.0;
    const double from = mesh.s[mesh.firstInside] + deadFrom * (mesh.s[mesh.lastInside] - mesh.s[mesh.firstInside]);
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        if (mesh.isBlocked(c))
            continue;
        const std::size_t layer = c / mesh.cellsPerLayer();
        const Length s = Length::fromSi((mesh.s[layer] + mesh.s[layer + 1]) / 2.0);
        const auto frame = geometry::frameAt(shape.sections, s);
        geometry::Point3 middle{};
        for (const std::uint32_t node : mesh.cells[c]) {
            const auto& p = mesh.nodes[node];
            middle = {middle.x + p.x / 8.0, middle.y + p.y / 8.0, middle.z + p.z / 8.0};
        }
        const auto at = frame.toSection(middle);
        const double height = geometry::boxOf(shape.sections.back().section).height.si();
        const bool dead = s.si() > from && at.up < -height / 6.0;
        const double area = field::layerArea(mesh, layer);
        const double speed = way * (dead ? -0.2 : 1.0) * flow.si() / area;
        const auto forward = frame.forward();
        cells.velocity.push_back({speed * forward.x, speed * forward.y, speed * forward.z});
        cells.pressure.push_back(-1000.0 * way * s.si());
        cells.energy.push_back(dead ? 60.0 : 6.0);
    }
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        const Length s = Length::fromSi(mesh.s[layer]);
        const auto frame = geometry::frameAt(shape.sections, s);
        const auto forward = frame.forward();
        auto& row = cells.wallShear.emplace_back();
        for (const std::uint32_t place : mesh.wall) {
            const auto at = frame.toSection(mesh.nodes[layer * mesh.perLayer + place]);
            const double shear = way * (s.si() > from && at.up < 0.0 ? -1.0 : 4.0);
            row.emplace_back(geometry::Vector3{shear * forward.x, shear * forward.y, shear * forward.z});
        }
    }
    const air::AirState room{temperatureFromCelsius(20), absolutePressureFromPa(100000), 0.4};
    viscous::StoredRun run{port, viscous::Variant::AsItIs, "2026-03-07T10:20:00Z", {}};
    run.solved = {quality, 1, 12.0, {{1, 1.0, 1.0}, {2, 0.1, 0.3}, {3, 0.01, 0.1}}, nullptr};
    run.solved.air = std::make_shared<const port_field::ViscousAir>(
        portMesh, std::move(cells), port_field::PortAir{flow, port_field::FlowFrom::Set, "P1", room});
    return run;
}

/// Faces of the patch `wall`.
inline std::size_t wallFacesOf(const port_field::PortMesh& mesh)
{
    return static_cast<std::size_t>(std::ranges::count_if(
        mesh.grid().faces, [](const auto& face) { return !face.neighbour && face.patch == port_field::Patch::Wall; }));
}

inline void writeText(const std::filesystem::path& path, const std::string& text)
{
    std::filesystem::create_directories(path.parent_path());
    std::ofstream(path, std::ios::binary) << text;
}

/// Result files of the package with the values of a run.
inline void writeResult(const std::filesystem::path& time, const port_field::CellAir& cells, std::size_t faces)
{
    const auto list = [](const char* type, std::size_t count, const auto& value) {
        std::string text = std::string("nonuniform List<") + type + ">\n" + std::to_string(count) + "\n(\n";
        for (std::size_t i = 0; i < count; ++i)
            text += value(i) + "\n";
        return text + ")\n;\n";
    };
    const auto vector = [](const geometry::Vector3& v) {
        return "(" + std::to_string(v.x) + " " + std::to_string(v.y) + " " + std::to_string(v.z) + ")";
    };
    const std::size_t count = cells.velocity.size();
    writeText(time / "U",
              "internalField   " + list("vector", count, [&](auto i) { return vector(cells.velocity[i]); }));
    writeText(time / "p",
              "internalField   " + list("scalar", count, [&](auto i) { return std::to_string(cells.pressure[i]); }));
    writeText(time / "k",
              "internalField   " + list("scalar", count, [&](auto i) { return std::to_string(cells.energy[i]); }));
    writeText(time / "wallShearStress", "internalField uniform (0 0 0);\nboundaryField\n{\n    wall\n    {\n value " +
                                            list("vector", faces, [&](auto) { return std::string("(-2 0 0)"); }));
}

/// A stand-in for the solver, for runs whose answer is known: tells `steps` steps, takes `seconds` for each, and leaves
/// the result of madeRun() for a shape. Returns its name.
inline std::string standInSolver(const std::filesystem::path& folder, const port_field::PortShape& shape,
                                 port_field::Quality quality, int steps = 3, double seconds = 0.0)
{
    const auto run = madeRun("", shape, quality);
    const auto& air = *run.solved.air;
    writeResult(folder / "result", air.cells(), wallFacesOf(air.port().mesh()));
    const auto path = folder / "solver";
    writeText(path, "#!/bin/sh\nfor i in $(seq " + std::to_string(steps) +
                        "); do echo \"Time = $i\"; echo 'x:  Solving for Ux, Initial residual = 0.1, Final'; "
                        "echo 'ExecutionTime = 1 s'; sleep " +
                        std::to_string(seconds) + "; done\ncp -r '" + (folder / "result").string() +
                        "' 250\necho End\n");
    std::filesystem::permissions(path, std::filesystem::perms::owner_all);
    return path.string();
}

}  // namespace euryth
