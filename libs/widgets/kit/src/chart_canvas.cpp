// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/chart_canvas.hpp"

#include <algorithm>

#include <QKeyEvent>
#include <QMouseEvent>

namespace euryth::widgets {

using drawing::ChartScene;

ChartCanvas::ChartCanvas(Context context, std::size_t columns, QWidget* parent)
    : SceneCanvas(context, parent),
      m_columns(columns)
{
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
}

std::vector<ChartScene> ChartCanvas::makeScene() const
{
    std::vector<ChartScene> charts = makeCharts();
    if (m_chart >= charts.size())
        return charts;
    const QString axis = charts[m_chart].xTitle;
    for (std::size_t i = 0; i < charts.size(); ++i) {
        if (i == m_chart || charts[i].xTitle == axis)
            charts[i].readAt = m_readAt;
    }
    return charts;
}

void ChartCanvas::draw(QPainter& painter, const std::vector<ChartScene>& charts)
{
    drawing::paintCharts(painter, theme(), charts, area(), m_columns);
}

void ChartCanvas::read(std::size_t chart, std::optional<double> at)
{
    if (m_chart == chart && m_readAt == at)
        return;
    m_chart = chart;
    m_readAt = at;
    outdate();
}

void ChartCanvas::mouseMoveEvent(QMouseEvent* event)
{
    const auto& charts = scene();
    for (std::size_t i = 0; i < charts.size(); ++i) {
        const QRectF box = drawing::chartBox(area(), charts.size(), m_columns, i);
        if (!box.contains(event->position()) || !charts[i].missing.isEmpty())
            continue;
        const double at = drawing::chartAxis(charts[i], box).toValue(event->position().x());
        const bool known = std::ranges::any_of(
            charts[i].lines, [&](const auto& line) { return drawing::valueAt(line, at).has_value(); });
        return read(i, known ? std::optional(at) : std::nullopt);
    }
    read(m_chart, std::nullopt);
}

void ChartCanvas::leaveEvent(QEvent*) { read(m_chart, std::nullopt); }

void ChartCanvas::step(int by)
{
    const auto& charts = scene();
    const auto line = m_chart < charts.size()
                          ? std::ranges::find_if(charts[m_chart].lines, [](const auto& l) { return !l.points.empty(); })
                          : std::vector<drawing::ChartLine>::const_iterator();
    if (m_chart >= charts.size() || line == charts[m_chart].lines.end())
        return;
    const auto& points = line->points;
    if (!m_readAt)
        return read(m_chart, by > 0 ? points.front().x() : points.back().x());
    constexpr double near = 1e-9;
    if (by > 0) {
        const auto next = std::ranges::find_if(points, [&](const QPointF& p) { return p.x() > *m_readAt + near; });
        return read(m_chart, next == points.end() ? points.back().x() : next->x());
    }
    const auto next =
        std::find_if(points.rbegin(), points.rend(), [&](const QPointF& p) { return p.x() < *m_readAt - near; });
    read(m_chart, next == points.rend() ? points.front().x() : next->x());
}

void ChartCanvas::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return step(-1);
    case Qt::Key_Right: return step(1);
    case Qt::Key_Escape:
        if (m_readAt)
            return read(m_chart, std::nullopt);
        break;
    default: break;
    }
    SceneCanvas::keyPressEvent(event);
}

}  // namespace euryth::widgets
