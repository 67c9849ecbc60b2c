// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>

namespace euryth::files {

/// The kinds of files that Euryth reads and writes.
enum class FileKind { Job, House, Shop };
inline constexpr std::array<std::string_view, 3> kFileKinds{"job", "house", "shop"};
std::optional<FileKind> fileKindOf(std::string_view word);

/// The JSON schema of a kind of file (draft 2020-12), made from the same description as its reader and writer: keys,
/// kinds of values, ranges in the file's units, words that are allowed, what has to be there. Keys that Euryth does not
/// know are allowed, as it keeps them. What only the check of a whole job can tell (stations in rising order, names
/// that are there) is not in it.
std::string schemaText(FileKind kind);

}  // namespace euryth::files
