// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/window_fixture.hpp"

#include "cut/cut_page.hpp"
#include "kit/choice_edit.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "survey/survey_page.hpp"

using widgets::CommandId;
using Tab = widgets::SurveyPage::Tab;

namespace {

[[maybe_unused]] void show(WindowFixture& f, Tab tab)
{
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    f.find<widgets::SurveyPage>("surveyPage")->showTab(tab);
    f.settle();
}

[[maybe_unused]] void goTo(widgets::EntryView* view, int row, int column)
{
    view->setFocus();
    view->setCurrentIndex(view->model()->index(row, column));
    WindowFixture::settle();
}

const job::Port& port(WindowFixture& f) { return *f.workspace.port(); }

/// The number field with this label that is on screen.
widgets::FieldEdit* numberField(WindowFixture& f, const QString& label)
{
    for (auto* edit : f.window.findChildren<widgets::FieldEdit*>()) {
        for (const auto* text : edit->findChildren<QLabel*>()) {
            if (edit->isVisible() && text->text() == label)
                return edit;
        }
    }
    FAIL("no field " << label.toStdString());
    return nullptr;
}

[[maybe_unused]] void fill(WindowFixture& f, const QString& label, const QString& value)
{
    auto* edit = numberField(f, label)->edit();
    edit->setFocus();
    f.settle();
    edit->selectAll();
    f.typeAndEnter(value);
}

}  // namespace
