// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/job_file.hpp"

/// The demo job, or a failed test.
inline euryth::job::Job demoJob()
{
    auto loaded = euryth::files::loadJob(EURYTH_DEMO_JOB);
    if (!loaded)
        throw std::runtime_error(loaded.error().text());
    return std::move(*loaded);
}
