// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/job_files.hpp"
#include "app/language.hpp"

#include <QAction>
#include <QDateTime>
#include <QDir>
#include <QEventLoop>
#include <QFile>
#include <QFileInfo>
#include <QMenu>
#include <QProgressDialog>
#include <QTimer>

#include "app/job_changes.hpp"
#include "app/work_edits.hpp"
#include "archive/packed_job.hpp"
#include "files/job_file.hpp"
#include "shell/demo_shop.hpp"
#include "work/hours.hpp"

namespace euryth::widgets {

namespace {

/// The open job and its changed file, told apart in words.
QString bothVersions(const app::Document& document)
{
    const auto count = [](const job::Job& job) {
        std::size_t stations = 0;
        for (const job::Port& port : job.ports)
            stations += port.stations.size();
        return JobFiles::tr("%1 ports, %2 stations").arg(job.ports.size()).arg(stations);
    };
    const QFileInfo file(document.path());
    const auto theirs = files::loadJob(document.path().toStdString());
    const QString on =
        !file.exists() ? JobFiles::tr("the file is gone")
        : theirs       ? JobFiles::tr("on disk: %1, written %2")
                       .arg(count(*theirs), file.lastModified().toString(QStringLiteral("yyyy-MM-dd hh:mm:ss")))
                 : JobFiles::tr("on disk: %1, which is no job that can be read").arg(file.fileName());
    return JobFiles::
        tr("%1 has been changed since it was opened or saved here.\n\n%2\nhere: %3\n\nSaving over it keeps the file "
           "on "
           "disk among the backups.")
            .arg(file.fileName(), on, count(document.job()));
}

}  // namespace

JobFiles::JobFiles(Context context, const Prompts& prompts, Services services, QWidget* window)
    : QObject(window),
      m_context(context),
      m_prompts(prompts),
      m_services(services),
      m_window(window)
{
}

bool JobFiles::mayReplace()
{
    auto& document = m_context.workspace.document();
    if (!document.isDirty())
        return true;
    switch (m_prompts.unsaved(m_window, document.displayName())) {
    case Prompts::Unsaved::Save: return save(false);
    case Prompts::Unsaved::Discard: return true;
    case Prompts::Unsaved::Cancel: return false;
    }
    return false;
}

void JobFiles::newJob()
{
    if (!mayReplace())
        return;
    if (const auto answers = m_prompts.guide(m_window, m_context))
        m_context.workspace.document().reset(app::makeJob(*answers), {});
}

void JobFiles::openAsked()
{
    if (const QString path = m_prompts.openPath(m_window); !path.isEmpty())
        openFile(path);
}

void JobFiles::opened(const QString& path)
{
    if (m_services.recent)
        m_services.recent->add(path);
    const QString remark = m_context.workspace.document().remark().trimmed();
    if (!remark.isEmpty())
        m_prompts.tell(m_window, tr("A remark"), remark);
}

void JobFiles::askForClock()
{
    // Not over a window that nobody sees yet: a job that the program was started with.
    if (m_window->isVisible())
        askHowMuchCounts();
    else
        QTimer::singleShot(0, this, &JobFiles::askHowMuchCounts);
}

void JobFiles::askHowMuchCounts()
{
    const auto now = app::momentNow(m_context.session.clock());
    const double hours = work::clockHours(m_context.workspace.job().work.clock, now.utc);
    if (hours <= work::kLongWatch)
        return;
    const auto counted = m_prompts.longWatch(m_window, hours);
    if (counted && *counted > 0.0)
        app::pauseClock(m_context.workspace, now, *counted);
    else if (counted)
        app::forgetClock(m_context.workspace);
}

void JobFiles::openFile(const QString& path)
{
    if (!mayReplace())
        return;
    auto& document = m_context.workspace.document();
    const QString holder = document.lockedBy(path);
    const auto how = holder.isEmpty() ? Prompts::Held::TakeOver : m_prompts.openHeld(m_window, holder);
    if (how == Prompts::Held::Cancel)
        return;
    const QString problem = holder.isEmpty()             ? document.open(path)
                            : how == Prompts::Held::Copy ? document.openCopy(path)
                                                         : document.takeOver(path);
    if (!problem.isEmpty())
        m_prompts.tell(m_window, tr("The job cannot be opened"), path + QStringLiteral("\n\n") + problem);
    else
        opened(path);
    if (problem.isEmpty())
        askForClock();
}

void JobFiles::fillRecent(QMenu& menu)
{
    menu.clear();
    const QStringList paths = m_services.recent ? m_services.recent->list() : QStringList();
    for (const QString& path : paths) {
        QAction* entry = menu.addAction(QFileInfo(path).fileName());
        entry->setToolTip(path);
        connect(entry, &QAction::triggered, this, [this, path] { openFile(path); });
    }
    if (paths.isEmpty())
        menu.addAction(tr("none yet"))->setEnabled(false);
}

void JobFiles::offerLeftovers()
{
    if (!m_services.recovery)
        return;
    for (const auto& left : m_services.recovery->leftBehind()) {
        switch (m_prompts.leftover(m_window, left)) {
        case Prompts::Leftover::Recover: {
            const QString problem = m_services.recovery->recover(left);
            if (problem.isEmpty())
                return askForClock();  // the others are offered again next time
            m_prompts.tell(m_window, tr("Not recovered"), problem);
            break;
        }
        case Prompts::Leftover::Discard: app::Recovery::discard(left); break;
        case Prompts::Leftover::Later: break;
        }
    }
}

void JobFiles::openBuiltIn(const QString& resource)
{
    loadDemos();
    QFile file(resource);
    if (!file.open(QIODevice::ReadOnly))
        return m_prompts.tell(m_window, tr("The demo job is missing"), file.errorString());
    const auto job = files::parseJob(file.readAll().toStdString());
    if (!job)
        return m_prompts.tell(m_window, tr("The demo job is broken"), app::shown(job.error().lines()));
    m_context.workspace.document().reset(*job, {});
}

void JobFiles::openDemoSingle() { openBuiltIn(QStringLiteral(":/demo/four-valve-single.euryth.json")); }

void JobFiles::openDemoFour() { openBuiltIn(QStringLiteral(":/demo/iron-four.euryth.json")); }

void JobFiles::openDemoShop(const QString& folder)
{
    const QString problem = writeDemoShop(folder, m_context.session.clock()().toLocalTime().date());
    if (!problem.isEmpty())
        return m_prompts.tell(m_window, tr("The demo’s shop is not there"), problem);
    const QString path = QDir(folder).filePath(QStringLiteral("iron-four.euryth.json"));
    if (const QString trouble = m_context.workspace.document().open(path); !trouble.isEmpty())
        m_prompts.tell(m_window, tr("The job cannot be opened"), trouble);
}

void JobFiles::withProgress(const QString& title,
                            const std::function<QString(const std::function<bool(double)>&)>& work)
{
    app::Background background;
    QProgressDialog bar(title, tr("Stop"), 0, 100, m_window);
    bar.setWindowModality(Qt::WindowModal);
    constexpr int shownAfter = 500;
    bar.setMinimumDuration(shownAfter);
    QString problem;
    QEventLoop loop;
    background.start([&](const std::stop_token& stop, const app::Background::Post& post) {
        const QString told = work([&](double share) {
            post([&bar, share] { bar.setValue(static_cast<int>(share * 100.0)); });
            return !stop.stop_requested();
        });
        post([&problem, told] { problem = told; });
    });
    connect(&bar, &QProgressDialog::canceled, &background, [&background] { background.stop(); });
    connect(&background, &app::Background::changed, &loop, [&] {
        if (!background.isWorking())
            loop.quit();
    });
    if (background.isWorking())
        loop.exec();
    bar.reset();
    if (background.state() == app::Background::State::Failed)
        problem = background.failure();
    if (!problem.isEmpty())
        m_prompts.tell(m_window, title, problem);
}

void JobFiles::pack()
{
    if (m_context.workspace.document().isDirty() || m_context.workspace.document().path().isEmpty()) {
        if (!save(false))
            return;
    }
    const QString job = m_context.workspace.document().path();
    QString name = QFileInfo(job).fileName();
    name.replace(QStringLiteral(".euryth.json"), QStringLiteral(".euryth.zip"));
    const QString to = m_prompts.writeTo(m_window, tr("Pack into one file"), name, tr("Packed jobs (*.euryth.zip)"));
    if (to.isEmpty())
        return;
    withProgress(tr("Packing"), [job = job.toStdString(), to = to.toStdString()](const auto& progress) {
        const auto packed = archive::pack(job, to, {true, progress});
        return packed ? QString() : app::shown(packed.error());
    });
}

void JobFiles::unpackAsked()
{
    const QString packed = m_prompts.takeFrom(m_window, tr("Open a packed job"), tr("Packed jobs (*.euryth.zip)"));
    if (!packed.isEmpty())
        unpack(packed);
}

void JobFiles::unpack(const QString& packed)
{
    if (!mayReplace())
        return;
    const QString folder = m_prompts.chooseFolder(m_window, tr("Folder for the job"));
    if (folder.isEmpty())
        return;
    std::string job;
    withProgress(tr("Unpacking"),
                 [&job, packed = packed.toStdString(), folder = folder.toStdString()](const auto& progress) {
                     const auto unpacked = archive::unpack(packed, folder, {}, progress);
                     if (!unpacked)
                         return app::shown(unpacked.error());
                     job = unpacked->string();
                     return QString();
                 });
    if (!job.empty())
        openFile(QString::fromStdString(job));
}

void JobFiles::bringBack()
{
    auto& document = m_context.workspace.document();
    std::vector<EarlierVersion> versions;
    std::vector<job::Job> jobs;
    for (const auto& file : files::backupsOf(document.path().toStdString())) {
        auto job = files::loadJob(file);
        if (!job)
            continue;  // of an Euryth that is newer; it stays among the backups
        const QFileInfo info(QString::fromStdString(file.string()));
        versions.push_back({info.lastModified().toString(QStringLiteral("yyyy-MM-dd hh:mm")),
                            app::changesBetween(*job, document.job())});
        jobs.push_back(std::move(*job));
    }
    if (versions.empty())
        return m_prompts.tell(
            m_window, tr("No earlier version"),
            tr("An earlier version is kept each time a job is saved, the last %1 of them.").arg(files::kBackups));
    const auto chosen = m_prompts.earlier(m_window, versions);
    if (chosen && *chosen < jobs.size())
        document.apply(tr("Bring an earlier version back"), [&](job::Job& job) { job = jobs[*chosen]; });
}

void JobFiles::openDemo()
{
    openBuiltIn(QStringLiteral(":/demo/sidecar-cross.euryth.json"));
    if (!m_context.workspace.port())
        return;
    const auto choke = calls::chokePoint(*m_context.workspace.port(), m_context.workspace.analysis());
    if (!choke)
        return;
    // The tour starts at the most interesting place.
    m_context.workspace.chooseProbe(choke->probe.value_or(0));
    m_context.workspace.choosePoint(choke->point);
}

QString JobFiles::askedPath() const
{
    const auto& document = m_context.workspace.document();
    QString name = QString::fromStdString(document.job().title).simplified();
    name.replace(QLatin1Char('/'), QLatin1Char('-'));
    const QString suffix =
        QString::fromUtf8(files::kJobSuffix.data(), static_cast<qsizetype>(files::kJobSuffix.size()));
    const QString path = m_prompts.savePath(m_window, document.path().isEmpty() ? name + suffix : document.path());
    return path.isEmpty() || path.endsWith(QStringLiteral(".json")) ? path : path + suffix;
}

bool JobFiles::save(bool askName)
{
    const QString own = m_context.workspace.document().path();
    const QString path = askName || own.isEmpty() ? askedPath() : own;
    return !path.isEmpty() && saveTo(path);
}

void JobFiles::saveByItself()
{
    auto& document = m_context.workspace.document();
    if (document.isDirty() && !document.path().isEmpty() && !document.changedOutside()) {
        const QString problem = document.saveAs(document.path());
        if (!problem.isEmpty())
            qWarning("not saved by itself: %s", qUtf8Printable(problem));
    }
}

bool JobFiles::saveTo(const QString& path)
{
    auto& document = m_context.workspace.document();
    if (QFileInfo(path) == QFileInfo(document.path()) && document.changedOutside()) {
        switch (m_prompts.changedOutside(m_window, bothVersions(document))) {
        case Prompts::Outside::Cancel: return false;
        case Prompts::Outside::Elsewhere: return save(true);
        case Prompts::Outside::TakeTheirs: {
            const QString trouble = document.open(path);
            if (!trouble.isEmpty())
                m_prompts.tell(m_window, tr("The job cannot be opened"), trouble);
            return trouble.isEmpty();
        }
        case Prompts::Outside::Overwrite: break;  // theirs stays among the backups
        }
    }
    const QString problem = document.saveAs(path);
    if (!problem.isEmpty())
        return m_prompts.saveElsewhere(m_window, problem) && save(true);
    opened(path);
    return true;
}

}  // namespace euryth::widgets
