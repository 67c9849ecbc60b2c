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

template <class T>
Phrase change(const char* what, const std::optional<T>& before, const std::optional<T>& after, const char* same)
{
    Phrase text;
    if (!before || !after)
        return text;
    if (*before == *after)
        return text << same;
    return text << what << " " << *before << " becomes " << *after;
}

std::string word(std::string_view key) { return std::string(key); }

template <std::size_t N, class Enum>
Phrase choice(const std::array<std::string_view, N>& keys, Enum value)
{
    return Phrase(word(keys[static_cast<std::size_t>(value)]));
}

Phrase rangeText(const job::ShareRange& range)
{
    return Phrase() << Percent{range.low} << " to " << Percent{range.high};
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
    const auto cam = engine::camOf(side == job::Side::Intake ? engine.intakeCam : engine.exhaustCam);
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

    void rule(const char* name, const Print& print, const Phrase& effect, const char* why)
    {
        const Phrase from = print(m_before.job.house);
        const Phrase to = print(m_after.job.house);
        if (from == to)
            return;
        m_changes.push_back({name, from, to, effect, why});
    }

    void area()
    {
        rule(
            "greatest gas speed",
            [](const auto& h) {
                return Phrase() << "Mach " << Number{h.limitingMach, 2};
            },
            change("wanted area", m_before.analysis.wantedArea, m_after.analysis.wantedArea, "the wanted area stays"),
            "A lower limit asks for a bigger port: air for high revs, less speed in the middle. A higher one keeps it "
            "small, and too small can be opened later.");
        rule(
            "taper toward the window, each 100 mm", [](const auto& h) { return Phrase() << Percent{h.taperPer100mm}; },
            change("planned volume", m_before.planned, m_after.planned, "the planned volume stays"),
            "A taper speeds the air up toward the valve; a steady runner keeps what it has.");
        rule(
            "small-big-small tolerated", [](const auto& h) { return Phrase() << Percent{h.smallBigSmall}; },
            change("findings along the runner", count(m_before), count(m_after), "the findings stay"),
            "Every widening between two narrow places costs speed; a tight limit asks for a straighter port.");
    }

    [[nodiscard]] static std::optional<Number> count(const Outcome& o)
    {
        const auto bulges =
            std::ranges::count(o.analysis.findings, geometry::FindingKind::SmallBigSmall, &geometry::Finding::kind);
        return Number{static_cast<double>(bulges), 0};
    }

    void seat()
    {
        const job::Side side = m_port.side;
        rule(
            "throat of the valve's diameter", [&](const auto& h) { return rangeText(job::throatRange(h, side)); },
            change("throat", m_before.end.throat.throat.value, m_after.end.throat.throat.value, "the throat stays"),
            "A wide throat flows at high lift; a narrow one keeps speed and a seat that lasts. Boosted builds stop "
            "early, some exhausts go very wide behind a wide seat.");
        Phrase angle;
        const auto lowBefore = openingWith(m_before, side, kLowLift);
        const auto lowAfter = openingWith(m_after, side, kLowLift);
        const auto highBefore = openingWith(m_before, side, kHighLift);
        const auto highAfter = openingWith(m_after, side, kHighLift);
        if (lowBefore && lowAfter && highBefore && highAfter) {
            angle << "geometric opening at a fifth of the lift " << Percent{*lowAfter / *lowBefore - 1.0}
                  << ", at half of it " << Percent{*highAfter / *highBefore - 1.0}
                  << "; what a steeper seat gains above that is in the flow, not in the opening";
        }
        rule(
            "seat angle", [](const auto& h) { return Phrase() << h.seatAngle; }, angle,
            "Steeper seats gain from mid lift up and give a little at the lowest lifts; flatter ones feed low lifts "
            "and build metal into the turn.");
        rule(
            "seat width", [&](const auto& h) { return Phrase() << job::seatWidth(h, side); },
            change("the seat ends at", seatEnd(m_before), seatEnd(m_after), ""),
            "Wide seats cool the valve and live long; narrow ones leave more opening.");
        rule(
            "scribed line below the seat", [&](const auto& h) { return Phrase() << job::scribeBelow(h, side); },
            change("scribe depth", m_before.end.throat.scribeDepth.value, m_after.end.throat.scribeDepth.value,
                   "the depth stays"),
            "The bowl is cut up to the line and no further; a deeper line leaves more radius under the seat.");
        rule(
            "lifts that count", [](const auto& h) { return choice(job::kLiftWeightKeys, h.liftWeight); },
            change("mean opening so weighed", weighted(m_before), weighted(m_after), ""),
            "Some ignore the lowest lifts, others say that what is lost there never comes back.");
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
            "bowl of the valve's diameter", [&](const auto& h) { return rangeText(job::bowlRange(h, m_port.side)); },
            change("bowl", m_before.end.turn.bowl.value, m_after.end.turn.bowl.value, "the bowl stays"),
            "A low short side needs a big bowl to slow the air before it turns; a tall one works with a small bowl.");
    }

    void walls()
    {
        const Phrase reach =
            change("volume that the walls allow", m_before.reachable, m_after.reachable, "what the walls allow stays");
        const char* why =
            "A thin wall fails later, hot and under pressure; a thick one leaves speed and area in the "
            "casting.";
        rule(
            "wall to leave", [](const auto& h) { return Phrase() << h.leastWall; }, reach, why);
        rule(
            "wall to leave where no weld reaches", [](const auto& h) { return Phrase() << h.unrepairableLeastWall; },
            reach, why);
        rule(
            "gauge error", [](const auto& h) { return Phrase() << h.gaugeError; }, reach,
            "What the gauge may be off is left on every wall beside the reserve.");
        rule(
            "greatest cut", [](const auto& h) { return Phrase() << h.greatestCut; }, reach,
            "Light work keeps the port; deep cuts change it.");
        Phrase missed;
        const auto notMet = std::ranges::count_if(m_after.analysis.planned, [](const auto& p) { return p && !p->met; });
        missed << Number{static_cast<double>(notMet), 0} << " stations where the walls do not give the plan";
        rule(
            "thin walls", [](const auto& h) { return choice(job::kThinWallKeys, h.thinWall); }, missed,
            "Some fill thin places first, others never trust a filling to stay; a weld needs a specialist and a far "
            "side that he can reach.");
        Phrase shift;
        if (m_after.analysis.coreShift)
            shift << "here " << Length(abs(*m_after.analysis.coreShift)) << " off the middle of its metal";
        rule(
            "core shift", [](const auto& h) { return choice(job::kCoreShiftKeys, h.coreShift); }, shift,
            "Chasing a shifted core twists the port, so most leave it; some correct the exhaust.");
    }

    void speeds()
    {
        const auto limits = [](const job::House& h) {
            return Phrase() << "fast " << Ratio{h.fastRatio} << ", slow " << Ratio{h.slowRatio} << ", dead "
                            << Ratio{h.deadRatio};
        };
        rule("limits of local speed", limits, {},
             "Tight limits find more places to work on; wide ones keep to the worst.");
        rule(
            "gain that cuts have to bring", [](const auto& h) { return Phrase() << Percent{h.leastGain}; }, {},
            "Where cuts bring the areas nearer and the speeds farther from even, or the other way round, the gain has "
            "to be worth it.");
    }

    [[nodiscard]] std::optional<PressureDifference> lossOf(const Outcome& o) const
    {
        if (!o.model)
            return std::nullopt;
        const auto flow =
            engine::throughPort(*o.model, o.model->room, o.model->cam.lift, engine::benchDepression(o.job));
        const std::size_t last = flow.stations.size() - 2;  // the one before the valve's opening
        return flow.stations.front().totalPressure - flow.stations[last].totalPressure;
    }

    void work()
    {
        const job::Side side = m_port.side;
        rule(
            "finish", [&](const auto& h) { return choice(job::kFinishKeys, job::finish(h, side)); },
            change("loss along the runner on the bench", lossOf(m_before), lossOf(m_after), ""),
            "A rough intake wall keeps fuel off it and costs a little air; an exhaust is finished finer. No mirror on "
            "an intake.");
        rule(
            "valve job", [](const auto& h) { return choice(job::kValveJobKeys, h.valveJob); },
            Phrase(m_after.job.house.valveJob == job::ValveJob::First
                       ? "port to the finished seat, which is guarded by an old valve"
                       : "stay off the line by the last pass, and blend after the seats are cut"),
            "Seats first gives the bowl its line; port first means that a slip cannot spoil a new seat.");
    }

    /// Rules of the other side differ too, and change nothing at this port.
    void otherSide()
    {
        const bool intake = m_port.side == job::Side::Intake;
        const job::Side side = intake ? job::Side::Exhaust : job::Side::Intake;
        const std::string name = intake ? "exhaust: " : "intake: ";
        const Phrase none(intake ? "nothing at this intake port" : "nothing at this exhaust port");
        const char* why = "It counts for the ports of the other side.";
        const auto other = [&](const char* what, const Print& print) { rule((name + what).c_str(), print, none, why); };
        other("throat of the valve's diameter", [&](const auto& h) { return rangeText(job::throatRange(h, side)); });
        other("bowl of the valve's diameter", [&](const auto& h) { return rangeText(job::bowlRange(h, side)); });
        other("seat width", [&](const auto& h) { return Phrase() << job::seatWidth(h, side); });
        other("scribed line below the seat", [&](const auto& h) { return Phrase() << job::scribeBelow(h, side); });
        other("finish", [&](const auto& h) { return choice(job::kFinishKeys, job::finish(h, side)); });
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
