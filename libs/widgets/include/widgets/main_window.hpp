// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <functional>
#include <optional>
#include <vector>

#include <QMainWindow>

#include "app/recent_jobs.hpp"
#include "app/recovery.hpp"
#include "exports/flow_case.hpp"
#include "widgets/command_set.hpp"
#include "widgets/dialogs.hpp"
#include "widgets/look.hpp"
#include "widgets/shape_dialogs.hpp"

class QAction;
class QButtonGroup;
class QLabel;
class QMenu;
class QStackedWidget;

namespace euryth::widgets {

class BenchStrip;
class ProbePage;
class RibbonCanvas;

/// What the window asks a person, as functions, so that tests can answer.
struct Prompts {
    enum class Unsaved { Save, Discard, Cancel };
    enum class Leftover { Recover, Discard, Later };
    std::function<QString(QWidget*)> openPath;
    std::function<QString(QWidget*, const QString& suggestion)> savePath;
    std::function<Unsaved(QWidget*, const QString& name)> unsaved;
    std::function<void(QWidget*, const QString& title, const QString& text)> tell;
    /// A file to take something out of.
    std::function<QString(QWidget*, const QString& title, const QString& filter)> takeFrom;
    enum class Held { Cancel, Copy, TakeOver };
    /// A job is open elsewhere: open its content as a job of its own, or take it over?
    std::function<Held(QWidget*, const QString& holder)> openHeld;
    enum class Outside { Cancel, Overwrite, Elsewhere, TakeTheirs };
    /// Somebody else has changed the file of the open job; `both` says how the two differ.
    std::function<Outside(QWidget*, const QString& both)> changedOutside;
    /// A save has failed: try another place?
    std::function<bool(QWidget*, const QString& problem)> saveElsewhere;
    std::function<Leftover(QWidget*, const app::Recovery::Left&)> leftover;
    std::function<std::optional<app::GuideAnswers>(QWidget*, Context)> guide;
    std::function<std::optional<CopyRequest>(QWidget*, const job::Job&, std::size_t from)> copyTo;
    std::function<std::optional<std::size_t>(QWidget*, const job::Job&, std::size_t with)> swapWith;
    std::function<std::optional<std::vector<job::Station>>(QWidget*, Context, const QString& table)> importStations;
    std::function<std::optional<geometry::Outline>(QWidget*, Context, const QImage&)> trace;
    /// A known length, in metres; nothing where there is none.
    std::function<std::optional<Length>(QWidget*, Context, const QString& question)> knownLength;
    /// A file to be written.
    std::function<QString(QWidget*, const QString& title, const QString& suggestion, const QString& filter)> writeTo;
    std::function<std::optional<LiftRequest>(QWidget*, Context, const QString& table)> lifts;
    /// Shows what a set of house rules would change: take it?
    std::function<bool(QWidget*, Context, const job::House&)> takeHouse;
    std::function<std::optional<paper::Parts>(QWidget*)> sheets;
};
/// The real dialogs.
Prompts dialogPrompts();

/// What lives longer than a job; any may be missing.
struct Services {
    app::Recovery* recovery = nullptr;
    app::RecentJobs* recent = nullptr;
};

/// The one window: stages on top, ports at the left, calls at the right, the runner and the bench below, and the
/// chosen stage in the middle.
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    MainWindow(Context context, Prompts prompts, Services services = {});

    [[nodiscard]] QAction* action(CommandId id) const { return m_actions.at(static_cast<std::size_t>(id)); }
    /// Opens a file, after asking about unsaved changes; says why where it cannot.
    void openFile(const QString& path);
    void openDemo();
    void openDemoFour();
    /// Asks about what sessions that ended without saving have left.
    void offerLeftovers();

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

    void newJob();
    bool save(bool askName);
    /// The open job and its changed file, told apart in words.
    static QString bothVersions(const app::Document& document);
    /// True where the open job may be replaced.
    bool mayReplace();
    void addStation();
    void removeStation();
    void addProbeSet();
    void removeProbeSet();
    void fillRecent();
    void openBuiltIn(const QString& resource);
    void opened(const QString& path);
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
    Services m_services;
    BenchStrip* m_bench = nullptr;
    QWidget* m_calls = nullptr;
    QMenu* m_recent = nullptr;
    ProbePage* m_probe = nullptr;
    QWidget* m_rack = nullptr;
    RibbonCanvas* m_ribbon = nullptr;
    QLabel* m_title = nullptr;
};

}  // namespace euryth::widgets
