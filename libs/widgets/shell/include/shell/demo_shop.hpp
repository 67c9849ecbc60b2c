// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDate>
#include <QString>

namespace euryth::widgets {

/// Makes the demos that are built into the program readable under ":/demo".
void loadDemos();

/// Where the demo's shop of a day is put for a person: a folder of its own, so that what was tried before stays.
QString demoShopFolder(QDate today);

/// Writes the demo's shop into a folder, all its days moved so that the day of its story is `today`. Files that are
/// there stay as they are. Says what went wrong, or an empty text.
QString writeDemoShop(const QString& folder, QDate today);

}  // namespace euryth::widgets
