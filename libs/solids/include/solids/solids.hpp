// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>

#include <tl/expected.hpp>

#include "port_field/port_shape.hpp"
#include "words/phrase.hpp"

/// A port as a solid for programs that draw and mill: STEP (ISO 10303-21, AP214) and IGES 5.3. No Qt.
///
/// OpenCASCADE writes them. It takes a twentieth of a second to load, so that it is no part of the programs: it lies in
/// a module beside them (lib/euryth/modules/euryth_brep.so), which is loaded when the first solid is asked for.
namespace euryth::solids {

enum class Format { Step, Iges };

/// What of a port is written.
enum class Part {
    Port,    ///< from the window to the last station, a closed solid
    Runner,  ///< the same from the window to the bowl
    Section  ///< one station's section, a flat face
};

struct Wish {
    Format format = Format::Step;
    Part part = Part::Port;
    std::size_t station = 0;  ///< of a section, or the bowl's, where a runner ends
    std::string name;         ///< of the product in the file
};

/// The port's air in millimetres, in the frame of the head: each ring of the loft is an interpolated closed cubic line,
/// and the wall is skinned over them. Guide boss and stem are not taken out, as in the STL.
///
/// Errors: the module is not installed; the shape cannot be built; a station that there is not.
tl::expected<std::string, Phrase> solidText(const port_field::PortShape& shape, const Wish& wish);

}  // namespace euryth::solids
