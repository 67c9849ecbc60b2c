// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/queue_view.hpp"

#include <algorithm>

#include <QLocale>

#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

constexpr double kLeastNames = 216.0;
constexpr double kQueueDates = 150.0;
constexpr int kLeastDays = 21;
constexpr int kMostDays = 180;

/// The days that fit what is shown, from today on.
int daysOf(const QueueScene& scene)
{
    int last = kLeastDays;
    const auto reach = [&](const std::optional<QDate>& day) {
        if (day)
            last = std::max(last, static_cast<int>(scene.today.daysTo(*day)) + 2);
    };
    for (const QueueScene::Row& row : scene.rows) {
        for (const QueueScene::Bar& bar : row.bars)
            reach(bar.to);
        reach(row.late);
        reach(row.promised);
    }
    return std::min(last, kMostDays);
}

class QueuePainter {
public:
    QueuePainter(QPainter& painter, const Theme& theme, const QueueScene& scene, const QRectF& rect)
        : m_painter(painter),
          m_theme(theme),
          m_scene(scene),
          m_rect(rect),
          m_days(daysOf(scene)),
          m_names(std::max(kLeastNames, rect.width() * 0.3)),
          m_from(rect.left() + m_names),
          m_to(rect.right() - kQueueDates)
    {
    }

    void paint()
    {
        m_painter.setRenderHint(QPainter::Antialiasing);
        grid();
        for (std::size_t i = 0; i < m_scene.rows.size(); ++i)
            row(i);
        if (m_scene.dropBefore) {
            const double y = top(*m_scene.dropBefore);
            m_painter.setPen(solidPen(m_theme.now, 3.0));
            m_painter.drawLine(QPointF(m_rect.left(), y), QPointF(m_rect.right(), y));
        }
    }

private:
    [[nodiscard]] double top(std::size_t i) const
    {
        return m_rect.top() + kQueueHead + kQueueRow * static_cast<double>(i);
    }
    /// The left edge of a day, kept inside the picture.
    [[nodiscard]] double at(const QDate& day, int plus = 0) const
    {
        const auto days =
            static_cast<double>(std::clamp<qint64>(m_scene.today.daysTo(day) + plus, 0, static_cast<qint64>(m_days)));
        return m_from + days / m_days * (m_to - m_from);
    }

    /// Weekends as bands, Mondays with their dates as far as there is room.
    void grid()
    {
        const double bottom = top(m_scene.rows.size());
        m_painter.setFont(font(text::kSecond));
        double free = m_from;
        for (int i = 0; i < m_days; ++i) {
            const QDate day = m_scene.today.addDays(i);
            if (day.dayOfWeek() >= Qt::Saturday)
                m_painter.fillRect(QRectF(QPointF(at(day), m_rect.top() + kQueueHead), QPointF(at(day, 1), bottom)),
                                   m_theme.ground);
            if (day.dayOfWeek() != Qt::Monday && i != 0)
                continue;
            m_painter.setPen(solidPen(m_theme.line));
            m_painter.drawLine(QPointF(at(day), m_rect.top() + kQueueHead - 4), QPointF(at(day), bottom));
            const QString text = i == 0 ? tr("today") : day.toString(QStringLiteral("MM-dd"));
            const double wide = m_painter.fontMetrics().horizontalAdvance(text) + 8.0;
            if (at(day) < free || at(day) + wide > m_to + 8.0)
                continue;
            m_painter.setPen(m_theme.ink2);
            m_painter.drawText(QRectF(at(day) + 2, m_rect.top(), wide, kQueueHead - 4),
                               Qt::AlignLeft | Qt::AlignVCenter, text);
            free = at(day) + wide;
        }
        m_painter.setPen(m_theme.ink2);
        m_painter.drawText(QRectF(m_to + 8, m_rect.top(), kQueueDates - 10, kQueueHead - 4),
                           Qt::AlignLeft | Qt::AlignVCenter, tr("ready / promised"));
    }

