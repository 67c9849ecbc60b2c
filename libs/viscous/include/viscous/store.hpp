// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

#include "viscous/solve.hpp"

namespace euryth::viscous {

/// What was done to a port before it was run.
enum class Variant { AsItIs, AfterCuts, AsPlanned };
inline constexpr std::array<std::string_view, 3> kVariantKeys{"as-it-is", "after-cuts", "as-planned"};
Phrase nameOf(Variant variant);

/// A run as it is kept beside the job.
struct StoredRun {
    std::string port;  ///< its id
    Variant variant = Variant::AsItIs;
    std::string finished;  ///< when, ISO 8601, UTC
    Solved solved;
};

/// A run as a file's content: a record in CBOR (RFC 8949) compressed by gzip (RFC 1952), with the whole shape it was
/// made for, so that a changed section can be found and the old run still be looked at.
std::string packed(const StoredRun& run);
/// And back; or what is wrong with it and where. Nothing is believed: sizes, ranges and the fit to the mesh are
/// checked.
tl::expected<StoredRun, Phrase> unpacked(std::string_view content);

/// The two steps of the compression alone; `unsqueezed` of what is not gzip, or of more than a run can be, is empty.
std::string squeezed(const std::string& text);
std::string unsqueezed(std::string_view content);

/// Where the runs of a job lie: "NAME.runs" beside "NAME.euryth.json".
std::filesystem::path runFolder(const std::filesystem::path& job);
/// Keeps a run in a folder, which is made; one of the same port, variant and quality is replaced. Or what went
/// wrong.
tl::expected<void, Phrase> keep(const std::filesystem::path& folder, const StoredRun& run);

struct KeptRuns {
    std::vector<StoredRun> runs;
    std::vector<Phrase> troubles;  ///< files that could not be read, with the reason
};
KeptRuns keptRuns(const std::filesystem::path& folder);

}  // namespace euryth::viscous
