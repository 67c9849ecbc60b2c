// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/Geometry>

#include "geometry/loft.hpp"

namespace euryth::scan {

using Vector = Eigen::Vector3d;

inline Vector vec(const geometry::Point3& p) { return {p.x, p.y, p.z}; }
inline geometry::Point3 point(const Vector& v) { return {v.x(), v.y(), v.z()}; }

}  // namespace euryth::scan
