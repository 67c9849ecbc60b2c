// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "port_field/port_air.hpp"
#include "port_field/short_side_severity.hpp"
#include "port_field/walls.hpp"
#include "probing/grid.hpp"

namespace euryth::port_field {

class ViscousAir;

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

/// What a colour scale has to span: the fastest place that a pitot can reach, and what all but a twentieth of such
/// places exceed. Of a difference as much to both sides.
struct SpeedRange {
    Speed low;
    Speed high;
    bool difference = false;
};

/// A sheet through the air: places in a plane, metres, joined by quadrilaterals where there is air.
struct AirSheet {
    std::vector<geometry::Point> places;
    std::vector<double> speeds;  ///< m/s; of a difference by how much the air is faster
    std::vector<std::array<std::uint32_t, 4>> faces;
    /// Share of the section's mean speed that the air makes along the runner; empty where the field knows no wake.
    std::vector<double> onward;
};
/// A section, roof up, as seen from the window.
struct AirSection {
    AirSheet sheet;
    std::vector<geometry::Point> wall;  ///< closed, clockwise from the roof-left corner
};
/// The upright middle of the measured runner: rows of places from roof to floor. In the sheet x from the window and z
/// up stand in the place of left and up.
struct AirLongSection {
    AirSheet sheet;
    std::vector<geometry::Point3> inHead;  ///< the same places
    std::vector<Length> s;                 ///< of each row
    std::size_t across = 0;                ///< places of a row
    [[nodiscard]] geometry::Point roof(std::size_t row) const { return sheet.places[row * across]; }
    [[nodiscard]] geometry::Point floor(std::size_t row) const { return sheet.places[(row + 1) * across - 1]; }
};

/// Where the air first lets go of a wall, in the order of the air.
struct LetsGo {
    Length s;
    geometry::Sector wall{};
};

/// The air in a port at one flow, wherever it is known from: what views, readings and exports ask. Places are in the
/// head; distances from the window; `round` is the share of the way round a section, clockwise from the middle of the
/// roof. Nothing stands for a place that is not in the air, and for what a field does not know.
class AirField {
public:
    AirField() = default;
    AirField(const AirField&) = delete;
    AirField& operator=(const AirField&) = delete;
    virtual ~AirField() = default;

    [[nodiscard]] virtual const PortShape& shape() const = 0;
    [[nodiscard]] virtual const PortAir& at() const = 0;
    /// Where it is from ("the instant field"), and in sentences what it cannot do.
    [[nodiscard]] virtual Phrase name() const = 0;
    [[nodiscard]] virtual Phrase limits() const = 0;
    /// The field whose readings and wall speeds these are: itself; of a difference the one that is set against another.
    [[nodiscard]] virtual const AirField& own() const { return *this; }
    /// False for a first answer, which a better one follows.
    [[nodiscard]] virtual bool isFinal() const = 0;

    /// m/s, in the direction in which the air goes.
    [[nodiscard]] virtual std::optional<geometry::Vector3> velocityAt(const geometry::Point3& place) const = 0;
    /// Static pressure against the total pressure of the air that comes in: under 0.
    [[nodiscard]] virtual std::optional<PressureDifference> pressureAt(const geometry::Point3& place) const = 0;
    /// Root mean square of the speed about its mean.
    [[nodiscard]] virtual std::optional<Speed> fluctuationAt(const geometry::Point3& place) const = 0;

    /// At the pitot's distance from the wall.
    [[nodiscard]] virtual std::optional<Speed> wallSpeedAt(Length s, double round) const = 0;
    /// On the wall along the air's way; under 0 the air runs back.
    [[nodiscard]] virtual std::optional<PressureDifference> wallShearAt(Length s, double round) const = 0;
    /// The boundary layer of the potential flow at this flow.
    [[nodiscard]] virtual const geometry::PerSector<WallAir>& walls() const = 0;
    /// How badly the air lets go of the short side, by the potential flow of the shape; nothing where that is not
    /// there.
    [[nodiscard]] virtual std::optional<ShortSideSeverity> severity() const = 0;
    /// Where the air lets go of a wall by this field itself.
    [[nodiscard]] virtual std::optional<Length> letsGoOf(geometry::Sector wall) const = 0;
    /// Where the field is no longer to be trusted behind, because the air has let go; nothing where it always is.
    [[nodiscard]] virtual std::optional<LetsGo> trustedTo() const = 0;
    /// Whether its speeds along one wall are to be trusted at `s`.
    [[nodiscard]] virtual bool isTrustedOn(geometry::Sector wall, Length s) const = 0;

    [[nodiscard]] virtual const FastestPlace& fastest() const = 0;
    [[nodiscard]] virtual SpeedRange range() const = 0;
    [[nodiscard]] virtual Area openAreaAt(Length s) const = 0;
    [[nodiscard]] virtual std::vector<geometry::Point> wallAt(Length s) const = 0;
    [[nodiscard]] virtual AirSection sectionAt(Length s) const = 0;
    [[nodiscard]] virtual AirLongSection longSection() const = 0;
    /// Ways of the air through the upright middle of the window.
    [[nodiscard]] virtual const std::vector<std::vector<geometry::Point3>>& ways() const = 0;

    [[nodiscard]] bool isTrustedAt(Length s) const;
    [[nodiscard]] geometry::Frame frameAt(Length s) const { return geometry::frameAt(shape().sections, s); }
    [[nodiscard]] Length start() const { return shape().sections.front().s; }
    [[nodiscard]] Length end() const { return shape().sections.back().s; }
};
using Air = std::shared_ptr<const AirField>;

/// The potential flow of a solved port at a flow. Walls and fastest place are worked out when they are first asked for,
/// once, on whatever thread.
Air instantAir(std::shared_ptr<const VirtualPort> port, const PortAir& at);
/// What a viscous run found, scaled to a flow: speeds with it, pressures and shear with its square. Exact at the run's
/// own flow, near it nearly. `instant` is the potential flow of the same shape: the boundary layer's verdicts are its,
/// so that both can be compared; null where nobody asks for them. `run` names the run for people.
Air viscousAir(std::shared_ptr<const ViscousAir> viscous, const PortAir& at, Air instant, const Phrase& run);
/// A field drawn as what its speeds exceed those of another field of its shape by, at the same flow: its sheets and its
/// range are differences, and all else is its own.
Air differenceAir(Air field, Air over);

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
    bool doubtful = false;                       ///< the air has let go before here
    std::optional<Speed> fluctuation;            ///< root mean square about the mean, where turbulence is known
    std::optional<PressureDifference> pressure;  ///< static, against the total pressure of the air that comes in
};
/// Nothing where the tip is not in the air.
std::optional<TipReading> readTip(const AirField& air, const TipPlace& tip);

/// The tip at the nearest place that is in the measured runner and, if it is nearer to the wall, at the pitot's
/// distance from it.
TipPlace keptInside(const AirField& air, TipPlace tip);

/// Probe sets of nine fields at every station, to judge a port by. Where the air runs back a pitot that faces the
/// runner reads nothing, and so does this: 0.
std::vector<std::vector<probing::PointReading>> virtualSets(const AirField& air);

/// Those with the field's name.
analysis::ComputedSpeeds computedSpeeds(const AirField& air);

/// A probe set taken in the field at the points of a grid, its speeds scaled to `flow`; nothing where a point is not in
/// the air.
std::vector<probing::PointReading> virtualReadings(const AirField& air, VolumeFlow flow, Length s,
                                                   const geometry::Section& section,
                                                   std::span<const probing::GridPoint> points);

}  // namespace euryth::port_field
