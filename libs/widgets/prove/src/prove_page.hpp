// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/row_tables.hpp"
#include "kit/form_parts.hpp"
#include "kit/stage.hpp"

class QComboBox;
class QPushButton;

namespace euryth::widgets {

class FlowCanvas;

/// Prove: the flow tests of the chosen port, typed and worked out, and what they say beside each other.
class ProvePage : public StagePage {
    Q_OBJECT

public:
    explicit ProvePage(Context context, QWidget* parent = nullptr);

private:
    QWidget* makeTests();
    QWidget* makeHow();
    QWidget* makeLifts();
    QWidget* makePicture();
    /// A text of the chosen test as a field.
    TextEdit* textOf(const QString& label, const QString& tip, std::string job::FlowTest::*member, const char* name);

    /// The chosen test of the chosen port; nothing where it has none.
    [[nodiscard]] std::optional<std::size_t> test() const;
    void choose(std::size_t test);
    void addTest();
    void removeTest();
    void addLift();
    void removeLift();
    void refresh() override;
    [[nodiscard]] QString sumsText() const;

    QComboBox* m_tests = nullptr;
    app::RowTable* m_lifts = nullptr;
    EntryView* m_table = nullptr;
    MessageLine* m_messages = nullptr;
    FlowCanvas* m_picture = nullptr;
    QWidget* m_testButtons = nullptr;
    QWidget* m_liftButtons = nullptr;
    QLabel* m_sums = nullptr;
    /// Chosen of a port; of any other one the last test is.
    std::optional<std::size_t> m_chosenOf;
    std::size_t m_chosen = 0;
};

}  // namespace euryth::widgets
