// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/main_window.hpp"
#include "shell/given_files.hpp"

#include <algorithm>

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
#include <QSettings>
#include <QStackedWidget>
#include <QTimer>

#include "help/handbook_window.hpp"
#include "help/tour.hpp"
#include "kit/page_tools.hpp"
#include "kit/runner_canvases.hpp"
#include "kit/spoken_names.hpp"
#include "kit/table_output.hpp"
#include "shell/bench_strip.hpp"
#include "shell/calls_panel.hpp"
#include "shell/rack.hpp"
#include "shell/shell_commands.hpp"
#include "shell/side_window.hpp"

namespace euryth::widgets {

MainWindow::MainWindow(Context context, Prompts prompts, Services services)
    : MainWindow(context, std::move(prompts), services, widgets::stages())
{
}

MainWindow::MainWindow(Context context, Prompts prompts, Services services, std::vector<StageInfo> stages)
    : Desk(context, m_prompts),
      m_context(context),
      m_prompts(std::move(prompts)),
      m_stages(std::move(stages)),
      m_files(context, m_prompts, services, this),
      m_settings(services.settings)
{
    setObjectName(QStringLiteral("mainWindow"));
    setAcceptDrops(true);
    qApp->installEventFilter(this);
    QSize size(1280, 800);
    QSize room = size;
    if (const QScreen* display = QGuiApplication::primaryScreen()) {
        constexpr QSize frame(8, 40);  // of the window manager, with its title bar
        room = display->availableSize() - frame;
        size = size.boundedTo(room);
    }
    makeCommands();
    // From the outside in: whatever gets a parent has its fonts and colours resolved again, with all that is in it.
    auto* central = new QWidget(this);
    constexpr QSize least(1180, 680);
    if (room.width() < least.width() || room.height() < least.height()) {
        // On a screen that cannot show it whole, say with letters twice as large, all of it scrolls.
        auto* scroll = new QScrollArea(this);
        scroll->setObjectName(QStringLiteral("wholeScroll"));
        scroll->setWidgetResizable(true);
        scroll->setFocusPolicy(Qt::NoFocus);
        central->setMinimumSize(least);
        scroll->setWidget(central);
        setCentralWidget(scroll);
        resize(room);
    } else {
        setCentralWidget(central);
        resize(size.expandedTo(least));
    }
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
    nameControls(*m_bench);
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

MainWindow::~MainWindow()
{
    // They show the same job, which ends with this one.
    for (const QPointer<SideWindow>& beside : m_beside)
        delete beside.data();
}

namespace {

/// A field that is being typed into gives its text before anything else happens, so that nothing typed is lost.
void takeWhatIsTyped()
{
    if (QWidget* typing = QApplication::focusWidget()) {
        typing->clearFocus();
        typing->setFocus();
    }
}

Command stageCommandOf(const StageInfo& stage, std::size_t number)
{
    static const std::array<const char*, 9> keys{"Ctrl+1", "Ctrl+2", "Ctrl+3", "Ctrl+4", "Ctrl+5",
                                                 "Ctrl+6", "Ctrl+7", "Ctrl+8", "Ctrl+9"};
    return {stageCommand(stage.id),
            {MenuId::View, 100 + static_cast<int>(number)},
            stage.name,
            number < keys.size() ? keys[number] : "",
            stage.question,
            [id = stage.id](Desk& desk) { desk.showStage(id); }};
}

}  // namespace

void MainWindow::makeCommands()
{
    std::vector<Command> all = shellCommands();
    for (std::size_t i = 0; i < m_stages.size(); ++i) {
        all.push_back(stageCommandOf(m_stages[i], i));
        all.insert(all.end(), m_stages[i].commands.begin(), m_stages[i].commands.end());
    }
    for (Command& command : all) {
        if (command.id == command::Undo || command.id == command::Redo)
            continue;
        command.run = [run = command.run](Desk& desk) {
            takeWhatIsTyped();
            run(desk);
        };
    }
    m_commands = new Commands(std::move(all), *this, *this);
    auto& undo = m_context.workspace.document().undoStack();
    const auto mirror = [this](CommandId id, const QString& verb, const QString& what, bool can) {
        action(id)->setEnabled(can);
        action(id)->setText(what.isEmpty() ? verb : verb + QStringLiteral(": ") + what);
    };
    const auto update = [this, mirror, &undo] {
        mirror(command::Undo, tr("&Undo"), undo.undoText(), undo.canUndo());
        mirror(command::Redo, tr("&Redo"), undo.redoText(), undo.canRedo());
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
        m_commands->fill(*menu, id, [this, menu](CommandId command) {
            if (command != command::OpenJob)
                return;
            QMenu* recent = menu->addMenu(tr("&Recent jobs"));
            connect(recent, &QMenu::aboutToShow, this, [this, recent] { m_files.fillRecent(*recent); });
        });
    }
    row->addWidget(menus);
    m_title = new ShortLabel;
    m_title->setTextFormat(Qt::PlainText);
    m_title->setObjectName(QStringLiteral("jobTitle"));
    m_title->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    row->addWidget(m_title, 1);
    m_stageButtons = new QButtonGroup(this);
    int number = 0;
    for (const StageInfo& stage : m_stages) {
        const QAction* go = action(stageCommand(stage.id));
        auto* button =
            new QPushButton(QStringLiteral("%1  %2").arg(number + 1).arg(stageName(stage).remove(QLatin1Char('&'))));
        button->setCheckable(true);
        button->setMinimumSize(84, 32);
        button->setToolTip(go->toolTip() + QStringLiteral(" (%1)").arg(go->shortcut().toString()));
        button->setFocusPolicy(Qt::TabFocus);
        m_stageButtons->addButton(button, number++);
        row->addWidget(button);
    }
    connect(m_stageButtons, &QButtonGroup::idClicked, this,
            [this](int i) { showStage(m_stages[static_cast<std::size_t>(i)].id); });
    const auto addButton = [&](CommandId id, const char* name) {
        auto* button = new QPushButton;
        button->setObjectName(QString::fromLatin1(name));
        button->setFocusPolicy(Qt::TabFocus);
        button->setMinimumHeight(32);
        button->setToolTip(action(id)->toolTip() + QStringLiteral(" (%1)").arg(action(id)->shortcut().toString()));
        connect(button, &QPushButton::clicked, action(id), &QAction::trigger);
        row->addWidget(button);
        return button;
    };
    m_units = addButton(command::SwitchUnits, "unitsButton");
    m_style = addButton(command::SwitchStyle, "styleButton");
    addButton(command::Help, "helpButton")->setText(tr("Help"));
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
    m_rack = new Rack(m_context, m_stages);
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
    for (std::size_t i = 0; i < m_stages.size(); ++i) {
        auto* place = new QWidget;
        (new QVBoxLayout(place))->setContentsMargins(0, 0, 0, 0);
        m_pages->addWidget(place);
    }
    m_made.resize(m_stages.size());
    askForShownOnly(m_pages);
    m_calls = new CallsPanel(m_context);
    row->addWidget(m_calls);
}

StagePage& MainWindow::pageOf(std::size_t stage)
{
    StagePage*& page = m_made.at(stage);
    if (!page) {
        page = m_stages[stage].makePage(m_context, *this, *m_commands);
        page->setCompact(m_low);
        m_pages->widget(static_cast<int>(stage))->layout()->addWidget(page);
        nameControls(*page);
    }
    return *page;
}

void MainWindow::makePages()
{
    for (std::size_t i = 0; i < m_stages.size(); ++i)
        (void)pageOf(i);
}

/// Between two of them whoever works at the window has the hand.
void MainWindow::makeNextPage()
{
    const auto next = std::ranges::find(m_made, nullptr);
    if (next == m_made.end())
        return;
    (void)pageOf(static_cast<std::size_t>(next - m_made.begin()));
    QTimer::singleShot(0, this, &MainWindow::makeNextPage);
}

void MainWindow::showEvent(QShowEvent* event)
{
    QMainWindow::showEvent(event);
    QTimer::singleShot(0, this, &MainWindow::makeNextPage);
}

QWidget* MainWindow::pictureInHand()
{
    if (auto* inHand = dynamic_cast<Canvas*>(QApplication::focusWidget()); inHand && inHand != m_rack)
        return inHand;
    QWidget* largest = nullptr;
    for (auto* canvas : page().findChildren<Canvas*>()) {
        const auto size = [](const QWidget* of) { return of->width() * of->height(); };
        if (canvas->isVisible() && (!largest || size(canvas) > size(largest)))
            largest = canvas;
    }
    return largest;
}

SideWindow* MainWindow::openBeside()
{
    auto* beside = new SideWindow(stageNow(), page().view(), m_context, *this, *m_commands);
    beside->show();
    m_beside.emplace_back(beside);
    return beside;
}

void MainWindow::showHandbook()
{
    const QStringList views = page().views();
    const int view = page().view();
    showHandbook(Handbook::shipped().placeOf(QString::fromLatin1(stageNow().chapter),
                                             view < views.size() ? views[view] : QString()));
}

void MainWindow::showHandbook(HandbookPlace place)
{
    if (!m_handbook)
        m_handbook = new HandbookWindow(Handbook::shipped(), m_prompts, this);
    m_handbook->goTo(place);
    m_handbook->show();
    m_handbook->raise();
    m_handbook->activateWindow();
}

Tour& MainWindow::tour()
{
    if (!m_tour)
        m_tour = new Tour(*this, tourSteps(), [this](int step) {
            if (m_settings)
                m_settings->setValue(QStringLiteral("tourStep"), step);
        });
    return *m_tour;
}

void MainWindow::say(const QString& text) { m_bench->say(text); }

StagePage& MainWindow::page() { return pageOf(static_cast<std::size_t>(m_pages->currentIndex())); }

std::size_t MainWindow::stageIndex() const
{
    const auto now = std::ranges::find(m_stages, m_context.workspace.stage(), &StageInfo::id);
    return now == m_stages.end() ? 0 : static_cast<std::size_t>(now - m_stages.begin());
}

void MainWindow::stepTab(int by)
{
    if (page().views().isEmpty())
        showStage(m_stages.front().id);
    page().stepView(by);
}

void MainWindow::showStage(calls::Stage stage)
{
    m_context.workspace.setStage(stage);
    focusPage();
}

void MainWindow::showView(calls::Stage stage, int view)
{
    showStage(stage);
    page().showView(view);
}

void MainWindow::focusPage() { page().setFocus(); }  // the page hands it to where one types

namespace {

/// Turns the stacks above a field to it, as far as there are switches that do nothing else.
void turnTo(const QWidget& field, const QWidget& page)
{
    for (const QWidget* w = &field; w != &page && w->parentWidget(); w = w->parentWidget()) {
        auto* stack = qobject_cast<QStackedWidget*>(w->parentWidget());
        if (!stack || stack->currentWidget() == w)
            continue;
        for (auto* child : page.findChildren<QWidget*>()) {
            auto* turner = dynamic_cast<Switch*>(child);
            if (turner && turner->turned() == stack)
                turner->click(stack->indexOf(const_cast<QWidget*>(w)));
        }
    }
}

/// Brings a field on screen, in whichever view of its page it is.
bool bring(const FieldEdit& field, StagePage& page)
{
    for (int view = -1; view < static_cast<int>(page.views().size()); ++view) {
        if (view >= 0)
            page.showView(view);
        turnTo(field, page);
        if (field.isVisible())
            return true;
    }
    return false;
}

}  // namespace

bool MainWindow::putHandInto(const std::string& name)
{
    makePages();
    std::vector<FieldEdit*> fields;
    for (auto* field : findChildren<FieldEdit*>()) {
        const auto binding = field->binding();
        if (binding && binding->field.id == name)
            fields.push_back(field);
    }
    std::ranges::stable_partition(
        fields, [&](const FieldEdit* field) { return !field->binding()->get(m_context.workspace.job()); });
    for (FieldEdit* field : fields) {
        for (int i = 0; i < m_pages->count(); ++i) {
            if (!m_pages->widget(i)->isAncestorOf(field))
                continue;
            showStage(m_stages[static_cast<std::size_t>(i)].id);
            bring(*field, page());
        }
        if (!field->isVisible())
            continue;
        for (QWidget* w = field->parentWidget(); w; w = w->parentWidget()) {
            if (auto* area = qobject_cast<QScrollArea*>(w))
                area->ensureWidgetVisible(field);
        }
        field->edit()->setFocus(Qt::OtherFocusReason);
        return true;
    }
    return false;
}

void MainWindow::refresh()
{
    auto& workspace = m_context.workspace;
    const auto stage = static_cast<int>(stageIndex());
    if (!m_made.at(static_cast<std::size_t>(stage))) {
        (void)pageOf(static_cast<std::size_t>(stage));
        // What one types into may be there only when the new page has been laid out.
        QTimer::singleShot(0, this, &MainWindow::focusPage);
    }
    if (m_pages->currentIndex() != stage) {
        m_pages->setCurrentIndex(stage);
        focusPage();
    }
    m_stageButtons->button(stage)->setChecked(true);
    const bool inch = workspace.displayUnits().system == units::System::Inch;
    const bool night = m_context.look.style() == drawing::Style::NightShift;
    m_units->setText(inch ? tr("Units: inch") : tr("Units: metric"));
    m_style->setText(night ? tr("Style: dark") : tr("Style: light"));
    auto& document = workspace.document();
    setWindowTitle(tr("%1 (%2)%3 – Euryth")
                       .arg(QString::fromStdString(workspace.job().title), document.displayName(),
                            document.isDirty() ? QStringLiteral(" *") : QString()));
    QString title = QString::fromStdString(workspace.job().title);
    if (document.isDirty())
        title.prepend(
            QStringLiteral("* "));  // in front, where a narrow window does not cut it off; the strip below says it
    m_title->setWhole(title);
    m_title->setToolTip((document.path().isEmpty() ? document.displayName() : document.path()).toHtmlEscaped());
    // Big digits need the room, and whoever types from two metres away reads no sentences.
    m_calls->setVisible(!m_context.look.bigDigits());
    m_commands->refresh(workspace);
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
    if (event->type() == QEvent::ContextMenu && showTableMenu(watched, static_cast<QContextMenuEvent&>(*event)))
        return true;
    return QMainWindow::eventFilter(watched, event);
}

void MainWindow::resizeEvent(QResizeEvent* event)
{
    QMainWindow::resizeEvent(event);
    // On the screen of a bench PC (1366 x 768 less a title bar) the page comes first.
    constexpr int wide = 1280;
    constexpr int high = 760;
    const bool narrow = width() < wide;
    m_rack->setFixedWidth(narrow ? 120 : 148);
    m_calls->setFixedWidth(narrow ? 214 : 286);
    m_low = height() < high;
    for (StagePage* page : m_made) {
        if (page)
            page->setCompact(m_low);
    }
    m_ribbon->setMaximumHeight(height() < high ? m_ribbon->minimumHeight() : RibbonCanvas::kHeight);
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    if (!m_files.mayReplace())
        return event->ignore();
    for (const QPointer<SideWindow>& beside : m_beside) {
        if (beside)
            beside->close();
    }
    event->accept();
}

namespace {

QStringList localFiles(const QMimeData& data)
{
    QStringList paths;
    for (const QUrl& url : data.urls()) {
        if (url.isLocalFile())
            paths << url.toLocalFile();
    }
    return paths;
}

}  // namespace

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (anyTaken(*this, localFiles(*event->mimeData())))
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    // The other program's drag ends before anything is asked, else it would wait for the answer.
    event->acceptProposedAction();
    QMetaObject::invokeMethod(
        this, [this, paths = localFiles(*event->mimeData())] { takeGiven(*this, paths); }, Qt::QueuedConnection);
}

}  // namespace euryth::widgets
