// SPDX-License-Identifier: GPL-3.0-or-later
#include "layout.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

using units::format;

template <class Q>
std::string known(const Known<Q>& value, const units::DisplayUnits& units)
{
    return value ? format(*value, units) : "unknown; missing: " + value.missing;
}

class Card {
public:
    Card(const BenchPaper& paper, Sheet& sheet) : m_paper(paper), m_sheet(sheet) {}

    void row(const std::string& name, const std::string& value, bool strong = false)
    {
        m_sheet.write({kMargin, m_y}, name, 3.8);
        m_sheet.write({76, m_y}, value, strong ? 5.0 : 3.8, strong);
        m_y += strong ? 8.5 : 7.0;
    }
    void gap() { m_y += 3.0; }
    void heading(const std::string& text)
    {
        m_sheet.write({kMargin, m_y}, text, 4.4, true);
        m_y += 7.5;
    }
    void text(const std::string& words) { m_y = writeLines(m_sheet, {kMargin, m_y}, words, 100) + 1.0; }
    [[nodiscard]] double y() const { return m_y; }

private:
    const BenchPaper& m_paper;
    Sheet& m_sheet;
    double m_y = kTop + 6.0;
};

void throatRows(Card& card, const BenchPaper& paper, const plans::ThroatPlan& plan)
{
    const auto& u = paper.units;
    card.heading("Scribe");
    card.row(
        "throat",
        known(plan.throat, u) +
            (plan.throat ? " (" + units::formatWithUnit(units::Kind::Percent, plan.share, u) + " of the valve)" : ""),
        true);
    card.row("scribe radius", known(plan.scribeRadius, u), true);
    card.row("scriber from the pilot", known(plan.scriberSetting, u), true);
    card.row("line below the seat's inner edge", known(plan.scribeDepth, u), true);
    if (!plan.conflict.empty())
        card.text("Mind: " + units::render(plan.conflict, u));
    card.gap();
}

void seatRows(Card& card, const BenchPaper& paper, const plans::ThroatPlan& plan)
{
    const auto& u = paper.units;
    card.heading("Seat, from outside in");
    if (!plan.stack) {
        card.text("Not known. Missing: " + plan.stack.missing);
        return;
    }
    for (const geometry::PlacedCut& cut : plan.stack->cuts) {
        card.row(
            format(cut.face.angle, u) + (cut.isTop ? ", top cut" : ""),
            "width " + format(cut.face.width, u) + ", from " + format(cut.outer, u) + " to " + format(cut.inner, u));
    }
    if (plan.lastCutNow && *plan.lastCutNow != plan.stack->cuts.back().face.width)
        card.text("The last cut is " + format(*plan.lastCutNow, u) + " wide now.");
    card.gap();
}

void turnRows(Card& card, const BenchPaper& paper, const plans::TurnPlan& plan)
{
    const auto& u = paper.units;
    card.heading("Bowl and short side");
    card.row("bowl", known(plan.bowl, u));
    card.row("short-side radius", known(plan.radius, u));
    card.row("short-side height over the deck", known(plan.height, u));
    card.row("width over the turn", known(plan.width, u));
    card.gap();
}

void orderRows(Card& card, const BenchPaper& paper)
{
    card.heading("Order");
    if (paper.job.house.valveJob == job::ValveJob::First) {
        card.text(
            "1. Cut the seats. 2. Dye the bowl, set the scriber with its lock nut, swing it on the guide's pilot. 3. "
            "Put an old valve in to guard the seat. 4. Cut the bowl up to the line and no further. No fillet above "
            "it.");
    } else {
        card.text(
            "1. Dye the bowl and scribe. 2. Port, staying off the line by the last pass. 3. Cut the seats. 4. Blend "
            "up to the last cut and no further, with the new seat guarded.");
    }
    card.text(
        "An old valve used as a guard may be sodium-filled: never cut one. An insert needs wall to hold its press "
        "fit: do not thin it to a knife.");
}

}  // namespace

std::vector<Sheet> scribeCards(const BenchPaper& paper)
{
    Sheet sheet = newSheet(paper, "Scribe and seat");
    const auto plan = plans::planValveEnd(paper.job, paper.port, paper.analysis);
    Card card(paper, sheet);
    throatRows(card, paper, plan.throat);
    seatRows(card, paper, plan.throat);
    turnRows(card, paper, plan.turn);
    orderRows(card, paper);
    // The scribed circle in full size, to hold a divider against.
    if (plan.throat.scribeRadius) {
        constexpr double mm = 1000.0;
        const double radius = plan.throat.scribeRadius->si() * mm;
        const Spot middle{Sheet::kWidth - kMargin - 32.0, kBottom - 40.0};
        sheet.rings.push_back({middle, radius, Ink::Cut});
        constexpr double arm = 3.0;
        sheet.line({middle.x - arm, middle.y}, {middle.x + arm, middle.y});
        sheet.line({middle.x, middle.y - arm}, {middle.x, middle.y + arm});
        sheet.write({middle.x, middle.y + radius + 5.0}, "scribed circle, full size", 3.2, false, Align::Middle);
    }
    return {std::move(sheet)};
}

}  // namespace euryth::paper
