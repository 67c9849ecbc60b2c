// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/bench_sheets.hpp"

#include <sstream>

#include "geometry/wall_contour.hpp"
#include "job/field.hpp"
#include "job/plans.hpp"
#include "layout.hpp"
#include "units/format.hpp"
#include "units/printable.hpp"

namespace euryth::paper {

namespace {

constexpr std::size_t kOutlineSpots = 240;

void addCheckLength(Sheet& sheet, const units::DisplayUnits& units)
{
    constexpr double y = 266.0;  // with its text on letter paper too, which is 279 mm high
    constexpr double tick = 2.5;
    sheet.line({kMargin, y}, {kMargin + kCheckLength, y}, Ink::Check);
    for (const double x : {kMargin, kMargin + kCheckLength})
        sheet.line({x, y - tick}, {x, y + tick}, Ink::Check);
    sheet.write({kMargin, y + 6.5}, units::render(say("paper.check-length"), units), 3.2);
    // What can hurt stands on every sheet, wherever it ends up.
    writeLines(sheet, {kMargin + kCheckLength + 6.0, y - 1.0}, units::render(say("paper.what-can-hurt"), units), 106,
               2.6);
}

}  // namespace

Sheet newSheet(const BenchPaper& paper, std::string_view title)
{
    Sheet sheet;
    sheet.title = paper.words(say(title));
    sheet.write({kMargin, 18}, sheet.title, 6.0, true);
    sheet.write({kMargin, 25},
                paper.words(say("paper.head", {{"port", paper.port.id},
                                               {"titled", paper.job.title.empty() ? "no" : "yes"},
                                               {"job", paper.job.title},
                                               {"plan", job::currentPlan(paper.port).name},
                                               {"house", paper.job.house.name}})),
                3.5);
    sheet.line({kMargin, 28}, {Sheet::kWidth - kMargin, 28});
    addCheckLength(sheet, paper.units);
    return sheet;
}

double writeLines(Sheet& sheet, Spot at, const std::string& text, std::size_t letters, double height)
{
    std::istringstream words(text);
    std::string word;
    std::string line;
    const double step = height * 1.45;
    const auto flush = [&] {
        if (line.empty())
            return;
        sheet.write(at, line, height);
        at.y += step;
        line.clear();
    };
    while (words >> word) {
        if (line.size() + word.size() + 1 > letters)
            flush();
        line += (line.empty() ? "" : " ") + word;
    }
    flush();
    return at.y;
}

Stroke outlineAt(const geometry::Section& section, Spot middle, geometry::Point shift, Ink ink)
{
    Stroke stroke;
    stroke.closed = true;
    stroke.ink = ink;
    constexpr double mm = 1000.0;
    for (const geometry::Point& p : geometry::WallContour(section).outline(kOutlineSpots))
        stroke.spots.push_back({middle.x - (p.left + shift.left) * mm, middle.y - (p.up + shift.up) * mm});
    return stroke;
}

std::vector<Sheet> benchSheets(const BenchPaper& paper, const Parts& parts)
{
    std::vector<Sheet> sheets;
    const auto add = [&](bool wanted, std::vector<Sheet> (*make)(const BenchPaper&)) {
        if (!wanted)
            return;
        for (Sheet& sheet : make(paper))
            sheets.push_back(std::move(sheet));
    };
    add(parts.plan, planSheets);
    add(parts.scribe, scribeCards);
    add(parts.window, windowSheets);
    add(parts.cuts, cutSheets);
    add(parts.templates, templateSheets);
    add(parts.flow, flowSheets);
    for (Sheet& sheet : sheets) {
        sheet.title = units::printable(sheet.title);
        for (Note& note : sheet.notes)
            note.text = units::printable(note.text);
    }
    return sheets;
}

namespace {

/// As the table's readers know it, in every language.
std::string placeKey(const analysis::PortAnalysis& analysis, const job::Port& port, std::size_t station)
{
    const auto place = analysis::placeAt(analysis, port, station);
    std::string text(place ? key(*place) : std::string_view());
    std::ranges::replace(text, '-', ' ');
    return text;
}

}  // namespace

std::vector<std::vector<std::string>> planTable(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    std::vector<std::vector<std::string>> rows{{"station", "s_mm", "name", "net_area_mm2", "plan_area_mm2",
                                                "reachable_area_mm2", "width_mm", "height_mm", "plan_width_mm",
                                                "plan_height_mm", "plan_roof_left_mm", "plan_roof_right_mm",
                                                "plan_floor_right_mm", "plan_floor_left_mm", "plan_met"}};
    const auto mm = [](std::optional<Length> q) {
        return q ? job::shortestText(std::round(inMm(*q) * 1e4) / 1e4) : "";
    };
    const auto mm2 = [](std::optional<Area> q) {
        return q ? job::shortestText(std::round(inMm2(*q) * 1e3) / 1e3) : "";
    };
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        const geometry::Box now = geometry::boxOf(analysis.sections[i]);
        const auto* planned = i < analysis.planned.size() && analysis.planned[i] ? &*analysis.planned[i] : nullptr;
        const auto* shape = planned ? std::get_if<geometry::RoundedRectangle>(&planned->section) : nullptr;
        std::optional<geometry::Box> then;
        if (planned)
            then = geometry::boxOf(planned->section);
        const auto corner = [&](Length geometry::CornerRadii::*c) {
            return mm(shape ? std::optional(shape->corners.*c) : std::nullopt);
        };
        std::optional<Area> reach;
        if (i < analysis.reachable.size())
            reach = analysis.reachable[i];
        rows.push_back({std::to_string(i + 1), mm(station.s), placeKey(analysis, port, i), mm2(job::netArea(station)),
                        mm2(analysis.plan[i]), mm2(reach), mm(now.width), mm(now.height),
                        mm(then ? std::optional(then->width) : std::nullopt),
                        mm(then ? std::optional(then->height) : std::nullopt), corner(&geometry::CornerRadii::roofLeft),
                        corner(&geometry::CornerRadii::roofRight), corner(&geometry::CornerRadii::floorRight),
                        corner(&geometry::CornerRadii::floorLeft), planned ? (planned->met ? "yes" : "no") : ""});
    }
    return rows;
}

}  // namespace euryth::paper
