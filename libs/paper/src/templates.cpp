// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "layout.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

using units::format;

constexpr double kMm = 1000.0;

/// One section with what is drawn round it.
struct Template {
    geometry::Section section;     ///< to be cut
    geometry::Point shift;         ///< of its origin against the present section's
    const geometry::Section* now;  ///< drawn inside; null where the template is the present section
    std::string title;
    std::string sizes;
    std::string warning;
};

void cross(Sheet& sheet, Spot middle)
{
    constexpr double arm = 4.0;
    sheet.line({middle.x - arm, middle.y}, {middle.x + arm, middle.y});
    sheet.line({middle.x, middle.y - arm}, {middle.x, middle.y + arm});
}

Template templateOf(const BenchPaper& paper, std::size_t i)
{
    const auto& a = paper.analysis;
    const auto& u = paper.units;
    Template t{a.sections[i], {}, nullptr, {}, {}, {}};
    const Phrase name = analysis::stationName(a, paper.port, i);
    t.title = paper.words(say(name.empty() ? "paper.template" : "paper.template.named",
                              {{"number", count(i + 1)}, {"place", name}, {"s", Position{paper.port.stations[i].s}}}));
    if (i < a.planned.size() && a.planned[i]) {
        const planning::PlannedSection& planned = *a.planned[i];
        t.section = planned.section;
        if (std::holds_alternative<geometry::RoundedRectangle>(planned.section))
            t.shift = planned.middle;
        t.now = &a.sections[i];
        if (!planned.met)
            t.warning = paper.words(say("paper.nearest"));
    } else {
        t.warning = paper.words(say("paper.no-plan"));
    }
    const geometry::Box box = geometry::boxOf(t.section);
    t.sizes = format(box.width, u) + " x " + format(box.height, u) + ", " + format(geometry::area(t.section), u);
    return t;
}

double widthOf(const Template& t) { return geometry::boxOf(t.section).width.si() * kMm; }
double heightOf(const Template& t) { return geometry::boxOf(t.section).height.si() * kMm; }

void draw(Sheet& sheet, const Template& t, Spot middle)
{
    sheet.strokes.push_back(outlineAt(t.section, middle, t.shift, Ink::Cut));
    if (t.now)
        sheet.strokes.push_back(outlineAt(*t.now, middle, {}, Ink::Present));
    cross(sheet, middle);
    double y = middle.y + heightOf(t) / 2.0 + std::abs(t.shift.up) * kMm + 5.0;
    sheet.write({middle.x, y}, t.title, 3.2, true, Align::Middle);
    sheet.write({middle.x, y += 4.5}, t.sizes, 3.0, false, Align::Middle);
    if (!t.warning.empty())
        sheet.write({middle.x, y + 4.5}, t.warning, 3.0, false, Align::Middle);
}

}  // namespace

std::vector<Sheet> templateSheets(const BenchPaper& paper)
{
    std::vector<Sheet> sheets;
    if (paper.port.stations.empty())
        return sheets;
    constexpr double gap = 10.0;
    constexpr double captions = 18.0;
    constexpr double leastColumn = 56.0;  // the captions' width
    const auto open = [&] {
        sheets.push_back(newSheet(paper, "paper.templates"));
        sheets.back().write({kMargin, kTop}, paper.words(say("paper.legend")), 3.0);
    };
    open();
    double x = kMargin;
    double top = kTop + 6.0;
    double rowHeight = 0.0;
    for (std::size_t i = 0; i < paper.port.stations.size(); ++i) {
        const Template t = templateOf(paper, i);
        const double wide = std::max(widthOf(t) + gap, leastColumn);
        const double high = heightOf(t) + captions;
        if (x + wide > Sheet::kWidth - kMargin && x > kMargin) {
            x = kMargin;
            top += rowHeight;
            rowHeight = 0.0;
        }
        if (top + high > kBottom && top > kTop + 6.0) {
            open();
            x = kMargin;
            top = kTop + 6.0;
            rowHeight = 0.0;
        }
        draw(sheets.back(), t, {x + wide / 2.0, top + heightOf(t) / 2.0});
        x += wide;
        rowHeight = std::max(rowHeight, high);
    }
    return sheets;
}

std::vector<Sheet> windowSheets(const BenchPaper& paper)
{
    if (paper.port.stations.empty())
        return {};
    Sheet sheet = newSheet(paper, "paper.window");
    sheet.write({kMargin, kTop}, paper.words(say("paper.legend")), 3.0);
    Template t = templateOf(paper, 0);
    const Spot middle{Sheet::kWidth / 2.0, kTop + 40.0 + heightOf(t) / 2.0};
    draw(sheet, t, middle);
    double y = middle.y + heightOf(t) / 2.0 + 24.0;
    const auto opening = [&](const job::Opening& o, std::string_view id) {
        const Phrase name = say(id);
        const auto shape = o.shape();
        if (!shape) {
            sheet.write({kMargin, y}, paper.words(say("paper.opening-unmeasured", {{"opening", name}})), 3.2);
        } else {
            const geometry::Point shift{o.shiftLeft.value_or(Length{}).si(), o.shiftUp.value_or(Length{}).si()};
            sheet.strokes.push_back(outlineAt(geometry::Section(*shape), middle, shift, Ink::Help));
            sheet.write({kMargin, y},
                        paper.words(say("paper.opening",
                                        {{"opening", name}, {"width", shape->width}, {"height", shape->height}})),
                        3.2);
        }
        y += 5.5;
    };
    opening(paper.port.manifold, paper.port.side == job::Side::Intake ? "opening.manifold" : "opening.header");
    opening(paper.port.gasket, "opening.gasket");
    writeLines(sheet, {kMargin, y + 3}, paper.words(say("paper.enter-window")), 100);
    return {std::move(sheet)};
}

}  // namespace euryth::paper
