// SPDX-License-Identifier: GPL-3.0-or-later
#include "plans/house_change.hpp"

#include <algorithm>
#include <functional>

#include "engine/engine_run.hpp"
#include "job/describe.hpp"
#include "plans/valve_plan.hpp"

namespace euryth::plans {

namespace {

/// A port under one set of rules.
struct Outcome {
    job::Job job;
    analysis::PortAnalysis analysis;
    ValveEndPlan end;
    std::optional<Volume> planned;    ///< of the suggested or typed plan
    std::optional<Volume> reachable;  ///< with every wall cut to its limit
    Known<engine::EngineModel> model;
};

template <class Areas>
std::optional<Volume> volumeOf(const job::Port& port, const Areas& areas)
{
    std::vector<geometry::AreaAt> knots;
    for (std::size_t i = 0; i < port.stations.size() && i < areas.size(); ++i) {
        const std::optional<Area> area = areas[i];
        if (!area)
            return std::nullopt;
        knots.push_back({port.stations[i].s, *area});
    }
    return knots.size() < 2 ? std::nullopt : std::optional(geometry::AreaCurve(std::move(knots)).volume());
}

Outcome outcomeOf(job::Job job, const job::Port& port, const job::House& house)
{
    job.house = house;
    Outcome outcome{std::move(job), {}, {}, {}, {}, {}};
    outcome.analysis = analysis::analyse(outcome.job, port);
    outcome.end = planValveEnd(outcome.job, port, outcome.analysis);
    outcome.planned = volumeOf(port, outcome.analysis.plan);
    outcome.reachable = volumeOf(port, outcome.analysis.reachable);
    outcome.model = engine::engineModel(outcome.job, port, outcome.analysis);
    return outcome;
}

/// What a rule does to a number of this port: `id` with {before} and {after}, or with ".same" where it stays; empty
/// where one of them is not known.
template <class T>
Phrase change(const std::string& id, const std::optional<T>& before, const std::optional<T>& after)
{
    if (!before || !after)
        return {};
    return *before == *after ? say(id + ".same") : say(id, {{"before", *before}, {"after", *after}});
}

template <std::size_t N, class Enum>
Phrase choice(const std::string& option, const std::array<std::string_view, N>& keys, Enum value)
{
    std::string key(keys[static_cast<std::size_t>(value)]);
    std::ranges::replace(key, ' ', '-');
    return say("option." + option + "." + key);
}

Phrase rangeText(const job::ShareRange& range)
{
    return say("range", {{"low", Percent{range.low}}, {"high", Percent{range.high}}});
}

Phrase machText(double mach) { return say("mach", {{"mach", Number{mach, 2}}}); }

template <class T>
Phrase value(const T& quantity)
{
    return say("value", {{"value", quantity}});
}

/// The opening of the valve with the house's seat angle, at a share of the greatest lift.
std::optional<Area> openingWith(const Outcome& outcome, job::Side side, double shareOfLift)
{
    if (!outcome.analysis.valve)
        return std::nullopt;
    geometry::ValveGeometry valve = *outcome.analysis.valve;
    const auto stack = geometry::placeSeat(valve.cuts, valve.head, valve.edgeInset);
    if (!stack)
        return std::nullopt;
    valve.cuts[stack->seat].angle = outcome.job.house.seatAngle;
    const job::Engine& engine = outcome.job.engine;
    const auto cam = analysis::camOf(engine, side);
    const Length most = cam ? cam->lift : valve.head / 4.0;
    return geometry::openingAt(valve, most * shareOfLift).area;
}

class HouseComparison {
public:
    HouseComparison(const job::Job& job, const job::Port& port, const job::House& to)
        : m_port(port),
          m_before(outcomeOf(job, port, job.house)),
          m_after(outcomeOf(job, port, to))
    {
    }

    std::vector<HouseChange> changes()
    {
        area();
        sides();
        seat();
        turn();
        walls();
        speeds();
        work();
        otherSide();
        return std::move(m_changes);
    }

private:
    using Print = std::function<Phrase(const job::House&)>;

    /// `id`: of the rule's name; with ".why" of the two sides of the dispute.
    void rule(const std::string& id, const Print& print, const Phrase& effect)
    {
        add(say("rule." + id), print, effect, say("rule." + id + ".why"));
    }
    void add(const Phrase& name, const Print& print, const Phrase& effect, const Phrase& why)
    {
        const Phrase from = print(m_before.job.house);
        const Phrase to = print(m_after.job.house);
        if (from != to)
            m_changes.push_back({name, from, to, effect, why});
    }

