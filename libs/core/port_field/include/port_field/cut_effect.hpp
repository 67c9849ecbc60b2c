// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>

#include "engine/choke_ranking.hpp"
#include "port_field/air_field.hpp"

/// What cuts do, worked out on the port that comes out: its field solved anew, not the old one stretched.
namespace euryth::port_field {

/// A port before or after its cuts.
struct EffectSide {
    job::Port port;
    analysis::PortAnalysis analysis;  ///< judged by its own instant field where that is known
    Air air;                          ///< null where there is none
    Phrase missing;                   ///< why
    /// Of all wall sectors of all stations the greatest speed over its section's mean, by that field, and where.
    std::optional<double> highestRatio;
    std::size_t highestAt = 0;                        ///< station
    std::vector<std::optional<double>> highestAlong;  ///< per station
    std::optional<ShortSideSeverity> severity;
    std::optional<Length> letsGo;  ///< of the floor, by the boundary layer
    Known<engine::PortFlows> flows;
    Known<engine::ChokeRanking> ranking;
};

/// What the bench will read after the cuts, at full lift and its depression.
struct PredictedFlow {
    VolumeFlow before;
    VolumeFlow after;
    /// Of `after`: a hundredth, as two careful readings differ (common practice, no source), and half of the change, as
    /// losses of turns and of growing passages are not known better than that (a rule of this program), by the root of
    /// the sum of squares.
    VolumeFlow uncertainty;
};

struct CutEffect {
    EffectSide before;
    EffectSide after;
    Known<PredictedFlow> flow;

    /// The solved field's highest ratio rose by more than a hundredth: the cuts do harm there.
    [[nodiscard]] bool harms() const;
};

/// Solves the port with the metal of `depths` gone and the port as it is, at a quality. The valve's opening stays what
/// it was (engine::plannedModel()). Ends early, with nothing, when it is stopped.
std::optional<CutEffect> effectOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                                  const cutting::DepthField& depths, Quality quality, const std::stop_token& stop = {});

}  // namespace euryth::port_field
