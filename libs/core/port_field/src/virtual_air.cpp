// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/virtual_air.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "air/isentropic.hpp"
#include "engine/engine_model.hpp"

namespace euryth::port_field {

namespace {

std::optional<VolumeFlow> greatestTested(const job::Port& port)
{
    std::optional<VolumeFlow> most;
    const job::FlowTest* test = job::countingTest(port);
    if (!test)
        return most;
    for (const job::FlowPoint& p : test->points) {
        if (p.flow && (!most || *p.flow > *most))
            most = p.flow;
    }
    return most;
}

std::optional<PortAir> measuredFlow(const job::Job& job, const job::Port& port, const air::AirState& room)
{
    if (const auto flow = greatestTested(port))
        return PortAir{*flow, FlowFrom::Test, {}, room};
    const auto parent =
        std::ranges::find_if(job.ports, [&](const job::Port& p) { return port.isBranch() && p.id == port.parent; });
    if (parent == job.ports.end())
        return std::nullopt;
    if (const auto flow = greatestTested(*parent))
        return PortAir{*flow * analysis::flowShare(job, port), FlowFrom::Runner, {}, room};
    return std::nullopt;
}

geometry::Section outlineAt(const field::Slice& slice) { return geometry::Outline{slice.wall}; }

}  // namespace

std::string_view key(FlowFrom from)
{
    constexpr std::array<std::string_view, 6> keys{"typed", "set", "test", "runner", "reckoned", "unknown"};
    return keys.at(static_cast<std::size_t>(from));
}

Phrase PortAir::source() const { return say("flow-from." + std::string(key(from)), {{"set", set}}); }

Phrase nameInSection(const geometry::Section& section, geometry::Point at)
{
    const geometry::Box box = geometry::boxOf(section);
    return analysis::pointName(
        {(at.left - box.middle.left) / (box.width.si() / 2.0), (at.up - box.middle.up) / (box.height.si() / 2.0)});
}

Known<PortAir> portAir(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                       std::optional<VolumeFlow> wished, const job::ProbeSet* beside)
{
    const air::AirState room = roomOrStandardAir(job.bench);
    if (wished)
        return {PortAir{*wished, FlowFrom::Typed, {}, room}, {}};
    if (beside && beside->benchFlow)
        return {PortAir{*beside->benchFlow, FlowFrom::Set, beside->id, room}, {}};
    if (auto air = measuredFlow(job, port, room))
        return {std::move(air), {}};
    if (const auto model = engine::engineModel(job, port, analysis))
        return {
            PortAir{
                engine::benchFlow(*model, model->cam.lift, engine::benchDepression(job)), FlowFrom::Reckoned, {}, room},
            {}};
    return {std::nullopt, say("missing.flow")};
}

FastestPlace fastestPlace(const VirtualPort& port, VolumeFlow flow)
{
    const field::Mesh& mesh = port.mesh();
    double most = 0.0;
    std::size_t node = mesh.firstInside * mesh.perLayer;
    for (std::size_t i = node; i < (mesh.lastInside + 1) * mesh.perLayer; ++i) {
        const double speed = port.field().velocities()[i].length();
        if (port.fromWall()[i] >= air::kPitotDistance.si() && speed > most) {
            most = speed;
            node = i;
        }
    }
    // At exactly the pitot's distance the nodes of the mesh need not lie.
    const std::size_t layer = node / mesh.perLayer;
    geometry::Point3 place = mesh.nodes[node];
    std::size_t fastestLayer = layer;
    Length fromWall = Length::fromSi(port.fromWall()[node]);
    for (std::size_t i = 0; i < port.alongWall().size(); ++i) {
        const auto& speeds = port.alongWall()[i];
        const auto k = static_cast<std::size_t>(std::ranges::max_element(speeds) - speeds.begin());
        if (speeds[k].value_or(0.0) <= most)
            continue;
        most = *speeds[k];
        fastestLayer = mesh.firstInside + i;
        fromWall = air::kPitotDistance;
        const auto& wall = mesh.nodes[fastestLayer * mesh.perLayer + mesh.wall[k]];
        const auto& inner = mesh.nodes[fastestLayer * mesh.perLayer + mesh.towardMiddle[mesh.wall[k]]];
        const field::Vector3 d{inner.x - wall.x, inner.y - wall.y, inner.z - wall.z};
        const double step = air::kPitotDistance.si() / d.length();
        place = {wall.x + step * d.x, wall.y + step * d.y, wall.z + step * d.z};
    }
    FastestPlace fastest;
    fastest.s = Length::fromSi(mesh.s[fastestLayer]);
    fastest.speed = Speed::fromSi(most * flow.si());
    fastest.ratio = most * port.openArea(fastestLayer).si();
    fastest.fromWall = fromWall;
    const geometry::Frame frame = port.frameAt(fastest.s);
    fastest.at = frame.toSection(place);
    fastest.name = nameInSection(outlineAt(port.sliceAt(fastest.s)), fastest.at);
    return fastest;
}

Speed slowPlaces(const VirtualPort& port, VolumeFlow flow)
{
    const field::Mesh& mesh = port.mesh();
    std::vector<double> speeds;
    for (std::size_t i = mesh.firstInside * mesh.perLayer; i < (mesh.lastInside + 1) * mesh.perLayer; ++i) {
        const double speed = port.field().velocities()[i].length();
        if (port.fromWall()[i] >= air::kPitotDistance.si() && speed > 0.0)
            speeds.push_back(speed);
    }
    if (speeds.empty())
        return {};
    const auto at = speeds.begin() + std::ssize(speeds) / 20;
    std::ranges::nth_element(speeds, at);
    return Speed::fromSi(*at * flow.si());
}

AirInPort airInPort(const VirtualPort& port, const PortAir& air)
{
    AirInPort result;
    result.air = air;
    for (const geometry::Sector sector : geometry::kSectors) {
        WallAir& wall = result.walls[geometry::index(sector)];
        wall = wallAir(port, sector, air.room, air.flow);
        if (!wall.liftsOff())
            continue;
        const bool earlier = !result.letsGoAt || (port.shape().airFromValve ? *wall.liftsOffAt > *result.letsGoAt
                                                                            : *wall.liftsOffAt < *result.letsGoAt);
        if (earlier) {
            result.letsGoAt = wall.liftsOffAt;
            result.letsGoOf = sector;
        }
    }
    result.fastest = fastestPlace(port, air.flow);
    result.slow = slowPlaces(port, air.flow);
    return result;
}

bool behindLiftOff(const VirtualPort& port, const AirInPort& air, Length s)
{
    if (!air.letsGoAt)
        return false;
    return port.shape().airFromValve ? s < *air.letsGoAt : s > *air.letsGoAt;
}

std::optional<TipReading> readTip(const VirtualPort& port, const AirInPort& air, const TipPlace& tip)
{
    const geometry::Frame frame = port.frameAt(tip.s);
    const auto velocity = port.field().velocityAt(frame.toHead(tip.at), port.forward(air.air.flow));
    if (!velocity)
        return std::nullopt;
    TipReading reading;
    reading.speed = Speed::fromSi(velocity->length());
    reading.ratio = reading.speed.si() * port.openAreaAt(tip.s).si() / air.air.flow.si();
    reading.mach = air::machAtSpeed(air.air.room, reading.speed);
    const auto along = [&](const geometry::Point3& d) {
        return velocity->x * d.x + velocity->y * d.y + velocity->z * d.z;
    };
    const double onward = along(frame.forward()) * (port.shape().airFromValve ? -1.0 : 1.0);
    reading.up = Angle::fromSi(std::atan2(along(frame.up), onward));
    reading.left = Angle::fromSi(std::atan2(along(frame.left), onward));
    const field::Slice slice = port.sliceAt(tip.s);
    reading.fromWall = Length::fromSi(std::max(0.0, geometry::distanceToWall(outlineAt(slice), tip.at)));
    reading.doubtful = behindLiftOff(port, air, tip.s);
    return reading;
}

TipPlace keptInside(const VirtualPort& port, TipPlace tip)
{
    tip.s = std::clamp(tip.s, port.start(), port.end());
    const geometry::Section outline = outlineAt(port.sliceAt(tip.s));
    const geometry::Point middle = geometry::centroid(outline);
    const auto toward = [&](double share) {
        return geometry::Point{tip.at.left + (middle.left - tip.at.left) * share,
                               tip.at.up + (middle.up - tip.at.up) * share};
    };
    const double wanted = std::min(air::kPitotDistance.si(), 0.9 * geometry::distanceToWall(outline, middle));
    if (geometry::distanceToWall(outline, tip.at) >= wanted)
        return tip;
    double out = 0.0;
    double in = 1.0;
    constexpr int halvings = 24;
    for (int i = 0; i < halvings; ++i) {
        const double half = (out + in) / 2.0;
        (geometry::distanceToWall(outline, toward(half)) >= wanted ? in : out) = half;
    }
    tip.at = toward(in);
    return tip;
}

std::vector<probing::PointReading> virtualReadings(const VirtualPort& port, VolumeFlow flow, Length s,
                                                   const geometry::Section& section,
                                                   std::span<const probing::GridPoint> points)
{
    const geometry::Frame frame = port.frameAt(s);
    std::vector<probing::PointReading> readings;
    for (const probing::GridPoint& point : points) {
        const auto velocity =
            port.field().velocityAt(frame.toHead(probing::toSection(point, section)), port.forward(flow));
        readings.push_back({point, velocity ? std::optional(Speed::fromSi(velocity->length())) : std::nullopt});
    }
    return readings;
}

std::vector<std::vector<probing::PointReading>> virtualSets(const VirtualPort& port, VolumeFlow flow)
{
    std::vector<std::vector<probing::PointReading>> sets;
    const VolumeFlow forward = port.forward(flow);
    for (const geometry::PlacedSection& placed : port.shape().sections) {
        const geometry::Frame frame = port.frameAt(placed.s);
        const auto ahead = frame.forward();
        auto& set = sets.emplace_back();
        for (const probing::GridPoint& point : probing::nineFields()) {
            const auto v = port.field().velocityAt(frame.toHead(probing::toSection(point, placed.section)), forward);
            set.push_back({point, std::nullopt});
            if (!v)
                continue;
            const bool back = (v->x * ahead.x + v->y * ahead.y + v->z * ahead.z) * forward.si() < 0.0;
            set.back().speed = back ? Speed{} : Speed::fromSi(v->length());
        }
    }
    return sets;
}

}  // namespace euryth::port_field
