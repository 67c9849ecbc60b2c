// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "app/entry_table.hpp"

namespace euryth::app {

/// A table whose rows are the entries of a list somewhere in the job, told by functions.
class RowTable : public EntryTable {
    Q_OBJECT

public:
    struct Source {
        std::vector<QString> columns;
        std::function<int()> rows;
        /// The binding of a cell; one without `get` is a worked-out cell.
        std::function<FieldBinding(int row, int column)> binding;
        std::function<QString(int row, int column)> computed;
        bool goesDown = false;  ///< Enter goes to the next row
    };
    RowTable(Workspace& workspace, Source source, QObject* parent = nullptr);

    /// Looks again at how many rows there are; by itself it does when the job or what is chosen in it has changed.
    void follow();

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : m_rows; }
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] bool goesDown() const override { return m_source.goesDown; }

protected:
    [[nodiscard]] FieldBinding bindingAt(const QModelIndex& index) const override;
    [[nodiscard]] QString computedText(const QModelIndex& index) const override;

private:
    Source m_source;
    int m_rows = 0;
    std::optional<std::size_t> m_port;
    std::optional<std::size_t> m_station;
};

/// The seat's cuts of the chosen port, from outside in, with the diameters and depths that they make.
RowTable* makeSeatTable(Workspace& workspace, QObject* parent);
/// The job's chambers with the compression ratio that each gives.
RowTable* makeChamberTable(Workspace& workspace, QObject* parent);
/// The places of what is joined to the chosen port's window, with the area there and by how much it asks to be opened
/// all round. The places are rounded rectangles or round.
RowTable* makeJoinedTable(Workspace& workspace, QObject* parent);
/// The calibration plates of the bench at which one works, with their flow and the factor that each gives.
RowTable* makePlateTable(Workspace& workspace, QObject* parent);
/// What that bench still read when it was closed.
RowTable* makeLeakTable(Workspace& workspace, QObject* parent);
/// Index of that bench in the job; nothing where it is not written down.
std::optional<std::size_t> benchIndex(const job::Job& job);
/// The corners of the chosen station's traced outline.
RowTable* makeOutlineTable(Workspace& workspace, QObject* parent);

}  // namespace euryth::app
