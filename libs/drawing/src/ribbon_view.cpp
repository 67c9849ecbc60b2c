// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "drawing/runner_view.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

constexpr double kSideMargin = 34.0;
constexpr double kCaptionHeight = 14.0;
constexpr double kMarksHeight = 17.0;
constexpr double kNamesHeight = 18.0;
constexpr double kDistancesHeight = 18.0;

/// Differences of area are what matters and are only some per cent, so they are drawn larger; the caption says so.
constexpr double kExaggeration = 3.0;

/// Half-width of the band, pixels, for an area.
class WidthScale {
public:
    WidthScale(const RunnerScene& scene, double greatestHalf)
    {
        for (const auto& station : scene.stations)
            m_mean += station.area / static_cast<double>(scene.stations.size());
        double widest = 0.0;
        for (const auto& s : scene.stations)
            widest = std::max(
                {widest, relative(s.area), relative(s.plan.value_or(0.0)), relative(s.afterCut.value_or(0.0))});
        m_pixels = greatestHalf / widest;
    }
    [[nodiscard]] double operator()(double area) const { return relative(area) * m_pixels; }

private:
    [[nodiscard]] double relative(double area) const
    {
        constexpr double least = 0.08;
        return std::max(least, 1.0 + kExaggeration * (area / m_mean - 1.0));
    }
    double m_mean = 0.0;
    double m_pixels = 1.0;
};

/// One edge of a band that lies `off(i)` pixels below the middle at the stations.
template <class F>
QPolygonF edge(const RunnerScene& scene, const AxisMap& x, double middle, F off)
{
    QPolygonF line;
    for (std::size_t i = 0; i < scene.stations.size(); ++i)
        line << QPointF(x.toPixel(scene.stations[i].s), middle + off(i));
    return line;
}

/// What comes away between the wall as it is and as it will be: only these slivers, as hatching the whole band under
/// what stays takes longer than all the rest.
void paintCut(QPainter& painter, const Theme& theme, const QPolygonF& wall, const QPolygonF& cut)
{
    painter.setPen(Qt::NoPen);
    painter.setBrush(metalHatch(theme));
    for (qsizetype i = 0; i + 1 < wall.size(); ++i) {
        if (wall[i] != cut[i] || wall[i + 1] != cut[i + 1])
            painter.drawPolygon(QPolygonF{wall[i], wall[i + 1], cut[i + 1], cut[i]});
    }
}

}  // namespace

RibbonView::RibbonView(const RunnerScene& scene, const QRectF& rect) : m_rect(rect.adjusted(0, kCaptionHeight, 0, 0))
{
    if (scene.empty())
        return;
    x = {scene.stations.front().s, scene.stations.back().s, rect.left() + kSideMargin, rect.right() - kSideMargin};
}

namespace {

/// What was read, beside its station; what has no room gives way to what stands before it.
void paintProbed(QPainter& painter, const Theme& theme, const RunnerScene& scene, const AxisMap& x, double middle)
{
    painter.setFont(font(text::kSecond));
    double free = -1e9;
    for (const RunnerScene::Probed& probed : scene.probed) {
        const double wide = painter.fontMetrics().horizontalAdvance(probed.text) + 10.0;
        const double px = x.toPixel(probed.s);
        const double left = px + 4.0 + wide > x.pixelTo ? px - 4.0 - wide : px + 4.0;
        if (left < free)
            continue;
        const QRectF plate(left, middle - 16.0, wide, 18.0);
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.panel);
        painter.drawRoundedRect(plate, 3, 3);
        painter.setPen(theme.ink);
        painter.drawText(plate, Qt::AlignCenter, probed.text);
        free = plate.right() + 4.0;
    }
}

/// Findings along the lower wall; one that has no room stands beside the one before it.
void paintPins(QPainter& painter, const Theme& theme, const RunnerScene& scene, const AxisMap& x, double y)
{
    std::vector<RunnerScene::Pin> pins = scene.pins;
    std::ranges::sort(pins, {}, &RunnerScene::Pin::s);
    double free = -1e9;
    for (const RunnerScene::Pin& pin : pins) {
        const double place = x.toPixel(pin.s);
        const double half = pinTagBox({}).width() / 2.0;
        const double px = std::max(place, free + half);
        free = paintPinTag(painter, theme, pin.tag, {px, y}).right() + 2.0;
        painter.setPen(solidPen(theme.ink, 1.2));
        painter.drawLine(QPointF(place, y + 9.0), QPointF(place, y + 13.0));
    }
}

}  // namespace

