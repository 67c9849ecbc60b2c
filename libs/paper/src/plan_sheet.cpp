// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "layout.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

using units::format;
using units::Kind;

struct Column {
    double x;  ///< right end
    std::string head;
};

std::string number(Kind kind, std::optional<double> si, const units::DisplayUnits& units)
{
    return si ? units::formatNumber(kind, *si, units) : std::string(units::kUnknownText);
}

/// The deepest growth of a section, with its sector.
std::string deepest(const planning::PlannedSection& planned, const units::DisplayUnits& units)
{
    const auto most = std::ranges::max_element(planned.growth);
    const auto sector = geometry::sectorAt(static_cast<std::size_t>(most - planned.growth.begin()));
    constexpr Length seen = lengthFromMm(0.005);
    if (*most < seen)
        return "none";
    return units::formatNumber(Kind::Length, most->si(), units) + " " + std::string(geometry::name(sector));
}

std::string corners(const planning::PlannedSection& planned, const units::DisplayUnits& units)
{
    const auto* shape = std::get_if<geometry::RoundedRectangle>(&planned.section);
    if (!shape)
        return "traced";
    const auto& c = shape->corners;
    const auto [least, most] = std::minmax({c.roofLeft, c.roofRight, c.floorRight, c.floorLeft});
    const std::string low = units::formatNumber(Kind::Position, least.si(), units);
    const std::string high = units::formatNumber(Kind::Position, most.si(), units);
    return low == high ? low : low + " to " + high;
}

double writeHead(Sheet& sheet, const std::vector<Column>& columns, double y)
{
    for (const Column& c : columns)
        sheet.write({c.x, y}, c.head, 3.2, true, Align::Right);
    sheet.line({kMargin, y + 2}, {Sheet::kWidth - kMargin, y + 2});
    return y + 8;
}

std::vector<Column> columnsOf(const units::DisplayUnits& units)
{
    const std::string area = ", " + units::symbol(Kind::Area, units);
    const std::string length = ", " + units::symbol(Kind::Length, units);
    return {{22, "no."},
            {40, "s" + length},
            {64, "now" + area},
            {86, "plan" + area},
            {128, "plan, width x height"},
            {152, "corners"},
            {196, "deepest growth" + length}};
}

void writeStation(Sheet& sheet, const BenchPaper& paper, std::size_t i, const std::vector<Column>& columns, double y)
{
    const auto& units = paper.units;
    const job::Station& station = paper.port.stations[i];
    const auto& analysis = paper.analysis;
    const auto* planned = i < analysis.planned.size() && analysis.planned[i] ? &*analysis.planned[i] : nullptr;
    const auto put = [&](std::size_t column, const std::string& text) {
        sheet.write({columns[column].x, y}, text, 3.2, false, Align::Right);
    };
    put(0, std::to_string(i + 1));
    put(1, units::formatNumber(Kind::Position, station.s.si(), units));
    put(2, units::formatNumber(Kind::Area, job::netArea(station).si(), units));
    put(3, number(Kind::Area, analysis.plan[i] ? std::optional(analysis.plan[i]->si()) : std::nullopt, units));
    if (!planned)
        return;
    const geometry::Box box = geometry::boxOf(planned->section);
    put(4, units::formatNumber(Kind::Length, box.width.si(), units) + " x " +
               units::formatNumber(Kind::Length, box.height.si(), units) + (planned->met ? "" : " (walls!)"));
    put(5, corners(*planned, units));
    put(6, deepest(*planned, units));
}

double writeFacts(Sheet& sheet, const BenchPaper& paper, double y)
{
    const auto& a = paper.analysis;
    const auto& u = paper.units;
    std::string line;
    if (a.wantedArea)
        line += "The engine asks for " + format(*a.wantedArea, u) + " at " + format(a.demand->rpm, u) +
                " (no wave action in this sum). ";
    if (a.areas)
        line += "Smallest as it is: " + format(a.areas->smallest().area, u) + ", volume of the sections " +
                format(a.areas->volume(), u) + ". ";
    const auto missed = std::ranges::count_if(a.planned, [](const auto& p) { return p && !p->met; });
    if (missed > 0)
        line += "At " + std::to_string(missed) +
                " stations the walls do not give the plan; the nearest that works is told.";
    return writeLines(sheet, {kMargin, y}, line, 100) + 3;
}

}  // namespace

std::vector<Sheet> planSheets(const BenchPaper& paper)
{
    const auto columns = columnsOf(paper.units);
    std::vector<Sheet> sheets;
    Sheet sheet = newSheet(paper, "Plan");
    double y = writeHead(sheet, columns, writeFacts(sheet, paper, kTop + 2) + 2);
    constexpr double step = 5.6;
    constexpr double cautions = 22.0;
    for (std::size_t i = 0; i < paper.port.stations.size(); ++i) {
        if (y > kBottom - cautions) {
            sheets.push_back(std::move(sheet));
            sheet = newSheet(paper, "Plan, continued");
            y = writeHead(sheet, columns, kTop + 4);
        }
        writeStation(sheet, paper, i, columns, y);
        y += step;
    }
    // Where the danger is: beside the numbers that will be cut to.
    writeLines(sheet, {kMargin, y + 5},
               "Before metal is taken: face shield over glasses, respirator, ears. Both hands on the tool, the head "
               "clamped. Measure walls again while cutting; a wall that was not measured is not cut. Have the head "
               "pressure-tested afterwards. Local rules on emissions, noise and waste decide.",
               105, 3.2);
    sheets.push_back(std::move(sheet));
    return sheets;
}

}  // namespace euryth::paper
