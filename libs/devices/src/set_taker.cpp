// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/set_taker.hpp"

#include <algorithm>
#include <utility>

namespace euryth::devices {

SetTaker::SetTaker(std::vector<Goal> goals, Averager::Limits limits)
    : m_goals(std::move(goals)),
      m_limits(limits),
      m_read(limits)
{
    if (!m_goals.empty())
        m_phase = Phase::ForHand;
}

namespace {

/// Sends the instrument there, where it can be sent.
bool isSent(Instrument& instrument, const Goal& goal)
{
    if (goal.liftMm)
        return instrument.movesAll({Channel::Lift}) && instrument.moveTo({Channel::Lift, *goal.liftMm});
    return instrument.movesAll({Channel::Station, Channel::Across, Channel::Up}) &&
           instrument.moveTo({Channel::Station, goal.stationMm}) && instrument.moveTo({Channel::Across, goal.across}) &&
           instrument.moveTo({Channel::Up, goal.up});
}

}  // namespace

void SetTaker::begin(Instrument& instrument, Seconds now)
{
    m_begun = true;
    m_since = now;
    m_presses = 0;
    const Goal& goal = m_goals[point()];
    m_besidePoint.clear();
    m_phase = isSent(instrument, goal) ? Phase::Moving : Phase::ForHand;
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
        m_since = m_lastRead = now;
        m_read.clear();
        return;
    }
    if (m_phase == Phase::ForHand) {
        if (std::exchange(m_presses, 0) == 0)
            return;
        m_phase = Phase::Averaging;
        m_since = m_lastRead = now;
        m_read.clear();
        return;
    }
    for (const Reading& reading : readings) {
        if (reading.channel == m_goals[point()].channel()) {
            m_read.add(reading.si, reading.at);
            m_lastRead = now;
        } else {
            Sum& sum = m_beside[reading.channel];
            sum.low = sum.count > 0 ? std::min(sum.low, reading.si) : reading.si;
            sum.high = sum.count > 0 ? std::max(sum.high, reading.si) : reading.si;
            sum.total += reading.si;
            ++sum.count;
            m_besidePoint.try_emplace(reading.channel, m_limits).first->second.add(reading.si, reading.at);
        }
    }
    average(now);
}

void SetTaker::average(Seconds now)
{
    const auto mean = m_read.mean();
    const bool pressed = std::exchange(m_presses, 0) > 0;
    if (mean && (pressed || (m_whenSteady && mean->steady)))
        return take(mean->steady, now);
    if (!mean && now - m_lastRead > kNothing)
        return take(false, now);
    if (m_whenSteady && now - m_since > kLongest)
        take(false, now);
}

void SetTaker::take(bool steady, Seconds now) { keep({m_read.mean(), steady, false, now, {}}); }

void SetTaker::skip(Seconds now)
{
    if (m_phase != Phase::Done)
        keep({{}, false, true, now, {}});
}

void SetTaker::keep(TakenPoint taken)
{
    for (const auto& [channel, averager] : m_besidePoint) {
        if (const auto mean = averager.mean())
            taken.beside[channel] = mean->value;
    }
    m_taken.push_back(std::move(taken));
    m_read.clear();
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
