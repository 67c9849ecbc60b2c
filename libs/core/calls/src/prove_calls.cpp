// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>
#include <map>

#include "call_list.hpp"
#include "proving/chambers.hpp"
#include "proving/flow_difference.hpp"
#include "proving/ports_alike.hpp"
#include "proving/swirl.hpp"
#include "proving/valve_job.hpp"

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
            swirlFalls(sums);
        }
        for (const job::FlowTest& flow : m_of.port.flow)
            notRising(flow);
        seals();
        chamber();
        notAlike();
        promises();
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
            const double share = at.onOpening ? *at.onOpening : at.onThroat.value_or(0.0);
            call.text = say("call.flow-impossible.text", {{"flow", at.flow}, {"share", Percent{share}}});
            call.text += say(at.looksLikeCfm ? "call.flow-impossible.cfm" : "call.flow-impossible.do");
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

    /// Lifts of a test that do not rise as they were read: the test was typed in another order, or a lift is wrong.
    void notRising(const job::FlowTest& flow)
    {
        std::optional<Length> before;
        for (const job::FlowPoint& point : flow.points) {
            if (point.lift && point.flow && before && *point.lift < *before) {
                Call& call = callOf("flow-order:" + flow.id, Severity::Note);
                call.title = say("call.flow-order.title", {{"test", flow.id}, {"lift", *point.lift}});
                call.text = say("call.flow-order.text", {{"before", *before}});
                return;
            }
            if (point.lift && point.flow)
                before = point.lift;
        }
    }

    void swirlFalls(const proving::FlowSums& sums)
    {
        const auto swirl = proving::swirlOf(m_of.job, m_of.port, sums);
        if (!swirl || !swirl->collapse)
            return;
        const proving::SwirlAt& at = swirl->points[swirl->collapse->at];
        const bool tumble = swirl->motion == job::Motion::Tumble;
        Call& call = callOf(keyAt("swirl-falls:" + test(sums.test).id, at.lift), Severity::Note);
        call.title = say(tumble ? "call.swirl-falls.tumble" : "call.swirl-falls.title",
                         {{"test", test(sums.test).id}, {"lift", at.lift}});
        call.text = say("call.swirl-falls.text", {{"share", Percent{swirl->collapse->share}}});
        const bool dips = std::ranges::any_of(
            sums.dips, [&](const proving::Dip& dip) { return sums.points[dip.at].lift == at.lift; });
        call.text += say(dips ? "call.swirl-falls.dip" : "call.swirl-falls.flow");
    }

    /// A valve that was seen to leak and not seen to seal since.
    void seals()
    {
        const auto seal = proving::sealOf(m_of.port);
        if (!seal || seal->tight)
            return;
        const job::LeakTest& last = m_of.port.leakTests[seal->last];
        const bool weeps = last.result == job::Tight::Weeps;
        Call& call = callOf("valve-leaks", seal->relapped ? Severity::Note : Severity::Warning);
        call.title = say(weeps ? "call.valve-leaks.weeps" : "call.valve-leaks.leaks");
        if (!last.place.empty())
            call.text = say("call.valve-leaks.where", {{"place", last.place}});
        call.text += say(seal->relapped ? "call.valve-leaks.again" : "call.valve-leaks.do");
    }

    /// Chambers that are not alike: told once, at the intake ports of the smallest one.
    void chamber()
    {
        if (m_of.port.side != job::Side::Intake || !m_of.port.cylinder || m_of.port.isBranch())
            return;
        const auto chambers = proving::chambersOf(m_of.job);
        if (!chambers || chambers->alike)
            return;
        const auto own = std::ranges::find(chambers->now, m_of.port.cylinder, &proving::ChamberNow::cylinder);
        if (own == chambers->now.end() || own->volume != chambers->smallest)
            return;
        Call& call = callOf("chambers", Severity::Note);
        call.title = say("call.chambers.title",
                         {{"cylinder", count(static_cast<std::size_t>(*own->cylinder))}, {"less", chambers->spread()}});
        call.text = say("call.chambers.text", {{"house", m_of.job.house.alikeChamber}, {"take", own->take}});
    }

    /// It flows more or less than the ports like it.
    void notAlike()
    {
        const auto own = job::findPort(m_of.job, m_of.port.id);
        if (!own || m_tests.empty())
            return;
        std::map<std::size_t, analysis::PortAnalysis> measured;  // the sums of a test ask for no more
        const auto analysisOf = [&](std::size_t i) -> const analysis::PortAnalysis& {
            const auto found = measured.find(i);
            return found != measured.end()
                       ? found->second
                       : measured.emplace(i, analysis::measure(m_of.job, m_of.job.ports[i])).first->second;
        };
        const auto alike = proving::alikeOf(m_of.job, *own, analysisOf);
        if (!alike || !alike->oddFlow || alike->ports[*alike->oddFlow] != *own)
            return;
        const bool less = alike->oddBy < 0.0;
        Call& call = callOf("flow-odd", Severity::Warning);
        call.title = say(less ? "call.flow-odd.less" : "call.flow-odd.more", {{"by", Percent{std::abs(alike->oddBy)}}});
        call.text = say("call.flow-odd.text", {{"house", Percent{m_of.job.house.alikeFlow}}});
        if (less)
            call.text += say("call.flow-odd.do");
    }

    /// Cuts that did not bring what they were to bring.
    void promises()
    {
        for (const proving::PromiseKept& kept : proving::promisesKept(m_of.job, m_of.port, m_of.analysis)) {
            if (kept.mean >= -proving::kPromised)
                continue;
            Call& call = callOf("flow-promise:" + test(kept.test).id, Severity::Note);
            call.title = say("call.flow-promise.title", {{"test", test(kept.test).id}, {"short", Percent{-kept.mean}}});
            call.text = say("call.flow-promise.text");
        }
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
