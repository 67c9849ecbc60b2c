// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <QCoreApplication>

#include "kit/form_parts.hpp"
#include "probe/virtual_views.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

/// A label whose text follows the virtual probe while it is seen.
QLabel* probeLabel(app::VirtualProbe& probe, const char* name, std::function<QString()> text);

/// A plain number.
inline QString plainText(const app::Workspace& w, double value, int decimals)
{
    return QString::fromStdString(units::formatPlain(value, decimals, w.displayUnits()));
}
/// "1.59x"
inline QString ratioText(const app::Workspace& w, double ratio)
{
    return QString::fromStdString(units::format(Ratio{ratio}, w.displayUnits()));
}
/// "coarse mesh, 75.7 l/s, 25 Nov 12:10".
QString runName(const app::Workspace& w, const viscous::StoredRun& run);
/// A wall's verdict in words: holds, near, lets go and where.
QString wallVerdict(const app::Workspace& w, const port_field::WallAir& wall);

}  // namespace euryth::widgets
