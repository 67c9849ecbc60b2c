// SPDX-License-Identifier: GPL-3.0-or-later
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QStackedWidget>

#include "kit/page_tools.hpp"
#include "shape/shape_page.hpp"

#include "shape/shape_views.hpp"

namespace euryth::widgets {

ShapePage::ShapePage(Context context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_engine(context.workspace)
{
    setObjectName(QStringLiteral("shapePage"));
    auto* head = new QHBoxLayout;
    auto* views = makeSwitch(
        {tr("Area plan"), tr("Sections"), tr("Valve end"), tr("Engine"), tr("Filling"), tr("Bench and engine"),
         tr("House rules")},
        [this](int i) { showView(static_cast<View>(i)); }, QStringLiteral("shapeViews"));
    m_viewSwitch = views->findChild<QButtonGroup*>();
    head->addWidget(views);
    m_place = new ShortLabel;
    m_place->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    head->addWidget(m_place, 1);
    auto* areaPlan = new AreaPlanView(context);
    connect(areaPlan, &AreaPlanView::suggestedPlanWanted, this, &ShapePage::suggestedPlanWanted);
    m_views = new QStackedWidget;
    m_views->addWidget(areaPlan);
    m_views->addWidget(makeSectionPlanView(context));
    m_views->addWidget(makeValvePlanView(context));
    connect(&m_engine, &app::EngineResults::arrived, this, [this] { m_context.workspace.refresh(); });
    m_views->addWidget(makeEngineView(context, m_engine, [this] { emit liftTableWanted(); }));
    m_views->addWidget(makeFillingView(context, m_engine));
    m_views->addWidget(makeBenchEngineView(context, m_engine));
    m_views->addWidget(
        makeHouseView(context, {[this](const job::House& house) { emit houseWanted(house); },
                                [this] { emit houseFileWanted(); }, [this] { emit houseSaveWanted(); }}));
    askForShownOnly(m_views);
    setFocusProxy(areaPlan);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(head);
    column->addWidget(m_views, 1);
    connect(&context.workspace, &app::Workspace::refreshed, this, &ShapePage::refresh);
    refresh();
}

void ShapePage::showView(View view)
{
    m_views->setCurrentIndex(static_cast<int>(view));
    m_viewSwitch->button(static_cast<int>(view))->setChecked(true);
    QWidget* shown = m_views->currentWidget();
    (shown->focusProxy() ? shown->focusProxy() : shown)->setFocus();
}

void ShapePage::stepView(int by)
{
    const int count = m_views->count();
    showView(static_cast<View>((m_views->currentIndex() + by + count) % count));
}

void ShapePage::refresh() { m_place->setWhole(stationTitle(m_context.workspace)); }

}  // namespace euryth::widgets
