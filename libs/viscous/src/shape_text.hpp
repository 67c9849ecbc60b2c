// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json.hpp>
#include <tl/expected.hpp>

#include "port_field/virtual_port.hpp"

namespace euryth::viscous {

/// A shape as a record and back; or what is wrong with it. SI units.
nlohmann::json recordOf(const port_field::PortShape& shape);
tl::expected<port_field::PortShape, Phrase> shapeOf(const nlohmann::json& record);

}  // namespace euryth::viscous
