// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>

#include <QSettings>
#include <QString>

#include "units/units.hpp"

namespace euryth::app {

/// What a person has chosen for the program itself, beside any job. Settings that cannot be read are those of a new
/// user.
struct Preferences {
    units::DisplayUnits units;  ///< system, and what is shown otherwise than in it
    bool dark = false;
    bool bigDigits = false;
    int size = 100;                   ///< of letters and all else, %, from the next start on
    int speedColours = 0;             ///< drawing::SpeedColours
    QString firstStage;               ///< key; empty: where one was
    int saveEvery = 0;                ///< minutes after which a changed job with a file is saved by itself; 0: never
    QString language;                 ///< tag; empty: English
    std::map<QString, QString> keys;  ///< own shortcuts by the command's word, portable; empty for none

    static constexpr int kLeastSize = 100;
    static constexpr int kMostSize = 200;
    friend bool operator==(const Preferences&, const Preferences&) = default;
};

Preferences readPreferences(const QSettings& settings);
void writePreferences(const Preferences& preferences, QSettings& settings);

}  // namespace euryth::app
