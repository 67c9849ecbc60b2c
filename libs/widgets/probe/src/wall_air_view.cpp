// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QPainter>

#include "drawing/peel_view.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using geometry::Sector;
using units::Kind;

namespace {

/// The wall unrolled with the computed speed along it, or the shape factor of its boundary layer.
class WallPeel : public SceneCanvas<drawing::PeelScene> {
public:
    WallPeel(Context context, app::VirtualProbe& probe) : SceneCanvas(context), m_probe(probe)
    {
        setObjectName(QStringLiteral("wallPeel"));
        setMinimumHeight(130);
        setAccessibleName(tr("The wall unrolled, with the computed speed along it"));
        connect(&probe, &app::VirtualProbe::changed, this, &Canvas::outdate);
    }
    [[nodiscard]] drawing::PeelShows shows() const { return m_shows; }
    void setShows(drawing::PeelShows shows)
    {
        m_shows = shows;
        outdate();
    }

protected:
    void draw(QPainter& painter, const drawing::PeelScene& picture) override
    {
        drawing::PeelView(picture, area()).paint(painter, theme());
    }
    [[nodiscard]] QString readOff(QPointF at) const override
    {
        const auto& picture = scene();
        return picture.missing.isEmpty() ? drawing::PeelView(picture, area()).textAt(at) : QString();
    }
    void mousePressEvent(QMouseEvent* event) override
    {
        const auto& picture = scene();
        if (!picture.missing.isEmpty())
            return;
        if (const auto place = drawing::PeelView(picture, area()).placeAt(event->position()))
            workspace().chooseStation(place->station);
    }

private:
    [[nodiscard]] drawing::PeelScene makeScene() const override
    {
        drawing::PeelScene scene;
        scene.shows = m_shows;
        scene.units = workspace().displayUnits();
        scene.chosenStation = workspace().station();
        const auto& side = m_probe.present();
        scene.missing = fieldMissing(m_probe, side);
        const job::Port* port = workspace().port();
        if (m_shows == drawing::PeelShows::WallShear && !side.run)
            scene.missing = tr("The shear on the wall comes from a viscous run, and this shape has none yet.");
        if (!scene.missing.isEmpty() || !port || port->stations.size() != side.shape->sections.size())
            return scene;
        const auto scale = drawing::speedScale(side.shown->own().range());
        scene.speedLow = scale.low;
        scene.speedHigh = scale.high;
        for (std::size_t i = 0; i < port->stations.size(); ++i) {
            const Length s = port->stations[i].s;
            auto& column = scene.cells.emplace_back();
            for (const Sector sector : geometry::kSectors)
                column[geometry::index(sector)] = cell(side, s, sector);
            scene.s.push_back(s.si());
            scene.names.push_back(workspace().text(analysis::stationName(workspace().analysisNow(), *port, i)));
        }
        return scene;
    }
    [[nodiscard]] drawing::PeelScene::Cell cell(const app::VirtualProbe::Side& side, Length s, Sector sector) const
    {
        using drawing::PeelShows;
        const double round = static_cast<double>(geometry::index(sector)) / geometry::kSectorCount;
        const port_field::AirField& air = side.shown->own();
        drawing::PeelScene::Cell cell;
        switch (m_shows) {
        case PeelShows::WallShear:
            if (const auto shear = side.run->wallShearAt(s, round))
                cell.value = shear->si();
            return cell;
        case PeelShows::FieldSpeed:
            if (const auto speed = air.wallSpeedAt(s, round))
                cell.value = speed->si();
            cell.doubtful = !air.isTrustedOn(sector, s);
            return cell;
        default: return layerCell(air, s, sector);
        }
    }
    /// What the boundary layer is like.
    [[nodiscard]] drawing::PeelScene::Cell layerCell(const port_field::AirField& air, Length s, Sector sector) const
    {
        drawing::PeelScene::Cell cell;
        const auto& wall = air.walls()[geometry::index(sector)];
        const auto after = std::ranges::lower_bound(wall.line.s, s.si() - 1e-9) - wall.line.s.begin();
        const auto at = static_cast<std::size_t>(std::min(after, std::ssize(wall.line.s) - 1));
        if (const auto& layer = wall.layer[at])
            cell.value = m_shows == drawing::PeelShows::LayerShape       ? layer->shape
                         : m_shows == drawing::PeelShows::LayerThickness ? layer->momentumThickness
                                                                         : layer->friction;
        cell.doubtful = port_field::isBehindLiftOff(wall, air.shape().airFromValve, s);
        return cell;
    }

