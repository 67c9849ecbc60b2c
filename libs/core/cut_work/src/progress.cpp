// SPDX-License-Identifier: GPL-3.0-or-later
#include "cut_work/progress.hpp"

#include <algorithm>
#include <cmath>

#include "geometry/wall_contour.hpp"
#include "plans/alike_ports.hpp"

namespace euryth::cut_work {

using cutting::Element;
using geometry::index;
using geometry::kSectors;

namespace {

std::optional<Element> elementNamed(const std::string& name)
{
    const auto found = std::ranges::find(cutting::kElements, name, [](Element e) { return key(e); });
    return found == cutting::kElements.end() ? std::nullopt : std::optional(*found);
}

/// The last measurement at each place.
std::vector<job::Remeasured> latest(const job::CutProgress& progress)
{
    std::vector<job::Remeasured> last;
    for (const job::Remeasured& measured : progress.measured) {
        const auto same = std::ranges::find(last, measured.s, &job::Remeasured::s);
        if (same == last.end())
            last.push_back(measured);
        else
            *same = measured;
    }
    std::ranges::stable_sort(last, {}, &job::Remeasured::s);
    return last;
}

bool has(const cutting::CutPlan& plan, Element element)
{
    return std::ranges::find(plan.cuts, element, &cutting::Cut::element) != plan.cuts.end();
}

Remainder remainderAt(const analysis::PortAnalysis& analysis, Element element, std::size_t station,
                      const job::Remeasured& measured)
{
    const geometry::Box box = wantedBox(analysis, element, station);
    Remainder rest{element, station, {}, {}, box.width, box.height};
    if (measured.width)
        rest.width = box.width - *measured.width;
    if (measured.height)
        rest.height = box.height - *measured.height;
    return rest;
}

void keepGreatest(std::vector<Uneven>& all, const Uneven& one)
{
    const auto same = std::ranges::find(all, one.element, &Uneven::element);
    if (same == all.end())
        all.push_back(one);
    else if (one.by > same->by)
        *same = one;
}

void compare(const job::Job& job, std::size_t a, std::size_t b, Element element, std::vector<Uneven>& all)
{
    const job::CutProgress* first = progressOf(job.ports[a], element);
    const job::CutProgress* second = progressOf(job.ports[b], element);
    if (!first || !second)
        return;
    constexpr Length here = lengthFromMm(0.5);
    for (const job::Remeasured& m : latest(*first)) {
        for (const job::Remeasured& n : latest(*second)) {
            if (abs(m.s - n.s) > here)
                continue;
            const auto add = [&](const std::optional<Length>& x, const std::optional<Length>& y, bool width) {
                if (x && y && abs(*x - *y) > kTooFar)
                    keepGreatest(all, {*x > *y ? a : b, *x > *y ? b : a, element, m.s, width, abs(*x - *y)});
            };
            add(m.width, n.width, true);
            add(m.height, n.height, false);
        }
    }
}

}  // namespace

const job::CutProgress* progressOf(const job::Port& port, Element element)
{
    const auto found = std::ranges::find(port.cutProgress, key(element), &job::CutProgress::cut);
    return found == port.cutProgress.end() ? nullptr : &*found;
}

job::CutProgress& progressFor(job::Port& port, Element element)
{
    const auto found = std::ranges::find(port.cutProgress, key(element), &job::CutProgress::cut);
    if (found != port.cutProgress.end())
        return *found;
    job::CutProgress fresh;
    fresh.cut = key(element);
    return port.cutProgress.emplace_back(std::move(fresh));
}

std::optional<Board::Place> Board::next() const
{
    for (std::size_t e = 0; e < elements.size(); ++e) {
        for (std::size_t p = 0; p < ports.size(); ++p) {
            if (at[e][p].wanted() && !at[e][p].done)
                return Place{e, p};
        }
    }
    return std::nullopt;
}

Board boardOf(const job::Job& job, const AnalysisOf& analysisOf)
{
    Board board;
    for (std::size_t i = 0; i < job.ports.size(); ++i)
        board.ports.push_back(i);
    for (const Element element : cutting::kElements) {
        std::vector<ElementState> row;
        bool any = false;
        for (const std::size_t i : board.ports) {
            ElementState state;
            if (const auto& plan = analysisOf(i).cut) {
                for (std::size_t k = 0; k < plan->cuts.size(); ++k) {
                    if (plan->cuts[k].element == element)
                        state.cuts.push_back(k);
                }
            }
            if (const job::CutProgress* progress = progressOf(job.ports[i], element)) {
                state.done = progress->done.value_or(false);
                state.minutes = progress->minutes.value_or(0.0);
                any = true;
            }
            any = any || state.wanted();
            row.push_back(std::move(state));
        }
        if (!any)
            continue;
        board.elements.push_back(element);
        board.at.push_back(std::move(row));
    }
    return board;
}

geometry::Box wantedBox(const analysis::PortAnalysis& analysis, Element element, std::size_t station)
{
    const auto& cuts = analysis.cut->cuts;  // in the order of elements
    const auto done = std::ranges::upper_bound(cuts, element, {}, &cutting::Cut::element) - cuts.begin();
    return geometry::boxOf(
        geometry::movedWall(analysis.cutProblem->stations[station].section,
                            cutting::depthsAfter(*analysis.cut, static_cast<std::size_t>(done), station)));
}

Length Remainder::over() const { return std::max(width ? -*width : Length{}, height ? -*height : Length{}); }

std::vector<Remainder> remaindersOf(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    std::vector<Remainder> all;
    if (!analysis.cut)
        return all;
    for (const job::CutProgress& progress : port.cutProgress) {
        const auto element = elementNamed(progress.cut);
        if (!element || !has(*analysis.cut, *element))
            continue;
        for (const job::Remeasured& measured : latest(progress)) {
            if (const auto station = job::stationNear(port, measured.s))
                all.push_back(remainderAt(analysis, *element, *station, measured));
        }
    }
    return all;
}

std::vector<TooFar> tooFar(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    std::vector<TooFar> all;
    for (const Remainder& rest : remaindersOf(port, analysis)) {
        if (rest.over() < kTooFar)
            continue;
        TooFar place{rest, {}, {}};
        const cutting::CutStation& station = analysis.cutProblem->stations[rest.station];
        for (const auto sector : kSectors) {
            const std::size_t j = index(sector);
            const bool cut = elementOf(station.part, sector) == rest.element;
            if (!cut || !station.wall[j])
                continue;
            const Length left = *station.wall[j] - analysis.cut->depths[rest.station][j] - rest.over() / 2.0;
            if (!place.wallLeft || left - station.reserve[j] < *place.wallLeft - *place.reserve) {
                place.wallLeft = left;
                place.reserve = station.reserve[j];
            }
        }
        all.push_back(place);
    }
    return all;
}

std::vector<Uneven> unevenPorts(const job::Job& job, std::size_t port)
{
    std::vector<Uneven> all;
    for (const std::size_t other : plans::alikePorts(job, port)) {
        if (other == port)
            continue;
        for (const Element element : cutting::kElements)
            compare(job, std::min(port, other), std::max(port, other), element, all);
    }
    return all;
}

}  // namespace euryth::cut_work
