// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/job.hpp"

#include <algorithm>

namespace euryth::job {

std::optional<geometry::Pose> MeasuredPose::complete() const
{
    if (!x || !y || !z || !pitch || !yaw)
        return std::nullopt;
    return geometry::Pose{*x, *y, *z, *pitch, *yaw};
}

std::optional<std::size_t> findPort(const Job& job, const std::string& id)
{
    const auto found = std::ranges::find(job.ports, id, &Port::id);
    if (found == job.ports.end())
        return std::nullopt;
    return static_cast<std::size_t>(found - job.ports.begin());
}

Area netArea(const Station& station)
{
    const Area whole = geometry::area(station.section.shape);
    if (!station.boss.width || !station.boss.height)
        return whole;
    return whole - *station.boss.width * *station.boss.height;
}

std::optional<std::size_t> stationNear(const Port& port, Length s, Length tolerance)
{
    const auto distance = [&](const Station& station) { return abs(station.s - s); };
    const auto nearest = std::ranges::min_element(port.stations, {}, distance);
    if (nearest == port.stations.end() || distance(*nearest) > tolerance)
        return std::nullopt;
    return static_cast<std::size_t>(nearest - port.stations.begin());
}

}  // namespace euryth::job
