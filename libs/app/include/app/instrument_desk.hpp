// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <map>
#include <mutex>
#include <optional>
#include <thread>
#include <vector>

#include <QObject>
#include <QString>

#include "app/clock.hpp"
#include "app/workspace.hpp"
#include "devices/set_taker.hpp"
#include "devices/talk.hpp"
#include "probing/grid.hpp"

namespace euryth::app {

/// What is to be seen of an instrument.
struct InstrumentView {
    bool connected = false;
    devices::Instrument::State state = devices::Instrument::State::Asking;
    QString name;
    Phrase trouble;
    std::size_t badLines = 0;
    std::map<devices::Channel, double> latest;  ///< SI
    std::vector<devices::Capability> capabilities;
    bool movesTip = false;
    bool movesLift = false;
    /// Of the set that is being taken.
    std::optional<devices::SetTaker::Phase> phase;
    std::size_t point = 0;  ///< how many of those in hand are taken
    std::size_t points = 0;
    std::optional<devices::Mean> mean;
};

/// The instrument of a session: talked with beside the window, looked at ten times a second.
///
/// A set that is taken from it is in the job from its first point on, so that nothing is lost by a crash and it can be
/// gone on with; all its points are one undo step. It belongs to the port for which it was begun, whatever is chosen
/// meanwhile.
class InstrumentDesk : public QObject {
    Q_OBJECT

public:
    InstrumentDesk(Workspace& workspace, Clock clock, QObject* parent = nullptr);
    ~InstrumentDesk() override;

    /// Begins to talk with what is at an address, and goes on trying (devices::openLink()).
    void connectTo(const QString& address);
    void disconnect();
    [[nodiscard]] bool isOn() const { return m_thread.joinable(); }
    [[nodiscard]] bool isReady() const;
    [[nodiscard]] const QString& address() const { return m_address; }
    [[nodiscard]] const InstrumentView& view() const { return m_view; }

    /// Takes a new set at the chosen station: the points of the port's plan for probing, or `grid`. With a lift the
    /// valve is sent there first, where the instrument moves it. Says what is missing, else an empty text.
    QString takeSet(std::optional<Length> lift = {}, const std::vector<probing::GridPoint>& grid = {});
    /// Takes the points of the chosen set that have not been read.
    QString goOn();
    /// Takes one point of the chosen set anew.
    QString retake(std::size_t point);
    /// Takes the lifts of a flow test of the chosen port (index into its tests) that have no flow: one after the other
    /// where the instrument moves the valve, else as a hand sets each and presses. Says what is missing, else an empty
    /// text.
    QString takeFlow(std::size_t test);
    /// The lift in hand: port, test and point as they are in the job now; nothing where no flow test is being taken.
    struct LiftInHand {
        std::size_t port = 0;
        std::size_t test = 0;
        std::size_t point = 0;
    };
    [[nodiscard]] std::optional<LiftInHand> liftInHand() const;
    /// The hand is at the point that is asked for; while it is being averaged: it is good as it is.
    void press();
    /// Passes the point in hand over.
    void skip();
    /// Takes the last point anew.
    void again();
    /// Ends the set that is being taken; what has been read stays, and can be gone on with.
    void stopSet();
    /// Whether a point is taken as soon as it is steady, or only when somebody presses.
    void takeWhenSteady(bool steady);
    [[nodiscard]] bool takesWhenSteady() const { return m_whenSteady; }

    /// The reading in hand: port, set and reading as they are in the job now; nothing where no set is being taken.
    struct InHand {
        std::size_t port = 0;
        std::size_t set = 0;
        std::size_t reading = 0;
    };
    [[nodiscard]] std::optional<InHand> inHand() const;

    /// What the last set had to be doubted for, in words; empty where it had nothing.
    [[nodiscard]] const QStringList& doubts() const { return m_doubts; }
    /// Writes what was said since the connection into a file; logSaved() tells the end of it.
    void saveLog(const QString& path);

signals:
    void changed();
    void pointTaken();  ///< a reading has been written
    void setTaken();
    /// The instrument's key was pressed while no set is taken: what a wall gauge or a caliper read then, in SI.
    void valueTaken(devices::Channel channel, double si);
    void logSaved(const QString& problem);  ///< empty where there was none

private:
    class Table;  ///< the talk and the set, which only the thread beside the window touches
    /// The set, or the flow test, that is being taken, as the window knows it.
    struct Taking {
        std::string port;
        std::string set;
        std::vector<std::size_t> readings;  ///< of the set, in the order in which they are taken
        bool flow = false;                  ///< it is a flow test
        bool whole = false;                 ///< all of the set: what the bench says is its own
        int group = 0;                      ///< of the undo step
    };
    /// Has something done at the table, before the next look at the instrument.
    void wish(std::function<void(Table&)> what);
    void run(const std::stop_token& stop, int connection);
    /// Shows what the thread has seen; of another set than the present one the points are left out.
    void show(InstrumentView view, int set);
    [[nodiscard]] QString refusal() const;
    [[nodiscard]] std::string now() const;
    QString begin(Taking taking, std::optional<Length> lift);
    void start(Taking taking, std::vector<devices::Goal> goals, std::optional<Length> lift);
    [[nodiscard]] std::optional<LiftInHand> pointInHand(bool ofFlow) const;
    [[nodiscard]] std::size_t pointsOf(const Taking& taking, std::pair<std::size_t, std::size_t> place) const;
    [[nodiscard]] std::optional<std::pair<std::size_t, std::size_t>> placeOf(const Taking& taking) const;
    void keepPoint(const devices::SetTaker& taker, std::size_t point, const std::string& instrument);
    QString keepReading(std::pair<std::size_t, std::size_t> place, std::size_t reading, const devices::SetTaker& taker,
                        const devices::TakenPoint& taken, const std::string& instrument);
    void finishSet(const devices::SetTaker& taker);

    Workspace& m_workspace;
    Clock m_clock;
    QString m_address;
    InstrumentView m_view;
    QStringList m_doubts;
    bool m_whenSteady = true;
    int m_connection = 0;  ///< which one; what an earlier one has still to say is not heard
    int m_set = 0;         ///< which set is being taken
    std::optional<Taking> m_taking;
    std::mutex m_mutex;  ///< of the wishes
    std::vector<std::function<void(Table&)>> m_wishes;
    std::jthread m_thread;
};

}  // namespace euryth::app
