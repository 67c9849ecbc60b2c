// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>

#include "drawing/engine_view.hpp"
#include "kit/chart_canvas.hpp"
#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using geometry::Sector;
using units::Kind;
using Work = app::ShortSideWork;

namespace {

/// Speed and shape factor along the floor, and the roof beside it.
class ShortSideCanvas : public ChartCanvas {
public:
    ShortSideCanvas(Context context, app::VirtualProbe& probe) : ChartCanvas(context, 1), m_probe(probe)
    {
        setObjectName(QStringLiteral("shortSideCanvas"));
        setMinimumSize(260, 220);
        setAccessibleName(tr("Speed and boundary layer along the short side"));
        connect(&probe, &app::VirtualProbe::changed, this, &Canvas::outdate);
    }

private:
    [[nodiscard]] std::vector<drawing::ChartScene> makeCharts() const override
    {
        using drawing::LineStyle;
        const app::Workspace& w = workspace();
        std::vector<drawing::ChartScene> charts(2);
        for (auto& chart : charts) {
            chart.units = w.displayUnits();
            chart.xKind = Kind::Position;
            chart.xTitle = tr("from the window, %1").arg(w.symbol(Kind::Position));
            chart.missing = instantMissing(m_probe, m_probe.present());
        }
        charts[0].title = tr("Speed along floor and roof, %1").arg(w.symbol(Kind::Speed));
        charts[0].yKind = Kind::Speed;
        charts[1].title = tr("Shape factor H of the boundary layer");
        charts[1].fromZero = false;
        charts[1].limit = flow::kLiftsOff;
        charts[1].limitName = tr("lifts off");
        const auto& air = m_probe.present().instant;
        if (!air)
            return charts;
        const auto& floor = air->walls()[geometry::index(Sector::Floor)];
        const auto& roof = air->walls()[geometry::index(Sector::Roof)];
        const QString off = w.text(Kind::Length, air::kPitotDistance.si());
        charts[0].lines = {speeds(floor.line, floor.line.atTip, tr("floor, %1 off").arg(off), LineStyle::Now),
                           speeds(floor.line, floor.line.speed, tr("at the wall itself"), LineStyle::NowThin),
                           speeds(roof.line, roof.line.atTip, tr("roof, %1 off").arg(off), LineStyle::Other)};
        charts[1].lines = {shapes(floor, tr("floor"), LineStyle::Now), shapes(roof, tr("roof"), LineStyle::Other)};
        for (auto& chart : charts) {
            chart.xRange = {air->start().si(), air->end().si()};
            if (floor.liftsOff())
                chart.marks.push_back({floor.liftsOffAt->si(), tr("lets go")});
        }
        return charts;
    }
    static drawing::ChartLine speeds(const flow::WallLine& line, const std::vector<double>& speed, const QString& name,
                                     drawing::LineStyle style)
    {
        drawing::ChartLine drawn{name, style, {}};
        for (std::size_t i = 0; i < line.s.size(); ++i)
            drawn.points.emplace_back(line.s[i], speed[i]);
        return drawn;
    }
    static drawing::ChartLine shapes(const port_field::WallAir& wall, const QString& name, drawing::LineStyle style)
    {
        drawing::ChartLine drawn{name, style, {}};
        for (std::size_t i = 0; i < wall.line.s.size(); ++i) {
            if (wall.layer[i])
                drawn.points.emplace_back(wall.line.s[i], wall.layer[i]->shape);
        }
        return drawn;
    }

