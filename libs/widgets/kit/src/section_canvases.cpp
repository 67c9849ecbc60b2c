// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include <QMouseEvent>
#include <QPainter>

#include "analysis/pins.hpp"
#include "drawing/paint_empty.hpp"
#include "geometry/wall_contour.hpp"
#include "kit/section_canvases.hpp"

namespace euryth::widgets {

namespace {

void addOpenings(const job::Port& port, drawing::SectionScene& scene)
{
    const auto add = [&](const job::Opening& opening, const QString& name) {
        if (const auto shape = opening.shape()) {
            scene.openings.push_back(
                {*shape, {opening.shiftLeft.value_or(Length{}).si(), opening.shiftUp.value_or(Length{}).si()}, name});
        }
    };
    add(port.manifold, port.side == job::Side::Intake ? SectionCanvas::tr("manifold") : SectionCanvas::tr("header"));
    add(port.gasket, SectionCanvas::tr("gasket"));
}

/// How deep each wall of a station may be cut; nothing where it was not measured.
geometry::PerSector<std::optional<Length>> mayGo(const cutting::CutProblem& problem, std::size_t station)
{
    geometry::PerSector<std::optional<Length>> may;
    for (const geometry::Sector s : geometry::kSectors) {
        const auto bound = cutting::depthBound(problem.stations[station], s, problem.limits);
        if (bound.hold != cutting::Hold::Unmeasured)
            may[geometry::index(s)] = bound.greatest;
    }
    return may;
}

/// In the frame of the present section.
std::vector<geometry::Point> plannedOutline(const planning::PlannedSection& planned)
{
    constexpr std::size_t points = 180;
    auto outline = geometry::WallContour(planned.section).outline(points);
    if (std::holds_alternative<geometry::RoundedRectangle>(planned.section)) {
        for (geometry::Point& p : outline)
            p = {p.left + planned.middle.left, p.up + planned.middle.up};
    }
    return outline;
}

/// Findings between whose stations the chosen one is.
void addPins(const app::Workspace& workspace, drawing::SectionScene& scene)
{
    const job::Port& port = *workspace.port();
    for (std::size_t i = 0; i < port.pins.size(); ++i) {
        const auto stations = analysis::stationsAt(port, port.pins[i]);
        if (std::ranges::count(stations, *workspace.station()) > 0)
            scene.pins.push_back({port.pins[i].sector, drawing::tagOf(port.pins[i], workspace.pin() == i)});
    }
}

}  // namespace

SectionCanvas::SectionCanvas(Context context, Shows shows, QWidget* parent)
    : SceneCanvas(context, parent),
      m_shows(shows)
{
    setMinimumSize(220, 160);
    setAccessibleName(tr("Section from the window, roof up"));
}

QRectF SectionCanvas::pictureArea() const { return m_shows == Shows::Speeds ? area().adjusted(0, 0, 0, -30) : area(); }

std::optional<drawing::SectionScene> SectionCanvas::makeScene() const
{
    const auto station = workspace().station();
    if (!station)
        return std::nullopt;
    const auto& analysis = workspace().analysisNow();
    drawing::SectionScene scene;
    scene.station = workspace().port()->stations[*station];
    scene.shape = analysis.sections[*station];
    scene.units = workspace().displayUnits();
    scene.theme = theme();
    scene.showSizes = m_shows == Shows::Sizes;
    if (m_shows == Shows::Sizes) {
        scene.chosenSector = workspace().sector();
        if (*station == 0)
            addOpenings(*workspace().port(), scene);
    }
    if (analysis.cutProblem) {
        for (const geometry::Sector s : geometry::kSectors)
            scene.hold[geometry::index(s)] =
                cutting::depthBound(analysis.cutProblem->stations[*station], s, analysis.cutProblem->limits).hold;
    }
    if (m_shows == Shows::Plan && *station < analysis.planned.size() && analysis.planned[*station])
        scene.planned = plannedOutline(*analysis.planned[*station]);
    if (m_shows == Shows::Cut && analysis.cut) {
        scene.cut = analysis.cut->depths[*station];
        scene.may = mayGo(*analysis.cutProblem, *station);
    }
    addPins(workspace(), scene);
    const auto* probe = workspace().probeResult();
    if (m_shows == Shows::Speeds && probe && probe->station == station && probe->traverse) {
        scene.map = probe->map ? &*probe->map : nullptr;
        scene.traverse = &*probe->traverse;
        std::tie(scene.speedLow, scene.speedHigh) = drawing::speedRange(analysis);
        scene.chosenPoint = workspace().point();
    }
    return scene;
}

void SectionCanvas::draw(QPainter& painter, const std::optional<drawing::SectionScene>& picture)
{
    if (!picture)
        return drawing::paintEmpty(painter, theme(), area(), tr("No station chosen."));
    drawing::SectionView(*picture, pictureArea()).paint(painter);
    if (m_shows != Shows::Speeds)
        return;
    if (picture->map) {
        const double wide = std::min(260.0, area().width() - 24.0);
        drawing::paintSpeedBar(painter, theme(), {area().right() - wide - 12, area().bottom() - 30, wide, 28},
                               picture->speedLow, picture->speedHigh, workspace().displayUnits());
    } else {
        drawing::paintEmpty(painter, theme(), area(),
                            tr("No readings here yet.\nCtrl+Insert adds a set at this station."));
    }
}

/// Where in the section the pointer is, from its middle.
QString SectionCanvas::readOff(QPointF at) const
{
    const auto& picture = scene();
    if (!picture)
        return {};
    const geometry::Point p = drawing::SectionView(*picture, pictureArea()).toSection(at);
    const auto length = [&](double si) { return workspace().text(units::Kind::Length, std::abs(si)); };
    return tr("%1 %2, %3 %4")
        .arg(p.left < 0.0 ? tr("right") : tr("left"), length(p.left), p.up < 0.0 ? tr("down") : tr("up"), length(p.up));
}

void SectionCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture)
        return;
    const drawing::SectionView view(*picture, pictureArea());
    if (const auto reading = view.readingAt(event->position()))
        workspace().choosePoint(*reading);
    if (workspace().sector()) {
        if (const auto sector = view.wallAt(event->position()))
            workspace().chooseSector(*sector);
    }
}

LongSectionCanvas::LongSectionCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setMinimumHeight(80);
    setAccessibleName(tr("Long section"));
}

drawing::LongSectionScene LongSectionCanvas::makeScene() const
{
    const job::Port* port = workspace().port();
    if (!port) {
        drawing::LongSectionScene none;
        none.missing = tr("This job has no port yet.");
        return none;
    }
    const job::Reading* tip = nullptr;
    const auto* probe = workspace().probeResult();
    if (probe && probe->station == workspace().station() && workspace().point())
        tip = &port->probes[probe->index].readings[*workspace().point()];
    return drawing::longSectionScene(*port, workspace().analysisNow(), workspace().station(), tip,
                                     workspace().displayUnits());
}

void LongSectionCanvas::draw(QPainter& painter, const drawing::LongSectionScene& picture)
{
    drawing::LongSectionView(picture, area()).paint(painter, theme());
}

QString LongSectionCanvas::readOff(QPointF at) const
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return {};
    const geometry::SidePoint p = drawing::LongSectionView(picture, area()).toSide(at);
    return tr("along %1, up %2")
        .arg(workspace().text(units::Kind::Position, p.x), workspace().text(units::Kind::Position, p.z));
}

void LongSectionCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    if (const auto station = drawing::LongSectionView(picture, area()).stationAt(event->position()))
        workspace().chooseStation(*station);
}

}  // namespace euryth::widgets
