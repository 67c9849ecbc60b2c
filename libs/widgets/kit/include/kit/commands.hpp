// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <map>
#include <string_view>
#include <vector>

#include <QKeySequence>
#include <QObject>

#include "calls/calls.hpp"
#include "kit/look.hpp"
#include "kit/prompts.hpp"

class QAction;
class QMenu;

namespace euryth::widgets {

class JobFiles;

/// A command by its word.
struct CommandId {
    std::string_view key;  ///< of static storage
    friend constexpr bool operator==(const CommandId&, const CommandId&) = default;
    friend constexpr auto operator<=>(const CommandId&, const CommandId&) = default;
};

enum class MenuId { Job, Edit, Port, View, Help };
inline constexpr std::array kMenus{MenuId::Job, MenuId::Edit, MenuId::Port, MenuId::View, MenuId::Help};
QString menuText(MenuId menu);

/// What a command works with: the session, a person to ask, and the window that it was called in.
class Desk {
public:
    Desk(Context context, const Prompts& prompts) : m_context(context), m_prompts(prompts) {}
    Desk(const Desk&) = delete;
    Desk& operator=(const Desk&) = delete;
    virtual ~Desk() = default;

    [[nodiscard]] Context context() const { return m_context; }
    [[nodiscard]] app::Session& session() const { return m_context.session; }
    [[nodiscard]] app::Workspace& workspace() const { return m_context.workspace; }
    [[nodiscard]] const Prompts& prompts() const { return m_prompts; }
    /// Over which one asks.
    [[nodiscard]] virtual QWidget* window() = 0;
    /// Goes to a stage and puts the hand where one types there.
    virtual void showStage(calls::Stage stage) = 0;
    /// Puts the hand where one types in the stage on screen.
    virtual void focusPage() = 0;
    /// The same, and brings one of the stage's views on screen.
    virtual void showView(calls::Stage stage, int view) = 0;
    /// Opens a job file, after asking about unsaved changes.
    virtual void openJob(const QString& path) = 0;
    /// True where the open job may be replaced.
    virtual bool mayReplaceJob() = 0;
    /// Brings the field of a number, by its name in the register, on screen and puts the hand into it: of several the
    /// first that is unknown. False where no form has it.
    virtual bool putHandInto(const std::string& field) = 0;

    void tell(const QString& title, const QString& text) { m_prompts.tell(window(), title, text); }
    /// Applies a change to the job; where it is refused the reason is told. True where it was made.
    bool editJob(const QString& text, const std::function<void(job::Job&)>& change);
    /// Applies a change to the chosen port, if there is one. True where it was made.
    bool editPort(const QString& text, const std::function<void(job::Job&, job::Port&)>& change);

private:
    Context m_context;
    const Prompts& m_prompts;
};

/// A window beside that of the desk it belongs to.
class BesideDesk {
public:
    virtual ~BesideDesk() = default;
    [[nodiscard]] virtual Desk& desk() = 0;
};

/// The desk of the window that a widget is in; null where it has none.
Desk* deskOf(const QWidget& widget);

/// Something that can be done by menu or key: menus, shortcuts and the sheet of shortcuts are made of it, so that they
/// cannot differ. A command without a handler does not compile.
struct Command {
    using Handler = std::function<void(Desk&)>;
    /// When it has something to work on.
    using Rule = bool (*)(const app::Workspace&);
    struct Place {
        MenuId menu;
        int at = 0;  ///< rising down the menu; where the hundred changes a line is drawn
    };
    /// `text` (with & for the letter in the menu) and `help` (one sentence for the status tip and the sheet of
    /// shortcuts) are texts of the context "Commands"; `shortcut` is portable, empty for none.
    Command(CommandId i, Place p, const char* t, const char* s, const char* h, Handler r, Rule e = nullptr)
        : id(i),
          place(p),
          text(t),
          shortcut(s),
          help(h),
          run(std::move(r)),
          enabled(e)
    {
    }
    Command(CommandId, Place, const char*, const char*, const char*, std::nullptr_t, Rule = nullptr) = delete;

    CommandId id;
    Place place;
    const char* text;
    const char* shortcut;
    const char* help;
    Handler run;
    Rule enabled;
};
QString commandText(const Command& command);
QString commandHelp(const Command& command);

/// Rules that several commands share.
namespace only {
bool withPort(const app::Workspace& workspace);
bool withStation(const app::Workspace& workspace);
}  // namespace only

/// The commands of a window, as actions.
class Commands : public QObject {
    Q_OBJECT

public:
    /// In the order of the menus. Two with the same id are a fault (std::invalid_argument).
    Commands(std::vector<Command> all, Desk& desk, QWidget& window);

    [[nodiscard]] const std::vector<Command>& all() const { return m_all; }
    /// The action of a command that there is; throws std::out_of_range else.
    [[nodiscard]] QAction* action(CommandId id) const { return m_actions.at(id); }
    void trigger(CommandId id) const;
    /// Fills a menu; `after` is told of each command when it is in.
    void fill(QMenu& menu, MenuId id, const std::function<void(CommandId)>& after) const;
    /// Gives a command another shortcut (portable; empty for none), or its own again (nothing).
    void setShortcut(CommandId id, const std::optional<QString>& keys);
    /// Switches each on or off by its rule.
    void refresh(const app::Workspace& workspace);

private:
    std::vector<Command> m_all;
    std::map<CommandId, QAction*> m_actions;
};

}  // namespace euryth::widgets
