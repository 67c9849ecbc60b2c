// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QPushButton>

#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "units/parse.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using geometry::Sector;
using units::Kind;
using Probe = app::VirtualProbe;

namespace {

struct Row {
    QString name;
    std::function<QString(const Probe::Side&)> value;
};

std::vector<Row> rowsOf(const app::Workspace& w, const Probe& probe)
{
    const auto wall = [](const Probe::Side& side, Sector s) -> const port_field::WallAir& {
        return side.shown->walls()[geometry::index(s)];
    };
    return {
        {tr("area here"),
         [&w, &probe](const Probe::Side& side) {
             return w.text(Kind::Area, side.shown->openAreaAt(probe.tip().s).si());
         }},
        {tr("mean speed here"),
         [&w, &probe](const Probe::Side& side) {
             return w.text(Kind::Speed, side.shown->at().flow.si() / side.shown->openAreaAt(probe.tip().s).si());
         }},
        {tr("at the tip"),
         [&w, &probe](const Probe::Side& side) {
             const auto reading = port_field::readTip(*side.shown, probe.tip());
             return reading ? QStringLiteral("%1 (%2)").arg(w.text(Kind::Speed, reading->speed.si()),
                                                            ratioText(w, reading->ratio))
                            : QString::fromUtf8(units::kUnknownText);
         }},
        {tr("fastest in the port"),
         [&w](const Probe::Side& side) {
             const auto& fastest = side.shown->fastest();
             return QStringLiteral("%1 (%2)").arg(w.text(Kind::Speed, fastest.speed.si()), ratioText(w, fastest.ratio));
         }},
        {tr("where"),
         [&w](const Probe::Side& side) {
             return QStringLiteral("%1, %2").arg(w.text(side.shown->fastest().name),
                                                 w.text(Kind::Position, side.shown->fastest().s.si()));
         }},
        {tr("short side up to"),
         [&w, wall](const Probe::Side& side) { return w.text(Kind::Speed, wall(side, Sector::Floor).peak.si()); }},
        {tr("short side"),
         [&w, wall](const Probe::Side& side) {
             const auto& floor = wall(side, Sector::Floor);
             return floor.liftsOff()
                        ? wallVerdict(w, floor)
                        : QStringLiteral("%1, H %2").arg(wallVerdict(w, floor), plainText(w, floor.greatestShape, 2));
         }},
    };
}

QString comparison(const app::Workspace& w, const Probe& probe)
{
    const auto& before = probe.present();
    const auto& after = probe.other();
    if (!before.shown)
        return {};
    const bool both = after.shown != nullptr;
    const auto cell = [](const QString& text) {
        return QStringLiteral("<td style='padding-left:10px'>%1</td>").arg(text);
    };
    QString table = QStringLiteral("<table cellspacing=0 cellpadding=2><tr><td></td>") +
                    cell(QStringLiteral("<b>%1</b>").arg(tr("before"))) +
                    cell(QStringLiteral("<b>%1</b>").arg(tr("after"))) + QStringLiteral("</tr>");
    for (const Row& row : rowsOf(w, probe))
        table += QStringLiteral("<tr><td>%1</td>").arg(row.name) + cell(row.value(before)) +
                 cell(both ? row.value(after) : QString::fromUtf8(units::kUnknownText)) + QStringLiteral("</tr>");
    return table + QStringLiteral("</table>");
}

QString hint(const Probe& probe)
{
    const auto& other = probe.other();
    if (probe.against() != Probe::Against::Pushes && !other.missing.empty())
        return tr("Nothing to compare with. Missing: %1.").arg(withLinks(probe.workspace(), other.missing));
    if (probe.against() == Probe::Against::Cuts)
        return tr("The port with the metal of the cut plan gone.");
    if (probe.against() == Probe::Against::Plan)
        return tr("The port in its planned shape.");
    if (!other.missing.empty())
        return tr("No such port: %1.").arg(probe.workspace().text(other.missing));
    return tr(
        "Drag a square to push a wall; or choose a wall by the keys 1 (roof) to 8, clockwise, and push it by + "
        "and - (0.1 mm; with Ctrl 1 mm). Nothing of the job is changed. What the wall can give is told in Cut.");
}

QWidget* reachEdit(Context context, Probe& probe)
{
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    auto* edit = new QLineEdit;
    edit->setObjectName(QStringLiteral("pushReach"));
    edit->setMaximumWidth(64);
    edit->setAlignment(Qt::AlignRight);
    edit->setToolTip(tr("How far along the runner a push runs out, to each side"));
    auto* unit = new WrapLabel;
    row->addWidget(new WrapLabel(tr("runs out over")));
    row->addWidget(edit);
    row->addWidget(unit);
    row->addStretch(1);
    auto& w = context.workspace;
    QObject::connect(edit, &QLineEdit::editingFinished, line, [&w, &probe, edit] {
        const auto reach = units::parse<Length>(edit->text().toStdString(), w.displayUnits());
        constexpr Length least = lengthFromMm(1.0);
        if (reach && *reach >= least)
            probe.setReach(*reach);
        else
            edit->setText(w.number(Kind::Length, probe.reach().si()));
    });
    const auto refresh = [&w, &probe, edit, unit] {
        if (!edit->hasFocus())
            edit->setText(w.number(Kind::Length, probe.reach().si()));
        unit->setText(w.symbol(Kind::Length));
    };
    QObject::connect(&probe, &Probe::changed, line, refresh);
    refresh();
    return line;
}

}  // namespace

