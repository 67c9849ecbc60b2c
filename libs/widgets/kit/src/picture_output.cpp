// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/picture_output.hpp"

#include <QApplication>
#include <QClipboard>
#include <QFile>
#include <QFileInfo>
#include <QMenu>
#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>
#include <QSvgGenerator>

#include "kit/canvas.hpp"
#include "kit/commands.hpp"

namespace euryth::widgets {

namespace {

constexpr double kFine = 2.0;

QImage imageOf(QWidget& widget)
{
    QImage image(widget.size() * kFine, QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(kFine);
    image.fill(widget.palette().color(QPalette::Window));
    widget.render(&image);
    return image;
}

/// With its ground, which on screen belongs to what lies behind.
void paintWhole(QWidget& widget, QPainter& painter)
{
    painter.fillRect(widget.rect(), widget.palette().color(QPalette::Window));
    widget.render(&painter, {}, {}, QWidget::DrawChildren);
}

void writePdf(QWidget& widget, QIODevice& to)
{
    QPdfWriter writer(&to);
    writer.setCreator(QStringLiteral("Euryth"));
    writer.setTitle(widget.accessibleName());
    // A picture of the widget's size at 96 pixels an inch.
    constexpr double pointsPerPixel = 72.0 / 96.0;
    writer.setPageSize(QPageSize(QSizeF(widget.size()) * pointsPerPixel, QPageSize::Point));
    writer.setPageMargins({});
    writer.setResolution(96);
    QPainter painter(&writer);
    paintWhole(widget, painter);
}

void writeSvg(QWidget& widget, QIODevice& to)
{
    QSvgGenerator writer;
    writer.setOutputDevice(&to);
    writer.setSize(widget.size());
    writer.setViewBox(widget.rect());
    writer.setTitle(widget.accessibleName());
    writer.setDescription(widget.accessibleDescription());
    QPainter painter(&writer);
    paintWhole(widget, painter);
}

QString suggestedName(const QWidget& widget, const app::Workspace& workspace)
{
    const QString port = workspace.port() ? QString::fromStdString(workspace.port()->id) : QString();
    QString name = port + QLatin1Char('-') + widget.objectName();
    return name.replace(QLatin1Char('/'), QLatin1Char('-')) + QStringLiteral(".png");
}

}  // namespace

void copyPicture(QWidget& widget) { QApplication::clipboard()->setImage(imageOf(widget)); }

QString savePicture(QWidget& widget, const QString& path)
{
    const QString kind = QFileInfo(path).suffix().toLower();
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly))
        return file.errorString();
    if (kind == QLatin1String("pdf"))
        writePdf(widget, file);
    else if (kind == QLatin1String("svg"))
        writeSvg(widget, file);
    else if (kind == QLatin1String("png"))
        imageOf(widget).save(&file, "PNG");
    else
        return Canvas::tr("A picture is written as .png, .svg or .pdf; \"%1\" is none of them.").arg(kind);
    return file.commit() ? QString() : file.errorString();
}

void printPicture(QWidget& widget, QPagedPaintDevice& paper)
{
    QPainter painter(&paper);
    constexpr double edge = 12.0 / 25.4;  // that printers cannot print, in inches, and some more
    const QSizeF page(paper.width() - 2.0 * edge * paper.logicalDpiX(),
                      paper.height() - 2.0 * edge * paper.logicalDpiY());
    const double scale = std::min(page.width() / widget.width(), page.height() / widget.height());
    painter.translate(edge * paper.logicalDpiX(), edge * paper.logicalDpiY());
    painter.scale(scale, scale);
    paintWhole(widget, painter);
}

void askAndSavePicture(QWidget& widget)
{
    Desk* desk = deskOf(widget);
    if (!desk)
        return;
    const QString title = Canvas::tr("Save the picture");
    const QString path = desk->prompts().writeTo(widget.window(), title, suggestedName(widget, desk->workspace()),
                                                 Canvas::tr("Pictures (*.png *.svg *.pdf)"));
    if (path.isEmpty())
        return;
    const QString problem = savePicture(widget, path);
    if (!problem.isEmpty())
        desk->tell(Canvas::tr("The picture is not written"), problem);
}

void askAndPrintPicture(QWidget& widget)
{
    Desk* desk = deskOf(widget);
    if (desk)
        desk->prompts().print(widget.window(), widget.accessibleName(),
                              [&widget](QPagedPaintDevice& paper) { printPicture(widget, paper); });
}

void fillPictureMenu(QMenu& menu, Canvas& canvas)
{
    menu.addAction(Canvas::tr("Copy picture"), &canvas, [&canvas] { copyPicture(canvas); });
    menu.addAction(Canvas::tr("Save picture…"), &canvas, [&canvas] { askAndSavePicture(canvas); });
    menu.addAction(Canvas::tr("Print picture…"), &canvas, [&canvas] { askAndPrintPicture(canvas); });
}

}  // namespace euryth::widgets
