// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/window_keeper.hpp"

#include <algorithm>

#include <QCryptographicHash>

#include "shell/main_window.hpp"

namespace euryth::widgets {

namespace {

const QString kGeometry = QStringLiteral("geometry");
const QString kPlaces = QStringLiteral("places");
constexpr qsizetype kMostPlaces = 64;

/// What an entry of the list of places begins with; paths themselves may hold the mark between its parts.
QString placeOf(const QString& path)
{
    return QString::fromLatin1(QCryptographicHash::hash(path.toUtf8(), QCryptographicHash::Sha1).toHex()) +
           QLatin1Char(';');
}

}  // namespace

WindowKeeper::WindowKeeper(QSettings& settings, MainWindow& window, Context context)
    : m_settings(settings),
      m_window(window),
      m_context(context)
{
    m_window.restoreGeometry(m_settings.value(kGeometry).toByteArray());
    apply(app::readPreferences(m_settings));
    auto& document = context.workspace.document();
    m_job = document.identity();
    connect(&m_save, &QTimer::timeout, this, [this] { m_window.files().saveByItself(); });
    connect(&context.workspace, &app::Workspace::jobChanged, this, &WindowKeeper::jobChanged);
    // Whoever looks at one job after another keeps each place: it is written down as one moves.
    for (const auto signal : {&app::Workspace::selectionChanged, &app::Workspace::stageChanged})
        connect(&context.workspace, signal, this, &WindowKeeper::keepPlace);
}

WindowKeeper::~WindowKeeper()
{
    keepPlace();
    m_settings.setValue(kGeometry, m_window.saveGeometry());
    app::writePreferences(preferences(), m_settings);
}

app::Preferences WindowKeeper::preferences() const
{
    app::Preferences now = m_preferences;
    now.units = m_context.workspace.displayUnits();
    now.units.catalogue = nullptr;
    now.bigDigits = m_context.look.bigDigits();
    now.dark = m_context.look.style() == drawing::Style::NightShift;
    return now;
}

void WindowKeeper::take(const app::Preferences& preferences)
{
    apply(preferences);
    app::writePreferences(preferences, m_settings);
}

void WindowKeeper::apply(const app::Preferences& preferences)
{
    m_preferences = preferences;
    units::DisplayUnits units = preferences.units;
    units.catalogue = m_context.workspace.displayUnits().catalogue;
    m_context.workspace.setUnits(units);
    m_context.look.setBigDigits(preferences.bigDigits);
    m_context.look.setStyle(preferences.dark ? drawing::Style::NightShift : drawing::Style::Paper);
    const int colours = std::clamp(preferences.speedColours, 0, static_cast<int>(drawing::kSpeedColours.size()) - 1);
    m_context.look.setSpeedColours(static_cast<drawing::SpeedColours>(colours));
    for (const Command& command : m_window.commands().all()) {
        const auto own = preferences.keys.find(
            QString::fromUtf8(command.id.key.data(), static_cast<qsizetype>(command.id.key.size())));
        m_window.commands().setShortcut(command.id,
                                        own == preferences.keys.end() ? std::nullopt : std::optional(own->second));
    }
    constexpr int perMinute = 60'000;
    if (preferences.saveEvery > 0)
        m_save.start(preferences.saveEvery * perMinute);
    else
        m_save.stop();
}

void WindowKeeper::jobChanged()
{
    const auto& document = m_context.workspace.document();
    if (std::exchange(m_job, document.identity()) == document.identity())
        return;
    m_arriving = true;
    QMetaObject::invokeMethod(this, &WindowKeeper::goWhereOneWas, Qt::QueuedConnection);
}

void WindowKeeper::goWhereOneWas()
{
    auto& workspace = m_context.workspace;
    const QString path = workspace.document().path();
    QStringList place;
    for (const QString& entry : m_settings.value(kPlaces).toStringList()) {
        if (!path.isEmpty() && entry.startsWith(placeOf(path)))
            place = entry.mid(placeOf(path).size()).split(QLatin1Char(';'));
    }
    const auto at = [&](int i) { return i < place.size() ? place[i] : QString(); };
    const QString stage = m_preferences.firstStage.isEmpty() ? at(0) : m_preferences.firstStage;
    const auto ports = workspace.job().ports;
    for (std::size_t i = 0; i < ports.size(); ++i) {
        if (QString::fromStdString(ports[i].id) == at(2))
            workspace.choosePort(i);
    }
    if (!at(3).isEmpty())
        workspace.chooseStation(static_cast<std::size_t>(std::max(0, at(3).toInt())));
    for (const StageInfo& info : m_window.stages()) {
        if (stage != QString::fromUtf8(info.id.key.data(), static_cast<qsizetype>(info.id.key.size())))
            continue;
        const int view = at(1).toInt();
        m_window.showStage(info.id);
        if (stage == at(0) && view > 0 && view < m_window.page().views().size())
            m_window.showView(info.id, view);
    }
    m_arriving = false;
}

void WindowKeeper::keepPlace()
{
    const auto& workspace = m_context.workspace;
    const QString path = workspace.document().path();
    if (m_arriving || path.isEmpty() || !workspace.port())
        return;
    const auto key = workspace.stage().key;
    const QStringList place{QString::fromUtf8(key.data(), static_cast<qsizetype>(key.size())),
                            QString::number(m_window.page().view()), QString::fromStdString(workspace.port()->id),
                            workspace.station() ? QString::number(*workspace.station()) : QString()};
    QStringList all = m_settings.value(kPlaces).toStringList();
    erase_if(all, [&](const QString& entry) { return entry.startsWith(placeOf(path)); });
    all.prepend(placeOf(path) + place.join(QLatin1Char(';')));
    m_settings.setValue(kPlaces, all.mid(0, kMostPlaces));  // the newest first, so that the oldest go
}

}  // namespace euryth::widgets
