// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/recovery.hpp"

#include "app/language.hpp"

#include <algorithm>

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>
#include <QJsonObject>
#include <QUuid>

#include "app/background.hpp"
#include "files/job_file.hpp"

namespace euryth::app {

namespace {

const QString kEnding = QStringLiteral(".recovery");
const QString kLockEnding = QStringLiteral(".lock");
constexpr int kSoonMs = 40;  // edits that come faster than a hand types are kept together

std::unique_ptr<QLockFile> lockOf(const QString& file)
{
    auto lock = std::make_unique<QLockFile>(file + kLockEnding);
    lock->setStaleLockTime(0);  // a lock is stale when its process is gone, however old it is
    return lock;
}

/// The first line says where the job belongs, the rest is the job.
std::string recoveryText(const job::Job& job, const QString& path)
{
    const QJsonObject head{{QStringLiteral("format"), QStringLiteral("euryth-recovery")},
                           {QStringLiteral("job"), path}};
    return QJsonDocument(head).toJson(QJsonDocument::Compact).toStdString() + "\n" + files::jobText(job);
}

struct Content {
    QString jobPath;
    job::Job job;
};

std::optional<Content> readLeft(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return std::nullopt;
    const QJsonObject head = QJsonDocument::fromJson(file.readLine()).object();
    const auto job = files::parseJob(file.readAll().toStdString());
    const QJsonValue where = head.value(QStringLiteral("job"));
    if (!where.isString() || !job)
        return std::nullopt;
    return Content{where.toString(), *job};
}

}  // namespace

Recovery::Recovery(Document& document, QString folder, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_folder(std::move(folder)),
      m_name(QString::number(QCoreApplication::applicationPid()) + QLatin1Char('-') +
             QUuid::createUuid().toString(QUuid::WithoutBraces) + kEnding)
{
    QDir().mkpath(m_folder);
    // Jobs name customers: they are nobody else's business.
    QFile::setPermissions(m_folder, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
    m_lock = lockOf(ownFile());
    m_lock->tryLock(0);
    m_soon.setSingleShot(true);
    m_soon.setInterval(kSoonMs);
    connect(&m_soon, &QTimer::timeout, this, &Recovery::begin);
    m_pool.setMaxThreadCount(1);
    const auto soon = [this] {
        if (!m_soon.isActive())
            m_soon.start();
    };
    connect(&document, &Document::changed, this, soon);
    connect(&document, &Document::fileChanged, this, soon);
}

Recovery::~Recovery()
{
    m_pool.waitForDone();
    // Whoever ends in good order has asked about unsaved changes.
    QFile::remove(ownFile());
}

QString Recovery::ownFile() const { return QDir(m_folder).filePath(m_name); }

/// The step that brings the file to what the document is now, made so that it can be done beside the window; it answers
/// what is wrong.
std::function<QString()> Recovery::step() const
{
    if (!m_document.isDirty()) {
        return [file = ownFile()] {
            QFile::remove(file);
            return QString();
        };
    }
    return [file = ownFile(), job = m_document.snapshot(), path = m_document.path()] {
        const auto saved = files::saveText(file.toStdString(), recoveryText(*job, path));
        return saved ? QString() : shown(saved.error());
    };
}

void Recovery::begin()
{
    if (m_writing) {
        m_again = true;
        return;
    }
    m_writing = true;
    m_pool.start([this, step = step(), number = ++m_last] {
        const QString trouble = guarded(step, [](const std::string& words) { return QString::fromStdString(words); });
        QMetaObject::invokeMethod(
            this,
            [this, trouble, number] {
                m_writing = false;
                if (number == m_last)
                    setTrouble(trouble);
                if (std::exchange(m_again, false))
                    begin();
            },
            Qt::QueuedConnection);
    });
}

bool Recovery::flush()
{
    m_soon.stop();
    m_again = false;
    m_pool.waitForDone();
    ++m_last;
    setTrouble(step()());
    return m_trouble.isEmpty();
}

void Recovery::setTrouble(const QString& trouble)
{
    if (trouble == m_trouble)
        return;
    m_trouble = trouble;
    emit troubled(trouble);
}

std::vector<Recovery::Left> Recovery::leftBehind() const
{
    std::vector<Left> all;
    const QDir dir(m_folder);
    for (const QFileInfo& info : dir.entryInfoList({QStringLiteral("*") + kEnding}, QDir::Files)) {
        if (info.fileName() == m_name)
            continue;
        const auto lock = lockOf(info.filePath());
        if (!lock->tryLock(0))
            continue;
        if (const auto content = readLeft(info.filePath()))
            all.push_back(
                {info.filePath(), content->jobPath, QString::fromStdString(content->job.title), info.lastModified()});
    }
    std::ranges::sort(all, std::greater{}, &Left::when);
    return all;
}

QString Recovery::recover(const Left& left)
{
    auto content = readLeft(left.file);
    if (!content)
        return tr("%1 cannot be read any more").arg(left.file);
    m_document.resume(std::move(content->job), content->jobPath);
    // What was found goes only when what it holds is safe again.
    if (flush())
        discard(left);
    return {};
}

void Recovery::discard(const Left& left)
{
    QFile::remove(left.file);
    QFile::remove(left.file + kLockEnding);
}

}  // namespace euryth::app
