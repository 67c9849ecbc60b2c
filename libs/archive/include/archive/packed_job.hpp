// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include <tl/expected.hpp>

#include "words/phrase.hpp"

/// A job with its pictures and runs in one file: a zip with the same names inside, that another Euryth opens.
namespace euryth::archive {

inline constexpr std::string_view kPackedSuffix = ".euryth.zip";

/// Told how far the work is, from 0 to 1; false stops it, and then nothing is left of it.
using Progress = std::function<bool(double share)>;

/// What is packed.
struct PackWish {
    bool withCustomer = true;  ///< else the job inside has no customer, and is not the same byte for byte
    Progress progress;
};

/// Packs a job's file with what lies beside it: NAME.photos, NAME.runs, and pictures that it names elsewhere below its
/// folder. Backups stay at home. Writes beside the target and renames, so that the target is the old one or the new one
/// whole. Returns the names inside, or what went wrong.
tl::expected<std::vector<std::string>, Phrase> pack(const std::filesystem::path& job, const std::filesystem::path& to,
                                                    const PackWish& wish = {});

/// What an archive may hold at most. Far more than any job needs; a small file that swells without end is refused.
struct Limits {
    std::size_t entries = 20000;
    std::uintmax_t bytes = 4'000'000'000;  ///< unpacked
    std::uintmax_t swollen = 16'000'000;   ///< an entry over this ...
    std::uintmax_t ratio = 200;            ///< ... may not be so many times what is packed of it
};

/// Unpacks such a file into a folder, which is made where it is not there, and returns the job's path. Nothing that is
/// there is written over. Refused whole, with nothing left behind, are archives that are none; that hold no job,
/// several, or one with errors; that hold anything beside the job, its photos, its runs and pictures that it names;
/// names that climb out of the folder or stand twice; links; and more than `limits`.
tl::expected<std::filesystem::path, Phrase> unpack(const std::filesystem::path& packed,
                                                   const std::filesystem::path& folder, const Limits& limits = {},
                                                   const Progress& progress = {});

}  // namespace euryth::archive
