// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include "analysis/port_analysis.hpp"

/// Work that needs no plan of areas: half an hour a port rather than an hour and a half.
namespace euryth::cut_work {

/// How a light task is done: common practice, no source.
struct LightHow {
    Phrase name;
    Phrase when;  ///< when it pays
    std::vector<Phrase> steps;
    Phrase tools;
    Phrase checks;
};
LightHow lightHow(job::LightTask task);
inline constexpr std::array kLightTasks{job::LightTask::Lip,   job::LightTask::Blend, job::LightTask::Divider,
                                        job::LightTask::Flash, job::LightTask::Steps, job::LightTask::Chamber};

/// Findings of a port that a task would take care of: a lip its lip, a bump its blending ... by number.
std::vector<std::size_t> findingsFor(const job::Port& port, job::LightTask task);

/// What unshrouding the valve costs: the chamber's wall laid back by the planned angle (kUsualLean where none is
/// planned).
struct ChamberCost {
    Angle lean;
    Volume added;
    std::optional<double> compressionNow;
    std::optional<double> compression;
};
/// About 15 degrees toward the bore's edge (common practice, no source).
inline constexpr Angle kUsualLean = angleFromDegrees(15.0);
Known<ChamberCost> chamberCost(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis);

/// What was kept of a task on a port; null where nothing was.
const job::LightWork* lightWorkOf(const job::Port& port, job::LightTask task);
job::LightWork& lightWorkFor(job::Port& port, job::LightTask task);

}  // namespace euryth::cut_work
