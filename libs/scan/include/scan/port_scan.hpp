// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <filesystem>
#include <span>
#include <stop_token>
#include <string_view>
#include <vector>

#include <tl/expected.hpp>

#include "geometry/area_curve.hpp"
#include "geometry/placing.hpp"
#include "words/phrase.hpp"

/// A scanned port: a surface of triangles, cut into sections along its middle. No Qt.
namespace euryth::scan {

struct Mesh {
    std::vector<geometry::Point3> points;  ///< metres
    std::vector<std::array<std::uint32_t, 3>> faces;
};

/// The most triangles that are read; a scan of a port has some hundred thousand.
inline constexpr std::size_t kMostFaces = 4'000'000;

/// Reads STL, text or binary (CGAL), with points that are the same made one. `unit` is what a number in it stands for,
/// as STL has no units. Errors say what is wrong.
tl::expected<Mesh, Phrase> readStl(std::string_view bytes, Length unit);
/// A file of them; larger than 500 MB is refused.
tl::expected<Mesh, Phrase> loadStl(const std::filesystem::path& path, Length unit);

/// One section through the scan, in the frame of the head.
struct Slice : geometry::PlacedOutline {
    Area area;
};

/// The port found in a scan.
struct PortScan {
    std::vector<Slice> slices;  ///< close to each other, from the window to the valve
    Mesh mesh;                  ///< in the frame of the head
    [[nodiscard]] geometry::AreaCurve areas() const;
};

/// Follows the passage from one of its ends to the other, and cuts it square to its middle about every thirtieth of its
/// width.
///
/// - The scan is of the air in the port: closed with flat ends, or open at both. Ends are the largest holes, or of
///   the largest flat faces the pair between which a passage runs.
/// - The window is the end that is farther from where the way has turned by half; `otherWay` takes the other one.
/// - A plane through the middle, square to the way from the slices before; then twice anew, square to the smoothed way.
///   Sections by CGAL's Polygon_mesh_slicer.
/// - Errors: no two ends; the passage is lost on the way (with the distance).
tl::expected<PortScan, Phrase> slicePort(const Mesh& mesh, bool otherWay, const std::stop_token& stop = {});

/// By how much the area curve through stations at these slices (at least two, rising) is off at most: a share.
double missOf(const PortScan& scan, std::span<const std::size_t> chosen);

/// The slices at which stations tell the area along the runner to within `miss` (a share): both ends, then always the
/// one at which the curve through the chosen ones is farthest off, until none is or there are `most`.
std::vector<std::size_t> proposeStations(const PortScan& scan, double miss = 0.01, std::size_t most = 16);

}  // namespace euryth::scan
