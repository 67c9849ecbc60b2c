// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "planning/cam.hpp"
#include "proving/flow_sums.hpp"

/// What sums over the lift and over the cam have in common.
namespace euryth::proving {

/// Steps in which the crank is gone through from opening to closing.
inline constexpr int kCamSteps = 720;

/// Something of a test's points at a lift: by straight lines through the points from 0 at no lift; nothing over the
/// last one.
std::optional<double> onLine(const std::vector<FlowAt>& points, Length lift,
                             const std::function<double(const FlowAt&)>& of);

}  // namespace euryth::proving
