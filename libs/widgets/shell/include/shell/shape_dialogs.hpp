// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

#include "imports/lift_import.hpp"
#include "kit/prompts.hpp"
#include "paper/bench_sheets.hpp"

class QCheckBox;
class QComboBox;
class QDialogButtonBox;
class QLabel;

namespace euryth::widgets {

/// Reads a lift table and says what it found before it is taken.
class LiftDialog : public QDialog {
    Q_OBJECT

public:
    LiftDialog(Context context, const QString& text, QWidget* parent = nullptr);
    [[nodiscard]] LiftRequest request() const;
    [[nodiscard]] bool usable() const { return m_import.troubles.empty(); }

private:
    void reread();

    Context m_context;
    std::vector<imports::Row> m_rows;
    imports::LiftImport m_import;
    QComboBox* m_whose;
    QComboBox* m_angles;
    QComboBox* m_units;
    QLabel* m_summary;
    QDialogButtonBox* m_buttons;
};

/// What another set of house rules would change at the chosen port, and why one would want it.
class HouseDialog : public QDialog {
    Q_OBJECT

public:
    HouseDialog(Context context, const job::House& house, QWidget* parent = nullptr);
};

/// Which sheets go into a file.
class PaperDialog : public QDialog {
    Q_OBJECT

public:
    explicit PaperDialog(QWidget* parent = nullptr);
    [[nodiscard]] SheetRequest request() const;

private:
    [[nodiscard]] paper::Parts parts() const;
    void check();

    QCheckBox* m_plan;
    QCheckBox* m_scribe;
    QCheckBox* m_window;
    QCheckBox* m_cuts;
    QCheckBox* m_templates;
    QCheckBox* m_flow;
    QDialogButtonBox* m_buttons;
    QPushButton* m_print;
    bool m_printed = false;
};

}  // namespace euryth::widgets
