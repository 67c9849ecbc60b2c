// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "layout.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

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
std::string deepest(const planning::PlannedSection& planned, const BenchPaper& paper)
{
    const auto most = std::ranges::max_element(planned.growth);
    const auto sector = geometry::sectorAt(static_cast<std::size_t>(most - planned.growth.begin()));
    constexpr Length seen = lengthFromMm(0.005);
    if (*most < seen)
        return paper.words(say("paper.none"));
    return units::formatNumber(Kind::Length, most->si(), paper.units) + " " + paper.words(nameOf(sector));
}

std::string corners(const planning::PlannedSection& planned, const BenchPaper& paper)
{
    const auto* shape = std::get_if<geometry::RoundedRectangle>(&planned.section);
    if (!shape)
        return paper.words(say("paper.traced"));
    const auto& c = shape->corners;
    const auto [least, most] = std::minmax({c.roofLeft, c.roofRight, c.floorRight, c.floorLeft});
    const std::string low = units::formatNumber(Kind::Position, least.si(), paper.units);
    const std::string high = units::formatNumber(Kind::Position, most.si(), paper.units);
    return low == high ? low : paper.words(say("range", {{"low", low}, {"high", high}}));
}

double writeHead(Sheet& sheet, const std::vector<Column>& columns, double y)
{
    for (const Column& c : columns)
        sheet.write({c.x, y}, c.head, 3.2, true, Align::Right);
    sheet.line({kMargin, y + 2}, {Sheet::kWidth - kMargin, y + 2});
    return y + 8;
}

std::vector<Column> columnsOf(const BenchPaper& paper)
{
    const auto head = [&](std::string_view id, std::optional<Kind> kind) {
        const std::string unit = kind ? units::symbol(*kind, paper.units) : std::string();
        return paper.words(say(id, {{"unit", unit}}));
    };
    return {{22, head("paper.column.number", {})},
            {40, head("paper.column.distance", Kind::Length)},
            {64, head("paper.column.now", Kind::Area)},
            {86, head("paper.column.plan", Kind::Area)},
            {128, head("paper.column.size", {})},
            {152, head("paper.column.corners", {})},
            {196, head("paper.column.growth", Kind::Length)}};
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
               units::formatNumber(Kind::Length, box.height.si(), units) +
               (planned->met ? "" : " " + paper.words(say("paper.walls"))));
    put(5, corners(*planned, paper));
    put(6, deepest(*planned, paper));
}

double writeFacts(Sheet& sheet, const BenchPaper& paper, double y)
{
    const auto& a = paper.analysis;
    Phrase facts;
    if (a.wantedArea)
        facts += say("paper.demand", {{"area", *a.wantedArea}, {"rpm", a.demand->rpm}});
    if (a.areas)
        facts += say("paper.as-it-is", {{"area", a.areas->smallest().area}, {"volume", a.areas->volume()}});
    const auto missed = std::ranges::count_if(a.planned, [](const auto& p) { return p && !p->met; });
    if (missed > 0)
        facts += say("paper.not-met", {{"stations", count(missed)}});
    return writeLines(sheet, {kMargin, y}, paper.words(facts), 100) + 3;
}

}  // namespace

std::vector<Sheet> planSheets(const BenchPaper& paper)
{
    const auto columns = columnsOf(paper);
    std::vector<Sheet> sheets;
    Sheet sheet = newSheet(paper, "paper.plan");
    double y = writeHead(sheet, columns, writeFacts(sheet, paper, kTop + 2) + 2);
    constexpr double step = 5.6;
    constexpr double cautions = 22.0;
    for (std::size_t i = 0; i < paper.port.stations.size(); ++i) {
        if (y > kBottom - cautions) {
            sheets.push_back(std::move(sheet));
            sheet = newSheet(paper, "paper.plan-continued");
            y = writeHead(sheet, columns, kTop + 4);
        }
        writeStation(sheet, paper, i, columns, y);
        y += step;
    }
    // Where the danger is: beside the numbers that will be cut to.
    writeLines(sheet, {kMargin, y + 5}, paper.words(say("paper.before-cutting")), 105, 3.2);
    sheets.push_back(std::move(sheet));
    return sheets;
}

}  // namespace euryth::paper
