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
/// - analysis results belong to the job as it is now; where a name ends in Now, as far as they are there.
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

    // What is worked out of a port (index into the job), once after each change. Whoever asks waits until it is there:
    // for commands, sheets and work that has to be of the job as it is.
    [[nodiscard]] const analysis::PortAnalysis& analysisOf(std::size_t port) const { return m_judge.analysisOf(port); }
    [[nodiscard]] const std::vector<calls::Call>& callsOf(std::size_t port) const { return m_judge.callsOf(port); }
    [[nodiscard]] const plans::ValveEndPlan& valveEndOf(std::size_t port) const { return m_judge.valveEndOf(port); }
    /// What a port passes on bench and engine.
    [[nodiscard]] const Known<engine::PortFlows>& flowsOf(std::size_t port) const { return m_judge.flowsOf(port); }
    /// Results of the chosen port; an empty one when there is none.
    [[nodiscard]] const analysis::PortAnalysis& analysis() const;
    /// How often something has been worked out since the workspace was made.
    using Work = Judge::Work;
    [[nodiscard]] const Work& work() const { return m_judge.work(); }

    /// All of that is worked out beside the window from now on: whoever shows it asks for what there is now, and looks
    /// again when more has come (caughtUp(), judged()). Else what there is now is always what is asked for.
    void judgeBeside() { m_beside = true; }
    [[nodiscard]] bool judgesBeside() const { return m_beside; }
    /// The port's analysis; until it has arrived what is measured as it is, and the rest as before the last change. At
    /// once also where there was none before.
    [[nodiscard]] const analysis::PortAnalysis& analysisNow(std::size_t port) const;
    /// That of the chosen port; an empty one when there is none.
    [[nodiscard]] const analysis::PortAnalysis& analysisNow() const;
    /// The plan of its valve end, or that before the last change, or at once where there was none.
    [[nodiscard]] const plans::ValveEndPlan& valveEndNow(std::size_t port) const;
    /// What it passes, or that before the last change, or that it is being worked out.
    [[nodiscard]] const Known<engine::PortFlows>& flowsNow(std::size_t port) const;
    /// The port's calls; until those of the job as it is have arrived, those from before the last change, or null.
    [[nodiscard]] const std::vector<calls::Call>* callsNow(std::size_t port) const;
    /// The analysis of the chosen port for work that has to be of the job as it is and need not begin before that is
    /// there: null while it is on its way (caughtUp()), an empty one when there is no port.
    [[nodiscard]] const analysis::PortAnalysis* analysed() const;
    /// Whether calls of the port are on their way.
    [[nodiscard]] bool isJudging(std::size_t port) const { return m_beside && !m_judge.hasCalls(port); }
    [[nodiscard]] const QString& judgingFailure() const { return m_judging.failure(); }
    /// Until all of it is there; for tests, and for pictures of the window.
    void finishJudging();
    /// Of the chosen probe set, as analysisNow() has it; null when there is none.
    [[nodiscard]] const analysis::ProbeResult* probeResult() const;

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
    void judged();             ///< something has arrived that was worked out beside the window
    void caughtUp();           ///< and somebody had shown what was there before it
    void refreshed();          ///< after any of the above, when the tables have followed: repaint

private:
    void tell(void (Workspace::*what)());
    void jobHasChanged();
    void keepSelectionValid();
    void judge() const;
    void askToJudge() const;
    void standIn() const;
    [[nodiscard]] bool waits() const;
    void partHasArrived();

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
    mutable bool m_asked = false;   ///< for what is missing
    mutable bool m_behind = false;  ///< something has been shown that is from before the last change
    bool m_beside = false;
    quint64 m_judged = 0;  ///< whose results there are
};

}  // namespace euryth::app
