// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/theme.hpp"

#include <cmath>

#include <QFontDatabase>

// Resources of a static library have to be asked for by name, outside any namespace.
static void initialiseFontResources() { Q_INIT_RESOURCE(fonts); }

namespace euryth::drawing {

const Theme& theme(Style style)
{
    static const Theme paper{Style::Paper,     QColor(0xEFECE4), QColor(0xFFFFFF), QColor(0xD3CDBF), QColor(0x1A2230),
                             QColor(0x566072), QColor(0x1E3F8F), QColor(0xDDE4F5), QColor(0xFFFFFF), QColor(0x0B6E69),
                             QColor(0xA84C06), QColor(0xA8231B), QColor(0xE4DFD3), QColor(0xFBFAF7)};
    static const Theme night{Style::NightShift, QColor(0x10141C), QColor(0x1A202C), QColor(0x343E52), QColor(0xE9EDF5),
                             QColor(0x9EA9BD),  QColor(0x86A8FF), QColor(0x27345A), QColor(0x0F1420), QColor(0x4CC3BB),
                             QColor(0xF0A05A),  QColor(0xFF8A80), QColor(0x3A4152), QColor(0x141923)};
    return style == Style::Paper ? paper : night;
}

void loadFonts()
{
    initialiseFontResources();
    for (const char* file : {":/fonts/EurythSans-Regular.otf", ":/fonts/EurythSans-SemiBold.otf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(file));
}

QFont font(int pixels, bool strong)
{
    QFont f(QStringLiteral("Euryth Sans"));
    f.setPixelSize(pixels);
    f.setBold(strong);
    return f;
}

double contrast(const QColor& a, const QColor& b)
{
    // Relative luminance, WCAG 2.1.
    const auto linear = [](double c) { return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4); };
    const auto luminance = [&](const QColor& c) {
        return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
    };
    const double x = luminance(a);
    const double y = luminance(b);
    return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
}

}  // namespace euryth::drawing
