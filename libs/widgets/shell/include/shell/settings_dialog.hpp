// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

#include "app/preferences.hpp"
#include "kit/stage.hpp"

class QCheckBox;
class QComboBox;
class QLabel;
class QPushButton;
class QSpinBox;
class QTableWidget;

namespace euryth::widgets {

/// What the settings can choose among.
struct SettingsChoices {
    const std::vector<StageInfo>& stages;
    const std::vector<Command>& commands;
};

/// Units, look, habits and shortcuts. Nothing is taken before OK; a clash of shortcuts is told, and is not taken.
class SettingsDialog : public QDialog {
    Q_OBJECT

public:
    SettingsDialog(app::Preferences preferences, const SettingsChoices& choices, QWidget* parent = nullptr);
    [[nodiscard]] app::Preferences preferences() const;

private:
    QWidget* makeUnits();
    QWidget* makeLook();
    QWidget* makeHabits(const SettingsChoices& choices);
    QWidget* makeKeys(const SettingsChoices& choices);
    void fillUnits();
    void takeUnits();
    void showClashes();

    app::Preferences m_preferences;
    const std::vector<Command>& m_commands;
    QComboBox* m_system = nullptr;
    QTableWidget* m_units = nullptr;
    QComboBox* m_style = nullptr;
    QComboBox* m_colours = nullptr;
    QSpinBox* m_size = nullptr;
    QCheckBox* m_big = nullptr;
    QComboBox* m_stage = nullptr;
    QSpinBox* m_save = nullptr;
    QComboBox* m_language = nullptr;
    QTableWidget* m_keys = nullptr;
    QLabel* m_clash = nullptr;
    QPushButton* m_ok = nullptr;
    bool m_filling = false;
};

}  // namespace euryth::widgets
