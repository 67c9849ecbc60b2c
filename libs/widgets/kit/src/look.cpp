// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/look.hpp"

#include <QApplication>
#include <QPalette>
#include <QStyleFactory>
#include <QWidget>
#include <utility>

static void initialiseIconResources() { Q_INIT_RESOURCE(icons); }

namespace euryth::widgets {

namespace {

/// Roles of the palette that nothing else uses; a label that has one follows the palette by itself.
QPalette::ColorRole roleOf(Tone tone)
{
    switch (tone) {
    case Tone::Quiet: return QPalette::PlaceholderText;
    case Tone::Danger: return QPalette::BrightText;
    case Tone::Warning: return QPalette::LinkVisited;
    case Tone::Plain: break;
    }
    return QPalette::WindowText;
}

QPalette paletteOf(const drawing::Theme& t)
{
    QPalette p;
    p.setColor(QPalette::Window, t.ground);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.field);
    p.setColor(QPalette::AlternateBase, t.panel);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.panel);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.now);
    p.setColor(QPalette::HighlightedText, t.onNow);
    p.setColor(QPalette::ToolTipBase, t.panel);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::Link, t.now);
    p.setColor(QPalette::Mid, t.line);
    p.setColor(roleOf(Tone::Quiet), t.ink2);
    p.setColor(roleOf(Tone::Danger), t.danger);
    p.setColor(roleOf(Tone::Warning), t.metal);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        p.setColor(QPalette::Disabled, role, t.ink2);
    return p;
}

