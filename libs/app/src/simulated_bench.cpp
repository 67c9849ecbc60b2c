// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/simulated_bench.hpp"

#include <sys/prctl.h>
#include <csignal>

#include <QCoreApplication>
#include <QFileInfo>
#include <QStandardPaths>
#include <QTimer>

#include "files/job_file.hpp"

namespace euryth::app {

SimulatedBench::SimulatedBench(QObject* parent) : QObject(parent)
{
    m_process.setProcessChannelMode(QProcess::ForwardedErrorChannel);
    // Whoever kills this program ends the bench too.
    m_process.setChildProcessModifier([] { prctl(PR_SET_PDEATHSIG, SIGTERM); });
}

SimulatedBench::~SimulatedBench() { stop(); }

QString SimulatedBench::program()
{
    if (const QString named = qEnvironmentVariable("EURYTH_SIM"); !named.isEmpty())
        return named;
    const QString name = QStringLiteral("euryth-sim");
    const QString here = QCoreApplication::applicationDirPath();
    for (const QString& place : {here + QLatin1Char('/') + name, here + QStringLiteral("/../euryth-sim/") + name,
                                 here + QStringLiteral("/../apps/euryth-sim/") + name}) {
        if (QFileInfo(place).isExecutable())
            return place;
    }
    return QStandardPaths::findExecutable(name);
}

bool SimulatedBench::isOn() const { return m_process.state() != QProcess::NotRunning; }

void SimulatedBench::start(const job::Job& job, const std::string& port, int seed)
{
    stop();
    const QString sim = program();
    if (sim.isEmpty())
        return emit failed(tr("the program euryth-sim is not installed"));
    m_folder = std::make_unique<QTemporaryDir>();
    const QString file = m_folder->filePath(QStringLiteral("hidden.euryth.json"));
    m_socket = m_folder->filePath(QStringLiteral("bench"));
    if (const auto saved = files::saveText(file.toStdString(), files::jobText(job)); !saved)
        return emit failed(tr("the simulated bench's port cannot be written"));
    m_process.start(sim, {file, QStringLiteral("--port"), QString::fromStdString(port), QStringLiteral("--seed"),
                          QString::number(seed), QStringLiteral("--listen"), m_socket});
    constexpr int tries = 100;
    lookForSocket(tries);
}

void SimulatedBench::lookForSocket(int tries)
{
    constexpr int wait = 100;
    QTimer::singleShot(wait, this, [this, tries] {
        if (QFileInfo::exists(m_socket))
            return emit started(QStringLiteral("socket:") + m_socket);
        if (tries > 0 && isOn())
            return lookForSocket(tries - 1);
        emit failed(tr("the simulated bench has not opened its door: %1").arg(m_process.errorString()));
    });
}

void SimulatedBench::stop()
{
    if (!isOn())
        return;
    m_process.terminate();
    constexpr int patience = 2000;
    if (!m_process.waitForFinished(patience)) {
        m_process.kill();
        m_process.waitForFinished(patience);
    }
}

}  // namespace euryth::app
