// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/window_fixture.hpp"

#include "app/binding.hpp"
#include "kit/page_tools.hpp"
#include "kit/seen.hpp"

using namespace euryth::widgets;

namespace {

struct Parts {
    app::Session session;
    Look look;
    Context context{session, look};

    Parts() { session.document().reset(demoJob(), {}); }
    static void settle() { WindowFixture::settle(); }
    /// In place of what stands there, and leaves the field.
    static void type(QLineEdit* edit, const char* text)
    {
        edit->selectAll();
        QTest::keyClick(edit, Qt::Key_Delete);
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }
};

/// A field of the engine's bore, as a form makes it.
std::optional<app::FieldBinding> bore()
{
    return app::bind(
        job::field::bore, [](auto& job) -> auto& { return job.engine.bore; });
}

}  // namespace

TEST_CASE("a switch has one button down, tells a click once, and is set without telling")
{
    std::vector<int> chosen;
    Switch parts(
        {"Readings", "Field", "Run"}, [&](int i) { chosen.push_back(i); }, "shows");
    const auto buttons = parts.findChildren<QPushButton*>();
    REQUIRE(buttons.size() == 3);
    const auto down = [&] {
        int at = -1;
        for (int i = 0; i < 3; ++i) {
            if (buttons[i]->isChecked())
                at = at < 0 ? i : 99;
        }
        return at;
    };
    CHECK(down() == 0);
    parts.click(2);
    CHECK(down() == 2);
    CHECK(chosen == std::vector{2});
    parts.setDown(1);
    CHECK(down() == 1);
    CHECK(chosen == std::vector{2});
    parts.click(1);  // it stays down
    CHECK(down() == 1);
}

TEST_CASE("a message line shows what is wrong before its hint, and the hint again")
{
    MessageLine line;
    line.setHint("Type, Enter goes on.");
    CHECK(line.text() == "Type, Enter goes on.");
    CHECK_FALSE(line.hasError());
    line.showError("must be over 0");
    CHECK(line.hasError());
    CHECK(line.text().contains("must be over 0"));
    CHECK_FALSE(line.text().contains("Enter"));
    line.setHint("Another hint.");
    CHECK(line.text().contains("must be over 0"));
    line.clearError();
    CHECK(line.text() == "Another hint.");
}

TEST_CASE("a short label ends in dots where it has no room, and all of it is in the tooltip")
{
    ShortLabel label;
    label.resize(80, 20);
    label.setWhole("Station 5, pinch, 36.0 mm from the window");
    CHECK(label.text().endsWith(QString::fromUtf8("…")));
    CHECK(label.toolTip().contains("36.0 mm from the window"));
    label.resize(800, 20);
    Parts::settle();
    label.setWhole("Station 5, pinch, 36.0 mm from the window");
    CHECK(label.text() == "Station 5, pinch, 36.0 mm from the window");
}

TEST_CASE("a number is typed in any unit, and what cannot be stays with the reason under it")
{
    Parts p;
    FieldEdit field(p.context, bore);
    field.show();
    Parts::settle();
    const auto type = [&](const char* text) { Parts::type(field.edit(), text); };
    const auto now = [&] { return inMm(*p.session.workspace().job().engine.bore); };
    type("3 1/4 in");
    CHECK(now() == Approx(82.55));
    CHECK(field.edit()->text() == "82.55");
    CHECK(field.reason().isEmpty());
    type("8 cc");
    CHECK(now() == Approx(82.55));
    CHECK(field.edit()->text() == "8 cc");
    CHECK(field.reason().contains("length"));
    type("900");
    CHECK(field.reason().contains("300"));
    CHECK(now() == Approx(82.55));
    type("90");
    CHECK(field.reason().isEmpty());
    CHECK(now() == Approx(90));
    type("");
    CHECK_FALSE(p.session.workspace().job().engine.bore);
    p.session.document().undoStack().undo();
    Parts::settle();
    CHECK(field.edit()->text() == "90.00");
}

TEST_CASE("after Return what is typed next is the next value, however often the window is refreshed")
{
    Parts p;
    FieldEdit field(p.context, bore);
    field.show();
    QApplication::setActiveWindow(&field);
    field.edit()->setFocus();
    Parts::settle();
    REQUIRE(field.edit()->hasFocus());
    for (const double mm : {36.5, 33.11, 82.0}) {
        QTest::keyClicks(field.edit(), QString::number(mm));
        QTest::keyClick(field.edit(), Qt::Key_Return);
        Parts::settle();
        CHECK(inMm(*p.session.workspace().job().engine.bore) == Approx(mm));
        p.session.workspace().refresh();
        Parts::settle();
        CHECK(field.edit()->selectedText() == field.edit()->text());
    }
    QTest::keyClicks(field.edit(), "9");
    p.session.workspace().refresh();  // while one types nothing is put in its place
    QTest::keyClicks(field.edit(), "4");
    CHECK(field.edit()->text() == "94");
}

TEST_CASE("a text that is longer than its field shows how it begins")
{
    Parts p;
    QString text = "as the engine asks, and a little more";
    TextEdit::Source source;
    source.label = "Name";
    source.get = [&] { return text; };
    source.set = [&](const QString& typed) {
        if (typed.isEmpty())
            return QString("must not be empty");
        text = typed;
        return QString();
    };
    TextEdit edit(p.context, source);
    edit.resize(90, 30);
    edit.show();
    p.session.workspace().refresh();
    Parts::settle();
    CHECK(edit.edit()->text() == text);
    CHECK(edit.edit()->cursorPosition() == 0);
    Parts::type(edit.edit(), "");
    p.session.workspace().refresh();
    CHECK(edit.edit()->text().isEmpty());  // what was refused stays to be mended
    CHECK(text == "as the engine asks, and a little more");
    Parts::type(edit.edit(), "wider");
    CHECK(text == "wider");
}

TEST_CASE("the title of a station names its place and distance, and follows the units")
{
    Parts p;
    auto& workspace = p.session.workspace();
    workspace.chooseStation(4);
    CHECK(stationTitle(workspace).contains("36.0 mm"));
    CHECK(stationTitle(workspace).contains("pinch"));
    auto units = workspace.displayUnits();
    units.system = units::System::Inch;
    workspace.setUnits(units);
    CHECK_FALSE(stationTitle(workspace).contains("mm"));
    p.session.document().reset({}, {});
    CHECK_FALSE(stationTitle(workspace).isEmpty());
}

TEST_CASE("what is on a hidden page is refreshed once, when it is shown")
{
    Parts f;
    QStackedWidget pages;
    auto* first = new QWidget;
    auto* second = new QLabel;
    pages.addWidget(first);
    pages.addWidget(second);
    int refreshed = 0;
    keepUpToDate(f.context, second, [&] { ++refreshed; });
    CHECK(refreshed == 1);
    f.session.workspace().refresh();
    CHECK(refreshed == 2);  // no window yet: nobody can tell what will be seen
    pages.show();
    f.session.workspace().refresh();
    f.session.workspace().refresh();
    CHECK(refreshed == 2);
    pages.setCurrentWidget(second);
    CHECK(refreshed == 3);
    f.session.workspace().refresh();
    CHECK(refreshed == 4);
    pages.setCurrentWidget(first);
    pages.setCurrentWidget(second);
    CHECK(refreshed == 4);  // nothing was missed
}
