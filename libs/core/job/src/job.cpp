// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/job.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace euryth::job {

const ShareRange& throatRange(const House& house, Side side)
{
    return side == Side::Intake ? house.intakeThroat : house.exhaustThroat;
}

const ShareRange& bowlRange(const House& house, Side side)
{
    return side == Side::Intake ? house.intakeBowl : house.exhaustBowl;
}

double limitingMach(const House& house, Side side)
{
    return side == Side::Intake ? house.limitingMach : house.exhaustLimitingMach;
}

Length seatWidth(const House& house, Side side)
{
    return side == Side::Intake ? house.intakeSeatWidth : house.exhaustSeatWidth;
}

Length scribeBelow(const House& house, Side side)
{
    return side == Side::Intake ? house.intakeScribeBelow : house.exhaustScribeBelow;
}

Finish finish(const House& house, Side side) { return side == Side::Intake ? house.intakeFinish : house.exhaustFinish; }

std::vector<std::size_t> presentChambers(const Job& job)
{
    std::vector<std::size_t> present;
    for (std::size_t i = 0; i < job.chambers.size(); ++i) {
        const Chamber& chamber = job.chambers[i];
        if (!chamber.volume)
            continue;
        if (chamber.cylinder)
            std::erase_if(present, [&](std::size_t k) { return job.chambers[k].cylinder == chamber.cylinder; });
        present.push_back(i);
    }
    return present;
}

std::optional<geometry::Pose> MeasuredPose::complete() const
{
    if (!x || !y || !z || !pitch || !yaw)
        return std::nullopt;
    return geometry::Pose{*x, *y, *z, *pitch, *yaw};
}

std::vector<geometry::SeatFace> seatFaces(const Valve& valve)
{
    std::vector<geometry::SeatFace> faces;
    for (const SeatCut& cut : valve.seat) {
        if (!cut.angle || !cut.width)
            return {};
        faces.push_back({*cut.angle, *cut.width});
    }
    return faces;
}

std::optional<geometry::SeatStack> seatStack(const Valve& valve)
{
    if (!valve.diameter)
        return std::nullopt;
    return geometry::placeSeat(seatFaces(valve), *valve.diameter, valve.edgeInset.value_or(Length{}));
}

std::optional<Length> throatOf(const Valve& valve)
{
    if (valve.throat)
        return valve.throat;
    const auto stack = seatStack(valve);
    return stack ? std::optional(stack->throat) : std::nullopt;
}

std::optional<geometry::ValveGeometry> valveGeometry(const Valve& valve)
{
    const auto stack = seatStack(valve);
    const auto throat = throatOf(valve);
    if (!stack || !throat || !valve.stem)
        return std::nullopt;
    const geometry::SeatFace seat = stack->cuts[stack->seat].face;
    return geometry::ValveGeometry{*valve.diameter,
                                   *throat,
                                   *valve.stem,
                                   seatFaces(valve),
                                   valve.edgeInset.value_or(Length{}),
                                   valve.face.value_or(seat.width + kUsualFaceBeyondSeat),
                                   valve.back.value_or(kUsualBack)};
}

std::optional<Length> usualFace(const Valve& valve)
{
    const auto stack = seatStack(valve);
    return stack ? std::optional(stack->cuts[stack->seat].face.width + kUsualFaceBeyondSeat) : std::nullopt;
}

std::optional<geometry::RoundedRectangle> Opening::shape() const
{
    if (!width || !height)
        return std::nullopt;
    const Length r = radius.value_or(Length{});
    return geometry::RoundedRectangle{*width, *height, {r, r, r, r}};
}

std::optional<Length> Sectioned::width() const
{
    return left && right && kerfAcross ? std::optional(*left + *kerfAcross + *right) : std::nullopt;
}

std::optional<Length> Sectioned::height() const
{
    return roof && floor && kerfUp ? std::optional(*roof + *kerfUp + *floor) : std::nullopt;
}

Area area(const MeasuredSection& section)
{
    switch (section.kind) {
    case SectionKind::RoundedRectangle: return geometry::area(section.shape);
    case SectionKind::Outline: return geometry::area(geometry::Outline{section.points});
    case SectionKind::AreaOnly: return section.area;
    }
    return {};
}

std::string branchName(const Port& branch)
{
    return branch.isBranch() ? branch.id.substr(std::min(branch.id.size(), branch.parent.size() + 1)) : branch.id;
}

std::vector<const Port*> branchesOf(const Job& job, const Port& port)
{
    std::vector<const Port*> branches;
    for (const Port& other : job.ports) {
        if (!port.id.empty() && other.parent == port.id)
            branches.push_back(&other);
    }
    return branches;
}

std::string materialOf(const Job& job, const Port& port)
{
    if (!port.material.empty())
        return port.material;
    const auto casting = std::ranges::find(job.castings, port.casting, &Casting::id);
    return casting == job.castings.end() ? std::string() : casting->material;
}

std::optional<std::size_t> findPort(const Job& job, const std::string& id)
{
    const auto found = std::ranges::find(job.ports, id, &Port::id);
    if (found == job.ports.end())
        return std::nullopt;
    return static_cast<std::size_t>(found - job.ports.begin());
}