    app::VirtualProbe& m_probe;
};

/// How badly, on the scale of viscous runs.
QString severityText(const app::Workspace& w, const port_field::ShortSideSeverity& severity)
{
    const QString text =
        tr("How badly: %1 ± %2 from 0, holds, to 1, worst; of a section about %3 ± %4 would be dead in a "
           "viscous run.")
            .arg(plainText(w, severity.severity, 2), plainText(w, severity.severityUncertainty, 2),
                 w.text(Kind::Percent, severity.deadShare), w.text(Kind::Percent, severity.deadShareUncertainty));
    return severity.outside ? text + tr(" It is unlike the ports on which that was calibrated: a guess.") : text;
}

QString verdictText(const app::Workspace& w, const app::VirtualProbe& probe)
{
    const auto& air = probe.present().instant;
    if (!air)
        return instantMissing(probe, probe.present());
    const auto& floor = air->walls()[geometry::index(Sector::Floor)];
    return tr("At %1 the short side %2. Up to %3, %4 from the window; H %5%6.")
        .arg(w.text(Kind::Flow, air->at().flow.si()), floor.near() ? tr("is near letting go") : wallVerdict(w, floor),
             w.text(Kind::Speed, floor.peak.si()), w.text(Kind::Position, floor.peakAt.si()),
             floor.liftsOff() ? tr("over ") : tr("up to "), plainText(w, floor.greatestShape, 2));
}

QString holdsText(const app::Workspace& w, const port_field::ShortSideHolds& holds)
{
    const auto flow = [&](VolumeFlow f) { return w.text(Kind::Flow, f.si()); };
    if (holds.tried.empty())
        return tr("Over which flows it holds could not be worked out.");
    if (holds.never())
        return tr("It lets go at every flow from %1 to %2: the shape is at fault, not the flow.")
            .arg(flow(holds.tried.front().flow), flow(holds.tried.back().flow));
    QStringList parts;
    if (holds.letsGoUnder)
        parts << tr("under %1, where the boundary layer is thick").arg(flow(*holds.letsGoUnder));
    if (holds.letsGoOver)
        parts << tr("over %1").arg(flow(*holds.letsGoOver));
    if (parts.isEmpty())
        return tr("It holds at every flow up to %1, where the port chokes.").arg(flow(holds.tried.back().flow));
    return tr("It lets go %1.").arg(parts.join(tr(", and ")));
}

QString chokeText(const app::Workspace& w, const port_field::LocalChoke& choke, const air::AirState& room)
{
    const double volume = choke.flow.si() / air::density(room).si();
    QString text =
        choke.s ? tr("The first place to go sonic: %1, %2 from the window, at %3 of room air (%4 of what chokes the "
                     "smallest section as a whole).")
                      .arg(w.text(choke.name), w.text(Kind::Position, choke.s->si()), w.text(Kind::Flow, volume),
                           w.text(Kind::Percent, choke.shareOfSection))
                : tr("No place goes sonic before the smallest section as a whole, at %1 of room air: everywhere the "
                     "wall is "
                     "nearer than a pitot's reach.")
                      .arg(w.text(Kind::Flow, volume));
    if (!choke.missing.empty())
        return text + tr(" What has to pull for that is not known. Missing: %1.").arg(withLinks(w, choke.missing));
    text += choke.depression
                ? tr(" That takes %1 behind the open valve").arg(w.text(Kind::Depression, choke.depression->si()))
                : tr(" No bench pulls so much through the open valve: that chokes first");
    return text + (choke.rpm ? tr("; the engine draws so much at %1.").arg(w.text(Kind::Rotation, choke.rpm->si()))
                             : tr("; the engine does not draw so much up to twice its speed of peak power."));
}

QString variantCell(const app::Workspace& w, const port_field::ShortSideVariant& v)
{
    if (!v.missing.empty())
        return tr("no such port");
    const double unit = units::unitFor(Kind::Speed, w.displayUnits()).factor;
    const QString off = v.liftsOffAt ? w.number(Kind::Position, v.liftsOffAt->si()) : tr("on");
    const QString text = QStringLiteral("%1, %2, %3")
                             .arg(plainText(w, v.peak.si() / unit, 0), plainText(w, v.severity.severity, 2), off);
    return v.present ? QStringLiteral("<b>%1</b>").arg(text) : text;
}

QString variantsText(const app::Workspace& w, const Known<std::vector<port_field::ShortSideVariant>>& known)
{
    if (!known)
        return tr("Other radii are not known. Missing: %1.").arg(withLinks(w, known.missing));
    const auto cell = [](const QString& text) {
        return QStringLiteral("<td style='padding-right:8px; white-space:nowrap'>%1</td>").arg(text);
    };
    constexpr std::size_t columns = 3;
    QString table = QStringLiteral("<table cellspacing=0 cellpadding=1><tr>") + cell(tr("radius"));
    for (std::size_t k = 0; k < columns && k < known->size(); ++k) {
        const Length lower = (*known.value)[k].lower;
        table += cell(lower == Length{} ? tr("floor as it is") : tr("%1 lower").arg(w.text(Kind::Length, lower.si())));
    }
    for (std::size_t i = 0; i < known->size(); ++i) {
        const auto& variant = (*known.value)[i];
        if (i % columns == 0)
            table += QStringLiteral("</tr><tr>") + cell(w.text(Kind::Length, variant.radius.si()));
        table += cell(variantCell(w, variant));
    }
    return table + QStringLiteral("</tr></table>") +
           tr("Greatest speed at the pitot in %1, how badly it lets go (0 to 1), and where the air gets off the floor. "
              "For "
              "all of them the measured sections lie on a runner of straight, arc and straight, the present radius in "
              "bold: compare them with each other.")
               .arg(w.symbol(Kind::Speed));
}

QString againstText(app::VirtualProbe::Against against)
{
    using Against = app::VirtualProbe::Against;
    return against == Against::Pushes ? tr("With the walls pushed:")
           : against == Against::Cuts ? tr("After the cuts:")
                                      : tr("As planned:");
}

QString workText(const app::Workspace& w, const app::VirtualProbe& probe, const Work& work)
{
    const QString under = work.state() == Work::State::Stopped  ? tr("Stopped.")
                          : work.state() == Work::State::Failed ? tr("Could not be worked out: %1").arg(work.failure())
                                                                : tr("Being worked out…");
    const auto& r = work.results();
    QStringList parts;
    const auto& air = probe.present().instant;
    if (const auto severity = air ? air->severity() : std::nullopt)
        parts << severityText(w, *severity);
    const auto& other = probe.other().instant;
    if (const auto severity = other ? other->severity() : std::nullopt)
        parts << againstText(probe.against()) + QLatin1Char(' ') + severityText(w, *severity);
    parts << (r.variants ? variantsText(w, *r.variants) : under);
    parts << (r.choke && probe.flow() ? chokeText(w, *r.choke, probe.flow()->room) : under);
    parts << (r.holds ? holdsText(w, *r.holds) : under);
    if (work.state() == Work::State::Idle && !r.variants)
        return {};
    return parts.join(QStringLiteral("<p style='margin-top:8px'>"));
}

}  // namespace

