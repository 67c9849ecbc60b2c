// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey_canvases.hpp"

#include "plans/alike_ports.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include "analysis/compare.hpp"
#include "drawing/paint_empty.hpp"

namespace euryth::widgets {

SeatCanvas::SeatCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("seatCanvas"));
    setMinimumSize(220, 300);
    setAccessibleName(tr("Seat stack to scale, and opening over lift"));
}

SeatPicture SeatCanvas::makeScene() const
{
    const auto& analysis = workspace().analysisNow();
    const job::Port* port = workspace().port();
    SeatPicture picture;
    drawing::SeatScene& seat = picture.seat;
    seat.units = workspace().displayUnits();
    seat.stack = analysis.seat.value;
    seat.valve = port ? port->valve.diameter.value_or(Length{}) : Length{};
    if (port)
        seat.scribeBelow = job::scribeBelow(workspace().job().house, port->side);
    seat.missing = tr("No picture of the seat yet. Missing: %1.").arg(workspace().text(analysis.seat.missing));
    drawing::OpeningScene& opening = picture.opening;
    opening.units = seat.units;
    opening.valve = analysis.valve.value;
    const auto& engine = workspace().job().engine;
    const bool intake = !port || port->side == job::Side::Intake;
    if (const auto lift = intake ? engine.intakeCam.lift : engine.exhaustCam.lift)
        opening.greatestLift = std::max(*lift * 1.15, lengthFromMm(1.0));
    opening.missing = tr("No opening curve yet. Missing: %1.").arg(workspace().text(analysis.valve.missing));
    const bool same = port && m_valve == port->valve && m_reckoned.greatestLift == opening.greatestLift;
    if (same) {
        opening.curve = m_reckoned.curve;
        opening.throatFrom = m_reckoned.throatFrom;
    } else {
        drawing::reckonOpening(opening);
    }
    m_valve = port ? std::optional(port->valve) : std::nullopt;
    m_reckoned = opening;
    return picture;
}

std::pair<QRectF, QRectF> SeatCanvas::parts() const
{
    const QRectF whole = area();
    const QRectF top(whole.left(), whole.top(), whole.width(), whole.height() * 0.55);
    return {top, {whole.left(), top.bottom() + 8, whole.width(), whole.height() - top.height() - 8}};
}

QString SeatCanvas::readOff(QPointF at) const
{
    const auto opening = drawing::openingUnder(scene().opening, parts().second, at);
    return opening ? tr("%1: %2").arg(workspace().text(units::Kind::Length, opening->x()),
                                      workspace().text(units::Kind::Area, opening->y()))
                   : QString();
}

void SeatCanvas::draw(QPainter& painter, const SeatPicture& picture)
{
    const auto [top, bottom] = parts();
    drawing::paintSeat(painter, theme(), picture.seat, top);
    drawing::paintOpening(painter, theme(), picture.opening, bottom);
}

std::vector<std::size_t> comparedPorts(const app::Workspace& workspace)
{
    return workspace.portIndex() ? plans::alikePorts(workspace.job(), *workspace.portIndex())
                                 : std::vector<std::size_t>{};
}

CompareCanvas::CompareCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("compareCanvas"));
    setMinimumSize(220, 300);
    setAccessibleName(tr("Ports over each other"));
}

drawing::CompareScene CompareCanvas::makeScene() const
{
    drawing::CompareScene scene;
    scene.units = workspace().displayUnits();
    const auto indices = comparedPorts(workspace());
    const job::Port* chosen = workspace().port();
    if (indices.size() < 2) {
        scene.missing = tr("There is no other port of this side to compare with.");
        return scene;
    }
    if (chosen && workspace().station())
        scene.s = chosen->stations[*workspace().station()].s;
    std::vector<std::optional<double>> areas;
    for (const std::size_t i : indices) {
        const job::Port& port = workspace().job().ports[i];
        const auto& analysis = workspace().analysisNow(i);
        drawing::CompareScene::Entry entry;
        entry.id = QString::fromStdString(port.id);
        entry.chosen = workspace().portIndex() == i;
        entry.areas = analysis.areas.value;
        std::optional<double> area;
        if (scene.s) {
            constexpr Length near = lengthFromMm(6.0);  // ports of one head are not measured at the same places
            if (const auto station = job::stationNear(port, *scene.s, near))
                entry.section = analysis.sections[*station];
            if (entry.areas && *scene.s >= entry.areas->start() && *scene.s <= entry.areas->end())
                area = entry.areas->at(*scene.s).si();
        }
        areas.push_back(area);
        scene.entries.push_back(std::move(entry));
    }
    if (const auto odd = analysis::spreadOf(areas).odd)
        scene.entries[*odd].odd = true;
    return scene;
}

void CompareCanvas::draw(QPainter& painter, const drawing::CompareScene& scene)
{
    drawing::paintCompare(painter, theme(), scene, area());
}

/// The areas of the ports at one place, each with its name.
QString CompareCanvas::readOff(QPointF at) const
{
    const drawing::CompareScene& picture = scene();
    const auto s = drawing::compareDistanceAt(picture, area(), at);
    if (!s)
        return {};
    QStringList areas;
    for (const auto& entry : picture.entries) {
        if (entry.areas && *s >= entry.areas->start() && *s <= entry.areas->end())
            areas << QStringLiteral("%1 %2").arg(entry.id,
                                                 workspace().text(units::Kind::Area, entry.areas->at(*s).si()));
    }
    return tr("%1: %2").arg(workspace().text(units::Kind::Position, s->si()), areas.join(QStringLiteral(" · ")));
}

BigReadout::BigReadout(Context context, QWidget* parent) : QWidget(parent), m_context(context)
{
    setObjectName(QStringLiteral("bigReadout"));
    setFixedHeight(118);
    const auto follow = [this] { setVisible(m_context.look.bigDigits()); };
    connect(&context.look, &Look::changed, this, follow);
    follow();
}

void BigReadout::show(const QString& meaning, const QString& value, const QString& unit)
{
    m_meaning = meaning;
    m_value = value;
    m_unit = unit;
    update();
}

void BigReadout::paintEvent(QPaintEvent*)
{
    const drawing::Theme& theme = m_context.look.theme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    painter.setPen(QPen(theme.now, 2.0));
    painter.setBrush(theme.field);
    painter.drawRoundedRect(box, 4, 4);
    painter.setPen(theme.ink2);
    painter.setFont(drawing::font(20));
    painter.drawText(box.adjusted(14, 8, -14, 0), Qt::AlignLeft | Qt::AlignTop, m_meaning);
    constexpr int digits = 64;
    painter.setPen(theme.ink);
    painter.setFont(drawing::font(digits, true));
    const QRectF line = box.adjusted(14, 30, -14, -2);
    const double wide = painter.fontMetrics().horizontalAdvance(m_value);
    painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter, m_value);
    painter.setPen(theme.ink2);
    painter.setFont(drawing::font(28));
    painter.drawText(line.adjusted(wide + 10, 14, 0, 0), Qt::AlignLeft | Qt::AlignVCenter, m_unit);
}

}  // namespace euryth::widgets
