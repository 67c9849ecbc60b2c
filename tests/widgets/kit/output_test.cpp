// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures and tables elsewhere: the clipboard, files, paper.
#include "support/window_fixture.hpp"

#include <QClipboard>
#include <QContextMenuEvent>
#include <QFile>
#include <QMenu>
#include <QProcess>
#include <QRegularExpression>
#include <QTimer>
#include <QWheelEvent>

#include "kit/chart_canvas.hpp"
#include "kit/picture_output.hpp"
#include "kit/sheet_printing.hpp"
#include "kit/table_output.hpp"
#include "prove/prove_stage.hpp"

namespace {

QByteArray contentOf(const QString& path)
{
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadOnly));
    return file.readAll();
}

QString in(const TempFolder& folder, const char* name)
{
    return QString::fromStdString((folder.path() / name).string());
}

void wheel(QWidget& on, QPointF at, int turned, Qt::KeyboardModifiers keys = Qt::NoModifier)
{
    QWheelEvent event(at, on.mapToGlobal(at), {}, {0, turned}, Qt::NoButton, keys, Qt::NoScrollPhase, false);
    QApplication::sendEvent(&on, &event);
}

}  // namespace

TEST_CASE("a picture goes to PNG, SVG and PDF, and a wrong ending is told")
{
    WindowFixture f;
    const TempFolder folder;
    widgets::SectionCanvas* canvas = nullptr;
    for (auto* one : f.window.findChildren<widgets::SectionCanvas*>()) {
        if (one->isVisible())
            canvas = one;
    }
    REQUIRE(canvas);
    CHECK(widgets::savePicture(*canvas, in(folder, "a.png")).isEmpty());
    const QImage png(in(folder, "a.png"));
    CHECK(png.size() == canvas->size() * 2);
    CHECK(widgets::savePicture(*canvas, in(folder, "a.svg")).isEmpty());
    const QByteArray svg = contentOf(in(folder, "a.svg"));
    CHECK(svg.contains("<svg"));
    CHECK(svg.contains("<path"));
    CHECK(svg.contains("Section from the window"));  // its title, for whoever hears it
    CHECK(widgets::savePicture(*canvas, in(folder, "a.pdf")).isEmpty());
    CHECK(contentOf(in(folder, "a.pdf")).startsWith("%PDF"));
    CHECK(widgets::savePicture(*canvas, in(folder, "a.gif")).contains("gif"));
    CHECK_FALSE(widgets::savePicture(*canvas, in(folder, "none/a.png")).isEmpty());

    f.nextPath = in(folder, "asked.svg");
    canvas->setFocus();
    f.trigger(widgets::command::SavePicture);
    CHECK(QFile::exists(f.nextPath));
    CHECK(f.suggested.startsWith("I1"));
    f.trigger(widgets::command::CopyPicture);
    CHECK(QApplication::clipboard()->image().size() == canvas->size() * 2);
    f.nextPath = in(folder, "printed.pdf");
    f.trigger(widgets::command::PrintPicture);
    CHECK(contentOf(f.nextPath).startsWith("%PDF"));
    f.nextPath = in(folder, "view.pdf");
    f.trigger(widgets::command::PrintView);
    CHECK(contentOf(f.nextPath).startsWith("%PDF"));
}

TEST_CASE("sheets are printed in full size, a page each")
{
    WindowFixture f;
    const TempFolder folder;
    f.printsSheets = true;
    f.nextPath = in(folder, "sheets.pdf");
    f.trigger(widgets::command::BenchSheets);
    const QByteArray pdf = contentOf(f.nextPath);
    CHECK(pdf.count("/Type /Page\n") + pdf.count("/Type /Page ") + pdf.count("/Page\r") > 1);
    CHECK(f.titles.contains("Sheets for the bench"));

    // A place on the sheet is that place on the page: two words 50 mm apart, read back by another program.
    paper::Sheet sheet;
    sheet.write({20, 40}, "first");
    sheet.write({20 + paper::kCheckLength, 40}, "second");
    const QString path = in(folder, "one.pdf");
    QPdfWriter writer(path);
    writer.setPageSize(QPageSize(QPageSize::A4));
    writer.setPageMargins({});
    widgets::printSheets({sheet}, writer);
    QProcess reader;
    reader.start("pdftotext", {"-bbox", path, "-"});
    if (!reader.waitForStarted()) {
        WARN("the printed page is not measured: pdftotext (poppler-utils) is not installed");
        return;
    }
    REQUIRE(reader.waitForFinished());
    const QString words = QString::fromUtf8(reader.readAllStandardOutput());
    const auto left = [&](const QString& word) {
        const QRegularExpression place(QStringLiteral("xMin=\"([0-9.]+)\"[^>]*>%1<").arg(word));
        return place.match(words).captured(1).toDouble() * 25.4 / 72.0;
    };
    CHECK(left("first") == Approx(20.0).margin(0.5));  // a letter's own edge
    CHECK(left("second") - left("first") == Approx(50.0).margin(0.3));
}

