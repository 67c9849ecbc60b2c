// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape_port.hpp"

namespace euryth::plans {

void keepPlaces(job::Port& port, const analysis::PortAnalysis& analysis)
{
    if (analysis.poses.size() != port.stations.size())
        return;
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        job::MeasuredPose& pose = port.stations[i].pose;
        const geometry::Pose& at = analysis.poses[i];
        pose.x = at.x;
        pose.y = at.y;
        pose.z = at.z;
        pose.pitch = at.pitch;
        pose.yaw = at.yaw;
    }
}

void thinBoss(job::Boss& boss, const analysis::Fin& fin)
{
    boss.width = fin.width;
    boss.tip = fin.tip;
    for (auto* room : {&boss.roomLeft, &boss.roomRight}) {
        if (*room)
            *room = **room + fin.depth;
    }
}

}  // namespace euryth::plans
