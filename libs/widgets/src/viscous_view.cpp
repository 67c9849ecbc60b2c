// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include <QButtonGroup>
#include <QCheckBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QListWidget>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QStackedWidget>
#include <QThread>

#include "virtual_parts.hpp"
#include "widgets/engine_canvases.hpp"
#include "widgets/pages.hpp"

namespace euryth::widgets {

using app::ViscousRuns;
using geometry::Sector;
using units::Kind;
using State = ViscousRuns::State;

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Viscous", text); }

constexpr int kMostSteps = exports::CaseOptions{}.steps;

/// "45 s", "3 min".
QString duration(double seconds)
{
    constexpr double longest = 90.0;
    constexpr double minute = 60.0;
    return seconds < longest ? tr("%1 s").arg(std::max(1L, std::lround(seconds)))
                             : tr("%1 min").arg(std::lround(seconds / minute));
}

QString qualityName(exports::Quality quality)
{
    return tr(exports::kQualityNames.at(static_cast<std::size_t>(quality)));
}

QString itemText(const ViscousRuns::Item& item)
{
    const QString name = QStringLiteral("%1 %2, %3")
                             .arg(QString::fromStdString(item.wish.port), QString::fromStdString(item.wish.variant),
                                  qualityName(item.wish.quality));
    switch (item.state) {
    case State::Waiting: return tr("%1: waits").arg(name);
    case State::Running:
        return item.history.empty() ? tr("%1: the mesh is being made").arg(name)
                                    : tr("%1: step %2").arg(name).arg(item.history.back().step);
    case State::Done: return tr("%1: done in %2").arg(name, duration(item.seconds));
    case State::Stopped: return tr("%1: stopped").arg(name);
    case State::Failed: return tr("%1: %2").arg(name, item.message);
    }
    return name;
}

/// How the equations' residuals fall, on a logarithmic scale.
class ConvergenceCanvas : public Canvas {
public:
    ConvergenceCanvas(Context context, ViscousRuns& runs) : Canvas(context), m_runs(runs)
    {
        setObjectName(QStringLiteral("convergence"));
        setMinimumHeight(80);
        setAccessibleName(tr("How the run converges"));
        connect(&runs, &ViscousRuns::changed, this, qOverload<>(&QWidget::update));
    }
    [[nodiscard]] drawing::ChartScene chart() const
    {
        drawing::ChartScene chart;
        chart.title = tr("Residuals as powers of ten");
        chart.xTitle = tr("step");
        chart.units = workspace().displayUnits();
        chart.fromZero = false;
        const auto* item = m_runs.current();
        if (!item || item->history.size() < 2) {
            chart.missing = m_runs.isWorking() ? tr("Begins...") : tr("Nothing has run yet.");
            return chart;
        }
        drawing::ChartLine speeds{tr("speed"), drawing::LineStyle::Now, {}};
        drawing::ChartLine pressure{tr("pressure"), drawing::LineStyle::Other, {}};
        for (const viscous::Progress& step : item->history) {
            constexpr double least = 1e-12;
            speeds.points.emplace_back(step.step, std::log10(std::max(step.velocity, least)));
            pressure.points.emplace_back(step.step, std::log10(std::max(step.pressure, least)));
        }
        chart.lines = {std::move(speeds), std::move(pressure)};
        return chart;
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        drawing::paintChart(painter, theme(), chart(), area());
    }

private:
    ViscousRuns& m_runs;
};

/// Where the port loses its pressure, and how much of each section flows.
class LossCanvas : public Canvas {
public:
    LossCanvas(Context context, app::VirtualProbe& probe) : Canvas(context), m_probe(probe)
    {
        setObjectName(QStringLiteral("lossAlong"));
        setMinimumHeight(120);
        setAccessibleName(tr("Total pressure lost along the runner, and the share of each section that flows"));
        connect(&probe, &app::VirtualProbe::changed, this, qOverload<>(&QWidget::update));
    }
    [[nodiscard]] std::vector<drawing::ChartScene> charts() const
    {
        const auto& w = workspace();
        std::vector<drawing::ChartScene> charts(2);
        charts[0].title = tr("Total pressure lost, %1").arg(w.symbol(Kind::Depression));
        charts[0].yKind = Kind::Depression;
        charts[1].title = tr("Share that flows, %1").arg(w.symbol(Kind::Percent));
        charts[1].yKind = Kind::Percent;
        charts[1].fromZero = false;
        const auto& side = m_probe.present();
        for (auto& chart : charts) {
            chart.units = w.displayUnits();
            chart.xKind = Kind::Position;
            chart.xTitle = tr("from the window, %1").arg(w.symbol(Kind::Position));
            if (!side.viscous)
                chart.missing = tr("Known after a run.");
        }
        if (!side.viscous)
            return charts;
        const auto& air = *side.viscous->run.solved.air;
        drawing::ChartLine lost{QString(), drawing::LineStyle::Now, {}};
        drawing::ChartLine flowing{QString(), drawing::LineStyle::Now, {}};
        for (const judgement::LayerAir& layer : air.layers()) {
            lost.points.emplace_back(layer.s.si(), layer.lost.si());
            flowing.points.emplace_back(layer.s.si(), layer.flowing);
        }
        charts[0].lines = {std::move(lost)};
        charts[1].lines = {std::move(flowing)};
        return charts;
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        drawing::paintCharts(painter, theme(), charts(), area(), 2);
    }

private:
    app::VirtualProbe& m_probe;
};

QString percentChange(const app::Workspace& w, double from, double to)
{
    return to == 0.0 ? (from == 0.0 ? w.text(Kind::Percent, 0.0) : tr("all of it"))
                     : w.text(Kind::Percent, std::abs(from / to - 1.0));
}

/// What the choice of the mesh changes: the uncertainty.
QString meshText(const app::Workspace& w, const ViscousRuns& runs, const judgement::PortShape& shape)
{
    const auto change = app::meshChange(runs, shape);
    if (!change)
        return tr("One mesh only. A run with \"second mesh\" ticked tells.");
    return tr("%1 against %2 mesh: fastest %3, loss %4, dead %5, least that flows %6 apart. No better are these.")
        .arg(qualityName(change->coarser), qualityName(change->finer),
             percentChange(w, change->from.fastest.si(), change->to.fastest.si()),
             percentChange(w, change->from.lost.si(), change->to.lost.si()),
             percentChange(w, change->from.dead.si(), change->to.dead.si()),
             percentChange(w, change->from.flowing, change->to.flowing));
}

/// Between which neighbouring stations the most is lost, with its share of the whole.
QString worstStretch(const app::Workspace& w, const judgement::ViscousAir& air)
{
    const auto& sections = air.port().shape().sections;
    std::size_t worst = 0;
    double most = 0.0;
    for (std::size_t i = 0; i + 1 < sections.size(); ++i) {
        const double lost = std::abs((air.layerAt(sections[i + 1].s).lost - air.layerAt(sections[i].s).lost).si());
        if (lost > most) {
            most = lost;
            worst = i;
        }
    }
    return tr("%1; most between %2 and %3 (%4)")
        .arg(w.text(Kind::Depression, air.lost().si()), w.number(Kind::Position, sections[worst].s.si()),
             w.text(Kind::Position, sections[worst + 1].s.si()), w.text(Kind::Percent, most / air.lost().si()));
}

/// Where floor and roof let go by the run and by the boundary layer.
QString letsGoText(const app::Workspace& w, const judgement::ViscousAir& air, const judgement::AirInPort& instant)
{
    QStringList parts;
    for (const Sector sector : {Sector::Floor, Sector::Roof}) {
        const auto run = air.letsGoAt(sector);
        const auto& wall = instant.walls[geometry::index(sector)];
        parts << tr("%1 %2 (layer: %3)")
                     .arg(sectorText(sector), run ? w.text(Kind::Position, run->si()) : tr("holds"),
                          wall.liftsOff() ? w.text(Kind::Position, wall.liftsOffAt->si())
                          : wall.near()   ? tr("near")
                                          : tr("holds"));
    }
    return parts.join(QStringLiteral("; "));
}

QString deadText(const app::Workspace& w, const judgement::ViscousAir& air)
{
    QStringList parts;
    for (const judgement::DeadRegion& region : air.dead()) {
        parts << tr("%1 on the %2, %3 to %4")
                     .arg(w.text(Kind::Volume, region.volume.si()), region.roof ? tr("roof") : tr("floor"),
                          w.number(Kind::Position, region.from.si()), w.text(Kind::Position, region.to.si()));
    }
    return parts.isEmpty() ? tr("no dead region") : parts.join(QStringLiteral("; "));
}

QString numbersText(const app::Workspace& w, const app::VirtualProbe& probe, const ViscousRuns& runs)
{
    const auto& side = probe.present();
    if (!side.viscous || !side.instantAir)
        return {};
    const auto& run = side.viscous->run;
    const judgement::ViscousAir& air = *run.solved.air;
    const auto fastest = judgement::fastestPlace(air.port(), air.at().flow);
    const auto instant = judgement::fastestPlace(side.instant->port, air.at().flow);
    const auto place = [&](const judgement::FastestPlace& p) {
        return tr("%1, %2 at %3")
            .arg(w.text(Kind::Speed, p.speed.si()), QString::fromStdString(p.name), w.text(Kind::Position, p.s.si()));
    };
    const auto row = [](const QString& name, const QString& text) {
        return QStringLiteral("<tr><td style='padding-right:10px; white-space:nowrap'><b>%1</b></td><td>%2</td></tr>")
            .arg(name, text);
    };
    const auto& narrowest = air.narrowest();
    const auto& throat = air.port().shape().airFromValve ? air.layers().front() : air.layers().back();
    const auto swings = std::ranges::max_element(air.layers(), {}, &judgement::LayerAir::turbulence);
    QString text = QStringLiteral("<table cellspacing=0 cellpadding=1>");
    text += row(tr("Run"), runName(w, run));
    text += row(tr("Fastest"), tr("%1; instant %2").arg(place(fastest), place(instant)));
    text += row(tr("Flows"), tr("%1 of the throat; least %2 at %3")
                                 .arg(w.text(Kind::Percent, throat.flowing), w.text(Kind::Percent, narrowest.flowing),
                                      w.text(Kind::Position, narrowest.s.si())));
    text += row(tr("Dead"), deadText(w, air));
    text += row(tr("Lets go"), letsGoText(w, air, *side.instantAir));
    text += row(tr("Loses"), worstStretch(w, air));
    text +=
        row(tr("Swings"), tr("up to %1 of the mean at %2: much is a hint of flutter")
                              .arg(w.text(Kind::Percent, swings->turbulence), w.text(Kind::Position, swings->s.si())));
    return text + row(tr("Sure?"), meshText(w, runs, *side.shape)) + QStringLiteral("</table>");
}

/// What there is to say while there is no run of this shape.
QString noRunText(const app::Workspace& w, const app::VirtualProbe& probe, const ViscousRuns& runs)
{
    const auto& side = probe.present();
    if (!side.shape || !w.port())
        return tr("No run yet. Missing: %1.").arg(QString::fromStdString(side.shape.missing));
    if (const auto old = runs.stale(w.port()->id, app::kAsItIs, *side.shape))
        return tr("The last run (%1) is out of date: %2 has changed since. Run it again.")
            .arg(runName(w, old->run),
                 w.text(judgement::differenceOf(old->run.solved.air->port().shape(), *side.shape)));
    return tr(
        "No run of this shape yet. Run shows where the air is dead behind the short side, how fast it really runs "
        "beside that, and where the pressure goes.");
}

/// Quality, cores, what is run; the button; the queue.
class RunPanel : public Panel {
public:
    RunPanel(Context context, app::VirtualProbe& probe, ViscousRuns& runs,
             const std::function<void(exports::Quality)>& exportCase)
        : Panel(tr("Viscous run")),
          m_context(context),
          m_probe(probe),
          m_runs(runs),
          m_run(new QPushButton(tr("&Run"))),
          m_stop(new QPushButton(tr("Stop"))),
          m_expected(quietLabel({}, context)),
          m_cores(new QSpinBox),
          m_limit(new QSpinBox),
          m_bar(new QProgressBar),
          m_list(new QListWidget)
    {
        auto* qualities = makeSwitch(
            {tr("Coarse"), tr("Normal"), tr("Fine")},
            [this](int i) {
                m_choice.quality = static_cast<exports::Quality>(i);
                refresh();
            },
            QStringLiteral("viscousQuality"));
        qualities->setToolTip(tr("How fine the mesh is: about 7,000, 22,000 or 53,000 cells"));
        body()->addWidget(qualities);
        m_expected->setObjectName(QStringLiteral("viscousExpected"));
        body()->addWidget(m_expected);
        addChoices();
        addNumbers();
        addButtons(exportCase);
        m_bar->setRange(0, kMostSteps);
        m_bar->setTextVisible(false);
        m_bar->setFixedHeight(8);
        body()->addWidget(m_bar);
        m_list->setObjectName(QStringLiteral("viscousQueue"));
        m_list->setWordWrap(true);
        m_list->setFixedHeight(58);
        m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        m_list->setAccessibleName(tr("Queue of runs"));
        body()->addWidget(m_list);
        body()->addWidget(new ConvergenceCanvas(context, runs), 1);
        connect(&runs, &ViscousRuns::changed, this, [this] { refresh(); });
        connect(&probe, &app::VirtualProbe::changed, this, [this] { refresh(); });
        refresh();
    }
    [[nodiscard]] QWidget* runButton() const { return m_run; }

private:
    void addChoices()
    {
        const auto box = [this](const QString& text, const char* name, bool app::RunChoice::*member) {
            auto* check = new QCheckBox(text);
            check->setObjectName(QString::fromLatin1(name));
            connect(check, &QCheckBox::toggled, this, [this, member](bool on) {
                m_choice.*member = on;
                refresh();
            });
            return check;
        };
        auto* grid = new QGridLayout;
        grid->setVerticalSpacing(2);
        grid->addWidget(box(tr("after the &cuts too"), "runAfterCuts", &app::RunChoice::afterCuts), 0, 0);
        grid->addWidget(box(tr("as pla&nned too"), "runAsPlanned", &app::RunChoice::asPlanned), 0, 1);
        auto* all = box(tr("&all ports"), "runAllPorts", &app::RunChoice::allPorts);
        auto* second = box(tr("second &mesh"), "runSecondMesh", &app::RunChoice::secondMesh);
        second->setToolTip(tr("Runs another mesh too: what changes between both is how unsure the numbers are"));
        grid->addWidget(all, 1, 0);
        grid->addWidget(second, 1, 1);
        body()->addLayout(grid);
    }
    void addNumbers()
    {
        m_cores->setObjectName(QStringLiteral("viscousCores"));
        m_cores->setRange(1, std::max(2, QThread::idealThreadCount()));
        m_cores->setToolTip(tr("On more than one core the port is cut across its length"));
        m_limit->setObjectName(QStringLiteral("viscousLimit"));
        m_limit->setRange(1, 24 * 60);
        m_limit->setValue(static_cast<int>(m_runs.how().limit.count()));
        m_limit->setSuffix(tr(" min"));
        m_limit->setToolTip(tr("A run that takes longer is ended"));
        const auto tell = [this] {
            auto how = m_runs.how();
            how.cores = m_cores->value();
            how.limit = std::chrono::minutes(m_limit->value());
            m_runs.setHow(how);
            refresh();
        };
        connect(m_cores, &QSpinBox::valueChanged, this, tell);
        connect(m_limit, &QSpinBox::valueChanged, this, tell);
        auto* cores = new QLabel(tr("c&ores"));
        cores->setBuddy(m_cores);
        auto* limit = new QLabel(tr("a&t most"));
        limit->setBuddy(m_limit);
        auto* row = new QHBoxLayout;
        for (QWidget* part : {static_cast<QWidget*>(cores), static_cast<QWidget*>(m_cores),
                              static_cast<QWidget*>(limit), static_cast<QWidget*>(m_limit)})
            row->addWidget(part);
        row->addStretch(1);
        body()->addLayout(row);
    }
    void addButtons(const std::function<void(exports::Quality)>& exportCase)
    {
        m_run->setObjectName(QStringLiteral("viscousRun"));
        m_run->setProperty("primary", true);
        m_stop->setObjectName(QStringLiteral("viscousStop"));
        m_stop->setToolTip(tr("Ends the run and empties the queue"));
        auto* save = new QPushButton(tr("E&xport case..."));
        save->setObjectName(QStringLiteral("exportCase"));
        save->setToolTip(tr("Writes the whole case as a folder, to be run elsewhere: on a cluster, say"));
        connect(m_run, &QPushButton::clicked, this, [this] { begin(); });
        connect(m_stop, &QPushButton::clicked, this, [this] { m_runs.stopAll(); });
        connect(save, &QPushButton::clicked, this, [this, exportCase] { exportCase(m_choice.quality); });
        auto* row = new QHBoxLayout;
        row->addWidget(m_run, 1);
        row->addWidget(m_stop);
        row->addWidget(save);
        body()->addLayout(row);
    }
    void begin()
    {
        m_runs.clearEnded();
        const auto wishes = app::wishesOf(m_context.workspace, m_probe.flow(), m_choice);
        for (const auto& wish : wishes.runs)
            m_runs.add(wish);
        m_missing.clear();
        for (const std::string& missing : wishes.missing)
            m_missing << QString::fromStdString(missing);
        refresh();
    }
    void refresh()
    {
        m_stop->setEnabled(m_runs.isWorking());
        double seconds = m_runs.expectedSeconds(m_choice.quality);
        if (m_choice.secondMesh)
            seconds += m_runs.expectedSeconds(app::secondMeshOf(m_choice.quality));
        seconds *= 1 + (m_choice.afterCuts ? 1 : 0) + (m_choice.asPlanned ? 1 : 0);
        m_expected->setText(m_choice.allPorts ? tr("about %1 a port").arg(duration(seconds))
                                              : tr("about %1").arg(duration(seconds)));
        const auto* current = m_runs.current();
        const bool running = current && current->state == State::Running;
        m_bar->setVisible(running);
        if (running) {
            const int step = current->history.empty() ? 0 : current->history.back().step;
            m_bar->setValue(step);
            if (step > 0)
                m_expected->setText(
                    tr("at most %1 left of this run").arg(duration(current->seconds / step * (kMostSteps - step))));
        }
        QStringList lines = m_missing;
        for (const auto& item : m_runs.items())
            lines << itemText(item);
        if (!m_runs.trouble().isEmpty())
            lines << m_runs.trouble();
        if (m_context.workspace.document().path().isEmpty() && m_probe.present().viscous)
            lines << tr("Save the job to keep its runs beside it.");
        if (lines.isEmpty())
            lines << tr("The queue is empty.");
        if (lines == m_lines)
            return;
        m_lines = lines;
        m_list->clear();
        m_list->addItems(lines);
        m_list->scrollToBottom();
    }

