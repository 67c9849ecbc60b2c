// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "kit/commands.hpp"
#include "kit/given_file.hpp"

namespace euryth::widgets {

/// The page of a stage: several views of which one is shown. It looks again when the workspace has changed while it is
/// on screen, and when it comes on screen; hidden it rests.
class StagePage : public QWidget {
    Q_OBJECT

public:
    explicit StagePage(Context context, QWidget* parent = nullptr);
    /// Names of its views; none where there is only one.
    [[nodiscard]] virtual QStringList views() const { return {}; }
    [[nodiscard]] virtual int view() const { return 0; }
    /// Shows a view and puts the hand into it.
    virtual void showView(int) {}
    void stepView(int by);
    /// On a low screen some views give way.
    virtual void setCompact(bool) {}

protected:
    virtual void refresh() = 0;
    void showEvent(QShowEvent* event) override;

    Context m_context;
};

/// How far a stage of a port has come.
enum class Progress { Empty, Begun, Done };
/// Something is begun where there is any of it, and done where there is all.
inline Progress progressOf(bool any, bool all)
{
    return all && any ? Progress::Done : any ? Progress::Begun : Progress::Empty;
}

/// The number on a port's tile while a stage is on screen, and what it is.
struct Headline {
    QString number;
    QString meaning;
};

class Walk;

/// A picture of the walk through the stages.
struct WalkPicture {
    const char* name;  ///< of its file
    std::function<void(Walk&)> go;
};

/// A stage of the work, told once: window, rack, menus, help and walk are made of it.
struct StageInfo {
    calls::Stage id;
    const char* name;      ///< with & for the letter in the menu
    const char* question;  ///< that it answers; name and question are texts of the context "Stages"
    const char* chapter;   ///< of the handbook: docs/handbook/CHAPTER.md
    std::function<StagePage*(Context, Desk&, const Commands&)> makePage;
    std::function<Progress(const app::Workspace&, std::size_t port)> progress;
    /// Nothing where it has no number for the port.
    std::function<std::optional<Headline>(const app::Workspace&, std::size_t port)> headline;
    std::vector<Command> commands;
    std::vector<WalkPicture> pictures;
    std::vector<FileTaker> takers = {};  ///< of files that are dropped on the window
};
QString stageName(const StageInfo& stage);
QString stageQuestion(const StageInfo& stage);

/// The window on its way through the stages, and what a picture may do to it.
class Walk {
public:
    Walk(Desk& desk, const Commands& commands) : m_desk(desk), m_commands(commands) {}
    virtual ~Walk() = default;
    Walk(const Walk&) = delete;
    Walk& operator=(const Walk&) = delete;

    [[nodiscard]] app::Session& session() { return m_desk.session(); }
    [[nodiscard]] app::Workspace& workspace() { return m_desk.workspace(); }
    [[nodiscard]] const Commands& commands() { return m_commands; }
    [[nodiscard]] QWidget* window() { return m_desk.window(); }
    /// The page of a stage, which is then on screen with that view.
    StagePage& show(calls::Stage stage, int view = 0);
    void look(bool inch, bool dark, bool big);
    /// Opens the demo of four cylinders, once, and chooses a place in it.
    void four(std::size_t port, std::size_t station);
    /// Opens the demo's shop, once, with a job of it.
    void shop();

protected:
    virtual StagePage& page() = 0;
    virtual void openFour() = 0;
    virtual void openShop() = 0;

private:
    Desk& m_desk;
    const Commands& m_commands;
    bool m_inFour = false;
    bool m_inShop = false;
};

}  // namespace euryth::widgets
