// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/joined_view.hpp"

#include <algorithm>

#include "geometry/area_curve.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

/// The joined runner lies left of the gasket plane, so that its distances count to the left.
double along(const analysis::JoinedAt& place) { return -place.s.si(); }

bool isCharted(const JoinedScene& scene) { return !scene.joined.empty() && scene.port.size() >= 2; }

/// The part of the picture that the areas have; the flange lies below.
QRectF chartRect(const QRectF& rect) { return {rect.left(), rect.top(), rect.width(), rect.height() * 0.54}; }

/// The joined runner's areas along its way to the gasket plane.
std::vector<geometry::AreaAt> joinedKnots(const JoinedScene& scene)
{
    std::vector<geometry::AreaAt> knots;
    for (auto place = scene.joined.rbegin(); place != scene.joined.rend(); ++place)
        knots.push_back({Length::fromSi(along(*place)), place->area});
    return knots;
}

struct Axes {
    QRectF plot;
    AxisMap x;
    AxisMap y;

    Axes(const JoinedScene& scene, const QRectF& rect) : plot(rect.adjusted(56, 24, -10, -36))
    {
        double high = 0.0;
        double low = 1e9;
        const auto take = [&](double area) {
            high = std::max(high, area);
            low = std::min(low, area);
        };
        for (const auto& place : scene.joined) {
            take(place.area.si());
            take(place.wanted.si());
        }
        for (const auto& knot : scene.port)
            take(knot.area.si());
        for (const auto& plan : scene.plan) {
            if (plan)
                take(*plan);
        }
        const double margin = 0.08 * (high - low) + 0.02 * high;
        x = {along(scene.joined.back()), scene.port.back().s.si(), plot.left(), plot.right()};
        y = {low - margin, high + margin, plot.bottom(), plot.top()};
    }
};

class Chart {
public:
    Chart(QPainter& painter, const Theme& theme, const JoinedScene& scene, const QRectF& rect)
        : m_painter(painter),
          m_theme(theme),
          m_scene(scene),
          m_rect(rect),
          m_axes(scene, rect),
          m_plot(m_axes.plot),
          m_x(m_axes.x),
          m_y(m_axes.y)
    {
    }

    void paint()
    {
        axes();
        wanted();
        m_painter.setPen(solidPen(m_theme.now, 2.2));
        curve(joinedKnots(m_scene));
        curve(m_scene.port);
        step();
        plan();
        dots();
        names();
        paintNumbersLeft(m_painter, m_theme, areas(), m_rect.left() + 50);
        paintNumbersBelow(m_painter, m_theme, {m_x, units::Kind::Position, m_scene.units, 6}, m_rect,
                          m_plot.bottom() + 10);
    }

private:
    [[nodiscard]] Numbered areas() const { return {m_y, units::Kind::Area, m_scene.units, 5}; }
    [[nodiscard]] QPointF at(double s, double area) const { return {m_x.toPixel(s), m_y.toPixel(area)}; }

    void axes()
    {
        m_painter.setFont(font(text::kSecond));
        paintRules(m_painter, m_theme, areas(), m_plot);
        m_painter.setPen(m_theme.ink2);
        m_painter.drawText(
            QRectF(m_rect.left(), m_rect.bottom() - 18, m_rect.width(), 16), Qt::AlignRight | Qt::AlignVCenter,
            tr("area, %1, over distance from the flange, %2")
                .arg(unitText(units::Kind::Area, m_scene.units), unitText(units::Kind::Position, m_scene.units)));
        m_painter.setPen(solidPen(m_theme.ink2, 1.0));
        m_painter.drawLine(QPointF(m_x.toPixel(0.0), m_plot.top()), QPointF(m_x.toPixel(0.0), m_plot.bottom()));
    }

    void curve(const std::vector<geometry::AreaAt>& knots)
    {
        if (knots.size() < 2)
            return;
        const geometry::AreaCurve areas(knots);
        QPolygonF line;
        constexpr int steps = 80;
        for (int i = 0; i <= steps; ++i) {
            const Length s = areas.start() + areas.length() * (static_cast<double>(i) / steps);
            line << at(s.si(), areas.at(s).si());
        }
        paintLongLine(m_painter, line);
    }

    /// Metal to take: between what is there and what is wanted.
    void wanted()
    {
        if (std::ranges::none_of(m_scene.joined, &analysis::JoinedAt::asksForMetal))
            return;
        QPolygonF top;
        QPolygonF below;
        for (const auto& place : m_scene.joined) {
            top << at(along(place), place.wanted.si());
            below.prepend(at(along(place), place.area.si()));
        }
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(metalHatch(m_theme));
        m_painter.drawPolygon(top + below);
        m_painter.setBrush(Qt::NoBrush);
        m_painter.setPen(metalPen(m_theme));
        m_painter.drawPolyline(top);
    }

    /// The jump at the gasket plane.
    void step()
    {
        const auto& flange = m_scene.joined.front();
        if (flange.s > Length{})
            return;
        m_painter.drawLine(at(0.0, flange.area.si()), at(0.0, m_scene.port.front().area.si()));
    }

    void plan()
    {
        QPolygonF line;
        for (std::size_t i = 0; i < m_scene.port.size() && i < m_scene.plan.size(); ++i) {
            if (m_scene.plan[i])
                line << at(m_scene.port[i].s.si(), *m_scene.plan[i]);
        }
        m_painter.setPen(planPen(m_theme));
        paintLongLine(m_painter, line);
    }

