// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "call_list.hpp"

namespace euryth::calls {

namespace {

using geometry::index;
using geometry::Sector;

class CutCaller : CallList {
public:
    CutCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Cut), m_of(of) {}

    void all()
    {
        if (!m_of.analysis.cut)
            return;
        for (const Sector sector : geometry::kSectors)
            thinWalls(sector);
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
        const auto spare = [&](std::size_t i) {
            return *stations[i].wall[index(sector)] - stations[i].reserve[index(sector)];
        };
        const std::size_t worst = *std::ranges::min_element(run, {}, spare);
        const Length wall = *stations[worst].wall[index(sector)];
        const Length reserve = stations[worst].reserve[index(sector)];
        const Length error = m_of.job.house.gaugeError;
        Call& call = addAt("thin:" + std::string(key(sector)), stations[worst].s, Severity::Danger);
        call.sector = sector;
        call.title = say("call.thin.title", {{"wall", wall}, {"place", m_of.place(worst)}, {"sector", nameOf(sector)}});
        if (m_of.port.stations[worst].unrepairable[index(sector)])
            call.text += say("call.thin.forever");
        call.text += run.size() > 1 ? say("call.thin.stretch", {{"reserve", reserve},
                                                                {"error", error},
                                                                {"from", Position{stations[run.front()].s}},
                                                                {"to", Position{stations[run.back()].s}}})
                                    : say("call.thin.text", {{"reserve", reserve}, {"error", error}});
        call.workings.push_back(
            say("call.thin.working",
                {{"wall", wall}, {"reserve", reserve}, {"error", error}, {"spare", Length(spare(worst) - error)}}));
    }

    const CallInputs& m_of;
};

}  // namespace

void addCutCalls(const CallInputs& of, std::vector<Call>& calls) { CutCaller(of, calls).all(); }

}  // namespace euryth::calls
