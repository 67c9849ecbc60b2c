// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "field/mesh.hpp"
#include "port_field/port_mesh.hpp"

namespace euryth::port_field {

field::Fineness finenessOf(Quality quality);

}  // namespace euryth::port_field
