// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/walk.hpp"

#include <functional>
#include <vector>

#include <QAction>
#include <QCoreApplication>
#include <QDir>
#include <QPixmap>
#include <QPushButton>

#include "cut/cut_page.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "survey/survey_page.hpp"

namespace euryth::widgets {

namespace {

void settle()
{
    // Queued repaints and rebuilt lists need a few rounds.
    constexpr int rounds = 6;
    for (int i = 0; i < rounds; ++i)
        QCoreApplication::processEvents();
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
}

}  // namespace

namespace {

/// The window on its way, and what a stop may do to it.
class Walk {
public:
    Walk(MainWindow& window, Context context) : m_window(window), m_context(context) {}

    void stage(CommandId id) { m_window.action(id)->trigger(); }
    void survey(SurveyPage::Tab tab)
    {
        stage(CommandId::StageSurvey);
        m_window.findChild<SurveyPage*>()->showTab(tab);
    }
    void shape(ShapePage::View view)
    {
        stage(CommandId::StageShape);
        auto* page = m_window.findChild<ShapePage*>();
        page->showView(view);
        (void)page->engine().finish();
        if (const auto pinch = m_context.workspace.analysis().places.pinch)
            m_context.workspace.chooseStation(*pinch);
    }
    void probe(ProbePage::View view)
    {
        stage(CommandId::StageProbe);
        auto* page = m_window.findChild<ProbePage*>();
        page->showView(view);
        if (const auto apex = m_context.workspace.analysis().places.shortSide;
            apex && view != ProbePage::View::Readings)
            m_context.workspace.chooseStation(*apex);
        page->virtualProbe().setShows(app::VirtualProbe::Shows::Instant);
        page->virtualProbe().solver().finish();
        if (view == ProbePage::View::Viscous)
            run(*page);
        const auto& air = page->virtualProbe().present().air;
        if (air && view == ProbePage::View::Virtual)
            page->virtualProbe().setTip({air->fastest.s, air->fastest.at});
        if (view == ProbePage::View::ShortSide)
            page->shortSideWork().finish();
    }
    /// A viscous run as the button starts it; where the flow package is not installed, the queue says so.
    void run(ProbePage& page)
    {
        page.findChild<QPushButton*>(QStringLiteral("viscousRun"))->click();
        page.viscousRuns().finish();
    }
    /// The floor of the short side laid back by a millimetre.
    void push()
    {
        probe(ProbePage::View::WhatIf);
        auto& virtualProbe = m_window.findChild<ProbePage*>()->virtualProbe();
        virtualProbe.push(*m_context.workspace.station(), geometry::Sector::Floor, lengthFromMm(1.0), true);
        virtualProbe.solver().finish();
    }
    void four(std::size_t port, std::size_t station)
    {
        if (!m_inFour)
            m_window.files().openDemoFour();
        m_inFour = true;
        m_context.workspace.choosePort(port);
        m_context.workspace.chooseStation(station);
    }
    /// The two ports that only the engine can tell apart.
    void trap()
    {
        constexpr std::size_t port = 2;  // I2 and I3
        constexpr std::size_t twin = 5;
        four(port, 3);
        stage(CommandId::StageShape);
        auto* page = m_window.findChild<ShapePage*>();
        page->showView(ShapePage::View::RunnerFlow);
        page->engine().setOther(twin);
        (void)page->engine().finish();
        m_context.workspace.refresh();
    }
    void look(bool inch, bool dark, bool big)
    {
        if ((m_context.workspace.displayUnits().system == units::System::Inch) != inch)
            stage(CommandId::SwitchUnits);
        if ((m_context.look.style() == drawing::Style::NightShift) != dark)
            stage(CommandId::SwitchStyle);
        m_context.look.setBigDigits(big);
    }

private:
    MainWindow& m_window;
    Context m_context;
    bool m_inFour = false;
};

struct Stop {
    const char* name;
    std::function<void(Walk&)> go;
};

std::vector<Stop> stops()
{
    using Tab = SurveyPage::Tab;
    using View = ShapePage::View;
    using Air = ProbePage::View;
    const auto survey = [](Tab tab) { return [tab](Walk& walk) { walk.survey(tab); }; };
    const auto shape = [](View view) { return [view](Walk& walk) { walk.shape(view); }; };
    const auto probe = [](Air view) { return [view](Walk& walk) { walk.probe(view); }; };
    return {{"survey", survey(Tab::Sections)},
            {"survey-walls", survey(Tab::Walls)},
            {"survey-valve-end", survey(Tab::ValveEnd)},
            {"survey-big-digits",
             [](Walk& walk) {
                 walk.look(true, false, true);
                 walk.survey(Tab::Sections);
             }},
            {"shape", shape(View::Area)},
            {"shape-sections", shape(View::Sections)},
            {"shape-valve-end", shape(View::ValveEnd)},
            {"shape-filling", shape(View::Filling)},
            {"shape-house", shape(View::House)},
            {"probe", probe(Air::Readings)},
            {"probe-virtual", probe(Air::Virtual)},
            {"probe-viscous", probe(Air::Viscous)},
            {"probe-walls", probe(Air::Walls)},
            {"probe-short-side", probe(Air::ShortSide)},
            {"probe-what-if", [](Walk& walk) { walk.push(); }},
            {"probe-side-by-side", probe(Air::Beside)},
            {"cut",
             [](Walk& walk) {
                 walk.look(false, true, false);
                 walk.stage(CommandId::StageCut);
             }},
            {"four-compare",
             [](Walk& walk) {
                 constexpr std::size_t shifted = 5;  // the port whose core is shifted
                 walk.four(shifted, 3);
                 walk.survey(Tab::Compare);
             }},
            {"four-trap", [](Walk& walk) { walk.trap(); }}};
}

}  // namespace

QString walkStages(MainWindow& window, Context context, const QString& folder)
{
    if (!QDir().mkpath(folder))
        return MainWindow::tr("The folder %1 cannot be made").arg(folder);
    window.resize(1280, 800);  // whatever the screen is, so that the pictures are alike
    Walk walk(window, context);
    for (const Stop& stop : stops()) {
        walk.look(false, false, false);
        stop.go(walk);
        settle();
        const QString path = QDir(folder).filePath(QString::fromLatin1(stop.name) + QStringLiteral(".png"));
        if (!window.grab().save(path))
            return MainWindow::tr("The picture %1 cannot be written").arg(path);
    }
    return {};
}

}  // namespace euryth::widgets
