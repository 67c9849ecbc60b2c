// SPDX-License-Identifier: GPL-3.0-or-later
// The computed field as pictures: places and pixels belong together, colours tell the speed, doubt is seen.
#include <catch2/catch.hpp>

#include <QImage>

#include "drawing/field_view.hpp"
#include "drawing/peel_view.hpp"
#include "support/demo.hpp"
#include "support/made_run.hpp"

using namespace euryth;
using namespace euryth::drawing;

namespace {

struct Solved {
    job::Job job = demoJob();
    analysis::PortAnalysis analysis = analysis::analyse(job, job.ports[0]);
    port_field::Air air =
        port_field::instantAir(std::make_shared<const port_field::VirtualPort>(
                                   *port_field::virtualPort(job.ports[0], analysis, port_field::Quality::Coarse).value),
                               {VolumeFlow::fromSi(0.08), {}, {}, port_field::roomOrStandardAir(job.bench)});
    units::DisplayUnits units;

    FieldPicture picture() const { return {*air, speedScale(air->range()), units}; }
    Length shortSide() const { return job.ports[0].stations[*analysis.places.shortSide].s; }
};

constexpr QRect kPicture(0, 0, 400, 300);

QImage pictureOf(const auto& view)
{
    QImage image(kPicture.size(), QImage::Format_RGB32);
    image.fill(theme(Style::Paper).panel);
    QPainter painter(&image);
    view.paint(painter, theme(Style::Paper));
    return image;
}

int lightness(const QImage& image, QPointF p) { return qGray(image.pixel(p.toPoint())); }

int reddish(const QImage& image)
{
    int count = 0;
    for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) {
            const QColor c = image.pixelColor(x, y);
            count += c.red() > c.green() + 60 && c.red() > c.blue() + 60 ? 1 : 0;
        }
    }
    return count;
}

}  // namespace

TEST_CASE("a section of the field: fast is light, slow is dark, pixels and places belong together")
{
    const Solved s;
    const auto scene = fieldSection(s.picture(), s.shortSide());
    const FieldSectionView view(scene, kPicture);
    for (const geometry::Point p : {geometry::Point{0.004, -0.007}, geometry::Point{-0.01, 0.002}}) {
        const geometry::Point back = view.toSection(view.toPixel(p));
        CHECK(back.left == Approx(p.left));
        CHECK(back.up == Approx(p.up));
    }
    CHECK(view.toPixel({0.005, 0}).x() < view.toPixel({-0.005, 0}).x());  // left is left
    CHECK(view.toPixel({0, 0.005}).y() < view.toPixel({0, -0.005}).y());  // roof is up
    const QImage image = pictureOf(view);
    CHECK(lightness(image, view.toPixel({0.001, -0.0125})) > lightness(image, view.toPixel({0.001, 0.004})) + 60);
    CHECK_FALSE(scene.doubtful);
    CHECK(scene.wall.size() == scene.reach.size());
}

TEST_CASE("behind lift-off section and long section are hatched")
{
    const Solved s;
    REQUIRE(s.air->trustedTo());
    const auto before = fieldSection(s.picture(), s.air->start());
    const auto behind = fieldSection(s.picture(), s.air->end());
    CHECK(behind.doubtful);
    CHECK(reddish(pictureOf(FieldSectionView(behind, kPicture))) >
          reddish(pictureOf(FieldSectionView(before, kPicture))) + 500);
    auto along = fieldLong(s.picture(), {});
    CHECK(along.doubtful.size() >= 4);
    const int hatched = reddish(pictureOf(FieldLongView(along, kPicture)));
    along.doubtful.clear();
    along.letsGo.reset();
    CHECK(hatched > reddish(pictureOf(FieldLongView(along, kPicture))) + 100);
}

TEST_CASE("a point of the long section is a place of the tip, and back")
{
    const Solved s;
    const auto scene = fieldLong(s.picture(), port_field::TipPlace{s.shortSide(), {0.0, 0.003}});
    REQUIRE(scene.tip);
    const FieldLongView view(scene, kPicture);
    const auto back = tipFromSide(*s.air, view.toSide(view.toPixel(*scene.tip)));
    CHECK(inMm(back.s) == Approx(inMm(s.shortSide())).margin(2.0));  // to the nearest layer
    CHECK(back.at.up == Approx(0.003).margin(1e-3));
    CHECK(scene.roof.size() == scene.floor.size());
}

