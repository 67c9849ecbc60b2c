// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "calls/calls.hpp"
#include "cut_work/how.hpp"
#include "cut_work/light_work.hpp"
#include "cut_work/progress.hpp"
#include "geometry/wall_contour.hpp"
#include "plans/planned_port.hpp"
#include "support/demo.hpp"
#include "words/catalogue.hpp"

using namespace euryth;
using cutting::Element;
using geometry::index;

namespace {

struct Demo {
    job::Job job = demoJob();
    std::vector<analysis::PortAnalysis> all;
    Demo() { work(); }
    void work()
    {
        all.clear();
        for (const job::Port& port : job.ports)
            all.push_back(analysis::analyse(job, port));
    }
    cut_work::Board board()
    {
        return cut_work::boardOf(
            job, [this](std::size_t i) -> const auto& { return all[i]; });
    }
    const calls::Call* call(std::size_t port, std::string_view key)
    {
        list = calls::callsFor(job, job.ports[port], all[port]);
        const auto found = std::ranges::find_if(list, [&](const auto& c) { return c.key.starts_with(key); });
        return found == list.end() ? nullptr : &*found;
    }
    std::vector<calls::Call> list;
};

/// The cut of a plan that is deepest.
std::size_t deepest(const cutting::CutPlan& plan)
{
    return static_cast<std::size_t>(std::ranges::max_element(plan.cuts, {}, &cutting::Cut::maxDepth) -
                                    plan.cuts.begin());
}

}  // namespace

TEST_CASE("no cut of the demos runs over two parts of the runner")
{
    for (const job::Job& job : {demoJob(), demoFour()}) {
        for (const job::Port& port : job.ports) {
            const auto analysis = analysis::analyse(job, port);
            if (!analysis.cut)
                continue;
            const auto parts = analysis::partsOf(port, analysis);
            for (const cutting::Cut& cut : analysis.cut->cuts) {
                for (const std::size_t i : cut.stations)
                    CHECK(parts[i] == parts[cut.stations.front()]);
            }
        }
    }
}

TEST_CASE("a deep cut is roughed, blended and finished, to sizes that grow")
{
    Demo demo;
    const auto& plan = *demo.all[0].cut;
    const std::size_t k = deepest(plan);
    REQUIRE(plan.cuts[k].maxDepth >= cut_work::kRoughFrom);
    const auto how = cut_work::howTo(demo.job, demo.job.ports[0], demo.all[0], k);
    REQUIRE(how.passes.size() == 3);
    CHECK(how.passes[0].leaves == cut_work::kRoughLeaves);
    CHECK(how.passes[2].leaves == Length{});
    for (std::size_t i = 0; i + 1 < 3; ++i) {
        if (how.passes[i].size.height)
            CHECK(*how.passes[i].size.height <= *how.passes[i + 1].size.height);
        if (how.passes[i].size.width)
            CHECK(*how.passes[i].size.width <= *how.passes[i + 1].size.width);
    }
    // What the calipers are to show is the section that the cut leaves.
    for (std::size_t i = 0; i < how.calipers.size(); ++i) {
        const auto box = cut_work::wantedBox(demo.all[0], plan.cuts[k].element, plan.cuts[k].stations[i]);
        if (how.calipers[i].height)
            CHECK(inMm(*how.calipers[i].height) == Approx(inMm(box.height)));
        if (how.calipers[i].width)
            CHECK(inMm(*how.calipers[i].width) == Approx(inMm(box.width)));
    }
    // The roof's cut lifts the roof of the box that the floor's has left: by its middle's depth, or its corners' more.
    const auto wanted = [&](Element element) { return cut_work::wantedBox(demo.all[0], element, 4).height; };
    const auto& depths = plan.depths[4];
    const Length least = depths[index(geometry::Sector::Roof)];
    const Length most =
        std::max({least, depths[index(geometry::Sector::RoofLeft)], depths[index(geometry::Sector::RoofRight)]});
    REQUIRE(least > Length{});
    CHECK(wanted(Element::Roof) - wanted(Element::Floor) >= least - lengthFromMm(0.01));
    CHECK(wanted(Element::Roof) - wanted(Element::Floor) <= most + lengthFromMm(0.01));
    CHECK_FALSE(how.way.empty());
    CHECK(how.lubricant.id() == "cut.lubricant.aluminium");
    demo.job.house.intakeFinish = job::Finish::Polished;
    const auto polished = cut_work::howTo(demo.job, demo.job.ports[0], demo.all[0], k);
    CHECK_FALSE(polished.passes[2].tool == how.passes[2].tool);
}

