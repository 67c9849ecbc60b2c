// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/cut_edits.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "app/language.hpp"
#include "cut_work/light_work.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::app {

namespace {

using cutting::Element;
using geometry::index;

QString tr(const char* text) { return QCoreApplication::translate("Cuts", text); }

Phrase tooDeep(const cutting::CutPlan& plan, const cutting::CutProblem& problem, std::size_t station,
               geometry::Sector sector)
{
    const auto bound = cutting::depthBound(problem.stations[station], sector, problem.limits);
    if (bound.hold == cutting::Hold::None)
        return say("settled.at-most", {{"most", bound.greatest}});
    const auto keep = std::ranges::find_if(
        plan.keeps, [&](const cutting::Keep& k) { return k.station == station && k.sector == sector; });
    return keep == plan.keeps.end() ? Phrase{} : keep->why;
}

/// What one measured of an element at a place last; null where nothing was.
template <class Progress>
auto lastAt(Progress& progress, Length s) -> decltype(&progress.measured.front())
{
    const auto found = std::find_if(progress.measured.rbegin(), progress.measured.rend(),
                                    [&](const job::Remeasured& m) { return m.s == s; });
    return found == progress.measured.rend() ? nullptr : &*found;
}

/// Stations that an element's cuts touch.
std::vector<std::size_t> stationsOf(const Workspace& workspace, std::optional<Element> element)
{
    std::vector<std::size_t> stations;
    const auto& plan = workspace.analysisNow().cut;
    if (!plan || !element)
        return stations;
    for (const cutting::Cut& cut : plan->cuts) {
        if (cut.element == *element)
            stations.insert(stations.end(), cut.stations.begin(), cut.stations.end());
    }
    std::ranges::sort(stations);
    return stations;
}

FieldBinding remeasured(std::size_t port, Element element, Length s, bool width)
{
    FieldBinding binding = numberOf(width ? job::field::remeasuredWidth : job::field::remeasuredHeight);
    const auto member = width ? &job::Remeasured::width : &job::Remeasured::height;
    binding.get = [=](const job::Job& job) -> std::optional<double> {
        const job::CutProgress* progress = cut_work::progressOf(job.ports[port], element);
        const job::Remeasured* last = progress ? lastAt(*progress, s) : nullptr;
        return last && last->*member ? std::optional((last->*member)->si()) : std::nullopt;
    };
    binding.set = [=](job::Job& job, std::optional<double> si) {
        job::CutProgress& progress = cut_work::progressFor(job.ports[port], element);
        job::Remeasured* last = lastAt(progress, s);
        if (!last)
            last = &progress.measured.emplace_back(job::Remeasured{s, {}, {}, {}});
        last->*member = si ? std::optional(Length::fromSi(*si)) : std::nullopt;
    };
    return binding;
}

}  // namespace

FieldBinding minutesSpent(std::size_t port, Element element)
{
    FieldBinding binding = numberOf(job::field::minutes);
    binding.get = [=](const job::Job& job) -> std::optional<double> {
        const job::CutProgress* progress = cut_work::progressOf(job.ports[port], element);
        return progress ? progress->minutes : std::nullopt;
    };
    binding.set = [=](job::Job& job, std::optional<double> si) {
        cut_work::progressFor(job.ports[port], element).minutes = si;
    };
    return binding;
}

std::optional<FieldBinding> settledDepth(const Workspace& workspace, std::size_t station, geometry::Sector sector)
{
    const auto port = workspace.portIndex();
    const auto& analysis = workspace.analysisNow();
    if (!port || !analysis.cut || station >= analysis.cut->depths.size())
        return std::nullopt;
    FieldBinding binding = bind(
        job::field::settledCut, [=](auto& job) -> auto& {
            return job.ports[*port].stations[station].cut.at[index(sector)];
        });
    binding.emptyText = shown(say("settled.planned", {{"depth", analysis.cut->depths[station][index(sector)]}}));
    binding.refuse = [&workspace, station, sector](const job::Job&, double si) -> Phrase {
        const auto& now = workspace.analysis();
        if (!now.cut)
            return {};
        const auto bound = cutting::depthBound(now.cutProblem->stations[station], sector, now.cutProblem->limits);
        constexpr Length rounding = lengthFromMm(0.005);  // shown digits
        return Length::fromSi(si) > bound.greatest + rounding ? tooDeep(*now.cut, *now.cutProblem, station, sector)
                                                              : Phrase{};
    };
    return binding;
}

