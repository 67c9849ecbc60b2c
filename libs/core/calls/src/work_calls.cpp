// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "call_list.hpp"
#include "cut_work/progress.hpp"
#include "plans/alike_ports.hpp"

namespace euryth::calls {

namespace {

using cutting::Element;
using geometry::index;

class WorkCaller : CallList {
public:
    WorkCaller(const CallInputs& of, std::vector<Call>& calls)
        : CallList(calls, Stage::Cut),
          m_of(of),
          m_index(job::findPort(of.job, of.port.id))
    {
    }

    void all()
    {
        harm();
        settledTooDeep();
        for (const cut_work::TooFar& place : cut_work::tooFar(m_of.port, m_of.analysis))
            tooFar(place);
        if (!m_index)
            return;
        for (const cut_work::Uneven& uneven : cut_work::unevenPorts(m_of.job, *m_index))
            tellUneven(uneven);
        for (const std::size_t other : plans::alikePorts(m_of.job, *m_index)) {
            if (other != *m_index)
                warnFrom(m_of.job.ports[other]);
        }
    }

private:
    void harm()
    {
        if (!m_of.analysis.cut)
            return;
        for (const cutting::Cut& cut : m_of.analysis.cut->cuts) {
            if (!cut.worth.harms())
                continue;
            // What the planned shape takes anyhow is a wish that somebody weighs; what a hand has settled may be a
            // slip.
            Call& call =
                add("cut-harms:" + std::string(key(cut.element)), isSettled(cut) ? Severity::Warning : Severity::Note);
            call.s = m_of.port.stations[cut.deepestStation].s;
            call.sector = cut.deepestSector;
            call.title = say("call.cut-harms.title", {{"id", cut.id}, {"element", nameOf(cut.element)}});
            call.text = say("call.cut-harms.text", {{"share", Percent{-cut.worth.share}}});
            call.workings.push_back(say("call.cut-harms.working"));
        }
    }

    [[nodiscard]] bool isSettled(const cutting::Cut& cut) const
    {
        return std::ranges::any_of(cut.stations, [&](std::size_t i) {
            return std::ranges::any_of(cut.sectors, [&](geometry::Sector s) {
                return m_of.analysis.cutProblem->stations[i].settled[index(s)].has_value();
            });
        });
    }

    /// A depth settled by hand that the wall does not allow (any more): the plan takes what it may.
    void settledTooDeep()
    {
        if (!m_of.analysis.cutProblem)
            return;
        const cutting::CutProblem& problem = *m_of.analysis.cutProblem;
        for (const cutting::CutStation& station : problem.stations) {
            for (const auto sector : geometry::kSectors) {
                const auto& settled = station.settled[index(sector)];
                const auto bound = cutting::depthBound(station, sector, problem.limits);
                constexpr Length shown = lengthFromMm(0.005);
                if (!settled || *settled <= bound.greatest + shown)
                    continue;
                Call& call = addAt("settled-too-deep:" + std::string(key(sector)), station.s, Severity::Danger);
                call.sector = sector;
                call.title = say("call.settled-too-deep.title", {{"depth", *settled}});
                call.text = say("call.settled-too-deep.text",
                                {{"place", Position{station.s}}, {"sector", nameOf(sector)}, {"most", bound.greatest}});
            }
        }
    }

    void tooFar(const cut_work::TooFar& place)
    {
        const Length s = m_of.port.stations[place.at.station].s;
        const bool thin = place.intoReserve();
        Call& call =
            addAt("too-far:" + std::string(key(place.at.element)), s, thin ? Severity::Danger : Severity::Warning);
        call.title = say("call.too-far.title", {{"over", place.at.over()}, {"place", Position{s}}});
        call.text = say("call.too-far.text", {{"element", nameOf(place.at.element)}});
        if (!place.wallLeft)
            call.text += say("call.too-far.unknown");
        else
            call.text += thin ? say("call.too-far.thin", {{"wall", *place.wallLeft}, {"reserve", *place.reserve}})
                              : say("call.too-far.sound", {{"wall", *place.wallLeft}});
        call.workings.push_back(say("call.too-far.working"));
    }

    void tellUneven(const cut_work::Uneven& uneven)
    {
        Call& call = addAt("uneven:" + std::string(key(uneven.element)), uneven.s, Severity::Warning);
        call.title = say("call.uneven.title", {{"fatter", m_of.job.ports[uneven.port].id},
                                               {"leaner", m_of.job.ports[uneven.other].id},
                                               {"by", uneven.by}});
        call.text = say("call.uneven.text", {{"which", uneven.width ? "width" : "height"},
                                             {"place", Position{uneven.s}},
                                             {"element", nameOf(uneven.element)}});
    }

    /// What went wrong on a port like this one is a warning here.
    void warnFrom(const job::Port& other)
    {
        for (const job::Pin& pin : other.pins) {
            if (pin.kind != job::PinKind::Breakthrough || !pin.s)
                continue;
            Call& call = addAt("breakthrough:" + other.id, *pin.s, Severity::Danger);
            call.sector = pin.sector;
            call.title = say("call.breakthrough-there.title", {{"port", other.id}, {"place", Position{*pin.s}}});
            call.text = pin.sector ? say("call.breakthrough-there.sector", {{"sector", nameOf(*pin.sector)}})
                                   : say("call.breakthrough-there.text");
        }
    }

    const CallInputs& m_of;
    std::optional<std::size_t> m_index;
};

}  // namespace

void addWorkCalls(const CallInputs& of, std::vector<Call>& calls) { WorkCaller(of, calls).all(); }

}  // namespace euryth::calls
