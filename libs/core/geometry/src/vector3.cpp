// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/vector3.hpp"

#include <cmath>

namespace euryth::geometry {

double Vector3::length() const { return std::sqrt(x * x + y * y + z * z); }

}  // namespace euryth::geometry
