// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include "exports/flow_case.hpp"
#include "port_field/viscous_air.hpp"
#include "viscous/run.hpp"

namespace euryth::viscous {

/// What is to be run.
struct Task {
    port_field::PortShape shape;
    port_field::PortAir at;
    port_field::Quality quality = port_field::Quality::Coarse;
    int cores = 1;
    std::chrono::seconds limit{3600};
    Programs programs;
};

/// A run that has ended well.
struct Solved {
    port_field::Quality quality = port_field::Quality::Coarse;
    int cores = 1;
    double seconds = 0.0;           ///< that it took, with everything
    std::vector<Progress> history;  ///< step by step
    std::shared_ptr<const port_field::ViscousAir> air;
};

/// "the viscous run (coarse mesh)"
Phrase nameOf(const Solved& solved);

/// About how long a run takes, from runs of the demo's port (docs/benchmarks.md); `cores` share it, but not evenly.
double expectedSeconds(port_field::Quality quality, int cores);

/// Works out our own field of the shape, writes the case into a folder of its own, runs it, reads the result and takes
/// the folder away. Or says what went wrong; "stopped" (kStopped) where it was told to.
tl::expected<Solved, Failure> solve(const Task& task, const std::function<void(const Progress&)>& progress = {},
                                    const std::stop_token& stop = {});

}  // namespace euryth::viscous
