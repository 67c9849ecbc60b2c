// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "work/findings.hpp"
#include "work/learned.hpp"
#include "work/operations.hpp"
#include "work/queue.hpp"
#include "work/templates.hpp"

using namespace euryth;
using namespace euryth::work;

namespace {

job::Job jobWith(std::initializer_list<const char*> operations, std::size_t ports = 2)
{
    job::Job job;
    for (std::size_t i = 0; i < ports; ++i)
        job.ports.emplace_back().id = "I" + std::to_string(i + 1);
    for (const char* id : operations) {
        job.work.operations.emplace_back().id = id;
        job.work.operations.back().estimate = 4.0;
    }
    return job;
}

void spend(job::Job& job, const char* operation, double hours)
{
    job.work.hours.push_back({operation, {}, "Ada", "2026-11-20", hours * 60.0, {}, {}});
}

job::Job finished(const char* kind, const char* operation, double estimate, double hours, std::size_t ports)
{
    job::Job job = jobWith({operation}, ports);
    job.work.kind = kind;
    job.work.operations[0].estimate = estimate;
    job.work.operations[0].state = job::OperationState::Done;
    spend(job, operation, hours);
    return job;
}

std::vector<Finding::Kind> kindsOfFindings(const job::Job& job, const job::Shop& shop = {})
{
    std::vector<Finding::Kind> kinds;
    for (const Finding& finding : findingsOf(job, shop, *momentOf("2026-11-25T12:00:00Z")))
        kinds.push_back(finding.kind);
    return kinds;
}

}  // namespace

TEST_CASE("ticks of the other stages tick off operations")
{
    job::Job job = jobWith({"measure", "short sides", "leak test", "wash"});
    auto now = operationsNow(job);
    CHECK(now[1].state == job::OperationState::Open);
    CHECK(now[1].share == 0.0);
    CHECK_FALSE(now[3].share);  // washing leaves no trace

    job.ports[0].cutProgress.push_back({"short-side", true, {}, {}, {}, {}});
    now = operationsNow(job);
    CHECK(now[1].state == job::OperationState::Begun);
    CHECK(now[1].byWork);
    CHECK(now[1].share == Approx(0.5));
    CHECK(*now[1].left == Approx(2.0));

    job.ports[1].cutProgress.push_back({"short-side", true, {}, {}, {}, {}});
    job.ports[1].cutProgress.push_back({"floor", false, {}, {}, {}, {}});
    for (job::Port& port : job.ports)
        port.leakTests.push_back({"2026-11-20", "alcohol", {}, {}, job::Tight::Dry, {}, {}, {}});
    now = operationsNow(job);
    CHECK(now[1].state == job::OperationState::Done);
    CHECK(now[2].state == job::OperationState::Done);
    CHECK(nextOperation(now) == 0u);

    job.ports[0].leakTests.push_back({"2026-11-21", "alcohol", {}, {}, job::Tight::Weeps, {}, {}, {}});
    CHECK(operationsNow(job)[2].state == job::OperationState::Begun);
}

TEST_CASE("what somebody says counts before the ticks")
{
    job::Job job = jobWith({"short sides"});
    job.work.operations[0].state = job::OperationState::LeftOut;
    auto now = operationsNow(job);
    CHECK(now[0].isOver());
    CHECK(*now[0].left == 0.0);
    CHECK(isFinished(job));
    job.work.operations[0].state.reset();
    job.work.operations[0].share = 0.75;
    now = operationsNow(job);
    CHECK(now[0].state == job::OperationState::Begun);
    CHECK(*now[0].left == Approx(1.0));
}

TEST_CASE("what is left of an operation without ticks")
{
    job::Job job = jobWith({"wash"});
    CHECK(*operationsNow(job)[0].left == Approx(4.0));
    spend(job, "wash", 1.0);
    CHECK(*operationsNow(job)[0].left == Approx(3.0));
    CHECK(operationsNow(job)[0].state == job::OperationState::Begun);
    spend(job, "wash", 9.0);  // over the estimate: a quarter is left as long as nobody says done
    CHECK(*operationsNow(job)[0].left == Approx(1.0));
    job.work.operations[0].estimate.reset();
    const auto now = operationsNow(job);
    CHECK_FALSE(now[0].left);
    CHECK(hoursLeft(job, now).missing.id() == "missing.estimates");
    CHECK(hoursLeft(job::Job{}, {}).missing.id() == "missing.operations");
}

