// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

/// What the programs and the module say to each other: plain data, as they are linked at run time.
namespace euryth::solids {

struct BrepCall {
    const double* points = nullptr;  ///< x, y, z in mm, ring after ring; all rings have `around` points
    std::size_t rings = 0;           ///< one is a face, more are a solid
    std::size_t around = 0;
    bool iges = false;           ///< else STEP
    const char* name = nullptr;  ///< of the product
    const char* path = nullptr;  ///< of the file that is written
};

enum BrepResult : int { kWritten = 0, kNoShape = 1, kNoFile = 2 };

inline constexpr const char* kBrepModule = "euryth_brep.so";
inline constexpr const char* kBrepFunction = "euryth_write_brep";
using BrepFunction = int (*)(const BrepCall*);

}  // namespace euryth::solids
