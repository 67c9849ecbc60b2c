// SPDX-License-Identifier: GPL-3.0-or-later
#include "prove_page.hpp"

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
    : SwitchedPage(context,
                   {tr("Flow"), tr("Ports alike"), tr("Seats and chambers"), tr("Two benches"), tr("Wet flow")},
                   QStringLiteral("proveViews"), parent)
{
    setObjectName(QStringLiteral("provePage"));
    setViews({makeFlowTestView(context, desk, commands), makeAlikeView(context), makeSeatsView(context),
              makeBenchesView(context), makeWetView(context)});
}

}  // namespace euryth::widgets
