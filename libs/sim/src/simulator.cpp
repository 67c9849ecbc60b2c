// SPDX-License-Identifier: GPL-3.0-or-later
#include "sim/simulator.hpp"

#include <algorithm>
#include <cmath>

#include <boost/random/normal_distribution.hpp>
#include <boost/random/uniform_real_distribution.hpp>

#include "air/isentropic.hpp"

namespace euryth::sim {

namespace {

using devices::Value;

constexpr Seconds kFastLag = 0.4;
constexpr Seconds kSlowLag = 5.0;
constexpr double kFastRise = 0.22;   // of the wanted depression in a second; a slow blower never does that
constexpr double kHoldsAgain = 0.9;  // of the flow from which it lets go
constexpr double kBlowerReach = 1.6;
constexpr Seconds kLongestStep = 0.05;

/// What each channel resolves and how far it may be off, in its unit.
struct Quality {
    Channel channel;
    double resolution;
    double accuracy;
};
constexpr std::array kQualities{Quality{Channel::Depression, 1.0, 20.0}, Quality{Channel::Flow, 1e-5, 5e-4},
                                Quality{Channel::Temperature, 0.1, 0.5}, Quality{Channel::Humidity, 0.01, 0.03},
                                Quality{Channel::Pressure, 10.0, 100.0}, Quality{Channel::Lift, 0.01, 0.02},
                                Quality{Channel::Impact, 1.0, 15.0},     Quality{Channel::Wall, 0.01, 0.1},
                                Quality{Channel::Swirl, 1.0, 10.0}};

double rounded(double value, double step) { return std::round(value / step) * step; }

/// A number as a channel gives it: in its steps, and written with no more digits than that.
double shown(Channel channel, double value)
{
    const auto* const quality = std::ranges::find(kQualities, channel, &Quality::channel);
    if (quality == kQualities.end())
        return value;
    constexpr double digits = 1e6;
    return std::round(rounded(value, quality->resolution) * digits) / digits;
}

}  // namespace

std::optional<Fault> faultNamed(std::string_view name)
{
    const auto* const found = std::ranges::find(kFaultNames, name);
    return found == kFaultNames.end() ? std::nullopt : std::optional(static_cast<Fault>(found - kFaultNames.begin()));
}

Simulator::Simulator(HiddenPort port, const Options& options)
    : m_port(std::move(port)),
      m_random(options.seed),
      m_lift(options.lift.value_or(m_port.greatestLift())),
      m_target(options.depression),
      m_lag(options.slowRamp ? kSlowLag : kFastLag)
{
    for (const Fault fault : options.faults)
        setFault(fault, true);
    m_blower = m_port.flowAt(m_port.greatestLift(), options.depression) * kBlowerReach;
}

double Simulator::scatter(double deviation)
{
    constexpr double loud = 10.0;
    boost::random::normal_distribution<double> normal(0.0, 1.0);
    return normal(m_random) * deviation * (has(Fault::Noise) ? loud : 1.0);
}

void Simulator::received(std::string_view bytes)
{
    m_reader.feed(
        bytes,
        [&](std::string_view line) {
            if (const auto command = devices::parseCommand(line))
                heard(*command);
            else
                say(devices::No{"line", "not understood"});
        },
        [&](devices::LineFault) {
            say(devices::No{"line", "too long"});
        });
}

void Simulator::heard(const devices::Command& command)
{
    if (std::holds_alternative<devices::Hello>(command)) {
        say(devices::IAm{devices::kProtocolVersion, "Euryth-bench", "0001"});
        for (const Quality& quality : kQualities)
            say(devices::Has{quality.channel, quality.resolution, quality.accuracy});
        const double lift = inMm(m_port.greatestLift()) * 1.2;
        say(devices::Moves{Channel::Lift, 0.0, std::round(lift)});
        say(devices::Moves{Channel::Depression, 0.0, 12000.0});
        for (const auto& [channel, low, high] :
             {std::tuple{Channel::Station, 0.0, 2000.0}, {Channel::Across, -1.0, 1.0}, {Channel::Up, -1.0, 1.0}})
            say(devices::Moves{channel, low, high});
        say(devices::Ready{});
    } else if (const auto* rate = std::get_if<devices::Rate>(&command)) {
        m_rate = rate->perSecond;
        m_next = m_now;
        say(devices::Done{"rate"});
    } else if (const auto* to = std::get_if<devices::Set>(&command)) {
        set(to->to);
    } else if (const auto* fault = std::get_if<devices::Fault>(&command)) {
        if (const auto known = faultNamed(fault->name)) {
            setFault(*known, fault->on);
            say(devices::Done{"fault"});
        } else {
            say(devices::No{"fault", "no such fault"});
        }
    }
}

void Simulator::set(const Value& to)
{
    switch (to.channel) {
    case Channel::Lift: m_lift = Length::fromSi(std::max(0.0, to.si())); break;
    case Channel::Depression: m_target = PressureDifference::fromSi(std::clamp(to.si(), 0.0, 12000.0)); break;
    case Channel::Station: m_tip.s = Length::fromSi(to.si()); break;
    case Channel::Across: m_tip.across = to.value; break;
    case Channel::Up: m_tip.up = to.value; break;
    default: return say(devices::No{"set", "cannot be moved"});
    }
    say(devices::Done{"set"});
}

void Simulator::blow(Seconds dt)
{
    const double pull = 1.0 - std::pow(m_flow / m_blower, 2.0);
    const PressureDifference most = pressureDifferenceFromInchOfWater(56.0) * std::max(0.0, pull);
    const PressureDifference wanted = std::min(m_target, most);
    const PressureDifference before = m_depression;
    m_depression += (wanted - m_depression) * (1.0 - std::exp(-dt / m_lag));
    separate((m_depression - before).si() / dt);
    VolumeFlow through = m_port.flowAt(m_lift, m_depression);
    if (!m_holds)
        through = through * (1.0 - m_port.lostBehind() * (1.0 + 0.2 * m_wander));
    if (has(Fault::Adapter) && m_lift > m_port.valve() * 0.12)
        through = through * 0.96;
    if (has(Fault::NoPipe) && m_port.isExhaust())
        through = through * 0.97;
    m_flow = through;
}

void Simulator::separate(double rise)
{
    constexpr Seconds slow = 4.0;
    m_wander += -m_wander * kLongestStep / slow + scatter(std::sqrt(2.0 * kLongestStep / slow));
    const auto from = m_port.letsGoFrom();
    if (!from)
        return;
    const VolumeFlow flow = m_port.flowAt(m_lift, m_depression);
    // One that is there with all its depression when the valve comes open goes as a fast one does.
    const bool jumped = m_flow < *from * kHoldsAgain && flow >= *from;
    if (m_holds && flow >= *from && (rise > kFastRise * m_target.si() || jumped))
        m_holds = false;
    else if (!m_holds && flow < *from * kHoldsAgain)
        m_holds = true;
}

std::optional<double> Simulator::impact()
{
    const auto air = m_port.airAt(m_tip, m_flow);
    if (!air)
        return std::nullopt;
    constexpr double core = 0.01;
    constexpr double wake = 0.15;
    const bool torn = air->inWake && !m_holds;
    const double speed = std::max(0.0, air->speed.si() * (1.0 + scatter(torn ? wake : core)));
    const auto pressure = air::impactPressure(m_port.room(), Speed::fromSi(speed));
    return pressure ? std::optional(std::max(0.0, pressure->si() + m_driftPa)) : std::nullopt;
}

devices::At Simulator::readings()
{
    devices::At at;
    at.milliseconds = static_cast<std::uint64_t>(std::llround(m_now * 1e3));
    const auto add = [&](Channel channel, double value) { at.values.push_back({channel, shown(channel, value)}); };
    add(Channel::Depression, m_depression.si() * (1.0 + scatter(0.002)));
    double flow = m_flow.si() * (1.0 + scatter(0.003));
    if (has(Fault::Leak))
        flow += 0.03 * m_port.flowAt(m_port.greatestLift(), m_depression).si();
    if (!has(Fault::Stuck))
        m_stuckAt.reset();
    else if (!m_stuckAt)
        m_stuckAt = flow;
    add(Channel::Flow, m_stuckAt.value_or(flow));
    constexpr Seconds warming = 600.0;
    add(Channel::Temperature,
        inCelsius(m_port.room().temperature) + 3.0 * (1.0 - std::exp(-m_now / warming)) + scatter(0.05));
    add(Channel::Humidity, m_port.room().humidity);
    add(Channel::Pressure, m_port.room().pressure.si());
    add(Channel::Lift, std::max(0.0, inMm(m_lift) + scatter(0.005)));
    if (const auto pressure = impact())
        add(Channel::Impact, *pressure);
    if (const auto wall = m_port.wallAt(m_tip))
        add(Channel::Wall, std::max(0.0, inMm(*wall) + scatter(0.03)));
    const double swirl = m_holds ? inRpm(m_port.swirlAt(m_flow)) : 0.0;  // it falls with the pattern of the flow
    add(Channel::Swirl, swirl * (1.0 + scatter(0.03)));
    return at;
}

std::string Simulator::advance(Seconds dt)
{
    const Seconds end = m_now + dt;
    constexpr Seconds rounding = 1e-9;
    while (m_now < end - rounding) {
        const Seconds step = std::min(kLongestStep, end - m_now);
        m_now += step;
        blow(step);
        m_driftPa = has(Fault::Drift) ? m_driftPa + 2.0 * step : 0.0;
        if (m_rate <= 0.0 || m_now < m_next - rounding)
            continue;
        m_next = std::max(m_next + 1.0 / m_rate, m_now);
        boost::random::uniform_real_distribution<double> uniform(0.0, 1.0);
        constexpr double oftenPerSecond = 0.05;
        constexpr Seconds silence = 4.0;
        if (has(Fault::Dropouts) && uniform(m_random) < oftenPerSecond / m_rate)
            m_silentTo = m_now + silence;
        say(readings());
    }
    if (m_now < m_silentTo)
        m_out.clear();  // the line is dead: answers are lost as well
    return std::exchange(m_out, {});
}

}  // namespace euryth::sim
