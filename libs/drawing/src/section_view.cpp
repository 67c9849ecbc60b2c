// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/section_view.hpp"

#include <algorithm>
#include <cmath>

#include "drawing/scale.hpp"
#include "geometry/wall_contour.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

using geometry::index;
using geometry::kSectors;
using geometry::PerSector;
using geometry::Sector;
using geometry::WallContour;

constexpr std::size_t kOutline = 240;
constexpr QSizeF kReading{46.0, 22.0};
constexpr QSizeF kNarrowReading{30.0, 16.0};  // still holds three figures and a point in the second size
constexpr double kVerdictHeight = 14.0;

/// The section's line: a traced one by its own corners, any other by many points.
std::vector<geometry::Point> outlineOf(const geometry::Section& shape)
{
    if (const auto* traced = std::get_if<geometry::Outline>(&shape))
        return traced->points;
    return WallContour(shape).outline(kOutline);
}

/// The wall from the middle of a sector to that of the next one clockwise, moved out by depths.
std::vector<geometry::Point> movedOut(const WallContour& contour, Sector sector, const PerSector<Length>& depths)
{
    const Sector next = geometry::nextClockwise(sector);
    const Length from = contour.middleOf(sector);
    const Length to = next == Sector::Roof ? contour.length() : contour.middleOf(next);
    std::vector<geometry::Point> line;
    constexpr int steps = 24;
    for (int i = 0; i <= steps; ++i) {
        const Length along = from + (to - from) * (static_cast<double>(i) / steps);
        const auto place = contour.placeAt(along);
        const double depth = contour.depthAt(along, depths).si();
        line.push_back({place.point.left + place.outward.left * depth, place.point.up + place.outward.up * depth});
    }
    return line;
}

Length largestWall(const SectionScene& scene)
{
    Length largest;
    if (!scene.showWalls)
        return largest;
    for (const auto& wall : scene.station.wall.at)
        largest = std::max(largest, wall.value_or(Length{}));
    return largest;
}

}  // namespace

std::pair<double, double> speedRange(const analysis::PortAnalysis& analysis)
{
    double slowest = 1e9;
    double fastest = 0.0;
    for (const auto& probe : analysis.probes) {
        for (const auto& reading : probe.readings) {
            slowest = std::min(slowest, reading.speed.value_or(Speed::fromSi(slowest)).si());
            fastest = std::max(fastest, reading.speed.value_or(Speed{}).si());
        }
    }
    return fastest > slowest ? std::pair{slowest, fastest} : std::pair{0.0, std::max(fastest, 1.0)};
}

SectionView::SectionView(const SectionScene& scene, const QRectF& rect)
    : m_scene(scene),
      m_rect(rect),
      m_box(geometry::boxOf(scene.shape))
{
    // Room for the wall's numbers at the sides, and above and below.
    const double marginAcross = scene.showWalls ? 48.0 : 8.0;
    const double marginUp = scene.showWalls ? 26.0 : 8.0;
    const double wall = 2.0 * largestWall(scene).si();
    m_scale = std::min((rect.width() - 2.0 * marginAcross) / (m_box.width.si() + wall),
                       (rect.height() - 2.0 * marginUp) / (m_box.height.si() + wall));
    m_scale = std::max(m_scale, 1.0);
    m_middle = rect.center();
}

QPointF SectionView::toPixel(geometry::Point p) const
{
    return {m_middle.x() - (p.left - m_box.middle.left) * m_scale, m_middle.y() - (p.up - m_box.middle.up) * m_scale};
}

geometry::Point SectionView::toSection(QPointF p) const
{
    return {m_box.middle.left - (p.x() - m_middle.x()) / m_scale, m_box.middle.up - (p.y() - m_middle.y()) / m_scale};
}

QPolygonF SectionView::polygon(const std::vector<geometry::Point>& points) const
{
    QPolygonF shape;
    for (const geometry::Point& p : points)
        shape << toPixel(p);
    return shape;
}

void SectionView::paint(QPainter& painter) const
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (m_scene.showWalls)
        paintCasting(painter);
    paintAir(painter);
    paintOpenings(painter);
    paintCut(painter);
    paintLimit(painter);
    paintPlanned(painter);
    if (m_scene.showWalls)
        paintWallLabels(painter);
    if (m_scene.showSizes)
        paintSizes(painter);
    if (m_scene.traverse)
        paintReadings(painter);
    paintScale(painter);
    paintPins(painter);
}

