// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/set_taker.hpp"

#include <algorithm>
#include <utility>

namespace euryth::devices {

SetTaker::SetTaker(std::vector<TipGoal> goals, Averager::Limits limits) : m_goals(std::move(goals)), m_impact(limits)
{
    if (!m_goals.empty())
        m_phase = Phase::ForHand;
}

void SetTaker::begin(Instrument& instrument, Seconds now)
{
    m_begun = true;
    m_since = now;
    m_presses = 0;
    const TipGoal& goal = m_goals[point()];
    m_phase = Phase::ForHand;
    if (!instrument.movesAll({Channel::Station, Channel::Across, Channel::Up}))
        return;
    const bool sent = instrument.moveTo({Channel::Station, goal.stationMm}) &&
                      instrument.moveTo({Channel::Across, goal.across}) && instrument.moveTo({Channel::Up, goal.up});
    m_phase = sent ? Phase::Moving : Phase::ForHand;
}

void SetTaker::step(Instrument& instrument, Seconds now)
{
    m_presses += instrument.takePresses();
    const auto readings = instrument.takeReadings();
    if (m_phase == Phase::Done || instrument.state(now) == Instrument::State::Asking)
        return;
    if (!m_begun)
        return begin(instrument, now);
    if (m_phase == Phase::Moving) {
        const bool there = instrument.unanswered() == 0 && now - m_since > kSettle;
        if (!there && now - m_since < kMoving)
            return;
        m_phase = there ? Phase::Averaging : Phase::ForHand;  // a traverse that does not come: by hand then
        m_presses = 0;
        m_since = m_lastImpact = now;
        m_impact.clear();
        return;
    }
    if (m_phase == Phase::ForHand) {
        if (std::exchange(m_presses, 0) == 0)
            return;
        m_phase = Phase::Averaging;
        m_since = m_lastImpact = now;
        m_impact.clear();
        return;
    }
    for (const Reading& reading : readings) {
        if (reading.channel == Channel::Impact) {
            m_impact.add(reading.si, reading.at);
            m_lastImpact = now;
        } else {
            Sum& sum = m_beside[reading.channel];
            sum.low = sum.count > 0 ? std::min(sum.low, reading.si) : reading.si;
            sum.high = sum.count > 0 ? std::max(sum.high, reading.si) : reading.si;
            sum.total += reading.si;
            ++sum.count;
        }
    }
    average(now);
}

void SetTaker::average(Seconds now)
{
    const auto mean = m_impact.mean();
    const bool pressed = std::exchange(m_presses, 0) > 0;
    if (mean && (pressed || (m_whenSteady && mean->steady)))
        return take(mean->steady, now);
    if (!mean && now - m_lastImpact > kNothing)
        return take(false, now);
    if (m_whenSteady && now - m_since > kLongest)
        take(false, now);
}

void SetTaker::take(bool steady, Seconds now) { keep({m_impact.mean(), steady, false, now}); }

void SetTaker::skip(Seconds now)
{
    if (m_phase != Phase::Done)
        keep({{}, false, true, now});
}

void SetTaker::keep(TakenPoint taken)
{
    m_taken.push_back(std::move(taken));
    m_impact.clear();
    m_begun = false;
    if (m_taken.size() == m_goals.size())
        m_phase = Phase::Done;
}

void SetTaker::again()
{
    if (m_taken.empty())
        return;
    m_taken.pop_back();
    m_begun = false;
    m_phase = Phase::ForHand;
}

std::vector<Channel> SetTaker::stuck() const
{
    std::vector<Channel> stuck;
    for (const auto& [channel, sum] : m_beside) {
        if (sum.count >= kStuck && sum.low == sum.high)
            stuck.push_back(channel);
    }
    return stuck;
}

std::optional<double> SetTaker::meanOf(Channel channel) const
{
    const auto found = m_beside.find(channel);
    return found == m_beside.end() ? std::nullopt : std::optional(found->second.total / found->second.count);
}

}  // namespace euryth::devices