void RibbonView::paint(QPainter& painter, const Theme& theme, const RunnerScene& scene) const
{
    if (scene.empty())
        return paintEmpty(painter, theme, m_rect, scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF body = m_rect.adjusted(0, kMarksHeight + kNamesHeight, 0, -kDistancesHeight);
    const double middle = body.center().y();
    const WidthScale half(scene, body.height() / 2.0);
    const auto now = [&](std::size_t i) { return half(scene.stations[i].area); };

    const auto cut = [&](std::size_t i) {
        return std::max(now(i), half(scene.stations[i].afterCut.value_or(scene.stations[i].area)));
    };
    painter.setRenderHint(QPainter::Antialiasing, false);  // the outline lies over the edges
    QPolygonF outline;
    for (const double side : {-1.0, 1.0}) {
        const QPolygonF wall = edge(scene, x, middle, [&](std::size_t i) { return side * now(i); });
        paintCut(painter, theme, wall, edge(scene, x, middle, [&](std::size_t i) { return side * cut(i); }));
        if (side > 0.0)
            std::copy(wall.rbegin(), wall.rend(), std::back_inserter(outline));
        else
            outline = wall;
    }
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.nowSoft);
    painter.drawPolygon(outline);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(solidPen(theme.ink, 1.4));
    outline << outline.front();
    paintLongLine(painter, outline);

    const bool planned = std::ranges::all_of(scene.stations, [](const auto& s) { return s.plan || s.sum; });
    if (planned) {
        const auto plan = [&](std::size_t i) { return half(scene.stations[i].plan.value_or(scene.stations[i].area)); };
        painter.setPen(planPen(theme, 1.6));
        for (const double side : {-1.0, 1.0})
            paintLongLine(painter, edge(scene, x, middle, [&](std::size_t i) { return side * plan(i); }));
    }

    double lastDistance = -1e9;
    for (std::size_t i = 0; i < scene.stations.size(); ++i) {
        const auto& station = scene.stations[i];
        const double px = x.toPixel(station.s);
        const bool chosen = scene.chosen == i;
        painter.setPen(solidPen(chosen ? theme.now : theme.line, chosen ? 3.0 : 1.0));
        painter.drawLine(QPointF(px, chosen ? body.top() - 2 : middle - now(i)),
                         QPointF(px, chosen ? body.bottom() + 2 : middle + now(i)));
        painter.setFont(font(text::kSecond, chosen || !station.name.isEmpty()));
        painter.setPen(chosen ? theme.now : theme.ink);
        if (!station.name.isEmpty())
            paintLabel(painter, m_rect, {px, body.top() - kNamesHeight / 2.0}, station.name);
        constexpr double leastGap = 46.0;
        if (chosen || px - lastDistance >= leastGap) {
            painter.setPen(chosen ? theme.now : theme.ink2);
            painter.setFont(font(text::kSecond, chosen));
            const QString distance =
                QString::fromStdString(units::formatNumber(units::Kind::Position, station.s, scene.units));
            paintLabel(painter, m_rect, {px, body.bottom() + kDistancesHeight / 2.0 + 2}, distance);
            lastDistance = px;
        }
    }
    paintProbed(painter, theme, scene, x, middle);
    paintPins(painter, theme, scene, x, body.bottom() - 8.0);
    painter.setPen(theme.ink2);
    painter.setFont(font(text::kSecond));
    painter.drawText(QRectF(m_rect.left() + 4, m_rect.top() - kCaptionHeight, 400, kCaptionHeight),
                     Qt::AlignLeft | Qt::AlignVCenter,
                     tr("The runner: width = net area, differences drawn three times"));
    for (auto mark = scene.marks.rbegin(); mark != scene.marks.rend(); ++mark) {
        // The worst comes first in the list and is drawn last, on top of what shares its place.
        const double px = x.toPixel(mark->s);
        paintSeverity(painter, theme, mark->severity, {px, m_rect.top() + kMarksHeight / 2.0}, 13.0);
    }
}

}  // namespace euryth::drawing
