// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"
#include "kit/section_canvases.hpp"
#include "kit/stage.hpp"

class QStackedWidget;
class QStandardItemModel;
class QTableView;

namespace euryth::widgets {

/// Cut: where to take metal. The peel, the list of cuts, the chosen section with its cut, before and after.
class CutPage : public StagePage {
    Q_OBJECT

public:
    explicit CutPage(Context context, QWidget* parent = nullptr);

private:
    QWidget* makePeel();
    QWidget* makeList();
    QWidget* makeSection();
    void refresh() override;
    void showCut(int row);

    PeelCanvas* m_peel = nullptr;
    QTableView* m_list = nullptr;
    QStandardItemModel* m_cuts = nullptr;
    QLabel* m_why = nullptr;
    QLabel* m_effect = nullptr;
    Panel* m_sectionPanel = nullptr;
};

}  // namespace euryth::widgets
