// SPDX-License-Identifier: GPL-3.0-or-later
#include "scan/port_scan.hpp"

#include <algorithm>
#include <cmath>
#include <fstream>
#include <optional>
#include <sstream>

#include "ends.hpp"
#include "slicer.hpp"
#include "vectors.hpp"

namespace euryth::scan {

namespace {

using geometry::Point3;
using geometry::SpaceSection;

constexpr double kStepShare = 1.0 / 30.0;  // of the width
constexpr double kInside = 0.02;           // of the width: the first plane lies so far inside of an end
constexpr std::size_t kMostSteps = 1000;

/// A section found on the way.
struct Cut {
    std::vector<Point3> line;
    Vector middle;
    double area = 0.0;
};

std::optional<Cut> cutAt(const Slicer& slicer, const Vector& inside, const Vector& normal)
{
    auto line = slicer.around(point(inside), point(normal));
    if (!line)
        return std::nullopt;
    const geometry::SpaceArea area = geometry::areaOf(*line);
    return Cut{std::move(*line), vec(area.middle), vec(area.doubled).norm() / 2.0};
}

/// Where the way heads at its next cut: on from the directions of the last two stretches, as they turn.
Vector nextHeading(const std::vector<Cut>& way, const Vector& first)
{
    constexpr std::size_t stretch = 3;
    const std::size_t n = way.size();
    if (n <= 2 * stretch)
        return n <= stretch ? first : Vector((first + (way[n - 1].middle - way[0].middle).normalized()).normalized());
    const Vector last = (way[n - 1].middle - way[n - 1 - stretch].middle).normalized();
    const Vector before = (way[n - 1 - stretch].middle - way[n - 1 - 2 * stretch].middle).normalized();
    constexpr double ahead = 2.5 / stretch;  // from the middle of the last stretch to the next cut
    return (last + ahead * (last - before)).normalized();
}

/// The way from one end on, until the passage ends. Each plane is square to the way as it turns.
std::vector<Cut> march(const Slicer& slicer, const End& from, const std::stop_token& stop)
{
    const double width = std::sqrt(from.area);
    const double step = width * kStepShare;
    std::vector<Cut> way;
    Vector heading = vec(from.inward);
    Vector at = vec(from.middle) + heading * (width * kInside);
    while (way.size() < kMostSteps && !stop.stop_requested()) {
        auto cut = cutAt(slicer, at, heading);
        constexpr double jump = 1.6;  // of the area, from one slice to the next: another room
        const double before = way.empty() ? from.area : way.back().area;
        if (!cut || cut->area > jump * before || cut->area * jump < before)
            break;
        const double moved = way.empty() ? step : (cut->middle - way.back().middle).norm();
        constexpr double far = 3.0;  // steps: the middle of something else
        if (moved > far * step || (!way.empty() && moved < step / far))
            break;
        way.push_back(std::move(*cut));
        heading = nextHeading(way, vec(from.inward));
        at = way.back().middle + heading * step;
    }
    return way;
}

double lengthOf(const std::vector<Cut>& way)
{
    double length = 0.0;
    for (std::size_t i = 1; i < way.size(); ++i)
        length += (way[i].middle - way[i - 1].middle).norm();
    return length;
}

/// How good a passage is: how many widths it is long.
double slenderness(const std::vector<Cut>& way)
{
    return way.size() < 4 ? 0.0 : lengthOf(way) / std::sqrt(way.front().area);
}

/// Without cuts that lie nearer to the one before than half a step: between them the way has no direction. Both ends
/// stay.
std::vector<Cut> apart(std::vector<Cut> way)
{
    std::vector<Cut> kept;
    for (Cut& cut : way) {
        const double least = 0.5 * kStepShare * std::sqrt(cut.area);
        const bool isLast = &cut == &way.back();
        while (isLast && kept.size() > 1 && (cut.middle - kept.back().middle).norm() < least)
            kept.pop_back();
        if (isLast || kept.empty() || (cut.middle - kept.back().middle).norm() >= least)
            kept.push_back(std::move(cut));
    }
    return kept;
}

/// Directions of the way at its cuts, over two cuts to either side; at its ends those of the ends.
std::vector<Vector> headings(const std::vector<Vector>& line, const Vector& first, const Vector& last)
{
    std::vector<Vector> all(line.size());
    for (std::size_t i = 0; i < line.size(); ++i) {
        const std::size_t from = i < 2 ? 0 : i - 2;
        const std::size_t to = std::min(line.size() - 1, i + 2);
        all[i] = i == 0 ? first : i + 1 == line.size() ? last : Vector((line[to] - line[from]).normalized());
    }
    return all;
}

std::vector<Vector> smoothed(const std::vector<Cut>& way)
{
    std::vector<Vector> line;
    for (std::size_t i = 0; i < way.size(); ++i) {
        const std::size_t reach = std::min({i, way.size() - 1 - i, std::size_t{3}});
        Vector sum = Vector::Zero();
        for (std::size_t k = i - reach; k <= i + reach; ++k)
            sum += way[k].middle;
        line.push_back(sum / static_cast<double>(2 * reach + 1));
    }
    return line;
}

/// The same way cut anew, square to its smoothed middle; its ends stay as they are.
std::vector<Cut> cutAnew(const Slicer& slicer, const std::vector<Cut>& way, const Vector& first, const Vector& last)
{
    const std::vector<Vector> line = smoothed(way);
    const std::vector<Vector> normals = headings(line, first, last);
    std::vector<Cut> anew;
    for (std::size_t i = 0; i < way.size(); ++i) {
        auto cut = cutAt(slicer, line[i], normals[i]);
        constexpr double jump = 1.2;
        const bool sound = cut && cut->area < jump * way[i].area && cut->area * jump > way[i].area;
        anew.push_back(sound ? std::move(*cut) : way[i]);
    }
    return anew;
}

struct Passage {
    std::vector<Cut> way;
    Vector first;  ///< normals of its ends, along the way
    Vector last;
};

/// The longest passage, for its width, that begins at one of the ends.
std::optional<Passage> passageIn(const Mesh& mesh, const Slicer& slicer, const std::stop_token& stop)
{
    const std::vector<End> ends = endsOf(mesh);
    std::optional<Passage> best;
    for (const End& end : ends) {
        std::vector<Cut> way = march(slicer, end, stop);
        constexpr double least = 1.0;
        if (slenderness(way) < std::max(least, best ? slenderness(best->way) * 1.02 : 0.0))
            continue;
        const Vector heading = (way.back().middle - way[way.size() - 3].middle).normalized();
        best = Passage{std::move(way), vec(end.inward), heading};
    }
    if (!best)
        return std::nullopt;
    // The other end's own direction is known better than that of the last few slices.
    const Vector end = best->way.back().middle;
    const double width = std::sqrt(best->way.back().area);
    for (const End& other : ends) {
        const Vector out = -vec(other.inward);
        if ((vec(other.middle) - end).norm() < width / 4.0 && out.dot(best->last) > 0.8) {
            best->last = out;
            auto cut = cutAt(slicer, vec(other.middle) - out * (width * kInside), out);
            if (!cut)
                break;
            // Slanted planes may have passed it already on one side.
            while (best->way.size() > 4 && (cut->middle - best->way.back().middle).dot(out) <= 0.0)
                best->way.pop_back();
            best->way.push_back(std::move(*cut));
            break;
        }
    }
    return best;
}

void turnRound(Passage& passage)
{
    std::ranges::reverse(passage.way);
    const Vector first = passage.first;
    passage.first = -passage.last;
    passage.last = -first;
}

/// Whether the way has turned by half before half of its length: then the valve is at its begin.
bool turnsEarly(const Passage& passage)
{
    const double whole = std::acos(std::clamp(passage.first.dot(passage.last), -1.0, 1.0));
    const double length = lengthOf(passage.way);
    double s = 0.0;
    for (std::size_t i = 1; i + 1 < passage.way.size(); ++i) {
        const Vector along = (passage.way[i + 1].middle - passage.way[i - 1].middle).normalized();
        s += (passage.way[i].middle - passage.way[i - 1].middle).norm();
        if (std::acos(std::clamp(passage.first.dot(along), -1.0, 1.0)) > whole / 2.0)
            return s < length / 2.0;
    }
    return false;
}

std::vector<SpaceSection> sectionsOf(const Passage& passage)
{
    std::vector<SpaceSection> sections;
    const std::vector<Vector> normals = headings(smoothed(passage.way), passage.first, passage.last);
    for (std::size_t i = 0; i < passage.way.size(); ++i)
        sections.push_back({passage.way[i].line, point(normals[i])});
    return sections;
}

Mesh inHead(const Mesh& mesh, const std::vector<SpaceSection>& sections)
{
    const auto frame = geometry::portFrame(geometry::areaOf(sections.front().points).middle, *sections.front().normal,
                                           *sections.back().normal);
    Mesh turned = mesh;
    for (Point3& p : turned.points)
        p = frame.toHead(p);
    return turned;
}

}  // namespace

tl::expected<Mesh, Phrase> readStl(std::string_view bytes, Length unit)
{
    constexpr std::size_t perFace = 50;  // bytes of a triangle of a binary file; a text takes more
    if (bytes.size() / perFace > kMostFaces * 4)
        return tl::unexpected(say("scan.huge", {{"most", count(kMostFaces)}}));
    auto mesh = soupOf(bytes);
    if (!mesh || mesh->faces.empty())
        return tl::unexpected(say("scan.no-stl"));
    if (mesh->faces.size() > kMostFaces)
        return tl::unexpected(say("scan.huge", {{"most", count(kMostFaces)}}));
    for (Point3& p : mesh->points) {
        p = {p.x * unit.si(), p.y * unit.si(), p.z * unit.si()};
        constexpr double largest = 10.0;  // m
        if (!(std::abs(p.x) < largest && std::abs(p.y) < largest && std::abs(p.z) < largest))
            return tl::unexpected(say("scan.far"));
    }
    return std::move(*mesh);
}

tl::expected<Mesh, Phrase> loadStl(const std::filesystem::path& path, Length unit)
{
    std::error_code code;
    constexpr std::uintmax_t largest = 500u << 20;
    const auto size = std::filesystem::file_size(path, code);
    if (code || !std::filesystem::is_regular_file(path, code))
        return tl::unexpected(say("import.no-file", {{"file", path.string()}}));
    if (size > largest)
        return tl::unexpected(say("scan.huge", {{"most", count(kMostFaces)}}));
    std::ifstream in(path, std::ios::binary);
    std::ostringstream content;
    content << in.rdbuf();
    if (!in)
        return tl::unexpected(say("import.unread", {{"file", path.string()}}));
    return readStl(std::move(content).str(), unit);
}

geometry::AreaCurve PortScan::areas() const
{
    std::vector<geometry::AreaAt> knots;
    for (const Slice& slice : slices)
        knots.push_back({slice.s, slice.area});
    return geometry::AreaCurve(std::move(knots));
}

tl::expected<PortScan, Phrase> slicePort(const Mesh& mesh, bool otherWay, const std::stop_token& stop)
{
    const Slicer slicer(mesh);
    auto passage = passageIn(mesh, slicer, stop);
    if (!passage || passage->way.size() < 4)
        return tl::unexpected(say("scan.no-passage"));
    if (turnsEarly(*passage) != otherWay)
        turnRound(*passage);
    passage->way = apart(std::move(passage->way));
    for (int again = 0; again < 2 && !stop.stop_requested(); ++again)
        passage->way = apart(cutAnew(slicer, passage->way, passage->first, passage->last));
    const auto sections = sectionsOf(*passage);
    PortScan scan;
    try {
        for (auto& placed : geometry::placeSections(sections)) {
            const Area area = geometry::area(placed.outline);
            scan.slices.push_back({std::move(placed), area});
        }
    } catch (const std::invalid_argument&) {
        return tl::unexpected(say("scan.no-passage"));
    }
    scan.mesh = inHead(mesh, sections);
    return scan;
}

namespace {

/// Where the curve through the chosen slices is farthest off, and by which share.
struct Worst {
    std::size_t slice = 0;
    double off = 0.0;
};
Worst worstOf(const PortScan& scan, std::span<const std::size_t> chosen)
{
    std::vector<geometry::AreaAt> knots;
    for (const std::size_t i : chosen)
        knots.push_back({scan.slices[i].s, scan.slices[i].area});
    const geometry::AreaCurve curve(std::move(knots));
    Worst worst;
    for (std::size_t i = 0; i < scan.slices.size(); ++i) {
        const Slice& slice = scan.slices[i];
        const double off = std::abs(curve.at(slice.s).si() / slice.area.si() - 1.0);
        if (off > worst.off)
            worst = {i, off};
    }
    return worst;
}

}  // namespace

double missOf(const PortScan& scan, std::span<const std::size_t> chosen) { return worstOf(scan, chosen).off; }

std::vector<std::size_t> proposeStations(const PortScan& scan, double miss, std::size_t most)
{
    std::vector<std::size_t> chosen{0, scan.slices.size() - 1};
    while (chosen.size() < most) {
        const Worst worst = worstOf(scan, chosen);
        if (worst.off <= miss || std::ranges::find(chosen, worst.slice) != chosen.end())
            break;
        chosen.insert(std::ranges::upper_bound(chosen, worst.slice), worst.slice);
    }
    return chosen;
}

}  // namespace euryth::scan
