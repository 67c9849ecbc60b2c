// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QFont>

namespace euryth::drawing {

enum class Style { Paper, NightShift };

/// All colours of the application, in one place. Meaning is never told by colour alone: now is a plain line, plan is
/// dashed long, metal to remove is hatched, danger has a mark and words.
struct Theme {
    Style style = Style::Paper;
    QColor ground;  ///< behind the panels
    QColor panel;
    QColor line;  ///< borders, grid
    QColor ink;
    QColor ink2;     ///< second text; at least 4.5:1 on panel and ground
    QColor now;      ///< what is there, what is chosen
    QColor nowSoft;  ///< fill of what is there
    QColor onNow;    ///< text on `now`
    QColor plan;
    QColor metal;  ///< metal to remove
    QColor danger;
    QColor casting;  ///< metal that stays, in sections
    QColor field;    ///< where one types
};

const Theme& theme(Style style);

/// Sizes of text in pixels.
namespace text {
inline constexpr int kSecond = 12;
inline constexpr int kNormal = 13;
inline constexpr int kName = 16;
inline constexpr int kReading = 28;
inline constexpr int kBigReading = 56;
}  // namespace text

/// Loads the shipped fonts; to be called once, after the application object exists.
void loadFonts();
QFont font(int pixels, bool strong = false);

/// WCAG 2 contrast ratio of two colours, 1 to 21.
double contrast(const QColor& a, const QColor& b);

}  // namespace euryth::drawing
