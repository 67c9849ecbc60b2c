// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <cmath>

#include "drawing/field_view.hpp"
#include "drawing/section_view.hpp"
#include "field_picture.hpp"
#include "geometry/iso_lines.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

/// The colours of a scale, ready to be looked up for every pixel.
using Colours = std::array<QRgb, 256>;
template <class Colour>
Colours made(const Colour& colour)
{
    Colours t{};
    for (std::size_t i = 0; i < t.size(); ++i)
        t[i] = colour(static_cast<double>(i) / 255.0).rgb();
    return t;
}

const Colours& coloursOf(const SpeedScale& scale)
{
    static const auto speeds = [] {
        std::array<Colours, kSpeedColours.size()> all{};
        for (const SpeedColours of : kSpeedColours)
            all.at(static_cast<std::size_t>(of)) = made([of](double share) { return colourOf(share, of); });
        return all;
    }();
    static const Colours differences = made(differenceColour);
    return scale.difference ? differences : speeds.at(static_cast<std::size_t>(speedColours()));
}

QRgb shadeOf(const Colours& colours, double share)
{
    return colours[static_cast<std::size_t>(std::lround(std::clamp(share, 0.0, 1.0) * 255.0))];
}

/// An ink that can be read on a colour.
bool isLight(const QColor& ground) { return ground.lightnessF() > 0.45F; }

/// A triangle with a share of the scale at each corner, by barycentric coordinates.
void fillTriangle(QImage& image, const Colours& colours, const std::array<QPointF, 3>& p,
                  const std::array<double, 3>& share)
{
    const double area = (p[1].x() - p[0].x()) * (p[2].y() - p[0].y()) - (p[2].x() - p[0].x()) * (p[1].y() - p[0].y());
    if (std::abs(area) < 1e-9)
        return;
    const auto [left, right] = std::minmax({p[0].x(), p[1].x(), p[2].x()});
    const auto [top, bottom] = std::minmax({p[0].y(), p[1].y(), p[2].y()});
    const int x0 = std::max(0, static_cast<int>(std::floor(left)));
    const int x1 = std::min(image.width() - 1, static_cast<int>(std::ceil(right)));
    const int y0 = std::max(0, static_cast<int>(std::floor(top)));
    const int y1 = std::min(image.height() - 1, static_cast<int>(std::ceil(bottom)));
    constexpr double edge = -0.02;  // neighbours overlap a little, so that no pixel between them stays empty
    for (int y = y0; y <= y1; ++y) {
        auto* row = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = x0; x <= x1; ++x) {
            const double dx = x + 0.5 - p[0].x();
            const double dy = y + 0.5 - p[0].y();
            const double b = (dx * (p[2].y() - p[0].y()) - (p[2].x() - p[0].x()) * dy) / area;
            const double c = ((p[1].x() - p[0].x()) * dy - dx * (p[1].y() - p[0].y())) / area;
            if (b < edge || c < edge || b + c > 1.0 - edge)
                continue;
            row[x] = shadeOf(colours, share[0] + b * (share[1] - share[0]) + c * (share[2] - share[0]));
        }
    }
}

/// Round speeds inside the scale, in what is shown.
std::vector<double> levelsOf(const SpeedScale& scale, const units::DisplayUnits& units)
{
    constexpr int about = 9;
    std::vector<double> levels;
    for (const auto& [value, label] : displayTicks({scale.low, scale.high, 0.0, 1.0}, units::Kind::Speed, units, about))
        levels.push_back(value);
    return levels;
}

void paintLines(QPainter& painter, const std::vector<geometry::IsoLine>& lines,
                const std::function<QPointF(geometry::Point)>& toPixel, const SpeedScale& scale,
                const units::DisplayUnits& units)
{
    painter.setFont(font(11));
    std::vector<QRectF> taken;
    for (const geometry::IsoLine& line : lines) {
        const bool light = isLight(scale.colour(line.level));
        const QColor ink = light ? QColor(0, 0, 0, 110) : QColor(255, 255, 255, 130);
        painter.setPen(QPen(ink, 1.0));
        for (const auto& piece : line.pieces)
            painter.drawLine(toPixel(piece[0]), toPixel(piece[1]));
        if (line.pieces.empty())
            continue;
        // Its number once, where nothing else stands yet.
        const QString label = QString::fromStdString(units::formatNumber(units::Kind::Speed, line.level, units));
        QRectF box(0, 0, painter.fontMetrics().horizontalAdvance(label) + 4, 13);
        for (std::size_t i = 0; i < line.pieces.size(); i += 7) {
            box.moveCenter(toPixel(line.pieces[(i + line.pieces.size() / 2) % line.pieces.size()][0]));
            const bool free = std::ranges::none_of(taken, [&](const QRectF& other) { return other.intersects(box); });
            if (!free)
                continue;
            taken.push_back(box.adjusted(-14, -8, 14, 8));
            painter.setPen(light ? QColor(0x12, 0x18, 0x24) : QColor(Qt::white));
            painter.drawText(box, Qt::AlignCenter, label);
            break;
        }
    }
}

}  // namespace

