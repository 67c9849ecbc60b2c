// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "geometry/placing.hpp"
#include "job/station.hpp"

namespace euryth::job {

/// A section that was scanned or touched as a measured station: traced, with its place in the head. Points that tell
/// less than 0.02 mm are left out, and as many more as it takes to have 160 at most.
Station tracedStation(const geometry::PlacedOutline& section);

}  // namespace euryth::job
