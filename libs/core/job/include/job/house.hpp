// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "job/basics.hpp"
#include "quantities/quantities.hpp"

/// House rules.
namespace euryth::job {

/// Shares (0.88 is 88 %).
struct ShareRange {
    double low = 0.0;
    double high = 1.0;
    friend bool operator==(const ShareRange&, const ShareRange&) = default;
};

/// How a wall is left.
enum class Finish { AsBurred, Grit60, Grit120, Polished };
/// Which lifts count when openings are compared: each as long as the cam stays there, or only the upper half.
enum class LiftWeight { AllLifts, HighLifts };
/// What is done about a core that sits off its drawn place.
enum class CoreShift { Leave, CorrectExhaust };
/// Whether the seats are cut before the port or after it.
enum class ValveJob { First, Last };
/// What is done where the wall does not give what the plan asks for.
enum class ThinWall { Leave, Fill, Weld };

/// Parts of a runner that a wall rule may be for.
enum class WallPlace { Runner, Turn, ShortSide, Bowl, CommonWall };

/// What has to stay of a wall of one material, at one place, and what is done where it does not give enough. A rule
/// without material or place is for all of them.
struct WallRule {
    std::string material;
    std::optional<WallPlace> place;
    std::optional<Length> least;
    std::optional<ThinWall> thinWall;
    UnknownKeys unknown;
    friend bool operator==(const WallRule&, const WallRule&) = default;
};

/// A shop's own limits. They are choices, not measurements, so each has a starting value (common practice, no source).
struct House {
    std::string name = "street torque";
    std::string why;  ///< in the shop's words
    Length leastWall = lengthFromMm(2.0);
    Length unrepairableLeastWall = lengthFromMm(3.0);  ///< where a breakthrough cannot be welded
    Length greatestCut = lengthFromMm(3.0);
    Length apexLowering = lengthFromMm(3.0);  ///< by which the short side's top may come down
    Length gaugeError = lengthFromMm(0.1);
    std::vector<WallRule> wallRules;        ///< beside the two least walls
    Length guideMetal = lengthFromMm(2.0);  ///< on each side of the valve guide, that a fin keeps
    Length finWidth = lengthFromMm(4.0);    ///< of a boss thinned ahead of and behind the guide
    double fastRatio = 1.10;
    double slowRatio = 0.85;
    double deadRatio = 0.60;
    double smallBigSmall = 0.03;
    double leastGain = 0.01;     ///< that cuts bring in one number where they worsen another
    double taperPer100mm = 0.0;  ///< area gained toward the window, share per 100 mm; 0 is a steady runner
    double limitingMach = 0.55;
    double exhaustLimitingMach = 0.75;  ///< of burned gas in the exhaust while the piston drives it
    ShareRange exhaustToIntake{70 * 0.01,
                               85 * 0.01};  ///< flow of a cylinder's exhaust over that of its intake on the bench
    ShareRange intakeThroat{0.88, 0.92};    ///< throat over valve diameter
    ShareRange exhaustThroat{0.87, 0.97};
    ShareRange intakeBowl{0.88, 1.0};  ///< bowl over valve diameter
    ShareRange exhaustBowl{0.88, 1.0};
    double alikeFlow = 0.02;                  ///< by which alike ports may flow more or less than their middle one
    double alikeVolume = 0.02;                ///< the same of their volumes and smallest areas
    Volume alikeChamber = volumeFromCc(0.5);  ///< from the smallest to the largest chamber
    Length runOutLimit = lengthFromMm(0.05);  ///< of a seat, full dial reading; 0.002 in
    Length liftStep = lengthFromMm(0.0);      ///< of flow tests; 0: a tenth of an inch, or 1 or 2 mm, by the units
    Angle seatAngle = angleFromDegrees(45.0);
    Length intakeSeatWidth = lengthFromMm(1.0);
    Length exhaustSeatWidth = lengthFromMm(1.2);
    Length intakeScribeBelow = lengthFromMm(0.9);  ///< the scribed line below the seat
    Length exhaustScribeBelow = lengthFromMm(1.1);
    Finish intakeFinish = Finish::Grit60;
    Finish exhaustFinish = Finish::Grit120;
    LiftWeight liftWeight = LiftWeight::AllLifts;
    CoreShift coreShift = CoreShift::Leave;
    ValveJob valveJob = ValveJob::First;
    ThinWall thinWall = ThinWall::Leave;
    UnknownKeys unknown;
    UnknownKeys unknownInThroat;
    UnknownKeys unknownInBowl;
    UnknownKeys unknownInRatio;
    friend bool operator==(const House&, const House&) = default;
};

/// What the house says for one side of the head.
const ShareRange& throatRange(const House& house, Side side);
const ShareRange& bowlRange(const House& house, Side side);
Length seatWidth(const House& house, Side side);
double limitingMach(const House& house, Side side);
Length scribeBelow(const House& house, Side side);
Finish finish(const House& house, Side side);

}  // namespace euryth::job
