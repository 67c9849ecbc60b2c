// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include "calls/calls.hpp"
#include "engine/engine_run.hpp"
#include "job/job.hpp"

namespace euryth::app {

/// What is worked out of a job's ports, each thing once, when somebody asks for it. What a change does not touch is
/// kept. A copy shares what is there already, so that it can go on beside the window and give back what it has found.
class Judge {
public:
    using SpeedsOf = std::function<Known<analysis::ComputedSpeeds>(
        const job::Port& port, const analysis::PortAnalysis& measured, analysis::SpeedSource source)>;
    /// How often something has been worked out.
    struct Work {
        int analyses = 0;
        int calls = 0;
        int flows = 0;
    };
    using Calls = std::vector<calls::Call>;

    /// The job that everything is asked of from now on.
    void follow(std::shared_ptr<const job::Job> job);
    /// Another job is opened: nothing of the last one is shown.
    void forget() { m_results.clear(); }
    [[nodiscard]] const job::Job& job() const { return *m_job; }
    [[nodiscard]] std::size_t ports() const { return m_results.size(); }

    [[nodiscard]] analysis::SpeedSource source() const { return m_source; }
    /// Drops what hangs on whose speeds ports are judged by.
    void setSource(analysis::SpeedSource source);
    void dropJudgements();
    void setSpeedsOf(SpeedsOf speedsOf) { m_speedsOf = std::move(speedsOf); }

    const analysis::PortAnalysis& analysisOf(std::size_t port);
    const plans::ValveEndPlan& valveEndOf(std::size_t port);
    const Known<engine::PortFlows>& flowsOf(std::size_t port);
    const Calls& callsOf(std::size_t port);

    [[nodiscard]] bool hasCalls(std::size_t port) const { return m_results.at(port).calls != nullptr; }
    /// The calls of the port as it is, or those before the last change, or null.
    [[nodiscard]] const Calls* latestCalls(std::size_t port) const;
    /// What a copy has worked out of the same job.
    void take(const Judge& other);
    /// A copy that counts from nothing and asks nobody for speeds: those of all ports are asked for now.
    [[nodiscard]] Judge beside();
    [[nodiscard]] const Work& work() const { return m_work; }

private:
    struct PortResults {
        std::shared_ptr<const analysis::PortAnalysis> analysis;
        std::shared_ptr<const Calls> calls;
        std::shared_ptr<const plans::ValveEndPlan> end;
        std::shared_ptr<const Known<engine::PortFlows>> flows;
        std::shared_ptr<const Calls> callsBefore;  ///< those before the last change
    };
    [[nodiscard]] Known<analysis::ComputedSpeeds> speedsOf(const job::Port& port) const;
    [[nodiscard]] std::vector<PortResults> keptOf(const job::Job& before, const job::Job& now) const;

    std::shared_ptr<const job::Job> m_job = std::make_shared<const job::Job>();
    analysis::SpeedSource m_source = analysis::SpeedSource::Readings;
    SpeedsOf m_speedsOf;
    std::vector<PortResults> m_results;
    Work m_work;
};

}  // namespace euryth::app
