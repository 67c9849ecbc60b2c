// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

#include "imports/flow_import.hpp"
#include "imports/probe_import.hpp"
#include "imports/touch_import.hpp"
#include "kit/prompts.hpp"

class QComboBox;
class QDialogButtonBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QTableWidget;

namespace euryth::widgets {

/// A table out of another program: what its columns hold and what its numbers without a unit are in, as they were
/// guessed, to be changed; what would be taken, and what cannot be read with its place.
class TableDialog : public QDialog {
    Q_OBJECT

public:
    /// There is something in it that can be taken.
    [[nodiscard]] bool usable() const { return m_usable; }

protected:
    /// What came of a reading.
    struct Read {
        const std::vector<imports::CellTrouble>* troubles = nullptr;
        QString summary;
        bool usable = false;
    };

    /// Objects are named after `name`: nameSummary, namePreview.
    TableDialog(Context context, const QString& table, const char* name, QWidget* parent);
    [[nodiscard]] Context context() const { return m_context; }
    [[nodiscard]] const std::vector<imports::Row>& rows() const { return m_rows; }
    QComboBox* addChoice(const QString& label, const char* name, const QStringList& options, int chosen);
    QComboBox* addLengthUnit(const char* name);
    QLineEdit* addField(const QString& label, const char* name, const QString& placeholder);
    /// The units on screen, but of this system and nobody's own.
    [[nodiscard]] units::DisplayUnits unitsOf(const QComboBox* inchSecond) const;
    /// What the columns are, by index in the list of names.
    template <class Column>
    [[nodiscard]] std::vector<Column> columns() const
    {
        std::vector<Column> all;
        for (const int chosen : chosenColumns())
            all.push_back(static_cast<Column>(chosen));
        return all;
    }
    /// Lays the table out, and reads it for the first time; the last thing that a constructor does.
    template <class Column>
    void begin(const QString& accept, const std::vector<Column>& guess, std::size_t kinds)
    {
        QStringList names;
        for (std::size_t i = 0; i < kinds; ++i)
            names << shownName(nameOf(static_cast<Column>(i)));
        std::vector<int> indices;
        for (const Column column : guess)
            indices.push_back(static_cast<int>(column));
        layOut(accept, names, indices);
    }
    virtual Read read() = 0;
    void reread();

private:
    [[nodiscard]] std::vector<int> chosenColumns() const;
    static QString shownName(const Phrase& phrase);
    void layOut(const QString& accept, const QStringList& names, const std::vector<int>& guess);
    void markTroubles(const std::vector<imports::CellTrouble>& troubles);

    Context m_context;
    std::vector<imports::Row> m_rows;
    QFormLayout* m_form;
    QTableWidget* m_table;
    std::vector<QComboBox*> m_kinds;
    QLabel* m_summary;
    QDialogButtonBox* m_buttons;
    bool m_usable = false;
};

/// Stations, a row each.
class StationTableDialog : public TableDialog {
    Q_OBJECT

public:
    StationTableDialog(Context context, const QString& table, QWidget* parent = nullptr);
    [[nodiscard]] const std::vector<job::Station>& stations() const { return m_import.stations; }

private:
    Read read() override;

    imports::StationImport m_import;
    QComboBox* m_units;
};

/// Sections by several points each.
class TouchTableDialog : public TableDialog {
    Q_OBJECT

public:
    TouchTableDialog(Context context, const QString& table, QWidget* parent = nullptr);
    [[nodiscard]] const std::vector<job::Station>& stations() const { return m_import.stations; }

private:
    Read read() override;

    imports::TouchImport m_import;
    QComboBox* m_units;
    QLineEdit* m_ball;
};

/// A flow test, a row a lift.
class FlowTableDialog : public TableDialog {
    Q_OBJECT

public:
    FlowTableDialog(Context context, const QString& table, QWidget* parent = nullptr);
    [[nodiscard]] const std::vector<job::FlowPoint>& points() const { return m_import.points; }

private:
    Read read() override;

    imports::FlowImport m_import;
    QComboBox* m_lifts;
    QComboBox* m_flows;
};

/// Probe sets, a row a reading.
class ProbeTableDialog : public TableDialog {
    Q_OBJECT

public:
    ProbeTableDialog(Context context, const QString& table, QWidget* parent = nullptr);
    /// Those at a station of the chosen port.
    [[nodiscard]] const std::vector<job::ProbeSet>& sets() const { return m_sets; }

private:
    Read read() override;

    imports::ProbeImport m_import;
    std::vector<job::ProbeSet> m_sets;
    QComboBox* m_units;
};

}  // namespace euryth::widgets
