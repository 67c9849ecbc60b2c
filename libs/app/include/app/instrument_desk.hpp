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

namespace euryth::app {

/// What is to be seen of an instrument.
struct InstrumentView {
    bool connected = false;
    devices::Instrument::State state = devices::Instrument::State::Asking;
    QString name;
    Phrase trouble;
    std::size_t badLines = 0;
    std::map<devices::Channel, double> latest;  ///< SI
    /// Of the set that is being taken.
    std::optional<devices::SetTaker::Phase> phase;
    std::size_t point = 0;
    std::size_t points = 0;
    std::optional<devices::Mean> mean;
    bool movesTip = false;
};

/// The instrument of a session: talked with beside the window, looked at ten times a second. A set that it has taken
/// becomes a probe set of the port for which it was begun, one undo step, whatever is chosen meanwhile.
class InstrumentDesk : public QObject {
    Q_OBJECT

public:
    InstrumentDesk(Workspace& workspace, Clock clock, QObject* parent = nullptr);
    ~InstrumentDesk() override;

    /// Begins to talk with what is at an address, and goes on trying (devices::openLink()).
    void connectTo(const QString& address);
    void disconnect();
    [[nodiscard]] bool isOn() const { return m_thread.joinable(); }
    [[nodiscard]] const QString& address() const { return m_address; }
    [[nodiscard]] const InstrumentView& view() const { return m_view; }

    /// Takes the porter's nine points at the chosen station. Says what is missing, else an empty text.
    QString takeSet();
    /// The hand is at the point that is asked for.
    void press();
    /// Throws the set away that is being taken.
    void stopSet();
    /// What the last set had to be doubted for, in words; empty where it had nothing.
    [[nodiscard]] const QStringList& doubts() const { return m_doubts; }

signals:
    void changed();

private:
    class Table;  ///< the talk and the set, which only the thread beside the window touches
    /// Has something done at the table, before the next look at the instrument.
    void wish(std::function<void(Table&)> what);
    void run(const std::stop_token& stop, int connection);
    /// Shows what the thread has seen; of another set than the present one the points are left out.
    void show(InstrumentView view, int set);
    void keepSet(const devices::SetTaker& taker, const devices::Instrument& instrument);

    Workspace& m_workspace;
    Clock m_clock;
    QString m_address;
    InstrumentView m_view;
    QStringList m_doubts;
    int m_connection = 0;  ///< which one; what an earlier one has still to say is not heard
    int m_set = 0;         ///< which set is being taken
    std::string m_port;    ///< of the set
    Length m_station;
    std::mutex m_mutex;  ///< of the wishes
    std::vector<std::function<void(Table&)>> m_wishes;
    std::jthread m_thread;
};

}  // namespace euryth::app