    void area()
    {
        rule(
            "mach", [side = m_port.side](const auto& h) { return machText(job::limitingMach(h, side)); },
            change("effect.wanted-area", m_before.analysis.wantedArea, m_after.analysis.wantedArea));
        rule(
            "taper", [](const auto& h) { return value(Percent{h.taperPer100mm}); },
            change("effect.planned-volume", m_before.planned, m_after.planned));
        rule(
            "small-big-small", [](const auto& h) { return value(Percent{h.smallBigSmall}); },
            change("effect.findings", bulges(m_before), bulges(m_after)));
    }

    [[nodiscard]] static std::optional<Number> bulges(const Outcome& o)
    {
        return count(
            std::ranges::count(o.analysis.findings, geometry::FindingKind::SmallBigSmall, &geometry::Finding::kind));
    }

    void seat()
    {
        const job::Side side = m_port.side;
        rule(
            "throat", [&](const auto& h) { return rangeText(job::throatRange(h, side)); },
            change("effect.throat", m_before.end.throat.throat.value, m_after.end.throat.throat.value));
        Phrase angle;
        const auto lowBefore = openingWith(m_before, side, kLowLift);
        const auto lowAfter = openingWith(m_after, side, kLowLift);
        const auto highBefore = openingWith(m_before, side, kHighLift);
        const auto highAfter = openingWith(m_after, side, kHighLift);
        if (lowBefore && lowAfter && highBefore && highAfter) {
            angle = say("effect.seat-angle", {{"low", Percent{*lowAfter / *lowBefore - 1.0}},
                                              {"high", Percent{*highAfter / *highBefore - 1.0}}});
        }
        rule(
            "seat-angle", [](const auto& h) { return value(h.seatAngle); }, angle);
        rule(
            "seat-width", [&](const auto& h) { return value(job::seatWidth(h, side)); },
            change("effect.seat-end", seatEnd(m_before), seatEnd(m_after)));
        rule(
            "scribe", [&](const auto& h) { return value(job::scribeBelow(h, side)); },
            change("effect.scribe-depth", m_before.end.throat.scribeDepth.value, m_after.end.throat.scribeDepth.value));
        rule(
            "lift-weight", [](const auto& h) { return choice("lift-weight", job::kLiftWeightKeys, h.liftWeight); },
            change("effect.mean-opening", weighted(m_before), weighted(m_after)));
    }

    static constexpr double kLowLift = 0.2;
    static constexpr double kHighLift = 0.5;

    [[nodiscard]] std::optional<Area> weighted(const Outcome& o) const
    {
        return o.analysis.valve ? weightedOpening(o.job, m_port.side, *o.analysis.valve).value : std::nullopt;
    }

    /// Inner diameter of a seat of the house's width and angle on this valve.
    [[nodiscard]] std::optional<Length> seatEnd(const Outcome& o) const
    {
        if (!m_port.valve.diameter)
            return std::nullopt;
        const Length outer = *m_port.valve.diameter - 2.0 * m_port.valve.edgeInset.value_or(Length{});
        return outer - 2.0 * cos(o.job.house.seatAngle) * job::seatWidth(o.job.house, m_port.side);
    }

    void turn()
    {
        rule(
            "bowl", [&](const auto& h) { return rangeText(job::bowlRange(h, m_port.side)); },
            change("effect.bowl", m_before.end.turn.bowl.value, m_after.end.turn.bowl.value));
    }

    void walls()
    {
        const Phrase reach = change("effect.reachable", m_before.reachable, m_after.reachable);
        rule(
            "least-wall", [](const auto& h) { return value(h.leastWall); }, reach);
        rule(
            "unrepairable-wall", [](const auto& h) { return value(h.unrepairableLeastWall); }, reach);
        rule(
            "gauge-error", [](const auto& h) { return value(h.gaugeError); }, reach);
        rule(
            "greatest-cut", [](const auto& h) { return value(h.greatestCut); }, reach);
        rule(
            "apex-lowering", [](const auto& h) { return value(h.apexLowering); }, reach);
        rule(
            "wall-rules",
            [](const auto& h) {
                return say("wall-rules.count", {{"rules", count(h.wallRules.size())}});
            },
            reach);
        rule("guide-metal", [](const auto& h) { return value(h.guideMetal); }, {});
        rule("fin", [](const auto& h) { return value(h.finWidth); }, {});
        const auto notMet = std::ranges::count_if(m_after.analysis.planned, [](const auto& p) { return p && !p->met; });
        rule(
            "thin-wall", [](const auto& h) { return choice("thin-wall", job::kThinWallKeys, h.thinWall); },
            say("effect.not-met", {{"stations", count(notMet)}}));
        Phrase shift;
        if (m_after.analysis.coreShift)
            shift = say("effect.core-shift", {{"shift", Length(abs(*m_after.analysis.coreShift))}});
        rule(
            "core-shift", [](const auto& h) { return choice("core-shift", job::kCoreShiftKeys, h.coreShift); }, shift);
    }

