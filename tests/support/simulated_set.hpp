// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "devices/set_taker.hpp"
#include "probing/grid.hpp"
#include "sim/simulator.hpp"

/// Nine points at a distance from the window, taken from a simulator without wires, in its own time.
struct SimulatedSet {
    euryth::devices::SetTaker taker;
    euryth::devices::Instrument instrument{20};
    double seconds = 0.0;  ///< that it took

    SimulatedSet(euryth::sim::Simulator& simulator, double stationMm) : taker(goalsAt(stationMm))
    {
        constexpr double step = 0.05;
        constexpr double longest = 600;
        instrument.connected(0);
        for (; taker.phase() != euryth::devices::SetTaker::Phase::Done && seconds < longest; seconds += step) {
            simulator.received(instrument.toSend(seconds));
            instrument.received(simulator.advance(step), seconds);
            taker.step(instrument, seconds);
        }
    }

private:
    static std::vector<euryth::devices::Goal> goalsAt(double stationMm)
    {
        std::vector<euryth::devices::Goal> goals;
        for (const euryth::probing::GridPoint& p : euryth::probing::nineFields())
            goals.push_back({stationMm, p.u, p.v});
        return goals;
    }
};
