// SPDX-License-Identifier: GPL-3.0-or-later
// Charts that are read off and looked at nearer, and the strip of things alike.
#include <catch2/catch.hpp>

#include <QImage>
#include <QPainter>

#include "drawing/engine_view.hpp"
#include "drawing/strip_view.hpp"

using namespace euryth;
using namespace euryth::drawing;

namespace {

constexpr int kWide = 600;
constexpr int kHigh = 320;
const QRectF kAll(0, 0, kWide, kHigh);

template <class Scene>
QImage painted(void (*paint)(QPainter&, const Theme&, const Scene&, const QRectF&), const Scene& scene)
{
    QImage image(kWide, kHigh, QImage::Format_RGB32);
    image.fill(theme(Style::Paper).panel);
    QPainter painter(&image);
    paint(painter, theme(Style::Paper), scene, kAll);
    return image;
}

int pixelsOf(const QImage& image, const QColor& colour, int fromX = 0, int toX = kWide)
{
    int hits = 0;
    for (int y = 0; y < image.height(); ++y) {
        for (int x = fromX; x < toX; ++x)
            hits += image.pixelColor(x, y) == colour ? 1 : 0;
    }
    return hits;
}

ChartScene chart()
{
    ChartScene scene;
    scene.title = QStringLiteral("flow");
    scene.lines = {{QStringLiteral("a"), LineStyle::Now, {{0.0, 0.0}, {4.0, 8.0}, {10.0, 14.0}}, false, 0.0}};
    return scene;
}

}  // namespace

TEST_CASE("a line is read off straight between its points, and not beyond its ends")
{
    const ChartLine line = chart().lines[0];
    CHECK(*valueAt(line, 2.0) == Approx(4.0));
    CHECK(*valueAt(line, 4.0) == Approx(8.0));
    CHECK(*valueAt(line, 7.0) == Approx(11.0));
    CHECK_FALSE(valueAt(line, -0.1));
    CHECK_FALSE(valueAt(line, 10.1));
    CHECK_FALSE(valueAt({}, 1.0));
}

TEST_CASE("a chart looked at nearer has its axis there, and nothing is drawn beside its plot")
{
    ChartScene scene = chart();
    const AxisMap all = chartAxis(scene, kAll);
    CHECK(all.toValue(all.toPixel(7.0)) == Approx(7.0));
    scene.xRange = std::pair(4.0, 6.0);
    const AxisMap near = chartAxis(scene, kAll);
    CHECK(near.valueFrom == 4.0);
    CHECK(near.toPixel(5.0) == Approx((near.pixelFrom + near.pixelTo) / 2));
    const QImage image = painted(paintChart, scene);
    const QColor line = theme(Style::Paper).now;
    CHECK(pixelsOf(image, line) > 100);
    CHECK(pixelsOf(image, line, 0, static_cast<int>(near.pixelFrom) - 7) == 0);
    CHECK(pixelsOf(image, line, static_cast<int>(near.pixelTo) + 8) == 0);
    // Where no line is in sight the chart is empty, and stands.
    scene.xRange = std::pair(20.0, 30.0);
    CHECK(pixelsOf(painted(paintChart, scene), line) == 0);
}

TEST_CASE("reading off draws a line and a number for each curve there")
{
    ChartScene scene = chart();
    const QImage plain = painted(paintChart, scene);
    scene.readAt = 5.0;
    const QImage read = painted(paintChart, scene);
    const int at = static_cast<int>(chartAxis(scene, kAll).toPixel(5.0));
    CHECK(plain.copy(at - 2, 60, 100, 200) != read.copy(at - 2, 60, 100, 200));
    scene.readAt = 50.0;
    CHECK(painted(paintChart, scene) == plain);
}

TEST_CASE("on a strip what is outside the house's band is a danger, and what is inside is not")
{
    StripScene scene;
    scene.rows = {{QStringLiteral("flow"),
                   QStringLiteral("40 l/s"),
                   0.02,
                   {{QStringLiteral("I1"), 0.0, true},
                    {QStringLiteral("I2"), 0.015, false},
                    {QStringLiteral("I3"), -0.018, false}}}};
    const QColor danger = theme(Style::Paper).danger;
    CHECK(pixelsOf(painted(paintStrip, scene), danger) == 0);
    scene.rows[0].dots[2].off = -0.05;
    CHECK(pixelsOf(painted(paintStrip, scene), danger) > 5);
    CHECK(pixelsOf(painted(paintStrip, scene), theme(Style::Paper).nowSoft) > 200);  // the band
    scene.missing = QStringLiteral("nothing");
    CHECK(pixelsOf(painted(paintStrip, scene), danger) == 0);
}
