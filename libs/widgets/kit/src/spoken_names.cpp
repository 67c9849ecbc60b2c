// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/spoken_names.hpp"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QAbstractSlider>
#include <QAbstractSpinBox>
#include <QComboBox>
#include <QLineEdit>
#include <QScrollBar>

#include "kit/parts.hpp"

namespace euryth::widgets {

namespace {

bool isControl(const QWidget& widget)
{
    if (qobject_cast<const QScrollBar*>(&widget) || widget.inherits("QHeaderView"))
        return false;
    const auto* button = qobject_cast<const QAbstractButton*>(&widget);
    return (button && button->text().isEmpty()) || qobject_cast<const QAbstractItemView*>(&widget) ||
           qobject_cast<const QAbstractSlider*>(&widget) || qobject_cast<const QAbstractSpinBox*>(&widget) ||
           qobject_cast<const QComboBox*>(&widget) || qobject_cast<const QLineEdit*>(&widget);
}

QString textOf(const QLayoutItem& item)
{
    const auto* label = qobject_cast<const QLabel*>(const_cast<QLayoutItem&>(item).widget());
    return label ? label->text().trimmed() : QString();
}

/// The layout in which an item is, somewhere below `layout`, and where.
std::pair<QLayout*, int> placeOf(QLayout* layout, const QWidget& widget)
{
    for (int i = 0; layout && i < layout->count(); ++i) {
        QLayoutItem* item = layout->itemAt(i);
        if (item->widget() == &widget)
            return {layout, i};
        if (const auto inner = placeOf(item->layout(), widget); inner.first)
            return inner;
    }
    return {nullptr, 0};
}

QString labelBefore(const QWidget& widget)
{
    const QWidget* parent = widget.parentWidget();
    const auto [layout, at] = placeOf(parent ? parent->layout() : nullptr, widget);
    for (int i = at - 1; layout && i >= 0; --i) {
        if (const QString text = textOf(*layout->itemAt(i)); !text.isEmpty())
            return text;
    }
    return {};
}

QString panelOf(const QWidget& widget)
{
    for (const QWidget* w = widget.parentWidget(); w; w = w->parentWidget()) {
        if (const auto* panel = qobject_cast<const Panel*>(w); panel && !panel->title().isEmpty())
            return panel->title();
    }
    return {};
}

}  // namespace

void nameControls(QWidget& root)
{
    for (QWidget* widget : root.findChildren<QWidget*>()) {
        if (!isControl(*widget) || !widget->accessibleName().isEmpty())
            continue;
        const auto* line = qobject_cast<const QLineEdit*>(widget);
        for (const QString& name : {labelBefore(*widget), line ? line->placeholderText() : QString(), panelOf(*widget),
                                    widget->toolTip().section(QLatin1Char('.'), 0, 0)}) {
            if (name.isEmpty())
                continue;
            widget->setAccessibleName(name);
            break;
        }
    }
}

}  // namespace euryth::widgets
