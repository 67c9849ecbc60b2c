// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <random>

#include <glpk.h>

#include "work/queue.hpp"
#include "work/schedule.hpp"

using namespace euryth;
using namespace euryth::work;
using std::chrono::days;

namespace {

// A Monday.
const Day kMonday = *dayOf("2026-11-23");

job::Shop shopOf(std::initializer_list<double> hours)
{
    job::Shop shop;
    int number = 0;
    for (const double h : hours)
        shop.people.push_back({std::string(1, static_cast<char>('A' + number++)), h, {}, {}});
    return shop;
}

Task hands(double hours) { return {static_cast<int>(hours * kQuartersAnHour), {}, {}, false, {}, {}}; }
Task elsewhere(int n) { return {0, {}, {}, true, n, {}}; }

using Jobs = std::vector<std::vector<Task>>;

/// Last days as days from Monday, -1 for unknown.
std::vector<int> lastDays(const job::Shop& shop, const Jobs& jobs)
{
    std::vector<int> last;
    for (const auto& spans : schedule(Calendar(shop), kMonday, jobs))
        last.push_back(spans.back() ? static_cast<int>((spans.back()->last - kMonday).count()) : -1);
    return last;
}

Card cardOf(const char* file, double hours, const char* promised)
{
    Card card;
    card.file = file;
    card.job.work.promised = promised;
    card.job.work.operations.push_back({});
    card.job.work.operations[0].id = "bowls";
    card.job.work.operations[0].estimate = hours;
    return card;
}

/// The same problem by a general solver of integer programs, on a grid of slots: x[task][slot] is 1 where a hand is at
/// the task. Jobs that come first have their tasks end as early as can be, one after the other.
class Program {
public:
    /// `capacity`: how many hands there are in each slot.
    Program(const std::vector<std::vector<int>>& needs, const std::vector<std::vector<int>>& from,
            const std::vector<int>& capacity)
        : m_slots(static_cast<int>(capacity.size()))
    {
        glp_term_out(GLP_OFF);
        m_problem = glp_create_prob();
        glp_set_obj_dir(m_problem, GLP_MIN);
        for (std::size_t j = 0; j < needs.size(); ++j) {
            for (std::size_t k = 0; k < needs[j].size(); ++k)
                addTask(needs[j][k], from[j][k], k > 0);
        }
        for (int t = 0; t < m_slots; ++t) {
            std::vector<std::pair<int, double>> terms;
            for (const TaskColumns& task : m_tasks)
                terms.emplace_back(task.x + t, 1.0);
            row(terms, GLP_UP, 0.0, capacity[static_cast<std::size_t>(t)]);
        }
    }
    ~Program() { glp_delete_prob(m_problem); }
    Program(const Program&) = delete;
    Program& operator=(const Program&) = delete;

    /// Ends of all tasks in slots (the slot behind the last one), each made least in turn and then kept.
    std::vector<int> lexicographic()
    {
        std::vector<int> ends;
        for (const TaskColumns& task : m_tasks) {
            glp_set_obj_coef(m_problem, task.end, 1.0);
            ends.push_back(solve());
            glp_set_obj_coef(m_problem, task.end, 0.0);
            glp_set_col_bnds(m_problem, task.end, GLP_DB, 0.0, ends.back());
        }
        return ends;
    }

    /// The least that the latest job is late by, with due[j] for the last task of each.
    int leastLateness(const std::vector<int>& due)
    {
        const int late = glp_add_cols(m_problem, 1);
        glp_set_col_bnds(m_problem, late, GLP_FR, 0.0, 0.0);
        glp_set_obj_coef(m_problem, late, 1.0);
        for (std::size_t j = 0; j < due.size(); ++j)
            row({{late, 1.0}, {m_tasks[j].end, -1.0}}, GLP_LO, -due[j], 0.0);
        return solve();
    }

private:
    struct TaskColumns {
        int x = 0;
        int end = 0;
    };

    void row(const std::vector<std::pair<int, double>>& terms, int kind, double low, double high)
    {
        const int r = glp_add_rows(m_problem, 1);
        glp_set_row_bnds(m_problem, r, kind, low, high);
        std::vector<int> index{0};
        std::vector<double> value{0.0};
        for (const auto& [column, factor] : terms) {
            index.push_back(column);
            value.push_back(factor);
        }
        glp_set_mat_row(m_problem, r, static_cast<int>(terms.size()), index.data(), value.data());
    }

