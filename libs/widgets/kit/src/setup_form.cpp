// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/setup_form.hpp"

#include <QCoreApplication>

namespace euryth::widgets {

QString SetupForm::tr(const char* text) { return QCoreApplication::translate("Setup", text); }

}  // namespace euryth::widgets
