// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/joined.hpp"

#include <algorithm>

#include "analysis/port_analysis.hpp"
#include "flow/losses.hpp"
#include "planning/area_plan.hpp"

namespace euryth::analysis {

namespace {

constexpr Area kHardlyArea = Area::fromSi(1e-6);  // 1 mm2: less than a hand takes on purpose

std::vector<JoinedAt> placesOf(const job::Port& port)
{
    std::vector<JoinedAt> places;
    const auto add = [&](Length s, const geometry::Section& section) {
        places.push_back({s, section, geometry::area(section), {}, {}});
    };
    if (const auto flange = port.manifold.shape())
        add(Length{}, *flange);
    for (const job::JoinedStation& station : port.joined.stations)
        add(station.s, job::shapeOf(station.section));
    return places;
}

/// What each place has to have, outward from a window.
void wishAreas(JoinedPassage& passage, job::Side side, planning::Taper taper)
{
    Area least = passage.window;
    Length at;
    for (JoinedAt& place : passage.places) {
        if (side == job::Side::Intake)
            least = planning::taperedArea(least, taper, at, place.s);
        place.wanted = std::max(place.area, least);
        place.depth = (place.wanted - place.area) / geometry::perimeter(place.section);
        if (side == job::Side::Intake)
            least = place.wanted;
        at = place.s;
    }
}

Volume volumeOf(const std::vector<JoinedAt>& places)
{
    std::vector<geometry::AreaAt> knots;
    for (const JoinedAt& place : places)
        knots.push_back({place.s, place.area});
    return knots.size() < 2 ? Volume{} : geometry::AreaCurve(std::move(knots)).volume();
}

}  // namespace

bool JoinedAt::asksForMetal() const { return wanted - area > kHardlyArea; }

const JoinedAt* JoinedPassage::tightest() const
{
    const auto most = std::ranges::max_element(places, {}, [](const JoinedAt& p) { return p.wanted - p.area; });
    return most != places.end() && most->asksForMetal() ? &*most : nullptr;
}

Known<JoinedPassage> joinedPassage(const job::Job& job, const job::Port& port, const PortAnalysis& analysis)
{
    if (port.joined.stations.empty())
        return {std::nullopt, say(port.side == job::Side::Intake ? "missing.joined-intake" : "missing.joined-exhaust")};
    if (analysis.sections.empty())
        return {std::nullopt, say("missing.window")};
    JoinedPassage passage;
    passage.places = placesOf(port);
    passage.window = geometry::area(analysis.sections.front());
    if (!analysis.plan.empty() && analysis.plan.front())
        passage.window = std::max(passage.window, *analysis.plan.front());
    wishAreas(passage, port.side, {job.house.taperPer100mm});
    passage.volume = volumeOf(passage.places);
    passage.length = passage.places.back().s;
    if (port.side == job::Side::Intake && port.joined.mouthRadius) {
        passage.roundness = *port.joined.mouthRadius / geometry::hydraulicDiameter(passage.places.back().section);
        passage.mouthLoss = flow::mouthLoss(*passage.roundness);
    }
    return {std::move(passage), {}};
}

std::vector<flow::FlowStation> joinedStations(const job::Port& port)
{
    std::vector<flow::FlowStation> way;
    if (port.joined.stations.empty() || port.joined.reckoned == job::Passage::PortAlone)
        return way;
    const auto places = placesOf(port);
    for (const JoinedAt& place : places) {
        flow::FlowStation station;
        station.s = place.s;
        station.area = place.area;
        station.hydraulicDiameter = geometry::hydraulicDiameter(place.section);
        way.push_back(station);
    }
    if (port.side == job::Side::Exhaust)
        return way;
    std::ranges::reverse(way);
    const Length end = way.front().s;
    for (flow::FlowStation& station : way)
        station.s = end - station.s;
    // A mouth that nobody has looked at costs nothing: what it is rounded to is not known.
    if (port.joined.mouthRadius)
        way.front().mouth = flow::mouthLoss(*port.joined.mouthRadius / way.front().hydraulicDiameter);
    return way;
}

}  // namespace euryth::analysis
