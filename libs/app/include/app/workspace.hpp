// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include <QObject>

#include "app/background.hpp"
#include "app/document.hpp"
#include "app/judge.hpp"
#include "units/units.hpp"

namespace euryth::app {

using calls::Stage;

/// What is chosen and how it is shown, beside the job itself: one port, station, probe set and point for the whole
/// window, so that choosing one anywhere chooses it everywhere.
///
/// - port(), station(), probe(), point() and pin() are valid indices of the open job, or nothing;
/// - analysis results belong to the job as it is now.
class Workspace : public QObject {
    Q_OBJECT

public:
    explicit Workspace(QObject* parent = nullptr);

    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] const Document& document() const { return m_document; }
    [[nodiscard]] const job::Job& job() const { return m_document.job(); }
    [[nodiscard]] std::shared_ptr<const job::Job> snapshot() const { return m_document.snapshot(); }

    [[nodiscard]] std::optional<std::size_t> portIndex() const { return m_port; }
    /// The chosen port, or null when the job has none.
    [[nodiscard]] const job::Port* port() const;
    [[nodiscard]] std::optional<std::size_t> station() const { return m_station; }
    [[nodiscard]] std::optional<std::size_t> probe() const { return m_probe; }
    [[nodiscard]] std::optional<std::size_t> point() const { return m_point; }
    /// The chosen finding of the port.
    [[nodiscard]] std::optional<std::size_t> pin() const { return m_pin; }
    /// The wall sector in which walls are being entered; nothing elsewhere.
    [[nodiscard]] std::optional<geometry::Sector> sector() const { return m_sector; }
    [[nodiscard]] Stage stage() const { return m_stage; }
    [[nodiscard]] const units::DisplayUnits& displayUnits() const { return m_units; }

    /// Results of a port (index into the job), worked out once after each change.
    [[nodiscard]] const analysis::PortAnalysis& analysisOf(std::size_t port) const { return m_judge.analysisOf(port); }
    [[nodiscard]] const std::vector<calls::Call>& callsOf(std::size_t port) const { return m_judge.callsOf(port); }
    [[nodiscard]] const plans::ValveEndPlan& valveEndOf(std::size_t port) const { return m_judge.valveEndOf(port); }
    /// How often something has been worked out since the workspace was made.
    using Work = Judge::Work;
    [[nodiscard]] const Work& work() const { return m_judge.work(); }

    /// Calls are worked out beside the window from now on: whoever shows them asks for callsNow() and looks again when
    /// they are judged(). Else callsNow() waits for them.
    void judgeBeside() { m_beside = true; }
    /// The port's calls; until those of the job as it is have arrived, those from before the last change, or null.
    [[nodiscard]] const std::vector<calls::Call>* callsNow(std::size_t port) const;
    /// Whether calls of the port are on their way.
    [[nodiscard]] bool isJudging(std::size_t port) const { return m_beside && !m_judge.hasCalls(port); }
    [[nodiscard]] const QString& judgingFailure() const { return m_judging.failure(); }
    /// Until all calls are there; for tests, and for pictures of the window.
    void finishJudging();
    /// Results of the chosen port; an empty one when there is none.
    [[nodiscard]] const analysis::PortAnalysis& analysis() const;
    [[nodiscard]] const analysis::ProbeResult* probeResult() const;

    /// What a port passes on bench and engine.
    [[nodiscard]] const Known<engine::PortFlows>& flowsOf(std::size_t port) const { return m_judge.flowsOf(port); }
    /// Whose speeds choke list, ratios and cuts are judged by; not a part of the job.
    [[nodiscard]] analysis::SpeedSource speedSource() const { return m_judge.source(); }
    void setSpeedSource(analysis::SpeedSource source);
    using SpeedsOf = Judge::SpeedsOf;
    /// Who knows computed speeds.
    void setSpeedsOf(SpeedsOf speedsOf) { m_judge.setSpeedsOf(std::move(speedsOf)); }
    /// To be called when it knows others.
    void speedsHaveChanged();

    void choosePort(std::size_t port);
    void chooseStation(std::size_t station);
    void stepStation(int by);
    void stepPort(int by);
    void chooseProbe(std::size_t probe);
    void choosePoint(std::size_t point);
    /// With the station at which it lies.
    void choosePin(std::size_t pin);
    /// Station and sector in one move.
    void chooseWall(std::size_t station, std::optional<geometry::Sector> sector);
    void chooseSector(std::optional<geometry::Sector> sector);
    void setStage(Stage stage);
    void setUnits(const units::DisplayUnits& units);
    /// Lets everything that shows something look again, after something beside the job has changed.
    void refresh() { emit refreshed(); }
    /// Goes where a call points: its stage, station, probe set and point.
    void goTo(const calls::Call& call);

    /// A quantity, place or sentence as it is shown now.
    [[nodiscard]] QString text(const Phrase& phrase) const;
    /// Several with commas between them.
    [[nodiscard]] QString text(const std::vector<Phrase>& phrases) const;
    [[nodiscard]] QString text(units::Kind kind, double si) const;
    [[nodiscard]] QString number(units::Kind kind, std::optional<double> si) const;
    /// The symbol of a kind's display unit.
    [[nodiscard]] QString symbol(units::Kind kind) const;

signals:
    void jobChanged();        ///< the job's data, and with it every result
    void selectionChanged();  ///< what is chosen
    void stageChanged();
    void unitsChanged();
    void judgementsChanged();  ///< whose speeds ports are judged by, or these speeds
    void judged();             ///< calls have arrived that callsNow() did not have
    void refreshed();          ///< after any of the above, when the tables have followed: repaint

private:
    void tell(void (Workspace::*what)());
    void jobHasChanged();
    void keepSelectionValid();
    void judge() const;

    Document m_document;
    std::optional<std::size_t> m_port;
    std::optional<std::size_t> m_station;
    std::optional<std::size_t> m_probe;
    std::optional<std::size_t> m_point;
    std::optional<std::size_t> m_pin;
    std::optional<geometry::Sector> m_sector;
    Stage m_stage = Stage::Survey;
    units::DisplayUnits m_units;
    mutable Judge m_judge;
    mutable Background m_judging;
    mutable bool m_asked = false;  ///< for calls that are missing
    bool m_beside = false;
    quint64 m_judged = 0;  ///< whose results there are
};

}  // namespace euryth::app