    void addTask(int need, int from, bool follows)
    {
        const TaskColumns before = m_tasks.empty() ? TaskColumns{} : m_tasks.back();
        TaskColumns task{glp_add_cols(m_problem, m_slots + 1), 0};
        task.end = task.x + m_slots;
        std::vector<std::pair<int, double>> all;
        for (int t = 0; t < m_slots; ++t) {
            glp_set_col_kind(m_problem, task.x + t, GLP_BV);
            if (t < from)
                glp_set_col_bnds(m_problem, task.x + t, GLP_FX, 0.0, 0.0);
            all.emplace_back(task.x + t, 1.0);
        }
        glp_set_col_bnds(m_problem, task.end, GLP_DB, 0.0, m_slots);
        row(all, GLP_FX, need, need);
        for (int t = 0; t < m_slots; ++t) {
            row({{task.end, 1.0}, {task.x + t, -(t + 1.0)}}, GLP_LO, 0.0, 0.0);  // it ends behind each of its slots
            if (follows) {
                // None of it before all of the one before it: its slot t is free as long as that one ends later than t.
                row({{before.end, 1.0}, {task.x + t, static_cast<double>(m_slots)}}, GLP_UP, 0.0, t + m_slots);
            }
        }
        m_tasks.push_back(task);
    }

    int solve()
    {
        glp_iocp options;
        glp_init_iocp(&options);
        options.presolve = GLP_ON;
        options.msg_lev = GLP_MSG_OFF;
        REQUIRE(glp_intopt(m_problem, &options) == 0);
        REQUIRE(glp_mip_status(m_problem) == GLP_OPT);
        return static_cast<int>(std::lround(glp_mip_obj_val(m_problem)));
    }

    glp_prob* m_problem = nullptr;
    int m_slots = 0;
    std::vector<TaskColumns> m_tasks;
};

/// Slots of the solver's grid: each person has a day of one hour, four quarters; `days` of them.
struct Case {
    Jobs jobs;
    std::vector<std::vector<int>> needs;
    std::vector<std::vector<int>> from;
};

constexpr int kDays = 5;

Case randomCase(std::mt19937& random, int jobs, int mostTasks)
{
    Case made;
    const auto draw = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(random); };
    for (int j = 0; j < jobs; ++j) {
        auto& tasks = made.jobs.emplace_back();
        auto& needs = made.needs.emplace_back();
        auto& from = made.from.emplace_back();
        for (int k = draw(1, mostTasks); k > 0; --k) {
            needs.push_back(draw(1, 3));
            const int day = draw(0, 2) == 0 ? draw(0, 2) : 0;
            from.push_back(day * kQuartersAnHour);
            tasks.push_back({needs.back(), {}, kMonday + days{day}, false, {}, {}});
        }
    }
    return made;
}

}  // namespace

TEST_CASE("one pair of hands works a day's hours a day, and not at the weekend")
{
    const auto shop = shopOf({8});
    CHECK(lastDays(shop, {{hands(8)}}) == std::vector{0});
    CHECK(lastDays(shop, {{hands(8.25)}}) == std::vector{1});
    CHECK(lastDays(shop, {{hands(40)}, {hands(1)}}) == std::vector{4, 7});
    auto saturday = shop;
    saturday.people[0].workDays = {false, false, false, false, false, true, false};
    CHECK(lastDays(saturday, {{hands(8)}, {hands(8)}}) == std::vector{5, 12});
}

TEST_CASE("days off are no days")
{
    auto shop = shopOf({8});
    shop.daysOff = {{"2026-11-24", "2026-11-25", {}, "fair", {}}, {"2026-11-26", {}, "B", {}, {}}};
    CHECK(lastDays(shop, {{hands(16)}}) == std::vector{3});
    shop.daysOff[1].who = "A";
    CHECK(lastDays(shop, {{hands(16)}}) == std::vector{4});
    shop.daysOff.push_back({"not a day", "2027-01-01", {}, {}, {}});  // told elsewhere, and left out here
    CHECK(lastDays(shop, {{hands(16)}}) == std::vector{4});
}

TEST_CASE("a head is in one pair of hands at a time, two heads in two")
{
    const auto shop = shopOf({8, 8});
    CHECK(lastDays(shop, {{hands(16)}}) == std::vector{1});
    CHECK(lastDays(shop, {{hands(16)}, {hands(16)}, {hands(8)}}) == std::vector{1, 1, 2});
    // Of unequal days the longer one goes on with it.
    CHECK(lastDays(shopOf({4, 8}), {{hands(8)}}) == std::vector{0});
}

TEST_CASE("a person who is named is waited for, one whom nobody knows is not")
{
    auto task = hands(8);
    task.who = "B";
    const auto shop = shopOf({8, 8});
    CHECK(lastDays(shop, {{task}, {task}, {hands(8)}}) == std::vector{0, 1, 0});
    task.who = "Z";
    CHECK(lastDays(shop, {{task}, {task}}) == std::vector{0, 0});
}

