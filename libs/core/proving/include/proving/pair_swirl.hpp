// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "analysis/valve_layout.hpp"
#include "proving/promise.hpp"

namespace euryth::proving {

/// What one intake valve gives the charge.
struct ValveSwirl {
    std::size_t port = 0;      ///< into Job::ports
    double share = 0.0;        ///< of the cylinder's flow
    double coefficient = 0.0;  ///< its part of the sum
    /// The exhaust valve that it faces, and how far that is sunk: a sunk one lies out of the way of the air.
    std::optional<std::size_t> faces;
    std::optional<Length> facedSunk;
};

/// An estimate, no measurement: the swirl that the lie of a cylinder's intake valves and the directions of their ports
/// would give if each port's air kept its direction over the valve, at the ideal speed, and its flow left in the middle
/// of its valve: C = 8 T / (m v0 B) with T = sum m_i v0 (x_i d_yi - y_i d_xi) (coefficients of Heywood 8.3), d the
/// horizontal part of the last station's heading. A valve's own curtain spreads the air, so that what a meter shows is
/// less; it tells which of two layouts turns the charge more, and to which side. Positive against the
/// clock, seen from above the head.
struct PairSwirl {
    std::vector<ValveSwirl> valves;
    double coefficient = 0.0;
    bool byFlow = false;  ///< shares are those of flow tests at one lift; else of the valves' areas
    std::optional<Length> lift;
};
/// Of a port's cylinder; nothing where its layout or a heading is not known.
Known<PairSwirl> pairSwirl(const job::Job& job, const job::Port& port, const AnalysisOf& analysisOf);

}  // namespace euryth::proving
