// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include <boost/random/mersenne_twister.hpp>

#include "devices/protocol.hpp"
#include "sim/hidden_port.hpp"

namespace euryth::sim {

using devices::Channel;
using Seconds = double;

/// What can be wrong with a bench.
enum class Fault {
    Leak,      ///< a plate that leaks: the bench reads air that does not pass the port
    Adapter,   ///< a bore adapter too small
    NoPipe,    ///< the pipe behind an exhaust port forgotten
    Stuck,     ///< the flow's channel repeats its last number
    Drift,     ///< the pitot's zero walks away
    Dropouts,  ///< now and then nothing comes for some seconds
    Noise      ///< everything scatters ten times as much
};
inline constexpr std::array<std::string_view, 7> kFaultNames{"leak",  "adapter",  "no-pipe", "stuck",
                                                             "drift", "dropouts", "noise"};
std::optional<Fault> faultNamed(std::string_view name);

struct Options {
    std::uint64_t seed = 1;
    std::optional<Length> lift;  ///< of the valve at first; a third of the cam's lift is not the bench's choice
    PressureDifference depression = pressureDifferenceFromInchOfWater(28.0);
    bool slowRamp = false;  ///< a blower that takes its time, and so hides backing up
    std::vector<Fault> faults;
};

/// Bench, pitot on a traverse, sonic gauge and swirl meter in one, behind the line protocol. Time is what advance() is
/// told; the same seed and the same calls give the same bytes.
///
/// The depression follows the blower with a first-order lag (0.4 s, slow 5 s), as far as its curve allows: a parabola
/// from twice the usual depression at no flow to none at 1.6 times what the port passes. Where the flow comes to the
/// one at which the short side lets go, it does, and passes less with a slow wander, unless the depression came slowly
/// (under 0.22 of what is wanted in a second), which ramps through it (common practice); it holds again under nine
/// tenths of that flow. The room warms by 3 K with a lag of ten minutes. Numbers are ours; what physics.md names as
/// published stands at HiddenPort.
class Simulator {
public:
    Simulator(HiddenPort port, const Options& options);

    /// What the other end has sent.
    void received(std::string_view bytes);
    /// Lets time pass and gives what is to be sent.
    std::string advance(Seconds dt);
    void setFault(Fault fault, bool on) { m_faults[static_cast<std::size_t>(fault)] = on; }

    // For tests: what is true, without instruments.
    [[nodiscard]] VolumeFlow flow() const { return m_flow; }
    [[nodiscard]] PressureDifference depression() const { return m_depression; }
    [[nodiscard]] bool holds() const { return m_holds; }
    [[nodiscard]] const HiddenPort& port() const { return m_port; }

private:
    void heard(const devices::Command& command);
    void set(const devices::Value& to);
    void blow(Seconds dt);
    void separate(double rise);
    devices::At readings();
    [[nodiscard]] std::optional<double> impact();
    [[nodiscard]] bool has(Fault fault) const { return m_faults[static_cast<std::size_t>(fault)]; }
    /// A number of a normal distribution with the mean 0.
    double scatter(double deviation);
    void say(const devices::Message& message) { m_out += devices::lineOf(message); }

    HiddenPort m_port;
    boost::random::mt19937_64 m_random;
    std::array<bool, kFaultNames.size()> m_faults{};
    devices::LineReader m_reader;
    std::string m_out;

    Length m_lift;
    Tip m_tip;
    PressureDifference m_target;
    PressureDifference m_depression;
    VolumeFlow m_flow;
    VolumeFlow m_blower;  ///< at which it pulls nothing any more
    Seconds m_lag;
    bool m_holds = true;
    double m_wander = 0.0;
    Seconds m_now = 0.0;
    Seconds m_next = 0.0;  ///< reading
    Seconds m_silentTo = 0.0;
    double m_rate = 0.0;
    double m_driftPa = 0.0;
    std::optional<double> m_stuckAt;
};

}  // namespace euryth::sim
