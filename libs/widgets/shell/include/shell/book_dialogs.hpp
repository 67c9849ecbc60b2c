// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

#include "kit/prompts.hpp"

class QCheckBox;
class QComboBox;
class QListWidget;
class QPlainTextEdit;

namespace euryth::widgets {

/// Which sheet of the book, with what on it.
class BookDialog : public QDialog {
    Q_OBJECT

public:
    explicit BookDialog(QWidget* parent = nullptr);
    [[nodiscard]] BookRequest request() const;

private:
    void follow();

    QComboBox* m_sheet;
    QCheckBox* m_customer;
    QPushButton* m_print;
    bool m_printed = false;
    std::vector<std::pair<QCheckBox*, bool paper::CustomerParts::*>> m_parts;
};

/// The earlier versions of a job, newest first, and what has changed since.
class EarlierDialog : public QDialog {
    Q_OBJECT

public:
    explicit EarlierDialog(const std::vector<EarlierVersion>& versions, QWidget* parent = nullptr);
    [[nodiscard]] std::size_t chosen() const;

private:
    std::vector<EarlierVersion> m_versions;
    QListWidget* m_list;
    QPlainTextEdit* m_changes;
};

/// How much of a long watch counts.
std::optional<double> askLongWatch(QWidget* parent, double hours);

}  // namespace euryth::widgets