TEST_CASE("one looks nearer by wheel and keys, what is under the pointer stays there, and all of it comes back")
{
    WindowFixture f;
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    auto* canvas = f.find<widgets::AreaCanvas>("areaCanvas");
    canvas->setFocus();
    REQUIRE(canvas->isVisible());
    CHECK(canvas->nearness() == 1.0);
    const std::size_t station = 4;
    const QPointF at = canvas->handleOf(station);
    wheel(*canvas, at, 240);
    f.settle();
    CHECK(canvas->nearness() == Approx(1.25 * 1.25));
    const QPointF there = canvas->handleOf(station);
    CHECK(there.x() == Approx(at.x()).margin(0.5));
    CHECK(there.y() == Approx(at.y()).margin(0.5));

    // A handle is still taken hold of where it is seen.
    QTest::mouseClick(canvas, Qt::LeftButton, Qt::NoModifier, there.toPoint());
    CHECK(f.workspace.station() == station);

    const QPointF before = canvas->handleOf(station);
    QTest::keyClick(canvas, Qt::Key_Right, Qt::ShiftModifier);
    CHECK(canvas->handleOf(station).x() < before.x());
    CHECK(f.workspace.station() == station);  // not the arrow's other use
    QTest::keyClick(canvas, Qt::Key_0, Qt::ControlModifier);
    CHECK(canvas->nearness() == 1.0);
    QTest::keyClick(canvas, Qt::Key_Plus);
    CHECK(canvas->nearness() > 1.0);
    QTest::keyClick(canvas, Qt::Key_Minus);
    CHECK(canvas->nearness() == 1.0);
    for (int i = 0; i < 40; ++i)
        wheel(*canvas, at, 120);
    CHECK(canvas->nearness() == widgets::Canvas::kNearest);
    wheel(*canvas, at, -120, Qt::ShiftModifier);  // moves it, and leaves it as near
    CHECK(canvas->nearness() == widgets::Canvas::kNearest);
    canvas->lookAtAll();
}

TEST_CASE("tables go to a spreadsheet with headings, and as CSV")
{
    QTableWidget table(2, 2);
    table.setHorizontalHeaderLabels({"lift [mm]", "note"});
    table.setItem(0, 0, new QTableWidgetItem("2"));
    table.setItem(0, 1, new QTableWidgetItem("says \"so\", twice"));
    table.setItem(1, 0, new QTableWidgetItem("4"));
    CHECK(widgets::tableText(table, false, ',') == "lift [mm],note\n2,\"says \"\"so\"\", twice\"\n4,\n");
    table.setCurrentCell(1, 0);
    CHECK(widgets::tableText(table, true, '\t') == "4\n");
}

TEST_CASE("a chart is read off under the pointer and by keys, and says so")
{
    WindowFixture f;
    f.window.showView(calls::Stage::Shape, 4);
    f.finishEngine();
    auto* canvas = f.find<widgets::ChartCanvas>("fillingCanvas");
    REQUIRE(canvas->isVisible());
    REQUIRE_FALSE(canvas->scene().empty());
    REQUIRE(canvas->scene().front().missing.isEmpty());
    CHECK_FALSE(canvas->readAt());
    const QRectF box = drawing::chartBox(QRectF(canvas->rect()), canvas->scene().size(), 2, 0);
    QTest::mouseMove(canvas, box.center().toPoint());
    f.settle();
    REQUIRE(canvas->readAt());
    const double middle = drawing::chartAxis(canvas->scene().front(), box).toValue(box.center().toPoint().x());
    CHECK(*canvas->readAt() == Approx(middle));
    CHECK(canvas->accessibleDescription().contains("at "));
    canvas->setFocus();
    QTest::keyClick(canvas, Qt::Key_Right);
    CHECK(*canvas->readAt() > middle);
    QTest::keyClick(canvas, Qt::Key_Escape);
    CHECK_FALSE(canvas->readAt());
}

namespace {

/// What a right click at a widget's middle offers; the entry that begins with `chosen` is taken.
QStringList rightClick(QWidget& widget, const QString& chosen = {})
{
    QStringList texts;
    QTimer::singleShot(0, [&] {
        auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
        if (!menu)
            return;
        for (QAction* action : menu->actions()) {
            texts << action->text();
            if (!chosen.isEmpty() && action->text().startsWith(chosen))
                action->trigger();
        }
        menu->close();
    });
    const QPoint at = widget.rect().center();
    QContextMenuEvent event(QContextMenuEvent::Mouse, at, widget.mapToGlobal(at));
    QApplication::sendEvent(&widget, &event);
    return texts;
}

bool offers(const QStringList& texts, const char* part)
{
    return std::ranges::any_of(texts, [&](const QString& text) {
        return QString(text).remove(QLatin1Char('&')).contains(QLatin1String(part));
    });
}

}  // namespace

TEST_CASE("a right click on a picture and on a table offers what one can do with it")
{
    WindowFixture f;
    f.window.showView(calls::Stage::Shape, 0);
    f.settle();
    auto* canvas = f.find<widgets::AreaCanvas>("areaCanvas");
    QGuiApplication::clipboard()->clear();
    const QStringList picture = rightClick(*canvas, QStringLiteral("Nearer"));
    CHECK(offers(picture, "Copy"));
    CHECK(offers(picture, "Save"));
    CHECK(offers(picture, "Print"));
    CHECK(canvas->nearness() == Approx(2.0));
    rightClick(*canvas, QStringLiteral("All of it"));
    CHECK(canvas->nearness() == Approx(1.0));
    f.window.showView(calls::Stage::Survey, 0);
    f.settle();
    auto* table = f.find<widgets::EntryView>("sectionTable");
    const QStringList offered = rightClick(*table->viewport());
    CHECK(offers(offered, "Copy"));
    CHECK(offers(offered, "CSV"));
}
