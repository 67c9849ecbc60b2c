// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stdexcept>
#include <string>

#include "files/job_file.hpp"

inline euryth::job::Job jobOrThrow(const char* path)
{
    auto loaded = euryth::files::loadJob(path);
    if (!loaded)
        throw std::runtime_error(std::string{path} + " cannot be read");
    return std::move(*loaded);
}

/// The demo jobs, or a failed test.
inline euryth::job::Job demoJob() { return jobOrThrow(EURYTH_DEMO_JOB); }
/// The first demo with I1 measured alone: of the others valve and stem are known.
inline euryth::job::Job demoOneMeasured()
{
    euryth::job::Job job = demoJob();
    for (std::size_t i = 1; i < job.ports.size(); ++i) {
        const euryth::job::Port& whole = job.ports[i];
        euryth::job::Port bare;
        bare.id = whole.id;
        bare.side = whole.side;
        bare.cylinder = whole.cylinder;
        bare.material = whole.material;
        bare.valve.diameter = whole.valve.diameter;
        bare.valve.stem = whole.valve.stem;
        job.ports[i] = bare;
    }
    return job;
}
inline euryth::job::Job demoFour() { return jobOrThrow(EURYTH_DEMO_FOUR); }
