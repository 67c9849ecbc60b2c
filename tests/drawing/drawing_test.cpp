// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <QFontMetricsF>
#include <QImage>
#include <QPicture>

#include "drawing/engine_view.hpp"
#include "drawing/field_view.hpp"
#include "drawing/long_section_view.hpp"
#include "drawing/peel_view.hpp"
#include "drawing/runner_view.hpp"
#include "drawing/scan_view.hpp"
#include "drawing/section_view.hpp"
#include "support/demo.hpp"
#include "support/pictures.hpp"
#include "support/qt_strings.hpp"

using namespace euryth;
using namespace euryth::drawing;

namespace {

struct Demo {
    job::Job job = demoJob();
    const job::Port& port = job.ports[0];
    analysis::PortAnalysis analysis = analysis::analyse(job, port);
    std::vector<calls::Call> calls = calls::callsFor(job, port, analysis);
    RunnerScene runner() const { return runnerScene(port, analysis, calls, 4, {}); }
};

template <class F>
QImage painted(int width, int height, F paint)
{
    QImage image(width, height, QImage::Format_RGB32);
    image.fill(theme(Style::Paper).panel);
    QPainter painter(&image);
    paint(painter);
    return image;
}

/// Share of the pixels that are within a small distance of a colour.
double shareOf(const QImage& image, const QRect& where, const QColor& colour)
{
    int hits = 0;
    for (int y = where.top(); y <= where.bottom(); ++y) {
        for (int x = where.left(); x <= where.right(); ++x) {
            const QColor c = image.pixelColor(x, y);
            hits += std::abs(c.red() - colour.red()) + std::abs(c.green() - colour.green()) +
                        std::abs(c.blue() - colour.blue()) <
                    24;
        }
    }
    return static_cast<double>(hits) / (where.width() * where.height());
}

}  // namespace

TEST_CASE("the axis map goes both ways")
{
    const AxisMap axis{0.0, 0.104, 40, 1240};
    CHECK(axis.toPixel(0.052) == Approx(640));
    CHECK(axis.toValue(axis.toPixel(0.033)) == Approx(0.033));
}

TEST_CASE("ticks are round and inside")
{
    using List = std::vector<double>;
    CHECK(roundTicks(0, 104, 8) == List{0, 20, 40, 60, 80, 100});
    CHECK(roundTicks(930, 1600, 6).front() == 1000);
    CHECK(roundTicks(1, 1, 5).empty());
    for (const double to : {0.013, 7.0, 1234.0}) {
        const auto ticks = roundTicks(0, to, 6);
        CHECK(ticks.size() >= 3);
        CHECK(ticks.size() <= 9);
        CHECK(ticks.back() <= to * (1 + 1e-9));
    }
}

TEST_CASE("the speed scale rises in lightness by even steps")
{
    double last = 0;
    for (int i = 0; i <= 20; ++i) {
        const double here = contrast(speedColour(i / 20.0), Qt::black);
        CHECK(here > last);
        last = here;
    }
    CHECK(speedColour(-1) == speedColour(0));
    CHECK(speedColour(2) == speedColour(1));
}

TEST_CASE("text has a contrast of at least 4.5 to 1 in both styles")
{
    for (const Style style : {Style::Paper, Style::NightShift}) {
        const Theme& t = theme(style);
        for (const QColor& ground : {t.panel, t.ground, t.field}) {
            for (const QColor& ink : {t.ink, t.ink2, t.now, t.danger})
                CHECK(contrast(ink, ground) >= 4.5);
        }
        CHECK(contrast(t.onNow, t.now) >= 4.5);
        CHECK(contrast(t.ink, t.nowSoft) >= 4.5);
        CHECK(contrast(t.plan, t.panel) >= 4.5);
        CHECK(contrast(t.metal, t.panel) >= 4.5);
    }
}

TEST_CASE("the shipped font is the one in use, and its figures are all as wide")
{
    const QFontMetricsF metrics(font(32));
    CHECK(QFontInfo(font(32)).family() == "Euryth Sans");
    const double one = metrics.horizontalAdvance(QLatin1Char('1'));
    for (const char digit : std::string("023456789"))
        CHECK(metrics.horizontalAdvance(QLatin1Char(digit)) == Approx(one));
    CHECK(metrics.horizontalAdvance(QLatin1Char('i')) != Approx(metrics.horizontalAdvance(QLatin1Char('m'))));
}

