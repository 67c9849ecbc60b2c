// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/long_section.hpp"

namespace euryth::geometry {

SidePoint sidePoint(const Pose& pose, double up)
{
    // "Up" of a section is the heading turned up by a quarter turn: (-sin p cos y, -sin p sin y, cos p).
    return {pose.x.si() - up * sin(pose.pitch) * cos(pose.yaw), pose.z.si() + up * cos(pose.pitch)};
}

SideCut sideCut(const Pose& pose, Length height)
{
    const double half = height.si() / 2.0;
    return {sidePoint(pose, half), sidePoint(pose, 0.0), sidePoint(pose, -half)};
}

}  // namespace euryth::geometry
