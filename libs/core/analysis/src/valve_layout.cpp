// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/valve_layout.hpp"

#include <algorithm>
#include <cmath>
#include <string>
#include <tuple>

#include "words/missing_list.hpp"

namespace euryth::analysis {

namespace {

Length distanceBetween(const LaidValve& a, const LaidValve& b)
{
    return Length::fromSi(std::hypot((a.x - b.x).si(), (a.y - b.y).si()));
}

ValvePair pairAt(const std::vector<LaidValve>& valves, std::size_t first, std::size_t second)
{
    const Length apart = distanceBetween(valves[first], valves[second]);
    return {first, second, apart, apart - (valves[first].diameter + valves[second].diameter) / 2.0};
}

/// Valves of the cylinder that are laid out; the ports of the others go to `missing`.
std::vector<LaidValve> laidValves(const job::Job& job, const job::Port& port, Length bore,
                                  std::vector<std::size_t>& missing)
{
    std::vector<LaidValve> valves;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        const job::Port& other = job.ports[i];
        if (other.cylinder != port.cylinder || !job::branchesOf(job, other).empty())
            continue;
        const job::Valve& v = other.valve;
        if (!v.diameter || !v.inBore.x || !v.inBore.y) {
            missing.push_back(i);
            continue;
        }
        const Length out = Length::fromSi(std::hypot(v.inBore.x->si(), v.inBore.y->si()));
        valves.push_back(
            {i, other.side, *v.inBore.x, *v.inBore.y, *v.diameter, v.sunk, bore / 2.0 - out - *v.diameter / 2.0});
    }
    return valves;
}

void pairUp(ValveLayout& layout)
{
    const auto& valves = layout.valves;
    for (std::size_t i = 0; i < valves.size(); ++i) {
        std::optional<ValvePair> faced;
        for (std::size_t k = 0; k < valves.size(); ++k) {
            if (k > i)
                layout.pairs.push_back(pairAt(valves, i, k));
            if (valves[i].side != job::Side::Intake || valves[k].side != job::Side::Exhaust)
                continue;
            const ValvePair pair = pairAt(valves, i, k);
            if (!faced || pair.apart < faced->apart)
                faced = pair;
        }
        if (faced)
            layout.facing.push_back(*faced);
    }
}

double lopsidedness(const ValveLayout& layout)
{
    double moment = 0.0;
    double whole = 0.0;
    for (const LaidValve& valve : layout.valves) {
        if (valve.side != job::Side::Intake)
            continue;
        const double area = valve.diameter.si() * valve.diameter.si();
        moment += area * valve.y.si();
        whole += area;
    }
    return whole > 0.0 ? moment / whole / (layout.bore.si() / 2.0) : 0.0;
}

}  // namespace

const ValvePair* ValveLayout::pairOf(std::size_t firstPort, std::size_t secondPort) const
{
    const auto is = [&](const ValvePair& pair) {
        const std::size_t a = valves[pair.first].port;
        const std::size_t b = valves[pair.second].port;
        return (a == firstPort && b == secondPort) || (a == secondPort && b == firstPort);
    };
    const auto found = std::ranges::find_if(pairs, is);
    return found == pairs.end() ? nullptr : &*found;
}

const LaidValve* ValveLayout::valveOf(std::size_t port) const
{
    const auto found = std::ranges::find(valves, port, &LaidValve::port);
    return found == valves.end() ? nullptr : &*found;
}

const ValvePair* ValveLayout::nearest(std::size_t port) const
{
    const ValvePair* least = nullptr;
    for (const ValvePair& pair : pairs) {
        const bool own = valves[pair.first].port == port || valves[pair.second].port == port;
        if (own && (!least || pair.gap < least->gap))
            least = &pair;
    }
    return least;
}

Known<ValveLayout> valveLayout(const job::Job& job, const job::Port& port)
{
    MissingList missing;
    missing.need(job.engine.bore.has_value(), "missing.bore");
    if (!missing.empty())
        return {std::nullopt, missing.phrase()};
    ValveLayout layout;
    layout.bore = *job.engine.bore;
    layout.valves = laidValves(job, port, layout.bore, layout.missing);
    if (layout.valves.empty())
        return {std::nullopt, say("missing.valve-places")};
    pairUp(layout);
    layout.lopsided = lopsidedness(layout);
    return {std::move(layout), {}};
}

bool sameLayout(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB)
{
    const auto places = [](const job::Job& job, const job::Port& port) {
        std::vector<
            std::tuple<std::string, job::InBore, std::optional<Length>, std::optional<Length>, std::optional<Length>>>
            valves;
        for (const job::Port& other : job.ports) {
            const job::Valve& v = other.valve;
            if (other.cylinder == port.cylinder)
                valves.emplace_back(other.id, v.inBore, v.diameter, v.sunk, v.edgeInset);
        }
        return valves;
    };
    return a.engine.bore == b.engine.bore && places(a, portOfA) == places(b, portOfB);
}

namespace {

/// What the layout tells of a port's own valve.
template <class Ask>
std::optional<Length> ofLayout(const job::Job& job, const job::Port& port, Ask ask)
{
    const auto own = job::findPort(job, port.id);
    const auto layout = valveLayout(job, port);
    return own && layout ? ask(*layout, *own) : std::nullopt;
}

}  // namespace

Length laidBridge(const job::Job& job, const ValveLayout& layout, const ValvePair& pair)
{
    const auto inset = [&](std::size_t valve) {
        return job.ports[layout.valves[valve].port].valve.edgeInset.value_or(Length{});
    };
    return pair.gap + inset(pair.first) + inset(pair.second);
}

std::optional<Length> bridgeOf(const job::Job& job, const job::Port& port)
{
    if (port.valve.bridge)
        return port.valve.bridge;
    return ofLayout(job, port, [&](const ValveLayout& layout, std::size_t own) -> std::optional<Length> {
        const ValvePair* nearest = layout.nearest(own);
        return nearest ? std::optional(laidBridge(job, layout, *nearest) - port.valve.kerf.value_or(Length{}))
                       : std::nullopt;
    });
}

std::optional<Length> boreEdgeOf(const job::Job& job, const job::Port& port)
{
    if (port.valve.boreEdge)
        return port.valve.boreEdge;
    return ofLayout(job, port, [](const ValveLayout& layout, std::size_t own) -> std::optional<Length> {
        const LaidValve* valve = layout.valveOf(own);
        return valve ? std::optional(valve->boreEdge) : std::nullopt;
    });
}

}  // namespace euryth::analysis