    void dots()
    {
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_theme.now);
        for (const auto& place : m_scene.joined)
            m_painter.drawEllipse(at(along(place), place.area.si()), 3.5, 3.5);
        for (const auto& knot : m_scene.port)
            m_painter.drawEllipse(at(knot.s.si(), knot.area.si()), 2.5, 2.5);
        m_painter.setBrush(Qt::NoBrush);
    }

    void names()
    {
        m_painter.setPen(m_theme.ink);
        const double gasket = m_x.toPixel(0.0);
        const double top = m_rect.top() + 4;
        m_painter.drawText(QRectF(m_rect.left(), top, gasket - m_rect.left() - 8, 16), Qt::AlignRight,
                           m_scene.intake ? tr("manifold") : tr("primary"));
        m_painter.drawText(QRectF(gasket + 8, top, 80, 16), Qt::AlignLeft, tr("port"));
    }

    QPainter& m_painter;
    const Theme& m_theme;
    const JoinedScene& m_scene;
    QRectF m_rect;
    Axes m_axes;
    const QRectF& m_plot;
    const AxisMap& m_x;
    const AxisMap& m_y;
};

QRectF boundsOf(const std::vector<geometry::Point>& outline)
{
    QRectF bounds;
    for (const geometry::Point& p : outline)
        bounds |= QRectF(-p.left - 1e-6, -p.up - 1e-6, 2e-6, 2e-6);
    return bounds;
}

/// The flange: what of each opening stands in the other's light is metal to remove.
class FlangeFace {
public:
    FlangeFace(QPainter& painter, const Theme& theme, const JoinedScene& scene, const QRectF& rect)
        : m_painter(painter),
          m_theme(theme),
          m_scene(scene),
          m_rect(rect)
    {
        QRectF bounds = boundsOf(scene.window);
        for (const auto* face : {&scene.opening, &scene.gasket}) {
            if (*face)
                bounds |= boundsOf((*face)->outline);
        }
        const QRectF inside = rect.adjusted(12, 26, -12, -42);
        m_scale = std::min(inside.width() / bounds.width(), inside.height() / bounds.height());
        m_middle = inside.center() - bounds.center() * m_scale;
    }

    void paint()
    {
        m_painter.setFont(font(text::kSecond));
        const QPainterPath window = pathOf(m_scene.window);
        if (m_scene.opening) {
            const QPainterPath opening = pathOf(m_scene.opening->outline);
            m_painter.setPen(Qt::NoPen);
            m_painter.setBrush(metalHatch(m_theme));
            m_painter.drawPath(window.subtracted(opening));
            m_painter.setBrush(tint(m_theme.panel, m_theme.danger, 0.35));
            m_painter.drawPath(opening.subtracted(window));
            m_painter.setBrush(Qt::NoBrush);
            m_painter.setPen(solidPen(m_theme.ink, 1.6));
            m_painter.drawPath(opening);
        }
        if (m_scene.gasket) {
            QPen pen(m_theme.ink2, 1.2);
            pen.setStyle(Qt::DotLine);
            m_painter.setPen(pen);
            m_painter.drawPath(pathOf(m_scene.gasket->outline));
        }
        m_painter.setPen(solidPen(m_theme.now, 2.2));
        m_painter.drawPath(window);
        key();
    }

private:
    [[nodiscard]] QPainterPath pathOf(const std::vector<geometry::Point>& outline) const
    {
        QPolygonF polygon;
        for (const geometry::Point& p : outline)
            polygon << m_middle + QPointF(-p.left, -p.up) * m_scale;
        QPainterPath path;
        path.addPolygon(polygon);
        path.closeSubpath();
        return path;
    }

    void key()
    {
        m_painter.setPen(m_theme.ink2);
        m_painter.drawText(QRectF(m_rect.left(), m_rect.top(), m_rect.width(), 18), Qt::AlignHCenter,
                           m_scene.opening ? tr("The flange, from the window's side, roof up")
                                           : tr("The window; no opening is measured against it"));
        if (!m_scene.opening)
            return;
        const QString other = m_scene.opening->name;
        m_painter.drawText(QRectF(m_rect.left(), m_rect.bottom() - 34, m_rect.width(), 34), Qt::AlignHCenter,
                           tr("thick: window · thin: %1\nhatched: to open · tinted: wider than the window").arg(other));
    }

    QPainter& m_painter;
    const Theme& m_theme;
    const JoinedScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;
    QPointF m_middle;
};

}  // namespace

void paintJoined(QPainter& painter, const Theme& theme, const JoinedScene& scene, const QRectF& rect)
{
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF top = chartRect(rect);
    const QRectF bottom(rect.left(), top.bottom() + 6, rect.width(), rect.height() - top.height() - 6);
    if (isCharted(scene))
        Chart(painter, theme, scene, top).paint();
    else
        paintEmpty(painter, theme, top, scene.missing);
    if (!scene.window.empty())
        FlangeFace(painter, theme, scene, bottom).paint();
}

std::optional<geometry::AreaAt> joinedAreaAt(const JoinedScene& scene, const QRectF& rect, QPointF p)
{
    if (!isCharted(scene))
        return std::nullopt;
    const Axes axes(scene, chartRect(rect));
    const Length s = Length::fromSi(axes.x.toValue(p.x()));
    const auto knots = s < Length{} ? joinedKnots(scene) : scene.port;
    if (!axes.plot.contains(p) || knots.size() < 2)
        return std::nullopt;
    const geometry::AreaCurve areas(knots);
    if (s < areas.start() || s > areas.end())
        return std::nullopt;
    return geometry::AreaAt{s, areas.at(s)};
}

}  // namespace euryth::drawing
