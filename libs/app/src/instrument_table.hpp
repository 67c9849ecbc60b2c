// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <utility>

#include "app/instrument_desk.hpp"

namespace euryth::app {

using devices::Channel;
using devices::SetTaker;

class InstrumentDesk::Table {
public:
    explicit Table(const QString& address) : m_talk(address.toStdString()) {}

    void turn(devices::Seconds now)
    {
        constexpr std::chrono::milliseconds step(20);
        m_now = now;
        m_talk.turn(now, step);
        if (taker) {
            taker->step(m_talk.instrument(), now);
            for (const Channel channel : {Channel::Lift, Channel::Depression, Channel::Flow}) {
                if (const auto mean = taker->meanOf(channel))
                    m_latest[channel] = *mean;
            }
            const auto& goals = taker->goals();
            if (const auto mean = taker->now(); mean && taker->point() < goals.size())
                m_latest[goals[taker->point()].channel()] = mean->value;
            return;
        }
        for (const devices::Reading& reading : m_talk.instrument().takeReadings())
            m_latest[reading.channel] = reading.si;
        for (int press = m_talk.instrument().takePresses(); press > 0; --press) {
            for (const Channel channel : {Channel::Wall, Channel::Length}) {
                if (const auto found = m_latest.find(channel); found != m_latest.end())
                    m_pressed.emplace_back(channel, found->second);
            }
        }
    }

    /// What was read when the instrument's key was pressed, since this was last asked.
    std::vector<std::pair<Channel, double>> takePressed() { return std::exchange(m_pressed, {}); }

    void take(std::vector<devices::Goal> goals, int number, std::optional<Length> lift, bool whenSteady)
    {
        if (lift)
            m_talk.instrument().moveTo({Channel::Lift, inMm(*lift)});
        taker.emplace(std::move(goals));
        taker->takeWhenSteady(whenSteady);
        set = number;
        told = 0;
    }

    void skip()
    {
        if (taker)
            taker->skip(m_now);
    }

    void again()
    {
        if (!taker)
            return;
        taker->again();
        told = std::min(told, taker->taken().size());
    }

    [[nodiscard]] const devices::Instrument& instrument() const { return m_talk.instrument(); }
    [[nodiscard]] const devices::Log& log() const { return m_talk.log(); }

    [[nodiscard]] InstrumentView view(devices::Seconds now) const
    {
        InstrumentView v;
        v.connected = m_talk.isConnected();
        v.state = instrument().state(now);
        v.name = QString::fromStdString(instrument().name());
        v.trouble = m_talk.trouble();
        v.badLines = instrument().badLines();
        v.capabilities = instrument().capabilities();
        v.movesTip = instrument().movesAll({Channel::Station, Channel::Across, Channel::Up});
        v.movesLift = instrument().movesAll({Channel::Lift});
        v.latest = m_latest;
        if (taker) {
            v.phase = taker->phase();
            v.point = taker->point();
            v.points = taker->goals().size();
            v.mean = taker->now();
        }
        return v;
    }

    std::optional<SetTaker> taker;
    int set = 0;           ///< which one the taker takes
    std::size_t told = 0;  ///< points of it of which the window knows

private:
    devices::Talk m_talk;
    devices::Seconds m_now = 0.0;
    std::map<Channel, double> m_latest;
    std::vector<std::pair<Channel, double>> m_pressed;
};

}  // namespace euryth::app
