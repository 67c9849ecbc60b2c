// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/ports_alike.hpp"

#include <algorithm>
#include <cmath>
#include <set>

#include "analysis/test_conditions.hpp"
#include "plans/alike_ports.hpp"
#include "proving/flow_difference.hpp"

namespace euryth::proving {

namespace {

class Beside {
public:
    Beside(const job::Job& job, const AnalysisOf& analysisOf, std::vector<std::size_t> ports)
        : m_job(job),
          m_analysisOf(analysisOf)
    {
        m_alike.ports = std::move(ports);
    }

    PortsAlike all()
    {
        takeTests();
        takeLifts();
        takeSizes();
        judge();
        return std::move(m_alike);
    }

private:
    void takeTests()
    {
        std::vector<const job::FlowTest*> tests;
        for (const std::size_t i : m_alike.ports)
            tests.push_back(job::countingTest(m_job.ports[i]));
        const auto book = largestBook(tests);
        for (std::size_t k = 0; k < tests.size(); ++k) {
            const job::Port& port = m_job.ports[m_alike.ports[k]];
            const auto index =
                tests[k] ? std::optional(static_cast<std::size_t>(tests[k] - port.flow.data())) : std::nullopt;
            m_alike.tests.push_back(index);
            auto sums = index ? sumsOf(m_job, port, m_analysisOf(m_alike.ports[k]), *index) : Known<FlowSums>{};
            std::vector<Phrase> why;
            for (std::size_t i = 0; sums && i < book.size() && why.empty(); ++i)
                why = whyNotInOneBook(*book[i], *tests[k]);
            m_sums.push_back(sums && why.empty() ? std::move(sums.value) : std::nullopt);
            m_alike.whyNot.push_back(std::move(why));
        }
    }

    /// The most tests of which each stands in one book with each: from every one of them on, the others that still fit
    /// in their order; of several as large the first. One with a set-up that nobody wrote down fits everywhere.
    static std::vector<const job::FlowTest*> largestBook(const std::vector<const job::FlowTest*>& tests)
    {
        std::vector<const job::FlowTest*> largest;
        for (const job::FlowTest* first : tests) {
            if (!first)
                continue;
            std::vector<const job::FlowTest*> book{first};
            for (const job::FlowTest* other : tests) {
                const auto fits = [other](const job::FlowTest* test) { return whyNotInOneBook(*test, *other).empty(); };
                if (other && other != first && std::ranges::all_of(book, fits))
                    book.push_back(other);
            }
            if (book.size() > largest.size())
                largest = std::move(book);
        }
        return largest;
    }

    void takeLifts()
    {
        std::set<double> lifts;
        for (const auto& sums : m_sums) {
            for (std::size_t i = 0; sums && i < sums->points.size(); ++i)
                lifts.insert(std::round(sums->points[i].lift.si() * kSteps) / kSteps);
        }
        for (const double lift : lifts) {
            AlikeAt at{Length::fromSi(lift), {}, {}};
            std::vector<double> known;
            for (const auto& sums : m_sums) {
                at.flows.push_back(sums ? flowAt(*sums, at.lift) : std::nullopt);
                if (at.flows.back())
                    known.push_back(at.flows.back()->si());
            }
            if (known.size() < 2)
                continue;
            at.middle = VolumeFlow::fromSi(medianOf(known));
            m_alike.lifts.push_back(std::move(at));
        }
    }

    static double medianOf(std::vector<double> values)
    {
        std::ranges::sort(values);
        const std::size_t half = values.size() / 2;
        return values.size() % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2.0;
    }

    /// Mean flow of each port over the lifts that all tested ones have.
    [[nodiscard]] std::vector<std::optional<double>> means() const
    {
        std::vector<std::optional<double>> means(m_alike.ports.size());
        for (std::size_t k = 0; k < means.size(); ++k) {
            double sum = 0.0;
            std::size_t count = 0;
            for (const AlikeAt& at : m_alike.lifts) {
                bool all = true;
                for (std::size_t other = 0; other < m_sums.size(); ++other)
                    all = all && (!m_sums[other] || at.flows[other]);
                if (!all || !at.flows[k])
                    continue;
                sum += at.flows[k]->si();
                ++count;
            }
            if (count > 0)
                means[k] = sum / static_cast<double>(count);
        }
        return means;
    }

