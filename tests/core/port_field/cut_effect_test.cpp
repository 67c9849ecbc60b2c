// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "plans/planned_port.hpp"
#include "port_field/cut_effect.hpp"
#include "port_field/what_if.hpp"
#include "support/demo.hpp"

using namespace euryth;
using port_field::effectOf;
using port_field::Quality;

TEST_CASE("the cuts' effect is the field of the port that comes out, as if its sections had been typed")
{
    const job::Job job = demoJob();
    const job::Port& port = job.ports[0];
    const auto analysis = analysis::analyse(job, port);
    const auto effect = effectOf(job, port, analysis, analysis.cut->depths, Quality::Coarse);
    REQUIRE(effect);
    REQUIRE(effect->before.air);
    REQUIRE(effect->after.air);
    // A job with the cut sections in its stations.
    job::Job typed = job;
    typed.ports[0].stations = plans::cutPort(job, port, analysis, analysis.cut->depths).port.stations;
    const auto measured = analysis::analyse(typed, typed.ports[0]);
    const auto shape = port_field::shapeOf(typed.ports[0], measured);
    REQUIRE(shape);
    CHECK(port_field::sameShape(*shape, effect->after.air->shape()));
    const auto cut = port_field::afterCuts(effect->before.air->shape(), analysis);
    CHECK(port_field::sameShape(*cut, effect->after.air->shape()));
    const auto solved = port_field::virtualPort(*shape, Quality::Coarse);
    REQUIRE(solved);
    const auto own =
        port_field::instantAir(std::make_shared<const port_field::VirtualPort>(*solved), effect->after.air->at());
    CHECK(own->fastest().ratio == Approx(effect->after.air->fastest().ratio));
    // More area at the same depression: more flow, and the demo's fastest sector is slowed.
    REQUIRE(effect->flow);
    CHECK(effect->flow->after > effect->flow->before);
    CHECK(effect->flow->uncertainty > effect->flow->after * 0.0099);
    REQUIRE(effect->before.highestRatio);
    CHECK(*effect->after.highestRatio < *effect->before.highestRatio);
    CHECK_FALSE(effect->harms());
    REQUIRE(effect->after.flows);
    CHECK(effect->after.flows->atTop().meanFlow >= effect->before.flows->atTop().meanFlow);
    CHECK(effect->after.ranking);
}

TEST_CASE("a port that is spoiled on purpose is told: a hollow before the turn speeds up what follows")
{
    const job::Job job = demoJob();
    const job::Port& port = job.ports[0];
    const auto analysis = analysis::analyse(job, port);
    cutting::DepthField spoiled(port.stations.size());
    // All round ahead of the turn, nothing where the air is fast.
    const std::size_t turn = *analysis.places.shortSide;
    for (const std::size_t i : {turn - 2, turn - 1}) {
        for (Length& depth : spoiled[i])
            depth = lengthFromMm(3.0);
    }
    const auto effect = effectOf(job, port, analysis, spoiled, Quality::Coarse);
    REQUIRE(effect);
    REQUIRE(effect->after.highestRatio);
    CHECK(effect->harms());
}

TEST_CASE("nothing taken changes nothing, and who asks it to stop gets nothing")
{
    const job::Job job = demoJob();
    const job::Port& port = job.ports[1];  // an exhaust port
    const auto analysis = analysis::analyse(job, port);
    auto bare = analysis;
    bare.fins.assign(port.stations.size(), std::nullopt);
    const auto effect = effectOf(job, port, bare, cutting::DepthField(port.stations.size()), Quality::Coarse);
    REQUIRE(effect);
    REQUIRE(effect->before.highestRatio);
    CHECK(*effect->after.highestRatio == Approx(*effect->before.highestRatio));
    CHECK(effect->flow->after.si() == Approx(effect->flow->before.si()));
    std::stop_source stop;
    stop.request_stop();
    CHECK_FALSE(effectOf(job, port, bare, analysis.cut->depths, Quality::Coarse, stop.get_token()));
}

TEST_CASE("on both demos and both sides the plan reaches the area and lowers the solved field's highest ratio")
{
    int cut = 0;
    for (const job::Job& job : {demoJob(), demoFour()}) {
        for (const job::Port& port : job.ports) {
            const auto analysis = analysis::analyse(job, port);
            if (!analysis.cut || analysis.cut->cuts.empty())
                continue;
            CAPTURE(job.title, port.id);
            ++cut;
            // Within 2 % of what is wanted, or of what the walls allow.
            for (std::size_t i = 0; i < port.stations.size(); ++i) {
                if (!analysis.plan[i])
                    continue;
                const Area wanted = std::min(*analysis.plan[i], analysis.reachable[i]);
                const bool throat = analysis.cutProblem->stations[i].isThroat;
                if (!throat && *analysis.plan[i] > analysis.cut->before.areas[i])
                    CHECK(analysis.cut->after.areas[i] / wanted > 0.98);
            }
            const auto effect = effectOf(job, port, analysis, analysis.cut->depths, Quality::Coarse);
            REQUIRE(effect);
            REQUIRE(effect->after.highestRatio);
            CHECK_FALSE(effect->harms());
            CHECK(*effect->after.highestRatio < *effect->before.highestRatio);
        }
    }
    CHECK(cut >= 10);
}
