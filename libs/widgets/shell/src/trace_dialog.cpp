// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include <QCheckBox>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/language.hpp"
#include "shell/dialogs.hpp"
#include "units/parse.hpp"

namespace euryth::widgets {

namespace {

constexpr std::size_t kScalePoints = 2;

}  // namespace

TraceCanvas::TraceCanvas(Context context, QImage picture, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_picture(std::move(picture)),
      m_hand(m_picture.width() / 2.0, m_picture.height() / 2.0)
{
    setObjectName(QStringLiteral("traceCanvas"));
    setMinimumSize(520, 380);
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setCursor(Qt::CrossCursor);
}

QRectF TraceCanvas::pictureRect() const
{
    const QSizeF size = QSizeF(m_picture.size()).scaled(QSizeF(rect().size()), Qt::KeepAspectRatio);
    QRectF box(QPointF(), size);
    box.moveCenter(QRectF(rect()).center());
    return box;
}

QPointF TraceCanvas::toPicture(QPointF p) const
{
    const QRectF box = pictureRect();
    return {(p.x() - box.left()) / box.width() * m_picture.width(),
            (p.y() - box.top()) / box.height() * m_picture.height()};
}

QPointF TraceCanvas::toWidget(QPointF p) const
{
    const QRectF box = pictureRect();
    return {box.left() + p.x() / m_picture.width() * box.width(),
            box.top() + p.y() / m_picture.height() * box.height()};
}

void TraceCanvas::addPoint(QPointF picture)
{
    m_points.push_back(picture);
    update();
    emit changed();
}

void TraceCanvas::takeBack()
{
    if (m_points.empty())
        return;
    m_points.pop_back();
    update();
    emit changed();
}

void TraceCanvas::mousePressEvent(QMouseEvent* event)
{
    if (event->button() == Qt::RightButton)
        return takeBack();
    m_hand = toPicture(event->position());
    addPoint(m_hand);
}

void TraceCanvas::mouseMoveEvent(QMouseEvent* event)
{
    m_hand = toPicture(event->position());
    update();
}

void TraceCanvas::keyPressEvent(QKeyEvent* event)
{
    const double step = (event->modifiers() & Qt::ShiftModifier ? 10.0 : 1.0) * m_picture.width() / 400.0;
    switch (event->key()) {
    case Qt::Key_Left: m_hand.rx() -= step; break;
    case Qt::Key_Right: m_hand.rx() += step; break;
    case Qt::Key_Up: m_hand.ry() -= step; break;
    case Qt::Key_Down: m_hand.ry() += step; break;
    case Qt::Key_Space: return addPoint(m_hand);
    case Qt::Key_Backspace: return takeBack();
    default: return QWidget::keyPressEvent(event);
    }
    update();
}

void TraceCanvas::paintEvent(QPaintEvent*)
{
    const drawing::Theme& theme = m_context.look.theme();
    QPainter painter(this);
    painter.fillRect(rect(), theme.ground);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    painter.drawImage(pictureRect(), m_picture);
    QPolygonF wall;
    for (std::size_t i = 0; i < m_points.size(); ++i) {
        const QPointF at = toWidget(m_points[i]);
        painter.setPen(QPen(theme.panel, 4.0));
        painter.drawEllipse(at, 4, 4);
        painter.setPen(QPen(i < kScalePoints ? theme.metal : theme.now, 2.0));
        painter.drawEllipse(at, 4, 4);
        if (i >= kScalePoints)
            wall << at;
    }
    if (m_points.size() >= kScalePoints) {
        QPen pen(theme.metal, 2.0);
        pen.setDashPattern({3.0, 2.0});
        painter.setPen(pen);
        painter.drawLine(toWidget(m_points[0]), toWidget(m_points[1]));
    }
    painter.setPen(QPen(theme.now, 2.0));
    if (wall.size() > 2)
        painter.drawPolygon(wall);
    else
        painter.drawPolyline(wall);
    const QPointF hand = toWidget(m_hand);
    painter.setPen(QPen(theme.now, 1.0));
    painter.drawLine(hand - QPointF(12, 0), hand + QPointF(12, 0));
    painter.drawLine(hand - QPointF(0, 12), hand + QPointF(0, 12));
}

TraceDialog::TraceDialog(Context context, const QImage& picture, QWidget* parent)
    : QDialog(parent),
      m_context(context),
      m_canvas(new TraceCanvas(context, picture)),
      m_length(new QLineEdit),
      m_fromValve(new QCheckBox(tr("the picture looks from the valve: mirror it"))),
      m_state(new WrapLabel)
{
    setObjectName(QStringLiteral("traceDialog"));
    setWindowTitle(tr("Trace an outline"));
    auto* row = new QHBoxLayout;
    row->addWidget(new WrapLabel(tr("Known length between the first two points")));
    m_length->setObjectName(QStringLiteral("traceLength"));
    m_length->setMaximumWidth(110);
    row->addWidget(m_length);
    row->addWidget(m_fromValve);
    row->addStretch(1);
    auto* back = new QPushButton(tr("Take a point back"));
    connect(back, &QPushButton::clicked, m_canvas, &TraceCanvas::takeBack);
    row->addWidget(back);
    m_state->setWordWrap(true);
    auto* column = new QVBoxLayout(this);
    column->addLayout(row);
    column->addWidget(m_canvas, 1);
    column->addWidget(m_state);
    m_buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    m_buttons->button(QDialogButtonBox::Ok)->setText(tr("Take this outline"));
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(m_buttons);
    connect(m_canvas, &TraceCanvas::changed, this, &TraceDialog::check);
    connect(m_length, &QLineEdit::textChanged, this, &TraceDialog::check);
    connect(m_fromValve, &QCheckBox::toggled, this, &TraceDialog::check);
    check();
}

double TraceDialog::metresPerPixel() const
{
    const auto parsed =
        units::parseSi(m_length->text().toStdString(), units::Kind::Length, m_context.workspace.displayUnits());
    const auto& points = m_canvas->points();
    if (!parsed || *parsed <= 0.0 || points.size() < kScalePoints)
        return 0.0;
    const QPointF d = points[1] - points[0];
    const double pixels = std::hypot(d.x(), d.y());
    return pixels > 0.0 ? *parsed / pixels : 0.0;
}

geometry::Outline TraceDialog::outline() const
{
    geometry::Outline outline;
    const double scale = metresPerPixel();
    const auto& points = m_canvas->points();
    for (std::size_t i = kScalePoints; i < points.size(); ++i)
        outline.points.push_back({-points[i].x() * scale, -points[i].y() * scale});
    if (m_fromValve->isChecked())
        outline = geometry::mirrored(outline);
    return outline.points.empty() ? outline : geometry::centred(outline);
}

void TraceDialog::check()
{
    const std::size_t count = m_canvas->points().size();
    QString state;
    bool ready = false;
    if (count < kScalePoints) {
        state = tr("Click the two ends of a length you know (or move with the arrow keys and press space).");
    } else if (metresPerPixel() <= 0.0) {
        state = tr("Type the known length, as in 40mm.");
    } else {
        const geometry::Outline traced = outline();
        const auto problem = geometry::problemOf(traced);
        ready = !problem;
        state = problem ? tr("Now go round the wall, point by point. The outline %1.").arg(app::shown(*problem))
                        : tr("%1 points, area %2. Right click or Backspace takes a point back.")
                              .arg(count - kScalePoints)
                              .arg(m_context.workspace.text(units::Kind::Area, geometry::area(traced).si()));
    }
    m_state->setText(state);
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(ready);
}

}  // namespace euryth::widgets
