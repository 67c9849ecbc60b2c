// SPDX-License-Identifier: GPL-3.0-or-later
// The talk with an instrument, without wires and clocks.
#include <catch2/catch.hpp>

#include "devices/averager.hpp"
#include "devices/instrument.hpp"
#include "devices/set_taker.hpp"

using namespace euryth::devices;
using State = Instrument::State;

namespace {

template <class Said>
std::string line(Said said)
{
    return lineOf(Message(std::move(said)));
}

/// What a pitot on a traverse says of itself.
std::string introduction()
{
    return line(IAm{1, "pitot", "7"}) + line(Has{Channel::Impact, 1, 15}) + line(Moves{Channel::Station, 0, 200}) +
           line(Moves{Channel::Across, -1, 1}) + line(Moves{Channel::Up, -1, 1}) + line(Ready{});
}

/// An instrument that has answered at the time 0.
Instrument readyOne()
{
    Instrument instrument;
    instrument.connected(0);
    CHECK(instrument.toSend(0) == lineOf(Command(Hello{})));
    instrument.received(introduction(), 0);
    CHECK(instrument.toSend(0) == lineOf(Command(Rate{10})));
    instrument.received(line(Done{"rate"}), 0);
    return instrument;
}

}  // namespace

TEST_CASE("it asks until somebody answers, learns what the other can, and asks for its readings")
{
    Instrument instrument(20);
    instrument.connected(0);
    CHECK(instrument.state(0) == State::Asking);
    CHECK(instrument.toSend(0) == lineOf(Command(Hello{})));
    CHECK(instrument.toSend(0.5).empty());
    CHECK(instrument.toSend(1.1) == lineOf(Command(Hello{})));
    // In pieces, as a line brings it.
    const std::string said = introduction();
    for (std::size_t i = 0; i < said.size(); ++i)
        instrument.received(std::string_view(said).substr(i, 1), 1.5);
    CHECK(instrument.state(1.5) == State::Ready);
    CHECK(instrument.name() == "pitot");
    CHECK(instrument.capabilities().size() == 4);
    CHECK(instrument.capabilityOf(Channel::Impact)->accuracy == 15);
    CHECK(instrument.movesAll({Channel::Station, Channel::Across, Channel::Up}));
    CHECK_FALSE(instrument.movesAll({Channel::Lift}));
    CHECK(instrument.toSend(1.6) == lineOf(Command(Rate{20})));
    CHECK(instrument.unanswered() == 1);
    instrument.received(line(Done{"rate"}) + line(At{5, {{Channel::Impact, 900}}}), 1.7);
    CHECK(instrument.unanswered() == 0);
    const auto readings = instrument.takeReadings();
    REQUIRE(readings.size() == 1);
    CHECK(readings[0].si == 900);
    CHECK(readings[0].at == 1.7);
    CHECK(instrument.takeReadings().empty());
    CHECK(instrument.goodLines() == 8);
    CHECK(instrument.badLines() == 0);
}

TEST_CASE("bad lines are counted by what is wrong with them, and nothing else happens")
{
    Instrument instrument = readyOne();
    instrument.received("at 5 impact=900 #0000\n\x01\x02\n" + std::string(500, 'z') + "\n" + sealed("what is this"), 1);
    CHECK(instrument.badLines() == 4);
    CHECK(instrument.badLines(LineFault::WrongCheck) == 1);
    CHECK(instrument.badLines(LineFault::NotText) == 1);
    CHECK(instrument.badLines(LineFault::TooLong) == 1);
    CHECK(instrument.badLines(LineFault::UnknownWord) == 1);
    CHECK(instrument.takeReadings().empty());
    CHECK(instrument.state(1) == State::Ready);
}

TEST_CASE("half a line that was meant for who was here before is not held against the instrument, a second one is")
{
    Instrument instrument;
    instrument.connected(0);
    (void)instrument.toSend(0);
    instrument.received("pact=900 #12\n", 0);
    CHECK(instrument.badLines() == 0);
    instrument.received("pact=900 #12\n" + introduction(), 0);
    CHECK(instrument.badLines() == 1);
    CHECK(instrument.state(0) == State::Ready);
    instrument.connected(1);  // anew
    instrument.received("t 5 #\n", 1);
    CHECK(instrument.badLines() == 1);
}

TEST_CASE("one that falls silent is noticed and asked again, one that was switched on anew is learnt anew")
{
    Instrument instrument = readyOne();
    CHECK(instrument.state(2.9) == State::Ready);
    CHECK(instrument.state(3.1) == State::Silent);
    CHECK(instrument.toSend(3.2) == lineOf(Command(Hello{})));
    CHECK(instrument.toSend(3.3).empty());
    CHECK(instrument.toSend(4.3) == lineOf(Command(Hello{})));
    instrument.received(line(IAm{1, "caliper", "9"}) + line(Has{Channel::Length, 0.01, 0.02}) + line(Ready{}), 4.4);
    CHECK(instrument.state(4.4) == State::Ready);
    CHECK(instrument.name() == "caliper");
    CHECK(instrument.capabilities().size() == 1);
}

