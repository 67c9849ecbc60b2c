// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/air_field.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::port_field {

namespace {

double along(const geometry::Vector3& v, const geometry::Point3& d) { return v.x * d.x + v.y * d.y + v.z * d.z; }

}  // namespace

Phrase nameInSection(const geometry::Section& section, geometry::Point at)
{
    const geometry::Box box = geometry::boxOf(section);
    return analysis::pointName(
        {(at.left - box.middle.left) / (box.width.si() / 2.0), (at.up - box.middle.up) / (box.height.si() / 2.0)});
}

bool AirField::isTrustedAt(Length s) const
{
    const auto to = trustedTo();
    return !to || (shape().airFromValve ? s >= to->s : s <= to->s);
}

std::optional<TipReading> readTip(const AirField& air, const TipPlace& tip)
{
    const geometry::Frame frame = air.frameAt(tip.s);
    const geometry::Point3 place = frame.toHead(tip.at);
    const auto velocity = air.velocityAt(place);
    if (!velocity)
        return std::nullopt;
    TipReading reading;
    reading.speed = Speed::fromSi(velocity->length());
    reading.ratio = reading.speed.si() * air.openAreaAt(tip.s).si() / air.at().flow.si();
    reading.mach = air::machAtSpeed(air.at().room, reading.speed);
    const double onward = along(*velocity, frame.forward()) * (air.shape().airFromValve ? -1.0 : 1.0);
    reading.up = Angle::fromSi(std::atan2(along(*velocity, frame.up), onward));
    reading.left = Angle::fromSi(std::atan2(along(*velocity, frame.left), onward));
    reading.fromWall =
        Length::fromSi(std::max(0.0, geometry::distanceToWall(geometry::Outline{air.wallAt(tip.s)}, tip.at)));
    reading.doubtful = !air.isTrustedAt(tip.s);
    reading.fluctuation = air.fluctuationAt(place);
    reading.pressure = air.pressureAt(place);
    return reading;
}

TipPlace keptInside(const AirField& air, TipPlace tip)
{
    tip.s = std::clamp(tip.s, air.start(), air.end());
    const geometry::Section outline = geometry::Outline{air.wallAt(tip.s)};
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

std::vector<probing::PointReading> virtualReadings(const AirField& air, VolumeFlow flow, Length s,
                                                   const geometry::Section& section,
                                                   std::span<const probing::GridPoint> points)
{
    const geometry::Frame frame = air.frameAt(s);
    const double scale = flow / air.at().flow;
    std::vector<probing::PointReading> readings;
    for (const probing::GridPoint& point : points) {
        const auto velocity = air.velocityAt(frame.toHead(probing::toSection(point, section)));
        readings.push_back({point, velocity ? std::optional(Speed::fromSi(velocity->length() * scale)) : std::nullopt});
    }
    return readings;
}

std::vector<std::vector<probing::PointReading>> virtualSets(const AirField& air)
{
    std::vector<std::vector<probing::PointReading>> sets;
    const double way = air.shape().airFromValve ? -1.0 : 1.0;
    for (const geometry::PlacedSection& placed : air.shape().sections) {
        const geometry::Frame frame = air.frameAt(placed.s);
        const auto ahead = frame.forward();
        auto& set = sets.emplace_back();
        for (const probing::GridPoint& point : probing::nineFields()) {
            const auto v = air.velocityAt(frame.toHead(probing::toSection(point, placed.section)));
            set.push_back({point, std::nullopt});
            if (v)
                set.back().speed = way * along(*v, ahead) < 0.0 ? Speed{} : Speed::fromSi(v->length());
        }
    }
    return sets;
}

analysis::ComputedSpeeds computedSpeeds(const AirField& air) { return {air.name(), virtualSets(air)}; }

}  // namespace euryth::port_field
