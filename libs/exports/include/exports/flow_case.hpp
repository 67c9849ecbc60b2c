// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "judgement/virtual_port.hpp"

namespace euryth::exports {

/// One file of a case folder.
struct CaseFile {
    std::string path;  ///< within the folder
    std::string text;
};

/// The mesh as the Debian package `openfoam` reads it (constant/polyMesh: points, faces, owner, neighbour, boundary),
/// metres, without the cells that metal blocks. Patches: `window` and `throat` (the open ends of the straight pieces),
/// `windowSides` and `throatSides` (their walls), `wall` (the measured runner's, with boss and stem).
std::vector<CaseFile> polyMesh(const judgement::VirtualPort& port);

/// A whole case for that package's potentialFoam at a flow. Its flux is right; the velocity that it writes in three
/// dimensions is not (seen with version 1912), so that only its speed is a yardstick for ours.
std::vector<CaseFile> potentialCase(const judgement::VirtualPort& port, VolumeFlow flow);

}  // namespace euryth::exports
