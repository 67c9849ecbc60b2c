// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/scale.hpp"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>

namespace euryth::drawing {

std::vector<double> roundTicks(double from, double to, int wanted)
{
    if (!(to > from) || wanted < 1)
        return {};
    const double raw = (to - from) / wanted;
    const double power = std::pow(10.0, std::floor(std::log10(raw)));
    double step = 10.0 * power;
    for (const double f : {5.0, 2.0, 1.0}) {
        if (f * power >= raw)
            step = f * power;
    }
    std::vector<double> ticks;
    const double slack = 1e-9 * step;
    for (double n = std::ceil((from - slack) / step); n * step <= to + slack; n += 1.0)
        ticks.push_back(n * step);
    return ticks;
}

namespace {

using Triple = std::array<double, 3>;

double toLinear(double c) { return c <= 0.04045 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4); }
double fromLinear(double c)
{
    const double v = std::clamp(c, 0.0, 1.0);
    return v <= 0.0031308 ? 12.92 * v : 1.055 * std::pow(v, 1.0 / 2.4) - 0.055;
}

// Matrices of Ottosson 2020.
Triple toOklab(const QColor& colour)
{
    const double r = toLinear(colour.redF());
    const double g = toLinear(colour.greenF());
    const double b = toLinear(colour.blueF());
    const double l = std::cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
    const double m = std::cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
    const double s = std::cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
    return {0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
            1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
            0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s};
}

QColor fromOklab(const Triple& lab)
{
    const double l = std::pow(lab[0] + 0.3963377774 * lab[1] + 0.2158037573 * lab[2], 3);
    const double m = std::pow(lab[0] - 0.1055613458 * lab[1] - 0.0638541728 * lab[2], 3);
    const double s = std::pow(lab[0] - 0.0894841775 * lab[1] - 1.2914855480 * lab[2], 3);
    return QColor::fromRgbF(static_cast<float>(fromLinear(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s)),
                            static_cast<float>(fromLinear(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s)),
                            static_cast<float>(fromLinear(-0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s)));
}

QColor mixed(const QColor& from, const QColor& to, double share)
{
    const Triple a = toOklab(from);
    const Triple b = toOklab(to);
    Triple c{};
    for (std::size_t i = 0; i < c.size(); ++i)
        c[i] = a[i] + (b[i] - a[i]) * share;
    return fromOklab(c);
}

constexpr int kSteps = 256;

}  // namespace

namespace {

using Table = std::array<QColor, kSteps>;

Table tableOf(const QColor& slow, const QColor& fast)
{
    Table colours;
    for (int i = 0; i < kSteps; ++i)
        colours[static_cast<std::size_t>(i)] = mixed(slow, fast, i / (kSteps - 1.0));
    return colours;
}

const Table& tableOf(SpeedColours colours)
{
    static const std::array tables{tableOf(QColor(0x12265E), QColor(0xFFE24A)),
                                   tableOf(QColor(0x141414), QColor(0xF6F6F6)),
                                   tableOf(QColor(0x3A0F5C), QColor(0xC8F29B))};
    return tables.at(static_cast<std::size_t>(colours));
}

std::atomic<SpeedColours> g_colours = SpeedColours::BlueToYellow;

}  // namespace

void setSpeedColours(SpeedColours colours) { g_colours = colours; }
SpeedColours speedColours() { return g_colours; }

QColor colourOf(double share, SpeedColours colours)
{
    return tableOf(colours)[static_cast<std::size_t>(std::lround(std::clamp(share, 0.0, 1.0) * (kSteps - 1)))];
}

QColor differenceColour(double share)
{
    const QColor slower(0x55, 0x2E, 0x8A);
    const QColor none(0xF4, 0xF3, 0xF0);
    const QColor faster(0xC9, 0x5A, 0x0C);
    const double s = std::clamp(share, 0.0, 1.0);
    return s < 0.5 ? mixed(slower, none, 2.0 * s) : mixed(none, faster, 2.0 * s - 1.0);
}

QColor tint(const QColor& ground, const QColor& colour, double share)
{
    return mixed(ground, colour, std::clamp(share, 0.0, 1.0));
}

QColor spareColour(Length spare, const QColor& ground, const Theme& theme)
{
    constexpr Length hardly = lengthFromMm(0.1);  // less than a hand takes on purpose
    if (spare < hardly)
        return theme.danger;
    constexpr Length plenty = lengthFromMm(3.0);
    return tint(ground, theme.metal, 0.08 + 0.5 * std::min(1.0, spare / plenty));
}

}  // namespace euryth::drawing
