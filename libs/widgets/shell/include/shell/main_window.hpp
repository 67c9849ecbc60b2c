// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <functional>
#include <optional>
#include <vector>

#include <QMainWindow>

#include "shell/command_set.hpp"
#include "shell/job_files.hpp"
#include "tasks/export_port.hpp"

class QAction;
class QButtonGroup;
class QLabel;
class QMenu;
class QStackedWidget;

namespace euryth::widgets {

class BenchStrip;
class ProbePage;
class RibbonCanvas;

/// The one window: stages on top, ports at the left, calls at the right, the runner and the bench below, and the
/// chosen stage in the middle.
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    MainWindow(Context context, Prompts prompts, Services services = {});

    [[nodiscard]] QAction* action(CommandId id) const { return m_actions.at(static_cast<std::size_t>(id)); }
    [[nodiscard]] JobFiles& files() { return m_files; }

protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    /// A text field would take Ctrl+E, Ctrl+K and Ctrl+U for keys of its own; here they are commands everywhere.
    bool eventFilter(QObject* watched, QEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void makeActions();
    QWidget* makeTopBar();
    void fillMiddle(QWidget& middle);
    void run(CommandId id);
    void refresh();
    void setStage(app::Stage stage);
    void stepTab(int by);

    void addStation();
    void removeStation();
    void addProbeSet();
    void removeProbeSet();
    // shape_commands.cpp
    bool runShapeCommand(CommandId id);
    void useSuggestedPlan();
    void importLifts();
    void takeHouse(const job::House& house);
    void houseFromFile();
    void houseToFile();
    void exportSheets();
    /// Asks where to, suggesting a name of that ending.
    void exportField(const QString& suffix, exports::Quality quality);
    void tellExport(const tl::expected<void, tasks::Error>& written, const QString& title);
    // port_commands.cpp
    bool runPortCommand(CommandId id);
    void addPort();
    void removePort();
    void movePort(int by);
    void copyPort();
    void mirrorPort();
    void swapPorts();
    void splitPort();
    void importStations();
    void outlineFromFile();
    void traceOutline();
    void addPhoto();
    void setOutline(geometry::Outline outline);
    /// Applies a change to the job and says why where it is refused. True where it was made.
    bool editJob(const QString& text, const std::function<void(job::Job&)>& change);
    /// Applies a change to the chosen port, if there is one, and says why where it is refused.
    void editPort(const QString& text, const std::function<void(job::Job&, job::Port&)>& change);

    Context m_context;
    Prompts m_prompts;
    std::array<QAction*, kCommandCount> m_actions{};
    QStackedWidget* m_pages = nullptr;
    QButtonGroup* m_stages = nullptr;
    JobFiles m_files;
    BenchStrip* m_bench = nullptr;
    QWidget* m_calls = nullptr;
    ProbePage* m_probe = nullptr;
    QWidget* m_rack = nullptr;
    RibbonCanvas* m_ribbon = nullptr;
    QLabel* m_title = nullptr;
};

}  // namespace euryth::widgets
