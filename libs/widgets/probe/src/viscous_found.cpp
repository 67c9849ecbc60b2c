// SPDX-License-Identifier: GPL-3.0-or-later
#include <QStackedWidget>

#include "kit/chart_canvas.hpp"
#include "kit/engine_canvases.hpp"
#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "viscous_parts.hpp"

namespace euryth::widgets {

using app::ViscousRuns;
using geometry::Sector;
using units::Kind;

namespace {

/// Where the port loses its pressure, and how much of each section flows.
class LossCanvas : public ChartCanvas {
public:
    LossCanvas(Context context, app::VirtualProbe& probe) : ChartCanvas(context, 2), m_probe(probe)
    {
        setObjectName(QStringLiteral("lossAlong"));
        setMinimumHeight(120);
        setAccessibleName(tr("Total pressure lost along the runner, and the share of each section that flows"));
        connect(&probe, &app::VirtualProbe::changed, this, &Canvas::outdate);
    }
    [[nodiscard]] std::vector<drawing::ChartScene> makeCharts() const override
    {
        const auto& w = workspace();
        std::vector<drawing::ChartScene> charts(2);
        charts[0].title = tr("Total pressure lost, %1").arg(w.symbol(Kind::Depression));
        charts[0].yKind = Kind::Depression;
        charts[1].title = tr("Share that flows, %1").arg(w.symbol(Kind::Percent));
        charts[1].yKind = Kind::Percent;
        charts[1].fromZero = false;
        const auto& side = m_probe.present();
        for (auto& chart : charts) {
            chart.units = w.displayUnits();
            chart.xKind = Kind::Position;
            chart.xTitle = tr("from the window, %1").arg(w.symbol(Kind::Position));
            if (!side.found)
                chart.missing = tr("Known after a run.");
        }
        if (!side.found)
            return charts;
        const auto& air = *side.found->solved.air;
        drawing::ChartLine lost{QString(), drawing::LineStyle::Now, {}};
        drawing::ChartLine flowing{QString(), drawing::LineStyle::Now, {}};
        for (const port_field::LayerAir& layer : air.layers()) {
            lost.points.emplace_back(layer.s.si(), layer.lost.si());
            flowing.points.emplace_back(layer.s.si(), layer.flowing);
        }
        charts[0].lines = {std::move(lost)};
        charts[1].lines = {std::move(flowing)};
        return charts;
    }

private:
    app::VirtualProbe& m_probe;
};

QString percentChange(const app::Workspace& w, double from, double to)
{
    return to == 0.0 ? (from == 0.0 ? w.text(Kind::Percent, 0.0) : tr("all of it"))
                     : w.text(Kind::Percent, std::abs(from / to - 1.0));
}

/// What the choice of the mesh changes: the uncertainty.
QString meshText(const app::Workspace& w, const ViscousRuns& runs, const port_field::PortShape& shape,
                 port_field::Quality quality)
{
    const auto change = app::meshChange(runs, shape);
    if (!change && quality == port_field::Quality::Coarse)
        return tr(
            "1 mesh, the coarse one: it ranks ports and places, its values are not to be told. A run with \"second "
            "mesh\" ticked tells more.");
    if (!change)
        return tr("1 mesh. A run with \"second mesh\" ticked tells how much it changes.");
    return tr("2 meshes, %1 against %2: fastest %3, loss %4, dead %5, least that flows %6 apart. No better are these.")
        .arg(qualityName(change->coarser), qualityName(change->finer),
             percentChange(w, change->from.fastest.si(), change->to.fastest.si()),
             percentChange(w, change->from.lost.si(), change->to.lost.si()),
             percentChange(w, change->from.dead.si(), change->to.dead.si()),
             percentChange(w, change->from.flowing, change->to.flowing));
}

/// Between which neighbouring stations the most is lost, with its share of the whole.
QString worstStretch(const app::Workspace& w, const port_field::ViscousAir& air)
{
    const auto& sections = air.port().shape().sections;
    std::size_t worst = 0;
    double most = 0.0;
    for (std::size_t i = 0; i + 1 < sections.size(); ++i) {
        const double lost = std::abs((air.layerAt(sections[i + 1].s).lost - air.layerAt(sections[i].s).lost).si());
        if (lost > most) {
            most = lost;
            worst = i;
        }
    }
    return tr("%1; most between %2 and %3 (%4)")
        .arg(w.text(Kind::Depression, air.lost().si()), w.number(Kind::Position, sections[worst].s.si()),
             w.text(Kind::Position, sections[worst + 1].s.si()), w.text(Kind::Percent, most / air.lost().si()));
}

/// Where floor and roof let go by the run and by the boundary layer.
QString letsGoText(const app::Workspace& w, const port_field::ViscousAir& air, const port_field::AirField& instant)
{
    QStringList parts;
    for (const Sector sector : {Sector::Floor, Sector::Roof}) {
        const auto run = air.letsGoAt(sector);
        const auto& wall = instant.walls()[geometry::index(sector)];
        parts << tr("%1 %2 (layer: %3)")
                     .arg(w.text(nameOf(sector)), run ? w.text(Kind::Position, run->si()) : tr("holds"),
                          wall.liftsOff() ? w.text(Kind::Position, wall.liftsOffAt->si())
                          : wall.near()   ? tr("near")
                                          : tr("holds"));
    }
    return parts.join(QStringLiteral("; "));
}

QString deadText(const app::Workspace& w, const port_field::ViscousAir& air)
{
    QStringList parts;
    for (const port_field::DeadRegion& region : air.dead()) {
        parts << tr("%1 on the %2, %3 to %4")
                     .arg(w.text(Kind::Volume, region.volume.si()), region.roof ? tr("roof") : tr("floor"),
                          w.number(Kind::Position, region.from.si()), w.text(Kind::Position, region.to.si()));
    }
    return parts.isEmpty() ? tr("no dead region") : parts.join(QStringLiteral("; "));
}

QString numbersText(const app::Workspace& w, const app::VirtualProbe& probe, const ViscousRuns& runs)
{
    const auto& side = probe.present();
    if (!side.found || !side.instant)
        return {};
    const auto& run = *side.found;
    const port_field::ViscousAir& air = *run.solved.air;
    const auto fastest = port_field::fastestPlace(air.port(), air.at().flow);
    const auto instant = port_field::fastestPlace(*side.solved, air.at().flow);
    const auto place = [&](const port_field::FastestPlace& p) {
        return tr("%1, %2 at %3")
            .arg(w.text(Kind::Speed, p.speed.si()), w.text(p.name), w.text(Kind::Position, p.s.si()));
    };
    const auto row = [](const QString& name, const QString& text) {
        return QStringLiteral("<tr><td style='padding-right:10px; white-space:nowrap'><b>%1</b></td><td>%2</td></tr>")
            .arg(name, text);
    };
    const auto& narrowest = air.narrowest();
    const auto& throat = air.port().shape().airFromValve ? air.layers().front() : air.layers().back();
    const auto swings = std::ranges::max_element(air.layers(), {}, &port_field::LayerAir::turbulence);
    QString text = QStringLiteral("<table cellspacing=0 cellpadding=1>");
    text += row(tr("Run"), runName(w, run));
    text += row(tr("Fastest"), tr("%1; instant %2").arg(place(fastest), place(instant)));
    text += row(tr("Flows"), tr("%1 of the throat; least %2 at %3")
                                 .arg(w.text(Kind::Percent, throat.flowing), w.text(Kind::Percent, narrowest.flowing),
                                      w.text(Kind::Position, narrowest.s.si())));
    text += row(tr("Dead"), deadText(w, air));
    text += row(tr("Weak"),
                tr("%1 under %2 of the mean, the dead air included")
                    .arg(w.text(Kind::Volume, air.weakVolume().si()), w.text(Kind::Percent, port_field::kWeakShare)));
    text += row(tr("Lets go"), letsGoText(w, air, *side.instant));
    text += row(tr("Loses"), worstStretch(w, air));
    text +=
        row(tr("Swings"), tr("up to %1 of the mean at %2: much is a hint of flutter")
                              .arg(w.text(Kind::Percent, swings->turbulence), w.text(Kind::Position, swings->s.si())));
    return text + row(tr("Sure?"), meshText(w, runs, *side.shape, run.solved.quality)) + QStringLiteral("</table>");
}

/// What there is to say while there is no run of this shape.
QString noRunText(const app::Workspace& w, const app::VirtualProbe& probe, const ViscousRuns& runs)
{
    const auto& side = probe.present();
    if (!side.shape || !w.port())
        return tr("No run yet. Missing: %1.").arg(withLinks(w, side.shape.missing));
    if (const auto old = runs.stale(w.port()->id, viscous::Variant::AsItIs, *side.shape))
        return tr("The last run (%1) is out of date: %2 has changed since. Run it again.")
            .arg(runName(w, *old), w.text(port_field::differenceOf(old->solved.air->port().shape(), *side.shape)));
    return tr(
        "No run of this shape yet. Run shows where the air is dead behind the short side, how fast it really runs "
        "beside that, and where the pressure goes.");
}

}  // namespace

QWidget* makeFoundPanel(Context context, app::VirtualProbe& probe, ViscousRuns& runs)
{
    auto* found = new Panel(tr("What it found"));
    auto* numbers = probeLabel(probe, "viscousFound", [&w = context.workspace, &probe, &runs] {
        const QString text = numbersText(w, probe, runs);
        return text.isEmpty() ? noRunText(w, probe, runs) : text;
    });
    numbers->setWordWrap(true);
    numbers->setAlignment(Qt::AlignTop);
    numbers->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    numbers->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto* pages = new QStackedWidget;
    pages->addWidget(scrolled(numbers));
    pages->addWidget(new LossCanvas(context, probe));
    found->addTool(new Switch(
        {tr("In numbers"), tr("Along the runner")}, [pages](int i) { pages->setCurrentIndex(i); },
        QStringLiteral("foundShows")));
    found->body()->addWidget(pages, 1);
    return found;
}

}  // namespace euryth::widgets