void SectionView::paintPins(QPainter& painter) const
{
    const WallContour contour(m_scene.shape);
    double middle = 0.0;
    PerSector<double> taken{};
    for (const SectionScene::Pin& pin : m_scene.pins) {
        if (!pin.sector) {
            paintPinTag(painter, m_scene.theme, pin.tag, m_middle + QPointF(0.0, middle));
            middle += 20.0;
            continue;
        }
        // In the metal, where no reading stands.
        const auto place = contour.placeAt(contour.middleOf(*pin.sector));
        constexpr double out = 12.0;
        const QPointF wall = toPixel(place.point) + QPointF(-place.outward.left, -place.outward.up) * out;
        double& beside = taken[index(*pin.sector)];
        paintPinTag(painter, m_scene.theme, pin.tag, wall + QPointF(beside, 0.0));
        beside += 20.0;
    }
}

void SectionView::paintCasting(QPainter& painter) const
{
    const WallContour contour(m_scene.shape);
    PerSector<Length> wall{};
    for (const Sector s : kSectors)
        wall[index(s)] = m_scene.station.wall.at[index(s)].value_or(Length{});
    // Wall is drawn from the middle of one measured sector to the next; where one of the two is not known there is
    // none.
    for (const Sector s : kSectors) {
        const Sector next = geometry::nextClockwise(s);
        if (!m_scene.station.wall.at[index(s)] || !m_scene.station.wall.at[index(next)])
            continue;
        std::vector<geometry::Point> inner = movedOut(contour, s, {});
        QPolygonF piece = polygon(movedOut(contour, s, wall));
        painter.setPen(solidPen(m_scene.theme.ink2, 1.2));
        painter.drawPolyline(piece);
        std::ranges::reverse(inner);
        piece += polygon(inner);
        painter.setPen(Qt::NoPen);
        painter.setBrush(m_scene.theme.casting);
        painter.drawPolygon(piece);
        painter.setBrush(Qt::NoBrush);
    }
}

void SectionView::paintAir(QPainter& painter) const
{
    const auto& shape = m_scene.shape;
    const double top = m_box.middle.up + m_box.height.si() / 2.0;
    const double leftEdge = m_box.middle.left + m_box.width.si() / 2.0;
    const QPolygonF outline = polygon(outlineOf(shape));
    if (m_scene.map) {
        const QImage image = speedImage(shape, *m_scene.map, m_scene.speedLow, m_scene.speedHigh, m_scale);
        painter.drawImage(toPixel({leftEdge, top}), image);
    } else {
        painter.setPen(Qt::NoPen);
        painter.setBrush(m_scene.theme.nowSoft);
        painter.drawPolygon(outline);
        painter.setBrush(Qt::NoBrush);
    }
    painter.setPen(solidPen(m_scene.theme.ink, 2.0));
    painter.drawPolygon(outline);

    const job::Boss& boss = m_scene.station.boss;
    if (boss.width && boss.height) {
        const double half = boss.width->si() / 2.0;
        const double middle = m_box.middle.left;
        const QRectF box(toPixel({middle + half, top}), toPixel({middle - half, top - boss.height->si()}));
        painter.setBrush(m_scene.theme.casting);
        painter.setPen(solidPen(m_scene.theme.ink2, 1.2));
        painter.drawRect(box);
        painter.setBrush(Qt::NoBrush);
        painter.setFont(font(text::kSecond));
        painter.setPen(m_scene.theme.ink);
        constexpr double legible = 30.0;
        if (!m_scene.traverse && box.width() > legible)
            paintLabel(painter, m_rect, {box.center().x(), box.bottom() + 10.0}, tr("guide boss"));
    }
}

void SectionView::paintOpenings(QPainter& painter) const
{
    constexpr std::size_t points = 120;
    double row = 0.0;
    for (const SectionScene::Opening& opening : m_scene.openings) {
        QPolygonF shape;
        for (const geometry::Point& p : WallContour(opening.shape).outline(points))
            shape << toPixel(
                {m_box.middle.left + opening.middle.left + p.left, m_box.middle.up + opening.middle.up + p.up});
        QPen pen = row == 0.0 ? planPen(m_scene.theme, 1.8) : metalPen(m_scene.theme, 1.8);
        painter.setPen(pen);
        painter.drawPolygon(shape);
        // What the line is, in the light of the port.
        painter.setFont(font(text::kSecond));
        const QPointF at(m_middle.x() - 40, toPixel({0.0, m_box.middle.up - m_box.height.si() / 2.0}).y() - 44 + row);
        painter.drawLine(at, at + QPointF(24, 0));
        painter.drawText(at + QPointF(30, 4), opening.name);
        row += 18.0;
    }
}

