// SPDX-License-Identifier: GPL-3.0-or-later
#include <cstdlib>

#include <QCommandLineParser>
#include <QDateTime>
#include <QSettings>
#include <QStandardPaths>
#include <QTextStream>
#include <QTimer>

#include "app/language.hpp"
#include "app/log_keeper.hpp"
#include "app/port_edits.hpp"
#include "app/preferences.hpp"
#include "help/about.hpp"
#include "shell/application.hpp"
#include "shell/dialog_prompts.hpp"
#include "shell/main_window.hpp"
#include "shell/walk.hpp"
#include "shell/window_keeper.hpp"
#include "words/catalogue.hpp"

using namespace euryth;

namespace {

QString dataFolder() { return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation); }

/// Letters and all else as large as chosen: Qt wants to know before there is an application.
void chooseSize(const app::Preferences& preferences)
{
    constexpr const char* kScale = "QT_SCALE_FACTOR";
    if (preferences.size != app::Preferences::kLeastSize && !qEnvironmentVariableIsSet(kScale))
        qputenv(kScale, QByteArray::number(preferences.size / 100.0, 'f', 2));
}

void tellCrash(widgets::MainWindow& window, const widgets::Prompts& prompts)
{
    const QString report = app::takeCrashReport(dataFolder());
    if (report.isEmpty())
        return;
    prompts.tell(
        &window, QApplication::translate("Application", "Euryth crashed the last time"),
        QApplication::translate("Application",
                                "What is known about it is in %1. It holds versions and places in the program, "
                                "nothing of a job: please hand it on. What was not saved is offered next.")
            .arg(report));
}

}  // namespace

int main(int argc, char** argv)
{
    QCoreApplication::setApplicationName(QStringLiteral("euryth"));
    QCoreApplication::setOrganizationName(QStringLiteral("euryth"));
    const app::Preferences wanted = app::readPreferences(QSettings());
    chooseSize(wanted);
    widgets::Application application(argc, argv);
    QApplication::setApplicationVersion(QStringLiteral(EURYTH_VERSION));
    QCommandLineParser options;
    options.setApplicationDescription(QStringLiteral("Plan, probe and cut a cylinder head's ports"));
    options.addHelpOption();
    options.addVersionOption();
    options.addPositionalArgument(QStringLiteral("JOB"), QStringLiteral("job file to open"), QStringLiteral("[JOB]"));
    const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo job."));
    const QCommandLineOption walk(QStringLiteral("walk"),
                                  QStringLiteral("Walk the stages, write a picture of each to <folder>, and end."),
                                  QStringLiteral("folder"));
    const QCommandLineOption untilShown(QStringLiteral("until-shown"),
                                        QStringLiteral("Show the window once, and end; to time the start."));
    options.addOptions({demo, walk, untilShown});
    options.process(application);

    drawing::loadFonts();
    // The pictures of the walk are of one day, so that they differ only where something has changed.
    const auto storyDay = [] { return QDateTime(QDate(2026, 3, 25), QTime(8, 30), Qt::UTC); };
    app::Session session(options.isSet(walk) ? app::Clock(storyDay) : app::Clock(app::systemTime));
    if (!options.isSet(walk))
        session.shop().keepIndexIn(QStandardPaths::writableLocation(QStandardPaths::CacheLocation) +
                                   QStringLiteral("/shops.sqlite"));
    app::Workspace& workspace = session.workspace();
    widgets::Look look;
    look.apply();
    const widgets::Context context{session, look};
    if (options.isSet(walk)) {
        widgets::MainWindow window(context, widgets::dialogPrompts());
        window.files().openDemo();
        window.show();
        const QString problem = widgets::walkStages(window, options.value(walk));
        if (!problem.isEmpty())
            QTextStream(stderr) << problem << '\n';
        return problem.isEmpty() ? 0 : 1;
    }
    if (const auto* language = words::Catalogue::find(wanted.language.toStdString()))
        app::setLanguage(*language);
    app::keepLog(dataFolder());
    app::reportCrashes(dataFolder(), widgets::versionsText());
    workspace.judgeBeside();
    QSettings settings;
    app::RecentJobs recent(settings);
    app::Recovery recovery(workspace.document(), dataFolder() + QStringLiteral("/recovery"));
    const widgets::Prompts prompts = widgets::dialogPrompts();
    widgets::MainWindow window(context, prompts, {&recovery, &recent, &settings});
    widgets::WindowKeeper keeper(settings, window, context);
    window.setKeeper(&keeper);
    application.guard().setTell([&window](const QString& text) {
        // Not while something is painted, which the fault may have come from.
        QTimer::singleShot(0, &window, [&window, text] {
            widgets::dialogPrompts().tell(&window, QApplication::translate("Application", "A fault of Euryth"), text);
        });
    });
    const QStringList files = options.positionalArguments();
    if (!files.isEmpty())
        window.files().openFile(files.first());
    else if (options.isSet(demo))
        window.files().openDemo();
    else
        workspace.document().reset(app::makeJob({"New job", 1, 1, 1, {}, {}, {}, false}), {});
    window.show();
    if (options.isSet(untilShown)) {
        window.grab();  // everything laid out and painted
        std::_Exit(0);  // not timed: waiting for calls that are still worked out beside the window
    }
    QTimer::singleShot(0, &window.files(), [&window, &prompts] {
        tellCrash(window, prompts);
        window.files().offerLeftovers();
    });
    return QApplication::exec();
}
