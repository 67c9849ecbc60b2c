// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string>

#include "port_field/virtual_port.hpp"

/// What the files of a case have in common.
namespace euryth::exports {

/// In the order of port_field::Patch.
inline constexpr std::array<const char*, 5> kPatchNames{"window", "throat", "windowSides", "throatSides", "wall"};

/// The head that every file of a case begins with.
std::string caseHeader(const std::string& type, const std::string& object, const std::string& folder);

/// What holds on the open ends and the walls, seen from the air.
struct Conditions {
    std::string entry;
    std::string exit;
    std::string entrySides;
    std::string exitSides;
    std::string wall;
};

/// A field of a case: `inside` is what stands behind "internalField".
std::string fieldFile(const std::string& type, const std::string& object, const std::string& dimensions,
                      const std::string& inside, const port_field::VirtualPort& port, const Conditions& conditions);

/// Velocity of the air that comes in, even over the end and square to it: "(x y z)", m/s.
std::string inletVelocity(const port_field::VirtualPort& port, VolumeFlow flow);

}  // namespace euryth::exports
