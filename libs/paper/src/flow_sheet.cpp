// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "job/describe.hpp"
#include "layout.hpp"
#include "proving/flow_difference.hpp"
#include "proving/swirl.hpp"
#include "units/format.hpp"

namespace euryth::paper {

namespace {

using units::Kind;

constexpr double kSmall = 3.2;

/// One test with what belongs beside it.
struct Test {
    const job::FlowTest& test;
    const proving::FlowSums& sums;
    std::optional<proving::SwirlSums> swirl;
    std::optional<proving::Difference> gain;  ///< from the port's first test that may be compared with it
    const proving::FlowSums* before = nullptr;
};

class FlowSheet {
public:
    FlowSheet(const BenchPaper& paper, const Test& test) : m_paper(paper), m_test(test) {}

    Sheet make()
    {
        m_sheet = newSheet(m_paper, "paper.flow");
        double y = writeHow(kTop + 2.0);
        y = drawCurve(y + 6.0);
        y = writeTable(y + 8.0);
        writeSums(y + 3.0);
        return std::move(m_sheet);
    }

private:
    [[nodiscard]] std::string number(Kind kind, double si) const
    {
        return units::formatNumber(kind, si, m_paper.units);
    }
    [[nodiscard]] std::string words(const Phrase& phrase) const { return m_paper.words(phrase); }

    [[nodiscard]] Phrase setUp() const
    {
        const job::Setup& setup = m_test.test.setup;
        std::vector<Phrase> parts;
        if (setup.bore)
            parts.push_back(say("paper.flow.bore", {{"bore", *setup.bore}}));
        if (setup.entry)
            parts.push_back(say("setup.entry." + std::string(job::kEntryKeys[static_cast<std::size_t>(*setup.entry)])));
        if (setup.pipe)
            parts.push_back(say(*setup.pipe ? "paper.flow.pipe" : "paper.flow.no-pipe"));
        if (setup.plug)
            parts.push_back(say(*setup.plug ? "paper.flow.plug" : "paper.flow.no-plug"));
        if (!setup.valve.empty())
            parts.push_back(say("paper.flow.valve", {{"valve", setup.valve}}));
        return parts.empty() ? say("paper.flow.no-setup") : say("list", {{"items", parts}});
    }

    double writeHow(double y)
    {
        const job::FlowTest& test = m_test.test;
        const auto text = [](const std::string& typed) {
            return typed.empty() ? std::string(units::kUnknownText) : typed;
        };
        y = writeLines(m_sheet, {kMargin, y},
                       words(say("paper.flow.test", {{"id", test.id},
                                                     {"state", text(test.state)},
                                                     {"when", text(test.when.substr(0, 10))},
                                                     {"who", text(test.who)}})),
                       100, 4.0);
        Phrase bench =
            say("paper.flow.bench", {{"bench", text(test.bench)}, {"factor", Number{m_test.sums.factor, 3}}});
        if (m_test.sums.factorUncertainty)
            bench += say("paper.flow.range", {{"range", Percent{*m_test.sums.factorUncertainty}}});
        else if (!m_test.sums.factorKnown)
            bench += say("paper.flow.no-factor");
        y = writeLines(m_sheet, {kMargin, y}, words(bench), 105, kSmall);
        y = writeLines(m_sheet, {kMargin, y}, words(say("paper.flow.setup", {{"setup", setUp()}})), 105, kSmall);
        return writeLines(m_sheet, {kMargin, y},
                          words(say("paper.flow.standard", {{"depression", proving::kReferenceDepression}})), 105,
                          kSmall);
    }

    /// Flow over lift, of this test heavy, of the one before it light.
    double drawCurve(double top)
    {
        constexpr double left = kMargin + 16.0;
        constexpr double right = Sheet::kWidth - kMargin - 4.0;
        constexpr double high = 78.0;
        double lift = 0.0;
        double flow = 0.0;
        for (const auto* sums : {&m_test.sums, m_test.before}) {
            for (std::size_t i = 0; sums && i < sums->points.size(); ++i) {
                lift = std::max(lift, sums->points[i].lift.si());
                flow = std::max(flow, sums->points[i].reference.si());
            }
        }
        const double bottom = top + high;
        const auto at = [&](double l, double q) {
            return Spot{left + l / lift * (right - left), bottom - q / (flow * 1.05) * high};
        };
        m_sheet.box({left, top}, right - left, high);
        constexpr int ticks = 5;
        for (int i = 0; i <= ticks; ++i) {
            const double q = flow * i / ticks;
            const double l = lift * i / ticks;
            m_sheet.line(at(0, q), at(lift, q));
            m_sheet.write({left - 2.0, at(0, q).y + 1.0}, number(Kind::Flow, q), 2.8, false, Align::Right);
            m_sheet.write({at(l, 0).x, bottom + 4.5}, number(Kind::Length, l), 2.8, false, Align::Middle);
        }
        m_sheet.write({left, top - 1.5},
                      words(say("paper.flow.axes", {{"flow", units::symbol(Kind::Flow, m_paper.units)},
                                                    {"lift", units::symbol(Kind::Length, m_paper.units)}})),
                      2.8);
        const auto curve = [&](const proving::FlowSums& sums, Ink ink) {
            Stroke stroke{{at(0, 0)}, false, ink};
            for (const proving::FlowAt& p : sums.points) {
                stroke.spots.push_back(at(p.lift.si(), p.reference.si()));
                m_sheet.rings.push_back({stroke.spots.back(), 0.9, ink});
            }
            m_sheet.strokes.push_back(std::move(stroke));
        };
        if (m_test.before)
            curve(*m_test.before, Ink::Present);
        curve(m_test.sums, Ink::Cut);
        return bottom + 6.0;
    }

