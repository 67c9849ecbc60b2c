// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>

#include "calls/calls.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"

using namespace euryth;

namespace {

/// The calls about the first port's seat after a change.
std::vector<calls::Call> callsWith(const std::function<void(job::Job&)>& change)
{
    job::Job job = demoJob();
    change(job);
    const job::Port& port = job.ports[0];
    return calls::callsFor(job, port, analysis::analyse(job, port));
}

const calls::Call* find(const std::vector<calls::Call>& all, const std::string& key)
{
    const auto found = std::ranges::find(all, key, &calls::Call::key);
    return found == all.end() ? nullptr : &*found;
}

job::SeatCut& seatOf(job::Job& job) { return job.ports[0].valve.seat[1]; }

}  // namespace

TEST_CASE("the seat's width against the house's: narrow is a warning, wide a note")
{
    CHECK_FALSE(find(callsWith([](job::Job& j) { seatOf(j).width = j.house.intakeSeatWidth; }), "seat-width"));
    const auto narrow = callsWith([](job::Job& j) { seatOf(j).width = j.house.intakeSeatWidth - lengthFromMm(0.3); });
    REQUIRE(find(narrow, "seat-width"));
    CHECK(find(narrow, "seat-width")->severity == calls::Severity::Warning);
    const auto wide = callsWith([](job::Job& j) { seatOf(j).width = j.house.intakeSeatWidth + lengthFromMm(0.3); });
    REQUIRE(find(wide, "seat-width"));
    CHECK(find(wide, "seat-width")->severity == calls::Severity::Note);
}

TEST_CASE("a steep seat: what it loses at a tenth of an inch, and from where it gains, by the frustum")
{
    const auto steep = callsWith([](job::Job& j) {
        seatOf(j).angle = angleFromDegrees(50);
        j.house.seatAngle = angleFromDegrees(50);
    });
    const calls::Call* call = find(steep, "seat-angle");
    REQUIRE(call);
    CHECK(call->severity == calls::Severity::Note);
    const auto ids = idsIn(call->text);
    CHECK(std::ranges::count(ids, "call.seat-angle.steep") == 1);
    // By hand, as long as the frustum stands square on the seat: its slant is lift x cos(angle), so that a 50 degree
    // seat opens about cos 50 / cos 45 = 0.91 of a 45 degree one.
    const auto flat = callsWith([](job::Job& j) { seatOf(j).angle = angleFromDegrees(38); });
    REQUIRE(find(flat, "seat-angle"));
    CHECK(find(flat, "seat-angle")->severity == calls::Severity::Warning);  // and not what the house says
    CHECK(std::ranges::count(idsIn(find(flat, "seat-angle")->text), "call.seat-angle.flat") == 1);
    CHECK_FALSE(find(callsWith([](job::Job&) {}), "seat-angle"));
}

TEST_CASE("inset, band, insert and the steep cut below the seat")
{
    CHECK(
        find(callsWith([](job::Job& j) { j.ports[0].valve.edgeInset = lengthFromMm(0.05); }), "seat-inset")->severity ==
        calls::Severity::Warning);
    CHECK(
        find(callsWith([](job::Job& j) { j.ports[0].valve.edgeInset = lengthFromMm(0.8); }), "seat-inset")->severity ==
        calls::Severity::Note);
    CHECK_FALSE(find(callsWith([](job::Job& j) { j.ports[0].valve.edgeInset = lengthFromMm(0.25); }), "seat-inset"));
    CHECK(find(callsWith([](job::Job& j) { j.ports[0].valve.band = lengthFromMm(0.4); }), "seat-band"));
    CHECK_FALSE(find(callsWith([](job::Job& j) { j.ports[0].valve.band = lengthFromMm(1.0); }), "seat-band"));
    // A throat of 40.5 mm in an insert of 43 mm leaves 1.25 mm.
    const auto thin = callsWith([](job::Job& j) {
        j.ports[0].valve.insert = lengthFromMm(43);
        j.ports[0].planEnd.throat = lengthFromMm(40.5);
    });
    REQUIRE(find(thin, "seat-insert"));
    CHECK(find(thin, "seat-insert")->severity == calls::Severity::Danger);
    CHECK_FALSE(find(callsWith([](job::Job& j) { j.ports[0].valve.insert = lengthFromMm(47); }), "seat-insert"));
    const auto longCut = callsWith([](job::Job& j) { j.ports[0].valve.seat.back().width = lengthFromMm(2.5); });
    CHECK(find(longCut, "steep-cut"));
    const auto slow = callsWith([](job::Job& j) {
        j.ports[0].valve.seat.back().width = lengthFromMm(2.5);
        j.engine.shiftRpm = rotationFromRpm(5000);
    });
    CHECK_FALSE(find(slow, "steep-cut"));
}
