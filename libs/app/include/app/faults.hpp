// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <exception>
#include <functional>
#include <set>
#include <string>

#include <QString>

namespace euryth::app {

/// Writes a fault of the program itself down, in the log of the category "euryth.fault".
void logFault(const std::string& where, const std::string& words);

/// Lets nothing that the program throws in the window's own thread end it: a fault is written down, and told once.
class FaultGuard {
public:
    /// How a fault is shown; nobody is told before this is set.
    void setTell(std::function<void(const QString&)> tell) { m_tell = std::move(tell); }
    /// What `work` gives, or false where an exception has ended it.
    template <class Work>
    bool run(const Work& work)
    {
        try {
            return work();
        } catch (const std::exception& fault) {
            met(fault.what());
            return false;
        }
    }

private:
    void met(const std::string& words);

    std::function<void(const QString&)> m_tell;
    std::set<std::string> m_told;
};

}  // namespace euryth::app
