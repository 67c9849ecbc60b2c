// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include "case_text.hpp"
#include "exports/flow_case.hpp"
#include "number_text.hpp"

namespace euryth::exports {

namespace {

std::string plain(double value)
{
    std::string text;
    append(text, value);
    return text;
}

/// Velocities of our own potential field in the middle of the open cells.
std::string startVelocities(const port_field::VirtualPort& port, const port_field::CellGrid& grid, VolumeFlow flow)
{
    const double factor = port.forward(flow).si() / 8.0;
    std::string list;
    for (const auto& cell : grid.cells) {
        geometry::Vector3 sum;
        for (const std::uint32_t node : cell) {
            const geometry::Vector3& v = port.velocities()[node];
            sum = {sum.x + v.x, sum.y + v.y, sum.z + v.z};
        }
        list += '(';
        append(list, sum.x * factor, sum.y * factor, sum.z * factor);
        list.back() = ')';
        list += '\n';
    }
    return "nonuniform List<vector>\n" + std::to_string(grid.cells.size()) + "\n(\n" + list + ")";
}

/// Turbulence of the air that comes in: 2 % of its speed, in eddies of 7 % of the hydraulic diameter (the usual
/// estimates for a fully developed duct; from memory).
struct Turbulence {
    double energy;     ///< m2/s2
    double frequency;  ///< 1/s
};
Turbulence atEntry(const port_field::VirtualPort& port, VolumeFlow flow)
{
    const bool exhaust = port.shape().airFromValve;
    const double speed = flow.si() / port.entryArea().si();
    const auto& section = exhaust ? port.shape().sections.back().section : port.shape().sections.front().section;
    constexpr double intensity = 0.02;
    constexpr double eddy = 0.07;
    constexpr double betaRoot = 0.5477;  // 0.09^(1/4)
    const double energy = 1.5 * std::pow(intensity * speed, 2);
    return {energy, std::sqrt(energy) / (betaRoot * eddy * geometry::hydraulicDiameter(section).si())};
}

constexpr const char* kReadMe =
    "A steady flow through a measured port, made by Euryth: incompressible, k-omega SST with wall functions.\n"
    "Lengths in metres, speeds in m/s, pressures over density.\n\n"
    "With the Debian package openfoam (1912), in this folder, whose path must not have a space:\n\n"
    "    export WM_PROJECT_DIR=/usr/share/openfoam\n"
    "    checkMesh                                   # the mesh is in order?\n"
    "    simpleFoam                                  # on one core\n\n"
    "On several cores, here or on a cluster (first set in system/decomposeParDict how many: numberOfSubdomains, and\n"
    "as many in n; the port is cut across its length):\n\n"
    "    decomposePar\n"
    "    mpirun -np 2 simpleFoam -parallel\n"
    "    reconstructPar -latestTime\n\n"
    "It ends when the residuals have fallen, or after the steps in system/controlDict. Patches: window and throat are\n"
    "the open ends of straight pieces before and behind the port; windowSides and throatSides their walls; wall is "
    "the\n"
    "port's own, with guide boss and stem. It starts from Euryth's own potential field (0/U).\n";

std::string solution()
{
    return caseHeader("dictionary", "fvSolution", "system") +
           "solvers\n{\n    p { solver GAMG; smoother GaussSeidel; tolerance 1e-8; relTol 0.05; }\n"
           "    \"(U|k|omega)\" { solver smoothSolver; smoother symGaussSeidel; tolerance 1e-9; relTol 0.1; }\n}\n"
           "SIMPLE\n{\n    consistent yes;\n    nNonOrthogonalCorrectors 0;\n"
           "    residualControl { p 2e-4; U 2e-5; \"(k|omega)\" 2e-5; }\n}\n"
           "relaxationFactors { equations { U 0.8; k 0.7; omega 0.7; } }\n";
}

std::string schemes()
{
    return caseHeader("dictionary", "fvSchemes", "system") +
           "ddtSchemes { default steadyState; }\ngradSchemes { default Gauss linear; }\n"
           "divSchemes\n{\n    default none;\n    div(phi,U) bounded Gauss linearUpwind grad(U);\n"
           "    div(phi,k) bounded Gauss limitedLinear 1;\n    div(phi,omega) bounded Gauss limitedLinear 1;\n"
           "    div((nuEff*dev2(T(grad(U))))) Gauss linear;\n}\n"
           "laplacianSchemes { default Gauss linear corrected; }\ninterpolationSchemes { default linear; }\n"
           "snGradSchemes { default corrected; }\nwallDist { method meshWave; }\n";
}

/// The wake behind a place where the air lets go need not stand still, so that the second half of the steps is
/// averaged: what is read does not hang on the step at which the run has ended.
std::string control(int steps)
{
    const auto mean = [](const std::string& field) {
        return "            " + field + " { mean on; prime2Mean off; base time; }\n";
    };
    return caseHeader("dictionary", "controlDict", "system") +
           "application simpleFoam;\nstartFrom startTime;\nstartTime 0;\nstopAt endTime;\nendTime " +
           std::to_string(steps) + ";\ndeltaT 1;\nwriteControl timeStep;\nwriteInterval " + std::to_string(steps) +
           ";\npurgeWrite 1;\nwriteFormat ascii;\nwritePrecision 8;\n"
           "functions\n{\n    wallShearStress\n    {\n        type wallShearStress;\n"
           "        libs (\"libfieldFunctionObjects.so\");\n        patches (wall);\n"
           "        writeControl writeTime;\n    }\n"
           "    mean\n    {\n        type fieldAverage;\n        libs (\"libfieldFunctionObjects.so\");\n"
           "        timeStart " +
           std::to_string(steps / 2) + ";\n        writeControl writeTime;\n        fields\n        (\n" + mean("U") +
           mean("p") + mean("k") + mean("wallShearStress") + "        );\n    }\n}\n";
}

}  // namespace

std::vector<CaseFile> viscousCase(const port_field::VirtualPort& port, VolumeFlow flow, const air::AirState& room,
                                  const CaseOptions& options)
{
    const port_field::CellGrid grid = port.mesh().grid();
    std::vector<CaseFile> files = polyMesh(grid);
    const Turbulence turbulence = atEntry(port, flow);
    const std::string energy = "uniform " + plain(turbulence.energy);
    const std::string frequency = "uniform " + plain(turbulence.frequency);
    const std::string none = "type zeroGradient;";
    const std::string back = "type inletOutlet; inletValue ";
    files.push_back(
        {"0/U",
         fieldFile("volVectorField", "U", "[0 1 -1 0 0 0 0]", startVelocities(port, grid, flow), port,
                   {"type fixedValue; value uniform " + inletVelocity(port, flow) + ";",
                    back + "uniform (0 0 0); value uniform (0 0 0);", "type slip;", "type noSlip;", "type noSlip;"})});
    files.push_back({"0/p", fieldFile("volScalarField", "p", "[0 2 -2 0 0 0 0]", "uniform 0", port,
                                      {none, "type fixedValue; value uniform 0;", none, none, none})});
    const auto turbulent = [&](const char* name, const char* dimensions, const std::string& value,
                               const std::string& wall) {
        files.push_back(
            {std::string("0/") + name, fieldFile("volScalarField", name, dimensions, value, port,
                                                 {"type fixedValue; value " + value + ";",
                                                  back + value + "; value " + value + ";", none, wall, wall})});
    };
    turbulent("k", "[0 2 -2 0 0 0 0]", energy, "type kqRWallFunction; value " + energy + ";");
    turbulent("omega", "[0 0 -1 0 0 0 0]", frequency, "type omegaWallFunction; value " + frequency + ";");
    const std::string byOthers = "type calculated; value uniform 0;";
    const std::string wallViscosity = "type nutkWallFunction; value uniform 0;";
    files.push_back({"0/nut", fieldFile("volScalarField", "nut", "[0 2 -1 0 0 0 0]", "uniform 0", port,
                                        {byOthers, byOthers, byOthers, wallViscosity, wallViscosity})});
    const double viscosity = air::viscosity(room.temperature).si() / air::density(room).si();
    files.push_back({"constant/transportProperties", caseHeader("dictionary", "transportProperties", "constant") +
                                                         "transportModel Newtonian;\nnu " + plain(viscosity) + ";\n"});
    files.push_back({"constant/turbulenceProperties",
                     caseHeader("dictionary", "turbulenceProperties", "constant") +
                         "simulationType RAS;\nRAS { RASModel kOmegaSST; turbulence on; printCoeffs off; }\n"});
    files.push_back({"system/controlDict", control(options.steps)});
    files.push_back({"system/fvSchemes", schemes()});
    files.push_back({"system/fvSolution", solution()});
    files.push_back({"system/decomposeParDict", caseHeader("dictionary", "decomposeParDict", "system") +
                                                    "numberOfSubdomains " + std::to_string(options.cores) +
                                                    ";\nmethod simple;\nsimpleCoeffs { n (" +
                                                    std::to_string(options.cores) + " 1 1); delta 0.001; }\n"});
    files.push_back({"README.txt", kReadMe});
    return files;
}

}  // namespace euryth::exports
