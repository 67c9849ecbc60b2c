// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/choke_view.hpp"

#include <algorithm>

#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

constexpr double kHead = 26.0;
constexpr double kLiftStrip = 92.0;
constexpr double kJoint = 54.0;  // between the two sides

}  // namespace

ChokeView::ChokeView(const ChokeScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect.adjusted(4, 2, -4, -2))
{
    const double strip = scene.limits.empty() ? 0.0 : kLiftStrip;
    m_bars = m_rect.adjusted(0, kHead, 0, -strip);
    m_lifts = QRectF(m_rect.left(), m_rect.bottom() - strip, m_rect.width(), strip);
    const auto rows = std::max<std::size_t>(1, std::max(scene.onBench.size(), scene.onEngine.size()));
    m_rowHeight = std::clamp(m_bars.height() / static_cast<double>(rows), 26.0, 46.0);
    double most = 0.0;
    for (const auto& place : scene.places)
        most = std::max({most, place.bench, place.engine});
    m_most = std::clamp(most, 0.3, 1.0);  // from the speed of sound up all bars are full
}

QRectF ChokeView::row(bool engine, std::size_t rank) const
{
    const double wide = (m_bars.width() - kJoint) / 2.0;
    const double left = engine ? m_bars.right() - wide : m_bars.left();
    return {left, m_bars.top() + static_cast<double>(rank) * m_rowHeight, wide, m_rowHeight - 4.0};
}

void ChokeView::paintSide(QPainter& painter, const Theme& theme, bool engine) const
{
    const auto& order = engine ? m_scene.onEngine : m_scene.onBench;
    const QRectF first = row(engine, 0);
    painter.setFont(font(text::kNormal, true));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(first.left(), m_rect.top(), first.width(), kHead - 4), Qt::AlignLeft | Qt::AlignVCenter,
                     engine ? m_scene.engineHead : m_scene.benchHead);
    for (std::size_t rank = 0; rank < order.size(); ++rank) {
        const ChokeScene::Place& place = m_scene.places[order[rank]];
        const QRectF box = row(engine, rank);
        if (box.bottom() > m_bars.bottom() + 2)
            break;
        const double mach = engine ? place.engine : place.bench;
        const double share = std::clamp(mach / m_most, 0.0, 1.0);
        const bool worst = rank == 0;
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.field);
        painter.drawRoundedRect(box, 3, 3);
        painter.setBrush(tint(theme.panel, worst ? theme.danger : theme.now, worst ? 0.35 : 0.22));
        painter.drawRoundedRect(QRectF(box.left(), box.top(), std::max(3.0, box.width() * share), box.height()), 3, 3);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(solidPen(place.chosen ? theme.now
                                : worst      ? theme.danger
                                             : theme.line,
                                place.chosen ? 2.0 : 1.0));
        painter.drawRoundedRect(box, 3, 3);
        painter.setPen(theme.ink);
        painter.setFont(font(text::kNormal, worst));
        const QString name = QStringLiteral("%1  %2").arg(rank + 1).arg(place.name);
        const QString number = engine ? place.engineText : place.benchText;
        const QFontMetricsF metrics(painter.font());
        const double numberWide = metrics.horizontalAdvance(number) + 8.0;
        painter.drawText(box.adjusted(8, 0, -6, 0), Qt::AlignRight | Qt::AlignVCenter, number);
        const double nameRoom = box.width() - numberWide - 18.0;
        painter.drawText(QRectF(box.left() + 8, box.top(), nameRoom, box.height()), Qt::AlignLeft | Qt::AlignVCenter,
                         metrics.elidedText(name, Qt::ElideRight, nameRoom));
        if (engine)
            continue;
        painter.setFont(font(text::kSecond));
        const double after = box.left() + 18.0 + metrics.horizontalAdvance(name);
        const double room = box.right() - numberWide - 6.0 - after;
        if (room > 30.0) {
            painter.setPen(theme.ink2);
            painter.drawText(QRectF(after, box.top(), room, box.height()), Qt::AlignLeft | Qt::AlignVCenter,
                             QFontMetricsF(painter.font()).elidedText(place.from, Qt::ElideRight, room));
        }
    }
}

