// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/stage.hpp"

#include <QCoreApplication>

namespace euryth::widgets {

StagePage::StagePage(Context context, QWidget* parent) : QWidget(parent), m_context(context)
{
    connect(&context.workspace, &app::Workspace::refreshed, this, [this] {
        if (isVisible())
            refresh();
    });
}

void StagePage::stepView(int by)
{
    const auto count = static_cast<int>(views().size());
    if (count > 0)
        showView((view() + by + count) % count);
}

void StagePage::showEvent(QShowEvent* event)
{
    refresh();
    QWidget::showEvent(event);
}

QString stageName(const StageInfo& stage) { return QCoreApplication::translate("Stages", stage.name); }
QString stageQuestion(const StageInfo& stage) { return QCoreApplication::translate("Stages", stage.question); }

StagePage& Walk::show(calls::Stage stage, int view)
{
    m_desk.showStage(stage);
    page().showView(view);
    return page();
}

void Walk::look(bool inch, bool dark, bool big)
{
    units::DisplayUnits units = workspace().displayUnits();
    units.system = inch ? units::System::Inch : units::System::Metric;
    workspace().setUnits(units);
    Look& look = m_desk.context().look;
    const auto style = dark ? drawing::Style::NightShift : drawing::Style::Paper;
    if (look.style() != style)
        look.setStyle(style);
    look.setBigDigits(big);
}

void Walk::four(std::size_t port, std::size_t station)
{
    if (!m_inFour)
        openFour();
    m_inFour = true;
    workspace().choosePort(port);
    workspace().chooseStation(station);
}

void Walk::shop()
{
    if (!m_inShop)
        openShop();
    m_inShop = true;
    session().shop().finish();
}

}  // namespace euryth::widgets
