// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "geometry/any_section.hpp"
#include "geometry/layout.hpp"
#include "geometry/long_section.hpp"
#include "geometry/sector.hpp"
#include "job/basics.hpp"

/// A station along the runner: its place, section, walls and what is wished there.
namespace euryth::job {

/// A pose whose parts may be unknown; only a complete one places the section.
struct MeasuredPose {
    std::optional<Length> x;
    std::optional<Length> y;
    std::optional<Length> z;
    std::optional<Angle> pitch;
    std::optional<Angle> yaw;
    UnknownKeys unknown;

    [[nodiscard]] std::optional<geometry::Pose> complete() const;
    friend bool operator==(const MeasuredPose&, const MeasuredPose&) = default;
};

/// The guide boss in a section: `width` at the roof and `tip` at its lower edge; an unknown tip is as wide as the roof.
struct Boss {
    std::optional<Length> width;
    std::optional<Length> height;
    std::optional<Length> tip;
    std::optional<Length> roomLeft;   ///< between boss (over the bowl: guide) and the left wall
    std::optional<Length> roomRight;  ///< the same on the right
    UnknownKeys unknown;

    /// The rooms' difference puts the boss off the middle, to the left where there is less room on the left.
    [[nodiscard]] Length shiftLeft() const;
    friend bool operator==(const Boss&, const Boss&) = default;
};

/// The valve's stem where it crosses a section.
struct StemInSection {
    std::optional<Length> width;
    std::optional<Length> length;
    UnknownKeys unknown;
    friend bool operator==(const StemInSection&, const StemInSection&) = default;
};

/// Of the guide boss what no section tells: where it begins and ends along the runner, how wide its ends are, and the
/// guide in it.
struct GuideBoss {
    std::optional<Length> start;  ///< along the centreline, like a station
    std::optional<Length> end;
    std::optional<Length> nose;   ///< width of both ends
    std::optional<Length> guide;  ///< outer diameter of the valve guide
    UnknownKeys unknown;
    friend bool operator==(const GuideBoss&, const GuideBoss&) = default;
};

/// Numbers from which the runner is laid out when its stations have no pose; the short side's radius and height belong
/// to it.
struct RunnerLayout {
    std::optional<Length> straight;
    std::optional<Angle> turn;
    std::optional<Length> bowlDepth;  ///< from the end of the turn to the valve, along the centreline
    UnknownKeys unknown;
    friend bool operator==(const RunnerLayout&, const RunnerLayout&) = default;
};

/// The opening that meets the window: in the manifold or header, or in the gasket.
struct Opening {
    std::optional<Length> width;
    std::optional<Length> height;
    std::optional<Length> radius;     ///< of its corners
    std::optional<Length> shiftLeft;  ///< of its middle against the window's
    std::optional<Length> shiftUp;
    UnknownKeys unknown;

    /// Where width and height are known; an unknown radius is a sharp corner, an unknown shift is none.
    [[nodiscard]] std::optional<geometry::RoundedRectangle> shape() const;
    friend bool operator==(const Opening&, const Opening&) = default;
};

struct Photo {
    std::string file;  ///< relative to the job file's folder
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const Photo&, const Photo&) = default;
};

struct Walls {
    geometry::PerSector<std::optional<Length>> at{};
    UnknownKeys unknown;
    friend bool operator==(const Walls&, const Walls&) = default;
};

/// What lies behind a wall.
enum class Neighbour { Water, BoltHole, PushrodTube, Port, Bore, Outside };

struct Behind {
    geometry::PerSector<std::optional<Neighbour>> at{};
    UnknownKeys unknown;
    friend bool operator==(const Behind&, const Behind&) = default;
};

/// How far the passage sits off its drawn place, and the wall that the drawing has all round it.
struct CoreShiftAt {
    std::optional<Length> left;
    std::optional<Length> up;
    std::optional<Length> drawnWall;
    UnknownKeys unknown;

    /// The wall of a sector as drawing and shift have it: drawn wall - (left, up) . (the sector's direction outward).
    /// Nothing where a number that it hangs on is not known.
    [[nodiscard]] std::optional<Length> wallAt(geometry::Sector sector) const;
    friend bool operator==(const CoreShiftAt&, const CoreShiftAt&) = default;
};

enum class SectionKind { RoundedRectangle, Outline, AreaOnly };

/// A sectioned head: what is left of the width and height on both sides of the saw's cut, and the kerf that is lost.
/// The section's width (height) is left + kerf + right (roof + kerf + floor).
struct Sectioned {
    std::optional<Length> left;
    std::optional<Length> right;
    std::optional<Length> kerfAcross;
    std::optional<Length> roof;
    std::optional<Length> floor;
    std::optional<Length> kerfUp;
    UnknownKeys unknown;

    /// The sums, where all three parts are known.
    [[nodiscard]] std::optional<Length> width() const;
    [[nodiscard]] std::optional<Length> height() const;
    friend bool operator==(const Sectioned&, const Sectioned&) = default;
};

/// A section as it was measured.
struct MeasuredSection {
    SectionKind kind = SectionKind::RoundedRectangle;
    geometry::RoundedRectangle shape;     ///< rounded rectangle: by calipers
    std::vector<geometry::Point> points;  ///< outline: traced
    Area area;                            ///< area only: from a mould's volume between two stations
    Sectioned sectioned;
    UnknownKeys unknown;
    UnknownKeys unknownInCorner;
    friend bool operator==(const MeasuredSection&, const MeasuredSection&) = default;
};

/// Gross area of a section.
Area area(const MeasuredSection& section);

/// Its shape; where only the area is known, a circle.
geometry::Section shapeOf(const MeasuredSection& section);

/// What a plan wishes at a station.
struct StationWish {
    std::optional<Area> area;
    std::optional<Length> width;   ///< the height then follows from the area
    std::optional<Length> height;  ///< the width then follows; with both, the corners do
    UnknownKeys unknown;
    [[nodiscard]] bool any() const { return area || width || height; }
    /// No wish any more; what is not understood stays.
    void clear() { *this = {{}, {}, {}, std::move(unknown)}; }
    friend bool operator==(const StationWish&, const StationWish&) = default;
};

/// Depths of cut that a hand has settled at a station: the plan takes just these there, 0 for nothing at all.
struct SettledCut {
    geometry::PerSector<std::optional<Length>> at{};
    UnknownKeys unknown;
    friend bool operator==(const SettledCut&, const SettledCut&) = default;
};

struct Station {
    Length s;  ///< along the centreline from the window
    MeasuredPose pose;
    MeasuredSection section;
    Boss boss;
    StemInSection stem;
    Walls wall;
    /// Sectors of which somebody said that no weld reaches a breakthrough there, whatever is behind.
    geometry::PerSector<bool> unrepairable{};
    Behind behind;
    CoreShiftAt coreShift;
    StationWish plan;  ///< of the current plan
    SettledCut cut;
    UnknownKeys unknown;
    friend bool operator==(const Station&, const Station&) = default;
};

/// Net area of a station: the section less guide boss (its mean width times its height) and stem, where known.
Area netArea(const Station& station);

/// True where a breakthrough could not be welded: behind the wall is the water, a pushrod's tube or the cylinder bore,
/// whose far side no torch reaches (common practice, no source), or somebody said so.
bool beyondRepair(const Station& station, geometry::Sector sector);

}  // namespace euryth::job
