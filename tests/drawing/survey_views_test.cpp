// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>

#include <QImage>

#include "drawing/compare_view.hpp"
#include "drawing/joined_view.hpp"
#include "drawing/loft_view.hpp"
#include "drawing/runner_view.hpp"
#include "drawing/seat_view.hpp"
#include "drawing/section_view.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::drawing;

namespace {

const Theme& paper() { return theme(Style::Paper); }

template <class F>
QImage painted(int width, int height, F paint)
{
    QImage image(width, height, QImage::Format_RGB32);
    image.fill(paper().panel);
    QPainter painter(&image);
    paint(painter);
    return image;
}

/// Number of pixels near a colour.
int countOf(const QImage& image, const QColor& colour)
{
    int hits = 0;
    for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) {
            const QColor c = image.pixelColor(x, y);
            hits += std::abs(c.red() - colour.red()) + std::abs(c.green() - colour.green()) +
                        std::abs(c.blue() - colour.blue()) <
                    30;
        }
    }
    return hits;
}

SectionScene sceneOf(geometry::Section shape)
{
    SectionScene scene;
    scene.shape = std::move(shape);
    scene.theme = paper();
    scene.showWalls = true;
    return scene;
}

}  // namespace

TEST_CASE("a traced section is drawn by its own corners and centred on its box")
{
    // A triangle well off the origin.
    const SectionScene scene = sceneOf(geometry::Outline{{{0.05, 0.00}, {0.03, 0.03}, {0.01, 0.00}}});
    const SectionView view(scene, {0, 0, 400, 400});
    const QPointF middle = view.toPixel({0.03, 0.015});
    CHECK(middle.x() == Approx(200));
    CHECK(middle.y() == Approx(200));
    const QImage image = painted(400, 400, [&](QPainter& p) { view.paint(p); });
    const auto colourAt = [&](geometry::Point p) { return image.pixelColor(view.toPixel(p).toPoint()); };
    CHECK(colourAt({0.03, 0.010}) == paper().nowSoft);
    CHECK(colourAt({0.045, 0.020}) == paper().panel);  // outside the slope
}

TEST_CASE("the chosen wall is framed and can be found by its number")
{
    const job::Job job = demoJob();
    SectionScene scene = sceneOf(job.ports[0].stations[6].section.shape);
    scene.station = job.ports[0].stations[6];
    const auto framed = [&] {
        return countOf(painted(400, 400,
                               [&](QPainter& p) {
                                   SectionView(scene, {0, 0, 400, 400}).paint(p);
                               }),
                       paper().now);
    };
    const int without = framed();
    scene.chosenSector = geometry::Sector::Left;
    CHECK(framed() > without + 40);
    const SectionView view(scene, {0, 0, 400, 400});
    CHECK(view.wallAt({200, 20}) == geometry::Sector::Roof);
    CHECK_FALSE(view.wallAt({200, 200}));
    // From the left edge inward along the middle the left wall's number comes first.
    std::optional<geometry::Sector> first;
    for (double x = 0; x < 150 && !first; x += 4)
        first = view.wallAt({x, 205});
    CHECK(first == geometry::Sector::Left);
}

TEST_CASE("manifold and gasket are drawn over the window")
{
    SectionScene scene = sceneOf(demoJob().ports[0].stations[0].section.shape);
    const auto planPixels = [&] {
        return countOf(painted(400, 400,
                               [&](QPainter& p) {
                                   SectionView(scene, {0, 0, 400, 400}).paint(p);
                               }),
                       paper().plan);
    };
    CHECK(planPixels() == 0);
    const Length r = lengthFromMm(12);
    scene.openings.push_back({{lengthFromMm(38), lengthFromMm(34), {r, r, r, r}}, {0.0005, 0.0}, "manifold"});
    CHECK(planPixels() > 200);
}

TEST_CASE("the seat is drawn to scale with its seat marked, and says what is missing")
{
    const job::Job job = demoJob();
    SeatScene scene;
    scene.missing = "Missing: valve diameter";
    const QImage empty = painted(360, 300, [&](QPainter& p) { paintSeat(p, paper(), scene, {0, 0, 360, 300}); });
    CHECK(countOf(empty, paper().casting) < 300);  // only the soft edges of the text
    scene.stack = job::seatStack(job.ports[0].valve);
    scene.valve = *job.ports[0].valve.diameter;
    const QImage image = painted(360, 300, [&](QPainter& p) { paintSeat(p, paper(), scene, {0, 0, 360, 300}); });
    CHECK(countOf(image, paper().casting) > 5000);
    CHECK(countOf(image, paper().now) > 60);   // the seat itself
    CHECK(countOf(image, paper().plan) > 40);  // the scribe line
}

