// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

#include "viscous/solve.hpp"

namespace euryth::viscous {

/// A run as it is kept beside the job.
struct StoredRun {
    std::string port;      ///< its id
    std::string variant;   ///< "as it is", or what was done to it
    std::string finished;  ///< when, ISO 8601, UTC
    Solved solved;
};

/// A run as a file's content: a record in CBOR (RFC 8949) compressed by gzip (RFC 1952), with the whole shape it was
/// made for, so that a changed section can be found and the old run still be looked at.
std::string packed(const StoredRun& run);
/// And back; or what is wrong with it and where. Nothing is believed: sizes, ranges and the fit to the mesh are
/// checked.
tl::expected<StoredRun, std::string> unpacked(std::string_view content);

/// The two steps of the compression alone; `unsqueezed` of what is not gzip, or of more than a run can be, is empty.
std::string squeezed(const std::string& text);
std::string unsqueezed(std::string_view content);

/// Where the runs of a job lie: "NAME.runs" beside "NAME.euryth.json".
std::filesystem::path runFolder(const std::filesystem::path& job);
/// Keeps a run in a folder, which is made; one of the same port, variant and quality is replaced. Returns what went
/// wrong, or an empty text.
std::string keep(const std::filesystem::path& folder, const StoredRun& run);

struct KeptRuns {
    std::vector<StoredRun> runs;
    std::vector<std::string> troubles;  ///< files that could not be read, with the reason
};
KeptRuns keptRuns(const std::filesystem::path& folder);

}  // namespace euryth::viscous
