// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "analysis/port_analysis.hpp"
#include "geometry/shrouding.hpp"
#include "planning/bigger_valve.hpp"
#include "planning/turn_plan.hpp"

namespace euryth::plans {

/// Throat and seat together.
struct ThroatPlan {
    Known<Length> valve;   ///< the wished one, else the present one
    Known<Length> throat;  ///< wished; else the present one, brought up to the house's lower limit
    double share = 0.0;    ///< throat over valve
    /// The seat's cuts on the planned valve, the last one as wide as the throat needs.
    Known<geometry::SeatStack> stack;
    std::optional<Length> lastCutNow;
    Phrase conflict;  ///< what contradicts what, and the nearest that works; empty where nothing does
    Known<Length> scribeRadius;
    Known<Length> scribeDepth;     ///< of the line below the seat's inner edge: the house's distance
    Known<Length> scriberSetting;  ///< from the pilot's surface
    Known<Length> takesOver;       ///< lift from which the throat is the smallest opening
};

/// Bowl and short side together.
struct TurnPlan {
    Known<Length> radiusNow;
    Known<Length> radius;     ///< wished, else as it is
    Known<Length> heightNow;  ///< deck to apex
    Known<Length> height;
    Known<Length> radiusThatFits;  ///< the largest one between the planned apex and the throat
    Known<Length> heightNeeded;    ///< that the planned radius needs
    Known<Length> bowlNow;
    Known<Length>
        bowl;  ///< wished; else with which the short side's air stays as fast as now, inside the house's limits
    Known<Length> bowlForTurn;  ///< with which it stays as fast as now, whatever the house says
    double bowlShare = 0.0;     ///< over the planned valve
    Known<Length>
        heightForBowl;  ///< apex height with which the planned bowl leaves the short side's air as fast as now
    Known<double> innerRatioNow;  ///< speed at the short side's wall over the section's mean, free vortex
    Known<double> innerRatio;
    Known<double> speedChange;  ///< of the air at the short side at the same flow, as a share
    Known<planning::LaidBack> laidBack;
    Known<Length> widthNow;  ///< over the turn
    Known<Length> width;
    Phrase conflict;
};

struct ValveEndPlan {
    ThroatPlan throat;
    TurnPlan turn;
    /// Where a bigger valve is wished: what it leaves.
    std::vector<planning::ValveCheckRow> bigger;
    std::optional<Length> largestValve;
};

/// The plan of the valve end: what is wished, and what follows from the house's rules where nothing is.
ValveEndPlan planValveEnd(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis);

/// Shrouding over lift, with the chamber's wall as it is and laid back.
struct ShroudPoint {
    Length lift;
    geometry::Shrouding now;
    std::optional<geometry::Shrouding> laidBack;
};
struct ShroudPlan {
    std::vector<ShroudPoint> points;
    std::optional<Volume> added;  ///< to the chamber by laying its wall back
    std::optional<Volume> chamber;
    std::optional<double> compressionNow;
    std::optional<double> compression;
};
/// For the planned valve, up to the cam's lift (or a third of the valve where no cam is known).
Known<ShroudPlan> planShrouding(const job::Job& job, const job::Port& port, const ValveEndPlan& end);

/// The mean opening of the valve over its lift curve as the house weighs it: every lift as long as the cam stays there,
/// or only the lifts over half of the greatest one. Needs the valve's geometry and a cam.
Known<Area> weightedOpening(const job::Job& job, job::Side side, const geometry::ValveGeometry& valve);

}  // namespace euryth::plans
