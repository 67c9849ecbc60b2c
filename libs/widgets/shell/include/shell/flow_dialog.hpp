// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

#include "imports/flow_import.hpp"
#include "kit/prompts.hpp"

class QComboBox;
class QDialogButtonBox;
class QLabel;
class QTableWidget;

namespace euryth::widgets {

/// A flow test out of a table: its columns and units as they were guessed, to be changed; what would be taken, and what
/// cannot be read with its place.
class FlowDialog : public QDialog {
    Q_OBJECT

public:
    FlowDialog(Context context, const QString& text, QWidget* parent = nullptr);
    [[nodiscard]] const std::vector<job::FlowPoint>& points() const { return m_import.points; }
    [[nodiscard]] bool usable() const { return m_import.troubles.empty() && !m_import.points.empty(); }

private:
    void addChoices(imports::FlowUnits guessed);
    void reread();
    void showTable();

    Context m_context;
    std::vector<imports::Row> m_rows;
    std::vector<imports::FlowColumn> m_columns;
    imports::FlowImport m_import;
    std::vector<QComboBox*> m_kinds;
    QComboBox* m_lifts;
    QComboBox* m_flows;
    QTableWidget* m_table;
    QLabel* m_summary;
    QDialogButtonBox* m_buttons;
};

}  // namespace euryth::widgets
