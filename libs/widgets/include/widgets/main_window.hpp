// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <functional>

#include <QMainWindow>

#include "widgets/command_set.hpp"
#include "widgets/look.hpp"

class QAction;
class QButtonGroup;
class QLabel;
class QMenu;
class QStackedWidget;

namespace euryth::widgets {

class BenchStrip;

/// What the window asks a person, as functions, so that tests can answer.
struct Prompts {
    enum class Unsaved { Save, Discard, Cancel };
    std::function<QString(QWidget*)> openPath;
    std::function<QString(QWidget*, const QString& suggestion)> savePath;
    std::function<Unsaved(QWidget*, const QString& name)> unsaved;
    std::function<void(QWidget*, const QString& title, const QString& text)> tell;
};
/// The real dialogs.
Prompts dialogPrompts();

/// The one window: stages on top, ports at the left, calls at the right, the runner and the bench below, and the
/// chosen stage in the middle.
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    MainWindow(Context context, Prompts prompts);

    [[nodiscard]] QAction* action(CommandId id) const { return m_actions.at(static_cast<std::size_t>(id)); }
    /// Opens a file, after asking about unsaved changes; says why where it cannot.
    void openFile(const QString& path);
    void openDemo();

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void makeActions();
    QWidget* makeTopBar();
    QWidget* makeMiddle();
    void run(CommandId id);
    void refresh();
    void setStage(app::Stage stage);

    void newJob();
    bool save(bool askName);
    /// True where the open job may be replaced.
    bool mayReplace();
    void addStation();
    void removeStation();
    void addProbeSet();
    void removeProbeSet();
    void useSuggestedPlan();
    /// Applies a change to the chosen port, if there is one, and says why where it is refused.
    void editPort(const QString& text, const std::function<void(job::Job&, job::Port&)>& change);

    Context m_context;
    Prompts m_prompts;
    std::array<QAction*, kCommandCount> m_actions{};
    QStackedWidget* m_pages = nullptr;
    QButtonGroup* m_stages = nullptr;
    BenchStrip* m_bench = nullptr;
    QLabel* m_title = nullptr;
};

}  // namespace euryth::widgets
