// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/station_import.hpp"

#include <algorithm>
#include <array>
#include <optional>

#include "job/check.hpp"
#include "row_reader.hpp"

namespace euryth::imports {

namespace {

using geometry::kSectors;
using units::Kind;

constexpr std::size_t kFirstWall = static_cast<std::size_t>(StationColumn::WallRoof);

bool beginsLikeANumber(const std::string& text)
{
    constexpr std::string_view starts = "0123456789+-.,";
    return !text.empty() && starts.find(text.front()) != std::string_view::npos;
}

/// Index of the wall or corner that a heading speaks of.
std::optional<std::size_t> sectorIn(const std::string& heading)
{
    std::optional<std::size_t> best;
    std::size_t longest = 0;
    for (const geometry::Sector s : kSectors) {
        std::string word(key(s));
        std::string spaced = word;
        std::ranges::replace(spaced, '-', ' ');
        std::string joined = word;
        std::ranges::replace(joined, '-', '_');
        for (const std::string& form : {word, spaced, joined}) {
            if (contains(heading, form) && form.size() > longest) {
                best = geometry::index(s);
                longest = form.size();
            }
        }
    }
    return best;
}

StationColumn columnOf(const std::string& heading)
{
    using C = StationColumn;
    if (contains(heading, "wall")) {
        const auto sector = sectorIn(heading);
        return sector ? static_cast<C>(kFirstWall + *sector) : C::Ignore;
    }
    if (contains(heading, "rad") || isLetter(heading, 'r') || contains(heading, "corner")) {
        switch (sectorIn(heading).value_or(99)) {
        case 7: return C::RadiusRoofLeft;
        case 1: return C::RadiusRoofRight;
        case 3: return C::RadiusFloorRight;
        case 5: return C::RadiusFloorLeft;
        default: return C::RadiusAll;
        }
    }
    if (contains(heading, "area"))
        return C::Area;
    if (contains(heading, "width") || isLetter(heading, 'w'))
        return C::Width;
    if (contains(heading, "height") || isLetter(heading, 'h'))
        return C::Height;
    if (isLetter(heading, 's') || contains(heading, "window") || contains(heading, "dist") ||
        contains(heading, "station"))
        return C::FromWindow;
    return C::Ignore;
}

using StationRow = RowReader<StationColumn>;

void readShape(StationRow& reader, job::MeasuredSection& section, const units::DisplayUnits& units)
{
    using C = StationColumn;
    namespace f = job::field;
    const auto length = [&](C column, const job::Field& field) {
        return reader.number(column, Kind::Length, field, units);
    };
    const auto width = length(C::Width, f::width);
    const auto height = length(C::Height, f::height);
    if (!width && !height && !reader.failed()) {
        if (const auto area = reader.number(C::Area, Kind::Area, f::sectionArea, units)) {
            section.kind = job::SectionKind::AreaOnly;
            section.area = Area::fromSi(*area);
            return;
        }
    }
    if (!width && !reader.failed())
        reader.missing(C::Width);
    if (!height && !reader.failed())
        reader.missing(C::Height);
    if (reader.failed())
        return;
    section.shape.width = Length::fromSi(*width);
    section.shape.height = Length::fromSi(*height);
    const double all = length(C::RadiusAll, f::radiusRoofLeft).value_or(0.0);
    auto& r = section.shape.corners;
    r.roofLeft = Length::fromSi(length(C::RadiusRoofLeft, f::radiusRoofLeft).value_or(all));
    r.roofRight = Length::fromSi(length(C::RadiusRoofRight, f::radiusRoofRight).value_or(all));
    r.floorRight = Length::fromSi(length(C::RadiusFloorRight, f::radiusFloorRight).value_or(all));
    r.floorLeft = Length::fromSi(length(C::RadiusFloorLeft, f::radiusFloorLeft).value_or(all));
    const auto corners = job::checkCorners(section.shape);
    if (!corners.empty() && !reader.failed()) {
        const auto column = reader.find(C::RadiusAll);
        reader.fail(column ? *column : reader.find(C::RadiusRoofLeft).value_or(0),
                    say("import.radius", {{"problem", corners.front().text}}));
    }
}

}  // namespace

Phrase CellTrouble::phrase() const
{
    return say("import.cell", {{"row", count(row + 1)}, {"column", columnName(column)}, {"problem", text}});
}

Phrase nameOf(StationColumn column)
{
    constexpr std::array<std::string_view, kFirstWall> ids{"column.ignore",
                                                           "column.distance",
                                                           "size.width",
                                                           "size.height",
                                                           "column.radius",
                                                           "column.radius-roof-left",
                                                           "column.radius-roof-right",
                                                           "column.radius-floor-right",
                                                           "column.radius-floor-left",
                                                           "column.area"};
    const auto i = static_cast<std::size_t>(column);
    return i < kFirstWall ? say(ids[i])
                          : say("size.wall", {{"sector", geometry::nameOf(geometry::sectorAt(i - kFirstWall))}});
}

bool hasHeadings(const std::vector<Row>& rows)
{
    if (rows.empty())
        return false;
    // A heading may hold a digit ("area mm2"); a row of measurements has numbers in most cells.
    const auto numbers = std::ranges::count_if(rows.front(), beginsLikeANumber);
    return numbers * 2 < std::ssize(rows.front());
}

std::vector<StationColumn> guessColumns(const std::vector<Row>& rows)
{
    using C = StationColumn;
    std::vector<C> columns = columnsByHeading<C>(rows, columnOf);
    if (!hasHeadings(rows)) {
        constexpr std::array usual{C::FromWindow, C::Width, C::Height, C::RadiusAll};
        std::copy_n(usual.begin(), std::min(columns.size(), usual.size()), columns.begin());
    }
    return columns;
}

StationImport readStations(const std::vector<Row>& rows, std::span<const StationColumn> columns,
                           const units::DisplayUnits& units)
{
    namespace f = job::field;
    StationImport result;
    result.firstRow = hasHeadings(rows) ? 1 : 0;
    std::vector<std::pair<std::size_t, job::Station>> read;
    for (std::size_t i = result.firstRow; i < rows.size(); ++i) {
        StationRow reader(rows, i, columns, result.troubles);
        job::Station station;
        const auto s = reader.number(StationColumn::FromWindow, Kind::Position, f::stationS, units);
        if (!s && !reader.failed())
            reader.missing(StationColumn::FromWindow);
        station.s = Length::fromSi(s.value_or(0.0));
        readShape(reader, station.section, units);
        for (const geometry::Sector sector : kSectors) {
            const auto column = static_cast<StationColumn>(kFirstWall + geometry::index(sector));
            if (const auto wall = reader.number(column, Kind::Length, f::wall, units))
                station.wall.at[geometry::index(sector)] = Length::fromSi(*wall);
        }
        if (!reader.failed())
            read.emplace_back(i, std::move(station));
    }
    std::ranges::stable_sort(read, {}, [](const auto& entry) { return entry.second.s; });
    for (auto& [row, station] : read) {
        if (!result.stations.empty() && result.stations.back().s == station.s) {
            const auto column = std::ranges::find(columns, StationColumn::FromWindow) - columns.begin();
            result.troubles.push_back({row, static_cast<std::size_t>(column), say("import.same-distance")});
        } else {
            result.stations.push_back(std::move(station));
        }
    }
    return result;
}

}  // namespace euryth::imports