    /// Exhaust against intake.
    void sides()
    {
        const auto flow = engine::exhaustToIntake(
            m_after.job, m_port, [&](std::size_t i) { return engine::portFlows(m_after.job, m_after.job.ports[i]); });
        rule(
            "exhaust-to-intake", [](const auto& h) { return rangeText(h.exhaustToIntake); },
            flow ? say("effect.exhaust-to-intake", {{"ratio", Percent{flow->share}}}) : Phrase());
    }

    void speeds()
    {
        rule("speed-limits",
             [](const job::House& h) {
                 return say("speed-limits",
                            {{"fast", Ratio{h.fastRatio}}, {"slow", Ratio{h.slowRatio}}, {"dead", Ratio{h.deadRatio}}});
             },
             {});
        rule("least-gain", [](const auto& h) { return value(Percent{h.leastGain}); }, {});
    }

    [[nodiscard]] std::optional<PressureDifference> lossOf(const Outcome& o) const
    {
        if (!o.model)
            return std::nullopt;
        const auto flow =
            engine::throughPort(*o.model, engine::On::Bench, o.model->cam.lift, engine::benchDepression(o.job));
        const std::size_t last = flow.stations.size() - 2;  // the one before the valve's opening
        return flow.stations.front().totalPressure - flow.stations[last].totalPressure;
    }

    void work()
    {
        const job::Side side = m_port.side;
        rule(
            "finish", [&](const auto& h) { return choice("finish", job::kFinishKeys, job::finish(h, side)); },
            change("effect.loss", lossOf(m_before), lossOf(m_after)));
        rule("alike",
             [](const auto& h) {
                 return say(
                     "rule.alike.value",
                     {{"flow", Percent{h.alikeFlow}}, {"size", Percent{h.alikeVolume}}, {"chamber", h.alikeChamber}});
             },
             {});
        rule(
            "run-out", [](const auto& h) { return value(h.runOutLimit); },
            m_port.valve.runOut ? say("effect.run-out", {{"is", *m_port.valve.runOut}}) : Phrase());
        rule("lift-step",
             [](const auto& h) { return h.liftStep > Length{} ? value(h.liftStep) : say("rule.lift-step.by-units"); },
             {});
        rule(
            "valve-job", [](const auto& h) { return choice("valve-job", job::kValveJobKeys, h.valveJob); },
            say(m_after.job.house.valveJob == job::ValveJob::First ? "effect.valve-job-first"
                                                                   : "effect.valve-job-last"));
    }

    /// Rules of the other side differ too, and change nothing at this port.
    void otherSide()
    {
        const bool intake = m_port.side == job::Side::Intake;
        const job::Side side = intake ? job::Side::Exhaust : job::Side::Intake;
        const Phrase none = say(intake ? "effect.none-intake" : "effect.none-exhaust");
        const auto other = [&](const std::string& id, const Print& print) {
            add(say(intake ? "rule.of-exhaust" : "rule.of-intake", {{"rule", say("rule." + id)}}), print, none,
                say("rule.other-side.why"));
        };
        other("mach", [&](const auto& h) { return machText(job::limitingMach(h, side)); });
        other("throat", [&](const auto& h) { return rangeText(job::throatRange(h, side)); });
        other("bowl", [&](const auto& h) { return rangeText(job::bowlRange(h, side)); });
        other("seat-width", [&](const auto& h) { return value(job::seatWidth(h, side)); });
        other("scribe", [&](const auto& h) { return value(job::scribeBelow(h, side)); });
        other("finish", [&](const auto& h) { return choice("finish", job::kFinishKeys, job::finish(h, side)); });
    }

    const job::Port& m_port;
    Outcome m_before;
    Outcome m_after;
    std::vector<HouseChange> m_changes;
};

}  // namespace

std::vector<HouseChange> compareHouses(const job::Job& job, const job::Port& port, const job::House& to)
{
    return HouseComparison(job, port, to).changes();
}

}  // namespace euryth::plans
