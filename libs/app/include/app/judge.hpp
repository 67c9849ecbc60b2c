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

    // Worked out now where they are not there yet.
    const analysis::PortAnalysis& analysisOf(std::size_t port);
    const plans::ValveEndPlan& valveEndOf(std::size_t port);
    const Known<engine::PortFlows>& flowsOf(std::size_t port);
    const Calls& callsOf(std::size_t port);

    // Whether they are there.
    [[nodiscard]] bool hasAnalysis(std::size_t port) const { return m_results.at(port).analysis.now != nullptr; }
    [[nodiscard]] bool hasValveEnd(std::size_t port) const { return m_results.at(port).end.now != nullptr; }
    [[nodiscard]] bool hasFlows(std::size_t port) const { return m_results.at(port).flows.now != nullptr; }
    [[nodiscard]] bool hasCalls(std::size_t port) const { return m_results.at(port).calls.now != nullptr; }

    // Those of the port as it is, or those from before the last change, or null.
    /// From before the change it is measured anew (analysis::measuredAnew()).
    const analysis::PortAnalysis* latestAnalysis(std::size_t port);
    [[nodiscard]] const plans::ValveEndPlan* latestValveEnd(std::size_t port) const;
    [[nodiscard]] const Known<engine::PortFlows>* latestFlows(std::size_t port) const;
    [[nodiscard]] const Calls* latestCalls(std::size_t port) const;
    /// What a copy has worked out of the same job.
    void take(const Judge& other);
    /// A copy that counts from nothing and asks nobody for speeds: those that it will want are asked for now.
    [[nodiscard]] Judge beside() const;
    [[nodiscard]] const Work& work() const { return m_work; }
    void countAnew() { m_work = {}; }

private:
    /// One result of the port as it is, and the last one before the change that made it out of date.
    template <class T>
    struct Kept {
        std::shared_ptr<const T> now;
        std::shared_ptr<const T> before;
        [[nodiscard]] const std::shared_ptr<const T>& latest() const { return now ? now : before; }
        /// After a change that this result hangs on.
        [[nodiscard]] Kept outdated() const { return {nullptr, latest()}; }
    };
    struct PortResults {
        Kept<analysis::PortAnalysis> analysis;
        Kept<plans::ValveEndPlan> end;
        Kept<Known<engine::PortFlows>> flows;
        Kept<Calls> calls;
        std::shared_ptr<const analysis::PortAnalysis> standIn;  ///< `analysis.before`, measured anew
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
