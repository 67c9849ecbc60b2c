// SPDX-License-Identifier: GPL-3.0-or-later
// Ports of one side, perhaps of two castings, planned for the tightest of them.
#include <catch2/catch.hpp>

#include <algorithm>
#include <map>

#include "plans/alike_ports.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::plans;

namespace {

/// Analyses of a job's ports, worked out when they are asked for.
struct Analyses {
    explicit Analyses(const job::Job& of) : job(of) {}
    const analysis::PortAnalysis& operator()(std::size_t i)
    {
        auto [found, isNew] = known.try_emplace(i);
        if (isNew)
            found->second = analysis::analyse(job, job.ports[i]);
        return found->second;
    }
    job::Job job;
    std::map<std::size_t, analysis::PortAnalysis> known;
};

/// The demo's four with no port declared long or short.
job::Job undeclaredFour()
{
    job::Job job = demoFour();
    for (job::Port& port : job.ports)
        port.reach.reset();
    return job;
}

std::size_t portOf(const job::Job& job, const char* id) { return *job::findPort(job, id); }

}  // namespace

TEST_CASE("alike are ports of one side, and long ones with long ones")
{
    job::Job job = undeclaredFour();
    CHECK(alikePorts(job, portOf(job, "I2")).size() == 4);
    job.ports[portOf(job, "I1")].reach = job::Reach::Long;
    job.ports[portOf(job, "I4")].reach = job::Reach::Long;
    CHECK(alikePorts(job, portOf(job, "I2")) == std::vector{portOf(job, "I2"), portOf(job, "I3")});
    CHECK(alikePorts(job, portOf(job, "I1")) == std::vector{portOf(job, "I1"), portOf(job, "I4")});
    const job::Job single = jobOrThrow(EURYTH_DEMO_SINGLE);
    CHECK(alikePorts(single, portOf(single, "I1/a")) == std::vector{portOf(single, "I1/a")});
}

TEST_CASE("what the tightest wall of all alike ports allows is what all of them are planned for")
{
    job::Job job = demoFour();
    const std::size_t thin = portOf(job, "E3");
    const std::size_t thick = portOf(job, "E2");
    for (const std::size_t i : alikePorts(job, thin)) {
        for (job::Station& station : job.ports[i].stations) {
            station.wall.at.fill(lengthFromMm(i == thin ? 2.9 : 6.0));
            station.unrepairable.fill(false);
            station.behind = {};
            station.plan.area = job::netArea(station) * 1.15;
        }
    }
    Analyses analyses(job);
    const auto along = tightestAlong(job, thick, std::ref(analyses));
    REQUIRE(along.size() == job.ports[thick].stations.size());
    REQUIRE(along[4]);
    CHECK(along[4]->port == thin);
    CHECK(along[4]->reach.si() == Approx(analyses(thin).reachable[4].si()).epsilon(0.02));
    job::Job held = job;
    const auto different = holdToTightest(held, thick, std::ref(analyses));
    for (const std::size_t i : alikePorts(job, thin)) {
        for (std::size_t k = 0; k + 1 < held.ports[i].stations.size(); ++k) {
            const job::Station& station = held.ports[i].stations[k];
            if (!along[k])
                continue;
            const double limit = std::max(along[k]->reach.si(), job::netArea(station).si());
            CHECK(station.plan.area->si() <= limit * 1.0001);
        }
    }
    // The thin one can have its plan now.
    const auto after = analysis::analyse(held, held.ports[thin]);
    CHECK(std::ranges::count_if(after.planned, [](const auto& p) { return p && !p->met; }) <
          std::ranges::count_if(analyses(thin).planned, [](const auto& p) { return p && !p->met; }));
    CHECK(different.empty());

    SECTION("a port that is larger already than the tightest may become stays different, and is named")
    {
        for (job::Station& station : job.ports[thick].stations) {
            station.section.shape.width = station.section.shape.width * 1.2;
            station.plan.clear();
        }
        Analyses larger(job);
        const auto stays = holdToTightest(job, thin, std::ref(larger));
        REQUIRE(stays.size() == 1);
        CHECK(stays[0].port == thick);
        CHECK(stays[0].share > 0.03);
        CHECK(stays[0].share < 0.3);
    }
}
