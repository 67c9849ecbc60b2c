// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <vector>

#include "devices/averager.hpp"

namespace euryth::devices {

/// Where the tip of a pitot has to be for a reading of its impact pressure; or, where `liftMm` is told, the valve for
/// one of the flow.
struct Goal {
    double stationMm = 0.0;
    double across = 0.0;
    double up = 0.0;
    std::optional<double> liftMm = {};

    /// What is read there.
    [[nodiscard]] Channel channel() const { return liftMm ? Channel::Flow : Channel::Impact; }
};

/// What was read there.
struct TakenPoint {
    std::optional<Mean> mean;  ///< of the goal's channel, SI; nothing where nothing came, as of a probe in metal
    bool steady = false;
    bool skipped = false;  ///< somebody passed it over
    Seconds at = 0.0;
    std::map<Channel, double> beside = {};  ///< means of all other channels over the same last seconds, SI
};

/// Takes the points of a probe set, or the lifts of a flow test, one after the other from an instrument. Where the
/// instrument moves the tip itself it is sent from point to point; else a hand moves it, and each point begins when
/// somebody says so: by the instrument's foot switch or by press().
///
/// A point is taken when its impact pressure is steady, or when somebody presses once more; after kLongest as it is,
/// and said to be unsteady. Where no impact pressure comes for kNothing the probe reads no air: in metal, or too near
/// to the wall. Whoever wants to say it himself of every point switches the first off (takeWhenSteady()).
class SetTaker {
public:
    enum class Phase {
        Moving,     ///< the instrument brings the tip there
        ForHand,    ///< somebody has to
        Averaging,  ///< the tip is there
        Done
    };
    static constexpr Seconds kSettle = 0.3;  ///< after the tip has come
    static constexpr Seconds kNothing = 3.0;
    static constexpr Seconds kLongest = 15.0;
    static constexpr Seconds kMoving = 20.0;  ///< within which the tip has come

    explicit SetTaker(std::vector<Goal> goals, Averager::Limits limits = {});

    /// Goes on with what the instrument has said since; to be called often.
    void step(Instrument& instrument, Seconds now);
    /// As the foot switch.
    void press() { ++m_presses; }
    /// Passes the point in hand over: it stays unread.
    void skip(Seconds now);
    /// Takes the last point anew.
    void again();
    void takeWhenSteady(bool steady) { m_whenSteady = steady; }

    [[nodiscard]] Phase phase() const { return m_phase; }
    /// The point in hand; as many as there are when all are taken.
    [[nodiscard]] std::size_t point() const { return m_taken.size(); }
    [[nodiscard]] const std::vector<Goal>& goals() const { return m_goals; }
    [[nodiscard]] const std::vector<TakenPoint>& taken() const { return m_taken; }
    /// Of the point in hand, so far.
    [[nodiscard]] std::optional<Mean> now() const { return m_read.mean(); }
    /// Mean over the set of what the bench said beside: depression, flow, lift ...; SI.
    [[nodiscard]] std::optional<double> meanOf(Channel channel) const;
    /// Channels beside the pitot that have said one and the same value all the time, to the last digit.
    [[nodiscard]] std::vector<Channel> stuck() const;
    static constexpr int kStuck = 30;  ///< readings from which that is told

private:
    void begin(Instrument& instrument, Seconds now);
    void average(Seconds now);
    void take(bool steady, Seconds now);
    void keep(TakenPoint taken);

    std::vector<Goal> m_goals;
    Averager::Limits m_limits;
    Averager m_read;
    std::vector<TakenPoint> m_taken;
    Phase m_phase = Phase::Done;
    bool m_begun = false;
    bool m_whenSteady = true;
    Seconds m_since = 0.0;
    Seconds m_lastRead = 0.0;
    int m_presses = 0;
    struct Sum {
        double total = 0.0;
        int count = 0;
        double low = 0.0;
        double high = 0.0;
    };
    std::map<Channel, Sum> m_beside;            ///< of the set
    std::map<Channel, Averager> m_besidePoint;  ///< of the point in hand, over the same last seconds as what is read
};

}  // namespace euryth::devices