    [[nodiscard]] std::string changeAt(Length lift) const
    {
        if (!m_test.gain)
            return {};
        const auto& points = m_test.gain->points;
        const auto found = std::ranges::find(points, lift, &proving::DifferenceAt::lift);
        if (found == points.end())
            return std::string(units::kUnknownText);
        const std::string change = number(Kind::Percent, found->share);
        return found->counts ? change : "(" + change + ")";
    }

    [[nodiscard]] std::string swirlAt(std::size_t point) const
    {
        if (!m_test.swirl)
            return {};
        const auto found = std::ranges::find(m_test.swirl->points, point, &proving::SwirlAt::point);
        return found == m_test.swirl->points.end() ? std::string(units::kUnknownText)
                                                   : units::formatPlain(found->coefficient(), 3, m_paper.units);
    }

    double writeTable(double y)
    {
        struct Column {
            double x;
            std::string head;
        };
        const auto head = [&](std::string_view id, std::optional<Kind> kind) {
            return words(say(id, {{"unit", kind ? units::symbol(*kind, m_paper.units) : std::string()}}));
        };
        const std::vector<Column> columns{{30, head("paper.flow.lift", Kind::Length)},
                                          {48, head("paper.flow.share", {})},
                                          {74, head("paper.flow.read", Kind::Flow)},
                                          {100, head("paper.flow.reference", Kind::Flow)},
                                          {121, head("paper.flow.valve-cd", {})},
                                          {143, head("paper.flow.curtain-cd", {})},
                                          {164, m_test.swirl ? head("paper.flow.swirl", {}) : ""},
                                          {192, m_test.gain ? head("paper.flow.change", Kind::Percent) : ""}};
        for (const Column& c : columns)
            m_sheet.write({c.x, y}, c.head, kSmall, true, Align::Right);
        m_sheet.line({kMargin, y + 2}, {Sheet::kWidth - kMargin, y + 2});
        const double left = kBottom - 34.0 - y;  // for what stands below
        const auto rows = static_cast<double>(m_test.sums.points.size());
        const double step = std::min(5.6, left / rows);
        y += 3.0;
        const auto plain = [&](const std::optional<double>& share) {
            return share ? units::formatPlain(*share, 3, m_paper.units) : std::string(units::kUnknownText);
        };
        for (std::size_t i = 0; i < m_test.sums.points.size(); ++i) {
            const proving::FlowAt& at = m_test.sums.points[i];
            y += step;
            const std::vector<std::string> texts{number(Kind::Length, at.lift.si()),
                                                 plain(at.liftShare),
                                                 number(Kind::Flow, at.flow.si()),
                                                 number(Kind::Flow, at.reference.si()),
                                                 plain(at.onValve),
                                                 plain(at.onCurtain),
                                                 swirlAt(i),
                                                 changeAt(at.lift)};
            for (std::size_t k = 0; k < texts.size(); ++k)
                m_sheet.write({columns[k].x, y}, texts[k], std::min(kSmall, step * 0.8), false, Align::Right);
        }
        return y + 5.0;
    }

    void writeSums(double y)
    {
        const proving::FlowSums& sums = m_test.sums;
        Phrase text = say("paper.flow.means", {{"mean", sums.mean}, {"upper", sums.upperMean}});
        if (sums.camMean)
            text += say("paper.flow.cam", {{"flow", *sums.camMean}, {"area", *sums.camMeanArea}});
        if (m_test.gain) {
            text += say("paper.flow.gain", {{"from", m_paper.port.flow[m_test.gain->from].id},
                                            {"mean", Percent{m_test.gain->mean}},
                                            {"counts", Percent{proving::kCounts}}});
        }
        if (sums.backsUp)
            text += say("paper.flow.backs-up", {{"lift", sums.backsUp->from}, {"lost", Percent{sums.backsUp->lost}}});
        if (m_test.swirl && m_test.swirl->ratio)
            text += say("paper.flow.ratio", {{"ratio", Number{*m_test.swirl->ratio, 2}}});
        writeLines(m_sheet, {kMargin, y}, words(text), 105, kSmall);
    }

    const BenchPaper& m_paper;
    const Test& m_test;
    Sheet m_sheet;
};

}  // namespace

std::vector<Sheet> flowSheets(const BenchPaper& paper)
{
    std::vector<Sheet> sheets;
    const auto tests = proving::allSums(paper.job, paper.port, paper.analysis);
    for (const proving::FlowSums& sums : tests) {
        Test test{paper.port.flow[sums.test], sums, {}, {}, nullptr};
        if (auto swirl = proving::swirlOf(paper.job, paper.port, sums))
            test.swirl = std::move(swirl.value);
        for (const proving::FlowSums& before : tests) {
            if (test.before || before.test >= sums.test ||
                paper.port.flow[before.test].state == paper.port.flow[sums.test].state)
                continue;
            auto gain = proving::differenceOf(paper.port, before, sums);
            if (!gain.whyNot.empty() || gain.points.empty())
                continue;
            test.before = &before;
            test.gain = std::move(gain);
        }
        sheets.push_back(FlowSheet(paper, test).make());
    }
    return sheets;
}

}  // namespace euryth::paper