void SectionView::paintPlanned(QPainter& painter) const
{
    if (m_scene.planned.empty())
        return;
    painter.setPen(planPen(m_scene.theme, 2.2));
    painter.setBrush(Qt::NoBrush);
    painter.drawPolygon(polygon(m_scene.planned));
}

void SectionView::paintCut(QPainter& painter) const
{
    const bool any = std::ranges::any_of(m_scene.cut, [](Length d) { return d > Length{}; });
    if (!any)
        return;
    const WallContour contour(m_scene.shape);
    QPainterPath inner;
    inner.addPolygon(polygon(outlineOf(m_scene.shape)));
    inner.closeSubpath();
    const QPolygonF cutLine = polygon(contour.outline(kOutline, m_scene.cut));
    QPainterPath outer;
    outer.addPolygon(cutLine);
    outer.closeSubpath();
    const QPainterPath removed = outer.subtracted(inner);
    painter.fillPath(removed, m_scene.theme.panel);
    painter.fillPath(removed, metalHatch(m_scene.theme));
    painter.setPen(metalPen(m_scene.theme));
    painter.drawPolygon(cutLine);
}

void SectionView::paintLimit(QPainter& painter) const
{
    if (!m_scene.may)
        return;
    const WallContour contour(m_scene.shape);
    QPen pen = solidPen(m_scene.theme.danger, 1.6);
    pen.setDashPattern({1.0, 2.0});
    painter.setPen(pen);
    for (const Sector s : kSectors) {
        const auto& here = (*m_scene.may)[index(s)];
        const auto& next = (*m_scene.may)[index(geometry::nextClockwise(s))];
        if (!here || !next)
            continue;
        PerSector<Length> depths{};
        depths[index(s)] = *here;
        depths[index(geometry::nextClockwise(s))] = *next;
        painter.drawPolyline(polygon(movedOut(contour, s, depths)));
    }
    const QString name = tr("limit of a cut");
    painter.setFont(font(text::kSecond));
    const QPointF at(m_rect.right() - 10 - painter.fontMetrics().horizontalAdvance(name), m_rect.bottom() - 4);
    painter.drawLine(at - QPointF(28, 4), at - QPointF(6, 4));
    painter.setPen(m_scene.theme.ink2);
    painter.drawText(at, name);
}

QPointF SectionView::wallLabelAt(Sector sector, double halfWidth) const
{
    const WallContour contour(m_scene.shape);
    const Length beyond = std::max(largestWall(m_scene), lengthFromMm(2.0));
    const auto place = contour.placeAt(contour.middleOf(sector));
    const double reach = m_scene.station.wall.at[index(sector)].value_or(beyond * 0.4).si();
    const QPointF edge =
        toPixel({place.point.left + place.outward.left * reach, place.point.up + place.outward.up * reach});
    return edge + QPointF(-place.outward.left * (halfWidth + 7.0), -place.outward.up * 12.0);
}

std::optional<geometry::Sector> SectionView::wallAt(QPointF p) const
{
    std::vector<QPointF> labels;
    for (const Sector s : kSectors)
        labels.push_back(wallLabelAt(s, 14.0));
    constexpr double finger = 28.0;  // numbers are wider than points
    const auto nearest = underFinger(labels, p, finger);
    return nearest ? std::optional(kSectors[*nearest]) : std::nullopt;
}

void SectionView::paintWallLabels(QPainter& painter) const
{
    const WallContour contour(m_scene.shape);
    for (const Sector s : kSectors) {
        const auto& wall = m_scene.station.wall.at[index(s)];
        const bool handsOff = m_scene.hold[index(s)] == cutting::Hold::ThinWall;
        const bool chosen = m_scene.chosenSector == s;
        QString label =
            wall ? QString::fromStdString(units::formatNumber(units::Kind::Length, wall->si(), m_scene.units))
                 : QStringLiteral("?");
        painter.setFont(font(text::kSecond, handsOff || chosen));
        const double halfWidth = painter.fontMetrics().horizontalAdvance(label) / 2.0;
        const QPointF at = wallLabelAt(s, halfWidth);
        if (chosen) {
            // The hand: where the next reading goes.
            painter.setPen(solidPen(m_scene.theme.now, 2.0));
            painter.setBrush(m_scene.theme.nowSoft);
            painter.drawRoundedRect(QRectF(at.x() - halfWidth - 6, at.y() - 10, 2 * halfWidth + 12, 20), 4, 4);
            painter.setBrush(Qt::NoBrush);
        }
        painter.setPen(handsOff ? m_scene.theme.danger : chosen ? m_scene.theme.now : m_scene.theme.ink2);
        paintLabel(painter, m_rect, at, label);
        if (!handsOff)
            continue;
        // Thin wall: mark and words, not colour alone.
        const QPointF below = at + QPointF(0.0, 14.0);
        paintLabel(painter, m_rect, below, tr("hands off"));
        const auto place = contour.placeAt(contour.middleOf(s));
        const double half = wall->si() / 2.0;
        const QPointF onWall =
            toPixel({place.point.left + place.outward.left * half, place.point.up + place.outward.up * half});
        paintSeverity(painter, m_scene.theme, calls::Severity::Danger, onWall, 13.0);
    }
}

