// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <catch2/catch.hpp>

#include <memory>
#include <string>
#include <thread>

#include "sim/server.hpp"
#include "support/demo.hpp"

/// The demo's first port as a simulated bench has it inside, on the coarse mesh.
inline const euryth::sim::HiddenPort& hiddenDemo()
{
    static const euryth::sim::HiddenPort port = [] {
        const euryth::job::Job job = demoJob();
        auto made = euryth::sim::hiddenPort(job, job.ports[0], euryth::port_field::Quality::Coarse);
        REQUIRE(made);
        return std::move(*made.value);
    }();
    return port;
}

inline std::unique_ptr<euryth::sim::Door> doorOrFail(
    tl::expected<std::unique_ptr<euryth::sim::Door>, euryth::Phrase> door)
{
    REQUIRE(door);
    return std::move(*door);
}

/// That bench behind a door, a hundred times as fast as a real one, served beside the test.
class ServedBench {
public:
    explicit ServedBench(std::unique_ptr<euryth::sim::Door> door)
        : m_door(std::move(door)),
          m_simulator(hiddenDemo(), {}),
          m_thread([this](const std::stop_token& stop) {
              euryth::sim::serve(*m_door, m_simulator, euryth::sim::Clock::Fast, stop);
          })
    {
    }
    [[nodiscard]] std::string address() const { return m_door->address(); }

private:
    std::unique_ptr<euryth::sim::Door> m_door;
    euryth::sim::Simulator m_simulator;
    std::jthread m_thread;
};
