// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/switched_page.hpp"

#include <QHBoxLayout>
#include <QStackedWidget>

namespace euryth::widgets {

SwitchedPage::SwitchedPage(Context context, QStringList names, const QString& switchName, QWidget* parent)
    : StagePage(context, parent),
      m_names(std::move(names)),
      m_views(new QStackedWidget),
      m_switch(new Switch(
          m_names, [this](int chosen) { showView(chosen); }, switchName)),
      m_head(new QHBoxLayout)
{
    askForShownOnly(m_views);
    m_head->addWidget(m_switch);
    m_head->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(m_head);
    column->addWidget(m_views, 1);
}

void SwitchedPage::setViews(std::initializer_list<QWidget*> views)
{
    for (QWidget* view : views)
        m_views->addWidget(view);
    SwitchedPage::showView(0);
}

void SwitchedPage::addTool(QWidget* tool) { m_head->addWidget(tool); }

int SwitchedPage::view() const { return m_views->currentIndex(); }

void SwitchedPage::showView(int index)
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
