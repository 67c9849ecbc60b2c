// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json.hpp>
#include <tl/expected.hpp>

#include "judgement/virtual_port.hpp"

namespace euryth::viscous {

/// A shape as a record and back; or what is wrong with it. SI units.
nlohmann::json recordOf(const judgement::PortShape& shape);
tl::expected<judgement::PortShape, std::string> shapeOf(const nlohmann::json& record);

}  // namespace euryth::viscous