Length Boss::shiftLeft() const { return roomLeft && roomRight ? (*roomRight - *roomLeft) / 2.0 : Length{}; }

std::optional<Length> CoreShiftAt::wallAt(geometry::Sector sector) const
{
    using geometry::Sector;
    if (!drawnWall)
        return std::nullopt;
    const auto part = [&](Sector plus, Sector minus) {
        const auto isNear = [&](Sector s) {
            return sector == s || sector == geometry::nextClockwise(s) || geometry::nextClockwise(sector) == s;
        };
        return isNear(plus) ? 1.0 : isNear(minus) ? -1.0 : 0.0;
    };
    const double toLeft = part(Sector::Left, Sector::Right);
    const double toRoof = part(Sector::Roof, Sector::Floor);
    if ((toLeft != 0.0 && !left) || (toRoof != 0.0 && !up))
        return std::nullopt;
    const double length = std::hypot(toLeft, toRoof);
    const Length toward = left.value_or(Length{}) * (toLeft / length) + up.value_or(Length{}) * (toRoof / length);
    return std::max(Length{}, *drawnWall - toward);
}

bool beyondRepair(const Station& station, geometry::Sector sector)
{
    const auto behind = station.behind.at[geometry::index(sector)];
    return station.unrepairable[geometry::index(sector)] || behind == Neighbour::Water ||
           behind == Neighbour::PushrodTube || behind == Neighbour::Bore;
}

Area netArea(const Station& station)
{
    Area net = area(station.section);
    if (station.boss.width && station.boss.height)
        net -= (*station.boss.width + station.boss.tip.value_or(*station.boss.width)) / 2.0 * *station.boss.height;
    if (station.stem.width && station.stem.length)
        net -= *station.stem.width * *station.stem.length;
    return net;
}

namespace {

std::optional<geometry::Section> ownShape(const MeasuredSection& section)
{
    if (section.kind == SectionKind::RoundedRectangle)
        return section.shape;
    if (section.kind == SectionKind::Outline)
        return geometry::Outline{section.points};
    return std::nullopt;
}

geometry::Section circleOf(Area area)
{
    const Length r = Length::fromSi(std::sqrt(area.si() / std::numbers::pi));
    return geometry::RoundedRectangle{r * 2.0, r * 2.0, {r, r, r, r}};
}

}  // namespace

geometry::Section shapeOf(const MeasuredSection& section) { return ownShape(section).value_or(circleOf(section.area)); }

std::vector<geometry::Section> sectionsOf(const Port& port)
{
    std::vector<geometry::Section> sections;
    for (const Station& station : port.stations) {
        if (const auto own = ownShape(station.section)) {
            sections.push_back(*own);
            continue;
        }
        const Station* nearest = nullptr;
        for (const Station& other : port.stations) {
            const bool nearer = !nearest || abs(other.s - station.s) < abs(nearest->s - station.s);
            if (other.section.kind != SectionKind::AreaOnly && nearer)
                nearest = &other;
        }
        const Area wanted = station.section.area;
        sections.push_back(nearest ? geometry::scaledToArea(*ownShape(nearest->section), wanted) : circleOf(wanted));
    }
    return sections;
}

std::vector<geometry::Pose> posesOf(const Port& port)
{
    std::vector<geometry::Pose> poses;
    for (const Station& station : port.stations) {
        if (const auto pose = station.pose.complete())
            poses.push_back(*pose);
    }
    if (poses.size() == port.stations.size())
        return poses;
    const RunnerLayout& r = port.runner;
    if (!r.straight || !r.turn || !port.shortSide.radius || !port.shortSide.height)
        return {};
    std::vector<geometry::StationHeight> heights;
    const auto sections = sectionsOf(port);
    for (std::size_t i = 0; i < sections.size(); ++i)
        heights.push_back({port.stations[i].s, geometry::boxOf(sections[i]).height});
    return geometry::layOut({*r.straight, *r.turn, *port.shortSide.radius, *port.shortSide.height}, heights);
}

const BenchRecord* benchNamed(const Job& job, const std::string& id)
{
    const auto found = std::ranges::find(job.benches, id, &BenchRecord::id);
    return found == job.benches.end() ? nullptr : &*found;
}

double benchFactor(const Job& job, const std::string& bench, Side side)
{
    const BenchRecord* record = benchNamed(job, bench);
    if (!record)
        return 1.0;
    return (side == Side::Intake ? record->factorIntake : record->factorExhaust).value_or(1.0);
}

const FlowTest* countingTest(const Port& port)
{
    const auto counts = [](const FlowPoint& p) {
        return p.lift && p.flow && *p.lift > Length{} && *p.flow > VolumeFlow{};
    };
    for (auto test = port.flow.rbegin(); test != port.flow.rend(); ++test) {
        if (test->depression && std::ranges::any_of(test->points, counts))
            return &*test;
    }
    return nullptr;
}

std::optional<std::size_t> stationNear(const Port& port, Length s, Length tolerance)
{
    const auto distance = [&](const Station& station) { return abs(station.s - s); };
    const auto nearest = std::ranges::min_element(port.stations, {}, distance);
    if (nearest == port.stations.end() || distance(*nearest) > tolerance)
        return std::nullopt;
    return static_cast<std::size_t>(nearest - port.stations.begin());
}

}  // namespace euryth::job