QColor SpeedScale::colour(double speed) const
{
    const double share = (speed - low) / (high - low);
    return difference ? differenceColour(share) : speedColour(share);
}

void paintSpeedBar(QPainter& painter, const Theme& theme, const QRectF& rect, const SpeedScale& scale,
                   const units::DisplayUnits& units)
{
    paintSpeedBar(painter, theme, rect, scale.low, scale.high, units,
                  scale.difference ? differenceColour : speedColour);
}

std::optional<double> speedAt(const port_field::AirSheet& sheet, geometry::Point at)
{
    constexpr double near = 1.5e-3;  // m; places of a sheet lie closer
    double nearest = near;
    std::optional<double> speed;
    for (std::size_t i = 0; i < sheet.places.size(); ++i) {
        const double off = std::hypot(sheet.places[i].left - at.left, sheet.places[i].up - at.up);
        if (off < nearest) {
            nearest = off;
            speed = sheet.speeds[i];
        }
    }
    return speed;
}

void paintSheet(QPainter& painter, const Theme&, const port_field::AirSheet& sheet,
                const std::function<QPointF(geometry::Point)>& toPixel, const SpeedScale& scale, const QRectF& clip,
                const units::DisplayUnits& units)
{
    const double ratio = painter.device()->devicePixelRatioF();
    QImage image((clip.size() * ratio).toSize(), QImage::Format_ARGB32_Premultiplied);
    if (image.isNull())
        return;
    image.setDevicePixelRatio(ratio);
    image.fill(Qt::transparent);
    std::vector<QPointF> pixels;
    std::vector<double> shares;
    for (std::size_t i = 0; i < sheet.places.size(); ++i) {
        pixels.push_back((toPixel(sheet.places[i]) - clip.topLeft()) * ratio);
        shares.push_back((sheet.speeds[i] - scale.low) / (scale.high - scale.low));
    }
    for (const auto& face : sheet.faces) {
        for (const std::size_t third : {std::size_t{1}, std::size_t{2}}) {
            const std::array<std::uint32_t, 3> corner{face[0], face[third], face[third + 1]};
            fillTriangle(image, coloursOf(scale), {pixels[corner[0]], pixels[corner[1]], pixels[corner[2]]},
                         {shares[corner[0]], shares[corner[1]], shares[corner[2]]});
        }
    }
    painter.drawImage(clip.topLeft(), image);
    paintLines(painter, geometry::isoLines(sheet.places, sheet.speeds, sheet.faces, levelsOf(scale, units)), toPixel,
               scale, units);
}

void paintDeadEdge(QPainter& painter, const Theme& theme, const std::vector<std::array<geometry::Point, 2>>& pieces,
                   const std::function<QPointF(geometry::Point)>& toPixel)
{
    for (const auto& [colour, width] : {std::pair{QColor(Qt::white), 4.0}, std::pair{theme.danger, 2.0}}) {
        painter.setPen(solidPen(colour, width));
        for (const auto& piece : pieces)
            painter.drawLine(toPixel(piece[0]), toPixel(piece[1]));
    }
}

void paintWeakEdge(QPainter& painter, const Theme& theme, const std::vector<std::array<geometry::Point, 2>>& pieces,
                   const std::function<QPointF(geometry::Point)>& toPixel)
{
    painter.setPen(solidPen(Qt::white, 3.0));
    for (const auto& piece : pieces)
        painter.drawLine(toPixel(piece[0]), toPixel(piece[1]));
    // Every second piece alone, which reads as a dashed line whatever their length.
    painter.setPen(solidPen(theme.danger, 1.4));
    for (std::size_t i = 0; i < pieces.size(); i += 2)
        painter.drawLine(toPixel(pieces[i][0]), toPixel(pieces[i][1]));
}

}  // namespace euryth::drawing
