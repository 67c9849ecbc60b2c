// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "field/boundary_layer.hpp"
#include "field/field.hpp"
#include "judgement/port_analysis.hpp"

namespace euryth::judgement {

/// The computed field of a port: incompressible potential flow in its measured sections. A guide boss or stem is not in
/// it yet. Needs at least two stations with their places in the head, without a fold.
Known<field::Field> virtualPort(const job::Port& port, const PortAnalysis& analysis, const field::Fineness& fineness);

/// What the air does on the short side at a flow.
struct ShortSideVerdict {
    Speed peakSpeed;  ///< at the pitot's distance from the floor, the greatest along the runner
    double greatestShape = 0.0;
    std::optional<Length> liftsOffAt;  ///< distance from the window
    [[nodiscard]] bool liftsOff() const { return liftsOffAt.has_value(); }
    [[nodiscard]] bool near() const { return !liftsOff() && greatestShape >= field::kShapeWarning; }
};

/// Floor line of the field with a turbulent boundary layer that starts one hydraulic diameter before the window (an
/// intake; the exhaust's starts at its valve). Air of the room. The method ranks short sides; it is not conservative
/// (a viscous solution lets go a little earlier), so that a shape factor over 1.8 is a warning.
ShortSideVerdict shortSide(const job::Port& port, const field::Field& field, const air::AirState& room,
                           VolumeFlow flow);

}  // namespace euryth::judgement