/// The style sheet with @names replaced by the theme's colours.
QString sheetOf(const drawing::Theme& t)
{
    QString sheet = QStringLiteral(R"(
QFrame#panel, QFrame#card { background: @panel; border: 1px solid @line; border-radius: 4px; }
QFrame#card[severity="0"] { border-left: 4px solid @danger; }
QFrame#card[severity="1"] { border-left: 4px solid @metal; }
QFrame#card[severity="2"] { border-left: 4px solid @line; }
QWidget#topBar, QWidget#benchStrip { background: @panel; }
QWidget#topBar { border-bottom: 1px solid @line; }
QWidget#benchStrip { border-top: 1px solid @line; }
QWidget#benchStrip QLabel, QWidget#topBar QLabel { background: transparent; border: none; }
QMenuBar { background: transparent; border: none; }
QMenuBar::item { padding: 8px 9px; border-radius: 4px; background: transparent; }
QMenuBar::item:selected { background: @nowSoft; }
QMenu { background: @panel; border: 1px solid @line; padding: 4px; }
QMenu::item { padding: 6px 22px 6px 14px; border-radius: 3px; }
QMenu::item:selected { background: @nowSoft; color: @ink; }
QMenu::item:disabled { color: @ink2; }
QMenu::separator { height: 1px; background: @line; margin: 4px 8px; }
QPushButton { background: @panel; border: 1px solid @line; border-radius: 4px; padding: 4px 12px; min-height: 22px; }
QPushButton:hover { border-color: @now; }
QPushButton:focus { border: 2px solid @now; padding: 3px 11px; }
QPushButton:checked, QPushButton[primary="true"] { background: @now; color: @onNow; border-color: @now; }
QPushButton[switch="true"] { padding: 4px 5px; }
QPushButton[switch="true"]:focus { padding: 3px 4px; }
QPushButton:disabled { color: @ink2; background: @ground; }
QPushButton[link="true"] { background: transparent; border: none; color: @now; padding: 2px; text-align: left;
    min-height: 20px; }
QPushButton[link="true"]:hover, QPushButton[link="true"]:focus { text-decoration: underline; }
QLineEdit { background: @field; border: 1px solid @line; border-radius: 3px; padding: 1px 6px; min-height: 21px;
    selection-background-color: @now; selection-color: @onNow; }
QLineEdit:focus { border: 2px solid @now; padding: 1px 5px; }
QLineEdit[refused="true"] { border: 2px solid @danger; padding: 1px 5px; }
QTableView, QListWidget { background: @field; border: 1px solid @line; border-radius: 3px; gridline-color: @line;
    selection-background-color: @now; selection-color: @onNow; }
QTableView QLineEdit { border: 2px solid @now; border-radius: 0; padding: 0 3px; min-height: 0; }
QHeaderView { background: @panel; border: none; }
QHeaderView::section { background: @panel; color: @ink2; border: none; border-right: 1px solid @line;
    border-bottom: 1px solid @line; padding: 3px 1px; }
QTableCornerButton::section { background: @panel; border: none; border-right: 1px solid @line;
    border-bottom: 1px solid @line; }
QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; border: none; }
QScrollBar:vertical { background: transparent; width: 10px; }
QScrollBar:horizontal { background: transparent; height: 10px; }
QScrollBar::handle { background: @line; border-radius: 4px; min-height: 24px; min-width: 24px; margin: 1px; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QToolTip { background: @panel; color: @ink; border: 1px solid @line; padding: 4px; }
QComboBox { background: @field; border: 1px solid @line; border-radius: 3px; padding: 2px 6px; min-height: 22px; }
QComboBox:focus { border: 2px solid @now; padding: 1px 5px; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url(:/icons/down.png); width: 10px; height: 6px; }
QCheckBox, QRadioButton { min-height: 21px; spacing: 6px; }
QCheckBox:focus, QRadioButton:focus { color: @now; }
QCheckBox::indicator, QRadioButton::indicator, QTableView::indicator, QListWidget::indicator { background: @field;
    border: 1px solid @ink2; border-radius: 3px; width: 13px; height: 13px; }
QRadioButton::indicator { border-radius: 7px; }
QCheckBox::indicator:checked, QRadioButton::indicator:checked, QTableView::indicator:checked,
QListWidget::indicator:checked { background: @now; border-color: @now; image: url(:/icons/tick-@tick.png); }
QCheckBox::indicator:disabled, QRadioButton::indicator:disabled { border-color: @line; }
QDialogButtonBox { dialogbuttonbox-buttons-have-icons: 0; }
QTextBrowser { background: @panel; border: none; }
)");
    const std::pair<const char*, QColor> names[] = {
        {"@nowSoft", t.nowSoft}, {"@onNow", t.onNow},   {"@now", t.now},     {"@panel", t.panel},
        {"@line", t.line},       {"@danger", t.danger}, {"@metal", t.metal}, {"@ground", t.ground},
        {"@ink2", t.ink2},       {"@ink", t.ink},       {"@field", t.field}};
    sheet.replace(QLatin1String("@tick"),
                  QLatin1String(t.onNow.lightnessF() > 0.5F ? "white" : "black"));  // on what is ticked
    for (const auto& [name, colour] : names)
        sheet.replace(QLatin1String(name), colour.name());
    return sheet;
}

}  // namespace

void Look::setStyle(drawing::Style style)
{
    if (style == m_style)
        return;
    m_style = style;
    apply();
    emit changed();
}

void Look::setBigDigits(bool big)
{
    if (big == m_bigDigits)
        return;
    m_bigDigits = big;
    emit changed();
}

void Look::setSpeedColours(drawing::SpeedColours colours)
{
    if (drawing::speedColours() == colours)
        return;
    drawing::setSpeedColours(colours);
    emit changed();
}

void setTone(QWidget* label, Tone tone) { label->setForegroundRole(roleOf(tone)); }

void Look::apply()
{
    // Each of these goes through all widgets, so that what stays is not set again.
    if (!std::exchange(m_applied, true)) {
        initialiseIconResources();
        QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
        QApplication::setFont(drawing::font(drawing::text::kNormal));
    }
    QApplication::setPalette(paletteOf(theme()));
    qApp->setStyleSheet(sheetOf(theme()));
}

}  // namespace euryth::widgets
