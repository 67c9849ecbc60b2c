// SPDX-License-Identifier: GPL-3.0-or-later
#include "prove_page.hpp"

#include <QStackedWidget>

#include "prove_views.hpp"

namespace euryth::widgets {

std::string todayOf(Context context) { return context.session.clock()().toString(Qt::ISODate).toStdString(); }

void besideEachOther(QWidget* view, std::initializer_list<std::pair<QWidget*, int>> parts)
{
    auto* row = new QHBoxLayout(view);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    for (const auto& [part, share] : parts)
        row->addWidget(part, share);
}

ProvePage::ProvePage(Context context, Desk& desk, const Commands& commands, QWidget* parent)
    : StagePage(context, parent),
      m_views(new QStackedWidget),
      m_switch(new Switch(
          views(), [this](int chosen) { showView(chosen); }, QStringLiteral("proveViews")))
{
    setObjectName(QStringLiteral("provePage"));
    for (QWidget* view : {makeFlowTestView(context, desk, commands), makeAlikeView(context), makeSeatsView(context),
                          makeBenchesView(context), makeWetView(context)})
        m_views->addWidget(view);
    askForShownOnly(m_views);
    auto* head = new QHBoxLayout;
    head->addWidget(m_switch);
    head->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(head);
    column->addWidget(m_views, 1);
    showView(View::Flow);
}

QStringList ProvePage::views() const
{
    return {tr("Flow"), tr("Ports alike"), tr("Seats and chambers"), tr("Two benches"), tr("Wet flow")};
}

int ProvePage::view() const { return m_views->currentIndex(); }

void ProvePage::showView(int index)
{
    m_views->setCurrentIndex(index);
    for (int i = 0; i < m_views->count(); ++i) {
        const auto policy = i == index ? QSizePolicy::Preferred : QSizePolicy::Ignored;
        m_views->widget(i)->setSizePolicy(policy, policy);
    }
    m_switch->setDown(index);
    setFocusProxy(m_views->currentWidget()->focusProxy());
    m_views->currentWidget()->setFocus();
}

}  // namespace euryth::widgets
