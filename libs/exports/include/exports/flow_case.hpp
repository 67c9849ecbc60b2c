// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <filesystem>
#include <string>
#include <vector>

#include <tl/expected.hpp>

#include "port_field/virtual_port.hpp"

namespace euryth::exports {

/// One file of a case folder.
struct CaseFile {
    std::string path;  ///< within the folder
    std::string text;
};

/// The mesh as the Debian package `openfoam` reads it (constant/polyMesh: points, faces, owner, neighbour, boundary),
/// metres, without the cells that metal blocks. Patches: `window` and `throat` (the open ends of the straight pieces),
/// `windowSides` and `throatSides` (their walls), `wall` (the measured runner's, with boss and stem).
std::vector<CaseFile> polyMesh(const port_field::CellGrid& grid);

/// A whole case for that package's potentialFoam at a flow. Its flux is right; the velocity that it writes in three
/// dimensions is not (seen with version 1912), so that only its speed is a yardstick for ours.
std::vector<CaseFile> potentialCase(const port_field::VirtualPort& port, VolumeFlow flow);

struct CaseOptions {
    int steps = 600;  ///< the most iterations
    int cores = 2;    ///< that it can be split for
};
/// A complete case for that package's simpleFoam: steady, incompressible, k-omega SST with wall functions. The air
/// comes in even over the far end of the straight piece before the port, whose walls are smooth (slip), with 2 %
/// turbulence; it leaves at constant pressure. It starts from our own potential field. README.txt in it says how it is
/// run alone, on several cores, or on a cluster. It ends before its last step where the
/// residuals have fallen. With the velocity it writes the shear at the walls (wallShearStress), and means over the
/// second half of the steps (UMean, pMean ...).
std::vector<CaseFile> viscousCase(const port_field::VirtualPort& port, VolumeFlow flow, const air::AirState& room,
                                  const CaseOptions& options = {});

/// Writes the files into a folder, which is made; what is there already under other names stays. Or what is wrong.
tl::expected<void, Phrase> writeCase(const std::filesystem::path& folder, const std::vector<CaseFile>& files);

}  // namespace euryth::exports
