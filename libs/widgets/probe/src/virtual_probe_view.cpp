// SPDX-License-Identifier: GPL-3.0-or-later
#include <QDateTime>
#include <QHBoxLayout>
#include <QLocale>
#include <QPushButton>

#include "kit/field_links.hpp"
#include "units/parse.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

/// "4 degrees toward the floor, 1 degree to the left".
QString directionText(const app::Workspace& w, const port_field::TipReading& reading)
{
    const auto part = [&](Angle angle, const QString& positive, const QString& negative) {
        const double degrees = std::abs(inDegrees(angle));
        if (degrees < 0.5)
            return QString();
        return QStringLiteral("%1 %2").arg(w.text(Kind::Angle, std::abs(angle.si())),
                                           angle > Angle{} ? positive : negative);
    };
    QStringList parts{part(reading.up, tr("toward the roof"), tr("toward the floor")),
                      part(reading.left, tr("to the left"), tr("to the right"))};
    parts.removeAll(QString());
    return parts.isEmpty() ? tr("straight along the runner") : parts.join(QStringLiteral(", "));
}

QString readingText(const app::Workspace& w, const app::VirtualProbe& probe)
{
    const auto reading = probe.reading();
    if (!reading)
        return fieldMissing(probe, probe.present()).isEmpty() ? tr("The tip is in metal.") : QString();
    QStringList lines;
    lines << tr("%1 the section's mean").arg(ratioText(w, reading->ratio)) +
                 (reading->mach ? tr(", Mach %1").arg(plainText(w, *reading->mach, 3))
                                : tr(", beyond the speed of sound"));
    lines << directionText(w, *reading);
    if (reading->pressure)
        lines << tr("static depression %1").arg(w.text(Kind::Depression, -reading->pressure->si()));
    if (reading->fluctuation)
        lines << tr("swings by %1 either way").arg(w.text(Kind::Speed, reading->fluctuation->si()));
    if (const auto instant = probe.instantReading())
        lines << tr("instant field: %1").arg(w.text(Kind::Speed, instant->speed.si()));
    if (reading->fromWall)
        lines << tr("%1 off the wall, %2 from the window")
                     .arg(w.text(Kind::Length, reading->fromWall->si()), w.text(Kind::Position, probe.tip().s.si()));
    return lines.join(QLatin1Char('\n'));
}

QString fastestText(const app::Workspace& w, const app::VirtualProbe& probe)
{
    const auto& air = probe.present().shown;
    if (!air)
        return {};
    const port_field::FastestPlace& fastest = air->fastest();
    return tr("Fastest: %1 (%2), %3, %4 from the window")
        .arg(w.text(Kind::Speed, fastest.speed.si()), ratioText(w, fastest.ratio), w.text(fastest.name),
             w.text(Kind::Position, fastest.s.si()));
}

QWidget* readingPanel(Context context, app::VirtualProbe& probe)
{
    auto* panel = new Panel(tr("The tip reads"));
    auto* speed = probeLabel(probe, "virtualSpeed", [&context = context.workspace, &probe] {
        const auto reading = probe.reading();
        return reading ? context.text(Kind::Speed, reading->speed.si()) : QString::fromUtf8(units::kUnknownText);
    });
    speed->setFont(drawing::font(40, true));
    auto* note = probeLabel(probe, "virtualNote", [&w = context.workspace, &probe] { return readingText(w, probe); });
    auto* fastest =
        probeLabel(probe, "virtualFastest", [&w = context.workspace, &probe] { return fastestText(w, probe); });
    fastest->setWordWrap(true);
    note->setWordWrap(true);
    auto* go = new QPushButton(tr("Tip there"));
    go->setObjectName(QStringLiteral("tipToFastest"));
    go->setToolTip(tr("Move the tip to where the air is fastest"));
    QObject::connect(go, &QPushButton::clicked, panel, [&probe] {
        if (const auto& air = probe.present().shown)
            probe.setTip({air->fastest().s, air->fastest().at});
    });
    QObject::connect(&probe, &app::VirtualProbe::changed, go,
                     [&probe, go] { go->setEnabled(probe.present().shown != nullptr); });
    auto* numbers = new QHBoxLayout;
    numbers->setSpacing(16);
    numbers->addWidget(speed);
    numbers->addWidget(note, 1);
    auto* row = new QHBoxLayout;
    row->addWidget(fastest, 1);
    row->addWidget(go);
    panel->body()->addLayout(numbers);
    panel->body()->addLayout(row);
    return panel;
}

}  // namespace

QLabel* probeLabel(app::VirtualProbe& probe, const char* name, std::function<QString()> text)
{
    auto* label = new WrapLabel;
    label->setObjectName(QString::fromLatin1(name));
    const auto refresh = [label, text] { setLinkedText(*label, text()); };
    QObject::connect(&probe, &app::VirtualProbe::changed, label, [label, refresh] {
        if (label->isVisible())
            refresh();
    });
    whenShown(label, refresh);
    return label;
}

