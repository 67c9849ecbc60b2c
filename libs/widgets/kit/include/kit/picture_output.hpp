// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QMenu;
class QPagedPaintDevice;
class QWidget;

/// What is on screen as a picture elsewhere: the clipboard, a file, paper.
namespace euryth::widgets {

class Canvas;

/// The picture of a widget on the clipboard, twice as fine as on screen.
void copyPicture(QWidget& widget);
/// Writes it as PNG, SVG or PDF, as the ending says; lines and letters of the last two stay sharp at any size. Returns
/// what is wrong, or an empty text.
QString savePicture(QWidget& widget, const QString& path);
/// Puts it on a page, as large as fits between margins. The device has to use its full page.
void printPicture(QWidget& widget, QPagedPaintDevice& paper);
/// Asks where to, and does one of these; the window has to be a desk's.
void askAndSavePicture(QWidget& widget);
void askAndPrintPicture(QWidget& widget);
/// Copy, save and print of a canvas.
void fillPictureMenu(QMenu& menu, Canvas& canvas);

}  // namespace euryth::widgets
