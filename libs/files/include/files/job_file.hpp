// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include <tl/expected.hpp>

#include "job/check.hpp"
#include "job/job.hpp"

namespace euryth::files {

inline constexpr std::string_view kJobFormat = "euryth-job";
inline constexpr int kJobVersion = 1;
inline constexpr std::string_view kJobSuffix = ".euryth.json";

/// Why a job could not be had from a file or a text.
struct ReadError {
    enum class Kind {
        File,     ///< the file cannot be opened or read
        Content,  ///< it was read, and is not a job of this version without errors
    };
    Kind kind = Kind::Content;
    std::vector<job::Problem> problems;  ///< at least one; the place is a path in the file or a line and column

    [[nodiscard]] std::vector<Phrase> lines() const;  ///< "place: problem"
};

/// Reads a job. Syntax, version, types, missing keys, ranges and everything job::check() knows are checked; a job
/// with any error is refused whole, with all its errors. A job of an older version is brought up to date; what that
/// changed in meaning is told in `notes`, where these are wanted.
tl::expected<job::Job, ReadError> parseJob(std::string_view text, std::vector<std::string>* notes = nullptr);
tl::expected<job::Job, ReadError> loadJob(const std::filesystem::path& path, std::vector<std::string>* notes = nullptr);

/// The canonical text of a job: keys in a fixed order, one item a line, each number as the shortest text that reads
/// back equal. Measurements that are not known are written as null, and a record that knows nothing is left out.
std::string jobText(const job::Job& job);

/// A step of saving that is done; the hook of a test may throw to stop there as a power cut would.
enum class SaveStep { Opened, Written, Flushed, BackedUp, Renamed };
using SaveHook = std::function<void(SaveStep)>;

/// How many older versions of a job are kept beside it.
inline constexpr std::size_t kBackups = 8;

/// Writes `text` so that the file is either the old one or the new one whole, whatever happens in between: a file
/// beside it is written, flushed to disk and renamed over it. Returns what went wrong, or nothing.
tl::expected<void, Phrase> saveText(const std::filesystem::path& path, std::string_view text,
                                    const SaveHook& hook = {});

/// The same, keeping the file as it was (if it differs) among the last `kBackups` in the folder of backups. A backup
/// that cannot be made does not stop the saving; what went wrong with it is in `backupTrouble`.
tl::expected<void, Phrase> saveWithBackup(const std::filesystem::path& path, std::string_view text,
                                          Phrase& backupTrouble, const SaveHook& hook = {});

/// Where the older versions of a job lie: "NAME.backups" beside "NAME.euryth.json".
std::filesystem::path backupFolder(const std::filesystem::path& job);
/// The older versions, newest first.
std::vector<std::filesystem::path> backupsOf(const std::filesystem::path& job);

}  // namespace euryth::files
