// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>

#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "viscous_parts.hpp"

namespace euryth::widgets {

using app::ViscousRuns;

QWidget* makeShowsSwitch(app::VirtualProbe& probe)
{
    using Shows = app::VirtualProbe::Shows;
    auto* shows = new Switch(
        {tr("Instant"), tr("Viscous"), tr("Difference")}, [&probe](int i) { probe.setShows(static_cast<Shows>(i)); },
        QStringLiteral("fieldShows"));
    shows->setToolTip(
        tr("Whose speeds are shown: those of the instant field, those of a viscous run, or by how much the "
           "air of the run is faster"));
    QObject::connect(&probe, &app::VirtualProbe::changed, shows,
                     [&probe, shows] { shows->setDown(static_cast<int>(probe.shows())); });
    return shows;
}

QWidget* makeViscousView(Context context, app::VirtualProbe& probe, ViscousRuns& runs,
                         std::function<void(port_field::Quality)> exportCase)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("viscousView"));
    auto* run = makeRunPanel(context, probe, runs, exportCase);
    constexpr int runWidth = 296;
    run->setFixedWidth(runWidth);
    auto* longPanel = new Panel(tr("Long section"));
    longPanel->setNote(tr("red: dead air; broken red: weak air; ring: fastest"));
    longPanel->setToolTip(
        tr("Dead air makes less than a tenth of its section's mean along the runner, weak air less than 0.3 of it."));
    auto* along = new FieldLongCanvas(context, probe);
    along->setObjectName(QStringLiteral("viscousLong"));
    longPanel->body()->addWidget(along, 1);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    right->addWidget(longPanel, 4);
    right->addWidget(makeFoundPanel(context, probe, runs), 5);
    auto* row = new QHBoxLayout(view);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    row->addWidget(run);
    row->addLayout(right, 1);
    // Who has waited for a run wants to see it.
    QObject::connect(&runs, &ViscousRuns::arrived, view, [view, &probe] {
        if (view->isVisible() && probe.present().found && probe.shows() == app::VirtualProbe::Shows::Instant)
            probe.setShows(app::VirtualProbe::Shows::Viscous);
    });
    view->setFocusProxy(run->focusProxy());
    return view;
}

}  // namespace euryth::widgets
