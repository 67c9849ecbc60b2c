// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QMainWindow>

#include "kit/stage.hpp"
#include "shell/job_files.hpp"

class QAction;
class QButtonGroup;
class QLabel;
class QMenu;
class QPushButton;
class QStackedWidget;

namespace euryth::widgets {

class BenchStrip;
class ShortLabel;
class RibbonCanvas;

/// The one window: stages on top, ports at the left, calls at the right, the runner and the bench below, and the
/// chosen stage in the middle.
class MainWindow : public QMainWindow, public Desk {
    Q_OBJECT

public:
    /// With the stages that ship, or others.
    MainWindow(Context context, Prompts prompts, Services services = {});
    MainWindow(Context context, Prompts prompts, Services services, std::vector<StageInfo> stages);

    [[nodiscard]] const Commands& commands() const { return *m_commands; }
    [[nodiscard]] QAction* action(CommandId id) const { return m_commands->action(id); }
    [[nodiscard]] JobFiles& files() { return m_files; }
    [[nodiscard]] const std::vector<StageInfo>& stages() const { return m_stages; }
    /// The page of the stage on screen.
    [[nodiscard]] StagePage& page() const;
    [[nodiscard]] QString stageHelp() const { return stageNow().help(); }
    void stepTab(int by);

    [[nodiscard]] QWidget* window() override { return this; }
    void showStage(calls::Stage stage) override;
    void showView(calls::Stage stage, int view) override;
    void openJob(const QString& path) override { m_files.openFile(path); }
    bool mayReplaceJob() override { return m_files.mayReplace(); }
    void focusPage() override;
    bool putHandInto(const std::string& field) override;

protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    /// A text field would take Ctrl+E, Ctrl+K and Ctrl+U for keys of its own; here they are commands everywhere. And a
    /// field that is being typed into gives its text before a command has its way.
    bool eventFilter(QObject* watched, QEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void makeCommands();
    QWidget* makeTopBar();
    void fillMiddle(QWidget& middle);
    void refresh();
    [[nodiscard]] std::size_t stageIndex() const;
    [[nodiscard]] const StageInfo& stageNow() const { return m_stages[stageIndex()]; }

    Context m_context;
    Prompts m_prompts;
    std::vector<StageInfo> m_stages;
    Commands* m_commands = nullptr;
    JobFiles m_files;
    QStackedWidget* m_pages = nullptr;
    QButtonGroup* m_stageButtons = nullptr;
    BenchStrip* m_bench = nullptr;
    QWidget* m_calls = nullptr;
    QWidget* m_rack = nullptr;
    RibbonCanvas* m_ribbon = nullptr;
    ShortLabel* m_title = nullptr;
    QPushButton* m_units = nullptr;
    QPushButton* m_style = nullptr;
};

}  // namespace euryth::widgets
