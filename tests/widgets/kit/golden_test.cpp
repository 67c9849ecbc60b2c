// SPDX-License-Identifier: GPL-3.0-or-later
// The main pictures against those that are kept in data/golden. After a change that is meant:
//     EURYTH_GOLDEN=tests/data/golden build/tests/test_widgets "[golden]"
// writes them anew; look at them before they are committed.
#include <catch2/catch.hpp>

#include <QPainter>

#include "kit/engine_canvases.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/runner_canvases.hpp"
#include "kit/section_canvases.hpp"
#include "probe/virtual_canvases.hpp"
#include "support/demo.hpp"
#include "support/pictures.hpp"
#include "survey/survey_canvases.hpp"

using namespace euryth;
using namespace euryth::widgets;

namespace {

constexpr QSize kSize(480, 320);
/// Of the pixels; a line of text that has gone is about a hundredth.
constexpr double kMostOthers = 0.004;

struct Bench {
    app::Session session;
    Look look;
    Context context{session, look};
    explicit Bench(const job::Job& job)
    {
        session.document().reset(job, {});
        session.workspace().chooseStation(4);
    }
};

void check(const char* name, QWidget& canvas, QSize size = kSize)
{
    canvas.resize(size);
    QImage picture(size, QImage::Format_RGB32);
    picture.fill(drawing::theme(drawing::Style::Paper).panel);
    QPainter painter(&picture);
    canvas.render(&painter, {}, {}, QWidget::DrawChildren);
    painter.end();
    const QString file = QStringLiteral("/%1.png").arg(QString::fromLatin1(name));
    if (qEnvironmentVariableIsSet("EURYTH_GOLDEN"))
        REQUIRE(picture.save(qEnvironmentVariable("EURYTH_GOLDEN") + file));
    const QImage golden(QString::fromLatin1(EURYTH_TEST_DATA) + QStringLiteral("/golden") + file);
    CAPTURE(name);
    const auto difference = comparePictures(picture, golden.convertToFormat(QImage::Format_RGB32));
    CHECK(difference.sameSize);
    CHECK(difference.share < kMostOthers);
}

}  // namespace

TEST_CASE("the comparer sees what a person would see, and nothing else")
{
    QImage plain(120, 80, QImage::Format_RGB32);
    plain.fill(Qt::white);
    const auto withLine = [&](double x, QColor colour) {
        QImage image = plain;
        QPainter painter(&image);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(colour, 2.0));
        painter.drawLine(QPointF(x, 5), QPointF(x, 75));
        painter.end();
        return image;
    };
    const QImage line = withLine(40, Qt::black);
    CHECK(comparePictures(line, line).share == 0.0);
    CHECK(comparePictures(line, withLine(40.3, Qt::black)).share == 0.0);       // smoothed otherwise
    CHECK(comparePictures(line, plain).share > kMostOthers);                    // gone
    CHECK(comparePictures(plain, line).share > kMostOthers);                    // new
    CHECK(comparePictures(line, withLine(46, Qt::black)).share > kMostOthers);  // elsewhere
    CHECK(comparePictures(line, withLine(40, Qt::red)).share > kMostOthers);    // of another colour
    CHECK_FALSE(comparePictures(line, line.scaled(60, 40)).sameSize);
}

TEST_CASE("pictures of a port are as they were", "[golden]")
{
    Bench b(demoJob());
    check("ribbon", *std::make_unique<RibbonCanvas>(b.context), {900, RibbonCanvas::kHeight});
    check("area", *std::make_unique<AreaCanvas>(b.context));
    check("section-sizes", *std::make_unique<SectionCanvas>(b.context, SectionCanvas::Shows::Sizes));
    check("section-cut", *std::make_unique<SectionCanvas>(b.context, SectionCanvas::Shows::Cut));
    check("section-plan", *std::make_unique<SectionCanvas>(b.context, SectionCanvas::Shows::Plan));
    check("long-section", *std::make_unique<LongSectionCanvas>(b.context));
    check("peel", *std::make_unique<PeelCanvas>(b.context), {640, 320});
    check("seat", *std::make_unique<SeatCanvas>(b.context), {320, 440});
    LoftCanvas loft(b.context);
    loft.drawBySoftware();
    check("loft", loft);
    b.session.workspace().chooseProbe(1);
    check("section-speeds", *std::make_unique<SectionCanvas>(b.context, SectionCanvas::Shows::Speeds));
    check("probe-strip", *std::make_unique<ProbeStrip>(b.context), {640, 160});
}

TEST_CASE("pictures of the air and the engine are as they were", "[golden]")
{
    Bench b(demoJob());
    auto& probe = b.session.virtualProbe();
    probe.setSeen(true);
    probe.solver().finish();
    check("field-section", *std::make_unique<FieldSectionCanvas>(b.context, probe, FieldSectionCanvas::Shows::Present));
    check("field-long", *std::make_unique<FieldLongCanvas>(b.context, probe));
    (void)b.session.engine().finish();
    check("engine-filling",
          *std::make_unique<EngineCanvas>(b.context, b.session.engine(), EngineCanvas::Shows::Filling), {640, 320});
}

TEST_CASE("ports over each other are as they were", "[golden]")
{
    Bench b(demoFour());
    check("compare", *std::make_unique<CompareCanvas>(b.context), {320, 480});
}