    void row(std::size_t i)
    {
        const QueueScene::Row& row = m_scene.rows[i];
        const QRectF line(m_rect.left(), top(i), m_rect.width(), kQueueRow);
        if (m_scene.chosen == i)
            m_painter.fillRect(line, m_theme.nowSoft);
        m_painter.setPen(solidPen(m_theme.line));
        m_painter.drawLine(line.bottomLeft(), line.bottomRight());
        names(row, i, line);
        bars(row, line);
        marks(row, line);
        m_painter.setFont(font(text::kSecond, row.isLate));
        m_painter.setPen(row.isLate ? m_theme.danger : m_theme.ink);
        m_painter.drawText(QRectF(m_to + 8, line.top(), kQueueDates - 10, kQueueRow), Qt::AlignLeft | Qt::AlignVCenter,
                           row.dates);
    }

    void names(const QueueScene::Row& row, std::size_t i, const QRectF& line)
    {
        const QRectF room(line.left() + 6, line.top() + 3, m_names - 14, kQueueRow / 2.0 - 3);
        m_painter.setFont(font(text::kNormal, true));
        m_painter.setPen(m_theme.ink);
        const QString name =
            QStringLiteral("%1  %2%3").arg(i + 1).arg(row.name, row.isOpen ? QStringLiteral(" ◂") : QString());
        m_painter.drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
                           m_painter.fontMetrics().elidedText(name, Qt::ElideRight, static_cast<int>(room.width())));
        m_painter.setFont(font(text::kSecond));
        m_painter.setPen(m_theme.ink2);
        m_painter.drawText(
            room.translated(0, kQueueRow / 2.0 - 3), Qt::AlignLeft | Qt::AlignVCenter,
            m_painter.fontMetrics().elidedText(row.note, Qt::ElideRight, static_cast<int>(room.width())));
    }

    void bars(const QueueScene::Row& row, const QRectF& line)
    {
        const double y = line.top() + 10.0;
        constexpr double high = 20.0;
        for (const QueueScene::Bar& bar : row.bars) {
            const QRectF box(QPointF(at(bar.from), y), QPointF(std::max(at(bar.to, 1), at(bar.from) + 3.0), y + high));
            m_painter.setPen(solidPen(m_theme.now));
            m_painter.setBrush(bar.outside ? QBrush(m_theme.ink2, Qt::FDiagPattern) : QBrush(m_theme.now));
            m_painter.drawRect(box);
        }
        m_painter.setBrush(Qt::NoBrush);
    }

    /// The range of being ready under the bars, the promise as a flag over them.
    void marks(const QueueScene::Row& row, const QRectF& line)
    {
        if (row.early && row.late && *row.early < *row.late) {
            const double y = line.bottom() - 5.0;
            const QPointF from(at(*row.early, 1), y);
            const QPointF to(at(*row.late, 1), y);
            m_painter.setPen(solidPen(m_theme.ink, 1.6));
            m_painter.drawLine(from, to);
            for (const QPointF& end : {from, to})
                m_painter.drawLine(end - QPointF(0, 3), end + QPointF(0, 3));
        }
        if (!row.promised)
            return;
        const double x = at(*row.promised, 1);
        m_painter.setPen(solidPen(row.isLate ? m_theme.danger : m_theme.plan, 2.0));
        m_painter.drawLine(QPointF(x, line.top() + 2), QPointF(x, line.bottom() - 2));
        m_painter.setBrush(row.isLate ? m_theme.danger : m_theme.plan);
        m_painter.drawPolygon(
            QPolygonF({QPointF(x, line.top() + 2), QPointF(x + 9, line.top() + 6), QPointF(x, line.top() + 10)}));
        m_painter.setBrush(Qt::NoBrush);
    }

    QPainter& m_painter;
    const Theme& m_theme;
    const QueueScene& m_scene;
    QRectF m_rect;
    int m_days;
    double m_names;
    double m_from;
    double m_to;
};

}  // namespace

double queueHeight(const QueueScene& scene)
{
    return kQueueHead + kQueueRow * static_cast<double>(std::max<std::size_t>(scene.rows.size(), 3)) + 4.0;
}

void paintQueue(QPainter& painter, const Theme& theme, const QueueScene& scene, const QRectF& rect)
{
    if (!scene.missing.isEmpty())
        return paintEmpty(painter, theme, rect, scene.missing);
    QueuePainter(painter, theme, scene, rect).paint();
}

}  // namespace euryth::drawing