QString wallVerdict(const app::Workspace& w, const port_field::WallAir& wall)
{
    if (wall.liftsOff())
        return tr("lets go at %1").arg(w.text(Kind::Position, wall.liftsOffAt->si()));
    if (wall.outsideOfTurn)
        return tr("may let go outside the turn from %1; a viscous run tells")
            .arg(w.text(Kind::Position, wall.liftsOffAt->si()));
    return wall.near() ? tr("near letting go") : tr("holds");
}

QString runName(const app::Workspace& w, const viscous::StoredRun& run)
{
    const auto when = QDateTime::fromString(QString::fromStdString(run.finished), Qt::ISODate).toLocalTime();
    return tr("%1 mesh, %2, %3")
        .arg(w.text(port_field::nameOf(run.solved.quality)), w.text(Kind::Flow, run.solved.air->at().flow.si()),
             QLocale::c().toString(when, QStringLiteral("d MMM HH:mm")));
}

QString fieldLimits(const app::Workspace& workspace, const app::VirtualProbe& probe)
{
    const auto& air = probe.present().shown;
    return air ? workspace.text(air->limits()) : QString();
}

QWidget* makeFlowLine(Context context, app::VirtualProbe& probe)
{
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    auto* edit = new QLineEdit;
    auto* label = new WrapLabel(tr("&flow"));
    label->setBuddy(edit);
    row->addWidget(label);
    edit->setObjectName(QStringLiteral("virtualFlow"));
    edit->setMaximumWidth(76);
    edit->setAlignment(Qt::AlignRight);
    edit->setToolTip(tr("The flow at which the computed field is read, with its unit or without; empty: as measured"));
    auto* from = quietLabel({});
    from->setObjectName(QStringLiteral("virtualFlowFrom"));
    from->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto* stop = new QPushButton(tr("Stop"));
    stop->setObjectName(QStringLiteral("stopField"));
    row->addWidget(edit);
    row->addWidget(from, 1);
    row->addWidget(stop);
    auto& w = context.workspace;
    QObject::connect(stop, &QPushButton::clicked, line, [&probe] { probe.cancel(); });
    QObject::connect(edit, &QLineEdit::editingFinished, line, [&w, &probe, edit, from] {
        if (!edit->isModified())
            return;
        edit->setModified(false);
        if (edit->text().trimmed().isEmpty())
            return probe.setFlow(std::nullopt);
        const auto flow = units::parse<VolumeFlow>(edit->text().toStdString(), w.displayUnits());
        constexpr double most = 10.0;
        if (flow && flow->si() > 0.0 && flow->si() <= most)
            return probe.setFlow(*flow);
        // What was typed stays, with what would be right.
        from->setText(flow ? tr("a flow over 0, at most %1").arg(w.text(Kind::Flow, most))
                           : w.text(flow.error().message));
    });
    const auto refresh = [&w, &probe, edit, from, stop] {
        stop->setVisible(probe.isWorking());
        if (!edit->isModified())
            edit->setText(probe.flow() ? w.number(Kind::Flow, probe.flow()->flow.si()) : QString());
        const bool coarse = probe.present().shown && !probe.present().shown->isFinal();
        QString text = w.symbol(Kind::Flow) + QStringLiteral(", ");
        text += probe.flow() ? w.text(probe.flow()->source()) : tr("not known: type one");
        if (probe.isWorking())
            text += coarse ? tr("; coarse, the full answer is under way") : tr("; under way");
        else if (coarse)
            text += tr("; coarse answer");
        from->setText(text);
        from->setToolTip(text);
    };
    QObject::connect(&probe, &app::VirtualProbe::changed, line, refresh);
    refresh();
    return line;
}

QWidget* makeVirtualProbeView(Context context, app::VirtualProbe& probe)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("virtualView"));
    auto* sectionPanel = new Panel(tr("Section"));
    auto* section = new FieldSectionCanvas(context, probe, FieldSectionCanvas::Shows::Present);
    section->setObjectName(QStringLiteral("fieldSection"));
    section->setToolTip(
        tr("Drag the tip, or move it by the arrow keys (0.5 mm; with Shift 5 mm); Page Up and Page "
           "Down move it along the runner. Dotted: how near to the wall a pitot gets."));
    sectionPanel->body()->addWidget(section, 1);
    QObject::connect(&probe, &app::VirtualProbe::changed, sectionPanel, [&w = context.workspace, &probe, sectionPanel] {
        sectionPanel->setTitle(tr("Section %1 from the window").arg(w.text(Kind::Position, probe.tip().s.si())));
    });
    auto* longPanel = new Panel(tr("Long section"));
    longPanel->setNote(tr("lines: the air's way, equal speed; ring: fastest"));
    auto* along = new FieldLongCanvas(context, probe);
    along->setToolTip(tr("Drag the tip, or move it by the arrow keys."));
    longPanel->body()->addWidget(along, 1);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    right->addWidget(longPanel, 1);
    right->addWidget(readingPanel(context, probe));
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    row->addWidget(sectionPanel, 1);
    row->addLayout(right, 1);
    auto* limits = probeLabel(probe, "fieldLimits", [&w = context.workspace, &probe] { return fieldLimits(w, probe); });
    limits->setWordWrap(true);
    auto* column = new QVBoxLayout(view);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addLayout(row, 1);
    column->addWidget(limits);
    view->setFocusProxy(section);
    return view;
}

}  // namespace euryth::widgets
