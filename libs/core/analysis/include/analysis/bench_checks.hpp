// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "air/moist_air.hpp"
#include "job/job.hpp"
#include "words/known.hpp"

/// What the checks of a flow bench say about it.
namespace euryth::analysis {

/// The room's air while a flow test was made: as it wrote down, else the bench's; nothing where a number is in neither.
std::optional<air::AirState> testAir(const job::Bench& bench, const job::FlowTest& test);

/// By which the flows of a test are multiplied to be true ones in the bench room's present air: its bench's factor, and
/// the speeds of lossless air at the test's depression in the one and the other (air::idealFlowSpeed()).
double testFactor(const job::Job& job, const job::Port& port, const job::FlowTest& test);

/// One calibration plate.
struct PlateResult {
    VolumeFlow expected;
    bool byStandard = false;   ///< by ISO 5167-2 from the plate's own sizes, else what came with it
    double uncertainty = 0.0;  ///< of `expected`, as a share; 0 where a plate came with its flow, as nobody told
    double factor = 1.0;       ///< expected over read
};
/// Plate and pipe known, and in the standard's range: flow by ISO 5167-2 (corner taps) at the check's depression; else
/// the flow that came with it. `room` is the air before the plate.
Known<PlateResult> plateResult(const job::PlateCheck& check, const std::optional<air::AirState>& room);

/// True flow over what the bench reads, by all its plates.
struct BenchFactor {
    double factor = 1.0;
    /// Half the width of the 95 % range of the mean, as a share: Student's t of the plates' scatter, and the plates'
    /// own uncertainty, root of the sum of squares (JCGM 100 (GUM), 5.1 and G.3). Nothing with a single plate.
    std::optional<double> uncertainty;
    std::size_t plates = 0;
    bool standardOnly = true;  ///< all of them by the standard
};
Known<BenchFactor> factorByPlates(const job::BenchRecord& bench, const std::optional<air::AirState>& room);

/// The last leak check whose reading is known, over a flow: a closed bench ought to read nothing.
std::optional<double> leakShare(const job::BenchRecord& bench, VolumeFlow of);

}  // namespace euryth::analysis