TEST_CASE("what is elsewhere takes days of the calendar, and hands go on with the next job")
{
    const auto shop = shopOf({8});
    // Four hours, sent on Monday, back on Saturday: the last four hours on the Monday after.
    CHECK(lastDays(shop, {{hands(4), elsewhere(5), hands(4)}, {hands(8)}}) == std::vector{7, 1});
    Task known = elsewhere(3);
    known.back = kMonday + days{9};
    CHECK(lastDays(shop, {{known}}) == std::vector{9});
    known.back = kMonday - days{2};  // should have been back: counts from today
    CHECK(lastDays(shop, {{known, hands(1)}}) == std::vector{0});
    known.back.reset();
    known.days.reset();
    CHECK(lastDays(shop, {{known, hands(1)}, {hands(1)}}) == std::vector{-1, 0});
}

TEST_CASE("what waits for parts leaves the hands to others")
{
    Task waits = hands(8);
    waits.notBefore = kMonday + days{2};
    CHECK(lastDays(shopOf({8}), {{waits}, {hands(24)}}) == std::vector{2, 3});
}

TEST_CASE("what is never done has no day, and no other job waits for it")
{
    auto shop = shopOf({8});
    shop.daysOff = {{"2026-11-23", "2099-01-01", "A", {}, {}}};
    CHECK(lastDays(shop, {{hands(1)}, {elsewhere(3)}}) == std::vector{-1, 3});
    CHECK(lastDays(job::Shop{}, {{hands(1)}}) == std::vector{-1});
    job::Shop unknown;
    unknown.people.push_back({"A", std::nullopt, {}, {}});
    CHECK(Calendar(unknown).people() == 0);
}

TEST_CASE("each task ends as early as a general solver lets it")
{
    std::mt19937 random(7);
    for (int round = 0; round < 12; ++round) {
        CAPTURE(round);
        const int people = 1 + round % 2;
        const Case made = randomCase(random, 3, 2);
        const auto shop = people == 1 ? shopOf({1}) : shopOf({1, 1});
        const auto spans = schedule(Calendar(shop), kMonday, made.jobs);
        Program program(made.needs, made.from, std::vector<int>(kDays * kQuartersAnHour, people));
        const auto ends = program.lexicographic();
        std::size_t i = 0;
        for (const auto& job : spans) {
            for (const auto& span : job) {
                REQUIRE(span);
                CHECK((span->last - kMonday).count() == (ends[i] - 1) / kQuartersAnHour);
                ++i;
            }
        }
    }
}

TEST_CASE("by promises the latest job is as little late as a general solver makes it")
{
    std::mt19937 random(11);
    const auto draw = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(random); };
    for (int round = 0; round < 12; ++round) {
        CAPTURE(round);
        std::vector<Card> cards;
        std::vector<std::vector<int>> needs;
        std::vector<int> due;
        for (int j = 0; j < 4; ++j) {
            needs.push_back({draw(1, 4)});
            const int day = draw(0, 3);
            due.push_back((day + 1) * kQuartersAnHour);
            cards.push_back(
                cardOf(("j" + std::to_string(j)).c_str(), needs.back()[0] / 4.0, textOf(kMonday + days{day}).c_str()));
        }
        job::Shop shop = shopOf({1});
        setOrder(shop, cards, orderByPromise(cards));
        const Queue queue = queueOf(shop, cards, kMonday);
        int late = -100;
        for (const QueueRow& row : queue.rows)
            late = std::max(late, *row.lateDays);
        Program program(needs, std::vector<std::vector<int>>(needs.size(), {0}),
                        std::vector<int>(kDays * kQuartersAnHour, 1));
        // In days, as promises are: a job that ends within the day of its promise is in time.
        const int slots = program.leastLateness(due);
        CHECK(late == (slots <= 0 ? -(-slots / kQuartersAnHour) : (slots + kQuartersAnHour - 1) / kQuartersAnHour));
    }
}