TEST_CASE("iron is cut dry, and of an unknown metal both are said")
{
    Demo demo;
    demo.job.castings.clear();
    demo.job.ports[0].casting.clear();
    demo.job.ports[0].material = "iron";
    CHECK(cut_work::howTo(demo.job, demo.job.ports[0], demo.all[0], 0).lubricant.id() == "cut.lubricant.dry");
    demo.job.ports[0].material = "alloyed cast iron";
    CHECK(cut_work::howTo(demo.job, demo.job.ports[0], demo.all[0], 0).lubricant.id() == "cut.lubricant.dry");
    demo.job.ports[0].material = "A356 alloy";
    CHECK(cut_work::howTo(demo.job, demo.job.ports[0], demo.all[0], 0).lubricant.id() == "cut.lubricant.aluminium");
    demo.job.ports[0].material.clear();
    CHECK(cut_work::howTo(demo.job, demo.job.ports[0], demo.all[0], 0).lubricant.id() == "cut.lubricant.unknown");
}

TEST_CASE("the board goes element by element over all ports, and ticks hold while the plan changes")
{
    Demo demo;
    auto board = demo.board();
    CHECK(board.ports.size() == demo.job.ports.size());
    CHECK(std::ranges::is_sorted(board.elements));
    auto next = board.next();
    REQUIRE(next);
    CHECK(next->element == 0);
    for (std::size_t n = 0; next && next->element == 0; ++n) {
        REQUIRE(n < board.ports.size());
        cut_work::progressFor(demo.job.ports[board.ports[next->port]], board.elements[0]).done = true;
        board = demo.board();
        next = board.next();
    }
    REQUIRE(next);
    CHECK(next->element == 1);
    demo.job.ports[0].stations[4].plan.area = areaFromMm2(1000);
    demo.work();
    CHECK(demo.board().at[0][0].done);
}

TEST_CASE("measured again, what is left is told, what went too far is a call, and a neighbour is compared")
{
    Demo demo;
    const auto& plan = *demo.all[0].cut;
    const cutting::Cut& cut = plan.cuts[deepest(plan)];
    const std::size_t station = cut.deepestStation;
    const Length s = demo.job.ports[0].stations[station].s;
    const auto wanted = cut_work::wantedBox(demo.all[0], cut.element, station);
    auto& progress = cut_work::progressFor(demo.job.ports[0], cut.element);
    progress.measured.push_back({s, {}, wanted.height - lengthFromMm(0.4), {}});
    auto rest = cut_work::remaindersOf(demo.job.ports[0], demo.all[0]);
    REQUIRE(rest.size() == 1);
    CHECK(inMm(*rest[0].height) == Approx(0.4));
    CHECK_FALSE(rest[0].width);
    CHECK(cut_work::tooFar(demo.job.ports[0], demo.all[0]).empty());
    CHECK(demo.call(0, "too-far") == nullptr);

    // Measured once more: the last one counts.
    progress.measured.push_back({s, {}, wanted.height + lengthFromMm(0.5), {}});
    const auto far = cut_work::tooFar(demo.job.ports[0], demo.all[0]);
    REQUIRE(far.size() == 1);
    CHECK(inMm(far[0].at.over()) == Approx(0.5));
    REQUIRE(far[0].wallLeft);
    CHECK(*far[0].wallLeft < *demo.all[0].walls[station][0].wall);
    REQUIRE(demo.call(0, "too-far"));
    // A port like it, leaner by 0.3 mm there.
    auto& other = cut_work::progressFor(demo.job.ports[2], cut.element);
    other.measured.push_back({s, {}, wanted.height + lengthFromMm(0.2), {}});
    const auto uneven = cut_work::unevenPorts(demo.job, 2);
    REQUIRE(uneven.size() == 1);
    CHECK(uneven[0].port == 0);
    CHECK(uneven[0].other == 2);
    CHECK(inMm(uneven[0].by) == Approx(0.3));
    CHECK(demo.call(2, "uneven"));
    // A breakthrough on I1 warns of the same place on I2, not on an exhaust.
    job::Pin pin;
    pin.id = "N9";
    pin.kind = job::PinKind::Breakthrough;
    pin.s = s;
    demo.job.ports[0].pins.push_back(pin);
    CHECK(demo.call(2, "breakthrough:I1"));
    CHECK_FALSE(demo.call(1, "breakthrough:I1"));
    CHECK_FALSE(demo.call(0, "breakthrough:I1"));
}

TEST_CASE("too far into the reserve is a danger")
{
    Demo demo;
    const auto& plan = *demo.all[0].cut;
    const cutting::Cut& cut = plan.cuts[deepest(plan)];
    auto& progress = cut_work::progressFor(demo.job.ports[0], cut.element);
    const auto wanted = cut_work::wantedBox(demo.all[0], cut.element, cut.deepestStation);
    const Length s = demo.job.ports[0].stations[cut.deepestStation].s;
    progress.measured.push_back({s, {}, wanted.height + lengthFromMm(9), {}});
    CHECK(cut_work::tooFar(demo.job.ports[0], demo.all[0])[0].intoReserve());
    REQUIRE(demo.call(0, "too-far"));
    CHECK(demo.call(0, "too-far")->severity == calls::Severity::Danger);
}