    Context m_context;
    app::VirtualProbe& m_probe;
    ViscousRuns& m_runs;
    app::RunChoice m_choice;
    QPushButton* m_run;
    QPushButton* m_stop;
    QLabel* m_expected;
    QSpinBox* m_cores;
    QSpinBox* m_limit;
    QProgressBar* m_bar;
    QListWidget* m_list;
    QStringList m_missing;
    QStringList m_lines;
};

}  // namespace

QWidget* makeShowsSwitch(app::VirtualProbe& probe)
{
    using Shows = app::VirtualProbe::Shows;
    auto* shows = makeSwitch(
        {tr("Instant"), tr("Viscous"), tr("Difference")}, [&probe](int i) { probe.setShows(static_cast<Shows>(i)); },
        QStringLiteral("fieldShows"));
    shows->setToolTip(
        tr("Whose speeds are shown: those of the instant field, those of a viscous run, or by how much the "
           "air of the run is faster"));
    auto* group = shows->findChild<QButtonGroup*>();
    QObject::connect(&probe, &app::VirtualProbe::changed, shows,
                     [&probe, group] { group->button(static_cast<int>(probe.shows()))->setChecked(true); });
    return shows;
}

QWidget* makeViscousView(Context context, app::VirtualProbe& probe, ViscousRuns& runs,
                         std::function<void(exports::Quality)> exportCase)
{
    auto* view = new QWidget;
    view->setObjectName(QStringLiteral("viscousView"));
    auto* run = new RunPanel(context, probe, runs, exportCase);
    constexpr int runWidth = 296;
    run->setFixedWidth(runWidth);
    auto* longPanel = new Panel(tr("Long section"));
    longPanel->setNote(tr("red: edge of dead air; ring: fastest"));
    auto* along = new FieldLongCanvas(context, probe);
    along->setObjectName(QStringLiteral("viscousLong"));
    longPanel->body()->addWidget(along, 1);
    auto* found = new Panel(tr("What it found"));
    auto* numbers = probeLabel(probe, "viscousFound", [&w = context.workspace, &probe, &runs] {
        const QString text = numbersText(w, probe, runs);
        return text.isEmpty() ? noRunText(w, probe, runs) : text;
    });
    numbers->setWordWrap(true);
    numbers->setAlignment(Qt::AlignTop);
    numbers->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    numbers->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    auto* pages = new QStackedWidget;
    auto* scroll = new QScrollArea;
    scroll->setWidget(numbers);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    pages->addWidget(scroll);
    pages->addWidget(new LossCanvas(context, probe));
    found->addTool(makeSwitch(
        {tr("In numbers"), tr("Along the runner")}, [pages](int i) { pages->setCurrentIndex(i); },
        QStringLiteral("foundShows")));
    found->body()->addWidget(pages, 1);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    right->addWidget(longPanel, 4);
    right->addWidget(found, 5);
    auto* row = new QHBoxLayout(view);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    row->addWidget(run);
    row->addLayout(right, 1);
    // Who has waited for a run wants to see it.
    QObject::connect(&runs, &ViscousRuns::arrived, view, [view, &probe] {
        if (view->isVisible() && probe.present().viscous && probe.shows() == app::VirtualProbe::Shows::Instant)
            probe.setShows(app::VirtualProbe::Shows::Viscous);
    });
    view->setFocusProxy(run->runButton());
    return view;
}

}  // namespace euryth::widgets
