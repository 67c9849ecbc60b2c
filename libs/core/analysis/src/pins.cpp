// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/pins.hpp"

#include <algorithm>

#include "job/describe.hpp"

namespace euryth::analysis {

std::vector<std::size_t> stationsAt(const job::Port& port, const job::Pin& pin)
{
    if (!pin.s || port.stations.empty())
        return {};
    if (const auto own = job::stationNear(port, *pin.s))
        return {*own};
    const auto after = std::ranges::find_if(port.stations, [&](const job::Station& s) { return s.s > *pin.s; });
    const auto next = static_cast<std::size_t>(after - port.stations.begin());
    if (after == port.stations.begin())
        return {0};
    if (after == port.stations.end())
        return {next - 1};
    return {next - 1, next};
}

bool forbidsCut(const job::Pin& pin)
{
    return pin.asks == job::PinAsks::Leave || (pin.kind == job::PinKind::Filled && !pin.asks);
}

std::string nextPinId(const job::Port& port)
{
    for (std::size_t number = 1;; ++number) {
        const std::string id = "N" + std::to_string(number);
        if (std::ranges::find(port.pins, id, &job::Pin::id) == port.pins.end())
            return id;
    }
}

Phrase nameOf(job::PinKind kind) { return say("pin." + std::string(job::kPinKeys[static_cast<std::size_t>(kind)])); }

}  // namespace euryth::analysis
