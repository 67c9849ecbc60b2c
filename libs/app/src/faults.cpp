// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/faults.hpp"

#include <QLoggingCategory>

#include "app/language.hpp"

namespace euryth::app {

namespace {

Q_LOGGING_CATEGORY(faults, "euryth.fault")

}  // namespace

void logFault(const std::string& where, const std::string& words)
{
    qCCritical(faults, "%s: %s", where.c_str(), words.c_str());
}

void FaultGuard::met(const std::string& words)
{
    logFault("window", words);
    // What fails at each painting would be told for ever.
    if (m_tell && m_told.insert(words).second)
        m_tell(shown(say("fault", {{"words", words}})));
}

}  // namespace euryth::app
