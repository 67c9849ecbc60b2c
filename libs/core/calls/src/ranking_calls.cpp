// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "call_list.hpp"
#include "engine/choke_ranking.hpp"

namespace euryth::calls {

namespace {

class RankingCaller : CallList {
public:
    RankingCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Probe), m_of(of) {}

    /// Without sets both rankings are the area curve's and the valve's, which Shape tells.
    void all()
    {
        if (m_of.analysis.judgedBy().empty())
            return;
        const auto own = job::findPort(m_of.job, m_of.port.id);
        if (!own || !m_of.analysis.demand)
            return;
        const auto ranking = engine::rankChokes(m_of.job, m_of.port, m_of.analysis, m_of.flowsOf(*own));
        if (ranking && ranking->differs())
            differs(*ranking);
    }

private:
    [[nodiscard]] Phrase name(std::size_t place) const
    {
        return place < m_of.port.stations.size() ? m_of.place(place) : say("place.the.valve");
    }

    void differs(const engine::ChokeRanking& ranking)
    {
        const engine::RankedPlace& bench = ranking.first(engine::On::Bench);
        const engine::RankedPlace& engine = ranking.first(engine::On::Engine);
        Call& call = add("ranking", Severity::Warning);
        call.s = engine.place < m_of.port.stations.size() ? std::optional(m_of.port.stations[engine.place].s)
                                                          : m_of.valveEnd();
        call.title = say("call.ranking.title", {{"bench", name(bench.place)}, {"engine", name(engine.place)}});
        call.text = say("call.ranking.text", {{"lift", ranking.lift},
                                              {"depression", ranking.depression},
                                              {"bench", name(bench.place)},
                                              {"benchMach", Number{bench.benchMach, 2}},
                                              {"otherMach", Number{engine.benchMach, 2}},
                                              {"engine", name(engine.place)},
                                              {"rpm", ranking.rpm},
                                              {"engineMach", Number{std::min(1.0, engine.engineMach), 2}}});
        if (engine.sonicRpm)
            call.text += say("call.choke.sonic", {{"rpm", *engine.sonicRpm}});
        call.text += say("call.ranking.do", {{"engine", name(engine.place)}});
        call.workings.push_back(say("call.ranking.working", {{"speeds", m_of.analysis.speedsFrom}}));
    }

    const CallInputs& m_of;
};

}  // namespace

void addRankingCalls(const CallInputs& of, std::vector<Call>& calls) { RankingCaller(of, calls).all(); }

}  // namespace euryth::calls
