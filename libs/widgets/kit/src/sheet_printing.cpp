// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/sheet_printing.hpp"

#include <QImage>
#include <QPagedPaintDevice>
#include <QPainter>

#include "drawing/theme.hpp"

namespace euryth::widgets {

namespace {

using paper::Sheet;

QPen linePen(paper::Ink ink)
{
    const paper::Pen of = paper::penOf(ink);
    QPen pen(QColor::fromRgbF(static_cast<float>(of.grey), static_cast<float>(of.grey), static_cast<float>(of.grey)),
             of.width);
    if (of.dashed)
        pen.setDashPattern({paper::kDash / of.width, paper::kGap / of.width});
    return pen;
}

void drawNote(QPainter& painter, const paper::Note& note)
{
    // Letters have whole sizes in pixels: they are drawn a hundred times as large, and scaled.
    constexpr double fine = 100.0;
    painter.save();
    painter.translate(note.at.x, note.at.y);
    painter.scale(1.0 / fine, 1.0 / fine);
    painter.setFont(drawing::font(static_cast<int>(note.height * fine), note.strong));
    painter.setPen(Qt::black);
    const QString text = QString::fromStdString(note.text);
    const double wide = painter.fontMetrics().horizontalAdvance(text);
    const double shift = note.align == paper::Align::Left ? 0.0 : note.align == paper::Align::Middle ? 0.5 : 1.0;
    painter.drawText(QPointF(-shift * wide, 0.0), text);
    painter.restore();
}

void drawSheet(QPainter& painter, const Sheet& sheet)
{
    for (const paper::Image& image : sheet.images) {
        const pictures::Raster& raster = *image.raster;
        const QImage picture(raster.rgb.data(), static_cast<int>(raster.width), static_cast<int>(raster.height),
                             static_cast<qsizetype>(raster.width) * 3, QImage::Format_RGB888);
        painter.drawImage(QRectF(image.corner.x, image.corner.y, image.width, image.height), picture);
    }
    for (const paper::Block& block : sheet.blocks)
        painter.fillRect(QRectF(block.corner.x, block.corner.y, block.width, block.height), Qt::black);
    painter.setBrush(Qt::NoBrush);
    for (const paper::Stroke& stroke : sheet.strokes) {
        painter.setPen(linePen(stroke.ink));
        QPolygonF line;
        for (const paper::Spot& spot : stroke.spots)
            line << QPointF(spot.x, spot.y);
        stroke.closed ? painter.drawPolygon(line) : painter.drawPolyline(line);
    }
    for (const paper::Ring& ring : sheet.rings) {
        painter.setPen(linePen(ring.ink));
        painter.drawEllipse(QPointF(ring.middle.x, ring.middle.y), ring.radius, ring.radius);
    }
    for (const paper::Note& note : sheet.notes)
        drawNote(painter, note);
}

}  // namespace

void printSheets(const std::vector<Sheet>& sheets, QPagedPaintDevice& paper)
{
    QPainter painter(&paper);
    constexpr double mmPerInch = 25.4;
    painter.scale(paper.logicalDpiX() / mmPerInch, paper.logicalDpiY() / mmPerInch);
    painter.setRenderHint(QPainter::Antialiasing);
    for (const Sheet& sheet : sheets) {
        if (&sheet != sheets.data())
            paper.newPage();
        drawSheet(painter, sheet);
    }
}

}  // namespace euryth::widgets
