// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/page_tools.hpp"
#include "kit/stage.hpp"

namespace euryth::widgets {

/// Prove: what the work gained, on one bench and honestly.
class ProvePage : public StagePage {
    Q_OBJECT

public:
    enum View { Flow, Alike, Seats, Benches, Wet };
    ProvePage(Context context, Desk& desk, const Commands& commands, QWidget* parent = nullptr);

    [[nodiscard]] QStringList views() const override;
    [[nodiscard]] int view() const override;
    void showView(int index) override;

private:
    void refresh() override {}

    QStackedWidget* m_views;
    Switch* m_switch;
};

}  // namespace euryth::widgets
