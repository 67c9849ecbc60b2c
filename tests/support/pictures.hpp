// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>
#include <vector>

#include <QImage>
#include <QVector3D>

/// How far two pictures are apart. Edges of letters and lines may be smoothed otherwise on another machine, so that a
/// pixel counts as another one only where it is neither like a neighbour of it in the other picture nor a blend of two.
struct PictureDifference {
    bool sameSize = false;
    double share = 1.0;  ///< of the pixels that are others
};

/// How far a colour lies from the blends of two others.
inline float awayFromBlends(QVector3D colour, QVector3D one, QVector3D other)
{
    const QVector3D way = other - one;
    const float length = way.lengthSquared();
    const float share =
        length > 0.0F ? std::clamp(QVector3D::dotProduct(colour - one, way) / length, 0.0F, 1.0F) : 0.0F;
    return (colour - one - share * way).length();
}

/// Whether a colour is found round a pixel of a picture, or lies between two that are.
inline bool foundAround(const QImage& image, int x, int y, QRgb wanted)
{
    constexpr float kAlike = 32.0F;  // of 255 a channel
    const auto vector = [](QRgb p) {
        return QVector3D(static_cast<float>(qRed(p)), static_cast<float>(qGreen(p)), static_cast<float>(qBlue(p)));
    };
    std::vector<QRgb> around;
    for (int v = std::max(0, y - 1); v <= std::min(image.height() - 1, y + 1); ++v) {
        for (int u = std::max(0, x - 1); u <= std::min(image.width() - 1, x + 1); ++u) {
            if (image.pixel(u, v) == wanted)
                return true;
            around.push_back(image.pixel(u, v));
        }
    }
    for (std::size_t i = 0; i < around.size(); ++i) {
        for (std::size_t j = i; j < around.size(); ++j) {
            if (awayFromBlends(vector(wanted), vector(around[i]), vector(around[j])) <= kAlike)
                return true;
        }
    }
    return false;
}

inline PictureDifference comparePictures(const QImage& a, const QImage& b)
{
    PictureDifference difference;
    difference.sameSize = a.size() == b.size();
    if (!difference.sameSize || a.isNull())
        return difference;
    int others = 0;
    for (int y = 0; y < a.height(); ++y) {
        for (int x = 0; x < a.width(); ++x)
            others += foundAround(b, x, y, a.pixel(x, y)) && foundAround(a, x, y, b.pixel(x, y)) ? 0 : 1;
    }
    difference.share = static_cast<double>(others) / (a.width() * a.height());
    return difference;
}
