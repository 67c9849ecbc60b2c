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
inline euryth::job::Job demoFour() { return jobOrThrow(EURYTH_DEMO_FOUR); }
