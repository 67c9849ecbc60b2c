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

struct Boss {
    std::optional<Length> width;
    std::optional<Length> height;
    UnknownKeys unknown;
    friend bool operator==(const Boss&, const Boss&) = default;
};

/// The valve's stem where it crosses a section.
struct StemInSection {
    std::optional<Length> width;
    std::optional<Length> length;
    UnknownKeys unknown;
    friend bool operator==(const StemInSection&, const StemInSection&) = default;
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

struct Station {
    Length s;  ///< along the centreline from the window
    MeasuredPose pose;
    MeasuredSection section;
    Boss boss;
    StemInSection stem;
    Walls wall;
    /// Sectors behind which a breakthrough cannot be welded (a pushrod tube, the water).
    geometry::PerSector<bool> unrepairable{};
    StationWish plan;  ///< of the current plan
    UnknownKeys unknown;
    friend bool operator==(const Station&, const Station&) = default;
};

/// Net area of a station: the section less guide boss and stem, where these are known.
Area netArea(const Station& station);

}  // namespace euryth::job
