// SPDX-License-Identifier: GPL-3.0-or-later
#include "layout.hpp"
#include "plans/valve_plan.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

using units::format;

template <class Q>
std::string known(const Known<Q>& value, const units::DisplayUnits& units)
{
    return value ? format(*value, units) : units::render(say("paper.unknown", {{"missing", value.missing}}), units);
}

class Card {
public:
    Card(const BenchPaper& paper, Sheet& sheet) : m_paper(paper), m_sheet(sheet) {}

    void row(const Phrase& name, const std::string& value, bool strong = false)
    {
        m_sheet.write({kMargin, m_y}, m_paper.words(name), 3.8);
        m_sheet.write({76, m_y}, value, strong ? 5.0 : 3.8, strong);
        m_y += strong ? 8.5 : 7.0;
    }
    void gap() { m_y += 3.0; }
    void heading(std::string_view id)
    {
        m_sheet.write({kMargin, m_y}, m_paper.words(say(id)), 4.4, true);
        m_y += 7.5;
    }
    void text(const Phrase& words) { m_y = writeLines(m_sheet, {kMargin, m_y}, m_paper.words(words), 100) + 1.0; }
    [[nodiscard]] double y() const { return m_y; }

private:
    const BenchPaper& m_paper;
    Sheet& m_sheet;
    double m_y = kTop + 6.0;
};

void throatRows(Card& card, const BenchPaper& paper, const plans::ThroatPlan& plan)
{
    const auto& u = paper.units;
    card.heading("paper.scribe");
    card.row(say("place.throat"),
             plan.throat
                 ? paper.words(say("paper.throat-share", {{"throat", *plan.throat}, {"share", Percent{plan.share}}}))
                 : known(plan.throat, u),
             true);
    card.row(say("paper.scribe-radius"), known(plan.scribeRadius, u), true);
    card.row(say("paper.scriber"), known(plan.scriberSetting, u), true);
    card.row(say("paper.scribe-line"), known(plan.scribeDepth, u), true);
    if (!plan.conflict.empty())
        card.text(say("paper.mind", {{"conflict", plan.conflict}}));
    card.gap();
}

void seatRows(Card& card, const BenchPaper& paper, const plans::ThroatPlan& plan)
{
    card.heading("paper.seat");
    if (!plan.stack) {
        card.text(say("paper.not-known", {{"missing", plan.stack.missing}}));
        return;
    }
    for (const geometry::PlacedCut& cut : plan.stack->cuts) {
        card.row(say(cut.isTop ? "paper.top-cut" : "value", {{"value", cut.face.angle}}),
                 paper.words(say("paper.cut", {{"width", cut.face.width}, {"from", cut.outer}, {"to", cut.inner}})));
    }
    if (plan.lastCutNow && *plan.lastCutNow != plan.stack->cuts.back().face.width)
        card.text(say("paper.last-cut", {{"width", *plan.lastCutNow}}));
    card.gap();
}

void turnRows(Card& card, const BenchPaper& paper, const plans::TurnPlan& plan)
{
    const auto& u = paper.units;
    card.heading("paper.bowl-and-short-side");
    card.row(say("place.bowl"), known(plan.bowl, u));
    card.row(say("paper.short-radius"), known(plan.radius, u));
    card.row(say("paper.short-height"), known(plan.height, u));
    card.row(say("paper.turn-width"), known(plan.width, u));
    card.gap();
}

void orderRows(Card& card, const BenchPaper& paper)
{
    card.heading("paper.order");
    card.text(
        say(paper.job.house.valveJob == job::ValveJob::First ? "paper.order.seats-first" : "paper.order.port-first"));
    card.text(say("paper.order.caution"));
}

}  // namespace

std::vector<Sheet> scribeCards(const BenchPaper& paper)
{
    Sheet sheet = newSheet(paper, "paper.scribe-and-seat");
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
        sheet.write({middle.x, middle.y + radius + 5.0}, paper.words(say("paper.circle")), 3.2, false, Align::Middle);
    }
    return {std::move(sheet)};
}

}  // namespace euryth::paper
