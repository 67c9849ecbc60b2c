// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/job_changes.hpp"

#include <algorithm>

#include <QCoreApplication>

namespace euryth::app {

namespace {

QString changeWord(const char* text) { return QCoreApplication::translate("Changes", text); }

class Changes {
public:
    template <class T>
    void of(const QString& name, const T& before, const T& after)
    {
        if (!(before == after))
            m_lines << name;
    }
    /// A list: how many there were and are, where that differs.
    template <class T>
    void list(const QString& name, const std::vector<T>& before, const std::vector<T>& after)
    {
        if (before.size() != after.size())
            m_lines << changeWord("%1: %2 then, %3 now").arg(name).arg(before.size()).arg(after.size());
        else
            of(name, before, after);
    }
    void text(const QString& line) { m_lines << line; }
    [[nodiscard]] const QStringList& lines() const { return m_lines; }

private:
    QStringList m_lines;
};

void comparePorts(const job::Port& before, const job::Port& after, Changes& changes)
{
    const QString id = QString::fromStdString(after.id);
    const auto name = [&id](const QString& what) { return QStringLiteral("%1: %2").arg(id, what); };
    changes.list(name(changeWord("stations")), before.stations, after.stations);
    changes.of(name(changeWord("valve end")), before.valve, after.valve);
    changes.of(name(changeWord("short side")), before.shortSide, after.shortSide);
    changes.list(name(changeWord("probe sets")), before.probes, after.probes);
    changes.list(name(changeWord("flow tests")), before.flow, after.flow);
    changes.list(name(changeWord("leak tests")), before.leakTests, after.leakTests);
    changes.list(name(changeWord("findings")), before.pins, after.pins);
    changes.of(name(changeWord("cuts ticked")), before.cutProgress, after.cutProgress);
    job::Port rest = before;
    rest.stations = after.stations;
    rest.valve = after.valve;
    rest.shortSide = after.shortSide;
    rest.probes = after.probes;
    rest.flow = after.flow;
    rest.leakTests = after.leakTests;
    rest.pins = after.pins;
    rest.cutProgress = after.cutProgress;
    changes.of(name(changeWord("something else")), rest, after);
}

}  // namespace

QStringList changesBetween(const job::Job& before, const job::Job& after)
{
    Changes changes;
    changes.of(changeWord("title"), before.title, after.title);
    changes.of(changeWord("engine"), before.engine, after.engine);
    changes.of(changeWord("bench"), std::pair(before.bench, before.benches), std::pair(after.bench, after.benches));
    changes.of(changeWord("house rules"), before.house, after.house);
    changes.list(changeWord("chambers"), before.chambers, after.chambers);
    changes.of(changeWord("castings"), before.castings, after.castings);
    changes.list(changeWord("operations"), before.work.operations, after.work.operations);
    changes.list(changeWord("parts"), before.work.parts, after.work.parts);
    changes.list(changeWord("hours"), before.work.hours, after.work.hours);
    changes.list(changeWord("pictures"), before.work.pictures, after.work.pictures);
    job::Work rest = before.work;
    rest.operations = after.work.operations;
    rest.parts = after.work.parts;
    rest.hours = after.work.hours;
    rest.pictures = after.work.pictures;
    changes.of(changeWord("customer and dates"), rest, after.work);
    for (const job::Port& port : after.ports) {
        const auto old = std::ranges::find(before.ports, port.id, &job::Port::id);
        if (old == before.ports.end())
            changes.text(changeWord("%1: not there then").arg(QString::fromStdString(port.id)));
        else
            comparePorts(*old, port, changes);
    }
    for (const job::Port& port : before.ports) {
        if (std::ranges::find(after.ports, port.id, &job::Port::id) == after.ports.end())
            changes.text(changeWord("%1: not there now").arg(QString::fromStdString(port.id)));
    }
    return changes.lines();
}

}  // namespace euryth::app
