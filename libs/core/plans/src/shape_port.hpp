// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "analysis/port_analysis.hpp"

namespace euryth::plans {

/// Keeps the places at which the sections were taken, measured or laid out: metal that is taken moves walls, and the
/// short side of a runner that is laid out must not be laid out anew with other numbers.
void keepPlaces(job::Port& port, const analysis::PortAnalysis& analysis);

/// The sides of the boss go in: there is so much more room beside it.
void thinBoss(job::Boss& boss, const analysis::Fin& fin);

}  // namespace euryth::plans