TEST_CASE("an operation waits for its parts")
{
    job::Job job = jobWith({"assembly"});
    job.work.operations[0].needsParts = {"valves", "springs", "nothing"};
    job.work.parts = {{"valves", job::PartState::Arrived, {}, {}, {}, {}, {}, {}},
                      {"springs", job::PartState::DoesNotFit, {}, {}, {}, {}, {}, {}}};
    CHECK(operationsNow(job)[0].waitsFor == std::vector<std::string>{"springs", "nothing"});
    job.work.operations[0].state = job::OperationState::Done;
    CHECK(operationsNow(job)[0].waitsFor.empty());
}

TEST_CASE("every kind of work that ships has operations that Euryth knows, in the order of a head")
{
    const auto known = knownOperations();
    for (const job::WorkTemplate& of : shippedTemplates()) {
        CAPTURE(of.kind);
        CHECK_FALSE(of.operations.empty());
        for (const job::UsualOperation& operation : of.operations) {
            CHECK(std::ranges::find(known, operation.id) != known.end());
            CHECK((operation.hours.has_value() || operation.days.has_value()));
        }
    }
}

TEST_CASE("a template counts ports, and the house says when the valve job is done")
{
    job::Job job = jobWith({}, 8);
    auto operations = operationsFor(job, {}, "full port", {});
    const auto at = [&](const char* id) {
        return std::ranges::find(operations, id, &job::Operation::id) - operations.begin();
    };
    CHECK(at("valve job") < at("short sides"));
    CHECK(operations[static_cast<std::size_t>(at("short sides"))].estimate == Approx(3.2));
    double sum = 0.0;
    for (const auto& operation : operations)
        sum += operation.estimate.value_or(0.0);
    CHECK(sum > 10.0);  // a full port is ten hours of work a head and more (common practice, no source)
    job.house.valveJob = job::ValveJob::Last;
    operations = operationsFor(job, {}, "full port", {});
    CHECK(at("valve job") == at("chambers") + 1);
    CHECK(operationsFor(job, {}, "no such kind", {}).empty());
}

TEST_CASE("a shop's own template counts before the one that ships, and comes back from a job")
{
    job::Job job = jobWith({"wash", "bowls"}, 4);
    job.work.kind = "clean-up";
    job.work.operations[1].place = job::WorkPlace::Own;
    job::Shop shop;
    shop.templates.push_back(templateOf(job));
    const auto operations = operationsFor(jobWith({}, 8), shop, "clean-up", {});
    REQUIRE(operations.size() == 2);
    CHECK(operations[0].estimate == Approx(4.0));
    CHECK(operations[1].estimate == Approx(8.0));  // four hours were for four ports
    CHECK(kindsOf(shop).size() == shippedTemplates().size());
}

TEST_CASE("quartiles lie where Hyndman and Fan's type 7 puts them")
{
    // R, quantile(c(1, 2, 4, 8)): 25 % 1.75, 50 % 3, 75 % 5 (worked by hand from the formula of the paper).
    const Spread spread = spreadOf({8, 1, 4, 2});
    CHECK(spread.low == Approx(1.75));
    CHECK(spread.median == Approx(3.0));
    CHECK(spread.high == Approx(5.0));
    CHECK(spreadOf({3}).median == 3.0);
    CHECK_THROWS_AS(spreadOf({}), std::invalid_argument);
}

