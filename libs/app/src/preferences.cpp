// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/preferences.hpp"

#include <algorithm>

namespace euryth::app {

namespace {

using units::Kind;
using units::System;

const QString kUnits = QStringLiteral("units");
const QString kStyle = QStringLiteral("style");
const QString kBig = QStringLiteral("bigDigits");
const QString kSize = QStringLiteral("size");
const QString kColours = QStringLiteral("speedColours");
const QString kStage = QStringLiteral("firstStage");
const QString kSave = QStringLiteral("saveEvery");
const QString kLanguage = QStringLiteral("language");
const QString kKeys = QStringLiteral("keys/");
const QString kInch = QStringLiteral("inch");
const QString kDark = QStringLiteral("dark");

QString ownKey(System system, Kind kind)
{
    const auto word = units::wordOf(kind);
    return QStringLiteral("own/%1/%2")
        .arg(system == System::Inch ? kInch : QStringLiteral("metric"),
             QString::fromUtf8(word.data(), static_cast<qsizetype>(word.size())));
}

template <class Do>
void forEachKind(units::DisplayUnits units, const Do& what)
{
    for (const System system : {System::Metric, System::Inch}) {
        units.system = system;
        for (std::size_t i = 0; i < units::kKinds; ++i)
            what(units, static_cast<Kind>(i));
    }
}

/// "in³ 2": symbol and digits, - for what the system has. Not the index, which other versions may have otherwise.
QString shownText(const units::Shown& shown, Kind kind)
{
    const auto all = units::unitsOf(kind);
    const bool known = shown.unit >= 0 && static_cast<std::size_t>(shown.unit) < all.size();
    const auto symbol = known ? all[static_cast<std::size_t>(shown.unit)].symbol : std::string_view("-");
    return QString::fromUtf8(symbol.data(), static_cast<qsizetype>(symbol.size())) + QLatin1Char(' ') +
           (shown.decimals < 0 ? QStringLiteral("-") : QString::number(shown.decimals));
}

units::Shown shownFrom(const QString& text, Kind kind)
{
    const QStringList parts = text.split(QLatin1Char(' '));
    units::Shown shown;
    if (parts.size() != 2)
        return shown;
    const auto all = units::unitsOf(kind);
    const auto found = std::ranges::find(all, parts[0].toStdString(), &units::Unit::symbol);
    if (found != all.end())
        shown.unit = static_cast<int>(found - all.begin());
    bool isNumber = false;
    const int decimals = parts[1].toInt(&isNumber);
    if (isNumber && decimals >= 0 && decimals <= units::kMostDecimals)
        shown.decimals = decimals;
    return shown;
}

}  // namespace

Preferences readPreferences(const QSettings& settings)
{
    Preferences p;
    forEachKind({}, [&](units::DisplayUnits units, Kind kind) {
        p.units.system = units.system;
        units::ownOf(p.units, kind) = shownFrom(settings.value(ownKey(units.system, kind)).toString(), kind);
    });
    p.units.system = settings.value(kUnits) == kInch ? System::Inch : System::Metric;
    p.dark = settings.value(kStyle) == kDark;
    p.bigDigits = settings.value(kBig).toBool();
    p.size = std::clamp(settings.value(kSize, Preferences::kLeastSize).toInt(), Preferences::kLeastSize,
                        Preferences::kMostSize);
    p.speedColours = std::max(0, settings.value(kColours).toInt());
    p.firstStage = settings.value(kStage).toString();
    p.saveEvery = std::clamp(settings.value(kSave).toInt(), 0, 60);
    p.language = settings.value(kLanguage).toString();
    for (const QString& key : settings.allKeys()) {
        if (key.startsWith(kKeys))
            p.keys[key.mid(kKeys.size())] = settings.value(key).toString();
    }
    return p;
}

void writePreferences(const Preferences& p, QSettings& settings)
{
    settings.remove(QStringLiteral("own"));
    forEachKind(p.units, [&](const units::DisplayUnits& units, Kind kind) {
        const units::Shown& shown = units::ownOf(units, kind);
        if (shown != units::Shown{})
            settings.setValue(ownKey(units.system, kind), shownText(shown, kind));
    });
    settings.setValue(kUnits, p.units.system == System::Inch ? kInch : QStringLiteral("metric"));
    settings.setValue(kStyle, p.dark ? kDark : QStringLiteral("light"));
    settings.setValue(kBig, p.bigDigits);
    settings.setValue(kSize, p.size);
    settings.setValue(kColours, p.speedColours);
    settings.setValue(kStage, p.firstStage);
    settings.setValue(kSave, p.saveEvery);
    settings.setValue(kLanguage, p.language);
    settings.remove(kKeys.chopped(1));
    for (const auto& [command, keys] : p.keys)
        settings.setValue(kKeys + command, keys);
}

}  // namespace euryth::app