    app::VirtualProbe& m_probe;
    drawing::PeelShows m_shows = drawing::PeelShows::FieldSpeed;
};

/// The shear on the wall as the peel colours it: the stronger the darker, red where the air runs back.
std::optional<QColor> shearColour(const drawing::Theme& theme, const port_field::AirField& air, Length s, double round)
{
    const auto shear = air.wallShearAt(s, round);
    if (!shear)
        return std::nullopt;
    constexpr double strong = 20.0;  // Pa
    return shear->si() < 0.0 ? drawing::tint(theme.panel, theme.danger, 0.6)
                             : drawing::tint(theme.panel, theme.now, 0.8 * std::min(1.0, shear->si() / strong));
}

QString wallTable(const app::Workspace& w, const app::VirtualProbe& probe)
{
    const auto& air = probe.present().shown;
    if (!air)
        return {};
    const auto cell = [](const QString& text) {
        return QStringLiteral("<td style='padding-left:12px'>%1</td>").arg(text);
    };
    QString table = QStringLiteral("<table cellspacing=0 cellpadding=1><tr><td><b>%1</b></td>").arg(tr("wall"));
    for (const QString& title : {tr("up to"), tr("at"), tr("H up to"), tr("the air"), tr("from")})
        table += cell(QStringLiteral("<b>%1</b>").arg(title));
    const auto& run = probe.present().run;
    if (run)
        table += cell(QStringLiteral("<b>%1</b>").arg(tr("viscous: from")));
    table += QStringLiteral("</tr>");
    for (const Sector sector : geometry::kSectors) {
        const auto& wall = air->walls()[geometry::index(sector)];
        table += QStringLiteral("<tr><td>%1</td>").arg(w.text(nameOf(sector))) +
                 cell(w.text(Kind::Speed, wall.peak.si())) + cell(w.text(Kind::Position, wall.peakAt.si())) +
                 cell(plainText(w, wall.greatestShape, 2)) +
                 cell(wall.liftsOff()      ? tr("lets go")
                      : wall.outsideOfTurn ? tr("slows, outside")
                      : wall.near()        ? tr("near")
                                           : tr("holds")) +
                 cell(wall.liftsOffAt ? w.text(Kind::Position, wall.liftsOffAt->si()) : QString());
        if (run) {
            const auto letsGo = run->letsGoOf(sector);
            table += cell(letsGo ? w.text(Kind::Position, letsGo->si()) : tr("holds"));
        }
        table += QStringLiteral("</tr>");
    }
    return table + QStringLiteral("</table>");
}

}  // namespace

QWidget* makeWallAirView(Context context, app::VirtualProbe& probe)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("wallAirView"));
    auto* peelPanel = new Panel(tr("The wall unrolled"));
    auto* peel = new WallPeel(context, probe);
    auto* spacePanel = new Panel(tr("In space"));
    auto* space = new LoftCanvas(context);
    const auto note = [&w = context.workspace, peelPanel, spacePanel, peel] {
        const QString hatched = tr("; hatched: behind lift-off");
        const bool same =
            peel->shows() == drawing::PeelShows::FieldSpeed || peel->shows() == drawing::PeelShows::WallShear;
        spacePanel->setNote(same ? tr("in the colours of the wall above") : tr("in the colours of the speed"));
        switch (peel->shows()) {
        case drawing::PeelShows::LayerShape: return peelPanel->setNote(tr("shape factor H") + hatched);
        case drawing::PeelShows::LayerThickness:
            return peelPanel->setNote(tr("momentum thickness, %1").arg(w.symbol(Kind::Length)) + hatched);
        case drawing::PeelShows::LayerFriction: return peelPanel->setNote(tr("friction, thousandths") + hatched);
        case drawing::PeelShows::WallShear: return peelPanel->setNote(tr("viscous run, Pa; red: the air runs back"));
        default:
            return peelPanel->setNote(tr("%1 off the wall").arg(w.text(Kind::Length, air::kPitotDistance.si())) +
                                      hatched);
        }
    };
    auto* shows = new Switch(
        {tr("Speed"), tr("Layer H"), tr("Thickness"), tr("Friction"), tr("Shear")},
        [peel, space, note](int i) {
            using S = drawing::PeelShows;
            constexpr std::array all{S::FieldSpeed, S::LayerShape, S::LayerThickness, S::LayerFriction, S::WallShear};
            peel->setShows(all[static_cast<std::size_t>(i)]);
            note();
            space->outdate();
        },
        QStringLiteral("wallShows"));
    QObject::connect(&probe, &app::VirtualProbe::changed, peelPanel, note);
    note();
    peelPanel->addTool(shows);
    peelPanel->body()->addWidget(peel, 1);
    space->setObjectName(QStringLiteral("fieldSpace"));
    space->setMinimumSize(200, 120);
    constexpr double near = 2.0;  // steps: the panel is small
    space->zoomBy(near);
    space->colourBy([&probe, peel, &look = context.look](Length s, double round) -> std::optional<QColor> {
        const auto& side = probe.present();
        if (peel->shows() == drawing::PeelShows::WallShear && side.run)
            return shearColour(drawing::theme(look.style()), *side.run, s, round);
        const auto speed = side.shown ? side.shown->wallSpeedAt(s, round) : std::nullopt;
        if (!speed)
            return std::nullopt;
        const auto scale = drawing::speedScale(side.shown->own().range());
        return drawing::speedColour((speed->si() - scale.low) / (scale.high - scale.low));
    });
    QObject::connect(&probe, &app::VirtualProbe::changed, space, &Canvas::outdate);
    spacePanel->body()->addWidget(space, 1);
    auto* tablePanel = new Panel(tr("Boundary layer, wall by wall"));
    auto* table = probeLabel(probe, "wallTable", [&w = context.workspace, &probe] { return wallTable(w, probe); });
    table->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    table->setToolTip(
        tr("H is the shape factor of the boundary layer (Head's method): over 1.8 the air is near letting "
           "go, at 2.4 it lifts off. It ranks walls; a real floor lets go up to half the port's height earlier. "
           "On the outside of a turn "
           "the method is too strict: there a wall only slows."));
    tablePanel->body()->addWidget(table);
    tablePanel->body()->addStretch(1);
    auto* bottom = new QHBoxLayout;
    bottom->setSpacing(8);
    bottom->addWidget(spacePanel, 1);
    bottom->addWidget(tablePanel);
    auto* column = new QVBoxLayout(view);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(peelPanel, 1);
    column->addLayout(bottom, 1);
    view->setFocusProxy(space);
    return view;
}

}  // namespace euryth::widgets
