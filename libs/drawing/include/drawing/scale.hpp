// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include <QColor>

#include "drawing/theme.hpp"
#include "quantities/quantities.hpp"

namespace euryth::drawing {

/// A linear map between values and pixels, in either direction.
struct AxisMap {
    double valueFrom = 0.0;
    double valueTo = 1.0;
    double pixelFrom = 0.0;
    double pixelTo = 1.0;

    [[nodiscard]] double toPixel(double value) const
    {
        return pixelFrom + (value - valueFrom) / (valueTo - valueFrom) * (pixelTo - pixelFrom);
    }
    [[nodiscard]] double toValue(double pixel) const
    {
        return valueFrom + (pixel - pixelFrom) / (pixelTo - pixelFrom) * (valueTo - valueFrom);
    }
};

/// Round values from `from` to `to`, about `wanted` of them, in steps of 1, 2 or 5 times a power of ten.
std::vector<double> roundTicks(double from, double to, int wanted);

/// The scales that speeds can be coloured by, each a straight line in the Oklab colour space, so that equal steps look
/// equal and lightness alone tells the order (readable without colour vision too).
/// Oklab: Ottosson, "A perceptual color space for image processing", 2020.
enum class SpeedColours { BlueToYellow, BlackToWhite, VioletToGreen };
inline constexpr std::array kSpeedColours{SpeedColours::BlueToYellow, SpeedColours::BlackToWhite,
                                          SpeedColours::VioletToGreen};
/// Which of them is used from now on, by all pictures.
void setSpeedColours(SpeedColours colours);
SpeedColours speedColours();
/// From the slow end (share 0) to the fast one (share 1) of a scale.
QColor colourOf(double share, SpeedColours colours);
inline QColor speedColour(double share) { return colourOf(share, speedColours()); }
/// A difference, from 0 (slower) over 0.5 (none, nearly white) to 1 (faster): violet to orange, which the colour-blind
/// can tell too.
QColor differenceColour(double share);

/// A light tint of `colour` on `ground` for a share from 0 to 1, for depths and walls.
QColor tint(const QColor& ground, const QColor& colour, double share);

/// What a wall has to give: danger where that is nothing, else the more of the metal's colour the more may go, up to
/// 3 mm; on `ground`.
QColor spareColour(Length spare, const QColor& ground, const Theme& theme);

}  // namespace euryth::drawing
