// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <utility>

#include <QAbstractTableModel>

#include "app/binding.hpp"
#include "app/workspace.hpp"

namespace euryth::app {

/// A table of numbers that people type into. What cannot be read stays in its cell, marked, with the reason, and
/// nothing is computed from it.
///
/// - every cell shows the job's value, or a text that was typed and refused;
/// - a refused text goes when its cell is set rightly, or with dismiss().
class EntryTable : public QAbstractTableModel {
    Q_OBJECT

public:
    enum Role {
        RefusedRole = Qt::UserRole + 1,  ///< bool: the cell holds a refused text
        ReasonRole,                      ///< QString: why
        ComputedRole,                    ///< bool: worked out, cannot be typed
        UnknownRole                      ///< bool: nothing is known here
    };

    explicit EntryTable(Workspace& workspace, QObject* parent = nullptr);

    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;

    /// What a cell is, in words, and its unit, for a read-out ("width", "mm"); empty for a worked-out cell.
    [[nodiscard]] std::pair<QString, QString> meaningOf(const QModelIndex& index) const;

    /// Forgets a refused text, so that the cell shows the job's value again.
    void dismiss(const QModelIndex& index);
    [[nodiscard]] bool hasRefused() const { return !m_refused.empty(); }

    /// The chosen row, to follow the station chosen elsewhere; and what to do when a cell is chosen here.
    [[nodiscard]] virtual std::optional<QModelIndex> chosen() const { return std::nullopt; }
    virtual void choose(const QModelIndex&) {}
    /// True where chosen() says the column too; else the hand stays in its column.
    [[nodiscard]] virtual bool choosesColumn() const { return false; }
    /// True where one types down a column, so that Enter goes to the next row; else to the next cell.
    [[nodiscard]] virtual bool goesDown() const { return false; }

signals:
    void refused(const QModelIndex& index, const QString& reason);
    void accepted(const QModelIndex& index);

protected:
    [[nodiscard]] Workspace& workspace() const { return m_workspace; }
    /// The binding of an editable cell; a binding without `get` marks a computed cell.
    [[nodiscard]] virtual FieldBinding bindingAt(const QModelIndex& index) const = 0;
    /// Text of a computed cell.
    [[nodiscard]] virtual QString computedText(const QModelIndex&) const { return {}; }
    /// Puts typed text into the job; returns what is wrong, or an empty text.
    virtual QString commitAt(const QModelIndex& index, const QString& text);
    /// To be called when rows or columns are others than before.
    void resetAll();
    void valuesChanged();

private:
    struct RefusedText {
        QString text;
        QString reason;
    };
    using Cell = std::pair<int, int>;
    [[nodiscard]] const RefusedText* refusedAt(const QModelIndex& index) const;

    Workspace& m_workspace;
    std::map<Cell, RefusedText> m_refused;
};

/// The stations of the chosen port, a row each.
class StationTable : public EntryTable {
    Q_OBJECT

public:
    enum class Columns { Sections, Walls };
    StationTable(Workspace& workspace, Columns columns, QObject* parent = nullptr);

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] std::optional<QModelIndex> chosen() const override;
    void choose(const QModelIndex& index) override;
    [[nodiscard]] bool choosesColumn() const override;

    /// Column of the net area in the sections table.
    static constexpr int kAreaColumn = 7;

protected:
    [[nodiscard]] FieldBinding bindingAt(const QModelIndex& index) const override;
    [[nodiscard]] QString computedText(const QModelIndex& index) const override;

private:
    void follow();
    [[nodiscard]] FieldBinding sectionBinding(std::size_t port, std::size_t station, int column) const;
    [[nodiscard]] FieldBinding wallBinding(std::size_t port, std::size_t station, std::size_t sector) const;

    Columns m_columns;
    std::optional<std::size_t> m_port;
    int m_rows = 0;
};

/// The readings of the chosen probe set, laid out as they lie in the section (roof on top, left on the left) when they
/// form a grid, else one below the other.
class ProbeTable : public EntryTable {
    Q_OBJECT

public:
    explicit ProbeTable(Workspace& workspace, QObject* parent = nullptr);

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : m_rows; }
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override
    {
        return parent.isValid() ? 0 : m_columns;
    }
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] std::optional<QModelIndex> chosen() const override;
    void choose(const QModelIndex& index) override;
    [[nodiscard]] bool choosesColumn() const override { return true; }
    /// Index of the reading in a cell.
    [[nodiscard]] std::size_t readingAt(const QModelIndex& index) const;

protected:
    [[nodiscard]] FieldBinding bindingAt(const QModelIndex& index) const override;
    QString commitAt(const QModelIndex& index, const QString& text) override;

private:
    void follow();

    std::optional<std::pair<std::size_t, std::size_t>> m_set;  ///< port and probe set that are laid out
    std::vector<std::size_t> m_layout;                         ///< reading of each cell, row by row
    std::vector<QString> m_rowNames;
    std::vector<QString> m_columnNames;
    int m_rows = 0;
    int m_columns = 0;
};

}  // namespace euryth::app
