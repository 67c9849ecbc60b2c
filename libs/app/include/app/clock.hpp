// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <QDateTime>

namespace euryth::app {

/// What time it is, in UTC; another one in tests.
using Clock = std::function<QDateTime()>;
inline QDateTime systemTime() { return QDateTime::currentDateTimeUtc(); }

}  // namespace euryth::app
