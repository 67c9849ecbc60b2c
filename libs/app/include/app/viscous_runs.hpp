// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <deque>
#include <stop_token>

#include <QElapsedTimer>
#include <QObject>
#include <QThreadPool>

#include "app/clock.hpp"
#include "app/field_solver.hpp"
#include "app/workspace.hpp"
#include "viscous/store.hpp"

namespace euryth::app {

/// Viscous runs of the open job: a queue that is worked off in the background, one run at a time, and what the runs
/// have found, which is kept beside the job.
///
/// - a result belongs to a shape: a port that has been measured or cut anew has none until it is run again, and the
///   older one of the same port and variant is its stale() one;
/// - the thread that calls is never held up.
class ViscousRuns : public QObject {
    Q_OBJECT

public:
    explicit ViscousRuns(const Workspace& workspace, Clock clock = systemTime, QObject* parent = nullptr);
    ~ViscousRuns() override;

    struct Wish {
        std::string port;  ///< its id
        viscous::Variant variant = viscous::Variant::AsItIs;
        port_field::PortShape shape;
        port_field::PortAir at;
        port_field::Quality quality = port_field::Quality::Coarse;
    };
    enum class State { Waiting, Running, Done, Failed, Stopped };
    struct Item {
        quint64 id = 0;
        Wish wish;
        State state = State::Waiting;
        std::vector<viscous::Progress> history;
        QString message;       ///< what went wrong
        double seconds = 0.0;  /// that it has taken
    };
    /// In the order in which they were wanted; those that have ended stay until clearEnded().
    [[nodiscard]] const std::deque<Item>& items() const { return m_items; }
    /// The one that runs, or else the one that ran last; null where none has.
    [[nodiscard]] const Item* current() const;
    [[nodiscard]] bool isWorking() const { return m_running != 0; }

    struct How {
        int cores = 1;
        std::chrono::minutes limit{30};
        viscous::Programs programs;
    };
    [[nodiscard]] const How& how() const { return m_how; }
    void setHow(const How& how) { m_how = how; }
    /// About how long a run takes with those: as long as the last one of its quality took here, or as on the machine of
    /// docs/benchmarks.md.
    [[nodiscard]] double expectedSeconds(port_field::Quality quality) const;

    /// Puts a run into the queue; one that waits already is not put in twice.
    void add(const Wish& wish);
    /// Ends the run that is under way, or takes it out of the queue.
    void stop(quint64 id);
    void stopAll();
    void clearEnded();

    using Result = viscous::StoredRun;
    /// The finest run of a shape, or null.
    [[nodiscard]] std::shared_ptr<const Result> best(const port_field::PortShape& shape) const;
    /// All of a shape, the finest first.
    [[nodiscard]] std::vector<std::shared_ptr<const Result>> all(const port_field::PortShape& shape) const;
    /// One of the same port and variant, but of another shape, where there is none of this one.
    [[nodiscard]] std::shared_ptr<const Result> stale(const std::string& port, viscous::Variant variant,
                                                      const port_field::PortShape& shape) const;
    /// What could not be read or kept, one a line.
    [[nodiscard]] QString trouble() const { return m_trouble; }
    /// Until nothing is under way or being read or kept; for tests, and for pictures of the window.
    void finish();
    /// Takes a result as if it had just been run.
    void take(viscous::StoredRun run);

signals:
    void changed();  ///< queue, progress or results
    void arrived();  ///< a result

private:
    void next();
    void ended(quint64 id, const tl::expected<viscous::Solved, viscous::Failure>& solved, double seconds);
    void followFile();
    void keep(const std::shared_ptr<const Result>& result);
    void hold(const std::shared_ptr<const Result>& result);
    [[nodiscard]] Item* find(quint64 id);

    const Workspace& m_workspace;
    Clock m_clock;
    How m_how;
    std::deque<Item> m_items;
    std::vector<std::shared_ptr<const Result>> m_results;
    std::array<std::optional<double>, port_field::kQualityNames.size()> m_took;  ///< seconds times what the cores share
    quint64 m_last = 0;
    quint64 m_running = 0;
    int m_filing = 0;
    std::stop_source m_stop;
    QString m_path;          ///< the results belong to the job of this file
    quint64 m_identity = 0;  ///< and identity: jobs that were never saved have no file
    QString m_trouble;
    QThreadPool m_pool;
    QThreadPool m_files;
};

/// What is to be run of a job.
struct RunChoice {
    port_field::Quality quality = port_field::Quality::Coarse;
    bool afterCuts = false;
    bool asPlanned = false;
    bool allPorts = false;    ///< else the chosen one alone
    bool secondMesh = false;  ///< on the next coarser mesh too (of the coarsest: the next finer), for the uncertainty
};
struct Wishes {
    std::vector<ViscousRuns::Wish> runs;
    std::vector<Phrase> missing;  ///< what there is no run for, and why
};
/// `air`: at which the chosen port is run; the others at their own (port_field::portAir()).
Wishes wishesOf(const Workspace& workspace, const Known<port_field::PortAir>& air, const RunChoice& choice);

/// The mesh that a run is compared with: the next coarser one, of the coarsest the next finer.
port_field::Quality secondMeshOf(port_field::Quality quality);

/// A run's key numbers on two meshes; how far they are apart is how far they are uncertain.
struct MeshChange {
    port_field::Quality coarser;
    port_field::Quality finer;
    port_field::ViscousNumbers from;
    port_field::ViscousNumbers to;
};
/// Between the two finest runs of a shape; nothing where there is only one.
std::optional<MeshChange> meshChange(const ViscousRuns& runs, const port_field::PortShape& shape);

}  // namespace euryth::app