TEST_CASE("the opening curve rises and then holds at the throat")
{
    OpeningScene scene;
    scene.valve = job::valveGeometry(demoJob().ports[0].valve);
    REQUIRE(scene.valve);
    reckonOpening(scene);
    REQUIRE(scene.throatFrom);
    for (const QPointF& at : scene.curve) {
        CAPTURE(at.x());
        CHECK(at.y() == Approx(geometry::openingAt(*scene.valve, Length::fromSi(at.x())).area.si()));
    }
    const QRectF rect(0, 0, 360, 260);
    const auto read = openingUnder(scene, rect, {200, 100});
    REQUIRE(read);
    CHECK(read->y() == Approx(geometry::openingAt(*scene.valve, Length::fromSi(read->x())).area.si()).epsilon(0.002));
    CHECK_FALSE(openingUnder(scene, rect, {20, 100}));
    CHECK_FALSE(openingUnder(OpeningScene(), rect, {200, 100}));
    const QImage image = painted(360, 260, [&](QPainter& p) { paintOpening(p, paper(), scene, {0, 0, 360, 260}); });
    // The topmost pixel of the curve in a column: lower on the right is impossible, level at the end.
    const auto top = [&](int x) {
        for (int y = 0; y < image.height(); ++y) {
            const QColor c = image.pixelColor(x, y);
            if (std::abs(c.red() - paper().now.red()) + std::abs(c.blue() - paper().now.blue()) < 20)
                return y;
        }
        return image.height();
    };
    CHECK(top(90) > top(150));
    CHECK(top(150) > top(220));
    CHECK(std::abs(top(320) - top(335)) <= 1);
}

TEST_CASE("compared ports: chosen strong, odd dashed and named, a missing one says so")
{
    const job::Job job = demoJob();
    const auto analysis = analysis::analyse(job, job.ports[0]);
    CompareScene scene;
    scene.missing = "no other port";
    const auto draw = [&] {
        return painted(320, 500, [&](QPainter& p) { paintCompare(p, paper(), scene, {0, 0, 320, 500}); });
    };
    CHECK(countOf(draw(), paper().now) == 0);
    scene.missing.clear();
    for (const char* id : {"I1", "I2", "I3"})
        scene.entries.push_back({id, analysis.sections[4], analysis.areas.value, false, false});
    scene.s = lengthFromMm(36);
    scene.entries[0].chosen = true;
    CHECK(countOf(draw(), paper().now) > 500);
    CHECK(countOf(draw(), paper().danger) == 0);
    scene.entries[1].odd = true;
    scene.entries[1].section = geometry::scaledToArea(analysis.sections[4], areaFromMm2(1200));
    CHECK(countOf(draw(), paper().danger) > 150);
}

TEST_CASE("the area through the gasket plane is read off on both sides of it")
{
    JoinedScene scene;
    const QRectF rect(0, 0, 366, 500);
    CHECK_FALSE(joinedAreaAt(scene, rect, {200, 100}));  // nothing is measured
    analysis::JoinedAt near;
    near.area = near.wanted = areaFromMm2(1000);
    analysis::JoinedAt far = near;
    far.s = lengthFromMm(50);
    far.area = far.wanted = areaFromMm2(1200);
    scene.joined = {near, far};
    scene.port = {{lengthFromMm(0), areaFromMm2(900)}, {lengthFromMm(100), areaFromMm2(800)}};
    // 150 mm on the 300 pixels between 56 and 356.
    const auto joined = joinedAreaAt(scene, rect, {106, 100});
    REQUIRE(joined);
    CHECK(inMm(joined->s) == Approx(-25));
    CHECK(inMm2(joined->area) == Approx(1100).epsilon(0.005));  // a smooth curve through the knots
    const auto port = joinedAreaAt(scene, rect, {256, 100});
    REQUIRE(port);
    CHECK(inMm(port->s) == Approx(50));
    CHECK(inMm2(port->area) == Approx(850).epsilon(0.005));
    CHECK_FALSE(joinedAreaAt(scene, rect, {256, 400}));  // the flange
}

TEST_CASE("a place of the compared areas is read off where they are drawn, and nowhere else")
{
    const job::Job job = demoJob();
    const auto analysis = analysis::analyse(job, job.ports[0]);
    const QRectF rect(0, 0, 320, 500);
    CompareScene scene;
    CHECK_FALSE(compareDistanceAt(scene, rect, {160, 400}));  // no areas
    scene.entries.push_back({"I1", analysis.sections[4], analysis.areas.value, true, false});
    CHECK_FALSE(compareDistanceAt(scene, rect, {160, 100}));  // among the sections
    CHECK_FALSE(compareDistanceAt(scene, rect, {10, 400}));   // among the numbers
    const auto near = compareDistanceAt(scene, rect, {100, 400});
    const auto far = compareDistanceAt(scene, rect, {200, 400});
    REQUIRE(near);
    REQUIRE(far);
    // The whole runner lies between the plot's edges, 52 and 312 pixels from the left.
    CHECK((*far - *near).si() == Approx(analysis.areas->end().si() * 100.0 / 260.0));
    CHECK(near->si() == Approx(analysis.areas->end().si() * 48.0 / 260.0));
}

