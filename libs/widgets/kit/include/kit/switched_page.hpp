// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/page_tools.hpp"
#include "kit/stage.hpp"

class QHBoxLayout;

namespace euryth::widgets {

/// A stage's page with a row of buttons, one a view, over the view that is shown.
class SwitchedPage : public StagePage {
    Q_OBJECT

public:
    /// `names` of the views in their order; `switchName` is the row's object name.
    SwitchedPage(Context context, QStringList names, const QString& switchName, QWidget* parent = nullptr);

    [[nodiscard]] QStringList views() const override { return m_names; }
    [[nodiscard]] int view() const override;
    void showView(int index) override;

protected:
    /// The views, as many as names; the first one is shown.
    void setViews(std::initializer_list<QWidget*> views);
    /// Something at the right end of the row.
    void addTool(QWidget* tool);
    void refresh() override {}

private:
    QStringList m_names;
    QStackedWidget* m_views;
    Switch* m_switch;
    QHBoxLayout* m_head;
};

}  // namespace euryth::widgets
