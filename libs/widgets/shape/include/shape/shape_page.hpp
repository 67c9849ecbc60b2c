// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/engine_results.hpp"
#include "kit/parts.hpp"
#include "kit/stage.hpp"

class QStackedWidget;

namespace euryth::widgets {

class Switch;

/// Shape: what it should be. Area plan, planned sections, valve end, engine, filling, bench beside engine, house rules.
class ShapePage : public StagePage {
    Q_OBJECT

public:
    enum class View { Area, Sections, ValveEnd, Engine, Filling, RunnerFlow, House };
    ShapePage(Context context, Desk& desk, const Commands& commands, QWidget* parent = nullptr);
    [[nodiscard]] QStringList views() const override;
    [[nodiscard]] int view() const override;
    void showView(int view) override;
    void showView(View view) { showView(static_cast<int>(view)); }

private:
    void refresh() override;

    QStackedWidget* m_views = nullptr;
    Switch* m_viewSwitch = nullptr;
    ShortLabel* m_place = nullptr;
};

}  // namespace euryth::widgets
