// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

/// Book: for whom, until when, what was done.
StageInfo bookStage();

namespace command {
inline constexpr CommandId ClockRuns{"clock-runs"};
inline constexpr CommandId BookSheets{"book-sheets"};
inline constexpr CommandId AddPicture{"add-picture"};
inline constexpr CommandId JobLikeThis{"job-like-this"};
inline constexpr CommandId OpenShop{"open-shop"};
inline constexpr CommandId FindJob{"find-job"};
}  // namespace command

}  // namespace euryth::widgets