QString leaveOut(Workspace& workspace, std::size_t cut)
{
    const auto port = workspace.portIndex();
    const auto& plan = workspace.analysisNow().cut;  // which the hand has seen
    if (!port || !plan || cut >= plan->cuts.size() || plan->cuts[cut].element == Element::Boss)
        return {};
    const cutting::Cut& out = plan->cuts[cut];
    return workspace.document().edit(tr("Leave %1 out").arg(QString::fromStdString(out.id)), [&](job::Job& job) {
        for (const std::size_t station : out.stations) {
            for (const geometry::Sector sector : out.sectors)
                job.ports[*port].stations[station].cut.at[index(sector)] = Length{};
        }
    });
}

QString unsettle(Workspace& workspace)
{
    const auto port = workspace.portIndex();
    if (!port)
        return {};
    return workspace.document().edit(tr("Let the plan decide"), [&](job::Job& job) {
        for (job::Station& station : job.ports[*port].stations)
            station.cut.at = {};
    });
}

bool anySettled(const Workspace& workspace)
{
    const job::Port* port = workspace.port();
    return port && std::ranges::any_of(port->stations, [](const job::Station& station) {
               return std::ranges::any_of(station.cut.at, [](const auto& depth) { return depth.has_value(); });
           });
}

cut_work::Board cutBoard(const Workspace& workspace)
{
    return cut_work::boardOf(
        workspace.job(), [&](std::size_t i) -> const auto& { return workspace.analysisNow(i); });
}

QString tickElement(Workspace& workspace, std::size_t port, Element element, bool done, const QString& when)
{
    return workspace.document().edit(tr("Tick %1").arg(shown(nameOf(element))), [&](job::Job& job) {
        job::CutProgress& progress = cut_work::progressFor(job.ports[port], element);
        progress.done = done;
        progress.when = done ? when.toStdString() : std::string();
    });
}

QString tickLightWork(Workspace& workspace, job::LightTask task, bool done, const QString& when)
{
    const auto port = workspace.portIndex();
    if (!port)
        return {};
    return workspace.document().edit(tr("Tick light work"), [&](job::Job& job) {
        job::LightWork& work = cut_work::lightWorkFor(job.ports[*port], task);
        work.done = done;
        work.when = done ? when.toStdString() : std::string();
    });
}

RowTable* makeRemeasureTable(Workspace& workspace, std::function<std::optional<Element>()> element, QObject* parent)
{
    RowTable::Source source;
    source.columns = {tr("at"), tr("width"), tr("now"), tr("left"), tr("height"), tr("now"), tr("left")};
    const auto stations = [&workspace, element] { return stationsOf(workspace, element()); };
    source.rows = [stations] { return static_cast<int>(stations().size()); };
    source.binding = [&workspace, stations, element](int row, int column) -> FieldBinding {
        const auto rows = stations();
        if ((column != 2 && column != 5) || row >= static_cast<int>(rows.size()))
            return {};
        const Length s = workspace.port()->stations[rows[static_cast<std::size_t>(row)]].s;
        return remeasured(*workspace.portIndex(), *element(), s, column == 2);
    };
    source.computed = [&workspace, stations, element](int row, int column) -> QString {
        const auto rows = stations();
        if (row >= static_cast<int>(rows.size()))
            return {};
        const std::size_t station = rows[static_cast<std::size_t>(row)];
        if (column == 0)
            return workspace.number(units::Kind::Position, workspace.port()->stations[station].s.si());
        const auto wanted = cut_work::wantedBox(workspace.analysisNow(), *element(), station);
        if (column == 1 || column == 4)
            return workspace.number(units::Kind::Length, (column == 1 ? wanted.width : wanted.height).si());
        const auto all = cut_work::remaindersOf(*workspace.port(), workspace.analysisNow());
        const auto rest = std::ranges::find_if(
            all, [&](const cut_work::Remainder& r) { return r.element == *element() && r.station == station; });
        const auto left = rest == all.end() ? std::nullopt : column == 3 ? rest->width : rest->height;
        return left ? workspace.number(units::Kind::Length, left->si()) : QString();
    };
    return new RowTable(workspace, std::move(source), parent);
}

}  // namespace euryth::app