TEST_CASE("a newer version of the protocol is not spoken")
{
    Instrument instrument;
    instrument.connected(0);
    (void)instrument.toSend(0);
    instrument.received(line(IAm{2, "later", "1"}) + line(Ready{}), 0.1);
    CHECK(instrument.tooNew());
    CHECK(instrument.state(0.1) == State::Asking);
}

TEST_CASE("it moves only what can be moved and as far as it can, and tells what was refused or not answered")
{
    Instrument instrument = readyOne();
    CHECK_FALSE(instrument.moveTo({Channel::Lift, 5}));
    CHECK_FALSE(instrument.moveTo({Channel::Station, 300}));
    CHECK(instrument.moveTo({Channel::Station, 80}));
    CHECK(instrument.unanswered() == 1);
    CHECK(instrument.toSend(1) == lineOf(Command(Set{{Channel::Station, 80}})));
    instrument.received(line(No{"set", "jammed"}), 1.1);
    CHECK(instrument.unanswered() == 0);
    CHECK(instrument.takeNotes() == std::vector<std::string>{"set: jammed"});
    CHECK(instrument.moveTo({Channel::Up, 0.5}));
    (void)instrument.toSend(1.2);
    instrument.received(line(Note{"busy"}), 3.0);
    CHECK(instrument.toSend(3.5).empty());
    CHECK(instrument.takeNotes() == std::vector<std::string>{"busy", "set: no answer"});
}

TEST_CASE("an hour of streaming that nobody takes fills no memory")
{
    Instrument instrument = readyOne();
    for (int i = 0; i < 36000; ++i)
        instrument.received(line(At{static_cast<std::uint64_t>(i) * 100, {{Channel::Impact, 900.0 + i % 7}}}) +
                                line(Note{"still here"}),
                            i * 0.1);
    CHECK(instrument.takeReadings().size() == Instrument::kKept);
    CHECK(instrument.takeNotes().size() <= 50);
}

TEST_CASE("a mean is steady when it is known well enough and does not drift")
{
    const Averager::Limits limits{3.0, 10, 0.01, 0.0};
    Averager still(limits);
    CHECK_FALSE(still.mean());
    for (int i = 0; i < 9; ++i)
        still.add(100 + (i % 2), i * 0.1);
    CHECK_FALSE(still.mean()->steady);  // too few
    still.add(100, 0.9);
    REQUIRE(still.mean()->steady);
    CHECK(still.mean()->value == Approx(100.4));
    CHECK(still.mean()->scatter == Approx(0.516398));  // of 100 101 ... by hand
    Averager drifts(limits);
    for (int i = 0; i < 30; ++i)
        drifts.add(100 + i, i * 0.1);
    CHECK_FALSE(drifts.mean()->steady);
    Averager torn(limits);
    for (int i = 0; i < 20; ++i)
        torn.add(i % 2 ? 60 : 140, i * 0.1);
    CHECK_FALSE(torn.mean()->steady);  // 40 of 100: its mean of twenty is not known to a hundredth
    // What was long ago is forgotten.
    Averager window(limits);
    for (int i = 0; i < 20; ++i)
        window.add(500, i * 0.1);
    for (int i = 0; i < 40; ++i)
        window.add(100, 2.0 + i * 0.1);
    CHECK(window.mean()->value == Approx(100));
    Averager zero(Averager::Limits{3.0, 10, 0.01, 5.0});
    for (int i = 0; i < 12; ++i)
        zero.add(i % 3 - 1.0, i * 0.1);
    CHECK(zero.mean()->steady);  // nothing, within what the instrument resolves
}

namespace {

/// Plays the device of a set: pressures by the tip's height, at the rate of ten.
struct Played {
    Instrument instrument = readyOne();
    double now = 0.0;
    double up = 0.0;
    double station = 0.0;
    bool air = true;

    void step(SetTaker& taker)
    {
        now += 0.1;
        const std::string sent = instrument.toSend(now);
        LineReader reader;
        std::string answer;
        reader.feed(
            sent,
            [&](std::string_view text) {
                const auto command = parseCommand(text);
                REQUIRE(command);
                if (const auto* set = std::get_if<Set>(&*command)) {
                    if (set->to.channel == Channel::Up)
                        up = set->to.value;
                    if (set->to.channel == Channel::Station)
                        station = set->to.value;
                    answer += line(Done{"set"});
                }
            },
            [](LineFault) { FAIL("too long"); });
        std::vector<Value> values{{Channel::Depression, 7000}, {Channel::Flow, 0.1}};
        if (air)
            values.push_back({Channel::Impact, 3000 + 1000 * up});
        instrument.received(answer + line(At{static_cast<std::uint64_t>(now * 1000), values}), now);
        taker.step(instrument, now);
    }
};

}  // namespace

