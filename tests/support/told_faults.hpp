// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

#include "shell/application.hpp"

namespace euryth {

/// What the application's guard has told. A test that brings a fault about takes it out of here.
inline QStringList& toldFaults()
{
    static QStringList told;
    return told;
}

}  // namespace euryth
