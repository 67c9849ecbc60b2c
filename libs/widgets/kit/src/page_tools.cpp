// SPDX-License-Identifier: GPL-3.0-or-later
#include <QButtonGroup>
#include <QComboBox>
#include <QCoreApplication>
#include <QHBoxLayout>
#include <QScrollArea>

#include "kit/page_tools.hpp"
#include "kit/seen.hpp"

namespace euryth::widgets {

Switch::Switch(const QStringList& names, const std::function<void(int)>& chosen, const QString& objectName)
    : m_group(new QButtonGroup(this))
{
    setObjectName(objectName);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    for (int i = 0; i < names.size(); ++i) {
        auto* button = new QPushButton(names[i]);
        button->setCheckable(true);
        button->setProperty("switch", true);
        button->setChecked(i == 0);
        m_group->addButton(button, i);
        layout->addWidget(button);
    }
    connect(m_group, &QButtonGroup::idClicked, this, chosen);
}

void Switch::setDown(int button) { m_group->button(button)->setChecked(true); }
void Switch::click(int button) { m_group->button(button)->click(); }

QString numberCell(const QString& text) { return QStringLiteral("<td align=right>&nbsp;&nbsp;%1</td>").arg(text); }

QWidget* scrolled(QWidget* content)
{
    auto* scroll = new QScrollArea;
    scroll->setWidget(content);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    return scroll;
}

QString entryHelp()
{
    return QCoreApplication::translate(
        "Help",
        "<p><b>In the tables</b> just type. Enter goes on to the next value, * takes the value above, arrows move, "
        "Delete makes a value "
        "unknown, Ctrl+C and Ctrl+V exchange with a spreadsheet. A value that cannot be read stays in its cell, "
        "marked ▲, with the reason below the table; Escape puts the old one back.</p>"
        "<p>A number may have a unit or be a small sum: <code>2 1/16in</code>, <code>0.045+0.010</code>, "
        "<code>52mm</code>, <code>28 inH2O</code>.</p>");
}

QWidget* makeJudgeBy(Context context)
{
    auto* line = new QWidget;
    auto* choice = new QComboBox;
    choice->setObjectName(QStringLiteral("judgeBy"));
    choice->addItems({QObject::tr("readings"), QObject::tr("instant field"), QObject::tr("viscous run")});
    choice->setToolTip(
        QObject::tr("Whose speeds the choke point, the ratios and the cuts are judged by; every call and "
                    "cut says it"));
    auto* label = new WrapLabel(QObject::tr("judge &by"));
    label->setBuddy(choice);
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(label);
    row->addWidget(choice);
    auto& w = context.workspace;
    QObject::connect(choice, &QComboBox::activated, line,
                     [&w](int i) { w.setSpeedSource(static_cast<analysis::SpeedSource>(i)); });
    keepUpToDate(context, line, [&w, choice] { choice->setCurrentIndex(static_cast<int>(w.speedSource())); });
    return line;
}

QString stationTitle(const app::Workspace& workspace)
{
    const auto station = workspace.station();
    if (!station)
        return QObject::tr("No station");
    const QString name = workspace.text(analysis::stationName(workspace.analysisNow(), *workspace.port(), *station));
    const QString place = workspace.text(units::Kind::Position, workspace.port()->stations[*station].s.si());
    return name.isEmpty() ? QObject::tr("Station %1, %2 from the window").arg(*station + 1).arg(place)
                          : QObject::tr("Station %1, %2, %3 from the window").arg(*station + 1).arg(name, place);
}

}  // namespace euryth::widgets