void SectionView::paintSizes(QPainter& painter) const
{
    const double halfWidth = m_box.width.si() / 2.0;
    const double halfHeight = m_box.height.si() / 2.0;
    const geometry::Point middle = m_box.middle;
    const auto at = [&](double left, double up) { return toPixel({middle.left + left, middle.up + up}); };
    painter.setPen(solidPen(m_scene.theme.now, 1.2));
    painter.setFont(font(text::kNormal, true));
    const auto number = [&](Length q) {
        return QString::fromStdString(units::formatWithUnit(units::Kind::Length, q.si(), m_scene.units));
    };
    const QPointF left = at(halfWidth, -halfHeight * 0.3);
    const QPointF right = at(-halfWidth, -halfHeight * 0.3);
    const QPointF top = at(halfWidth * 0.35, halfHeight);
    const QPointF bottom = at(halfWidth * 0.35, -halfHeight);
    const auto arrow = [&](QPointF tip, QPointF direction) {
        const QPointF side(-direction.y(), direction.x());
        painter.drawLine(tip, tip - direction * 7.0 + side * 3.5);
        painter.drawLine(tip, tip - direction * 7.0 - side * 3.5);
    };
    painter.drawLine(left, right);
    arrow(left, {-1, 0});
    arrow(right, {1, 0});
    painter.drawLine(top, bottom);
    arrow(top, {0, -1});
    arrow(bottom, {0, 1});
    painter.setPen(m_scene.theme.now);
    paintLabel(painter, m_rect, {m_middle.x() - m_scale * -halfWidth * 0.35, left.y() - 10}, number(m_box.width));
    const QString height = number(m_box.height);
    painter.drawText(QPointF(top.x() + 6, m_middle.y() - halfHeight * m_scale * 0.35), height);
}

QRectF SectionView::readingBox(std::size_t reading) const
{
    const auto& point = m_scene.traverse->points[reading];
    const geometry::Point at = probing::toSection(point.at, m_scene.shape);
    QRectF box({0, 0}, readingSize());
    box.moveCenter(toPixel(at));
    return box;
}

QSizeF SectionView::readingSize() const
{
    QSizeF size = kReading;
    const auto& points = m_scene.traverse->points;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const QPointF at = toPixel(probing::toSection(points[i].at, m_scene.shape));
        for (std::size_t j = 0; j < i; ++j) {
            const QPointF apart = toPixel(probing::toSection(points[j].at, m_scene.shape)) - at;
            if (std::abs(apart.y()) < kReading.height())
                size.setWidth(std::min(size.width(), std::abs(apart.x()) - 2.0));
            else if (std::abs(apart.x()) < kReading.width())
                size.setHeight(std::min(size.height(), std::abs(apart.y()) - kVerdictHeight - 1.0));
        }
    }
    return size.expandedTo(kNarrowReading);
}

std::optional<std::size_t> SectionView::readingAt(QPointF p) const
{
    if (!m_scene.traverse)
        return std::nullopt;
    for (std::size_t i = 0; i < m_scene.traverse->points.size(); ++i) {
        if (readingBox(i).adjusted(-6, -6, 6, 6).contains(p))
            return i;
    }
    return std::nullopt;
}

