// SPDX-License-Identifier: GPL-3.0-or-later
// Times what a person at the window waits for, on the demo with eight ports: each from the key to the painted window.
// As in the other benchmark each is also given as a multiple of sorting a hundred thousand numbers in the same process.
// An argument takes the rows that have it in their names.
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <functional>
#include <random>
#include <vector>

#include <QApplication>

#include "app/session.hpp"
#include "kit/canvas.hpp"
#include "kit/look.hpp"
#include "shell/application.hpp"
#include "shell/dialog_prompts.hpp"
#include "shell/main_window.hpp"

using namespace euryth;

namespace {

using Clock = std::chrono::steady_clock;

double since(Clock::time_point start)
{
    return std::chrono::duration<double, std::milli>(Clock::now() - start).count();
}

double middle(std::vector<double> times)
{
    std::ranges::nth_element(times, times.begin() + std::ssize(times) / 2);
    return times[times.size() / 2];
}

double yardstick()
{
    std::vector<double> times;
    for (int i = 0; i < 21; ++i) {
        std::mt19937 random(1);
        std::vector<double> numbers(100'000);
        std::ranges::generate(numbers, random);
        const auto start = Clock::now();
        std::ranges::sort(numbers);
        times.push_back(since(start));
    }
    return middle(times);
}

/// Until all that was asked for has been painted; what is worked out beside the window is not waited for.
void paint()
{
    QApplication::sendPostedEvents();
    QApplication::processEvents(QEventLoop::ExcludeUserInputEvents);
}

class Bench {
public:
    Bench(widgets::MainWindow& window, std::string only)
        : m_window(window),
          m_only(std::move(only)),
          m_yardstick(yardstick())
    {
    }

    template <class Do>
    void row(const std::string& what, double goal, Do act, int runs = 11)
    {
        if (what.find(m_only) == std::string::npos)
            return;
        std::vector<double> times;
        for (int i = 0; i < runs; ++i) {
            settle();
            const auto start = Clock::now();
            act(i);
            paint();
            times.push_back(since(start));
        }
        const double worst = std::ranges::max(times);
        std::printf("%-36s %8.1f ms  worst %8.1f ms  %7.2f x   goal %.0f ms\n", what.c_str(), middle(times), worst,
                    middle(times) / m_yardstick, goal);
    }

    /// What is done before each time, outside of it.
    std::function<void()> before;

private:
    void settle()
    {
        if (before)
            before();
        m_window.workspace().finishJudging();
        for (int i = 0; i < 3; ++i)
            paint();
    }

    widgets::MainWindow& m_window;
    std::string m_only;
    double m_yardstick;
};

/// Of the stage that is shown; one without a switch has one.
int viewsOf(widgets::MainWindow& window) { return std::max(1, static_cast<int>(window.page().views().size())); }

}  // namespace

int main(int argc, char** argv)
{
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    drawing::loadFonts();
    app::Session session;
    session.workspace().judgeBeside();
    widgets::Look look;
    widgets::MainWindow window({session, look}, widgets::dialogPrompts());
    window.resize(1280, 800);
    window.files().openDemoFour();
    window.show();
    Bench bench(window, argc > 1 ? argv[1] : "");
    auto& workspace = session.workspace();
    constexpr double goalOfEdit = 16.0;
    constexpr double goalOfStage = 100.0;
    constexpr std::size_t inTheMiddle = 5;
    workspace.chooseStation(inTheMiddle);
    std::printf("eight ports, %zu stations in the first; each to the painted window\n",
                workspace.port()->stations.size());
    for (const widgets::StageInfo& stage : window.stages()) {
        const auto other = stage.id == calls::Stage::Survey ? calls::Stage::Shape : calls::Stage::Survey;
        bench.before = [&] { window.showStage(other); };
        bench.row("stage " + std::string(stage.id.key), goalOfStage, [&](int) { window.showStage(stage.id); });
    }
    bench.before = nullptr;
    for (const widgets::StageInfo& stage : window.stages()) {
        window.showStage(stage.id);
        for (int view = 0; view < viewsOf(window); ++view) {
            window.page().showView(view);
            const std::string where = std::string(stage.id.key) + " " + std::to_string(view + 1);
            bench.row("a width changes, seen in " + where, goalOfEdit, [&](int i) {
                workspace.document().apply(QStringLiteral("width"), [i](job::Job& job) {
                    job.ports.front().stations[2].section.shape.width = lengthFromMm(34.0 + 0.01 * i);
                });
            });
            bench.row("another station, seen in " + where, goalOfEdit,
                      [&](int i) { workspace.stepStation(i % 2 == 0 ? 1 : -1); });
        }
    }
    window.showStage(calls::Stage::Survey);
    for (auto* canvas : window.findChildren<widgets::Canvas*>()) {
        if (canvas->isVisible())
            bench.row("painting " + canvas->objectName().toStdString(), goalOfEdit, [&](int) { canvas->repaint(); });
    }
    bench.row("another port", goalOfStage,
              [&](int i) { workspace.choosePort(static_cast<std::size_t>(i) % workspace.job().ports.size()); });
    bench.row(
        "another style", goalOfStage,
        [&](int i) { look.setStyle(i % 2 == 0 ? drawing::Style::NightShift : drawing::Style::Paper); }, 5);
    return 0;
}
