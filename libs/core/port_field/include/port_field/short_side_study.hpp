// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <stop_token>

#include "engine/engine_model.hpp"
#include "port_field/port_air.hpp"
#include "port_field/short_side_severity.hpp"
#include "port_field/what_if.hpp"

namespace euryth::port_field {

/// The first place in the port at which the air reaches its own speed of sound, the pitot's distance or more from the
/// wall, and what has to pull for that.
struct LocalChoke {
    MassFlow flow;
    /// Where; nothing where the port is so flat that all of it is nearer to the wall than a pitot comes.
    std::optional<Length> s;
    Phrase name;                  ///< "floor", "middle"
    double shareOfSection = 0.0;  ///< of the flow that chokes the smallest section as a whole
    /// Behind the valve at full lift on the bench; nothing where valve and runner choke at less, or are not known.
    std::optional<PressureDifference> depression;
    /// Speed of the engine at which its greatest flow of the stroke is so much; nothing where it never is.
    std::optional<RotationalSpeed> rpm;
    Phrase missing;  ///< why depression and rpm are not known
};
LocalChoke localChoke(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                      const PortShape& shape, const air::AirState& room, const std::stop_token& stop = {});

/// Over which flows the air stays on the short side.
struct ShortSideHolds {
    struct At {
        VolumeFlow flow;
        double greatestShape = 0.0;
        bool liftsOff = false;
    };
    std::vector<At> tried;  ///< in rising order, the last one just under the local choke
    /// The flow over which it lets go, found by halving to a hundredth; nothing where it holds at all that were tried,
    /// or at none.
    std::optional<VolumeFlow> letsGoOver;
    std::optional<VolumeFlow> letsGoUnder;  ///< a slow flow's layer is thicker
    [[nodiscard]] bool never() const;
    [[nodiscard]] bool always() const;
};
/// By compressible flow in a coarse mesh and the floor's boundary layer, up to `most`.
ShortSideHolds shortSideHolds(const PortShape& shape, const air::AirState& room, MassFlow most,
                              const std::stop_token& stop = {});

/// The short side on another radius, or with the floor lower.
struct ShortSideVariant {
    Length radius;
    Length lower;  ///< of the floor at the top of the short side
    double greatestShape = 0.0;
    std::optional<Length> liftsOffAt;
    Speed peak;  ///< at the pitot's distance
    ShortSideSeverity severity;
    bool present = false;
    Phrase missing;  ///< where there is no such port
};
/// Radii round the present one, each with the floor as it is and lower by one and two millimetres. The runner is laid
/// out anew for each (geometry::layOut) with the measured sections; where its stations have measured places, the
/// numbers of the layout are read off these, so that all variants can be compared with each other.
Known<std::vector<ShortSideVariant>> shortSideVariants(const job::Port& port, const analysis::PortAnalysis& analysis,
                                                       const PortAir& air, const std::stop_token& stop = {});

/// How badly the air lets go of the short side of the port as it is, of its current plan and of the plans put aside, in
/// this order (plans::comparePlans()); nothing where there is no such shape, or it cannot be meshed. Ends early, with
/// fewer, when it is stopped.
std::vector<std::optional<ShortSideSeverity>> planSeverities(const job::Job& job, const job::Port& port,
                                                             const analysis::PortAnalysis& analysis,
                                                             const std::stop_token& stop = {});

/// Numbers of a layout as the port's poses have them: straight as far as the heading keeps to a fiftieth of the whole
/// turn; or what is missing.
Known<geometry::LayoutNumbers> layoutOf(const job::Port& port, const analysis::PortAnalysis& analysis);

}  // namespace euryth::port_field
