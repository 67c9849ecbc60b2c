// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

#include "job/job.hpp"

namespace euryth::app {

/// What differs between two versions of a job, a line for each part of it; none where they are the same.
QStringList changesBetween(const job::Job& before, const job::Job& after);

}  // namespace euryth::app
