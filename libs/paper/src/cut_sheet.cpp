// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "cut_work/how.hpp"
#include "cut_work/progress.hpp"
#include "geometry/wall_contour.hpp"
#include "layout.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;
using units::Kind;

constexpr double kMm = 1000.0;

std::string lengthText(const BenchPaper& paper, Length length)
{
    return units::formatNumber(Kind::Length, length.si(), paper.units);
}

/// A box to tick, with a tick where the element is done.
void tickBox(Sheet& sheet, Spot at, bool done)
{
    constexpr double side = 4.0;
    sheet.box({at.x, at.y - side}, side, side, Ink::Cut);
    if (!done)
        return;
    sheet.line({at.x + 0.8, at.y - 2.0}, {at.x + 1.8, at.y - 0.8}, Ink::Cut);
    sheet.line({at.x + 1.8, at.y - 0.8}, {at.x + 3.4, at.y - 3.4}, Ink::Cut);
}

double writeCut(Sheet& sheet, const BenchPaper& paper, std::size_t k, double y)
{
    const cutting::Cut& cut = paper.analysis.cut->cuts[k];
    const auto& stations = paper.port.stations;
    const cut_work::CutHow how = cut_work::howTo(paper.job, paper.port, paper.analysis, k);
    const job::CutProgress* progress = cut_work::progressOf(paper.port, cut.element);
    tickBox(sheet, {kMargin, y}, progress && progress->done.value_or(false));
    sheet.write({kMargin + 7, y},
                paper.words(say(cut.stations.size() > 1 ? "paper.cut-head" : "paper.cut-head.at",
                                {{"id", cut.id},
                                 {"element", nameOf(cut.element)},
                                 {"from", Position{stations[cut.stations.front()].s}},
                                 {"to", Position{stations[cut.stations.back()].s}}})),
                4.0, true);
    const std::string wall = cut.wallLeft ? lengthText(paper, *cut.wallLeft) : std::string(units::kUnknownText);
    y = writeLines(sheet, {kMargin + 7, y + 5.5},
                   paper.words(say("paper.cut-numbers", {{"depth", cut.maxDepth},
                                                         {"place", Position{stations[cut.deepestStation].s}},
                                                         {"sector", nameOf(cut.deepestSector)},
                                                         {"volume", cut.volume},
                                                         {"wall", wall}})),
                   100, 3.2);
    y = writeLines(sheet, {kMargin + 7, y}, paper.words(how.way), 100, 3.2);
    for (const cut_work::Pass& pass : how.passes) {
        Phrase line = say("paper.pass", {{"name", pass.name}, {"tool", pass.tool}});
        const Phrase size = said(pass.size);
        if (!size.empty())
            line += say("paper.pass-size", {{"size", size}});
        y = writeLines(sheet, {kMargin + 12, y}, paper.words(line), 96, 3.2);
    }
    return y + 3.5;
}

std::vector<Sheet> orderSheets(const BenchPaper& paper)
{
    std::vector<Sheet> sheets{newSheet(paper, "paper.cuts")};
    double y = writeLines(sheets.back(), {kMargin, kTop + 2}, paper.words(say("paper.before-cutting")), 105, 3.2) + 4;
    constexpr double most = 34.0;  // of one cut
    for (std::size_t k = 0; k < paper.analysis.cut->cuts.size(); ++k) {
        if (y > kBottom - most) {
            sheets.push_back(newSheet(paper, "paper.cuts-continued"));
            y = kTop + 4;
        }
        y = writeCut(sheets.back(), paper, k, y);
    }
    writeLines(sheets.back(), {kMargin, y}, paper.words(say("paper.cut-checks")), 105, 3.2);
    return sheets;
}

cutting::Hold holdAt(const BenchPaper& paper, std::size_t station, Sector sector)
{
    const auto& problem = *paper.analysis.cutProblem;
    return cutting::depthBound(problem.stations[station], sector, problem.limits).hold;
}

/// What stands beside a sector: the depth to take, or that nothing may be.
std::string besideText(const BenchPaper& paper, std::size_t station, Sector sector)
{
    const Length depth = paper.analysis.cut->depths[station][index(sector)];
    if (depth > Length{})
        return lengthText(paper, depth);
    const cutting::Hold hold = holdAt(paper, station, sector);
    if (hold == cutting::Hold::None)
        return "0";
    return paper.words(cutting::isHandsOff(hold) ? say("paper.keep") : cutting::wordOf(hold));
}

/// Two heavy strokes across the wall: seen on a black-and-white print, and through grease.
void crossOut(Sheet& sheet, Spot at)
{
    constexpr double arm = 2.6;
    for (const double off : {-0.25, 0.0, 0.25}) {
        sheet.line({at.x - arm + off, at.y - arm}, {at.x + arm + off, at.y + arm}, Ink::Cut);
        sheet.line({at.x - arm + off, at.y + arm}, {at.x + arm + off, at.y - arm}, Ink::Cut);
    }
}

