// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>
#include <filesystem>
#include <vector>

#include <tl/expected.hpp>

#include "words/phrase.hpp"

namespace euryth::pictures {

/// Pixels row by row from the top, three bytes (red, green, blue) each.
struct Raster {
    std::size_t width = 0;
    std::size_t height = 0;
    std::vector<std::uint8_t> rgb;
};

/// Reads a picture file (JPEG, PNG and what else the system's loaders know), turned as its camera says and by
/// `quarterTurns` clockwise on top, scaled down so that neither side has more than `most` pixels; what is transparent
/// becomes white. A file that is no picture, or has more than 200 million pixels, is refused with the reason.
tl::expected<Raster, Phrase> readPicture(const std::filesystem::path& file, std::size_t most, int quarterTurns = 0);

}  // namespace euryth::pictures