TEST_CASE("a depth settled beyond the wall is a danger, and a cut that was only settled does harm")
{
    Demo demo;
    const auto& problem = *demo.all[0].cutProblem;
    auto& cut = demo.job.ports[0].stations[2].cut.at[index(geometry::Sector::Roof)];
    cut = cutting::depthBound(problem.stations[2], geometry::Sector::Roof, problem.limits).greatest + lengthFromMm(1);
    demo.work();
    REQUIRE(demo.call(0, "settled-too-deep"));
    CHECK(demo.call(0, "settled-too-deep")->severity == calls::Severity::Danger);
    CHECK(demo.all[0].cut->depths[2][index(geometry::Sector::Roof)] < *cut);
}

TEST_CASE("the port after the cuts is the plan's: areas, walls and the field's shape of typed sections")
{
    Demo demo;
    const job::Port& port = demo.job.ports[0];
    const auto& plan = *demo.all[0].cut;
    const auto after = plans::cutPort(demo.job, port, demo.all[0], plan.depths);
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        CAPTURE(i);
        CHECK(inMm2(job::netArea(after.port.stations[i])) == Approx(inMm2(plan.after.areas[i])).epsilon(2e-3));
        for (const auto sector : geometry::kSectors) {
            const auto& was = port.stations[i].wall.at[index(sector)];
            const auto& is = after.port.stations[i].wall.at[index(sector)];
            REQUIRE(was.has_value() == is.has_value());
            if (was)
                CHECK(inMm(*was - *is) == Approx(inMm(plan.depths[i][index(sector)])).margin(1e-9));
        }
    }
    CHECK(after.port.probes.empty());
    CHECK(after.analysis.poses == demo.all[0].poses);
}

TEST_CASE("the plan does not hang on how the port lies in space")
{
    Demo demo;
    const job::Port& port = demo.job.ports[0];
    job::Port turned = plans::cutPort(demo.job, port, demo.all[0], cutting::DepthField(port.stations.size())).port;
    turned.probes = port.probes;
    const auto still = analysis::analyse(demo.job, turned);
    const Angle by = angleFromDegrees(33);
    for (job::Station& station : turned.stations) {
        const Length x = *station.pose.x;
        const Length y = *station.pose.y;
        station.pose.x = x * cos(by) - y * sin(by) + lengthFromMm(7);
        station.pose.y = x * sin(by) + y * cos(by) - lengthFromMm(11);
        station.pose.yaw = *station.pose.yaw + by;
    }
    const auto moved = analysis::analyse(demo.job, turned);
    REQUIRE(still.cut);
    REQUIRE(moved.cut);
    for (std::size_t i = 0; i < still.cut->depths.size(); ++i) {
        for (std::size_t j = 0; j < geometry::kSectorCount; ++j)
            CHECK(inMm(moved.cut->depths[i][j]) == Approx(inMm(still.cut->depths[i][j])).margin(0.0501));
    }
}

TEST_CASE("light work has its steps, tools and checks in words, and knows the findings that it is for")
{
    const auto& english = words::Catalogue::english();
    for (const job::LightTask task : cut_work::kLightTasks) {
        const auto how = cut_work::lightHow(task);
        CHECK(how.steps.size() >= 3);
        for (const Phrase* phrase : {&how.name, &how.when, &how.tools, &how.checks})
            CHECK(english.has(std::string(phrase->id())));
        for (const Phrase& step : how.steps)
            CHECK(english.has(std::string(step.id())));
    }
    Demo demo;
    const auto lips = cut_work::findingsFor(demo.job.ports[0], job::LightTask::Lip);
    REQUIRE(lips.size() == 1);
    CHECK(demo.job.ports[0].pins[lips[0]].kind == job::PinKind::Lip);
}

TEST_CASE("unshrouding costs chamber volume and compression")
{
    job::Job job = demoFour();
    bool any = false;
    for (const job::Port& port : job.ports) {
        const auto cost = cut_work::chamberCost(job, port, analysis::analyse(job, port));
        if (!cost) {
            CHECK_FALSE(cost.missing.empty());
            continue;
        }
        any = true;
        CHECK(cost->added > Volume{});
        if (cost->compressionNow)
            CHECK(*cost->compression < *cost->compressionNow);
    }
    INFO("no port of the demo has its chamber's wall measured");
    CHECK(any);
}
