// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <optional>

#include "app/background.hpp"
#include "app/workspace.hpp"

namespace euryth::app {

/// What all kinds of Answer have in common: of which port the answer is, and whether it is that of the job as it is.
class Answering : public QObject {
    Q_OBJECT

public:
    [[nodiscard]] const QString& failure() const { return m_work.failure(); }

signals:
    void arrived();  ///< another answer is there, or it cannot be had (failure())

protected:
    Answering(const Workspace& workspace, QObject* parent);
    /// The analysis with which an answer has to be begun now; null where none has to, or the analysis is on its way.
    const analysis::PortAnalysis* toBegin();
    /// Whether the port is another one than the last time, or has other lists (analysis::sameLists()).
    bool hasMoved();
    [[nodiscard]] bool isCurrent() const { return !m_outdated && !m_work.isWorking(); }

    const Workspace& m_workspace;
    Background m_work;

private:
    bool m_outdated = true;
    std::shared_ptr<const job::Job> m_of;  ///< for which an answer was begun last
    std::optional<std::size_t> m_port;
    quint64 m_document = 0;
};

/// One thing about the chosen port that takes too long to be worked out while a window waits: worked out beside it once
/// for each change, when somebody looks. Until it is there the one from before the change is shown.
template <class T>
class Answer : public Answering {
public:
    using Make =
        std::function<T(const job::Job&, const job::Port&, const analysis::PortAnalysis&, const std::stop_token&)>;
    enum class When {
        AsJudged,     ///< at once where the workspace itself does not work beside the window (Workspace::judgeBeside())
        AlwaysBeside  ///< for what takes seconds
    };
    /// `make` must not touch anything that the window may change.
    Answer(const Workspace& workspace, Make make, QObject* parent = nullptr, When when = When::AsJudged)
        : Answering(workspace, parent),
          m_make(std::move(make)),
          m_when(when)
    {
    }

    /// Of the chosen port: as it is, or as it was before the last change, or null. Begins anew where something has
    /// changed since the last time.
    const std::shared_ptr<const T>& get()
    {
        if (hasMoved())
            m_answer.reset();
        if (const auto* analysis = toBegin())
            begin(*analysis);
        return m_answer;
    }
    /// Of the port as it is; null until that is there.
    std::shared_ptr<const T> current() { return get() && isCurrent() ? m_answer : nullptr; }
    /// Until it is there; for tests, and for pictures of the window.
    const std::shared_ptr<const T>& finish()
    {
        (void)m_workspace.analysis();
        (void)get();
        m_work.finish();
        return m_answer;
    }

private:
    void begin(const analysis::PortAnalysis& analysis)
    {
        const auto job = m_workspace.snapshot();
        const std::size_t port = *m_workspace.portIndex();
        if (m_when == When::AsJudged && !m_workspace.judgesBeside()) {
            m_answer = std::make_shared<const T>(m_make(*job, job->ports[port], analysis, {}));
            return;
        }
        m_work.start(
            [this, make = m_make, job, port, analysis](const std::stop_token& stop, const Background::Post& post) {
                auto answer = std::make_shared<const T>(make(*job, job->ports[port], analysis, stop));
                if (!stop.stop_requested())
                    post([this, answer] { m_answer = answer; });
            });
    }

    Make m_make;
    When m_when;
    std::shared_ptr<const T> m_answer;
};

}  // namespace euryth::app
