// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/viscous_runs.hpp"
#include "port_field/air_field.hpp"
#include "port_field/what_if.hpp"

namespace euryth::app {

/// The virtual probe in the chosen port: the computed field, the flow at which it is read, where the tip is, and a port
/// of another shape to compare with. Nothing of it belongs to the job.
class VirtualProbe : public QObject {
    Q_OBJECT

public:
    VirtualProbe(const Workspace& workspace, ViscousRuns& runs, QObject* parent = nullptr);
    [[nodiscard]] const Workspace& workspace() const { return m_workspace; }

    /// Fields are only worked out while somebody looks.
    void setSeen(bool seen);
    [[nodiscard]] FieldSolver& solver() { return m_solver; }

    /// Whose speeds are shown: the instant field's, a viscous run's, or how much faster the air is in the run.
    enum class Shows { Instant, Viscous, Difference };
    void setShows(Shows shows);
    [[nodiscard]] Shows shows() const { return m_shows; }

    /// One port with its air.
    struct Side {
        Known<port_field::PortShape> shape;
        port_field::Air shown;       ///< null until it is known
        port_field::Air instant;     ///< the potential flow, whatever is shown
        port_field::Air run;         ///< the best run of this shape, scaled to the flow; null where there is none
        port_field::Air difference;  ///< of that over the potential flow
        std::shared_ptr<const ViscousRuns::Result> found;  ///< that run, at its own flow
        Phrase missing;                                    ///< why nothing is shown, and nothing is coming
        /// What these were made of.
        std::shared_ptr<const port_field::VirtualPort> solved;
    };
    /// The port as it is.
    [[nodiscard]] const Side& present() const { return m_present; }
    /// The port that is compared with it; nothing while nothing is compared.
    [[nodiscard]] const Side& other() const { return m_other; }
    [[nodiscard]] bool isWorking() const;
    void cancel();

    [[nodiscard]] const Known<port_field::PortAir>& flow() const { return m_flow; }
    /// That of the chosen port, whether anybody looks or not.
    [[nodiscard]] Known<port_field::PortAir> flowOf(const job::Port& port) const;
    /// A flow of one's own; nothing takes the measured one again.
    void setFlow(std::optional<VolumeFlow> flow);

    [[nodiscard]] const port_field::TipPlace& tip() const { return m_tip; }
    /// Moves the tip, and keeps it inside.
    void setTip(port_field::TipPlace tip);
    /// Moves it along the runner to the chosen station.
    void tipToStation();
    /// By steps along the runner (toward the valve), to the left and to the roof.
    void stepTip(int along, int left, int up);
    static constexpr Length kStep = lengthFromMm(0.5);
    [[nodiscard]] std::optional<port_field::TipReading> reading() const { return readAt(m_present.shown); }
    [[nodiscard]] std::optional<port_field::TipReading> otherReading() const { return readAt(m_other.shown); }
    /// What the instant field reads there, where it is not shown itself.
    [[nodiscard]] std::optional<port_field::TipReading> instantReading() const;

    enum class Against { Pushes, Cuts, Plan };
    void setAgainst(Against against);
    [[nodiscard]] Against against() const { return m_against; }
    [[nodiscard]] const std::vector<port_field::WallPush>& pushes() const { return m_pushes; }
    /// The depth by which a wall of a station is pushed.
    [[nodiscard]] Length pushAt(std::size_t station, geometry::Sector sector) const;
    /// Pushes a wall; `settled` tells that the hand has let go, so that the full answer is wanted too.
    void push(std::size_t station, geometry::Sector sector, Length depth, bool settled);
    void takeBackPush();
    void clearPushes();
    [[nodiscard]] Length reach() const { return m_reach; }
    void setReach(Length reach);

    /// Speeds of a port to judge it by, at its measured flow; or what is missing.
    [[nodiscard]] Known<analysis::ComputedSpeeds> speedsOf(const job::Port& port,
                                                           const analysis::PortAnalysis& measured,
                                                           analysis::SpeedSource source) const;

    /// Readings of the computed field at the points of a probe set, at the flow of that set; empty where they are not
    /// known.
    [[nodiscard]] std::vector<probing::PointReading> readingsAt(std::size_t probe) const;

signals:
    void changed();
    void speedsArrived();  ///< by which ports may be judged

private:
    void follow();
    void followPort();
    void wantFields(bool settled);
    void refreshSides();
    [[nodiscard]] Known<port_field::PortShape> otherShape() const;
    void takeAnswer(Side& side);
    void takeRun(Side& side);
    [[nodiscard]] port_field::Air chosen(const Side& side) const;
    void placeTip();
    void keepTipInside();
    [[nodiscard]] std::optional<port_field::TipReading> readAt(const port_field::Air& air) const;

    const Workspace& m_workspace;
    ViscousRuns& m_runs;
    FieldSolver m_solver;
    Shows m_shows = Shows::Instant;
    bool m_seen = false;
    Side m_present;
    Side m_other;
    Known<port_field::PortAir> m_flow;
    std::optional<VolumeFlow> m_wished;
    port_field::TipPlace m_tip;
    bool m_placed = false;
    std::optional<std::size_t> m_port;
    quint64 m_identity = 0;  ///< what is set here belongs to the job of this identity,
    std::string m_id;        ///< and to its port of this name
    std::optional<std::size_t> m_station;
    Against m_against = Against::Pushes;
    std::vector<port_field::WallPush> m_pushes;
    Length m_reach = lengthFromMm(12.0);
};

}  // namespace euryth::app
