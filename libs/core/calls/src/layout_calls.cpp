// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "analysis/valve_layout.hpp"
#include "call_list.hpp"

namespace euryth::calls {

namespace {

// Ours; common practice, no source.
constexpr Length kLayoutDoubt = lengthFromMm(0.5);  // of a distance that was measured too
constexpr Length kUnequal = lengthFromMm(0.5);      // diameters of a pair
constexpr Length kSunkEnough = lengthFromMm(2.0);   // of an exhaust valve; 0.1 in is what is done
constexpr double kLopsidedTold = 0.01;              // of the bore's radius

/// The valves of the port's cylinder in the bore.
class LayoutCaller : CallList {
public:
    LayoutCaller(const CallInputs& of, const analysis::ValveLayout& layout, std::size_t own, std::vector<Call>& calls)
        : CallList(calls, Stage::Survey),
          m_of(of),
          m_layout(layout),
          m_own(own)
    {
    }

    void all()
    {
        const analysis::LaidValve* own = m_layout.valveOf(m_own);
        if (!own)
            return;
        for (const analysis::ValvePair& pair : m_layout.pairs) {
            if (isOwn(pair) && pair.gap < Length{})
                overlap(pair);
        }
        edge(*own);
        if (const analysis::ValvePair* nearest = m_layout.nearest(m_own))
            bridge(*nearest);
        if (own->side == job::Side::Intake)
            unequalPairs();
    }

private:
    [[nodiscard]] const analysis::LaidValve& valve(std::size_t i) const { return m_layout.valves[i]; }
    [[nodiscard]] bool isOwn(const analysis::ValvePair& pair) const
    {
        return valve(pair.first).port == m_own || valve(pair.second).port == m_own;
    }
    [[nodiscard]] std::string nameOfPort(const analysis::LaidValve& laid) const { return m_of.job.ports[laid.port].id; }
    [[nodiscard]] const analysis::LaidValve& other(const analysis::ValvePair& pair) const
    {
        return valve(valve(pair.first).port == m_own ? pair.second : pair.first);
    }

    void overlap(const analysis::ValvePair& pair)
    {
        Call& call = add("layout-overlap:" + nameOfPort(other(pair)), Severity::Danger);
        call.title = say("call.layout-overlap.title", {{"other", nameOfPort(other(pair))}, {"over", -pair.gap}});
        call.text = say("call.layout-overlap.text");
        call.workings.push_back(say("call.layout-overlap.working", {{"apart", pair.apart}}));
    }

    void edge(const analysis::LaidValve& own)
    {
        const auto& measured = m_of.port.valve.boreEdge;
        if (measured && abs(*measured - own.boreEdge) > kLayoutDoubt) {
            Call& call = add("layout-edge", Severity::Warning);
            call.title = say("call.layout-edge.title", {{"measured", *measured}, {"laid", own.boreEdge}});
            call.text = say("call.layout.doubt");
        } else if (own.boreEdge < Length{}) {
            Call& call = add("layout-over-bore", Severity::Warning);
            call.title = say("call.layout-over-bore.title", {{"over", -own.boreEdge}});
            call.text = say("call.layout-over-bore.text");
        }
    }

    void bridge(const analysis::ValvePair& pair)
    {
        const auto& measured = m_of.port.valve.bridge;
        const bool insets = m_of.port.valve.edgeInset && m_of.job.ports[other(pair).port].valve.edgeInset;
        if (!measured || !insets)
            return;
        const Length laid = analysis::laidBridge(m_of.job, m_layout, pair);
        if (abs(*measured - laid) <= kLayoutDoubt)
            return;
        Call& call = add("layout-bridge", Severity::Warning);
        call.title = say("call.layout-bridge.title",
                         {{"other", nameOfPort(other(pair))}, {"measured", *measured}, {"laid", laid}});
        call.text = say("call.layout.doubt");
    }

    /// Two intake valves that are not alike, or that face unlike exhaust valves.
    void unequalPairs()
    {
        const auto& facing = m_layout.facing;
        if (facing.size() < 2)
            return;
        const auto mine = std::ranges::find_if(facing, [&](const auto& pair) { return isOwn(pair); });
        if (mine == facing.end())
            return;
        const bool unequal = std::ranges::any_of(facing, [&](const auto& pair) {
            return abs(valve(pair.first).diameter - valve(mine->first).diameter) > kUnequal ||
                   abs(valve(pair.second).diameter - valve(mine->second).diameter) > kUnequal;
        });
        if (!unequal)
            return;
        const analysis::LaidValve& exhaust = valve(mine->second);
        Call& call = add("valve-pair", Severity::Note);
        call.title = say(
            "call.valve-pair.title",
            {{"intake", valve(mine->first).diameter}, {"exhaust", exhaust.diameter}, {"other", nameOfPort(exhaust)}});
        const double lopsided = m_layout.lopsided;
        call.text = say("call.valve-pair.text");
        call.text += say(std::abs(lopsided) < kLopsidedTold ? "call.valve-pair.balanced" : "call.valve-pair.lopsided",
                         {{"share", Percent{std::abs(lopsided)}}, {"side", lopsided > 0.0 ? "left" : "right"}});
        if (!exhaust.sunk || *exhaust.sunk < kSunkEnough)
            call.text += say("call.valve-pair.sink", {{"other", nameOfPort(exhaust)}});
        call.workings.push_back(say("call.valve-pair.working"));
    }

    const CallInputs& m_of;
    const analysis::ValveLayout& m_layout;
    std::size_t m_own;
};

}  // namespace

void addLayoutCalls(const CallInputs& of, std::vector<Call>& calls)
{
    const auto own = job::findPort(of.job, of.port.id);
    const auto layout = analysis::valveLayout(of.job, of.port);
    if (own && layout)
        LayoutCaller(of, *layout, *own, calls).all();
}

}  // namespace euryth::calls
