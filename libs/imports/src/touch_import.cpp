// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/touch_import.hpp"

#include <array>
#include <cmath>
#include <stdexcept>

#include "geometry/placing.hpp"
#include "job/traced.hpp"
#include "row_reader.hpp"

namespace euryth::imports {

namespace {

using units::Kind;
using C = TouchColumn;
using TouchRow = RowReader<TouchColumn>;
using geometry::Point3;

TouchColumn touchColumnOf(const std::string& heading)
{
    if (isLetter(heading, 'x'))
        return C::X;
    if (isLetter(heading, 'y'))
        return C::Y;
    if (isLetter(heading, 'z'))
        return C::Z;
    if (contains(heading, "section") || contains(heading, "name"))
        return C::Section;
    if (contains(heading, "left"))
        return C::Left;
    if (contains(heading, "roof") || contains(heading, "up"))
        return C::Roof;
    if (isLetter(heading, 's') || contains(heading, "window") || contains(heading, "dist") ||
        contains(heading, "station"))
        return C::FromWindow;
    return C::Ignore;
}

/// The points of one section, with the row that it begins in.
struct Touched {
    std::size_t row = 0;
    std::string name;
    std::optional<double> s;
    std::vector<Point3> points;  ///< in the plane: left, up, 0
};

bool isEmpty(const Row& row)
{
    return std::ranges::all_of(row, [](const std::string& cell) { return cell.empty(); });
}

std::vector<Touched> sectionsIn(const std::vector<Row>& rows, std::span<const TouchColumn> columns,
                                const units::DisplayUnits& units, TouchImport& import)
{
    const bool inSpace = hasColumn(columns, C::Z);
    const std::array places = inSpace ? std::array{C::X, C::Y, C::Z} : std::array{C::Left, C::Roof, C::FromWindow};
    std::vector<Touched> sections;
    bool parted = true;
    for (std::size_t i = import.firstRow; i < rows.size(); ++i) {
        if (isEmpty(rows[i])) {
            parted = true;
            continue;
        }
        TouchRow row(rows, i, columns, import.troubles);
        std::array<double, 3> at{};
        for (std::size_t k = 0; k < places.size() && !row.failed(); ++k) {
            const bool along = places[k] == C::FromWindow;
            const auto number = row.number(places[k], along ? Kind::Position : Kind::Length,
                                           along ? job::field::stationS : job::field::poseX, units);
            if (!number && !row.failed())
                row.missing(places[k]);
            at[k] = number.value_or(0.0);
        }
        if (row.failed())
            continue;
        const auto s = inSpace ? std::nullopt : std::optional(at[2]);
        const std::string name = row.text(C::Section);
        if (parted || sections.back().name != name || sections.back().s != s)
            sections.push_back({i, name, s, {}});
        parted = false;
        sections.back().points.push_back({at[0], at[1], inSpace ? at[2] : 0.0});
    }
    return sections;
}

/// The points in the plane in which they are flattest, about their mean.
geometry::Outline flattened(const std::vector<Point3>& points)
{
    Point3 middle;
    const auto share = 1.0 / static_cast<double>(points.size());
    for (const Point3& p : points)
        middle = {middle.x + p.x * share, middle.y + p.y * share, middle.z + p.z * share};
    const Point3 n = geometry::flattestOf(points);
    const double flat = std::hypot(n.x, n.y);
    // Any direction in the plane will do, and the one square to it.
    const Point3 e = flat > 0.5 ? Point3{-n.y / flat, n.x / flat, 0.0}
                                : Point3{0.0, n.z / std::hypot(n.y, n.z), -n.y / std::hypot(n.y, n.z)};
    const Point3 f{n.y * e.z - n.z * e.y, n.z * e.x - n.x * e.z, n.x * e.y - n.y * e.x};
    geometry::Outline outline;
    for (const Point3& p : points) {
        const Point3 d{p.x - middle.x, p.y - middle.y, p.z - middle.z};
        outline.points.push_back({d.x * e.x + d.y * e.y + d.z * e.z, d.x * f.x + d.y * f.y + d.z * f.z});
    }
    return outline;
}

/// Puts points that do not go round the wall in order by their angle about their middle.
void putInOrder(std::vector<Point3>& points)
{
    if (points.size() > 3 && points.front() == points.back())
        points.pop_back();
    if (points.size() < 3)
        return;
    const geometry::Outline flat = flattened(points);
    if (!geometry::problemOf(flat))
        return;
    std::vector<std::pair<double, Point3>> turned;
    for (std::size_t i = 0; i < points.size(); ++i)
        turned.emplace_back(std::atan2(flat.points[i].up, flat.points[i].left), points[i]);
    std::ranges::stable_sort(turned, {}, &std::pair<double, Point3>::first);
    std::ranges::transform(turned, points.begin(), &std::pair<double, Point3>::second);
}

void addStation(TouchImport& import, const Touched& section, geometry::PlacedOutline placed, bool hasPlace, Length ball)
{
    if (const auto problem = geometry::problemOf(placed.outline)) {
        import.troubles.push_back({section.row, 0, *problem});
        return;
    }
    if (ball > Length{})
        placed.outline = geometry::grownBy(placed.outline, ball / 2.0);
    job::Station station = job::tracedStation(placed);
    if (!hasPlace)
        station.pose = {};
    import.stations.push_back(std::move(station));
}

void placeInSpace(TouchImport& import, const std::vector<Touched>& sections, Length ball)
{
    std::vector<geometry::SpaceSection> space;
    for (const Touched& section : sections)
        space.push_back({section.points, std::nullopt});
    try {
        auto placed = geometry::placeSections(space);
        for (std::size_t i = 0; i < placed.size(); ++i)
            addStation(import, sections[i], std::move(placed[i]), true, ball);
    } catch (const std::invalid_argument&) {
        import.troubles.push_back({sections.empty() ? 0 : sections.front().row, 0, say("import.touch-two")});
    }
}

void placeInPlanes(TouchImport& import, std::vector<Touched> sections, Length ball)
{
    std::ranges::stable_sort(sections, {}, &Touched::s);
    for (const Touched& section : sections) {
        geometry::PlacedOutline placed;
        placed.s = Length::fromSi(*section.s);
        if (!import.stations.empty() && import.stations.back().s == placed.s) {
            import.troubles.push_back({section.row, 0, say("import.same-distance")});
            continue;
        }
        for (const Point3& p : section.points)
            placed.outline.points.push_back({p.x, p.y});
        addStation(import, section, std::move(placed), false, ball);
    }
}

}  // namespace

Phrase nameOf(TouchColumn column)
{
    constexpr std::array<std::string_view, kTouchColumnCount> names{"ignore", "section", "x",    "y",
                                                                    "z",      "s",       "left", "roof"};
    return say("touch-column." + std::string(names[static_cast<std::size_t>(column)]));
}

std::vector<TouchColumn> guessTouchColumns(const std::vector<Row>& rows)
{
    auto columns = columnsByHeading<TouchColumn>(rows, touchColumnOf);
    if (hasHeadings(rows))
        return columns;
    constexpr std::array usual{C::Section, C::X, C::Y, C::Z};
    const std::size_t from = columns.size() > 3 ? 0 : 1;
    for (std::size_t i = 0; i < columns.size() && i + from < usual.size(); ++i)
        columns[i] = usual[i + from];
    return columns;
}

TouchImport readTouch(const std::vector<Row>& rows, std::span<const TouchColumn> columns,
                      const units::DisplayUnits& units, Length ball)
{
    TouchImport import;
    import.firstRow = hasHeadings(rows) ? 1 : 0;
    if (rows.size() > kMostRows) {
        import.troubles.push_back({kMostRows, 0, say("import.too-long", {{ "most", count(kMostRows) }})});
        return import;
    }
    auto sections = sectionsIn(rows, columns, units, import);
    for (Touched& section : sections)
        putInOrder(section.points);
    if (sections.empty() && import.troubles.empty())
        import.troubles.push_back({0, 0, say("import.no-rows")});
    if (sections.empty())
        return import;
    if (hasColumn(columns, C::Z))
        placeInSpace(import, sections, ball);
    else
        placeInPlanes(import, std::move(sections), ball);
    return import;
}

}  // namespace euryth::imports
