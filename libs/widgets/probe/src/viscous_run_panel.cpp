// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include <QCheckBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QListWidget>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QSpinBox>
#include <QThread>

#include "app/language.hpp"
#include "kit/chart_canvas.hpp"
#include "kit/engine_canvases.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "viscous_parts.hpp"

namespace euryth::widgets {

using app::ViscousRuns;
using State = ViscousRuns::State;

namespace {

constexpr int kMostSteps = exports::CaseOptions{}.steps;

/// "45 s", "3 min".
QString duration(double seconds)
{
    constexpr double longest = 90.0;
    constexpr double minute = 60.0;
    return seconds < longest ? tr("%1 s").arg(std::max(1L, std::lround(seconds)))
                             : tr("%1 min").arg(std::lround(seconds / minute));
}

QString itemText(const ViscousRuns::Item& item)
{
    const QString name = QStringLiteral("%1 %2, %3")
                             .arg(QString::fromStdString(item.wish.port),
                                  app::shown(viscous::nameOf(item.wish.variant)), qualityName(item.wish.quality));
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
class ConvergenceCanvas : public ChartCanvas {
public:
    ConvergenceCanvas(Context context, ViscousRuns& runs) : ChartCanvas(context, 1), m_runs(runs)
    {
        setObjectName(QStringLiteral("convergence"));
        setMinimumHeight(80);
        setAccessibleName(tr("How the run converges"));
        connect(&runs, &ViscousRuns::changed, this, &Canvas::outdate);
    }

protected:
    [[nodiscard]] std::vector<drawing::ChartScene> makeCharts() const override
    {
        drawing::ChartScene chart;
        chart.title = tr("Residuals as powers of ten");
        chart.xTitle = tr("step");
        chart.units = workspace().displayUnits();
        chart.fromZero = false;
        const auto* item = m_runs.current();
        if (!item || item->history.size() < 2) {
            chart.missing = m_runs.isWorking() ? tr("Begins...") : tr("Nothing has run yet.");
            return {chart};
        }
        drawing::ChartLine speeds{tr("speed"), drawing::LineStyle::Now, {}};
        drawing::ChartLine pressure{tr("pressure"), drawing::LineStyle::Other, {}};
        for (const viscous::Progress& step : item->history) {
            constexpr double least = 1e-12;
            speeds.points.emplace_back(step.step, std::log10(std::max(step.velocity, least)));
            pressure.points.emplace_back(step.step, std::log10(std::max(step.pressure, least)));
        }
        chart.lines = {std::move(speeds), std::move(pressure)};
        return {chart};
    }

private:
    ViscousRuns& m_runs;
};

/// Quality, cores, what is run; the button; the queue.
class RunPanel : public Panel {
public:
    RunPanel(Context context, app::VirtualProbe& probe, ViscousRuns& runs,
             const std::function<void(port_field::Quality)>& exportCase)
        : Panel(tr("Viscous run")),
          m_context(context),
          m_probe(probe),
          m_runs(runs),
          m_run(new QPushButton(tr("&Run"))),
          m_stop(new QPushButton(tr("Stop"))),
          m_expected(quietLabel({})),
          m_cores(new QSpinBox),
          m_limit(new QSpinBox),
          m_bar(new QProgressBar),
          m_list(new QListWidget)
    {
        auto* qualities = new Switch(
            {tr("Coarse"), tr("Normal"), tr("Fine")},
            [this](int i) {
                m_choice.quality = static_cast<port_field::Quality>(i);
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
        setFocusProxy(m_run);
        refresh();
    }

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
        auto* cores = new WrapLabel(tr("c&ores"));
        cores->setBuddy(m_cores);
        auto* limit = new WrapLabel(tr("a&t most"));
        limit->setBuddy(m_limit);
        auto* row = new QHBoxLayout;
        for (QWidget* part : {static_cast<QWidget*>(cores), static_cast<QWidget*>(m_cores),
                              static_cast<QWidget*>(limit), static_cast<QWidget*>(m_limit)})
            row->addWidget(part);
        row->addStretch(1);
        body()->addLayout(row);
    }
    void addButtons(const std::function<void(port_field::Quality)>& exportCase)
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
        for (const Phrase& missing : wishes.missing)
            m_missing << m_context.workspace.text(missing);
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
        if (m_context.workspace.document().path().isEmpty() && m_probe.present().found)
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

QString qualityName(port_field::Quality quality) { return app::shown(port_field::nameOf(quality)); }

QWidget* makeRunPanel(Context context, app::VirtualProbe& probe, ViscousRuns& runs,
                      const std::function<void(port_field::Quality)>& exportCase)
{
    return new RunPanel(context, probe, runs, exportCase);
}

}  // namespace euryth::widgets
