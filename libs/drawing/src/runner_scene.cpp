// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include <QCoreApplication>

#include "drawing/runner_view.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

template <class T>
std::optional<double> si(const std::optional<T>& value)
{
    return value ? std::optional(value->si()) : std::nullopt;
}

/// From the narrowest station before a widest place to the narrowest one behind it.
void addBulges(RunnerScene& scene, const std::vector<geometry::Finding>& findings, bool planned,
               std::optional<std::size_t> bowl)
{
    const auto area = [&](std::size_t i) {
        const auto& station = scene.stations[i];
        return planned ? station.plan.value_or(station.area) : station.area;
    };
    for (const geometry::Finding& f : findings) {
        if (f.kind != geometry::FindingKind::SmallBigSmall)
            continue;
        std::size_t widest = 0;
        for (std::size_t i = 0; i < scene.stations.size(); ++i) {
            if (std::abs(scene.stations[i].s - f.s.si()) < std::abs(scene.stations[widest].s - f.s.si()))
                widest = i;
        }
        if (widest == bowl)
            continue;  // a bowl may be wider than both sides
        std::size_t from = widest;
        std::size_t to = widest;
        for (std::size_t i = 0; i < scene.stations.size(); ++i) {
            if (i < widest && area(i) <= area(from))
                from = i;
            if (i > widest && area(i) < area(to))
                to = i;
        }
        scene.bulges.push_back(
            {scene.stations[from].s, scene.stations[widest].s, scene.stations[to].s, f.magnitude, planned});
    }
}

void addOtherPlans(RunnerScene& scene, const job::Port& port)
{
    for (const job::NamedPlan& plan : port.plans) {
        RunnerScene::OtherPlan other{QString::fromStdString(plan.name), {}};
        for (const job::PlannedStation& at : plan.stations) {
            if (at.wish.area)
                other.areas.emplace_back(at.s.si(), at.wish.area->si());
        }
        scene.others.push_back(std::move(other));
    }
}

}  // namespace

RunnerScene runnerScene(const job::Port& port, const analysis::PortAnalysis& analysis,
                        const std::vector<calls::Call>& calls, std::optional<std::size_t> chosen,
                        const units::DisplayUnits& units)
{
    RunnerScene scene;
    scene.units = units;
    scene.chosen = chosen;
    scene.wanted = si(analysis.wantedArea);
    if (!analysis.areas) {
        scene.missing = QCoreApplication::translate("Runner", "Nothing measured yet: enter at least two stations.");
        return scene;
    }
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        RunnerScene::Station station;
        station.s = port.stations[i].s.si();
        station.area = job::netArea(port.stations[i]).si();
        station.plan = si(analysis.plan[i]);
        station.suggested = si(analysis.suggested[i]);
        if (i < analysis.reachable.size())
            station.reachable = analysis.reachable[i].si();
        if (analysis.cut)
            station.afterCut = analysis.cut->after.areas[i].si();
        station.name = QString::fromStdString(units::render(analysis::stationName(analysis, port, i), scene.units));
        scene.stations.push_back(station);
    }
    for (const geometry::AreaAt& knot : analysis.areas->knots().subspan(port.stations.size())) {
        RunnerScene::Station sum;
        sum.s = knot.s.si();
        sum.area = knot.area.si();
        sum.sum = true;
        scene.stations.push_back(sum);
    }
    if (scene.stations.back().sum)
        scene.stations.back().name = QCoreApplication::translate("Runner", "branches");
    const bool typed = std::ranges::any_of(port.stations, [](const auto& s) { return s.plan.area.has_value(); });
    if (typed)
        addBulges(scene, analysis.planFindings, true, analysis.places.bowl);
    else
        addBulges(scene, analysis.findings, false, analysis.places.bowl);
    addOtherPlans(scene, port);
    constexpr int points = 160;
    const geometry::AreaCurve& curve = *analysis.areas;
    for (int i = 0; i <= points; ++i) {
        const Length s = curve.start() + curve.length() * (static_cast<double>(i) / points);
        scene.curve.push_back({s, curve.at(s)});
    }
    for (const calls::Call& call : calls) {
        if (call.s && !call.acceptedBecause)
            scene.marks.push_back({call.s->si(), call.severity});
    }
    for (const job::Pin& pin : port.pins) {
        if (pin.s)
            scene.pins.push_back({pin.s->si(), tagOf(pin, false)});
    }
    return scene;
}

std::optional<std::size_t> stationAtPixel(const RunnerScene& scene, const AxisMap& x, double pixel)
{
    std::optional<std::size_t> nearest;
    for (std::size_t i = 0; i < scene.stations.size() && !scene.stations[i].sum; ++i) {
        const auto distance = [&](std::size_t k) { return std::abs(x.toPixel(scene.stations[k].s) - pixel); };
        if (!nearest || distance(i) < distance(*nearest))
            nearest = i;
    }
    return nearest;
}

}  // namespace euryth::drawing
