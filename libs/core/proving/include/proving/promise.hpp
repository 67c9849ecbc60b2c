// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "proving/flow_sums.hpp"

namespace euryth::proving {

/// What the cuts of a plan are to bring at a lift, at the book's depression and standard air.
struct PromiseAt {
    Length lift;
    VolumeFlow before;  ///< as the test has it
    VolumeFlow after;
};

/// What has become of promises that were written down: measured over promised, less 1, of the mean over their lifts.
struct PromiseRecord {
    std::vector<double> errors;
    double mean = 0.0;
    /// Half the range within which the next one lies with 95 %: Student's t of the scatter (JCGM 100 (GUM), G.3), or
    /// kPromised where fewer than two have been kept.
    double range = 0.0;
};
/// How far a reckoned change of shape may be off where nothing has been learnt yet: 2 % between shapes (common
/// practice for flow benches that are reckoned, no source).
inline constexpr double kPromised = 0.02;

struct Promise {
    std::size_t from = 0;  ///< into Port::flow: the test that it starts from
    std::vector<PromiseAt> lifts;
    double gain = 0.0;   ///< of the mean over the lifts, as a share
    double doubt = 0.0;  ///< half the range of that, in shares of the flow: what the record says
};

/// What was promised against what came.
struct PromiseKept {
    std::size_t promise = 0;                        ///< into Port::promises
    std::size_t test = 0;                           ///< into Port::flow
    std::vector<std::pair<Length, double>> errors;  ///< measured over promised, less 1
    double mean = 0.0;                              ///< of the mean over these lifts
};
/// Each promise of a port with the first later test that may be compared with the one that it starts from and is of
/// another state.
std::vector<PromiseKept> promisesKept(const job::Job& job, const job::Port& port,
                                      const analysis::PortAnalysis& analysis);
/// All of a job's.
using AnalysisOf = std::function<const analysis::PortAnalysis&(std::size_t)>;
PromiseRecord promiseRecord(const job::Job& job, const AnalysisOf& analysisOf);

/// The flow of the test that counts, times what the cuts of the plan do to it: engine::plannedModel() of the port with
/// the plan's metal gone, whose valve opening stays what it was, over the model as it is, at each lift of the test.
Known<Promise> promiseOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                         const PromiseRecord& record);

/// As it is written into the job.
job::FlowPromise written(const job::Port& port, const Promise& promise, const std::string& when);

}  // namespace euryth::proving
