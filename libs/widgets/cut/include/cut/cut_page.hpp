// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/page_tools.hpp"
#include "kit/stage.hpp"

class QStackedWidget;

namespace euryth::widgets {

class CompactView;

/// Cut: where to take metal. The plan of the cuts, what they do, the work at the bench over all ports, light work.
class CutPage : public StagePage {
    Q_OBJECT

public:
    enum class View { Plan, Effect, Work, Light };
    explicit CutPage(Context context, QWidget* parent = nullptr);

    [[nodiscard]] QStringList views() const override;
    [[nodiscard]] int view() const override;
    void showView(int index) override;
    void setCompact(bool compact) override;
    void showView(View view) { showView(static_cast<int>(view)); }

private:
    QWidget* makeHead();
    QWidget* makeCautions();
    void refresh() override;

    QStackedWidget* m_views = nullptr;
    CompactView* m_plan = nullptr;
    Switch* m_switch = nullptr;
    QWidget* m_aims = nullptr;
    QWidget* m_cautions = nullptr;
};

}  // namespace euryth::widgets