TEST_CASE("metal in the way is left open: no speed is painted over the boss")
{
    const Solved s;
    const auto scene = fieldSection(s.picture(), s.shortSide());
    const auto& boss = s.job.ports[0].stations[*s.analysis.places.shortSide].boss;
    REQUIRE(boss.height);
    const auto box = geometry::boxOf(s.analysis.sections[*s.analysis.places.shortSide]);
    const FieldSectionView view(scene, kPicture);
    const QPointF inBoss = view.toPixel({box.middle.left, box.middle.up + box.height.si() / 2 - boss.height->si() / 2});
    CHECK(pictureOf(view).pixelColor(inBoss.toPoint()) == theme(Style::Paper).casting);
}

TEST_CASE("the wall unrolled tells speed, layer, and what is not known")
{
    PeelScene scene;
    scene.s = {0.0, 0.02};
    scene.names = {"", ""};
    scene.cells.resize(2);
    scene.speedLow = 40;
    scene.speedHigh = 100;
    for (auto& cell : scene.cells[0])
        cell.value = 100;
    for (auto& cell : scene.cells[1])
        cell.value = 40;
    const auto paint = [&](PeelShows shows) {
        scene.shows = shows;
        QImage image(kPicture.size(), QImage::Format_RGB32);
        image.fill(Qt::white);
        QPainter painter(&image);
        PeelView(scene, kPicture).paint(painter, theme(Style::Paper));
        return image;
    };
    const PeelView view(scene, kPicture);
    const auto corner = [&](std::size_t station) {
        return view.cell(station, geometry::Sector::Floor).topLeft() + QPointF(4, 4);
    };
    const QImage speeds = paint(PeelShows::FieldSpeed);
    CHECK(lightness(speeds, corner(0)) > lightness(speeds, corner(1)) + 60);
    for (auto& cell : scene.cells[0])
        cell.value = 1.4;
    for (auto& cell : scene.cells[1])
        cell.value = 2.3;
    const QImage shapes = paint(PeelShows::LayerShape);
    CHECK(lightness(shapes, corner(1)) < lightness(shapes, corner(0)) - 15);
    scene.cells[1][geometry::index(geometry::Sector::Floor)] = {{}, cutting::Hold::None, true};
    CHECK(lightness(paint(PeelShows::LayerShape), corner(1)) > lightness(shapes, corner(1)));  // unknown: no colour
    CHECK(paint(PeelShows::LayerThickness) != paint(PeelShows::LayerFriction));
}

TEST_CASE("where all the air is equally fast the colour scale still has two ends")
{
    const Speed fast = Speed::fromSi(80.0);
    const SpeedScale even = speedScale({fast, fast});
    CHECK(even.low < even.high);
    CHECK(speedScale({Speed::fromSi(20.0), fast}).low == Approx(20.0));
}

TEST_CASE("a run's dead air is edged and named, and a difference has its own scale")
{
    const Solved s;
    const auto run = madeRun("I1", s.air->shape(), port_field::Quality::Coarse);
    const auto air = port_field::viscousAir(run.solved.air, s.air->at(), s.air, viscous::nameOf(run.solved));
    CHECK_FALSE(air->trustedTo());  // nothing is doubtful in it
    const FieldPicture picture{*air, speedScale(air->range()), s.units};
    auto along = fieldLong(picture, {});
    CHECK(along.doubtful.empty());
    REQUIRE_FALSE(along.dead.empty());
    CHECK(along.deadNames.size() == 1);
    const int edged = reddish(pictureOf(FieldLongView(along, kPicture)));
    along.dead.clear();
    along.deadNames.clear();
    CHECK(edged > reddish(pictureOf(FieldLongView(along, kPicture))) + 40);
    CHECK(fieldSection(picture, s.air->start()).dead.empty());
    CHECK_FALSE(fieldSection(picture, s.air->end()).dead.empty());
    CHECK(fieldSection(s.picture(), s.air->end()).dead.empty());  // the instant field knows none

    const auto over = port_field::differenceAir(air, s.air);
    const FieldPicture difference{*over, speedScale(over->range()), s.units};
    CHECK(difference.scale.difference);
    CHECK(difference.scale.low == Approx(-difference.scale.high));
    const auto section = fieldSection(difference, s.air->start());
    const auto own = fieldSection(picture, s.air->start());
    const std::size_t middle = section.sheet.speeds.size() / 2;
    const auto instant = s.air->velocityAt(s.air->frameAt(s.air->start()).toHead(own.sheet.places[middle]));
    REQUIRE(instant);
    CHECK(section.sheet.speeds[middle] == Approx(own.sheet.speeds[middle] - instant->length()).margin(1e-6));
    const SpeedScale scale{-30.0, 30.0, true};
    CHECK(scale.colour(0.0).lightnessF() > 0.9F);
    CHECK(scale.colour(30.0).red() > scale.colour(30.0).blue() + 60);
    CHECK(scale.colour(-30.0).blue() > scale.colour(-30.0).red() + 30);
}
