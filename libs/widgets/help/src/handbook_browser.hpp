// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTextBrowser>

#include "help/handbook.hpp"

namespace euryth::widgets {

/// The text of a chapter with its pictures, which are files beside the program.
class HandbookBrowser : public QTextBrowser {
public:
    explicit HandbookBrowser(QWidget* parent = nullptr);
    void show(const HandbookChapter& chapter);
    /// Brings a heading to the top.
    void scrollTo(const HandbookSection& section);
    QVariant loadResource(int type, const QUrl& name) override;
};

/// Where a picture of the handbook is: beside an installed program, or in the sources that it was built from; empty
/// where it is in neither.
QString handbookPicture(const QString& fileName);

}  // namespace euryth::widgets
