// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/wet_flow.hpp"

#include <algorithm>

namespace euryth::proving {

namespace {

constexpr Length kSamePlace = lengthFromMm(6.0);
constexpr Length kSameLift = lengthFromMm(1.0);

bool isWet(const job::Pin& pin) { return pin.kind == job::PinKind::Wet || pin.kind == job::PinKind::String; }

bool near(const std::optional<Length>& a, const std::optional<Length>& b, Length within)
{
    return a.has_value() == b.has_value() && (!a || abs(*a - *b) <= within);
}

bool together(const job::Pin& a, const job::Pin& b)
{
    return a.kind == b.kind && a.sector == b.sector && near(a.s, b.s, kSamePlace) && near(a.lift, b.lift, kSameLift);
}

}  // namespace

std::optional<WetFlow> wetFlowOf(const job::Port& port)
{
    std::vector<std::size_t> wet;
    for (std::size_t i = 0; i < port.pins.size(); ++i) {
        if (isWet(port.pins[i]))
            wet.push_back(i);
    }
    if (wet.empty() || port.pins[wet.front()].state == port.pins[wet.back()].state)
        return std::nullopt;
    WetFlow flow{port.pins[wet.front()].state, port.pins[wet.back()].state, {}};
    for (const std::size_t i : wet) {
        if (port.pins[i].state == flow.firstState)
            flow.pairs.push_back({i, std::nullopt, std::nullopt});
    }
    for (const std::size_t i : wet) {
        const job::Pin& pin = port.pins[i];
        if (pin.state != flow.lastState)
            continue;
        const auto mate = std::ranges::find_if(flow.pairs, [&](const WetPair& pair) {
            return pair.before && !pair.after && together(port.pins[*pair.before], pin);
        });
        if (mate == flow.pairs.end()) {
            flow.pairs.push_back({std::nullopt, i, std::nullopt});
            continue;
        }
        mate->after = i;
        const auto& before = port.pins[*mate->before].width;
        if (before && pin.width)
            mate->grew = *pin.width - *before;
    }
    return flow;
}

}  // namespace euryth::proving
