// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "paper/sheet.hpp"

class QPagedPaintDevice;

namespace euryth::widgets {

/// Draws sheets on a printer's pages, a page each, full size: a millimetre of the sheet is one of the paper. The device
/// has to use its full page, without margins.
void printSheets(const std::vector<paper::Sheet>& sheets, QPagedPaintDevice& paper);

}  // namespace euryth::widgets
