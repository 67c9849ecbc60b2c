// SPDX-License-Identifier: GPL-3.0-or-later
#include "call_list.hpp"
#include "proving/flow_difference.hpp"

namespace euryth::calls {

namespace {

class ProveCaller : CallList {
public:
    ProveCaller(const CallInputs& of, std::vector<Call>& calls)
        : CallList(calls, Stage::Prove),
          m_of(of),
          m_tests(proving::allSums(of.job, of.port, of.analysis))
    {
    }

    void all()
    {
        for (const proving::FlowSums& sums : m_tests) {
            impossible(sums);
            backsUp(sums);
            for (const proving::Dip& dip : sums.dips)
                dips(sums, dip);
        }
        if (const auto gain = proving::gainOf(m_of.port, m_tests))
            lost(*gain);
        else
            notCompared();
    }

private:
    [[nodiscard]] const job::FlowTest& test(std::size_t i) const { return m_of.port.flow[i]; }

    Call& callOf(const std::string& key, Severity severity)
    {
        Call& call = add(key, severity);
        call.s = m_of.valveEnd();
        return call;
    }

    /// A warning of the port as it is now; of an earlier state a note, as the work has gone on since.
    [[nodiscard]] Severity severityOf(const proving::FlowSums& sums) const
    {
        return test(sums.test).state == m_of.port.flow.back().state ? Severity::Warning : Severity::Note;
    }

    void impossible(const proving::FlowSums& sums)
    {
        for (const proving::FlowAt& at : sums.points) {
            if (!at.impossible)
                continue;
            Call& call = callOf("flow-impossible:" + test(sums.test).id, Severity::Warning);
            call.title = say("call.flow-impossible.title", {{"test", test(sums.test).id}, {"lift", at.lift}});
            call.text = say("call.flow-impossible.text", {{"flow", at.flow}, {"share", Percent{*at.onOpening}}});
            return;
        }
    }

    void backsUp(const proving::FlowSums& sums)
    {
        if (!sums.backsUp)
            return;
        const auto& found = *sums.backsUp;
        Call& call = callOf("flow-backs-up:" + test(sums.test).id, severityOf(sums));
        call.title = say("call.flow-backs-up.title", {{"test", test(sums.test).id}, {"lift", found.from}});
        call.text = say("call.flow-backs-up.text", {{"lost", Percent{found.lost}}, {"to", found.to}});
        const job::BenchRecord* bench = job::benchNamed(m_of.job, test(sums.test).bench);
        if (bench && bench->ramp == job::Ramp::Slow)
            call.text += say("call.backs-up.slow");
        call.workings.push_back(say("call.flow-backs-up.working", {{"counts", Percent{proving::kCounts}}}));
    }

    void dips(const proving::FlowSums& sums, const proving::Dip& dip)
    {
        const proving::FlowAt& at = sums.points[dip.at];
        Call& call = callOf(keyAt("flow-dip:" + test(sums.test).id, at.lift), Severity::Note);
        call.title = say("call.flow-dip.title", {{"test", test(sums.test).id}, {"lift", at.lift}});
        call.text = say("call.flow-dip.text", {{"lost", Percent{dip.lost}}});
        const bool plug = test(sums.test).setup.plug.value_or(false);
        call.text += say(dip.swirlFalls ? "call.flow-dip.pattern"
                         : plug         ? "call.flow-dip.plug"
                                        : "call.flow-dip.again");
    }

    /// Lifts at which the port flows less than it did.
    void lost(const proving::Difference& gain)
    {
        const proving::DifferenceAt* worst = nullptr;
        for (const proving::DifferenceAt& at : gain.points) {
            if (at.counts && at.share < 0.0 && (!worst || at.share < worst->share))
                worst = &at;
        }
        if (!worst)
            return;
        Call& call = callOf("flow-lost:" + test(gain.to).id, Severity::Warning);
        call.title = say("call.flow-lost.title", {{"lift", worst->lift}, {"lost", Percent{-worst->share}}});
        call.text = say("call.flow-lost.text",
                        {{"first", test(gain.from).id}, {"second", test(gain.to).id}, {"mean", Percent{gain.mean}}});
    }

    /// There are two states, but no two tests of them that may be compared.
    void notCompared()
    {
        for (std::size_t i = 1; i < m_tests.size(); ++i) {
            const auto& first = test(m_tests.front().test);
            const auto& other = test(m_tests[i].test);
            if (first.state == other.state)
                continue;
            const auto difference = proving::differenceOf(m_of.port, m_tests.front(), m_tests[i]);
            if (difference.whyNot.empty())
                continue;
            Call& call = callOf("flow-conditions:" + other.id, Severity::Warning);
            call.title = say("call.flow-conditions.title", {{"first", first.id}, {"second", other.id}});
            call.text = say("call.conditions.text", {{"why", say("list", {{"items", difference.whyNot}})}});
            return;
        }
    }

    const CallInputs& m_of;
    std::vector<proving::FlowSums> m_tests;
};

}  // namespace

void addProveCalls(const CallInputs& of, std::vector<Call>& calls) { ProveCaller(of, calls).all(); }

}  // namespace euryth::calls