void drawSection(Sheet& sheet, const BenchPaper& paper, std::size_t i, Spot middle)
{
    const geometry::Section& now = paper.analysis.sections[i];
    const geometry::Section after = geometry::movedWall(now, paper.analysis.cut->depths[i]);
    sheet.strokes.push_back(outlineAt(now, middle, {}, Ink::Present));
    sheet.strokes.push_back(outlineAt(after, middle, {}, Ink::Cut));
    const geometry::WallContour wall(now);
    for (const Sector sector : kSectors) {
        const auto place = wall.placeAt(wall.middleOf(sector));
        const double reach = inMm(paper.analysis.cut->depths[i][index(sector)]) + 5.5;
        const Spot at{middle.x - place.point.left * kMm - place.outward.left * reach,
                      middle.y - place.point.up * kMm - place.outward.up * reach};
        const bool off = cutting::isHandsOff(holdAt(paper, i, sector));
        if (off)
            crossOut(sheet, {middle.x - place.point.left * kMm, middle.y - place.point.up * kMm});
        sheet.write({at.x, at.y + 1.1}, besideText(paper, i, sector), 3.0, off, Align::Middle);
    }
    const geometry::Box box = geometry::boxOf(after);
    const double below = middle.y + inMm(box.height) / 2.0 + box.middle.up * -kMm + 13.0;
    const Phrase name = analysis::stationName(paper.analysis, paper.port, i);
    sheet.write(
        {middle.x, below},
        paper.words(say(name.empty() ? "paper.template" : "paper.template.named",
                        {{"number", count(i + 1)}, {"place", name}, {"s", Position{paper.port.stations[i].s}}})),
        3.2, true, Align::Middle);
    sheet.write({middle.x, below + 4.5},
                paper.words(say("paper.after-size", {{"width", box.width}, {"height", box.height}})), 3.0, false,
                Align::Middle);
}

/// Stations at which something is cut, or must not be.
std::vector<std::size_t> toDraw(const BenchPaper& paper)
{
    std::vector<std::size_t> stations;
    for (std::size_t i = 0; i < paper.port.stations.size(); ++i) {
        const bool cut = std::ranges::any_of(paper.analysis.cut->depths[i], [](Length d) { return d > Length{}; });
        const bool off =
            std::ranges::any_of(kSectors, [&](Sector s) { return cutting::isHandsOff(holdAt(paper, i, s)); });
        if (cut || off)
            stations.push_back(i);
    }
    return stations;
}

std::vector<Sheet> sectionSheets(const BenchPaper& paper)
{
    std::vector<Sheet> sheets;
    const auto stations = toDraw(paper);
    double wide = 0.0;
    double high = 0.0;
    for (const std::size_t i : stations) {
        const auto box =
            geometry::boxOf(geometry::movedWall(paper.analysis.sections[i], paper.analysis.cut->depths[i]));
        wide = std::max(wide, inMm(box.width) + 24.0);
        high = std::max(high, inMm(box.height) + 32.0);
    }
    const int columns = std::max(1, static_cast<int>((Sheet::kWidth - 2.0 * kMargin) / std::max(wide, 58.0)));
    const int rows = std::max(1, static_cast<int>((kBottom - kTop - 8.0) / std::max(high, 40.0)));
    const double step = (Sheet::kWidth - 2.0 * kMargin) / columns;
    for (std::size_t n = 0; n < stations.size(); ++n) {
        const int onSheet = static_cast<int>(n) % (columns * rows);
        if (onSheet == 0) {
            sheets.push_back(newSheet(paper, "paper.cut-sections"));
            writeLines(sheets.back(), {kMargin, kTop}, paper.words(say("paper.cut-legend")), 115, 3.0);
        }
        const Spot middle{kMargin + step * (onSheet % columns + 0.5),
                          kTop + 8.0 + high * (onSheet / columns + 0.5) - 8.0};
        drawSection(sheets.back(), paper, stations[n], middle);
    }
    return sheets;
}

/// Element by element over all ports, to tick.
std::vector<Sheet> boardSheets(const BenchPaper& paper)
{
    std::vector<analysis::PortAnalysis> all;
    for (const job::Port& port : paper.job.ports)
        all.push_back(port.id == paper.port.id ? paper.analysis : analysis::analyse(paper.job, port));
    const cut_work::Board board =
        cut_work::boardOf(paper.job, [&](std::size_t i) -> const analysis::PortAnalysis& { return all[i]; });
    std::vector<Sheet> sheets;
    constexpr std::size_t most = 6;  // ports on a sheet
    for (std::size_t first = 0; first < board.ports.size() && board.ports.size() > 1; first += most) {
        Sheet sheet = newSheet(paper, "paper.all-ports");
        double y = writeLines(sheet, {kMargin, kTop + 2}, paper.words(say("paper.all-ports-order")), 105, 3.2) + 6;
        constexpr double names = 42.0;
        constexpr double step = 23.0;
        const std::size_t last = std::min(first + most, board.ports.size());
        for (std::size_t p = first; p < last; ++p)
            sheet.write({kMargin + names + step * static_cast<double>(p - first), y},
                        paper.job.ports[board.ports[p]].id, 4.0, true);
        for (std::size_t e = 0; e < board.elements.size(); ++e) {
            y += 11.0;
            sheet.line({kMargin, y - 7.0}, {Sheet::kWidth - kMargin, y - 7.0});
            sheet.write({kMargin, y}, paper.words(nameOf(board.elements[e])), 3.5);
            for (std::size_t p = first; p < last; ++p) {
                const auto& state = board.at[e][p];
                const double x = kMargin + names + step * static_cast<double>(p - first);
                if (!state.wanted() && !state.done)
                    continue;
                tickBox(sheet, {x, y}, state.done);
                Length deepest;
                for (const std::size_t k : state.cuts)
                    deepest = std::max(deepest, all[board.ports[p]].cut->cuts[k].maxDepth);
                sheet.write({x + 6.0, y}, lengthText(paper, deepest), 3.2);
            }
        }
        sheets.push_back(std::move(sheet));
    }
    return sheets;
}

}  // namespace

std::vector<Sheet> cutSheets(const BenchPaper& paper)
{
    if (!paper.analysis.cut || paper.analysis.cut->cuts.empty())
        return {};
    std::vector<Sheet> sheets = orderSheets(paper);
    for (auto make : {sectionSheets, boardSheets})
        std::ranges::move(make(paper), std::back_inserter(sheets));
    return sheets;
}

}  // namespace euryth::paper