    void takeSizes()
    {
        std::vector<std::optional<double>> volumes;
        std::vector<std::optional<double>> pinches;
        for (const std::size_t i : m_alike.ports) {
            const auto& areas = m_analysisOf(i).areas;
            volumes.push_back(areas ? std::optional(areas->volume().si()) : std::nullopt);
            pinches.push_back(areas ? std::optional(areas->smallest().area.si()) : std::nullopt);
        }
        m_alike.flow = analysis::spreadOf(means(), m_job.house.alikeFlow);
        m_alike.volume = analysis::spreadOf(std::move(volumes), m_job.house.alikeVolume);
        m_alike.pinch = analysis::spreadOf(std::move(pinches), m_job.house.alikeVolume);
    }

    void judge()
    {
        const auto& flows = m_alike.flow.values;
        std::vector<double> known;
        for (const auto& flow : flows) {
            if (flow)
                known.push_back(*flow);
        }
        if (known.size() < 2)
            return;
        const double middle = medianOf(known);
        for (std::size_t k = 0; k < flows.size(); ++k) {
            if (!flows[k])
                continue;
            const double off = *flows[k] / middle - 1.0;
            constexpr double same = 1e-9;  // two ports are equally far from their middle: the poorer one is told
            const double farther = std::abs(off) - std::abs(m_alike.oddBy);
            if (std::abs(off) > m_job.house.alikeFlow && (farther > same || (farther > -same && off < 0.0))) {
                m_alike.oddFlow = k;
                m_alike.oddBy = off;
            }
        }
    }

    static constexpr double kSteps = 1e5;  // lifts that differ by less than a hundredth of a millimetre are one
    const job::Job& m_job;
    const AnalysisOf& m_analysisOf;
    std::vector<std::optional<FlowSums>> m_sums;
    PortsAlike m_alike;
};

}  // namespace

std::vector<ToBring> toBring(const job::Job& job, const PortsAlike& alike, const AnalysisOf& analysisOf)
{
    std::vector<ToBring> all;
    const auto best = std::ranges::max_element(alike.flow.values);
    if (best == alike.flow.values.end() || !*best)
        return all;
    const PromiseRecord record = promiseRecord(job, analysisOf);
    for (std::size_t k = 0; k < alike.ports.size(); ++k) {
        const auto& flow = alike.flow.values[k];
        if (!flow || **best / *flow - 1.0 <= job.house.alikeFlow)
            continue;
        ToBring bring{k, **best / *flow - 1.0, {}, {}};
        const auto& analysis = analysisOf(alike.ports[k]);
        if (const auto promise = promiseOf(job, job.ports[alike.ports[k]], analysis, record)) {
            bring.promised = promise->gain;
            bring.metal = analysis.cut->after.volume - analysis.cut->before.volume;
        }
        all.push_back(bring);
    }
    return all;
}

std::optional<PortsAlike> alikeOf(const job::Job& job, std::size_t port, const AnalysisOf& analysisOf)
{
    std::vector<std::size_t> ports;
    for (const std::size_t i : plans::alikePorts(job, port)) {
        if (job::branchesOf(job, job.ports[i]).empty())  // a common runner has no valve of its own
            ports.push_back(i);
    }
    if (ports.size() < 2)
        return std::nullopt;
    return Beside(job, analysisOf, std::move(ports)).all();
}

std::vector<PortsAlike> portsAlike(const job::Job& job, const AnalysisOf& analysisOf)
{
    std::vector<PortsAlike> kinds;
    std::set<std::size_t> seen;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (seen.contains(i))
            continue;
        auto alike = alikeOf(job, i, analysisOf);
        if (!alike)
            continue;
        seen.insert(alike->ports.begin(), alike->ports.end());
        kinds.push_back(std::move(*alike));
    }
    return kinds;
}

}  // namespace euryth::proving
