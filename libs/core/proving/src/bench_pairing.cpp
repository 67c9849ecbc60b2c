// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/bench_pairing.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

#include "analysis/test_conditions.hpp"
#include "proving/flow_difference.hpp"
#include "scatter.hpp"

namespace euryth::proving {

namespace {

bool factorKnown(const job::Job& job, const std::string& bench, job::Side side)
{
    const job::BenchRecord* record = job::benchNamed(job, bench);
    return record && (side == job::Side::Intake ? record->factorIntake : record->factorExhaust).has_value();
}

/// Two tests of one port that differ in the bench alone.
bool isPair(const job::FlowTest& a, const job::FlowTest& b)
{
    if (a.bench.empty() || b.bench.empty() || a.bench == b.bench || a.state != b.state)
        return false;
    auto first = a;
    auto second = b;
    first.bench = second.bench = {};
    first.setup.bore = second.setup.bore = std::nullopt;
    return whyNotInOneBook(first, second).empty();
}

class Pairings {
public:
    Pairings(const job::Job& job, const AnalysisOf& analysisOf) : m_job(job), m_analysisOf(analysisOf) {}

    std::vector<BenchPairing> all()
    {
        for (std::size_t i = 0; i < m_job.ports.size(); ++i) {
            if (m_job.ports[i].flow.size() > 1)
                takePort(i);
        }
        std::vector<BenchPairing> pairings;
        for (auto& [key, pairing] : m_found) {
            finish(pairing);
            pairings.push_back(std::move(pairing));
        }
        return pairings;
    }

private:
    void takePort(std::size_t port)
    {
        const auto& flow = m_job.ports[port].flow;
        const auto tests = allSums(m_job, m_job.ports[port], m_analysisOf(port));
        for (std::size_t a = 0; a < tests.size(); ++a) {
            for (std::size_t b = a + 1; b < tests.size(); ++b) {
                if (isPair(flow[tests[a].test], flow[tests[b].test]))
                    take(m_job.ports[port], tests[a], tests[b]);
            }
        }
    }

    void take(const job::Port& port, const FlowSums& a, const FlowSums& b)
    {
        const bool swap = factorKnown(m_job, port.flow[b.test].bench, port.side) &&
                          !factorKnown(m_job, port.flow[a.test].bench, port.side);
        const FlowSums& trusted = swap ? b : a;
        const FlowSums& other = swap ? a : b;
        const job::FlowTest& right = port.flow[trusted.test];
        const job::FlowTest& judged = port.flow[other.test];
        BenchPairing& pairing = m_found[{right.bench, judged.bench, port.side}];
        pairing.trusted = right.bench;
        pairing.other = judged.bench;
        pairing.side = port.side;
        pairing.when = std::max({pairing.when, right.when, judged.when});
        ++pairing.pairs;
        m_trusted[right.bench] = trusted.factorUncertainty.value_or(0.0);
        for (const FlowAt& at : other.points) {
            if (const auto flow = flowAt(trusted, at.lift))
                pairing.at.emplace_back(at.lift, *flow / (at.reference / other.factor));
        }
    }

    void finish(BenchPairing& pairing) const
    {
        std::vector<double> factors;
        for (const auto& [lift, factor] : pairing.at)
            factors.push_back(factor);
        const Scatter scatter = scatterOf(factors);
        pairing.lifts = factors.size();
        pairing.factor = scatter.mean;
        pairing.deviation = scatter.deviation;
        if (scatter.ofMean)
            pairing.uncertainty = std::hypot(*scatter.ofMean / scatter.mean, m_trusted.at(pairing.trusted));
    }

    const job::Job& m_job;
    const AnalysisOf& m_analysisOf;
    std::map<std::tuple<std::string, std::string, job::Side>, BenchPairing> m_found;
    std::map<std::string, double> m_trusted;  ///< range of a bench's factor
};

}  // namespace

std::vector<BenchPairing> benchPairings(const job::Job& job, const AnalysisOf& analysisOf)
{
    auto pairings = Pairings(job, analysisOf).all();
    std::erase_if(pairings, [](const BenchPairing& p) { return p.at.empty(); });
    return pairings;
}

job::BenchPair written(const BenchPairing& pairing)
{
    return {pairing.when,
            pairing.trusted,
            pairing.side,
            pairing.factor,
            pairing.uncertainty,
            static_cast<int>(pairing.lifts),
            {}};
}

}  // namespace euryth::proving
