// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/window_keeper.hpp"

#include <algorithm>

#include <QCryptographicHash>

#include "shell/main_window.hpp"

namespace euryth::widgets {

namespace {

const QString kGeometry = QStringLiteral("geometry");
constexpr int kMostPlaces = 64;

/// Under which the place in a job is kept; paths themselves may have signs that settings do not take.
QString placeKey(const QString& path)
{
    return QStringLiteral("places/") +
           QString::fromLatin1(QCryptographicHash::hash(path.toUtf8(), QCryptographicHash::Sha1).toHex());
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
    const bool another = std::exchange(m_job, document.identity()) != document.identity();
    m_path = document.path();
    if (another)
        QMetaObject::invokeMethod(this, &WindowKeeper::goWhereOneWas, Qt::QueuedConnection);
}

void WindowKeeper::goWhereOneWas()
{
    auto& workspace = m_context.workspace;
    const QStringList place =
        m_path.isEmpty() ? QStringList() : m_settings.value(placeKey(m_path)).toString().split(QLatin1Char(';'));
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
}

void WindowKeeper::keepPlace()
{
    const auto& workspace = m_context.workspace;
    if (m_path.isEmpty() || m_path != workspace.document().path() || !workspace.port())
        return;
    const auto key = workspace.stage().key;
    m_settings.setValue(
        placeKey(m_path),
        QStringList{QString::fromUtf8(key.data(), static_cast<qsizetype>(key.size())),
                    QString::number(m_window.page().view()), QString::fromStdString(workspace.port()->id),
                    workspace.station() ? QString::number(*workspace.station()) : QString()}
            .join(QLatin1Char(';')));
    m_settings.beginGroup(QStringLiteral("places"));
    const QStringList all = m_settings.allKeys();
    for (int i = 0; i < all.size() - kMostPlaces; ++i)
        m_settings.remove(all[i]);  // so that it does not grow for ever
    m_settings.endGroup();
}

}  // namespace euryth::widgets
