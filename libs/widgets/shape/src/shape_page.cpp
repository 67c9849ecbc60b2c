// SPDX-License-Identifier: GPL-3.0-or-later
#include <QAction>
#include <QHBoxLayout>
#include <QStackedWidget>

#include "kit/page_tools.hpp"
#include "shape/shape_page.hpp"
#include "shape/shape_stage.hpp"
#include "shape/shape_views.hpp"

namespace euryth::widgets {

ShapePage::ShapePage(Context context, Desk& desk, const Commands& commands, QWidget* parent)
    : StagePage(context, parent)
{
    setObjectName(QStringLiteral("shapePage"));
    auto* head = new QHBoxLayout;
    m_viewSwitch = new Switch(
        views(), [this](int i) { showView(i); }, QStringLiteral("shapeViews"));
    head->addWidget(m_viewSwitch);
    m_place = new ShortLabel;
    m_place->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    head->addWidget(m_place, 1);
    auto* areaPlan = new AreaPlanView(context);
    connect(areaPlan, &AreaPlanView::suggestedPlanWanted, commands.action(command::UseSuggestedPlan),
            &QAction::trigger);
    m_views = new QStackedWidget;
    m_views->addWidget(areaPlan);
    m_views->addWidget(makeSectionPlanView(context));
    m_views->addWidget(makeValvePlanView(context));
    m_views->addWidget(
        makeEngineView(context, context.session.engine(), [&commands] { commands.trigger(command::LiftTable); }));
    m_views->addWidget(makeFillingView(context, context.session.engine()));
    m_views->addWidget(makeBenchEngineView(context, context.session.engine()));
    m_views->addWidget(makeHouseView(context, {[&desk](const job::House& house) { takeHouse(desk, house); },
                                               [&commands] { commands.trigger(command::HouseFromFile); },
                                               [&commands] { commands.trigger(command::HouseToFile); }}));
    askForShownOnly(m_views);
    setFocusProxy(areaPlan);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(head);
    column->addWidget(m_views, 1);
    refresh();
}

QStringList ShapePage::views() const
{
    return {tr("Area plan"), tr("Sections"),         tr("Valve end"),  tr("Engine"),
            tr("Filling"),   tr("Bench and engine"), tr("House rules")};
}

int ShapePage::view() const { return m_views->currentIndex(); }

void ShapePage::showView(int view)
{
    m_views->setCurrentIndex(view);
    m_viewSwitch->setDown(view);
    QWidget* shown = m_views->currentWidget();
    (shown->focusProxy() ? shown->focusProxy() : shown)->setFocus();
}

void ShapePage::refresh() { m_place->setWhole(stationTitle(m_context.workspace)); }

}  // namespace euryth::widgets
