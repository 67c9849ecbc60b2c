// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "job/describe.hpp"
#include "plans/house_change.hpp"
#include "support/demo.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::plans;

namespace {

const job::Port& portOf(const job::Job& job, std::size_t i = 0) { return job.ports[i]; }

}  // namespace

TEST_CASE("house rules: what another set changes here, and what it leaves")
{
    const job::Job job = demoJob();
    CHECK(compareHouses(job, portOf(job), job.house).empty());
    job::House other = job.house;
    other.limitingMach = 0.45;
    other.intakeThroat = {0.92, 0.94};
    other.seatAngle = angleFromDegrees(50);
    other.valveJob = job::ValveJob::Last;
    const auto changes = compareHouses(job, portOf(job), other);
    REQUIRE(changes.size() == 4);
    const auto effect = [&](const std::string& rule) {
        const auto found = std::ranges::find_if(changes, [&](const HouseChange& c) { return c.rule.id() == rule; });
        REQUIRE(found != changes.end());
        CHECK_FALSE(found->why.empty());
        return units::render(found->effect, {});
    };
    CHECK(effect("rule.mach") == "wanted area 1004 mm² becomes 1227 mm²");
    CHECK(effect("rule.throat") == "throat 40.50 mm becomes 41.40 mm");
    // Steeper seats lose at the lowest lifts and gain higher up.
    const std::string seat = effect("rule.seat-angle");
    CHECK(seat.find("at a fifth of the lift -") != std::string::npos);
    CHECK(effect("rule.valve-job").find("blend after") != std::string::npos);
}

namespace {

/// Changes one rule of a house after the other: describe() visits them, and the one whose turn it is gets another
/// value.
class Nudge {
public:
    explicit Nudge(int turn) : m_turn(turn) {}
    std::string changed;

    template <class T>
    void rule(const job::FieldOf<T>& f, T& value)
    {
        if (!mine(f.key))
            return;
        if constexpr (std::is_same_v<T, double>)
            value = value * 0.9 + 0.01;
        else
            value = value * 0.9 + T::fromSi(2e-5);  // of a rule that is 0 too
    }
    template <class T>
    void later(const job::FieldOf<T>& f, T& value, const T&)
    {
        rule(f, value);
    }
    void range(std::string_view key, job::ShareRange& r)
    {
        if (mine(key))
            r.low -= 0.01;
    }
    void laterRange(std::string_view key, job::ShareRange& r, const job::ShareRange&) { range(key, r); }
    template <std::size_t N, class Enum>
    void option(std::string_view key, const std::array<std::string_view, N>&, Enum& value, const Enum&)
    {
        if (mine(key))
            value = static_cast<Enum>((static_cast<std::size_t>(value) + 1) % N);
    }
    template <class F>
    void object(std::string_view, const F& visit)
    {
        visit(*this);
    }
    template <class T>
    void list(std::string_view key, std::vector<T>& items)
    {
        if (mine(key))
            items.emplace_back();
    }
    void text(std::string_view, std::string&) {}
    void unknown(job::UnknownKeys&) {}

private:
    bool mine(std::string_view key)
    {
        if (m_turn-- != 0)
            return false;
        changed = key;
        return true;
    }
    int m_turn;
};

}  // namespace

TEST_CASE("what another house would change lists every rule that differs, of both sides")
{
    const job::Job job = demoFour();
    int rules = 0;
    for (int turn = 0;; ++turn, ++rules) {
        job::House house = job.house;
        Nudge nudge(turn);
        job::describe(nudge, house);
        if (nudge.changed.empty())
            break;
        CAPTURE(nudge.changed, turn);
        for (const char* id : {"I2", "E1"})
            CHECK(compareHouses(job, *std::ranges::find(job.ports, id, &job::Port::id), house).size() == 1);
    }
    CHECK(rules > 25);
}
