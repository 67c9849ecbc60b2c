// SPDX-License-Identifier: GPL-3.0-or-later
// What is missing is a link that puts the hand into the field that wants it.
#include <QLineEdit>

#include "support/window_fixture.hpp"

#include "job/describe.hpp"
#include "kit/field_links.hpp"
#include "kit/parts.hpp"
#include "shape/shape_page.hpp"
#include "survey/survey_page.hpp"
#include "words/catalogue.hpp"

using namespace euryth;

namespace {

/// The field that has the hand, by its name in the register; empty where it is another one.
std::string fieldInHand(const WindowFixture& f)
{
    for (const auto* field : f.window.findChildren<widgets::FieldEdit*>()) {
        const auto binding = field->binding();
        if (field->edit() == QApplication::focusWidget() && binding && field->isVisible())
            return std::string(binding->field.id);
    }
    return {};
}

}  // namespace

TEST_CASE("a link goes to the field, whatever stage, view and switch it lies behind")
{
    WindowFixture f;
    f.workspace.chooseStation(5);
    f.trigger(widgets::stageCommand(calls::Stage::Cut));
    for (const char* field : {"bore", "rod", "peak-rpm", "valve-diameter", "pilot", "short-side-height", "straight",
                              "room-left", "guide", "plan-fin", "bore-edge", "chamber-wall", "temperature"}) {
        CAPTURE(field);
        CHECK(f.window.putHandInto(field));
        f.settle();
        CHECK(fieldInHand(f) == field);
    }
    CHECK_FALSE(f.window.putHandInto("nothing-of-the-kind"));
}

TEST_CASE("of two cams the link takes the one that is not known")
{
    WindowFixture f;
    REQUIRE(f.workspace.document().apply("no cam", [](job::Job& j) { j.engine.exhaustCam.centreline.reset(); }));
    REQUIRE(f.window.putHandInto("centreline"));
    f.settle();
    CHECK(fieldInHand(f) == "centreline");
    CHECK(qobject_cast<QLineEdit*>(QApplication::focusWidget())->text().isEmpty());
}

TEST_CASE("missing numbers of the engine stand as links beside the wanted area, and are followed and typed")
{
    WindowFixture f;
    REQUIRE(f.workspace.document().apply("no bore", [](job::Job& j) {
        j.engine.bore.reset();
        j.engine.peakRpm.reset();
    }));
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    f.settle();
    QLabel* note = nullptr;
    for (auto* label : f.window.findChildren<QLabel*>()) {
        if (label->isVisible() && label->text().contains("field:bore"))
            note = label;
    }
    REQUIRE(note);
    CHECK(note->text().contains("field:peak-rpm"));
    CHECK(note->textFormat() == Qt::RichText);  // else its marks would be read as words
    emit note->linkActivated("field:bore");
    f.settle();
    REQUIRE(fieldInHand(f) == "bore");
    f.typeAndEnter("94");
    CHECK(inMm(*f.workspace.job().engine.bore) == Approx(94));
    REQUIRE(f.workspace.document().apply("peak", [](job::Job& j) { j.engine.peakRpm = rotationFromRpm(7000); }));
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    f.find<widgets::ShapePage>("shapePage")->showView(widgets::ShapePage::View::Area);
    f.settle();
    CHECK_FALSE(note->text().contains("field:"));
    f.trigger(widgets::stageCommand(calls::Stage::Cut));
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("every field that a missing thing names is one of the register, with a form that has it")
{
    WindowFixture f;
    f.workspace.chooseStation(5);
    std::set<std::string> named;
    for (const std::string& id : words::Catalogue::english().ids()) {
        if (!id.starts_with("missing."))
            continue;
        for (const std::string_view field : widgets::fieldsFor(say(id)))
            named.insert(std::string(field));
    }
    CHECK(named.size() > 15);
    for (const std::string& field : named) {
        CAPTURE(field);
        CHECK(f.window.putHandInto(field));
    }
}

TEST_CASE("a picture that misses something has the link laid over it, until it is there")
{
    WindowFixture f;
    REQUIRE(f.workspace.document().apply("no bore", [](job::Job& j) { j.engine.bore.reset(); }));
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    auto* survey = f.find<widgets::SurveyPage>("surveyPage");
    survey->showTab(widgets::SurveyPage::Tab::ValveEnd);
    survey->showInBore();
    f.settle();
    auto* canvas = f.find<QWidget>("boreCanvas");
    auto* over = canvas->findChild<QLabel*>(QStringLiteral("missingHere"));
    REQUIRE(over);
    REQUIRE(over->isVisible());
    CHECK(over->size() == canvas->size());
    CHECK(over->text().contains("field:bore"));
    emit over->linkActivated("field:bore");
    f.settle();
    REQUIRE(fieldInHand(f) == "bore");
    f.typeAndEnter("94");
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    f.settle();
    CHECK_FALSE(over->isVisible());
    // The cylinder's pressure and filling, too.
    REQUIRE(f.workspace.document().apply("no rod", [](job::Job& j) { j.engine.rod.reset(); }));
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    f.find<widgets::ShapePage>("shapePage")->showView(widgets::ShapePage::View::Filling);
    f.finishEngine();
    int linked = 0;
    for (const auto* label : f.window.findChildren<QLabel*>(QStringLiteral("missingHere")))
        linked += label->isVisible() && label->text().contains("field:rod") ? 1 : 0;
    CHECK(linked > 0);
}
