// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "analysis/port_analysis.hpp"

/// The wished valve end as a shape of the stations.
namespace euryth::analysis {

/// Of some stations the one at which the floor is highest over the deck; nothing where there is none. It needs poses.
std::optional<std::size_t> highestFloor(const PortAnalysis& analysis, const std::vector<std::size_t>& among);

/// How far the wished valve end asks the walls to move out, per station and sector; empty where nothing of it is
/// wished.
std::vector<geometry::PerSector<Length>> endDepths(const job::Port& port, const PortAnalysis& analysis);

/// The section with its walls moved out by `depths` as far as there is room, in the family of the measured one.
planning::PlannedSection movedOut(const geometry::Section& section, const planning::SectionRoom& room,
                                  const geometry::PerSector<Length>& depths);

/// What is still to grow after the valve end's shape, put together with it.
planning::PlannedSection andThen(const planning::PlannedSection& first, const planning::SectionRoom& room,
                                 const planning::SectionWish& wish);

}  // namespace euryth::analysis
