// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "analysis/air_findings.hpp"
#include "analysis/pins.hpp"
#include "call_list.hpp"

namespace euryth::calls {

namespace {

// Ours; common practice, no source.
constexpr double kFarFromEven = 0.08;   // left against right
constexpr double kSteadyAlong = 0.25;   // fastest mean over slowest, less 1
constexpr double kFluttersMuch = 0.10;  // scatter over speed
constexpr double kBacksUpMuch = 0.02;   // of the flow

class AirCaller : CallList {
public:
    AirCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Probe), m_of(of) {}

    void all()
    {
        evenness();
        along();
        for (const analysis::BackingUp& found : analysis::backingUp(m_of.port, m_of.analysis))
            backsUp(found);
        for (const analysis::ProbeResult& set : m_of.analysis.probes)
            flutter(set);
        for (const job::Pin& pin : m_of.port.pins) {
            if (pin.kind == job::PinKind::String)
                string(pin);
        }
    }

private:
    [[nodiscard]] Call& callOf(const std::string& key, Severity severity, std::size_t set)
    {
        Call& call = add(key, severity);
        call.probe = set;
        if (const auto& station = m_of.analysis.probes[set].station)
            call.s = m_of.port.stations[*station].s;
        return call;
    }

    void evenness()
    {
        const auto pair = analysis::shortSidePair(m_of.port, m_of.analysis);
        if (!pair || pair->even())
            return;
        const double off = std::abs(pair->difference());
        const bool left = pair->difference() > 0.0;
        Call& call = callOf("short-side-even", off > kFarFromEven ? Severity::Warning : Severity::Note, pair->set);
        call.point = left ? pair->right : pair->left;
        call.title = say(left ? "call.short-side-even.title.left" : "call.short-side-even.title.right",
                         {{"difference", Percent{off}}});
        call.text = say(
            "call.short-side-even.text",
            {{"left", pair->leftSpeed}, {"right", pair->rightSpeed}, {"even", Percent{analysis::FloorPair::kEven}}});
        call.workings.push_back(
            say("call.short-side-even.working",
                {{"left", pair->leftSpeed}, {"right", pair->rightSpeed}, {"set", m_of.port.probes[pair->set].id}}));
    }

    void along()
    {
        const auto means = analysis::meansAlong(m_of.port, m_of.analysis);
        if (means.size() < 2)
            return;
        const auto [slow, fast] = std::ranges::minmax(means, {}, &analysis::MeanAt::mean);
        if (fast.mean / slow.mean - 1.0 < kSteadyAlong)
            return;
        Call& call = addAt("along", m_of.port.stations[slow.station].s, Severity::Note);
        call.title = say("call.along.title", {{"slow", m_of.place(slow.station)}, {"fast", m_of.place(fast.station)}});
        call.text = say("call.along.text", {{"slow", slow.mean}, {"fast", fast.mean}});
    }

    void backsUp(const analysis::BackingUp& found)
    {
        const job::ProbeSet& most = m_of.port.probes[found.most];
        const job::ProbeSet& less = m_of.port.probes[found.less];
        Call& call =
            callOf("backs-up:" + less.id, found.lost > kBacksUpMuch ? Severity::Warning : Severity::Note, found.less);
        call.point = found.point;
        call.title = say("call.backs-up.title", {{"lift", *most.lift}, {"lost", Percent{found.lost}}});
        call.text = say(found.byBench ? "call.backs-up.text.bench" : "call.backs-up.text.probe",
                        {{"low", *most.lift},
                         {"high", *less.lift},
                         {"first", most.id},
                         {"second", less.id},
                         {"lost", Percent{found.lost}}});
        if (found.point) {
            const auto at = m_of.analysis.probes[found.less].readings[*found.point].at;
            call.text += say("call.backs-up.point", {{"point", analysis::pointName(at)}});
        }
        const job::BenchRecord* bench = job::benchNamed(m_of.job, less.bench);
        if (bench && bench->ramp == job::Ramp::Slow)
            call.text += say("call.backs-up.slow");
    }

    void flutter(const analysis::ProbeResult& set)
    {
        const job::ProbeSet& probe = m_of.port.probes[set.index];
        std::optional<std::size_t> worst;
        double most = analysis::kFlutters;
        for (std::size_t i = 0; i < set.readings.size(); ++i) {
            const auto scatter = analysis::flutterOf(probe.readings[i], set.readings[i].speed);
            if (!scatter || *scatter < most)
                continue;
            most = *scatter;
            worst = i;
        }
        if (!worst)
            return;
        Call& call =
            callOf("flutter:" + probe.id, most > kFluttersMuch ? Severity::Warning : Severity::Note, set.index);
        call.point = worst;
        call.title =
            say("call.flutter.title", {{"set", probe.id}, {"point", analysis::pointName(set.readings[*worst].at)}});
        call.text = say("call.flutter.text", {{"scatter", Percent{most}}, {"speed", *set.readings[*worst].speed}});
    }

    /// What a string on a wire has shown.
    void string(const job::Pin& pin)
    {
        Call& call = add("string:" + pin.id, Severity::Note);
        if (const auto stations = analysis::stationsAt(m_of.port, pin); !stations.empty())
            call.s = m_of.port.stations[stations.front()].s;
        call.sector = pin.sector;
        call.title = say("call.string.title", {{"id", pin.id}});
        call.text = pin.lift ? say("call.string.text.lift", {{"lift", *pin.lift}}) : say("call.string.text");
    }

    const CallInputs& m_of;
};

}  // namespace

void addAirCalls(const CallInputs& of, std::vector<Call>& calls) { AirCaller(of, calls).all(); }

}  // namespace euryth::calls
