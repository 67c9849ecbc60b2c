// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/valve_job.hpp"

#include <algorithm>

#include "geometry/seat_stack.hpp"
#include "job/describe.hpp"

namespace euryth::proving {

namespace {

constexpr std::array<std::string_view, kSeatItems.size()> kItemNames{"width",   "angle", "inset",
                                                                     "run-out", "band",  "seal"};

template <class Q>
Phrase value(const Q& q)
{
    return say("value", {{"value", q}});
}

SeatCheck judged(SeatItem item, bool good, Phrase is, Phrase wanted)
{
    return {item, good ? SeatVerdict::Good : SeatVerdict::Off, std::move(is), std::move(wanted)};
}

SeatCheck sealCheck(const job::Port& port)
{
    const auto seal = sealOf(port);
    const Phrase wanted = nameOf(job::Tight::Dry);
    if (!seal)
        return {SeatItem::Seal, SeatVerdict::Unknown, {}, wanted};
    return judged(SeatItem::Seal, seal->tight, nameOf(*port.leakTests[seal->last].result), wanted);
}

}  // namespace

Phrase nameOf(SeatItem item) { return say("seat-item." + std::string(kItemNames[static_cast<std::size_t>(item)])); }

Phrase nameOf(job::Tight result)
{
    return say("tight." + std::string(job::kTightKeys[static_cast<std::size_t>(result)]));
}

std::array<SeatCheck, kSeatItems.size()> seatChecks(const job::Job& job, const job::Port& port)
{
    const job::House& house = job.house;
    const job::Valve& valve = port.valve;
    const Length width = job::seatWidth(house, port.side);
    std::array<SeatCheck, kSeatItems.size()> checks;
    for (std::size_t i = 0; i < checks.size(); ++i)
        checks[i].item = kSeatItems[i];
    const auto put = [&](const SeatCheck& check) { checks[static_cast<std::size_t>(check.item)] = check; };
    std::optional<Length> seatWidth;
    if (const auto stack = job::seatStack(valve)) {
        const geometry::SeatFace& seat = stack->cuts[stack->seat].face;
        seatWidth = seat.width;
        put(judged(SeatItem::Width, abs(seat.width - width) <= kSeatWidthTolerance, value(seat.width), value(width)));
        put(judged(SeatItem::Angle, abs(seat.angle - house.seatAngle) <= kSeatAngleTolerance, value(seat.angle),
                   value(house.seatAngle)));
    }
    const Phrase insets = say("range", {{"low", kLeastInset}, {"high", kMostInset}});
    if (const auto& inset = valve.edgeInset)
        put(judged(SeatItem::Inset, *inset >= kLeastInset && *inset <= kMostInset, value(*inset), insets));
    if (const auto& runOut = valve.runOut) {
        put(judged(SeatItem::RunOut, *runOut <= house.runOutLimit, value(*runOut),
                   say("up-to", {{"most", house.runOutLimit}})));
    }
    if (valve.band && seatWidth) {
        const Length least = *seatWidth * kLeastBand;
        put(judged(SeatItem::Band, *valve.band >= least, value(*valve.band), say("from", {{"least", least}})));
    }
    put(sealCheck(port));
    return checks;
}

std::optional<Seal> sealOf(const job::Port& port)
{
    const auto& tests = port.leakTests;
    const auto told = [](const job::LeakTest& test) { return test.result.has_value(); };
    const auto last = std::ranges::find_if(tests.rbegin(), tests.rend(), told);
    if (last == tests.rend())
        return std::nullopt;
    Seal seal;
    seal.last = static_cast<std::size_t>(tests.rend() - last) - 1;
    seal.tight = tests[seal.last].result == job::Tight::Dry;
    seal.mended = seal.tight &&
                  std::any_of(tests.begin(), tests.begin() + static_cast<std::ptrdiff_t>(seal.last),
                              [](const job::LeakTest& test) { return test.result && *test.result != job::Tight::Dry; });
    seal.relapped = !seal.tight && tests[seal.last].relapped.value_or(false);
    return seal;
}

std::vector<std::size_t> portsWithValves(const job::Job& job)
{
    std::vector<std::size_t> ports;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (job::branchesOf(job, job.ports[i]).empty())
            ports.push_back(i);
    }
    return ports;
}

}  // namespace euryth::proving
