// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "job/job.hpp"

namespace euryth::job {

/// Left and right of everything in a port changed over, by its description: a number that counts toward the left
/// (Field::towardLeft) changes its sign, and what is kept under a key with "left" in it changes places with its
/// neighbour under the same key with "right".
void mirror(Port& port);

}  // namespace euryth::job
