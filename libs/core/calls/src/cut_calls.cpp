// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "call_list.hpp"

namespace euryth::calls {

namespace {

using geometry::index;
using geometry::Sector;

/// What a breakthrough into a neighbour means.
Phrase meaningOf(job::Neighbour behind)
{
    switch (behind) {
    case job::Neighbour::Water: return say("breakthrough.water");
    case job::Neighbour::BoltHole: return say("breakthrough.bolt-hole");
    case job::Neighbour::PushrodTube: return say("breakthrough.pushrod-tube");
    case job::Neighbour::Port: return say("breakthrough.port");
    case job::Neighbour::Bore: return say("breakthrough.bore");
    case job::Neighbour::Outside: break;
    }
    return say("breakthrough.outside");
}

class CutCaller : CallList {
public:
    CutCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Cut), m_of(of) {}

    void all()
    {
        if (!m_of.analysis.cut)
            return;
        for (const Sector sector : geometry::kSectors)
            thinWalls(sector);
        drawnWalls();
        if (!m_of.analysis.cut->converged) {
            Call& call = add("cut-not-settled", Severity::Warning);
            call.title = say("call.cut-not-settled.title");
            call.text = say("call.cut-not-settled.text");
        }
        if (m_of.analysis.cut->makesWorse()) {
            Call& call = add("cut-worse", Severity::Danger);
            call.title = say("call.cut-worse.title");
            call.text = say("call.cut-worse.text");
        }
    }

private:
    /// One call per stretch of neighbouring stations.
    void thinWalls(Sector sector)
    {
        std::vector<std::size_t> run;
        for (const cutting::Keep& keep : m_of.analysis.cut->keeps) {
            if (keep.sector != sector || keep.hold != cutting::Hold::ThinWall)
                continue;
            if (!run.empty() && keep.station != run.back() + 1) {
                tellThin(sector, run);
                run.clear();
            }
            run.push_back(keep.station);
        }
        if (!run.empty())
            tellThin(sector, run);
    }

    void tellThin(Sector sector, const std::vector<std::size_t>& run)
    {
        const auto& stations = m_of.analysis.cutProblem->stations;
        const auto spare = [&](std::size_t i) { return *stations[i].spare(sector); };
        const std::size_t worst = *std::ranges::min_element(run, {}, spare);
        const Length wall = *stations[worst].wall[index(sector)];
        const Length reserve = stations[worst].reserve[index(sector)];
        const Length error = stations[worst].error[index(sector)];
        const Length curve = stations[worst].curve[index(sector)];
        Call& call = addAt("thin:" + std::string(key(sector)), stations[worst].s, Severity::Danger);
        call.sector = sector;
        call.title = say("call.thin.title", {{"wall", wall}, {"place", m_of.place(worst)}, {"sector", nameOf(sector)}});
        if (const auto behind = m_of.port.stations[worst].behind.at[index(sector)])
            call.text += meaningOf(*behind);
        else if (job::beyondRepair(m_of.port.stations[worst], sector))
            call.text += say("call.thin.forever");
        call.text += run.size() > 1 ? say("call.thin.stretch", {{"reserve", reserve},
                                                                {"error", error},
                                                                {"from", Position{stations[run.front()].s}},
                                                                {"to", Position{stations[run.back()].s}}})
                                    : say("call.thin.text", {{"reserve", reserve}, {"error", error}});
        call.workings.push_back(
            say("call.thin.working",
                {{"wall", wall}, {"reserve", reserve}, {"error", error}, {"curve", curve}, {"spare", spare(worst)}}));
    }

    /// Cuts that reckon with walls nobody has gauged.
    void drawnWalls()
    {
        std::optional<std::size_t> deepest;
        Sector where{};
        int places = 0;
        Length most;
        for (std::size_t i = 0; i < m_of.analysis.walls.size(); ++i) {
            for (const Sector s : geometry::kSectors) {
                const Length depth = m_of.analysis.cut->depths[i][index(s)];
                if (!m_of.analysis.walls[i][index(s)].drawn || depth <= Length{})
                    continue;
                ++places;
                if (depth > most) {
                    most = depth;
                    deepest = i;
                    where = s;
                }
            }
        }
        if (!deepest)
            return;
        Call& call = addAt("drawn-walls", m_of.port.stations[*deepest].s, Severity::Warning);
        call.sector = where;
        call.title = say("call.drawn-walls.title", {{"places", count(static_cast<std::size_t>(places))}});
        call.text =
            say("call.drawn-walls.text", {{"depth", most}, {"place", m_of.place(*deepest)}, {"sector", nameOf(where)}});
        call.workings.push_back(say("call.drawn-walls.working", {{"error", analysis::kCastingError}}));
    }

    const CallInputs& m_of;
};

}  // namespace

void addCutCalls(const CallInputs& of, std::vector<Call>& calls) { CutCaller(of, calls).all(); }

}  // namespace euryth::calls