TEST_CASE("the camera turns without stretching, and zooms within limits")
{
    OrbitCamera camera;
    const geometry::Point3 middle{0.1, 0.2, 0.3};
    const geometry::Point3 p{0.15, 0.18, 0.36};
    const double distance = std::hypot(0.05, -0.02, 0.06);
    for (const QPointF drag : {QPointF(0, 0), QPointF(70, 30), QPointF(-300, 500)}) {
        camera.orbit(drag);
        const auto t = camera.turned(p, middle);
        CHECK(std::hypot(t.x, t.y, t.z) == Approx(distance));
    }
    const double before = camera.scaleFor(0.1, {0, 0, 400, 300});
    camera.zoomBy(1);
    CHECK(camera.scaleFor(0.1, {0, 0, 400, 300}) == Approx(before * 1.15));
    for (int i = 0; i < 100; ++i)
        camera.zoomBy(1);
    CHECK(camera.zoom <= 12.0);
}

TEST_CASE("the port in space marks thin walls and the chosen station, and says what is missing")
{
    job::Job job = demoOneMeasured();
    const auto draw = [&](std::optional<std::size_t> chosen) {
        const auto analysis = analysis::analyse(job, job.ports[0]);
        const LoftScene scene = loftScene(job.ports[0], analysis, chosen, paper());
        return painted(400, 400, [&](QPainter& p) { paintLoft(p, scene, OrbitCamera{}, {0, 0, 400, 400}, paper()); });
    };
    const auto reds = [](const QImage& image) {
        int hits = 0;
        for (int y = 0; y < image.height(); ++y) {
            for (int x = 0; x < image.width(); ++x) {
                const QColor c = image.pixelColor(x, y);
                hits += c.red() > 2 * c.green() + 20 && c.red() > 2 * c.blue() + 20;
            }
        }
        return hits;
    };
    CHECK(countOf(draw(4), paper().now) > countOf(draw(std::nullopt), paper().now) + 200);
    const int thin = reds(draw(std::nullopt));
    for (auto& station : job.ports[0].stations)
        station.wall.at.fill(lengthFromMm(8));
    CHECK(reds(draw(std::nullopt)) < thin);
    for (auto& station : job.ports[0].stations)
        station.pose = {};
    const auto analysis = analysis::analyse(job, job.ports[0]);
    CHECK(loftScene(job.ports[0], analysis, 0, paper()).missing.contains("lay the runner out"));
    CHECK(loftScene(job.ports[1], analysis::analyse(job, job.ports[1]), 0, paper()).empty());
}

TEST_CASE("the smallest ball round a loft holds all of it")
{
    const job::Job job = demoJob();
    const auto analysis = analysis::analyse(job, job.ports[0]);
    const LoftScene scene = loftScene(job.ports[0], analysis, 0, paper());
    const Sphere sphere = sphereRound(scene.loft);
    for (const auto& ring : scene.loft.rings) {
        for (const auto& p : ring)
            CHECK(std::hypot(p.x - sphere.middle.x, p.y - sphere.middle.y, p.z - sphere.middle.z) <=
                  sphere.radius * (1 + 1e-12));
    }
    CHECK(shade({0, 0, 0}, {1, 0, 0}, {0, 1, 0}) >
          shade({0, 0, 0}, {0, 1, 0}, {0, 0, 1}));  // facing the eye is brighter
}

TEST_CASE("the ribbon goes on with the sum of the branches, which no click chooses")
{
    job::Job job = demoJob();
    job::Port branch = job.ports[0];
    branch.id = "I1/a";
    branch.parent = "I1";
    branch.probes.clear();
    branch.stations.erase(branch.stations.begin(), branch.stations.begin() + 8);
    job.ports[0].stations.resize(8);
    job.ports[0].probes.clear();
    job.ports.insert(job.ports.begin() + 1, branch);
    const auto analysis = analysis::analyse(job, job.ports[0]);
    const RunnerScene scene = runnerScene(job.ports[0], analysis, {}, 0, {});
    REQUIRE(scene.stations.size() == 13);
    CHECK(scene.stations[7].name == "split");
    CHECK(scene.stations[12].sum);
    CHECK(scene.stations[12].name == "branches");
    const RibbonView view(scene, {0, 0, 1200, 130});
    CHECK(stationAtPixel(scene, view.x, 1190) == 7);
    const RunnerScene one = runnerScene(job.ports[1], analysis::analyse(job, job.ports[1]), {}, 0, {});
    CHECK(one.stations[0].name == "branch");
    CHECK_FALSE(one.stations.back().sum);
}