TEST_CASE("ribbon and area curve know which station is where")
{
    const Demo demo;
    const RunnerScene scene = demo.runner();
    const RibbonView ribbon(scene, {0, 0, 1280, 136});
    for (std::size_t i = 0; i < scene.stations.size(); ++i)
        CHECK(stationAtPixel(scene, ribbon.x, ribbon.x.toPixel(scene.stations[i].s) + 3) == i);
    const AreaView area(scene, {0, 0, 800, 340});
    CHECK(area.handleAt(scene, area.handle(scene.stations[4])) == 4);
    CHECK_FALSE(area.handleAt(scene, {5, 5}));
    for (const auto& station : scene.stations)
        CHECK(area.plot.contains(area.handle(station)));
}

TEST_CASE("the ribbon hatches the metal to remove and marks the calls")
{
    const Demo demo;
    RunnerScene scene = demo.runner();
    const auto picture = [&] {
        return painted(1280, 136, [&](QPainter& p) {
            RibbonView(scene, {0, 0, 1280, 136}).paint(p, theme(Style::Paper), scene);
        });
    };
    const double with = shareOf(picture(), {300, 40, 300, 80}, theme(Style::Paper).metal);
    CHECK(with > 0.001);
    for (auto& station : scene.stations)
        station.afterCut.reset();
    CHECK(shareOf(picture(), {300, 40, 300, 80}, theme(Style::Paper).metal) < with / 4);
    const double marked = shareOf(picture(), {0, 0, 1280, 18}, theme(Style::Paper).danger);
    scene.marks.clear();
    CHECK(shareOf(picture(), {0, 0, 1280, 18}, theme(Style::Paper).danger) < marked / 4);
}

TEST_CASE("a section is drawn to scale, left on the left")
{
    const Demo demo;
    SectionScene scene;
    scene.station = demo.port.stations[4];
    scene.shape = scene.station.section.shape;
    scene.theme = theme(Style::Paper);
    const SectionView view(scene, {0, 0, 400, 400});
    const double half = geometry::boxOf(scene.shape).width.si() / 2;
    const QPointF left = view.toPixel({half, 0});
    const QPointF right = view.toPixel({-half, 0});
    CHECK(left.x() < right.x());
    CHECK(right.x() - left.x() == Approx(2 * half * view.pixelsPerMetre()));
    CHECK(view.toPixel({0, 0.01}).y() < view.toPixel({0, 0}).y());
}

TEST_CASE("an unknown wall is not drawn, a known one is")
{
    const Demo demo;
    SectionScene scene;
    scene.station = demo.port.stations[0];
    scene.shape = scene.station.section.shape;
    scene.theme = theme(Style::Paper);
    const auto casting = [&] {
        const QImage image = painted(400, 400, [&](QPainter& p) { SectionView(scene, {0, 0, 400, 400}).paint(p); });
        return shareOf(image, image.rect(), scene.theme.casting);
    };
    CHECK(casting() > 0.1);
    scene.station.wall.at.fill(std::nullopt);
    CHECK(casting() < 0.01);
}

TEST_CASE("readings are found where they are drawn, fast ones look hotter than dead ones")
{
    const Demo demo;
    const auto& probe = demo.analysis.probes[2];
    SectionScene scene;
    scene.station = demo.port.stations[*probe.station];
    scene.shape = scene.station.section.shape;
    scene.theme = theme(Style::Paper);
    scene.map = &*probe.map;
    scene.traverse = &*probe.traverse;
    std::tie(scene.speedLow, scene.speedHigh) = speedRange(demo.analysis);
    CHECK(scene.speedLow == Approx(24.3));
    CHECK(scene.speedHigh == Approx(93.6));
    const SectionView view(scene, {0, 0, 400, 400});
    for (std::size_t i = 0; i < 9; ++i) {
        const auto at = probing::toSection(probe.traverse->points[i].at, scene.shape);
        CHECK(view.readingAt(view.toPixel(at)) == i);
    }
    const QImage image = speedImage(scene.shape, *probe.map, scene.speedLow, scene.speedHigh, 4000);
    const auto light = [&](double u, double v) {
        const int x = static_cast<int>((1 - u) / 2 * image.width());
        const int y = static_cast<int>((1 - v) / 2 * image.height());
        return contrast(image.pixelColor(x, y), Qt::black);
    };
    CHECK(light(0, 0.6) > light(-0.6, -0.6));
    CHECK(qAlpha(image.pixel(0, 0)) == 0);  // outside the round section
}

