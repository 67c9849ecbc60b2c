// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>

#include "cut_views.hpp"
#include "drawing/engine_view.hpp"
#include "kit/canvas.hpp"
#include "kit/chart_canvas.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using drawing::LineStyle;
using port_field::CutEffect;
using port_field::EffectSide;
using units::Kind;
using Charts = std::vector<drawing::ChartScene>;

namespace {

QString stateText(const app::CutStudy& study)
{
    switch (study.state()) {
    case app::CutStudy::State::Working: return tr("The port before and after the cuts is being solved ...");
    case app::CutStudy::State::Stopped: return tr("Stopped before it was solved.");
    case app::CutStudy::State::Failed: return tr("Not solved: %1").arg(study.failure());
    case app::CutStudy::State::Idle: break;
    }
    return {};
}

/// Area and highest ratio along the runner, before and after.
class EffectCanvas : public ChartCanvas {
public:
    explicit EffectCanvas(Context context) : ChartCanvas(context, 1), m_study(context.session.cutStudy())
    {
        setObjectName(QStringLiteral("effectCanvas"));
        setMinimumSize(300, 260);
        setAccessibleName(tr("Area and fastest wall sector along the runner, before and after the cuts"));
        connect(&m_study, &app::CutStudy::changed, this, &Canvas::outdate);
    }

protected:
    [[nodiscard]] Charts makeCharts() const override
    {
        const auto& w = workspace();
        Charts charts(2);
        for (auto& chart : charts) {
            chart.units = w.displayUnits();
            chart.xKind = Kind::Position;
            chart.xTitle = tr("from the window, %1").arg(w.symbol(Kind::Position));
        }
        charts[0].title = tr("Net area along the runner, %1").arg(w.symbol(Kind::Area));
        charts[0].yKind = Kind::Area;
        charts[0].fromZero = false;
        charts[1].title = tr("Fastest wall sector over the mean, solved field");
        charts[1].fromZero = false;
        const auto& plan = w.analysisNow().cut;
        if (!plan) {
            const QString missing =
                tr("No cut plan yet. Missing: %1.").arg(withLinks(w, w.analysisNow().cutProblem.missing));
            charts[0].missing = charts[1].missing = missing;
            return charts;
        }
        fillAreas(*plan, charts[0]);
        fillRatios(charts[1]);
        return charts;
    }

private:
    template <class Value>
    drawing::ChartLine along(const QString& name, LineStyle style, Value value) const
    {
        drawing::ChartLine line{name, style, {}};
        const auto& stations = workspace().port()->stations;
        for (std::size_t i = 0; i < stations.size(); ++i) {
            if (const std::optional<double> v = value(i))
                line.points.emplace_back(stations[i].s.si(), *v);
        }
        return line;
    }

    void fillAreas(const cutting::CutPlan& plan, drawing::ChartScene& chart) const
    {
        const auto& wanted = workspace().analysisNow().plan;
        chart.lines = {
            along(tr("now"), LineStyle::Now, [&](std::size_t i) { return plan.before.areas[i].si(); }),
            along(tr("after the cuts"), LineStyle::Other, [&](std::size_t i) { return plan.after.areas[i].si(); }),
            along(tr("plan"), LineStyle::PlanThin,
                  [&](std::size_t i) { return wanted[i] ? std::optional(wanted[i]->si()) : std::nullopt; })};
    }

    void fillRatios(drawing::ChartScene& chart) const
    {
        const auto effect = m_study.effect();
        if (!effect) {
            chart.missing = stateText(m_study);
            return;
        }
        for (const EffectSide* side : {&effect->before, &effect->after}) {
            if (!side->air)
                chart.missing = tr("Missing: %1.").arg(withLinks(workspace(), side->missing));
        }
        if (!chart.missing.isEmpty())
            return;
        chart.lines = {along(tr("now"), LineStyle::Now, [&](std::size_t i) { return effect->before.highestAlong[i]; }),
                       along(tr("after the cuts"), LineStyle::Other,
                             [&](std::size_t i) { return effect->after.highestAlong[i]; })};
        chart.limit = workspace().job().house.fastRatio;
        chart.limitName = tr("fast, by the house");
    }

    app::CutStudy& m_study;
};

/// The numbers that count, before and after, as rows of a table in rich text.
class EffectText {
public:
    EffectText(const app::Workspace& workspace, const CutEffect& effect) : m_w(workspace), m_effect(effect) {}

