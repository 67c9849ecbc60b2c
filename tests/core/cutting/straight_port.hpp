// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cutting/cut_plan.hpp"

/// A straight round port of 38 mm, walls 5 mm all round, 2 mm to stay.
inline euryth::cutting::CutProblem straightPort(double planShare, int stations = 7)
{
    using namespace euryth;
    cutting::CutProblem problem;
    const Length r = lengthFromMm(19);
    for (int i = 0; i < stations; ++i) {
        cutting::CutStation s;
        s.s = lengthFromMm(10.0 * i);
        s.section = geometry::RoundedRectangle{r * 2.0, r * 2.0, {r, r, r, r}};
        s.plan = geometry::area(s.section) * planShare;
        s.wall.fill(lengthFromMm(5));
        s.reserve.fill(lengthFromMm(2));
        s.error.fill(lengthFromMm(0.1));
        problem.stations.push_back(s);
    }
    return problem;
}
