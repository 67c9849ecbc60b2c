// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "job/plans.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::job;

namespace {

Port portWithPlans()
{
    Port port = demoJob().ports[0];
    port.plans.clear();
    port.planName = "first";
    return port;
}

}  // namespace

TEST_CASE("a wish that is cleared keeps what was not understood")
{
    StationWish wish{areaFromMm2(1000), lengthFromMm(30), lengthFromMm(36), {{"later", "1"}}};
    CHECK(wish.any());
    wish.clear();
    CHECK_FALSE(wish.any());
    CHECK(wish.unknown == UnknownKeys{{"later", "1"}});
}

TEST_CASE("plans change places with everything in them, unknown keys too")
{
    Port port = portWithPlans();
    port.stations[2].plan.unknown = {{"of a wish", "1"}};
    port.stations[3].plan = {{}, {}, {}, {{"alone", "2"}}};  // no wish, but something that is not understood
    port.stations[5].plan.area = areaFromMm2(1234);
    const Port before = port;
    copyPlan(port, "second");
    CHECK(port.planName == "second");
    port.stations[5].plan.area = areaFromMm2(1300);
    port.stations[3].plan.clear();
    makeCurrent(port, 0);
    CHECK(port.planName == "first");
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        CAPTURE(i);
        CHECK(port.stations[i].plan == before.stations[i].plan);
    }
    makeCurrent(port, 0);
    CHECK(port.planName == "second");
    CHECK(inMm2(*port.stations[5].plan.area) == Approx(1300));
    CHECK(port.stations[3].plan.unknown == UnknownKeys{{"alone", "2"}});
}

TEST_CASE("a plan finds its stations by their distance, and leaves those that it does not name")
{
    Port port = portWithPlans();
    const Length s = port.stations[4].s;
    NamedPlan plan{"moved", "a note", {}, {}, {}};
    plan.stations.push_back({s + lengthFromMm(0.4), {areaFromMm2(1111), {}, {}, {}}});
    plan.stations.push_back({s + lengthFromMm(4), {areaFromMm2(2222), {}, {}, {}}});  // nobody is there
    setPlan(port, plan);
    CHECK(inMm2(*port.stations[4].plan.area) == Approx(1111));
    CHECK(port.planNote == "a note");
    for (std::size_t i = 0; i < port.stations.size(); ++i)
        CHECK((i == 4 || !port.stations[i].plan.any()));
    CHECK(currentPlan(port).stations.size() == 1);
}

TEST_CASE("a new plan's name is one that no other plan has")
{
    Port port = portWithPlans();
    CHECK(freePlanName(port) == "plan 2");
    copyPlan(port, "plan 2");
    copyPlan(port, "plan 4");
    CHECK(freePlanName(port) == "plan 3");
    port.planName.clear();
    CHECK(currentPlan(port).name == "plan");
}
