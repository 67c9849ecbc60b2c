// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/main_window.hpp"

#include <QAction>
#include <QApplication>
#include <QButtonGroup>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMenu>
#include <QMenuBar>
#include <QMimeData>
#include <QScreen>
#include <QScrollArea>
#include <QStackedWidget>

#include <algorithm>

#include "app/edits.hpp"
#include "cut/cut_page.hpp"
#include "kit/page_tools.hpp"
#include "kit/runner_canvases.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "shell/bench_strip.hpp"
#include "shell/calls_panel.hpp"
#include "shell/help.hpp"
#include "shell/rack.hpp"
#include "survey/survey_page.hpp"

namespace euryth::widgets {

namespace {

constexpr std::array kStageCommands{CommandId::StageSurvey, CommandId::StageShape, CommandId::StageProbe,
                                    CommandId::StageCut};

}  // namespace

MainWindow::MainWindow(Context context, Prompts prompts, Services services)
    : m_context(context),
      m_prompts(std::move(prompts)),
      m_files(context, m_prompts, services, this)
{
    setObjectName(QStringLiteral("mainWindow"));
    setAcceptDrops(true);
    qApp->installEventFilter(this);
    QSize size(1280, 800);
    if (const QScreen* display = QGuiApplication::primaryScreen()) {
        constexpr QSize frame(8, 40);  // of the window manager, with its title bar
        size = size.boundedTo(display->availableSize() - frame).expandedTo(QSize(1180, 680));
    }
    resize(size);
    makeActions();
    // From the outside in: whatever gets a parent has its fonts and colours resolved again, with all that is in it.
    auto* central = new QWidget(this);
    setCentralWidget(central);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(makeTopBar());
    auto* middle = new QWidget(central);
    column->addWidget(middle, 1);
    fillMiddle(*middle);
    m_ribbon = new RibbonCanvas(context);
    column->addWidget(m_ribbon);
    m_bench = new BenchStrip(context);
    column->addWidget(m_bench);
    connect(&context.workspace, &app::Workspace::refreshed, this, &MainWindow::refresh);
    connect(&context.workspace.document(), &app::Document::fileChanged, this, &MainWindow::refresh);
    connect(&context.look, &Look::changed, this, &MainWindow::refresh);
    connect(&context.workspace.document(), &app::Document::refused, this,
            [this](const QString& reason) { m_prompts.tell(this, tr("Not done"), reason); });
    if (services.recovery) {
        connect(services.recovery, &app::Recovery::troubled, this, [this](const QString& reason) {
            m_bench->say(reason.isEmpty() ? QString() : tr("▲ not kept for recovery: %1").arg(reason));
        });
    }
    refresh();
}

void MainWindow::makeActions()
{
    for (const CommandInfo& info : commands()) {
        auto* action = new QAction(commandText(info), this);
        action->setShortcut(QKeySequence(QString::fromLatin1(info.shortcut), QKeySequence::PortableText));
        action->setToolTip(commandHelp(info));
        connect(action, &QAction::triggered, this, [this, id = info.id] { run(id); });
        addAction(action);
        m_actions.at(static_cast<std::size_t>(info.id)) = action;
    }
    auto& undo = m_context.workspace.document().undoStack();
    const auto mirror = [this](CommandId id, const QString& verb, const QString& what, bool can) {
        action(id)->setEnabled(can);
        action(id)->setText(what.isEmpty() ? verb : verb + QStringLiteral(": ") + what);
    };
    const auto update = [this, mirror, &undo] {
        mirror(CommandId::Undo, tr("&Undo"), undo.undoText(), undo.canUndo());
        mirror(CommandId::Redo, tr("&Redo"), undo.redoText(), undo.canRedo());
    };
    connect(&undo, &QUndoStack::indexChanged, this, update);
    update();
}

QWidget* MainWindow::makeTopBar()
{
    auto* bar = new QWidget;
    bar->setObjectName(QStringLiteral("topBar"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(8, 6, 12, 6);
    row->setSpacing(8);
    auto* menus = new QMenuBar;
    menus->setNativeMenuBar(false);
    for (const MenuId id : kMenus) {
        QMenu* menu = menus->addMenu(menuText(id));
        for (const CommandInfo& info : commands()) {
            if (info.menu != id)
                continue;
            if (info.startsGroup)
                menu->addSeparator();
            menu->addAction(action(info.id));
            if (info.id == CommandId::OpenJob) {
                QMenu* recent = menu->addMenu(tr("&Recent jobs"));
                connect(recent, &QMenu::aboutToShow, this, [this, recent] { m_files.fillRecent(*recent); });
            }
        }
    }
    row->addWidget(menus);
    m_title = new QLabel;
    m_title->setTextFormat(Qt::PlainText);
    m_title->setObjectName(QStringLiteral("jobTitle"));
    m_title->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    row->addWidget(m_title, 1);
    m_stages = new QButtonGroup(this);
    int number = 0;
    for (const CommandId id : kStageCommands) {
        QString name = action(id)->text().remove(QLatin1Char('&'));
        auto* button = new QPushButton(QStringLiteral("%1  %2").arg(number + 1).arg(name));
        button->setCheckable(true);
        button->setMinimumSize(96, 32);
        button->setToolTip(action(id)->toolTip() + QStringLiteral(" (Ctrl+%1)").arg(number + 1));
        button->setFocusPolicy(Qt::TabFocus);
        m_stages->addButton(button, number++);
        row->addWidget(button);
    }
    connect(m_stages, &QButtonGroup::idClicked, this, [this](int i) { setStage(static_cast<app::Stage>(i)); });
    for (const CommandId id : {CommandId::SwitchUnits, CommandId::SwitchStyle, CommandId::Help}) {
        auto* button = new QPushButton;
        button->setObjectName(id == CommandId::SwitchUnits   ? QStringLiteral("unitsButton")
                              : id == CommandId::SwitchStyle ? QStringLiteral("styleButton")
                                                             : QStringLiteral("helpButton"));
        button->setFocusPolicy(Qt::TabFocus);
        button->setMinimumHeight(32);
        button->setToolTip(action(id)->toolTip() + QStringLiteral(" (%1)").arg(action(id)->shortcut().toString()));
        connect(button, &QPushButton::clicked, action(id), &QAction::trigger);
        row->addWidget(button);
    }
    return bar;
}

namespace {

/// The stages' pages. Texts that wrap would have the scroll area give them the height they like best; what they need is
/// enough.
class PageStack : public QStackedWidget {
public:
    using QStackedWidget::QStackedWidget;
    [[nodiscard]] int heightForWidth(int) const override { return minimumSizeHint().height(); }
};

}  // namespace

void MainWindow::fillMiddle(QWidget& middle)
{
    auto* row = new QHBoxLayout(&middle);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    m_rack = new Rack(m_context);
    row->addWidget(m_rack);
    // A screen that is too small for a page scrolls it instead of losing its edge.
    auto* scroll = new QScrollArea(&middle);
    row->addWidget(scroll, 1);
    scroll->setObjectName(QStringLiteral("pageScroll"));
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    m_pages = new PageStack(scroll);
    m_pages->setContentsMargins(4, 8, 4, 8);
    scroll->setWidget(m_pages);
    auto* survey = new SurveyPage(m_context);
    connect(survey, &SurveyPage::addStationWanted, action(CommandId::AddStation), &QAction::trigger);
    connect(survey, &SurveyPage::removeStationWanted, action(CommandId::RemoveStation), &QAction::trigger);
    connect(survey, &SurveyPage::outlineFileWanted, action(CommandId::OutlineFromFile), &QAction::trigger);
    connect(survey, &SurveyPage::traceWanted, action(CommandId::TraceOutline), &QAction::trigger);
    auto* shape = new ShapePage(m_context);
    connect(shape, &ShapePage::suggestedPlanWanted, action(CommandId::UseSuggestedPlan), &QAction::trigger);
    connect(shape, &ShapePage::liftTableWanted, action(CommandId::LiftTable), &QAction::trigger);
    connect(shape, &ShapePage::houseFileWanted, action(CommandId::HouseFromFile), &QAction::trigger);
    connect(shape, &ShapePage::houseSaveWanted, action(CommandId::HouseToFile), &QAction::trigger);
    connect(shape, &ShapePage::houseWanted, this, &MainWindow::takeHouse);
    auto* probe = new ProbePage(m_context);
    m_probe = probe;
    connect(probe, &ProbePage::addProbeSetWanted, action(CommandId::AddProbeSet), &QAction::trigger);
    connect(probe, &ProbePage::exportCaseWanted, this,
            [this](exports::Quality quality) { exportField(QStringLiteral(".case"), quality); });
    for (QWidget* page : std::initializer_list<QWidget*>{survey, shape, probe, new CutPage(m_context)})
        m_pages->addWidget(page);
    askForShownOnly(m_pages);
    m_calls = new CallsPanel(m_context);
    row->addWidget(m_calls);
}

void MainWindow::stepTab(int by)
{
    if (m_context.workspace.stage() == app::Stage::Shape)
        return findChild<ShapePage*>()->stepView(by);
    if (m_context.workspace.stage() == app::Stage::Probe)
        return findChild<ProbePage*>()->stepView(by);
    setStage(app::Stage::Survey);
    findChild<SurveyPage*>()->stepTab(by);
}

void MainWindow::setStage(app::Stage stage)
{
    m_context.workspace.setStage(stage);
    m_pages->currentWidget()->setFocus();  // the page hands it to where one types
}

void MainWindow::refresh()
{
    auto& workspace = m_context.workspace;
    const int stage = static_cast<int>(workspace.stage());
    if (m_pages->currentIndex() != stage) {
        m_pages->setCurrentIndex(stage);
        m_pages->currentWidget()->setFocus();  // the page hands it to where one types
    }
    m_stages->button(stage)->setChecked(true);
    const bool inch = workspace.displayUnits().system == units::System::Inch;
    const bool night = m_context.look.style() == drawing::Style::NightShift;
    findChild<QPushButton*>(QStringLiteral("unitsButton"))->setText(inch ? tr("Units: inch") : tr("Units: metric"));
    findChild<QPushButton*>(QStringLiteral("styleButton"))->setText(night ? tr("Style: dark") : tr("Style: light"));
    findChild<QPushButton*>(QStringLiteral("helpButton"))->setText(tr("Help"));
    auto& document = workspace.document();
    setWindowTitle(tr("%1 (%2)%3 – Euryth")
                       .arg(QString::fromStdString(workspace.job().title), document.displayName(),
                            document.isDirty() ? QStringLiteral(" *") : QString()));
    QString title = QString::fromStdString(workspace.job().title);
    if (document.isDirty())
        title += tr(" (not saved)");
    m_title->setText(m_title->fontMetrics().elidedText(title, Qt::ElideRight, 250));
    m_title->setToolTip((document.path().isEmpty() ? document.displayName() : document.path()).toHtmlEscaped());
    // Big digits need the room, and whoever types from two metres away reads no sentences.
    m_calls->setVisible(!m_context.look.bigDigits());
    const bool port = workspace.port() != nullptr;
    for (const CommandId id :
         {CommandId::RemovePort, CommandId::MovePortUp, CommandId::MovePortDown, CommandId::CopyPort,
          CommandId::MirrorPort, CommandId::SwapPorts, CommandId::ImportStations, CommandId::AddPhoto})
        action(id)->setEnabled(port);
    action(CommandId::SplitPort)
        ->setEnabled(port && !workspace.port()->isBranch() &&
                     job::branchesOf(workspace.job(), *workspace.port()).empty());
    const bool station = workspace.station().has_value();
    action(CommandId::OutlineFromFile)->setEnabled(station);
    action(CommandId::TraceOutline)->setEnabled(station);
    action(CommandId::RemoveStation)->setEnabled(station);
    action(CommandId::AddProbeSet)->setEnabled(station);
    action(CommandId::RemoveProbeSet)->setEnabled(workspace.probe().has_value());
    action(CommandId::CopyPlan)->setEnabled(station);
    action(CommandId::NextPlan)->setEnabled(port && !workspace.port()->plans.empty());
    action(CommandId::BenchSheets)->setEnabled(station);
    action(CommandId::FieldToFile)->setEnabled(station);
    action(CommandId::UseSuggestedPlan)->setEnabled(workspace.analysis().wantedArea.has_value());
}

void MainWindow::run(CommandId id)
{
    auto& workspace = m_context.workspace;
    auto& undo = workspace.document().undoStack();
    // A field that is being typed into gives its text before anything else happens, so that nothing typed is lost.
    if (QWidget* typing = QApplication::focusWidget(); typing && id != CommandId::Undo && id != CommandId::Redo) {
        typing->clearFocus();
        typing->setFocus();
    }
    if (runPortCommand(id) || runShapeCommand(id))
        return;
    switch (id) {
    case CommandId::NewJob:
        m_files.newJob();
        m_pages->currentWidget()->setFocus();
        return;
    case CommandId::OpenJob: return m_files.openAsked();
    case CommandId::OpenDemo:
        if (m_files.mayReplace())
            m_files.openDemo();
        return;
    case CommandId::OpenDemoFour:
        if (m_files.mayReplace())
            m_files.openDemoFour();
        return;
    case CommandId::SaveJob: m_files.save(false); return;
    case CommandId::SaveJobAs: m_files.save(true); return;
    case CommandId::Quit: close(); return;
    case CommandId::Undo: undo.undo(); return;
    case CommandId::Redo: undo.redo(); return;
    case CommandId::AddStation: return addStation();
    case CommandId::RemoveStation: return removeStation();
    case CommandId::AddProbeSet: return addProbeSet();
    case CommandId::RemoveProbeSet: return removeProbeSet();
    case CommandId::StageSurvey: return setStage(app::Stage::Survey);
    case CommandId::StageShape: return setStage(app::Stage::Shape);
    case CommandId::StageProbe: return setStage(app::Stage::Probe);
    case CommandId::StageCut: return setStage(app::Stage::Cut);
    case CommandId::NextTab: return stepTab(1);
    case CommandId::PreviousTab: return stepTab(-1);
    case CommandId::NextStation: return workspace.stepStation(1);
    case CommandId::PreviousStation: return workspace.stepStation(-1);
    case CommandId::NextPort: return workspace.stepPort(1);
    case CommandId::PreviousPort: return workspace.stepPort(-1);
    case CommandId::SwitchUnits: {
        units::DisplayUnits units = workspace.displayUnits();
        units.system = units.system == units::System::Metric ? units::System::Inch : units::System::Metric;
        return workspace.setUnits(units);
    }
    case CommandId::SwitchStyle:
        m_context.look.setStyle(m_context.look.style() == drawing::Style::Paper ? drawing::Style::NightShift
                                                                                : drawing::Style::Paper);
        return refresh();
    case CommandId::Help: return showHelp(this, stageHelp(workspace.stage()));
    case CommandId::Shortcuts: return showHelp(this, shortcutSheet());
    case CommandId::BigDigits: m_context.look.setBigDigits(!m_context.look.bigDigits()); return;
    default: return;
    }
}

void MainWindow::editPort(const QString& text, const std::function<void(job::Job&, job::Port&)>& change)
{
    const auto port = m_context.workspace.portIndex();
    if (!port)
        return;
    editJob(text, [&](job::Job& job) { change(job, job.ports[*port]); });
}

bool MainWindow::editJob(const QString& text, const std::function<void(job::Job&)>& change)
{
    return m_context.workspace.document().apply(text, change);
}

void MainWindow::addStation()
{
    std::size_t added = 0;
    editPort(tr("Add station"), [&](job::Job&, job::Port& port) {
        added = app::addStation(port, m_context.workspace.station().value_or(0));
    });
    m_context.workspace.chooseStation(added);
    m_pages->currentWidget()->setFocus();
}

void MainWindow::removeStation()
{
    if (const auto station = m_context.workspace.station())
        editPort(tr("Remove station"), [&](job::Job&, job::Port& port) { app::removeStation(port, *station); });
}

void MainWindow::addProbeSet()
{
    const auto station = m_context.workspace.station();
    if (!station)
        return;
    std::size_t added = 0;
    editPort(tr("Add probe set"),
             [&](job::Job& job, job::Port& port) { added = app::addProbeSet(job, port, *station); });
    m_context.workspace.chooseProbe(added);
    m_context.workspace.choosePoint(0);
    setStage(app::Stage::Probe);
}

void MainWindow::removeProbeSet()
{
    if (const auto probe = m_context.workspace.probe())
        editPort(tr("Remove probe set"), [&](job::Job&, job::Port& port) { app::removeProbeSet(port, *probe); });
}

bool MainWindow::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::ShortcutOverride && qobject_cast<QLineEdit*>(watched)) {
        const auto* key = static_cast<QKeyEvent*>(event);
        constexpr std::array commands{Qt::Key_E, Qt::Key_K, Qt::Key_U};
        if (key->modifiers() == Qt::ControlModifier && std::ranges::count(commands, key->key()) > 0) {
            event->ignore();
            return true;
        }
    }
    return QMainWindow::eventFilter(watched, event);
}

void MainWindow::resizeEvent(QResizeEvent* event)
{
    QMainWindow::resizeEvent(event);
    // On the screen of a bench PC (1366 x 768 less a title bar) the page comes first.
    constexpr int wide = 1250;
    constexpr int high = 760;
    const bool narrow = width() < wide;
    m_rack->setFixedWidth(narrow ? 120 : 148);
    m_calls->setFixedWidth(narrow ? 214 : 286);
    m_probe->setCompact(height() < high);
    m_ribbon->setMaximumHeight(height() < high ? m_ribbon->minimumHeight() : RibbonCanvas::kHeight);
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    if (m_files.mayReplace())
        event->accept();
    else
        event->ignore();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (event->mimeData()->hasUrls())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const auto urls = event->mimeData()->urls();
    if (!urls.isEmpty() && urls.first().isLocalFile())
        m_files.openFile(urls.first().toLocalFile());
}

}  // namespace euryth::widgets
