// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/commands.hpp"

#include <algorithm>
#include <stdexcept>

#include <QAction>
#include <QApplication>
#include <QMenu>

namespace euryth::widgets {

QString menuText(MenuId menu)
{
    switch (menu) {
    case MenuId::Job: return QCoreApplication::translate("Commands", "&Job");
    case MenuId::Edit: return QCoreApplication::translate("Commands", "&Edit");
    case MenuId::Port: return QCoreApplication::translate("Commands", "&Port");
    case MenuId::View: return QCoreApplication::translate("Commands", "&View");
    case MenuId::Help: return QCoreApplication::translate("Commands", "&Help");
    }
    return {};
}

QString commandText(const Command& command) { return QCoreApplication::translate("Commands", command.text); }
QString commandHelp(const Command& command) { return QCoreApplication::translate("Commands", command.help); }

bool Desk::editJob(const QString& text, const std::function<void(job::Job&)>& change)
{
    return workspace().document().apply(text, change);
}

bool Desk::editPort(const QString& text, const std::function<void(job::Job&, job::Port&)>& change)
{
    const auto port = workspace().portIndex();
    return port && editJob(text, [&](job::Job& job) { change(job, job.ports[*port]); });
}

Desk* deskOf(const QWidget& widget)
{
    QWidget* window = widget.window();
    if (auto* beside = dynamic_cast<BesideDesk*>(window))
        return &beside->desk();
    return dynamic_cast<Desk*>(window);
}

bool only::withPort(const app::Workspace& workspace) { return workspace.port() != nullptr; }
bool only::withStation(const app::Workspace& workspace) { return workspace.station().has_value(); }

Commands::Commands(std::vector<Command> all, Desk& desk, QWidget& window) : QObject(&window), m_all(std::move(all))
{
    std::ranges::stable_sort(m_all, {}, [](const Command& c) { return std::pair(c.place.menu, c.place.at); });
    for (const Command& command : m_all) {
        auto* action = new QAction(commandText(command), &window);
        action->setShortcut(QKeySequence(QString::fromLatin1(command.shortcut), QKeySequence::PortableText));
        action->setToolTip(commandHelp(command));
        connect(action, &QAction::triggered, this, [&desk, run = command.run] { run(desk); });
        window.addAction(action);
        if (!m_actions.emplace(command.id, action).second)
            throw std::invalid_argument("two commands with the id " + std::string(command.id.key));
    }
}

void Commands::setShortcut(CommandId id, const std::optional<QString>& keys)
{
    const auto command = std::ranges::find(m_all, id, &Command::id);
    const QString own = command == m_all.end() ? QString() : QString::fromLatin1(command->shortcut);
    action(id)->setShortcut(QKeySequence(keys.value_or(own), QKeySequence::PortableText));
}

void Commands::trigger(CommandId id) const { action(id)->trigger(); }

void Commands::fill(QMenu& menu, MenuId id, const std::function<void(CommandId)>& after) const
{
    constexpr int group = 100;
    const Command* last = nullptr;
    for (const Command& command : m_all) {
        if (command.place.menu != id)
            continue;
        if (last && last->place.at / group != command.place.at / group)
            menu.addSeparator();
        menu.addAction(action(command.id));
        after(command.id);
        last = &command;
    }
}

void Commands::refresh(const app::Workspace& workspace)
{
    for (const Command& command : m_all) {
        if (command.enabled)
            action(command.id)->setEnabled(command.enabled(workspace));
    }
}

}  // namespace euryth::widgets
