// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/long_section.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::geometry {

SidePoint sidePoint(const Pose& pose, double up)
{
    // "Up" of a section is the heading turned up by a quarter turn: (-sin p cos y, -sin p sin y, cos p).
    return {pose.x.si() - up * sin(pose.pitch) * cos(pose.yaw), pose.z.si() + up * cos(pose.pitch)};
}

Heading headingOf(const Pose& pose)
{
    return {cos(pose.pitch) * cos(pose.yaw), cos(pose.pitch) * sin(pose.yaw), sin(pose.pitch)};
}

Angle turnBetween(const Pose& a, const Pose& b)
{
    const Heading p = headingOf(a);
    const Heading q = headingOf(b);
    // The half chord keeps all digits of a small angle.
    return Angle::fromSi(2.0 * std::asin(std::min(1.0, std::hypot(q.x - p.x, q.y - p.y, q.z - p.z) / 2.0)));
}

std::array<double, 3> turnAxis(const Pose& a, const Pose& b)
{
    const Heading p = headingOf(a);
    const Heading q = headingOf(b);
    std::array<double, 3> axis{p.y * q.z - p.z * q.y, p.z * q.x - p.x * q.z, p.x * q.y - p.y * q.x};
    const double length = std::hypot(axis[0], axis[1], axis[2]);
    constexpr double none = 1e-9;
    if (length < none)
        return {0.0, 1.0, 0.0};
    for (double& component : axis)
        component /= length;
    return axis;
}

SideCut sideCut(const Pose& pose, Length height)
{
    const double half = height.si() / 2.0;
    return {sidePoint(pose, half), sidePoint(pose, 0.0), sidePoint(pose, -half)};
}

}  // namespace euryth::geometry
