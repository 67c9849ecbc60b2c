// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/cam.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::planning {

Angle opens(const Cam& cam) { return cam.centreline + (cam.measured ? cam.measuredFrom : -(cam.duration / 2.0)); }

Angle closes(const Cam& cam) { return cam.centreline + (cam.measured ? cam.measuredTo : cam.duration / 2.0); }

Length liftAt(const Cam& cam, Angle crank)
{
    const Angle from = crank - cam.centreline;
    if (cam.measured) {
        if (from < cam.measuredFrom || from > cam.measuredTo)
            return {};
        return Length::fromSi((*cam.measured)(from.si()));
    }
    const double u = 2.0 * (from / cam.duration);
    if (std::abs(u) >= 1.0)
        return {};
    const double rest = 1.0 - u * u;
    return cam.lift * (rest * rest);
}

Cam camFromTable(const std::vector<std::pair<Angle, Length>>& table, Angle centreline)
{
    std::vector<double> angles;
    std::vector<double> lifts;
    for (const auto& [crank, lift] : table) {
        angles.push_back(crank.si());
        lifts.push_back(lift.si());
    }
    Cam cam;
    cam.measuredFrom = table.front().first;
    cam.measuredTo = table.back().first;
    cam.duration = cam.measuredTo - cam.measuredFrom;
    cam.lift = Length::fromSi(*std::ranges::max_element(lifts));
    cam.centreline = centreline;
    cam.measured = geometry::MonotoneCubic(std::move(angles), std::move(lifts));
    return cam;
}

}  // namespace euryth::planning
