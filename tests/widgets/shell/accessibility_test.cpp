// SPDX-License-Identifier: GPL-3.0-or-later
// For people who hear the window, or see it with less contrast.
#include "support/window_fixture.hpp"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QAccessible>
#include <QComboBox>

#include "kit/canvas.hpp"

namespace {

/// Visits every view of every stage as it is on screen.
template <class Visit>
void forEachView(WindowFixture& f, const Visit& visit)
{
    for (std::size_t i = 0; i < f.window.stages().size(); ++i) {
        const auto& stage = f.window.stages()[i];
        const int views = std::max(1, static_cast<int>(f.window.pageOf(i).views().size()));
        for (int view = 0; view < views; ++view) {
            f.window.showView(stage.id, view);
            f.settle();
            visit(QString::fromLatin1(stage.id.key.data()) + QStringLiteral(" %1").arg(view));
        }
    }
}

bool isControl(const QWidget& widget)
{
    return qobject_cast<const QAbstractButton*>(&widget) || qobject_cast<const QLineEdit*>(&widget) ||
           qobject_cast<const QComboBox*>(&widget) || qobject_cast<const QAbstractItemView*>(&widget) ||
           widget.inherits("QAbstractSpinBox") || widget.inherits("QAbstractSlider");
}

/// Parts of a control that belong to it, such as the field in a box of choices.
bool isPartOfAnother(const QWidget& widget)
{
    const QWidget* parent = widget.parentWidget();
    return parent &&
           (qobject_cast<const QComboBox*>(parent) || parent->inherits("QAbstractSpinBox") ||
            parent->inherits("QScrollBar") || parent->inherits("QAbstractItemView") ||
            parent->inherits("QAbstractScrollArea") || widget.inherits("QScrollBar") || widget.inherits("QHeaderView"));
}

}  // namespace

TEST_CASE("every control of every view has a name for a screen reader, and a role")
{
    WindowFixture f;
    QStringList nameless;
    forEachView(f, [&](const QString& view) {
        for (QWidget* widget : f.window.findChildren<QWidget*>()) {
            if (!widget->isVisible() || !isControl(*widget) || isPartOfAnother(*widget))
                continue;
            QAccessibleInterface* spoken = QAccessible::queryAccessibleInterface(widget);
            REQUIRE(spoken);
            CHECK(spoken->role() != QAccessible::NoRole);
            if (spoken->text(QAccessible::Name).trimmed().isEmpty())
                nameless << QStringLiteral("%1: %2 \"%3\"")
                                .arg(view, widget->metaObject()->className(), widget->objectName());
        }
    });
    nameless.removeDuplicates();
    INFO(nameless.join('\n').toStdString());
    CHECK(nameless.isEmpty());
}

TEST_CASE("every picture has a name and tells what it shows, and what is chosen")
{
    WindowFixture f;
    QStringList silent;
    forEachView(f, [&](const QString& view) {
        for (auto* canvas : f.window.findChildren<widgets::Canvas*>()) {
            if (!canvas->isVisible())
                continue;
            QAccessibleInterface* spoken = QAccessible::queryAccessibleInterface(canvas);
            REQUIRE(spoken);
            if (spoken->text(QAccessible::Name).isEmpty() || spoken->text(QAccessible::Description).isEmpty())
                silent << QStringLiteral("%1: %2").arg(view, canvas->objectName());
        }
    });
    silent.removeDuplicates();
    INFO(silent.join('\n').toStdString());
    CHECK(silent.isEmpty());

    f.window.showView(calls::Stage::Survey, 0);
    f.settle();
    widgets::SectionCanvas* section = nullptr;
    for (auto* one : f.window.findChildren<widgets::SectionCanvas*>()) {
        if (one->isVisible())
            section = one;
    }
    REQUIRE(section);
    f.workspace.chooseStation(2);
    f.settle();
    const QString third = section->accessibleDescription();
    CHECK(third.contains("Station 3"));
    f.workspace.chooseStation(4);
    f.settle();
    CHECK(section->accessibleDescription().contains("Station 5"));
    CHECK(f.find<QWidget>("rack")->accessibleDescription().startsWith("chosen: I1"));
}

TEST_CASE("texts stand out by 4.5 to 1 in both styles, measured from the pictures")
{
    WindowFixture f;
    for (const bool dark : {false, true}) {
        CAPTURE(dark);
        f.look.setStyle(dark ? drawing::Style::NightShift : drawing::Style::Paper);
        f.settle();
        QStringList weak;
        forEachView(f, [&](const QString& view) {
            const QImage picture = f.window.grab().toImage();
            for (auto* label : f.window.findChildren<QLabel*>()) {
                if (!label->isVisible() || label->text().trimmed().isEmpty() || !label->isEnabled() ||
                    label->textFormat() == Qt::RichText)
                    continue;
                // What is scrolled away or cut off is read after scrolling.
                const QRect seenPart = label->visibleRegion().boundingRect();
                const QRect box = seenPart.translated(label->mapTo(&f.window, QPoint())).intersected(picture.rect());
                if (box.height() < label->fontMetrics().height())
                    continue;
                // The ground is what most pixels have; the ink is what is farthest from it.
                std::map<QRgb, int> seen;
                for (int y = box.top(); y <= box.bottom(); ++y) {
                    for (int x = box.left(); x <= box.right(); ++x)
                        ++seen[picture.pixel(x, y)];
                }
                if (seen.size() < 2)
                    continue;  // covered, or scrolled away
                const QColor ground(std::ranges::max_element(seen, {}, [](const auto& s) { return s.second; })->first);
                double best = 1.0;
                for (const auto& [rgb, count] : seen)
                    best = std::max(best, drawing::contrast(ground, QColor(rgb)));
                if (best < 4.5)
                    weak << QStringLiteral("%1: \"%2\" %3").arg(view, label->text().left(30)).arg(best, 0, 'f', 2);
            }
        });
        weak.removeDuplicates();
        INFO(weak.join('\n').toStdString());
        CHECK(weak.isEmpty());
    }
    f.look.setStyle(drawing::Style::Paper);  // it is the whole application's
}
