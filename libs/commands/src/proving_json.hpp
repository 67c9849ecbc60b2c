// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "call.hpp"
#include "proving/bench_pairing.hpp"
#include "proving/chambers.hpp"
#include "proving/pair_swirl.hpp"
#include "proving/ports_alike.hpp"
#include "proving/swirl.hpp"

/// What the calls about proving print.
namespace euryth::commands {

inline constexpr double kPerCent = 100.0;

/// The analyses of a job's ports, each worked out when it is first asked for.
class Analyses {
public:
    explicit Analyses(const job::Job& job) : m_job(job), m_kept(job.ports.size()) {}
    const analysis::PortAnalysis& operator()(std::size_t port)
    {
        if (!m_kept[port])
            m_kept[port] = analysis::analyse(m_job, m_job.ports[port]);
        return *m_kept[port];
    }
    [[nodiscard]] proving::AnalysisOf asked()
    {
        return [this](std::size_t port) -> const analysis::PortAnalysis& { return (*this)(port); };
    }

private:
    const job::Job& m_job;
    std::vector<std::optional<analysis::PortAnalysis>> m_kept;
};

Json swirlJson(const job::Port& port, const proving::FlowSums& sums, const proving::SwirlSums& swirl);
Json alikeJson(const job::Job& job, const proving::PortsAlike& alike, const proving::AnalysisOf& analysisOf);
Json promiseJson(const job::Job& job, const job::Port& port, const proving::AnalysisOf& analysisOf);
Json sealJson(const job::Port& port);
Json chambersJson(const job::Job& job);
Json pairingsJson(const job::Job& job, const proving::AnalysisOf& analysisOf);

}  // namespace euryth::commands