TEST_CASE("the queue: order, promises, ranges, reasons")
{
    std::vector<Card> cards{cardOf("b", 8, "2026-12-01"), cardOf("a", 16, "2026-11-24"), cardOf("c", 4, "")};
    cards.push_back(cardOf("done", 4, "2026-11-01"));
    cards.back().job.work.handedOver = "2026-11-02";
    job::Shop shop;
    Queue queue = queueOf(shop, cards, kMonday);
    CHECK(queue.missing.id() == "missing.shop-people");
    CHECK_FALSE(queue.rows[0].ready);
    shop = shopOf({8});
    CHECK(orderOf(shop, cards) == std::vector<std::size_t>{1, 0, 2});
    queue = queueOf(shop, cards, kMonday);
    REQUIRE(queue.rows.size() == 3);
    CHECK(queue.rows[0].lateDays == 0);
    CHECK(queue.rows[1].lateDays == -6);
    CHECK_FALSE(queue.rows[2].lateDays);
    CHECK_FALSE(queue.rows[0].readyLate);  // no past jobs

    // One put before another moves every promise behind it.
    setOrder(shop, cards, {2, 0, 1});
    queue = queueOf(shop, cards, kMonday);
    CHECK(cards[queue.rows[2].card].file == "a");
    CHECK(queue.rows[2].lateDays == 2);
    CHECK(queue.rows[2].because == LateBecause::JobsBefore);
    CHECK(lateFirst(queue).front() == 2u);
}

TEST_CASE("a range comes from how past jobs went")
{
    std::vector<Card> cards{cardOf("now", 16, "2026-11-25")};
    for (const double hours : {3.0, 4.0, 6.0, 8.0}) {
        cards.push_back(cardOf(("past " + std::to_string(hours)).c_str(), 4, ""));
        cards.back().job.work.operations[0].state = job::OperationState::Done;
        cards.back().job.work.hours.push_back({"bowls", {}, {}, "2026-10-01", hours * 60.0, {}, {}});
    }
    const Queue queue = queueOf(shopOf({8}), cards, kMonday);
    REQUIRE(queue.rows.size() == 1);
    REQUIRE(queue.pace);
    CHECK(queue.pace->low == Approx(0.9375));
    CHECK(queue.pace->high == Approx(1.625));
    CHECK(queue.pace->median == Approx(1.25));
    CHECK(*queue.rows[0].ready == kMonday + days{2});  // 20 hours
    CHECK(queue.rows[0].readyEarly == kMonday + days{1});
    CHECK(queue.rows[0].readyLate == kMonday + days{3});  // 26 hours
}

TEST_CASE("why a job is late")
{
    std::vector<Card> cards{cardOf("long", 80, "2026-11-27")};
    const job::Shop shop = shopOf({8});
    CHECK(queueOf(shop, cards, kMonday).rows[0].because == LateBecause::OwnHours);
    cards = {cardOf("parts", 4, "2026-11-27")};
    cards[0].job.work.operations[0].needsParts = {"valves"};
    QueueRow row = queueOf(shop, cards, kMonday).rows[0];
    CHECK(row.ready.missing.id() == "missing.part-date");
    CHECK(row.waitsFor.size() == 1);
    cards[0].job.work.parts = {{"valves", job::PartState::Ordered, {}, {}, "2026-12-07", {}, {}, {}}};
    row = queueOf(shop, cards, kMonday).rows[0];
    CHECK(row.because == LateBecause::Waits);
    CHECK(*row.ready == *dayOf("2026-12-07"));
    cards[0].job.work.operations[0].estimate.reset();
    CHECK(queueOf(shop, cards, kMonday).rows[0].ready.missing.id() == "missing.estimates");
}

TEST_CASE("an offer stands behind all other jobs")
{
    const std::vector<Card> cards{cardOf("a", 40, "2026-12-31")};
    const Offer offer = offerFor(shopOf({8}), cards, kMonday, "clean-up", 8);
    REQUIRE(offer.ready);
    CHECK(offer.hours == Approx(1.0 + 8 * 0.5));
    CHECK(*offer.ready == kMonday + days{7});
    CHECK_FALSE(offerFor(shopOf({8}), cards, kMonday, "no such kind", 8).ready);
}

TEST_CASE("a thousand jobs have their dates, each no earlier than its hours allow")
{
    std::mt19937 random(3);
    std::vector<Card> cards;
    double hours = 0.0;
    for (int i = 0; i < 1000; ++i) {
        cards.push_back(cardOf(("job " + std::to_string(i)).c_str(), 1 + static_cast<int>(random() % 16), ""));
        cards.back().job.work.arrived = textOf(kMonday - days{i});
        hours += *cards.back().job.work.operations[0].estimate;
    }
    const Queue queue = queueOf(shopOf({8, 8, 8}), cards, kMonday);
    REQUIRE(queue.rows.size() == 1000);
    Day last = kMonday;
    for (const QueueRow& row : queue.rows) {
        REQUIRE(row.ready);
        last = std::max(last, *row.ready);
    }
    const double workDays = hours / 24.0;
    const double calendarDays = static_cast<double>((last - kMonday).count());
    CHECK(calendarDays >= workDays / 5.0 * 7.0 - 3.0);
    CHECK(calendarDays <= workDays / 5.0 * 7.0 + 7.0);
}
