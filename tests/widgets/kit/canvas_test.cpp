// SPDX-License-Identifier: GPL-3.0-or-later
// A picture is prepared when what it shows has changed, before it is painted, and never by painting.
#include "support/window_fixture.hpp"

#include "kit/canvas.hpp"

using namespace euryth::widgets;

namespace {

struct Counted : SceneCanvas<int> {
    mutable int made = 0;
    int drawn = 0;
    mutable int madeWhilePainting = 0;
    bool painting = false;
    int lastDrawn = 0;

    explicit Counted(Context context) : SceneCanvas(context) { resize(40, 40); }
    [[nodiscard]] int makeScene() const override
    {
        madeWhilePainting += paintingActive() ? 1 : 0;
        return ++made;
    }
    void draw(QPainter& painter, const int& scene) override
    {
        painter.drawPoint(1, 1);
        ++drawn;
        lastDrawn = scene;
    }
};

struct Shown {
    euryth::app::Session session;
    Look look;
    Counted canvas{Context{session, look}};

    Shown() { session.document().reset(demoJob(), {}); }
    static void settle() { WindowFixture::settle(); }
};

}  // namespace

TEST_CASE("many changes of a moment are prepared once, before the painting")
{
    Shown s;
    CHECK(s.canvas.made == 0);
    s.canvas.show();
    Shown::settle();
    const int first = s.canvas.made;
    CHECK(first == 1);
    CHECK(s.canvas.drawn > 0);
    for (int i = 0; i < 5; ++i)
        s.canvas.outdate();
    CHECK(s.canvas.made == first);  // not at once either
    Shown::settle();
    CHECK(s.canvas.made == first + 1);
    CHECK(s.canvas.lastDrawn == s.canvas.made);
    s.session.workspace().refresh();
    s.look.setBigDigits(true);
    Shown::settle();
    CHECK(s.canvas.made == first + 2);
    CHECK(s.canvas.madeWhilePainting == 0);
}

TEST_CASE("painting again prepares nothing, and neither does a mouse that asks")
{
    Shown s;
    s.canvas.show();
    Shown::settle();
    const int drawn = s.canvas.drawn;
    for (int i = 0; i < 3; ++i)
        s.canvas.repaint();
    CHECK(s.canvas.drawn == drawn + 3);
    CHECK(s.canvas.scene() == 1);
    CHECK(s.canvas.scene() == 1);
    s.canvas.resize(60, 60);
    Shown::settle();
    CHECK(s.canvas.made == 1);
}

TEST_CASE("who asks between a change and its preparation gets the picture as it is now")
{
    Shown s;
    s.canvas.show();
    Shown::settle();
    s.canvas.outdate();
    CHECK(s.canvas.scene() == 2);
    Shown::settle();
    CHECK(s.canvas.made == 2);
    s.canvas.outdate();
    CHECK_FALSE(s.canvas.grab().isNull());
    CHECK(s.canvas.lastDrawn == 3);
}

TEST_CASE("a hidden picture is not prepared before it is shown")
{
    Shown s;
    s.canvas.show();
    Shown::settle();
    s.canvas.hide();
    for (int i = 0; i < 4; ++i)
        s.session.workspace().refresh();
    Shown::settle();
    CHECK(s.canvas.made == 1);
    s.canvas.show();
    CHECK(s.canvas.made == 2);
    CHECK(s.canvas.madeWhilePainting == 0);
}

TEST_CASE("no painting of the window works anything out")
{
    WindowFixture f;
    /// Sees a painting before the canvas does.
    struct Watch : QObject {
        int paintings = 0;
        QStringList outdated;
        bool eventFilter(QObject* watched, QEvent* event) override
        {
            const auto* canvas = qobject_cast<Canvas*>(watched);
            if (canvas && event->type() == QEvent::Paint) {
                ++paintings;
                if (!canvas->isUpToDate())
                    outdated << canvas->objectName() + QLatin1Char(' ') + canvas->metaObject()->className();
            }
            return false;
        }
    } watch;
    for (Canvas* canvas : f.window.findChildren<Canvas*>())
        canvas->installEventFilter(&watch);
    for (const auto stage : {calls::Stage::Survey, calls::Stage::Shape, calls::Stage::Probe, calls::Stage::Cut}) {
        f.trigger(widgets::stageCommand(stage));
        f.workspace.chooseStation(4);
        f.settle();
        f.workspace.chooseStation(2);
        f.settle();
    }
    CHECK(watch.paintings > 20);
    CAPTURE(watch.outdated.join(", ").toStdString());
    CHECK(watch.outdated.isEmpty());
}

TEST_CASE("what is under the pointer is read off, and goes with it")
{
    WindowFixture f;
    f.window.showView(calls::Stage::Shape, 0);
    f.settle();
    auto* canvas = f.find<AreaCanvas>("areaCanvas");
    const auto point = [&](QPointF at) {
        QHoverEvent hover(QEvent::HoverMove, at, at, QPointF());
        QApplication::sendEvent(canvas, &hover);
        f.settle();
        return canvas->grab().toImage();
    };
    QHoverEvent leave(QEvent::HoverLeave, QPointF(), QPointF(), QPointF());
    const QImage without = canvas->grab().toImage();
    const QImage with = point(QRectF(canvas->rect()).center());
    CHECK(with != without);
    QApplication::sendEvent(canvas, &leave);
    f.settle();
    CHECK(canvas->grab().toImage() == without);
    // Beyond the port's ends there is nothing to read.
    CHECK(point({3.0, canvas->height() / 2.0}) == without);
}