void ChokeView::paintJoints(QPainter& painter, const Theme& theme) const
{
    for (std::size_t b = 0; b < m_scene.onBench.size(); ++b) {
        const auto found = std::ranges::find(m_scene.onEngine, m_scene.onBench[b]);
        if (found == m_scene.onEngine.end())
            continue;
        const auto e = static_cast<std::size_t>(found - m_scene.onEngine.begin());
        const QRectF from = row(false, b);
        const QRectF to = row(true, e);
        if (from.bottom() > m_bars.bottom() + 2 || to.bottom() > m_bars.bottom() + 2)
            continue;
        const bool rises = e < b;
        painter.setPen(solidPen(rises ? theme.danger : theme.ink2, rises ? 2.0 : 1.0));
        painter.drawLine(QPointF(from.right() + 3, from.center().y()), QPointF(to.left() - 3, to.center().y()));
    }
}

void ChokeView::paintLimits(QPainter& painter, const Theme& theme) const
{
    if (m_scene.limits.empty())
        return;
    painter.setFont(font(text::kNormal, true));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(m_lifts.left(), m_lifts.top() + 4, m_lifts.width(), 20), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("What limits on the bench as the valve opens"));
    const QRectF strip = m_lifts.adjusted(0, 28, 0, -24);
    const AxisMap x{0.0, m_scene.limits.back().to, strip.left(), strip.right()};
    bool odd = false;
    for (const ChokeScene::Limit& limit : m_scene.limits) {
        const QRectF box(QPointF(x.toPixel(limit.from), strip.top()), QPointF(x.toPixel(limit.to), strip.bottom()));
        painter.setPen(solidPen(theme.line));
        painter.setBrush(odd ? theme.nowSoft : theme.field);
        painter.drawRect(box);
        odd = !odd;
        painter.setPen(theme.ink);
        painter.setFont(font(text::kNormal));
        const QFontMetricsF metrics(painter.font());
        const QString whole = QStringLiteral("%1, %2").arg(limit.name, limit.mach);
        const double room = box.width() - 8.0;
        const QString fits = metrics.horizontalAdvance(whole) <= room ? whole : limit.name;
        painter.drawText(box, Qt::AlignCenter, metrics.elidedText(fits, Qt::ElideRight, room));
    }
    paintNumbersBelow(painter, theme, {x, units::Kind::Length, m_scene.units, 8}, m_lifts, strip.bottom() + 10);
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(m_lifts.left(), m_lifts.top() + 4, m_lifts.width(), 20), Qt::AlignRight | Qt::AlignVCenter,
                     tr("lift, %1").arg(unitText(units::Kind::Length, m_scene.units)));
    if (m_scene.lift) {
        const double at = x.toPixel(std::min(*m_scene.lift, m_scene.limits.back().to));
        painter.setPen(solidPen(theme.now, 2.0));
        painter.drawLine(QPointF(at, strip.top() - 4), QPointF(at, strip.bottom() + 4));
    }
}

void ChokeView::paint(QPainter& painter, const Theme& theme) const
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (!m_scene.missing.isEmpty())
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    paintJoints(painter, theme);
    paintSide(painter, theme, false);
    paintSide(painter, theme, true);
    paintLimits(painter, theme);
}

std::optional<std::size_t> ChokeView::placeAt(QPointF p) const
{
    for (const bool engine : {false, true}) {
        const auto& order = engine ? m_scene.onEngine : m_scene.onBench;
        for (std::size_t rank = 0; rank < order.size(); ++rank) {
            if (row(engine, rank).contains(p))
                return order[rank];
        }
    }
    return std::nullopt;
}

}  // namespace euryth::drawing
