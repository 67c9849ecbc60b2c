// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <catch2/catch.hpp>

#include <algorithm>

#include "calls/calls.hpp"
#include "proving/flow_difference.hpp"
#include "proving/promise.hpp"
#include "support/demo.hpp"

/// The demo's ports without tests, on a day of standard air.
struct ProvingBench {
    euryth::job::Job job = demoJob();

    ProvingBench()
    {
        for (auto& port : job.ports) {
            port.flow.clear();
            port.leakTests.clear();
        }
        job.chambers.clear();
        job.bench.temperature = euryth::temperatureFromCelsius(20);
        job.bench.pressure = euryth::absolutePressureFromPa(101325);
        job.bench.humidity = 0.0;
        job.benches.clear();
    }
    euryth::job::Port& port(std::size_t i = 0) { return job.ports[i]; }
    euryth::job::FlowTest& add(std::size_t port, const std::string& state,
                               const std::vector<std::pair<double, double>>& mmAndLitres,
                               const std::string& bench = "main")
    {
        euryth::job::FlowTest& test = job.ports[port].flow.emplace_back();
        test.id = "T" + std::to_string(job.ports[port].flow.size());
        test.when = "2026-03-0" + std::to_string(job.ports[port].flow.size());
        test.state = state;
        test.bench = bench;
        test.depression = euryth::proving::kReferenceDepression;
        for (const auto& [mm, litres] : mmAndLitres) {
            euryth::job::FlowPoint& point = test.points.emplace_back();
            point.lift = euryth::lengthFromMm(mm);
            point.flow = euryth::VolumeFlow::fromSi(litres * 1e-3);
        }
        return test;
    }
    [[nodiscard]] euryth::analysis::PortAnalysis analysis(std::size_t port = 0) const
    {
        return euryth::analysis::analyse(job, job.ports[port]);
    }
    [[nodiscard]] euryth::proving::FlowSums sums(std::size_t test, std::size_t port = 0) const
    {
        auto sums = euryth::proving::sumsOf(job, job.ports[port], analysis(port), test);
        REQUIRE(sums);
        return std::move(*sums.value);
    }
    /// Analyses of all ports as they are when this is called.
    [[nodiscard]] euryth::proving::AnalysisOf analyses() const
    {
        auto all = std::make_shared<std::vector<euryth::analysis::PortAnalysis>>();
        for (std::size_t i = 0; i < job.ports.size(); ++i)
            all->push_back(analysis(i));
        return [all](std::size_t i) -> const euryth::analysis::PortAnalysis& { return (*all)[i]; };
    }
    [[nodiscard]] std::optional<euryth::calls::Call> call(const std::string& start, std::size_t port = 0) const
    {
        const auto all = euryth::calls::callsFor(job, job.ports[port], analysis(port));
        const auto found =
            std::ranges::find_if(all, [&](const euryth::calls::Call& c) { return c.key.starts_with(start); });
        return found == all.end() ? std::nullopt : std::optional(*found);
    }
};
