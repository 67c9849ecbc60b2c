// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "job/basics.hpp"
#include "quantities/quantities.hpp"

/// The engine, its castings and chambers, the gauge and the bench.
namespace euryth::job {

/// A point of a measured lift curve.
struct LiftPoint {
    Angle crank;  ///< crank degrees from the greatest lift; negative while the valve opens
    Length lift;  ///< at the valve
    UnknownKeys unknown;
    friend bool operator==(const LiftPoint&, const LiftPoint&) = default;
};

struct CamLobe {
    std::optional<Angle> duration;    ///< seat to seat, crank degrees
    std::optional<Length> lift;       ///< at the valve
    std::optional<Angle> centreline;  ///< of the greatest lift, after (intake) or before (exhaust) top dead centre
    std::vector<LiftPoint> table;     ///< as measured, in rising order; takes the place of duration and lift
    UnknownKeys unknown;
    friend bool operator==(const CamLobe&, const CamLobe&) = default;
};

/// The air before the port, where it is not the bench room's.
struct Manifold {
    std::optional<AbsolutePressure> pressure;
    std::optional<Temperature> temperature;
    UnknownKeys unknown;
    friend bool operator==(const Manifold&, const Manifold&) = default;
};

/// The exhaust: what is in the cylinder when its valve opens, and what it blows into.
struct Exhaust {
    std::optional<AbsolutePressure> openingPressure;  ///< in the cylinder
    std::optional<Temperature> openingTemperature;
    std::optional<AbsolutePressure> pipePressure;  ///< behind the window
    UnknownKeys unknown;
    friend bool operator==(const Exhaust&, const Exhaust&) = default;
};

struct Engine {
    std::optional<int> cylinders;
    std::optional<Length> bore;
    std::optional<Length> stroke;
    std::optional<Length> rod;
    std::optional<RotationalSpeed> peakRpm;   ///< of peak power
    std::optional<RotationalSpeed> shiftRpm;  ///< to which it is revved
    std::string use;
    CamLobe intakeCam;
    CamLobe exhaustCam;
    Manifold manifold;
    Exhaust exhaust;
    std::optional<PressureDifference> runningDepression;  ///< that it pulls across a port at its highest
    // What closes the chamber, for the compression ratio.
    std::optional<Length> gasketBore;
    std::optional<Length> gasketThickness;  ///< crushed
    std::optional<Length> deckClearance;    ///< piston below the deck at top dead centre; negative above
    std::optional<Volume> pistonDish;       ///< volume that the piston's crown adds; negative for a dome
    std::optional<Volume> wantedChamber;    ///< to which the chambers are to be brought
    std::vector<Assumed> assumed;
    UnknownKeys unknown;
    UnknownKeys unknownInCam;
    UnknownKeys unknownInClosing;
    friend bool operator==(const Engine&, const Engine&) = default;
};

/// One casting of the job: a head, or one of two that have to be made alike.
struct Casting {
    std::string id;
    std::string material;
    std::optional<Length> thickness;  ///< of the thickest wall it has anywhere; a reading over it is doubted
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const Casting&, const Casting&) = default;
};

/// A combustion chamber by burette, in the order in which they were measured.
struct Chamber {
    std::optional<int> cylinder;
    std::optional<Volume> volume;
    std::string when;
    std::string state;  ///< of the head: "before", "after valve job" ...
    UnknownKeys unknown;
    friend bool operator==(const Chamber&, const Chamber&) = default;
};

/// The sonic gauge on a block of known thickness. Readings typed with a calibration are corrected before they are kept.
struct WallGauge {
    std::optional<Length> block;
    std::optional<Length> reading;  ///< what the gauge says on it
    UnknownKeys unknown;

    /// By which a reading is multiplied; 1 without a calibration.
    [[nodiscard]] double correction() const
    {
        return block && reading && *reading > Length{} ? *block / *reading : 1.0;
    }
    friend bool operator==(const WallGauge&, const WallGauge&) = default;
};

struct Bench {
    std::string id;  ///< of the one at which one works (BenchRecord), or empty
    std::optional<PressureDifference> depression;
    std::optional<Temperature> temperature;
    std::optional<AbsolutePressure> pressure;
    std::optional<double> humidity;  ///< relative, 0 to 1
    std::vector<Assumed> assumed;
    UnknownKeys unknown;
    UnknownKeys unknownInAir;
    friend bool operator==(const Bench&, const Bench&) = default;
};

}  // namespace euryth::job
