// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "port_field/virtual_port.hpp"
#include "probing/grid.hpp"

namespace euryth::port_field {

/// Where a flow comes from.
enum class FlowFrom {
    Typed,
    Set,       ///< the bench's flow at a probe set
    Test,      ///< the flow test's greatest flow
    Runner,    ///< a branch's share of its common runner's flow
    Reckoned,  ///< at full lift and the bench's depression
    Unknown    ///< kept before this was written down by a word
};
/// As files write it ("typed").
std::string_view key(FlowFrom from);

/// At which flow the computed field is read, and in which air.
struct PortAir {
    VolumeFlow flow;  ///< at the room's density
    FlowFrom from = FlowFrom::Typed;
    std::string set;  ///< of which probe set
    air::AirState room;
    /// Where the flow comes from, in words.
    [[nodiscard]] Phrase source() const;
};

/// The flow of a port: `wished`; else what the bench read at `beside`; else the greatest flow of its last flow test, or
/// its share (flowShare()) of its common runner's; else what bench and runner are reckoned to pass at full lift.
Known<PortAir> portAir(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                       std::optional<VolumeFlow> wished, const job::ProbeSet* beside);

/// A place of a section in words, by the nine fields of its box: "floor", "middle".
Phrase nameInSection(const geometry::Section& section, geometry::Point at);

/// A place in the port where the air is fastest, the pitot's distance or more from the wall.
struct FastestPlace {
    Speed speed;
    double ratio = 0.0;  ///< to the mean of its section
    Length s;
    geometry::Point at;  ///< in the section
    Phrase name;         ///< as a porter says it: "floor", "middle"
    Length fromWall;
};

/// At a flow.
FastestPlace fastestPlace(const VirtualPort& port, VolumeFlow flow);
/// Of the places that a pitot can reach a twentieth is slower than this.
Speed slowPlaces(const VirtualPort& port, VolumeFlow flow);

/// What the air does in a port at one flow.
struct AirInPort {
    analysis::SpeedSource source = analysis::SpeedSource::Instant;
    PortAir air;
    geometry::PerSector<WallAir> walls;
    FastestPlace fastest;
    Speed slow;  ///< see slowPlaces()
    /// Where the air first lets go of a wall, in the order of the air; behind it the field is not to be trusted.
    std::optional<Length> letsGoAt;
    std::optional<geometry::Sector> letsGoOf;
};
AirInPort airInPort(const VirtualPort& port, const PortAir& air);

/// True where the air has let go before `s`.
bool behindLiftOff(const VirtualPort& port, const AirInPort& air, Length s);

/// Where the tip of the virtual probe is: along the runner, and in the section there.
struct TipPlace {
    Length s;
    geometry::Point at;
    friend bool operator==(const TipPlace&, const TipPlace&) = default;
};

/// What it reads.
struct TipReading {
    Speed speed;
    double ratio = 0.0;          ///< to the mean of the section
    std::optional<double> mach;  ///< of air that started from the room; nothing where it cannot be so fast
    Angle up;                    ///< of the air's way against the runner's: toward the roof
    Angle left;                  ///< and to the left, as seen from the window
    std::optional<Length> fromWall;
    bool doubtful = false;             ///< the air has let go before here
    std::optional<Speed> fluctuation;  ///< root mean square about the mean, where turbulence is known
};
/// Nothing where the tip is not in the air.
std::optional<TipReading> readTip(const VirtualPort& port, const AirInPort& air, const TipPlace& tip);

/// The tip at the nearest place that is in the measured runner and, if it is nearer to the wall, at the pitot's
/// distance from it.
TipPlace keptInside(const VirtualPort& port, TipPlace tip);

/// Probe sets of nine fields in the computed field at every station, to judge a port by. Where the air runs back a
/// pitot that faces the runner reads nothing, and so does this: 0.
std::vector<std::vector<probing::PointReading>> virtualSets(const VirtualPort& port, VolumeFlow flow);

/// A probe set taken in the computed field at the points of a grid: the speed at each of them, nothing where a point is
/// not in the air.
std::vector<probing::PointReading> virtualReadings(const VirtualPort& port, VolumeFlow flow, Length s,
                                                   const geometry::Section& section,
                                                   std::span<const probing::GridPoint> points);

}  // namespace euryth::port_field
