// SPDX-License-Identifier: GPL-3.0-or-later
#include "sim/hidden_port.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "air/isentropic.hpp"
#include "analysis/valve_layout.hpp"
#include "geometry/valve_end.hpp"

namespace euryth::sim {

namespace {

constexpr Length kTipRadius = lengthFromMm(1.5);
constexpr Length kAnywhere = lengthFromMm(1e6);  // the nearest station, however far
constexpr double kMostDepression = 16000.0;      // Pa; no shop's bench pulls more

/// The flow from which the floor lets go. The boundary layer of the potential flow hardly hangs on the flow: it says
/// whether the floor lets go at all; from which flow on, the severity does, the worse the earlier. That rule is ours.
std::optional<VolumeFlow> lettingGo(const port_field::AirField& air, VolumeFlow most)
{
    if (!air.walls()[geometry::index(geometry::Sector::Floor)].liftsOff())
        return std::nullopt;
    const auto severity = air.severity();
    constexpr double mild = 0.95;
    constexpr double earlier = 0.5;
    return most * (mild - earlier * (severity ? std::clamp(severity->severity, 0.0, 1.0) : 0.5));
}

double turningOf(const job::Job& job, const job::Port& port)
{
    const auto layout = analysis::valveLayout(job, port);
    const auto throat = job::throatOf(port.valve);
    if (!layout || !throat || port.side == job::Side::Exhaust)
        return 0.0;
    const double speed = 1.0 / geometry::throatNetArea(*throat, port.valve.stem.value_or(Length{})).si();
    return layout->lopsided * speed / (layout->bore.si() / 2.0);
}

}  // namespace

Known<HiddenPort> hiddenPort(const job::Job& job, const job::Port& port, port_field::Quality quality)
{
    const auto analysis = analysis::analyse(job, port);
    auto model = engine::engineModel(job, port, analysis);
    if (!model)
        return {std::nullopt, model.missing};
    auto solved = port_field::virtualPort(port, analysis, quality);
    if (!solved)
        return {std::nullopt, solved.missing};
    HiddenPort hidden;
    hidden.m_port = port;
    hidden.m_model = std::move(*model.value);
    hidden.m_valve = port.valve.diameter.value_or(Length{});
    hidden.m_reference = hidden.flowAt(hidden.greatestLift(), engine::benchDepression(job));
    const auto field = std::make_shared<const port_field::VirtualPort>(std::move(*solved.value));
    const port_field::PortAir at{hidden.m_reference, port_field::FlowFrom::Reckoned, {}, hidden.room()};
    hidden.m_air = port_field::instantAir(field, at);
    hidden.m_letsGoFrom = lettingGo(*hidden.m_air, hidden.m_reference);
    const auto severity = hidden.m_air->severity();
    constexpr double least = 0.01;
    constexpr double more = 0.04;
    hidden.m_lost = least + more * (severity ? std::clamp(severity->severity, 0.0, 1.0) : 0.5);
    hidden.m_turning = turningOf(job, port);
    return {std::move(hidden), {}};
}

VolumeFlow HiddenPort::flowAt(Length lift, PressureDifference depression) const
{
    if (lift <= Length{} || depression <= PressureDifference{})
        return VolumeFlow{};
    if (!m_law || m_law->lift != lift) {
        constexpr int steps = 12;
        std::vector<double> roots{0.0};
        std::vector<double> flows{0.0};
        for (int i = 1; i <= steps; ++i) {  // nearly a straight line over the root of the depression
            const double root = std::sqrt(kMostDepression) * i / steps;
            const auto run =
                engine::throughPort(m_model, engine::On::Bench, lift, PressureDifference::fromSi(root * root));
            roots.push_back(root);
            flows.push_back(std::max(flows.back(), run.flow.si() / air::density(room()).si()));
        }
        m_law = Law{lift, geometry::MonotoneCubic(std::move(roots), std::move(flows))};
    }
    return VolumeFlow::fromSi(m_law->flow(std::sqrt(std::min(depression.si(), kMostDepression))));
}

std::optional<AirAtTip> HiddenPort::airAt(const Tip& tip, VolumeFlow flow) const
{
    if (tip.s < m_air->start() || tip.s > m_air->end())
        return std::nullopt;
    const std::size_t station = *job::stationNear(m_port, tip.s, kAnywhere);
    const auto section = job::sectionsOf(m_port)[station];
    const auto read = port_field::readTip(*m_air, {tip.s, probing::toSection({tip.across, tip.up}, section)});
    if (!read || (read->fromWall && *read->fromWall < kTipRadius))
        return std::nullopt;
    const double scale = flow / m_reference;
    const double along = std::max(0.0, std::cos(read->up.si()) * std::cos(read->left.si()));
    return AirAtTip{read->speed * (scale * along), read->doubtful};
}

std::optional<Length> HiddenPort::wallAt(const Tip& tip) const
{
    const auto station = job::stationNear(m_port, tip.s, kAnywhere);
    // Clockwise from the roof, as seen from the window: to the right first.
    const double angle = std::atan2(-tip.across, tip.up);
    const auto eighth = std::lround(angle / (2.0 * std::numbers::pi) * static_cast<double>(geometry::kSectorCount));
    const geometry::Sector sector = geometry::sectorAt(static_cast<std::size_t>(eighth) + geometry::kSectorCount);
    return m_port.stations[*station].wall.at[geometry::index(sector)];
}

RotationalSpeed HiddenPort::swirlAt(VolumeFlow flow) const { return RotationalSpeed::fromSi(m_turning * flow.si()); }

}  // namespace euryth::sim
