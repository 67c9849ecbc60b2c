// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/traced.hpp"

namespace euryth::job {

Station tracedStation(const geometry::PlacedOutline& section)
{
    constexpr std::size_t most = 160;
    geometry::Outline outline = section.outline;
    for (double tolerance = 0.02e-3; tolerance < 1e-2; tolerance *= 1.5) {
        outline = geometry::simplified(section.outline, Length::fromSi(tolerance));
        if (outline.points.size() <= most)
            break;
    }
    Station station;
    station.s = section.s;
    station.section.kind = SectionKind::Outline;
    station.section.points = std::move(outline.points);
    station.pose.x = section.pose.x;
    station.pose.y = section.pose.y;
    station.pose.z = section.pose.z;
    station.pose.pitch = section.pose.pitch;
    station.pose.yaw = section.pose.yaw;
    return station;
}

}  // namespace euryth::job
