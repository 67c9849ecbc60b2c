// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <concepts>
#include <string_view>
#include <type_traits>

#include "geometry/sector.hpp"

/// What the descriptions of all records share.
namespace euryth::job {

template <class T, class Record>
concept ConstOrNot = std::same_as<std::remove_const_t<T>, Record>;

/// The sectors' names in files.
inline constexpr geometry::PerSector<std::string_view> kSectorKeys{"roof",  "roof_right", "right", "floor_right",
                                                                   "floor", "floor_left", "left",  "roof_left"};

}  // namespace euryth::job
