// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <functional>
#include <optional>
#include <stop_token>
#include <string>

#include <tl/expected.hpp>

#include "words/phrase.hpp"

namespace euryth::viscous {

/// Where a run stands, from the solver's own lines.
struct Progress {
    int step = 0;
    double velocity = 1.0;  ///< the largest initial residual of the velocity's parts in this step
    double pressure = 1.0;  ///< of the pressure
};

/// Reads the solver's lines, one after the other.
class ProgressReader {
public:
    /// A step that this line has ended, or nothing.
    std::optional<Progress> read(const std::string& line);

private:
    Progress m_now;
};

/// Names of what is run; of the Debian packages `openfoam` and, for several cores, `openmpi-bin`.
struct Programs {
    std::string solver = "simpleFoam";
    std::string split = "decomposePar";
    std::string launch = "mpirun";
    std::string join = "reconstructPar";
};

struct RunOptions {
    std::filesystem::path folder;  ///< of the case
    Programs programs;
    int cores = 1;                     ///< over 1 the case has to be written for as many
    std::chrono::seconds limit{3600};  ///< after which it is ended
    std::function<void(const Progress&)> progress;
    std::stop_token stop;
};

/// Why a run has no result.
struct Failure {
    Phrase why;
    bool stopped = false;  ///< it was told to
};

/// Runs the solver in a case's folder until it ends, and keeps what it says in `log` there. On several cores the case
/// is split before and joined after it. What went wrong, in words: not installed, too old, not a case, ended by
/// somebody, over its time, out of disk, diverged. A run that has been stopped leaves what it has written.
tl::expected<Progress, Failure> run(const RunOptions& options);

}  // namespace euryth::viscous
