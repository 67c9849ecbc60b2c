// SPDX-License-Identifier: GPL-3.0-or-later
#include "probe/virtual_canvases.hpp"
#include "kit/field_links.hpp"

#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "drawing/section_view.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::widgets {

using geometry::Sector;

namespace {

constexpr int kShiftSteps = 10;

/// Room for the colour scale under a section.
QRectF withoutBar(const QRectF& area) { return area.adjusted(0, 0, 0, -34); }

int stepsOf(const QKeyEvent& event) { return event.modifiers() & Qt::ShiftModifier ? kShiftSteps : 1; }

}  // namespace

QString fieldMissing(const app::VirtualProbe& probe, const app::VirtualProbe::Side& side)
{
    if (side.shown)
        return {};
    if (!side.missing.empty())
        return QCoreApplication::translate("FieldView", "No computed field yet. Missing: %1.")
            .arg(withLinks(probe.workspace(), side.missing));
    return probe.isWorking() ? QCoreApplication::translate("FieldView", "The field is being worked out...")
                             : QCoreApplication::translate("FieldView", "Nothing to compare with yet.");
}

QString instantMissing(const app::VirtualProbe& probe, const app::VirtualProbe::Side& side)
{
    return side.instant ? QString() : fieldMissing(probe, side);
}

drawing::FieldPicture fieldPicture(const app::Workspace& workspace, const port_field::AirField& air,
                                   const port_field::AirField& scaledBy)
{
    // Two ports share a scale of speeds; a difference has its own.
    const port_field::SpeedRange own = air.range();
    return {air, drawing::speedScale(own.difference ? own : scaledBy.range()), workspace.displayUnits()};
}

FieldSectionCanvas::FieldSectionCanvas(Context context, app::VirtualProbe& probe, Shows shows, QWidget* parent)
    : SceneCanvas(context, parent),
      m_probe(probe),
      m_shows(shows)
{
    setMinimumSize(200, 140);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Computed speed in the section, from the window, roof up"));
    connect(&probe, &app::VirtualProbe::changed, this, &Canvas::outdate);
}

Length FieldSectionCanvas::sectionAt() const
{
    const auto station = workspace().station();
    return m_compares && station ? workspace().port()->stations[*station].s : m_probe.tip().s;
}

drawing::FieldSectionScene FieldSectionCanvas::makeScene() const
{
    const bool present = m_shows == Shows::Present;
    const auto& side = present ? m_probe.present() : m_probe.other();
    drawing::FieldSectionScene scene;
    scene.missing = fieldMissing(m_probe, side);
    if (!scene.missing.isEmpty())
        return scene;
    const auto& first = m_probe.present();
    const Length s = sectionAt();
    scene = drawing::fieldSection(fieldPicture(workspace(), *side.shown, first.shown ? *first.shown : *side.shown), s);
    scene.tip = m_probe.tip().at;
    scene.roomForHandles = m_compares;
    scene.otherIsPlan = present;
    const auto& beside = present ? m_probe.other() : m_probe.present();
    if (m_compares && beside.shown)
        scene.otherWall = beside.shown->wallAt(s);
    if (present && m_compares)
        addHandles(scene);
    return scene;
}

void FieldSectionCanvas::addHandles(drawing::FieldSectionScene& scene) const
{
    const auto station = workspace().station();
    if (!station)
        return;
    const auto& section = workspace().analysisNow().sections[*station];
    const geometry::WallContour contour(section);
    for (const Sector sector : geometry::kSectors) {
        const auto place = contour.placeAt(contour.middleOf(sector));
        const double depth = m_probe.pushAt(*station, sector).si();
        const geometry::Point at{place.point.left + place.outward.left * depth,
                                 place.point.up + place.outward.up * depth};
        const QString label = depth == 0.0 ? QString() : workspace().number(units::Kind::Length, depth);
        scene.handles.push_back({at, label, sector == m_wall && hasFocus()});
    }
}

QString FieldSectionCanvas::readOff(QPointF at) const
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return {};
    const auto speed =
        drawing::speedAt(picture.sheet, drawing::FieldSectionView(picture, withoutBar(area())).toSection(at));
    return speed ? workspace().text(units::Kind::Speed, *speed) : QString();
}

QPointF FieldSectionCanvas::handleOf(Sector sector) const
{
    const auto& picture = scene();
    return drawing::FieldSectionView(picture, withoutBar(area()))
        .toPixel(picture.handles.at(geometry::index(sector)).at);
}

QPointF FieldSectionCanvas::pixelOf(geometry::Point at) const
{
    const auto& picture = scene();
    return drawing::FieldSectionView(picture, withoutBar(area())).toPixel(at);
}

void FieldSectionCanvas::draw(QPainter& painter, const drawing::FieldSectionScene& picture)
{
    drawing::FieldSectionView(picture, withoutBar(area())).paint(painter, theme());
    if (!picture.missing.isEmpty())
        return;
    const double wide = std::min(260.0, area().width() - 24.0);
    drawing::paintSpeedBar(painter, theme(), {area().center().x() - wide / 2, area().bottom() - 30, wide, 28},
                           picture.scale, workspace().displayUnits());
}

void FieldSectionCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    const drawing::FieldSectionView view(picture, withoutBar(area()));
    const geometry::Point at = view.toSection(event->position());
    if (const auto handle = view.handleAt(event->position())) {
        m_grabbed = geometry::kSectors[*handle];
        m_wall = *m_grabbed;
        m_grabAt = at;
        m_grabDepth = m_probe.pushAt(*workspace().station(), m_wall);
        return outdate();
    }
    m_probe.setTip({sectionAt(), at});
}

void FieldSectionCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (!(event->buttons() & Qt::LeftButton))
        return;
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    if (m_grabbed)
        return pushTo(event->position(), false);
    const drawing::FieldSectionView view(picture, withoutBar(area()));
    m_probe.setTip({sectionAt(), view.toSection(event->position())});
}

void FieldSectionCanvas::mouseReleaseEvent(QMouseEvent* event)
{
    if (m_grabbed)
        pushTo(event->position(), true);
    m_grabbed.reset();
}

void FieldSectionCanvas::pushTo(QPointF pixel, bool settled)
{
    const std::size_t station = *workspace().station();
    const auto& picture = scene();
    const geometry::Point at = drawing::FieldSectionView(picture, withoutBar(area())).toSection(pixel);
    const geometry::WallContour contour(workspace().analysisNow().sections[station]);
    const auto outward = contour.placeAt(contour.middleOf(m_wall)).outward;
    const double by = (at.left - m_grabAt.left) * outward.left + (at.up - m_grabAt.up) * outward.up;
    constexpr double tenth = 1e-4;  // a hand is no better
    m_probe.push(station, m_wall, Length::fromSi(std::round((m_grabDepth.si() + by) / tenth) * tenth), settled);
}

bool FieldSectionCanvas::pushByKey(const QKeyEvent& event)
{
    if (!m_compares || m_shows == Shows::Other || !workspace().station())
        return false;
    const int wall = event.key() - Qt::Key_1;
    if (wall >= 0 && wall < static_cast<int>(geometry::kSectorCount)) {
        m_wall = geometry::kSectors[static_cast<std::size_t>(wall)];
        outdate();
        return true;
    }
    const bool out = event.key() == Qt::Key_Plus || event.key() == Qt::Key_Equal;
    if (!out && event.key() != Qt::Key_Minus)
        return false;
    // + takes Shift on many keyboards, so that Ctrl it is that makes the step larger.
    const Length step = lengthFromMm(event.modifiers() & Qt::ControlModifier ? 1.0 : 0.1);
    const std::size_t station = *workspace().station();
    const Length depth = m_probe.pushAt(station, m_wall) + (out ? step : step * -1.0);
    m_probe.push(station, m_wall, Length::fromSi(std::round(depth.si() * 1e4) / 1e4), true);
    return true;
}

void FieldSectionCanvas::keyPressEvent(QKeyEvent* event)
{
    if (pushByKey(*event))
        return;
    const int steps = stepsOf(*event);
    switch (event->key()) {
    case Qt::Key_Left: return m_probe.stepTip(0, steps, 0);
    case Qt::Key_Right: return m_probe.stepTip(0, -steps, 0);
    case Qt::Key_Up: return m_probe.stepTip(0, 0, steps);
    case Qt::Key_Down: return m_probe.stepTip(0, 0, -steps);
    case Qt::Key_PageUp: return m_probe.stepTip(-steps, 0, 0);
    case Qt::Key_PageDown: return m_probe.stepTip(steps, 0, 0);
    default: return SceneCanvas::keyPressEvent(event);
    }
}

FieldLongCanvas::FieldLongCanvas(Context context, app::VirtualProbe& probe, QWidget* parent)
    : SceneCanvas(context, parent),
      m_probe(probe)
{
    setObjectName(QStringLiteral("fieldLong"));
    setMinimumHeight(110);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Computed speed in the upright middle of the port"));
    connect(&probe, &app::VirtualProbe::changed, this, &Canvas::outdate);
}

drawing::FieldLongScene FieldLongCanvas::makeScene() const
{
    const auto& side = m_probe.present();
    drawing::FieldLongScene scene;
    scene.missing = fieldMissing(m_probe, side);
    if (scene.missing.isEmpty())
        scene = drawing::fieldLong(fieldPicture(workspace(), *side.shown, *side.shown), m_probe.tip());
    return scene;
}

QPointF FieldLongCanvas::pixelOf(const geometry::Point& side) const
{
    const auto& picture = scene();
    return drawing::FieldLongView(picture, area()).toPixel(side);
}

QString FieldLongCanvas::readOff(QPointF at) const
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return {};
    const auto speed = drawing::speedAt(picture.sheet, drawing::FieldLongView(picture, area()).toSide(at));
    return speed ? workspace().text(units::Kind::Speed, *speed) : QString();
}

void FieldLongCanvas::draw(QPainter& painter, const drawing::FieldLongScene& picture)
{
    drawing::FieldLongView(picture, area()).paint(painter, theme());
}

void FieldLongCanvas::tipTo(QPointF pixel)
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    m_probe.setTip(
        drawing::tipFromSide(*m_probe.present().shown, drawing::FieldLongView(picture, area()).toSide(pixel)));
}

void FieldLongCanvas::mousePressEvent(QMouseEvent* event) { tipTo(event->position()); }

void FieldLongCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons() & Qt::LeftButton)
        tipTo(event->position());
}

void FieldLongCanvas::keyPressEvent(QKeyEvent* event)
{
    const int steps = stepsOf(*event);
    switch (event->key()) {
    case Qt::Key_Left: return m_probe.stepTip(-steps, 0, 0);
    case Qt::Key_Right: return m_probe.stepTip(steps, 0, 0);
    case Qt::Key_Up: return m_probe.stepTip(0, 0, steps);
    case Qt::Key_Down: return m_probe.stepTip(0, 0, -steps);
    default: return SceneCanvas::keyPressEvent(event);
    }
}

}  // namespace euryth::widgets
