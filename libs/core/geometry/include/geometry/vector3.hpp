// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace euryth::geometry {

/// Velocity, m/s, or direction.
struct Vector3 {
    double x = 0.0;
    double y = 0.0;
    double z = 0.0;
    [[nodiscard]] double length() const;
    friend bool operator==(const Vector3&, const Vector3&) = default;
};

}  // namespace euryth::geometry
