// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include <QString>

#include "app/workspace.hpp"

namespace euryth::app {

/// How far a stage of a port has come.
enum class Progress { Empty, Begun, Done };

/// What a port's tile says.
struct RackSummary {
    QString id;
    QString number;   ///< headline number of the stage, or a dash
    QString meaning;  ///< what the number is
    std::array<Progress, 4> stages{};
    int openCalls = 0;
    calls::Severity worst = calls::Severity::Note;
};

RackSummary rackSummary(const Workspace& workspace, std::size_t port);

}  // namespace euryth::app
