// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "analysis/compare.hpp"
#include "proving/promise.hpp"

namespace euryth::proving {

/// One lift of alike ports' tests.
struct AlikeAt {
    Length lift;
    std::vector<std::optional<VolumeFlow>> flows;  ///< reference flow, per port
    std::optional<VolumeFlow> middle;              ///< median of those that are known
};

/// What one of alike ports lacks, and what it would cost.
struct ToBring {
    std::size_t member = 0;          ///< into PortsAlike::ports
    double lacks = 0.0;              ///< mean flow of the best one over its own, less 1
    std::optional<double> promised;  ///< that its cuts are to bring, as a share; nothing where they promise nothing
    std::optional<Volume> metal;     ///< that its cuts take
    [[nodiscard]] bool enough() const { return promised && *promised >= lacks; }
};

/// Ports of one kind beside each other: of a side, long with long and short with short (plans::alikePorts()).
struct PortsAlike {
    std::vector<std::size_t> ports;                 ///< into Job::ports
    std::vector<std::optional<std::size_t>> tests;  ///< the test that counts of each, into Port::flow
    std::vector<AlikeAt> lifts;                     ///< that two or more of them were tested at
    std::vector<std::vector<Phrase>> whyNot;        ///< per port: why its test is not compared with those of most
    analysis::Spread flow;                          ///< mean reference flow over the lifts that all have
    analysis::Spread volume;                        ///< by the sections
    analysis::Spread pinch;                         ///< smallest areas
    /// The port that is off the middle one by more than the house allows, in flow, and by how much.
    std::optional<std::size_t> oddFlow;
    double oddBy = 0.0;
};

/// Those that flow less than the best one by more than the house allows, with what their cuts promise.
std::vector<ToBring> toBring(const job::Job& job, const PortsAlike& alike, const AnalysisOf& analysisOf);

/// The kinds of a job that have two or more ports, in the job's order. `analysisOf` gives the analysis of a port.
std::vector<PortsAlike> portsAlike(const job::Job& job, const AnalysisOf& analysisOf);
/// The kind of one port; nothing where it is alone.
std::optional<PortsAlike> alikeOf(const job::Job& job, std::size_t port, const AnalysisOf& analysisOf);

}  // namespace euryth::proving
