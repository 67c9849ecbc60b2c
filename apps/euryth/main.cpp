// SPDX-License-Identifier: GPL-3.0-or-later
#include <QCommandLineParser>
#include <QDateTime>
#include <QSettings>
#include <QStandardPaths>
#include <QTextStream>
#include <QTimer>

#include "app/port_edits.hpp"
#include "shell/application.hpp"
#include "shell/dialog_prompts.hpp"
#include "shell/main_window.hpp"
#include "shell/walk.hpp"

using namespace euryth;

namespace {

void restore(QSettings& settings, widgets::MainWindow& window, widgets::Context context)
{
    window.restoreGeometry(settings.value(QStringLiteral("geometry")).toByteArray());
    units::DisplayUnits shown = context.workspace.displayUnits();
    if (settings.value(QStringLiteral("units")) == QStringLiteral("inch"))
        shown.system = units::System::Inch;
    context.workspace.setUnits(shown);
    context.look.setBigDigits(settings.value(QStringLiteral("bigDigits")).toBool());
    if (settings.value(QStringLiteral("style")) == QStringLiteral("dark"))
        context.look.setStyle(drawing::Style::NightShift);
}

void keep(QSettings& settings, const widgets::MainWindow& window, widgets::Context context)
{
    settings.setValue(QStringLiteral("geometry"), window.saveGeometry());
    const bool inch = context.workspace.displayUnits().system == units::System::Inch;
    settings.setValue(QStringLiteral("units"), inch ? QStringLiteral("inch") : QStringLiteral("metric"));
    settings.setValue(QStringLiteral("bigDigits"), context.look.bigDigits());
    const bool dark = context.look.style() == drawing::Style::NightShift;
    settings.setValue(QStringLiteral("style"), dark ? QStringLiteral("dark") : QStringLiteral("light"));
}

}  // namespace

int main(int argc, char** argv)
{
    widgets::Application application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("euryth"));
    QApplication::setOrganizationName(QStringLiteral("euryth"));
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
    QSettings settings;
    app::RecentJobs recent(settings);
    const QString data = QStandardPaths::writableLocation(QStandardPaths::AppDataLocation);
    app::Recovery recovery(workspace.document(), data + QStringLiteral("/recovery"));
    widgets::MainWindow window(context, widgets::dialogPrompts(), {&recovery, &recent});
    restore(settings, window, context);
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
        return 0;
    }
    QTimer::singleShot(0, &window.files(), &widgets::JobFiles::offerLeftovers);
    const int code = QApplication::exec();
    keep(settings, window, context);
    return code;
}
