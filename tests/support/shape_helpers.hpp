// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"
#include "shape/shape_page.hpp"
#include "support/window_fixture.hpp"

/// The Shape stage with one of its views.
inline void showShape(WindowFixture& f, widgets::ShapePage::View view)
{
    f.trigger(widgets::stageCommand(calls::Stage::Shape));
    f.find<widgets::ShapePage>("shapePage")->showView(view);
    f.settle();
}

/// Types a number into a field found by its name; an empty text empties it.
inline void typeInto(WindowFixture& f, const char* name, const QString& text)
{
    auto* field = f.find<widgets::FieldEdit>(name);
    field->edit()->setFocus();
    f.settle();
    field->edit()->selectAll();
    if (text.isEmpty())
        f.press(Qt::Key_Delete);
    f.typeAndEnter(text);
    f.settle();
}
