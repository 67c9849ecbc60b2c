// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>

#include <tl/expected.hpp>

#include "port_field/viscous_air.hpp"

namespace euryth::viscous {

/// What a run has written last, or the means that it has written with it: speeds, pressures, turbulence and the shear
/// at the walls. `mesh` has to be the one that the case was written from. Or what is wrong with the files, with the
/// file and the place in it.
tl::expected<port_field::CellAir, Phrase> readResult(const std::filesystem::path& folder,
                                                     const port_field::PortMesh& mesh);

}  // namespace euryth::viscous