TEST_CASE("a set is taken point by point by an instrument that moves the tip itself")
{
    Played device;
    SetTaker taker({{80, 0, 0.5}, {80, 0, -0.5}, {80, 0.5, 0}});
    int steps = 0;
    while (taker.phase() != SetTaker::Phase::Done && ++steps < 1000)
        device.step(taker);
    REQUIRE(taker.taken().size() == 3);
    CHECK(steps < 100);
    CHECK(device.station == 80);
    for (std::size_t i = 0; i < 3; ++i) {
        CHECK(taker.taken()[i].steady);
        CHECK(taker.taken()[i].mean->value == Approx(3000 + 1000 * taker.goals()[i].up));
    }
    CHECK(*taker.meanOf(Channel::Depression) == Approx(7000));
    CHECK_FALSE(taker.meanOf(Channel::Lift));
    taker.again();
    CHECK(taker.point() == 2);
    while (taker.phase() != SetTaker::Phase::Done && ++steps < 2000)
        device.step(taker);
    CHECK(taker.taken().size() == 3);
}

TEST_CASE("where no air comes to the tip the point is left unknown")
{
    Played device;
    SetTaker taker({{80, 0, 0}});
    device.air = false;
    int steps = 0;
    while (taker.phase() != SetTaker::Phase::Done && ++steps < 1000)
        device.step(taker);
    REQUIRE(taker.taken().size() == 1);
    CHECK_FALSE(taker.taken()[0].mean);
    CHECK_FALSE(taker.taken()[0].steady);
}

TEST_CASE("by hand each point waits for the foot switch")
{
    Instrument hand;
    hand.connected(0);
    (void)hand.toSend(0);
    hand.received(line(IAm{1, "pitot", "7"}) + line(Has{Channel::Impact, 1, 15}) + line(Ready{}), 0);
    SetTaker taker({{80, 0, 0}, {80, 0, 0.5}});
    double now = 0;
    const auto steps = [&](int count) {
        for (int i = 0; i < count; ++i) {
            now += 0.1;
            (void)hand.toSend(now);
            hand.received(line(At{1, {{Channel::Impact, 2000}}}), now);
            taker.step(hand, now);
        }
    };
    steps(100);
    CHECK(taker.phase() == SetTaker::Phase::ForHand);
    CHECK(taker.taken().empty());
    hand.received(line(Take{}), now);
    steps(30);
    CHECK(taker.taken().size() == 1);
    CHECK(taker.phase() == SetTaker::Phase::ForHand);
    steps(50);
    CHECK(taker.taken().size() == 1);
    taker.press();
    steps(30);
    CHECK(taker.phase() == SetTaker::Phase::Done);
}

TEST_CASE("a point can be passed over, taken as it is, and none is taken unasked where that is wished")
{
    Instrument hand;
    hand.connected(0);
    (void)hand.toSend(0);
    hand.received(line(IAm{1, "pitot", "7"}) + line(Has{Channel::Impact, 1, 15}) + line(Ready{}), 0);
    SetTaker taker({{80, 0, 0}, {80, 0, 0.5}, {80, 0.5, 0}});
    taker.takeWhenSteady(false);
    double now = 0;
    double impact = 2000;
    const auto steps = [&](int count) {
        for (int i = 0; i < count; ++i) {
            now += 0.1;
            (void)hand.toSend(now);
            hand.received(line(At{1, {{Channel::Impact, impact}}}), now);
            taker.step(hand, now);
        }
    };
    steps(5);
    taker.press();
    steps(300);  // half a minute of still air: nothing is taken unasked
    CHECK(taker.phase() == SetTaker::Phase::Averaging);
    CHECK(taker.taken().empty());
    taker.press();
    steps(2);
    REQUIRE(taker.taken().size() == 1);
    CHECK(taker.taken()[0].steady);
    CHECK_FALSE(taker.taken()[0].skipped);
    taker.skip(now);
    REQUIRE(taker.taken().size() == 2);
    CHECK(taker.taken()[1].skipped);
    CHECK_FALSE(taker.taken()[1].mean);
    // What was passed over is taken after all.
    taker.again();
    taker.takeWhenSteady(true);
    steps(2);
    taker.press();
    steps(30);
    CHECK(taker.taken().size() == 2);
    CHECK(taker.taken()[1].mean->value == Approx(2000));
    // A key pressed while it swings takes it as it is, and says so.
    steps(2);
    taker.press();
    for (int i = 0; i < 8; ++i) {
        impact = i % 2 ? 1000 : 3000;
        steps(1);
    }
    taker.press();
    steps(2);
    CHECK(taker.phase() == SetTaker::Phase::Done);
    CHECK_FALSE(taker.taken()[2].steady);
    taker.skip(now);  // there is none left
    CHECK(taker.taken().size() == 3);
}
