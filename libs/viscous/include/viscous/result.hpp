// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>

#include <tl/expected.hpp>

#include "judgement/virtual_port.hpp"

namespace euryth::viscous {

/// The velocities that a run has written last, as a field on the port's mesh that is read at a flow of 1 m3/s: unlike a
/// potential field it does not scale with the flow. `port` has to have the mesh that the case was made from. Or what is
/// wrong with the files.
tl::expected<field::Field, std::string> readVelocities(const std::filesystem::path& folder,
                                                       const judgement::VirtualPort& port);

}  // namespace euryth::viscous
