// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/job_files.hpp"
#include "app/language.hpp"

#include <QAction>
#include <QDateTime>
#include <QFile>
#include <QFileInfo>
#include <QMenu>

#include "files/job_file.hpp"

static void initialiseDemoResources() { Q_INIT_RESOURCE(demo); }

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
                return;  // the others are offered again next time
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
    initialiseDemoResources();
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