TEST_CASE("estimates learn from jobs that are done")
{
    std::vector<job::Job> jobs{finished("full port", "bowls", 2.0, 2.0, 4), finished("full port", "bowls", 2.0, 6.0, 8),
                               finished("full port", "bowls", 2.0, 8.0, 8), finished("clean-up", "bowls", 2.0, 9.0, 1)};
    const auto learned = [&] {
        std::vector<const job::Job*> all;
        for (const job::Job& job : jobs)
            all.push_back(&job);
        return Learned(all);
    };
    const auto spread = learned().hours("full port", "bowls");
    REQUIRE(spread);
    CHECK(spread->jobs == 3);
    CHECK(spread->median == Approx(0.75));  // hours a port: 0.5, 0.75, 1
    CHECK_FALSE(learned().hours("clean-up", "bowls"));
    REQUIRE(learned().pace());
    CHECK(learned().pace()->median == Approx(3.5));  // 1, 3, 4, 4.5 times the estimates
    const auto operations = operationsFor(jobWith({}, 8), {}, "full port", learned());
    CHECK(std::ranges::find(operations, "bowls", &job::Operation::id)->estimate == Approx(6.0));
    jobs.pop_back();
    CHECK_FALSE(learned().pace());  // three jobs tell no range
    jobs[0].work.operations[0].state = job::OperationState::Begun;
    CHECK_FALSE(learned().hours("full port", "bowls"));
}

TEST_CASE("a condensed job tells the queue the same as the whole one")
{
    job::Job job = jobWith({"short sides", "bowls", "wash"}, 3);
    job.ports[0].cutProgress = {{"short-side", true, {}, 30.0, {}, {}}, {"bowl", true, {}, {}, {}, {}}};
    job.ports[1].cutProgress = {{"short-side", true, {}, 30.0, {}, {}}};
    job.ports[2].cutProgress = {{"short-side", true, {}, 30.0, {}, {}}};
    spend(job, "wash", 1.0);
    spend(job, "bowls", 7.5);
    const job::Job card = condensed(job);
    const auto before = operationsNow(job);
    const auto after = operationsNow(card);
    REQUIRE(after.size() == before.size());
    for (std::size_t i = 0; i < before.size(); ++i) {
        CAPTURE(i);
        CHECK(after[i].state == before[i].state);
        CHECK(after[i].spent == Approx(before[i].spent));
        CHECK(*after[i].left == Approx(*before[i].left));
    }
    CHECK(condensed(card) == card);
    CHECK(card.ports[0].cutProgress.empty());
}

TEST_CASE("the book's findings say what is wrong, and nothing is lost")
{
    using K = Finding::Kind;
    CHECK(kindsOfFindings(jobWith({"wash"})).empty());
    job::Job job = jobWith({"wash", "pressure test"});
    job.work.arrived = "2026-11-20";
    job.work.wanted = "next week";
    CHECK(kindsOfFindings(job) == std::vector{K::BadDate});
    job.work.wanted = "2026-10-01";
    CHECK(kindsOfFindings(job) == std::vector{K::DatesOrder});
    job.work.wanted.clear();
    job.work.promised = "2026-11-24";
    CHECK(kindsOfFindings(job) == std::vector{K::PromisePast});
    job.work.handedOver = "2026-11-23";
    CHECK(kindsOfFindings(job).empty());
    job.work.clock = {"wash", {}, "Ada", "2026-11-25T07:00:00Z", {}};
    CHECK(kindsOfFindings(job) == std::vector{K::ClockLong});
    job.work.clock = {};
    spend(job, "sanding", 30.0);
    CHECK(kindsOfFindings(job) == std::vector{K::HoursOverDay, K::OperationUnknown});
    job.work.hours.clear();
    job.work.parts = {{"valves", job::PartState::Ordered, {}, {}, "2026-11-20", {}, {}, {}},
                      {"springs", job::PartState::DoesNotFit, {}, {}, {}, {}, {}, {}}};
    CHECK(kindsOfFindings(job) == std::vector{K::PartLate, K::PartDoesNotFit});
    job.work.parts.clear();
    job.work.operations[0].needsParts = {"valves"};
    job.work.operations[0].who = "Bo";
    job.work.operations[1].place = job::WorkPlace::Outside;
    job.work.operations[1].expected = "2026-11-20";
    job::Shop shop;
    shop.people.push_back({"Ada", 8.0, {}, {}});
    CHECK(kindsOfFindings(job, shop) == std::vector{K::PartUnknown, K::NobodyOfTheShop, K::BackLate});
    CHECK(dateProblem("2026-11-25").empty());
    CHECK(dateProblem("").empty());
    CHECK(dateProblem("25.11.2026").id() == "book.must-be-date");
}
