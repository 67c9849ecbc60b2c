// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>

#include "engine/engine_model.hpp"
#include "geometry/monotone_cubic.hpp"
#include "port_field/air_field.hpp"

namespace euryth::sim {

/// Where the tip of the pitot is: a distance from the window, and shares of the half width and half height there.
struct Tip {
    Length s;
    double across = 0.0;
    double up = 0.0;
    friend bool operator==(const Tip&, const Tip&) = default;
};

/// What the air does at the tip, for the flow that it was asked with.
struct AirAtTip {
    Speed speed;          ///< along the runner: a pitot that looks along it reads no more
    bool inWake = false;  ///< behind the place where the air lets go
};

/// A port that the simulated bench has inside: what passes it, and how fast the air is where. Runner with its losses
/// and the valve in series as on the engine's model, without cylinder (engine/engine_model.hpp); speeds of the
/// potential flow in its sections (port_field), scaled to the flow.
class HiddenPort {
public:
    /// What passes at a lift over the depression, at the room's density, as long as the air holds.
    [[nodiscard]] VolumeFlow flowAt(Length lift, PressureDifference depression) const;
    /// From which flow on the short side lets go, by its severity (a rule of ours); nothing where it holds. And the
    /// share of the flow that is lost behind it: 1 to 5 % by how badly it does (from memory, common practice).
    [[nodiscard]] std::optional<VolumeFlow> letsGoFrom() const { return m_letsGoFrom; }
    [[nodiscard]] double lostBehind() const { return m_lost; }
    /// Nothing where the tip is in metal, or nearer to the wall than its own radius.
    [[nodiscard]] std::optional<AirAtTip> airAt(const Tip& tip, VolumeFlow flow) const;
    /// Thickness of the wall that lies in the tip's direction at the nearest station; nothing where the hidden job does
    /// not have it.
    [[nodiscard]] std::optional<Length> wallAt(const Tip& tip) const;
    /// Sense and strength of the swirl's paddle for a flow, rad/s: by how far the intake valves stand off the middle of
    /// the bore (analysis/valve_layout.hpp), the mean speed in the throat over half of the bore. An estimate.
    [[nodiscard]] RotationalSpeed swirlAt(VolumeFlow flow) const;
    [[nodiscard]] const air::AirState& room() const { return m_model.room; }
    [[nodiscard]] Length greatestLift() const { return m_model.cam.lift; }
    [[nodiscard]] Length valve() const { return m_valve; }
    [[nodiscard]] bool isExhaust() const { return m_model.isExhaust(); }

private:
    friend Known<HiddenPort> hiddenPort(const job::Job& job, const job::Port& port, port_field::Quality quality);

    job::Port m_port;
    engine::EngineModel m_model;
    port_field::Air m_air;  ///< at m_reference
    VolumeFlow m_reference;
    std::optional<VolumeFlow> m_letsGoFrom;
    double m_lost = 0.0;
    Length m_valve;
    double m_turning = 0.0;  ///< rad/s of the paddle for 1 m3/s
    /// Flow over depression at the lift that was last asked.
    struct Law {
        Length lift;
        geometry::MonotoneCubic flow;
    };
    mutable std::optional<Law> m_law;
};

/// Works the port out, some seconds at full fineness; says what is missing.
Known<HiddenPort> hiddenPort(const job::Job& job, const job::Port& port, port_field::Quality quality);

}  // namespace euryth::sim
