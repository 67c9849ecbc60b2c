// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/learned.hpp"

#include <algorithm>
#include <cmath>
#include <stdexcept>

#include "work/hours.hpp"
#include "work/operations.hpp"

namespace euryth::work {

namespace {

double quantile(const std::vector<double>& sorted, double share)
{
    const double at = share * static_cast<double>(sorted.size() - 1);
    const auto below = static_cast<std::size_t>(std::floor(at));
    const std::size_t above = std::min(below + 1, sorted.size() - 1);
    return sorted[below] + (at - static_cast<double>(below)) * (sorted[above] - sorted[below]);
}

/// Operations that are done port by port without being porting.
bool isPerPort(std::string_view operation)
{
    return isPorting(operation) || operation == "measure" || operation == "probe" || operation == "flow test" ||
           operation == "flow test before" || operation == "leak test";
}

}  // namespace

Spread spreadOf(std::vector<double> values)
{
    if (values.empty())
        throw std::invalid_argument("a spread of nothing");
    std::ranges::sort(values);
    return {values.size(), quantile(values, 0.25), quantile(values, 0.5), quantile(values, 0.75)};
}

double unitsOf(const job::Job& job, std::string_view operation)
{
    return isPerPort(operation) ? std::max(1.0, static_cast<double>(portsOf(job))) : 1.0;
}

Learned::Learned(const std::vector<const job::Job*>& jobs)
{
    std::map<std::pair<std::string, std::string>, std::vector<double>> samples;
    std::vector<double> paces;
    for (const job::Job* job : jobs) {
        const auto now = operationsNow(*job);
        double spent = 0.0;
        double estimated = 0.0;
        for (std::size_t i = 0; i < now.size(); ++i) {
            const job::Operation& operation = job->work.operations[i];
            if (now[i].state != job::OperationState::Done || !(now[i].spent > 0.0))
                continue;
            samples[{job->work.kind, operation.id}].push_back(now[i].spent / unitsOf(*job, operation.id));
            if (operation.estimate && *operation.estimate > 0.0) {
                spent += now[i].spent;
                estimated += *operation.estimate;
            }
        }
        constexpr double leastHours = 1.0;  // less says nothing of how a job goes
        if (estimated >= leastHours)
            paces.push_back(spent / estimated);
    }
    for (auto& [key, values] : samples) {
        if (values.size() >= kLeastJobs)
            m_hours.emplace(key, spreadOf(std::move(values)));
    }
    if (paces.size() >= kLeastForRange)
        m_pace = spreadOf(std::move(paces));
}

std::optional<Spread> Learned::hours(const std::string& kind, const std::string& operation) const
{
    const auto found = m_hours.find({kind, operation});
    return found == m_hours.end() ? std::nullopt : std::optional(found->second);
}

}  // namespace euryth::work