QWidget* makeWhatIfView(Context context, Probe& probe)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("whatIfView"));
    auto* before = new Panel(tr("Before"));
    auto* after = new Panel(tr("After"));
    auto* present = new FieldSectionCanvas(context, probe, FieldSectionCanvas::Shows::Present);
    present->setObjectName(QStringLiteral("whatIfBefore"));
    present->compare();
    auto* other = new FieldSectionCanvas(context, probe, FieldSectionCanvas::Shows::Other);
    other->setObjectName(QStringLiteral("whatIfAfter"));
    other->compare();
    before->body()->addWidget(present, 1);
    after->body()->addWidget(other, 1);
    auto* against = new Switch(
        {tr("Walls by hand"), tr("The cut plan"), tr("The plan")},
        [&probe](int i) { probe.setAgainst(static_cast<Probe::Against>(i)); }, QStringLiteral("whatIfAgainst"));
    auto* back = new QPushButton(tr("Take back"));
    back->setObjectName(QStringLiteral("pushBack"));
    auto* clear = new QPushButton(tr("As it was"));
    clear->setObjectName(QStringLiteral("pushClear"));
    QObject::connect(back, &QPushButton::clicked, view, [&probe] { probe.takeBackPush(); });
    QObject::connect(clear, &QPushButton::clicked, view, [&probe] { probe.clearPushes(); });
    auto* numbers = new Panel(tr("What it does"));
    auto* table = probeLabel(probe, "whatIfNumbers", [&w = context.workspace, &probe] { return comparison(w, probe); });
    auto* words = probeLabel(probe, "whatIfHint", [&probe] { return hint(probe); });
    words->setWordWrap(true);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(reachEdit(context, probe), 1);
    buttons->addWidget(back);
    buttons->addWidget(clear);
    auto* side = new QVBoxLayout;
    side->addWidget(against);
    side->addWidget(words);
    side->addLayout(buttons);
    side->addStretch(1);
    auto* bottom = new QHBoxLayout;
    bottom->setSpacing(16);
    bottom->addWidget(table);
    bottom->addLayout(side, 1);
    numbers->body()->addLayout(bottom);
    const auto refresh = [&w = context.workspace, &probe, before, back, clear, against] {
        before->setTitle(tr("Before: %1").arg(stationTitle(w)));
        const bool pushes = probe.against() == Probe::Against::Pushes && !probe.pushes().empty();
        back->setEnabled(pushes);
        clear->setEnabled(pushes);
        against->setDown(static_cast<int>(probe.against()));
    };
    QObject::connect(&probe, &Probe::changed, view, refresh);
    refresh();
    auto* pictures = new QHBoxLayout;
    pictures->setSpacing(8);
    pictures->addWidget(before, 1);
    pictures->addWidget(after, 1);
    auto* column = new QVBoxLayout(view);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(pictures, 1);
    column->addWidget(numbers);
    view->setFocusProxy(present);
    return view;
}

}  // namespace euryth::widgets