QWidget* makeShortSideView(Context context, app::VirtualProbe& probe, Work& work)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("shortSideView"));
    auto* chartPanel = new Panel(tr("Short side"));
    chartPanel->body()->addWidget(new ShortSideCanvas(context, probe), 1);
    auto* textPanel = new Panel(tr("What it does"));
    auto* again = new QPushButton(tr("Stop"));
    again->setObjectName(QStringLiteral("shortSideStop"));
    textPanel->addTool(again);
    auto* verdict =
        probeLabel(probe, "shortSideVerdict", [&w = context.workspace, &probe] { return verdictText(w, probe); });
    verdict->setWordWrap(true);
    verdict->setFont(drawing::font(drawing::text::kName, true));
    auto* found = new WrapLabel;
    found->setObjectName(QStringLiteral("shortSideFound"));
    found->setWordWrap(true);
    found->setAlignment(Qt::AlignTop);
    found->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    textPanel->body()->addWidget(verdict);
    textPanel->body()->addWidget(scrolled(found), 1);
    auto* limits = quietLabel(
        tr("How badly ranks short sides as viscous runs do (calibrated on invented ports). The place of letting go is "
           "the boundary layer's: a real one lets go up to half the port's height earlier; H over 1.8 is a warning. "
           "Bench and "
           "flow tests decide."));
    limits->setWordWrap(true);
    textPanel->body()->addWidget(limits);
    const auto refresh = [&w = context.workspace, &probe, &work, found, again] {
        setLinkedText(*found, workText(w, probe, work));
        again->setText(work.state() == Work::State::Working ? tr("Stop") : tr("Work out again"));
    };
    QObject::connect(again, &QPushButton::clicked, view,
                     [&work] { work.state() == Work::State::Working ? work.stop() : work.start(); });
    QObject::connect(&work, &Work::changed, view, refresh);
    QObject::connect(&probe, &app::VirtualProbe::changed, view, [view, &work, refresh] {
        if (!view->isVisible())
            return;
        work.want();
        refresh();
    });
    whileSeen(context, view, [&work, refresh] {
        work.want();
        refresh();
    });
    auto* row = new QHBoxLayout(view);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    row->addWidget(chartPanel, 5);
    row->addWidget(textPanel, 6);
    return view;
}

}  // namespace euryth::widgets