    [[nodiscard]] QString whole()
    {
        const auto& plan = *m_w.analysisNow().cut;
        row(tr("Off the plan (rms)"), percent(plan.before.areaMiss), percent(plan.after.areaMiss));
        row(tr("Volume"), m_w.text(Kind::Volume, plan.before.volume.si()),
            m_w.text(Kind::Volume, plan.after.volume.si()));
        both(tr("Fastest wall sector"), [&](const EffectSide& s) {
            return s.highestRatio ? tr("%1x at %2")
                                        .arg(plain(*s.highestRatio, 3),
                                             m_w.text(Kind::Position, s.port.stations[s.highestAt].s.si()))
                                  : QString();
        });
        both(tr("Short side lets go"), [&](const EffectSide& s) {
            if (!s.air)
                return QString();
            return s.letsGo ? tr("at %1").arg(m_w.text(Kind::Position, s.letsGo->si())) : tr("no");
        });
        both(tr("How badly, 0 to 1"),
             [&](const EffectSide& s) { return s.severity ? plain(s.severity->severity, 2) : QString(); });
        flow();
        both(tr("Chokes first on the bench"), [&](const EffectSide& s) { return first(s, engine::On::Bench); });
        both(tr("Chokes first on the engine"), [&](const EffectSide& s) { return first(s, engine::On::Engine); });
        both(tr("Engine chokes from"), [&](const EffectSide& s) {
            if (!s.flows)
                return QString();
            return s.flows->chokesFrom ? m_w.text(Kind::Rotation, s.flows->chokesFrom->si()) : tr("beyond its speeds");
        });
        both(tr("Filling at the top"), [&](const EffectSide& s) {
            const bool known = s.flows && s.flows->atTop().volumetricEfficiency > 0.0;
            return known ? m_w.text(Kind::Percent, s.flows->atTop().volumetricEfficiency) : QString();
        });
        return QStringLiteral(
                   "<table cellspacing=0 cellpadding=3><tr><td></td><td><b>%1</b></td><td><b>%2</b></td>"
                   "</tr>%3</table>")
            .arg(tr("now"), tr("after"), m_rows);
    }

private:
    void row(const QString& name, const QString& before, const QString& after)
    {
        if (before.isEmpty() && after.isEmpty())
            return;
        m_rows += QStringLiteral("<tr><td>%1</td><td>%2</td><td><b>%3</b></td></tr>").arg(name, before, after);
    }
    template <class Text>
    void both(const QString& name, Text text)
    {
        row(name, text(m_effect.before), text(m_effect.after));
    }
    void flow()
    {
        if (!m_effect.flow)
            return;
        const auto& f = *m_effect.flow;
        row(tr("Bench flow, full lift"), m_w.text(Kind::Flow, f.before.si()),
            tr("%1 ± %2").arg(m_w.text(Kind::Flow, f.after.si()), m_w.text(Kind::Flow, f.uncertainty.si())));
    }
    [[nodiscard]] QString first(const EffectSide& side, engine::On where) const
    {
        if (!side.ranking)
            return {};
        const std::size_t place = side.ranking->first(where).place;
        if (place >= side.port.stations.size())
            return tr("valve");
        const QString named = m_w.text(analysis::stationName(side.analysis, side.port, place));
        return named.isEmpty() ? tr("at %1").arg(m_w.text(Kind::Position, side.port.stations[place].s.si())) : named;
    }
    [[nodiscard]] QString percent(const std::optional<double>& share) const
    {
        return share ? m_w.text(Kind::Percent, *share) : QString();
    }
    [[nodiscard]] QString plain(double value, int decimals) const
    {
        return QString::fromStdString(units::formatPlain(value, decimals, m_w.displayUnits()));
    }

    const app::Workspace& m_w;
    const CutEffect& m_effect;
    QString m_rows;
};

/// What the last change of the plan did to the fastest place: a cut taken out, a weight moved.
QString sinceLast(const app::Workspace& w, const app::CutStudy& study)
{
    const auto now = study.effect();
    const auto last = study.last();
    if (!now || !last || !now->after.highestRatio || !last->after.highestRatio)
        return {};
    const auto text = [&](double r) { return QString::fromStdString(units::formatPlain(r, 3, w.displayUnits())); };
    QString said = tr("The last change of the plan: fastest wall sector after the cuts %1x → %2x")
                       .arg(text(*last->after.highestRatio), text(*now->after.highestRatio));
    if (now->flow && last->flow)
        said += tr(", bench flow %1 → %2")
                    .arg(w.text(Kind::Flow, last->flow->after.si()), w.text(Kind::Flow, now->flow->after.si()));
    return said + QLatin1Char('.');
}

QString effectText(Context context)
{
    const auto& w = context.workspace;
    const app::CutStudy& study = context.session.cutStudy();
    const auto effect = study.effect();
    if (!w.analysisNow().cut || !effect)
        return stateText(study);
    QString text = EffectText(w, *effect).whole();
    if (effect->harms())
        text +=
            tr("<p><b>The cuts do harm:</b> by the solved field the fastest wall sector gets faster. Leave the cut "
               "out that reaches it, or let evening the air count more.</p>");
    const QString since = sinceLast(w, study);
    if (!since.isEmpty())
        text += QStringLiteral("<p>%1</p>").arg(since);
    return text + tr("<p>Solved anew on the port that comes out: potential flow with its boundary layer, runner losses "
                     "and the present valve. ± is a hundredth of the flow and half of the change. A viscous run of the "
                     "cut port: Probe, What if, Against the cuts.</p>");
}

class CutEffectView : public QWidget {
public:
    explicit CutEffectView(Context context) : m_context(context)
    {
        auto* left = new Panel(tr("Along the runner"));
        left->body()->addWidget(new EffectCanvas(context), 1);
        auto* right = new Panel(tr("Before and after, computed"));
        m_stop = new QPushButton(tr("Stop"));
        m_stop->setObjectName(QStringLiteral("stopEffect"));
        right->addTool(m_stop);
        m_text = new WrapLabel;
        m_text->setObjectName(QStringLiteral("effectText"));
        m_text->setWordWrap(true);
        m_text->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        m_text->setTextInteractionFlags(Qt::TextSelectableByMouse);
        right->body()->addWidget(scrolled(m_text), 1);
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(left, 1);
        row->addWidget(right, 1);
        app::CutStudy& study = context.session.cutStudy();
        connect(m_stop, &QPushButton::clicked, &study, &app::CutStudy::stop);
        connect(&study, &app::CutStudy::changed, this, [this] { showText(); });
        whileSeen(context, this, [this] {
            m_context.session.cutStudy().want();
            showText();
        });
    }

private:
    void showText()
    {
        m_text->setText(effectText(m_context));
        m_stop->setVisible(m_context.session.cutStudy().state() == app::CutStudy::State::Working);
    }

    Context m_context;
    QLabel* m_text = nullptr;
    QPushButton* m_stop = nullptr;
};

}  // namespace

QWidget* makeCutEffectView(Context context) { return new CutEffectView(context); }

}  // namespace euryth::widgets
