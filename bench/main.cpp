// SPDX-License-Identifier: GPL-3.0-or-later
// Times the work that a person waits for. Absolute times depend on the machine; each is also given as a multiple of a
// yardstick that runs in the same process: sorting a hundred thousand numbers.
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <random>
#include <vector>

#include <unistd.h>

#include "calls/calls.hpp"
#include "engine/engine_run.hpp"
#include "exports/flow_case.hpp"
#include "field/field.hpp"
#include "files/job_file.hpp"
#include "geometry/area_curve.hpp"
#include "geometry/findings.hpp"
#include "port_field/walls.hpp"
#include "units/format.hpp"
#include "work/queue.hpp"
#include "work/templates.hpp"

using namespace euryth;

namespace {

using Clock = std::chrono::steady_clock;

/// Median time of one call in milliseconds.
template <class F>
double milliseconds(F work, int runs = 21)
{
    std::vector<double> times;
    for (int i = 0; i < runs; ++i) {
        const auto start = Clock::now();
        work();
        times.push_back(std::chrono::duration<double, std::milli>(Clock::now() - start).count());
    }
    std::ranges::nth_element(times, times.begin() + runs / 2);
    return times[static_cast<std::size_t>(runs / 2)];
}

volatile double g_keep = 0.0;  // results go here so that no work is left out

void sortNumbers()
{
    std::mt19937 random(1);
    std::vector<double> numbers(100'000);
    std::ranges::generate(numbers, random);
    std::ranges::sort(numbers);
    g_keep = numbers.front();
}

job::Port withStations(const job::Port& demo, std::size_t count)
{
    job::Port port = demo;
    port.stations.clear();
    const double last = demo.stations.back().s.si();
    for (std::size_t i = 0; i < count; ++i) {
        const double share = static_cast<double>(i) / static_cast<double>(count - 1);
        job::Station station =
            demo.stations[static_cast<std::size_t>(share * static_cast<double>(demo.stations.size() - 1))];
        station.s = Length::fromSi(share * last);
        port.stations.push_back(station);
    }
    port.probes.clear();
    return port;
}

/// 16 ports of 40 stations with 200 probe sets in all.
std::string largeJobText(const job::Job& demo)
{
    constexpr int ports = 16;
    constexpr int sets = 200;
    job::Job large = demo;
    large.ports.clear();
    for (int p = 0; p < ports; ++p) {
        job::Port port = withStations(demo.ports[0], 40);
        port.id = "I" + std::to_string(p + 1);
        for (int i = p; i < sets; i += ports) {
            job::ProbeSet set = demo.ports[0].probes[0];
            set.id = "P" + std::to_string(i);
            set.stationS = port.stations[static_cast<std::size_t>(i % 40)].s;
            port.probes.push_back(set);
        }
        large.ports.push_back(std::move(port));
    }
    return files::jobText(large);
}

/// The potential solver of the Debian package `openfoam` on the same mesh, where it is installed: the whole program, as
/// a person would have to wait for it, reading its files included; beside what does the same in Euryth: meshing, the
/// potential, and velocities everywhere.
void againstPackage(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    if (std::system("command -v potentialFoam > /dev/null 2>&1") != 0) {
        std::printf("%-58s not measured: the package openfoam is not installed\n", "the same mesh in potentialFoam");
        return;
    }
    const auto solved = port_field::virtualPort(port, analysis, port_field::Quality::Fine);
    const auto folder = std::filesystem::temp_directory_path() / ("euryth-bench-" + std::to_string(getpid()));
    const auto run = [&](double flow) {
        const auto written =
            exports::writeCase(folder, exports::potentialCase(*solved.value, VolumeFlow::fromSi(flow)));
        if (!written)
            std::printf("%s\n", units::render(written.error(), {}).c_str());
        const std::string command = "WM_PROJECT_DIR=${WM_PROJECT_DIR:-/usr/share/openfoam} potentialFoam -case '" +
                                    folder.string() + "' > '" + (folder / "log").string() + "' 2>&1";
        return milliseconds(
            [&] {
                std::filesystem::remove(folder / "0" / "Phi");
                if (std::system(command.c_str()) != 0)
                    std::printf("potentialFoam failed: see %s\n", (folder / "log").c_str());
            },
            3);
    };
    const double ours = milliseconds(
        [&] {
            g_keep = field::Field(field::meshOf(solved->shape().sections, field::kFull, solved->shape().obstacles))
                         .corrections()
                         .front();
        },
        5);
    const double whole = run(0.08);
    const double still = run(0.0);  // nothing to solve: reading and starting alone
    std::printf("%-58s %9.3f ms\n", "mesh, potential and velocities alone, 60,000 nodes", ours);
    std::printf("%-58s %9.3f ms, %.1f times that; without reading and starting %.3f ms, %.1f times\n",
                "the same mesh in potentialFoam", whole, whole / ours, whole - still, (whole - still) / ours);
    std::filesystem::remove_all(folder);
}

/// A shop of a thousand jobs, each with the operations of a full port.
void aThousandJobs(const auto& report)
{
    std::vector<work::Card> cards;
    job::Shop shop;
    for (const char* name : {"A", "B", "C"})
        shop.people.push_back({name, 8.0, {}, {}});
    for (int i = 0; i < 1000; ++i) {
        job::Job job;
        for (int port = 0; port < 8; ++port)
            job.ports.emplace_back().id = "P" + std::to_string(port);
        job.work.promised = work::textOf(*work::dayOf("2026-03-25") + std::chrono::days(i));
        job.work.operations = work::operationsFor(job, shop, "full port", {});
        cards.push_back({std::to_string(i) + ".euryth.json", job});
    }
    report("queue of a thousand jobs with 20 operations each",
           milliseconds(
               [&] {
                   const auto queue = work::queueOf(shop, cards, *work::dayOf("2026-03-25"));
                   g_keep = static_cast<double>(queue.rows.size());
               },
               3),
           1000);
    std::vector<std::string> texts;
    for (const work::Card& card : cards)
        texts.push_back(files::jobText(card.job));
    report("reading the thousand jobs as the index keeps them",
           milliseconds(
               [&] {
                   double read = 0.0;
                   for (const std::string& text : texts)
                       read += files::parseJob(text) ? 1.0 : 0.0;
                   g_keep = read;
               },
               3),
           1000);
}

}  // namespace

int main()
{
    const auto demo = files::loadJob(EURYTH_DEMO_JOB);
    if (!demo) {
        for (const Phrase& line : demo.error().lines())
            std::fprintf(stderr, "%s\n", units::render(line, {}).c_str());
        return EXIT_FAILURE;
    }
    const double yardstick = milliseconds(sortNumbers);
    const auto report = [&](const char* what, double ms, double goal) {
        std::printf("%-58s %9.3f ms  %7.3f x yardstick   goal %g ms\n", what, ms, ms / yardstick, goal);
    };
    std::printf("yardstick: sorting 100,000 numbers %.3f ms\n", yardstick);

    const job::Port port15 = withStations(demo->ports[0], 15);
    report("area curve and findings after an edit, 15 stations", milliseconds([&] {
               std::vector<geometry::AreaAt> knots;
               for (const job::Station& s : port15.stations)
                   knots.push_back({s.s, job::netArea(s)});
               const geometry::AreaCurve curve(std::move(knots));
               g_keep = curve.volume().si() +
                        static_cast<double>(findAlongRunner(curve, geometry::AirDirection::WindowToValve, {}).size());
           }),
           5);
    const auto analysis = analysis::analyse(*demo, port15);
    report("cut plan, 15 stations x 8 sectors",
           milliseconds([&] { g_keep = cutting::planCuts(*analysis.cutProblem).after.volume.si(); }), 300);
    report("everything about the demo port after an edit", milliseconds([&] {
               const auto all = analysis::analyse(*demo, demo->ports[0]);
               g_keep = static_cast<double>(calls::callsFor(*demo, demo->ports[0], all).size());
           }),
           100);
    const auto portAnalysis = analysis::analyse(*demo, demo->ports[0]);
    const auto model = engine::engineModel(*demo, demo->ports[0], portAnalysis);
    report("one-dimensional flow along the demo port at 28 inH2O", milliseconds([&] {
               g_keep =
                   flow::flowAt(model->runner, model->room, pressureDifferenceFromInchOfWater(28.0), model->roughness)
                       .flow.si();
           }),
           5);
    const auto shape = *port_field::shapeOf(demo->ports[0], portAnalysis);
    const auto fieldTime = [&](const field::Fineness& fineness, int runs) {
        return milliseconds(
            [&] {
                const auto known = port_field::virtualPort(shape, fineness);
                g_keep = port_field::shortSide(*known, model->room, VolumeFlow::fromSi(0.08)).greatestShape;
            },
            runs);
    };
    const double coarse = fieldTime(field::kCoarse, 9);
    const double full = fieldTime(field::kFull, 5);
    const double eight = fieldTime({24, 16, 156}, 1);
    report("coarse field of 8,000 nodes with velocities and boundary layer", coarse, 40);
    report("full field of 60,000 nodes, the same", full, 500);
    report("eight times as many nodes: time for each node over that of the full field, as ms", eight / full / 7.78, 2);
    againstPackage(demo->ports[0], portAnalysis);
    report("filling of the cylinder at one speed", milliseconds([&] {
               g_keep = engine::runEngine(*model, rotationFromRpm(7000)).filling.volumetricEfficiency;
           }),
           50);
    aThousandJobs(report);
    const auto four = files::loadJob(EURYTH_DEMO_FOUR);
    const job::Port& exhaust = four->ports[*job::findPort(*four, "E1")];
    const auto exhaustModel = engine::engineModel(*four, exhaust, analysis::measure(*four, exhaust));
    report("emptying and filling of a cylinder with both sides, at one speed", milliseconds([&] {
               g_keep = engine::exchangeOf(*exhaustModel, rotationFromRpm(7400), planning::Effort::Full).residual;
           }),
           50);
    report("an exhaust port's flows on bench and engine over its speeds",
           milliseconds([&] { g_keep = engine::portFlows(*four, exhaust)->onBench.si(); }, 5), 100);
    const std::string large = largeJobText(*demo);
#ifdef EURYTH_WINDOW
    report("start to the first painted window with the demo",
           milliseconds(
               [] {
                   g_keep =
                       std::system("QT_QPA_PLATFORM=offscreen '" EURYTH_WINDOW "' --demo --until-shown 2> /dev/null");
               },
               5),
           1500);
#endif
    report("opening a job of 16 ports x 40 stations, 200 probe sets",
           milliseconds([&] { g_keep = static_cast<double>(files::parseJob(large)->ports.size()); }), 300);
    return EXIT_SUCCESS;
}
