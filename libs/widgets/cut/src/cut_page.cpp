// SPDX-License-Identifier: GPL-3.0-or-later
#include "cut/cut_page.hpp"

#include <QHBoxLayout>
#include <QStackedWidget>

#include "cut_views.hpp"

namespace euryth::widgets {

QString today(Context context) { return context.session.clock()().toString(Qt::ISODate); }

CutPage::CutPage(Context context, QWidget* parent) : StagePage(context, parent)
{
    setObjectName(QStringLiteral("cutPage"));
    m_views = new QStackedWidget;
    m_plan = makeCutPlanView(context);
    for (QWidget* view : {static_cast<QWidget*>(m_plan), makeCutEffectView(context), makeCutWorkView(context),
                          makeLightWorkView(context)})
        m_views->addWidget(view);
    askForShownOnly(m_views);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(makeHead());
    column->addWidget(makeCautions());
    column->addWidget(m_views, 1);
    showView(View::Plan);
    refresh();
}

QWidget* CutPage::makeHead()
{
    auto* head = new QWidget;
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    m_switch = new Switch(
        views(), [this](int chosen) { showView(chosen); }, QStringLiteral("cutViews"));
    m_aims = makeAimsLine(m_context);
    row->addWidget(m_switch);
    row->addStretch(1);
    row->addWidget(m_aims);
    return head;
}

/// What can hurt, once a job: it stays until somebody says to have read it.
QWidget* CutPage::makeCautions()
{
    auto* strip = new QFrame;
    strip->setObjectName(QStringLiteral("cautions"));
    auto* row = new QHBoxLayout(strip);
    row->setContentsMargins(8, 4, 8, 4);
    auto* text =
        new WrapLabel(tr("<b>Before the first cut.</b> Face shield over glasses, respirator, both hands, head "
                         "clamped, valves and cams out. A wall too thin fails later, hot and under pressure: "
                         "pressure test by a qualified shop. F1 says all of it; local law decides."));
    text->setWordWrap(true);
    auto* read = new QPushButton(tr("I have &read it"));
    read->setObjectName(QStringLiteral("cautionsRead"));
    connect(read, &QPushButton::clicked, this, [this] {
        m_context.workspace.document().apply(
            tr("Cautions read"), [when = today(m_context).toStdString()](job::Job& job) { job.cautionsRead = when; });
    });
    row->addWidget(text, 1);
    row->addWidget(read);
    m_cautions = strip;
    return strip;
}

QStringList CutPage::views() const { return {tr("Plan"), tr("What it does"), tr("At the bench"), tr("Light work")}; }

int CutPage::view() const { return m_views->currentIndex(); }

void CutPage::showView(int index)
{
    m_views->setCurrentIndex(index);
    for (int i = 0; i < m_views->count(); ++i) {
        const auto policy = i == index ? QSizePolicy::Preferred : QSizePolicy::Ignored;
        m_views->widget(i)->setSizePolicy(policy, policy);
    }
    m_switch->setDown(index);
    m_aims->setVisible(index <= static_cast<int>(View::Effect));
    QWidget* shown = m_views->currentWidget();
    setFocusProxy(shown->focusProxy());
    shown->setFocus();
}

void CutPage::setCompact(bool compact) { m_plan->setCompact(compact); }

void CutPage::refresh() { m_cautions->setVisible(m_context.workspace.job().cautionsRead.empty()); }

}  // namespace euryth::widgets
