// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/averager.hpp"

#include <cmath>

namespace euryth::devices {

namespace {

struct Moments {
    double mean = 0.0;
    double variance = 0.0;  ///< of the samples
    double count = 0.0;
};

template <class Iterator>
Moments momentsOf(Iterator from, Iterator to)
{
    Moments m;
    double squares = 0.0;
    for (; from != to; ++from) {  // Welford's recurrence keeps its digits
        m.count += 1.0;
        const double off = from->si - m.mean;
        m.mean += off / m.count;
        squares += off * (from->si - m.mean);
    }
    m.variance = m.count > 1.0 ? squares / (m.count - 1.0) : 0.0;
    return m;
}

}  // namespace

void Averager::add(double si, Seconds at)
{
    m_samples.push_back({si, at});
    while (m_samples.size() > kMost || m_samples.front().at < at - m_limits.window)
        m_samples.pop_front();
}

std::optional<Mean> Averager::mean() const
{
    if (m_samples.empty())
        return std::nullopt;
    const Moments all = momentsOf(m_samples.begin(), m_samples.end());
    const auto middle = m_samples.begin() + static_cast<std::ptrdiff_t>(m_samples.size() / 2);
    const Moments older = momentsOf(m_samples.begin(), middle);
    const Moments newer = momentsOf(middle, m_samples.end());
    const double allowed = std::max(m_limits.least, m_limits.tolerance * std::abs(all.mean));
    Mean mean{all.mean, std::sqrt(all.variance), static_cast<int>(m_samples.size()), false};
    if (mean.samples < m_limits.fewest)
        return mean;
    const double error = std::sqrt(all.variance / all.count);
    const double apart = std::sqrt(older.variance / older.count + newer.variance / newer.count);
    constexpr double sure = 2.0;
    mean.steady = error <= allowed && std::abs(newer.mean - older.mean) <= sure * apart + allowed;
    return mean;
}

}  // namespace euryth::devices