void SectionView::paintReadings(QPainter& painter) const
{
    for (std::size_t i = 0; i < m_scene.traverse->points.size(); ++i) {
        const auto& point = m_scene.traverse->points[i];
        const QRectF box = readingBox(i);
        const bool chosen = m_scene.chosenPoint == i;
        const bool strange = point.verdict && *point.verdict != probing::Verdict::Even;
        painter.setBrush(m_scene.theme.panel);
        painter.setPen(solidPen(chosen ? m_scene.theme.now : m_scene.theme.line, chosen ? 3.0 : 1.0));
        painter.drawRoundedRect(box, 4, 4);
        painter.setBrush(Qt::NoBrush);
        painter.setFont(font(box.width() < kReading.width() ? text::kSecond : text::kNormal, true));
        painter.setPen(m_scene.theme.ink);
        const QString value =
            point.speed
                ? QString::fromStdString(units::formatNumber(units::Kind::Speed, point.speed->si(), m_scene.units))
                : QString::fromUtf8(units::kUnknownText);
        painter.drawText(box, Qt::AlignCenter, value);
        if (!strange)
            continue;
        const QString verdict = QString::fromStdString(units::render(nameOf(*point.verdict), m_scene.units));
        painter.setFont(font(text::kSecond, true));
        QRectF tag(0, 0, painter.fontMetrics().horizontalAdvance(verdict) + 10, kVerdictHeight);
        tag.moveCenter({box.center().x(), box.bottom() + kVerdictHeight / 2});
        painter.setPen(Qt::NoPen);
        painter.setBrush(*point.verdict == probing::Verdict::Fast ? m_scene.theme.danger : m_scene.theme.ink);
        painter.drawRoundedRect(tag, 3, 3);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(m_scene.theme.panel);
        painter.drawText(tag, Qt::AlignCenter, verdict);
    }
}

void SectionView::paintScale(QPainter& painter) const
{
    const bool inch = m_scene.units.system == units::System::Inch;
    const double length = inch ? 0.5 * factor::inch : 10e-3;
    const QString label = inch ? QStringLiteral("0.5 in") : QStringLiteral("10 mm");
    const double pixels = length * m_scale;
    const QPointF at(m_rect.left() + 10, m_rect.bottom() - 8);
    painter.setPen(solidPen(m_scene.theme.ink2, 1.4));
    painter.drawLine(at, at + QPointF(pixels, 0));
    painter.drawLine(at + QPointF(0, -4), at + QPointF(0, 4));
    painter.drawLine(at + QPointF(pixels, -4), at + QPointF(pixels, 4));
    painter.setFont(font(text::kSecond));
    painter.drawText(at + QPointF(pixels + 6, 4), label);
}

void paintSpeedBar(QPainter& painter, const Theme& theme, const QRectF& rect, double low, double high,
                   const units::DisplayUnits& units, QColor (*colour)(double))
{
    const QRectF bar(rect.left(), rect.top(), rect.width(), 10);
    constexpr int steps = 64;
    for (int i = 0; i < steps; ++i) {
        const double left = bar.left() + bar.width() * i / steps;
        painter.fillRect(QRectF(left, bar.top(), bar.width() / steps + 0.6, bar.height()), colour((i + 0.5) / steps));
    }
    painter.setPen(solidPen(theme.line));
    painter.drawRect(bar);
    painter.setFont(font(text::kSecond));
    painter.setPen(theme.ink2);
    const auto label = [&](double value) {
        return QString::fromStdString(units::formatWithUnit(units::Kind::Speed, value, units));
    };
    const QRectF under(rect.left(), bar.bottom() + 2, rect.width(), 16);
    painter.drawText(under, Qt::AlignLeft | Qt::AlignTop, label(low));
    painter.drawText(under, Qt::AlignRight | Qt::AlignTop, label(high));
}

QImage speedImage(const geometry::Section& section, const probing::SpeedMap& map, double low, double high,
                  double pixelsPerMetre)
{
    const geometry::Box box = geometry::boxOf(section);
    const int width = std::max(1, static_cast<int>(std::ceil(box.width.si() * pixelsPerMetre)));
    const int height = std::max(1, static_cast<int>(std::ceil(box.height.si() * pixelsPerMetre)));
    QImage image(width, height, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    for (int j = 0; j < height; ++j) {
        auto* row = reinterpret_cast<QRgb*>(image.scanLine(j));
        for (int i = 0; i < width; ++i) {
            const geometry::Point p{box.middle.left + box.width.si() / 2.0 - (i + 0.5) / pixelsPerMetre,
                                    box.middle.up + box.height.si() / 2.0 - (j + 0.5) / pixelsPerMetre};
            if (geometry::distanceToWall(section, p) > 0.0)
                row[i] = speedColour((map.at(p).si() - low) / (high - low)).rgb();
        }
    }
    return image;
}

}  // namespace euryth::drawing
