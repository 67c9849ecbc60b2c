// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include <QObject>
#include <QProcess>
#include <QTemporaryDir>

#include "app/workspace.hpp"

namespace euryth::app {

/// The bench that ships (euryth-sim) as a child process, to try a probing session without a bench: it plays one with
/// the chosen port, behind a local socket, until it is stopped or the program ends.
class SimulatedBench : public QObject {
    Q_OBJECT

public:
    explicit SimulatedBench(QObject* parent = nullptr);
    ~SimulatedBench() override;

    /// Where the program is: named by EURYTH_SIM, beside this one, where the build has it, or in the path; empty where
    /// it is nowhere.
    static QString program();

    /// Starts it with a copy of the job; started() or failed() tells the end of it. A seed makes it repeatable.
    void start(const job::Job& job, const std::string& port, int seed);
    void stop();
    [[nodiscard]] bool isOn() const;

signals:
    void started(const QString& address);
    void failed(const QString& why);

private:
    void lookForSocket(int tries);

    QProcess m_process;
    std::unique_ptr<QTemporaryDir> m_folder;
    QString m_socket;
};

}  // namespace euryth::app