TEST_CASE("the long section needs every pose, and says which is missing")
{
    Demo demo;
    const auto whole = longSectionScene(demo.port, demo.analysis, 9, &demo.port.probes[1].readings[7]);
    CHECK(whole.missing.isEmpty());
    REQUIRE(whole.tip);
    CHECK(whole.tip->z < whole.stations[9].cut.middle.z);  // a floor reading
    const LongSectionView view(whole, {0, 0, 400, 200});
    CHECK(view.stationAt({0, 0}) == 0);
    demo.job.ports[0].stations[3].pose.yaw.reset();
    const auto placeless = analysis::analyse(demo.job, demo.port);
    CHECK(longSectionScene(demo.port, placeless, 9, nullptr).missing.contains("station 4"));
    // Without any pose it is laid out from the runner's numbers.
    job::Port& port = demo.job.ports[0];
    for (auto& station : port.stations)
        station.pose = {};
    CHECK(longSectionScene(port, analysis::analyse(demo.job, port), 9, nullptr).missing.contains("straight length"));
    port.runner.straight = lengthFromMm(58);
    port.runner.turn = angleFromDegrees(74);
    CHECK(longSectionScene(port, analysis::analyse(demo.job, port), 9, nullptr).missing.isEmpty());
}

TEST_CASE("the peel finds its cells and writes depths and reasons")
{
    PeelScene scene;
    scene.s = {0, 0.01, 0.02};
    scene.cells.resize(3);
    scene.names.resize(3);
    scene.cells[1][0].value = 0.0012;
    scene.cells[2][2].hold = cutting::Hold::ThinWall;
    const PeelView view(scene, {0, 0, 600, 300});
    for (std::size_t i = 0; i < 3; ++i) {
        for (const auto sector : geometry::kSectors) {
            const auto place = view.placeAt(view.cell(i, sector).center());
            REQUIRE(place);
            CHECK(place->station == i);
            CHECK(place->sector == sector);
        }
    }
    const Theme& t = theme(Style::Paper);
    const QImage image = painted(600, 300, [&](QPainter& p) { view.paint(p, t); });
    CHECK(shareOf(image, view.cell(2, geometry::Sector::Right).toRect().adjusted(2, 2, -2, -2), t.panel) < 0.95);
    CHECK(shareOf(image, view.cell(0, geometry::Sector::Floor).toRect().adjusted(2, 2, -2, -2), t.panel) > 0.99);

    // Under the pointer it says place and value, and nothing where nothing is known or beside the wall.
    const auto read = [&](std::size_t station, geometry::Sector sector) {
        return view.textAt(view.cell(station, sector).center()).toStdString();
    };
    CHECK(read(1, geometry::Sector::Roof) == "10.0 mm, roof: 1.20 mm");
    CHECK(read(2, geometry::Sector::Right).empty());
    CHECK(view.textAt({-5, -5}).isEmpty());
    scene.units.system = units::System::Inch;
    CHECK(read(1, geometry::Sector::Roof) == "0.39 in, roof: 0.047 in");
    scene.shows = PeelShows::Speed;
    scene.cells[1][0].value = 1.32;
    CHECK(read(1, geometry::Sector::Roof) == "0.39 in, roof: 1.32 × the mean");
}

TEST_CASE("a long line is on a screen what it is in a file: dashes go on over its pieces")
{
    const Demo demo;
    RunnerScene scene = demo.runner();
    const QRectF rect(0, 0, 1200, 146);
    const Theme& t = theme(Style::Paper);
    QPicture file;
    QPainter recorder(&file);
    RibbonView(scene, rect).paint(recorder, t, scene);
    recorder.end();
    const QImage onScreen = painted(1200, 146, [&](QPainter& p) { RibbonView(scene, rect).paint(p, t, scene); });
    const QImage inFile = painted(1200, 146, [&](QPainter& p) { p.drawPicture(0, 0, file); });
    CHECK(comparePictures(onScreen, inFile).share < 0.004);
}

namespace {

/// Whether a strip of a picture has letters on a plain ground: its outermost pixels are all of the panel's colour.
bool isNumbered(const QImage& image, const QRect& strip, const QRect& edge)
{
    const QColor panel = theme(Style::Paper).panel;
    return shareOf(image, edge, panel) == 1.0 && shareOf(image, strip, panel) < 0.995;
}

}  // namespace

