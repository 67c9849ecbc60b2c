// SPDX-License-Identifier: GPL-3.0-or-later
#include "queue_canvas.hpp"

#include <algorithm>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QToolTip>

#include "kit/parts.hpp"
#include "units/format.hpp"
#include "work/operations.hpp"
#include "work/queue.hpp"

namespace euryth::widgets {

namespace {

QDate dateOf(work::Day day) { return QDate(1970, 1, 1).addDays(day.time_since_epoch().count()); }

std::optional<QDate> dateOf(const std::optional<work::Day>& day)
{
    return day ? std::optional(dateOf(*day)) : std::nullopt;
}

QString noteOf(Context context, const work::QueueRow& row, const work::Card& card)
{
    const auto& w = context.workspace;
    if (!row.waitsFor.empty())
        return QWidget::tr("waits for %1").arg(w.text(row.waitsFor));
    if (!row.next)
        return {};
    const QString next = w.text(work::nameOf(card.job.work.operations[*row.next].id));
    return row.hoursLeft ? QWidget::tr("next: %1, %2 h left").arg(next, w.number(units::Kind::Number, *row.hoursLeft))
                         : QWidget::tr("next: %1").arg(next);
}

drawing::QueueScene::Row sceneRow(Context context, const work::QueueRow& row, const work::Card& card)
{
    drawing::QueueScene::Row shown;
    shown.name = QString::fromStdString(card.job.title.empty() ? card.file : card.job.title);
    shown.note = noteOf(context, row, card);
    const auto text = [](const std::optional<work::Day>& day) {
        return day ? QString::fromStdString(work::textOf(*day)) : QString::fromUtf8(units::kUnknownText);
    };
    shown.dates = text(row.ready.value) + QLatin1Char('\n') + text(row.promised);
    if (row.isLate())
        shown.dates += QWidget::tr("  ▲ %1 d").arg(*row.lateDays);
    for (const work::QueueSpan& span : row.spans)
        shown.bars.push_back({dateOf(span.span.first), dateOf(span.span.last), span.outside});
    shown.ready = dateOf(row.ready.value);
    shown.early = dateOf(row.readyEarly);
    shown.late = dateOf(row.readyLate);
    shown.promised = dateOf(row.promised);
    shown.isLate = row.isLate();
    return shown;
}

}  // namespace

QueueCanvas::QueueCanvas(Context context) : Canvas(context), m_context(context)
{
    setObjectName(QStringLiteral("queueCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumWidth(420);
}

void QueueCanvas::refresh()
{
    const app::ShopDesk& shop = m_context.session.shop();
    const work::Queue& queue = shop.queue();
    const auto chosen = m_scene.chosen;
    m_scene = {};
    m_scene.today = dateOf(shop.today());
    const auto open = shop.openCard();
    QStringList read;
    for (const work::QueueRow& row : queue.rows) {
        m_scene.rows.push_back(sceneRow(m_context, row, shop.cards()[row.card]));
        m_scene.rows.back().isOpen = open == row.card;
        if (!m_scene.rows.back().isOpen && !shop.heldBy(row.card).isEmpty())
            m_scene.rows.back().note = tr("open in another window; %1").arg(m_scene.rows.back().note);
        read << m_scene.rows.back().name + QStringLiteral(", ") + m_scene.rows.back().dates;
    }
    if (m_scene.rows.empty())
        m_scene.missing = shop.folder().isEmpty() ? QString(QStringLiteral(" ")) : tr("No job waits.");
    else
        m_scene.chosen = std::min(chosen.value_or(0), m_scene.rows.size() - 1);
    setMinimumHeight(static_cast<int>(drawing::queueHeight(m_scene)));
    setAccessibleName(tr("Queue of the shop over the days to come"));
    tellReader(read.isEmpty() ? tr("No job waits.") : read.join(QStringLiteral("; ")), {});
    update();
}

void QueueCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    drawing::paintQueue(painter, m_context.look.theme(), m_scene, QRectF(rect()));
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(m_context.look.theme().now, 2.0));
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

std::optional<std::size_t> QueueCanvas::rowAt(QPointF at) const
{
    const double y = at.y() - drawing::kQueueHead;
    const auto row = static_cast<std::size_t>(std::max(0.0, y) / drawing::kQueueRow);
    return y >= 0.0 && row < m_scene.rows.size() ? std::optional(row) : std::nullopt;
}

std::size_t QueueCanvas::gapAt(QPointF at) const
{
    const double gap = (at.y() - drawing::kQueueHead) / drawing::kQueueRow + 0.5;
    return std::min(static_cast<std::size_t>(std::max(0.0, gap)), m_scene.rows.size());
}

void QueueCanvas::choose(std::size_t row)
{
    m_scene.chosen = row;
    update();
    emit rowShown(QRect(0, static_cast<int>(drawing::kQueueHead + drawing::kQueueRow * static_cast<double>(row)),
                        width(), static_cast<int>(drawing::kQueueRow)));
}

void QueueCanvas::move(std::size_t row, std::size_t before)
{
    if (before == row || before == row + 1)
        return;
    m_scene.chosen = before > row ? before - 1 : before;
    emit moved(row, before);
}

void QueueCanvas::keyPressEvent(QKeyEvent* event)
{
    if (!m_scene.chosen)
        return Canvas::keyPressEvent(event);
    const std::size_t row = *m_scene.chosen;
    // Alt with arrows chooses ports everywhere; a job is moved with Shift.
    const bool moves = event->modifiers() & Qt::ShiftModifier;
    switch (event->key()) {
    case Qt::Key_Up:
        if (row > 0)
            moves ? move(row, row - 1) : choose(row - 1);
        return;
    case Qt::Key_Down:
        if (row + 1 < m_scene.rows.size())
            moves ? move(row, row + 2) : choose(row + 1);
        return;
    case Qt::Key_Home: return moves ? move(row, 0) : choose(0);
    case Qt::Key_End: return moves ? move(row, m_scene.rows.size()) : choose(m_scene.rows.size() - 1);
    case Qt::Key_Return:
    case Qt::Key_Enter: return emit opened(row);
    default: return Canvas::keyPressEvent(event);
    }
}

void QueueCanvas::mousePressEvent(QMouseEvent* event)
{
    m_grabbed = rowAt(event->position());
    m_grabbedAt = event->position();
    if (m_grabbed)
        choose(*m_grabbed);
}

void QueueCanvas::mouseMoveEvent(QMouseEvent* event)
{
    constexpr double slack = 8.0;
    if (!m_grabbed || std::abs(event->position().y() - m_grabbedAt.y()) < slack)
        return;
    m_scene.dropBefore = gapAt(event->position());
    update();
}

void QueueCanvas::mouseReleaseEvent(QMouseEvent*)
{
    const auto before = m_scene.dropBefore;
    const auto row = m_grabbed;
    m_scene.dropBefore.reset();
    m_grabbed.reset();
    update();
    if (row && before)
        move(*row, *before);
}

void QueueCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    m_grabbed.reset();
    if (const auto row = rowAt(event->position()))
        emit opened(*row);
}

bool QueueCanvas::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip)
        return Canvas::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto row = rowAt(help->pos());
    if (row)
        QToolTip::showText(help->globalPos(), m_scene.rows[*row].name + QLatin1Char('\n') + m_scene.rows[*row].note,
                           this);
    else
        QToolTip::hideText();
    return true;
}

}  // namespace euryth::widgets
