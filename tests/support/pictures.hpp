// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cstdlib>

#include <QImage>

/// How far two pictures are apart. Edges of letters and lines may be smoothed otherwise on another machine, so that a
/// pixel counts as another one only where no neighbour of it in the other picture is like it.
struct PictureDifference {
    bool sameSize = false;
    double share = 1.0;  ///< of the pixels that are others
};

inline PictureDifference comparePictures(const QImage& a, const QImage& b)
{
    PictureDifference difference;
    difference.sameSize = a.size() == b.size();
    if (!difference.sameSize || a.isNull())
        return difference;
    constexpr int kAlike = 60;  // of 3 x 255
    const auto apart = [](QRgb p, QRgb q) {
        return std::abs(qRed(p) - qRed(q)) + std::abs(qGreen(p) - qGreen(q)) + std::abs(qBlue(p) - qBlue(q));
    };
    const auto foundIn = [&](const QImage& image, int x, int y, QRgb wanted) {
        for (int v = std::max(0, y - 1); v <= std::min(image.height() - 1, y + 1); ++v) {
            for (int u = std::max(0, x - 1); u <= std::min(image.width() - 1, x + 1); ++u) {
                if (apart(image.pixel(u, v), wanted) <= kAlike)
                    return true;
            }
        }
        return false;
    };
    int others = 0;
    for (int y = 0; y < a.height(); ++y) {
        for (int x = 0; x < a.width(); ++x)
            others += foundIn(b, x, y, a.pixel(x, y)) && foundIn(a, x, y, b.pixel(x, y)) ? 0 : 1;
    }
    difference.share = static_cast<double>(others) / (a.width() * a.height());
    return difference;
}