TEST_CASE("where one looks nearer the numbers of the axes stay in sight, on a ground of their own")
{
    Demo demo;
    const RunnerScene runner = demo.runner();
    ChartScene chart;
    chart.xKind = units::Kind::Length;
    chart.yKind = units::Kind::Flow;
    chart.lines = {{"a line", LineStyle::Now, {{0.0, 0.02}, {0.004, 0.06}, {0.012, 0.09}}}};
    const QRectF near(-1300.0, -700.0, 3600.0, 2000.0);  // of which the picture is the middle
    const QImage area = painted(600, 360, [&](QPainter& painter) {
        AreaView(runner, near).paint(painter, theme(Style::Paper), runner, std::nullopt);
    });
    const QImage line =
        painted(600, 360, [&](QPainter& painter) { paintChart(painter, theme(Style::Paper), chart, near); });
    for (const QImage* image : {&area, &line}) {
        CHECK(isNumbered(*image, {3, 0, 50, 330}, {0, 0, 2, 330}));
        CHECK(isNumbered(*image, {70, 339, 520, 21}, {70, 357, 520, 3}));
    }
    // As a whole it has its numbers outside of the plot, and nothing is laid over it.
    const QImage whole = painted(600, 360, [&](QPainter& painter) {
        AreaView(runner, {0, 0, 600, 360}).paint(painter, theme(Style::Paper), runner, std::nullopt);
    });
    CHECK(shareOf(whole, {70, 60, 520, 240}, theme(Style::Paper).panel) < 0.97);
}

TEST_CASE("areas are read off between the stations, and not beyond them")
{
    Demo demo;
    const RunnerScene runner = demo.runner();
    for (const auto& station : runner.stations) {
        const auto at = areasAt(runner, station.s);
        REQUIRE(at.now);
        CHECK(*at.now == Approx(station.area).epsilon(1e-3));
        if (station.plan) {
            REQUIRE(at.plan);
            CHECK(*at.plan == Approx(*station.plan).epsilon(1e-6));
        }
    }
    const auto& a = runner.stations[2];
    const auto& b = runner.stations[3];
    CHECK(*areasAt(runner, (a.s + b.s) / 2.0).plan == Approx((*a.plan + *b.plan) / 2.0));
    CHECK_FALSE(areasAt(runner, -0.001).now);
    CHECK_FALSE(areasAt(runner, runner.stations.back().s + 0.001).plan);
}

TEST_CASE("the speed of a sheet is that of the nearest place, and none where no air is near")
{
    port_field::AirSheet sheet;
    sheet.places = {{0.0, 0.0}, {0.001, 0.0}, {0.0, 0.001}};
    sheet.speeds = {50.0, 60.0, 70.0};
    CHECK(speedAt(sheet, {0.0001, 0.0}) == 50.0);
    CHECK(speedAt(sheet, {0.0, 0.0014}) == 70.0);
    CHECK_FALSE(speedAt(sheet, {0.004, 0.0}));
}

TEST_CASE("a scan is drawn to scale from its side, and its planes are found where they are drawn")
{
    ScanScene scene;
    for (int i = 0; i <= 40; ++i) {
        const double x = 0.0025 * i;
        scene.slices.push_back({{x, -0.015}, {x, 0.015}});
    }
    scene.chosen = {0, 20, 40};
    scene.hand = 1;
    const QRectF rect(0, 0, 600, 300);
    const ScanView view(scene, rect);
    const QPointF across = view.toPixel({0.0, 0.015}) - view.toPixel({0.0, -0.015});
    const QPointF along = view.toPixel({0.1, 0.0}) - view.toPixel({0.0, 0.0});
    CHECK(along.x() / -across.y() == Approx(0.1 / 0.03));  // one scale both ways, roof up
    for (const std::size_t i : {0u, 7u, 20u, 40u})
        CHECK(view.sliceAt(view.toPixel({0.0025 * static_cast<double>(i), 0.004})) == i);
    const Theme paper = theme(Style::Paper);
    const QImage image = painted(600, 300, [&](QPainter& painter) { view.paint(painter, paper); });
    const QPoint inHand = view.toPixel({0.05, 0.0}).toPoint();
    const QPoint other = view.toPixel({0.1, 0.0}).toPoint();
    CHECK(shareOf(image, {inHand.x() - 1, inHand.y() - 20, 2, 40}, paper.now) > 0.9);
    CHECK(shareOf(image, {other.x() - 1, other.y() - 20, 2, 40}, paper.now) < 0.1);
    scene.slices.clear();
    scene.missing = QStringLiteral("Not cut yet.");
    const QImage empty = painted(600, 300, [&](QPainter& painter) { ScanView(scene, rect).paint(painter, paper); });
    CHECK(shareOf(empty, {0, 0, 600, 300}, paper.panel) < 1.0);  // says so
}
