// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QMainWindow>
#include <QPointer>

#include "help/handbook.hpp"
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
class HandbookWindow;
class SideWindow;
class Tour;
class WindowKeeper;
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
    ~MainWindow() override;

    [[nodiscard]] Commands& commands() const { return *m_commands; }
    [[nodiscard]] QAction* action(CommandId id) const { return m_commands->action(id); }
    [[nodiscard]] JobFiles& files() { return m_files; }
    /// What is kept from one start to the next; null where nothing is.
    [[nodiscard]] QSettings* settings() const { return m_settings; }
    [[nodiscard]] const std::vector<StageInfo>& stages() const { return m_stages; }
    [[nodiscard]] const StageInfo& stageNow() const { return m_stages[stageIndex()]; }
    /// The page of the stage on screen.
    [[nodiscard]] StagePage& page();
    /// The page of a stage, on screen or not. Pages are made when they are first wanted, the others one after the other
    /// as soon as the window stands.
    [[nodiscard]] StagePage& pageOf(std::size_t stage);
    /// Makes all that are not made yet.
    void makePages();
    /// The picture in hand: the one with the focus, else the largest one on screen; null where there is none.
    [[nodiscard]] QWidget* pictureInHand();
    void stepTab(int by);
    /// The view on screen in a window of its own.
    SideWindow* openBeside();
    /// The handbook at what is on screen, or at a place.
    void showHandbook();
    void showHandbook(HandbookPlace place);
    /// The tour, at the step where it was left.
    [[nodiscard]] Tour& tour();
    /// Who keeps the settings; null where nobody does.
    void setKeeper(WindowKeeper* keeper) { m_keeper = keeper; }
    [[nodiscard]] WindowKeeper* keeper() const { return m_keeper; }
    /// Something for the strip below, until the next thing.
    void say(const QString& text);

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
    void showEvent(QShowEvent* event) override;
    /// A text field would take Ctrl+E, Ctrl+K and Ctrl+U for keys of its own; here they are commands everywhere. And a
    /// field that is being typed into gives its text before a command has its way.
    bool eventFilter(QObject* watched, QEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void makeCommands();
    QWidget* makeTopBar();
    void fillMiddle(QWidget& middle);
    void makeNextPage();
    void refresh();
    [[nodiscard]] std::size_t stageIndex() const;

    Context m_context;
    Prompts m_prompts;
    std::vector<StageInfo> m_stages;
    Commands* m_commands = nullptr;
    JobFiles m_files;
    QSettings* m_settings;
    QStackedWidget* m_pages = nullptr;
    std::vector<StagePage*> m_made;  ///< in the places of m_pages; null where a page is not made yet
    bool m_low = false;              ///< the window is not high: pages are compact
    QButtonGroup* m_stageButtons = nullptr;
    BenchStrip* m_bench = nullptr;
    QWidget* m_calls = nullptr;
    QWidget* m_rack = nullptr;
    RibbonCanvas* m_ribbon = nullptr;
    ShortLabel* m_title = nullptr;
    QPushButton* m_units = nullptr;
    QPushButton* m_style = nullptr;
    HandbookWindow* m_handbook = nullptr;
    Tour* m_tour = nullptr;
    WindowKeeper* m_keeper = nullptr;
    std::vector<QPointer<SideWindow>> m_beside;
};

}  // namespace euryth::widgets
