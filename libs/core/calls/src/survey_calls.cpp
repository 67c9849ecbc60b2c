// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <cmath>

#include "call_list.hpp"

namespace euryth::calls {

namespace {

using geometry::index;
using geometry::Sector;

// Limits from which a measurement is doubted. Ours; common practice, no source.
constexpr double kStandsOut = 0.15;                 // of a size against its neighbours
constexpr double kUnitSlip = 0.20;                  // how near to 25.4 times the neighbours
constexpr Length kShiftLimit = lengthFromMm(0.5);   // of the core
constexpr Length kThroatDoubt = lengthFromMm(0.3);  // measured throat against the seat's cuts
constexpr Length kStepLimit = lengthFromMm(0.5);    // at the window, per side
constexpr Length kLengthDoubt = lengthFromMm(3.0);  // of the runner against its layout
constexpr double kRadiusDoubt = 0.25;               // typed short-side radius against the floor line
constexpr double kVolumeDoubt = 0.02;               // burette against sections
constexpr double kInch = 25.4;

Phrase stationWord(std::size_t station) { return say("place.station", {{"number", count(station + 1)}}); }

class SurveyCaller : CallList {
public:
    SurveyCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Survey), m_of(of) {}

    void all()
    {
        if (!analysis().areas) {
            Call& call = add("no-stations", Severity::Note);
            call.title = say("call.no-stations.title");
            call.text = say("call.no-stations.text", {{"missing", analysis().areas.missing}});
        }
        for (std::size_t i = 0; i < port().stations.size(); ++i) {
            sizes(i);
            walls(i);
        }
        coreShift();
        valveEnd();
        steps("manifold", analysis().manifoldStep,
              port().side == job::Side::Intake ? "opening.manifold" : "opening.header");
        steps("gasket", analysis().gasketStep, "opening.gasket");
        layout();
        shortSideRadius();
        volume();
        unmeasuredWalls();
    }

private:
    [[nodiscard]] const job::Port& port() const { return m_of.port; }
    [[nodiscard]] const analysis::PortAnalysis& analysis() const { return m_of.analysis; }
    [[nodiscard]] Length at(std::size_t station) const { return port().stations[station].s; }

    /// What the two neighbours of a station let expect, by straight interpolation along the runner.
    template <class Read>
    [[nodiscard]] std::optional<Length> expected(std::size_t station, Read read) const
    {
        if (station == 0 || station + 1 >= port().stations.size())
            return std::nullopt;
        const std::optional<Length> before = read(station - 1);
        const std::optional<Length> after = read(station + 1);
        if (!before || !after)
            return std::nullopt;
        const double share = (at(station) - at(station - 1)) / (at(station + 1) - at(station - 1));
        return *before * (1.0 - share) + *after * share;
    }

    /// True where `value` is about 25.4 times too large or too small.
    static bool looksLikeOtherUnit(Length value, Length wanted)
    {
        const double ratio = value / wanted;
        return std::abs(ratio * kInch - 1.0) < kUnitSlip || std::abs(ratio / kInch - 1.0) < kUnitSlip;
    }

    /// `what`: a measurement by its word in keys ("width", "wall roof"); `name`: in running text.
    void otherUnit(std::size_t station, const std::string& what, const Phrase& name, Length value, Length wanted)
    {
        Call& call = addAt("unit-" + what, at(station), Severity::Danger);
        call.title = say("call.unit.title", {{"what", name}, {"value", value}, {"station", stationWord(station)}});
        call.text = say(value < wanted ? "call.unit.text.inch" : "call.unit.text.mm", {{"wanted", wanted}});
        call.workings.push_back(say("call.unit.working", {{"what", name}, {"wanted", wanted}}));
    }

    void sizes(std::size_t station)
    {
        const auto box = [&](std::size_t i) { return geometry::boxOf(analysis().sections[i]); };
        struct Side {
            const char* name;
            Length geometry::Box::*member;
        };
        for (const Side side : {Side{"width", &geometry::Box::width}, Side{"height", &geometry::Box::height}}) {
            const auto read = [&](std::size_t i) { return std::optional(box(i).*side.member); };
            const auto wanted = expected(station, read);
            if (!wanted || *wanted <= Length{})
                continue;
            const Length value = *read(station);
            const Phrase name = say(std::string("size.") + side.name);
            if (looksLikeOtherUnit(value, *wanted)) {
                otherUnit(station, side.name, name, value, *wanted);
                continue;
            }
            const double off = value / *wanted - 1.0;
            // A neighbour that is wrong itself makes this one look wrong; the one that is farthest off is told.
            if (std::abs(off) < kStandsOut || worseNeighbour(station, read, std::abs(off)))
                continue;
            Call& call = addAt(std::string("outlier-") + side.name, at(station), Severity::Warning);
            call.title = say("call.outlier.title", {{"what", name}, {"station", stationWord(station)}});
            call.text = say("call.outlier.text", {{"value", value}, {"wanted", *wanted}, {"off", Percent{off}}});
            call.workings.push_back(say("call.outlier.working", {{"limit", Percent{kStandsOut}}}));
        }
    }

    template <class Read>
    [[nodiscard]] bool worseNeighbour(std::size_t station, Read read, double off) const
    {
        for (const std::size_t other : {station - 1, station + 1}) {
            const auto wanted = expected(other, read);
            if (wanted && *wanted > Length{} && std::abs(*read(other) / *wanted - 1.0) > off)
                return true;
        }
        return false;
    }

    void walls(std::size_t station)
    {
        const auto casting = std::ranges::find(m_of.job.castings, port().casting, &job::Casting::id);
        for (const Sector s : geometry::kSectors) {
            const auto read = [&](std::size_t i) { return port().stations[i].wall.at[index(s)]; };
            const auto wall = read(station);
            if (!wall)
                continue;
            const std::string what = "wall " + std::string(key(s));
            const auto wanted = expected(station, read);
            if (wanted && *wanted > Length{} && *wall > Length{} && looksLikeOtherUnit(*wall, *wanted)) {
                otherUnit(station, what, say("size.wall", {{"sector", nameOf(s)}}), *wall, *wanted);
                continue;
            }
            if (casting == m_of.job.castings.end() || !casting->thickness || *wall <= *casting->thickness)
                continue;
            Call& call = addAt("thick-" + what, at(station), Severity::Warning);
            call.sector = s;
            call.title =
                say("call.thick.title", {{"wall", *wall}, {"station", stationWord(station)}, {"sector", nameOf(s)}});
            call.text = say("call.thick.text", {{"most", *casting->thickness}});
        }
    }

    void coreShift()
    {
        if (!analysis().coreShift || abs(*analysis().coreShift) < kShiftLimit)
            return;
        const Length shift = *analysis().coreShift;
        const bool left = shift > Length{};
        const auto side = [](bool toLeft) { return nameOf(toLeft ? Sector::Left : Sector::Right); };
        Call& call = add("core-shift", Severity::Note);
        call.title = say("call.core-shift.title", {{"shift", Length(abs(shift))}, {"side", side(left)}});
        call.text = say("call.core-shift.text");
        const bool corrects =
            m_of.job.house.coreShift == job::CoreShift::CorrectExhaust && port().side == job::Side::Exhaust;
        call.text += corrects ? say("call.core-shift.correct", {{"thick", side(!left)}}) : say("call.core-shift.leave");
        call.text += say("call.core-shift.design");
        call.workings.push_back(say("call.core-shift.working"));
    }

    void valveEnd()
    {
        const job::Valve& valve = port().valve;
        if (valve.runOut && *valve.runOut > m_of.job.house.runOutLimit) {
            Call& call = add("run-out", Severity::Warning);
            call.title = say("call.run-out.title", {{"runout", *valve.runOut}});
            call.text = say("call.run-out.text", {{"limit", m_of.job.house.runOutLimit}});
        }
        if (valve.throat && analysis().seat && abs(*valve.throat - analysis().seat->throat) > kThroatDoubt) {
            Call& call = add("throat-stack", Severity::Warning);
            call.title = say("call.throat-stack.title");
            call.text = say("call.throat-stack.text", {{"measured", *valve.throat}, {"cuts", analysis().seat->throat}});
            call.workings.push_back(say("call.throat-stack.working"));
        }
    }

    void steps(const std::string& key, const std::optional<analysis::WindowStep>& step, const char* opening)
    {
        if (!step || step->greatest() < kStepLimit)
            return;
        struct Side {
            Sector at;
            Length value;
        };
        const std::array sides{Side{Sector::Left, step->left}, Side{Sector::Right, step->right},
                               Side{Sector::Roof, step->roof}, Side{Sector::Floor, step->floor}};
        const Side worst = *std::ranges::max_element(sides, {}, [](const Side& s) { return abs(s.value); });
        // Positive: the opening is inside the window's light.
        const bool openingInside = worst.value > Length{};
        const bool airMeetsOpening = port().side == job::Side::Exhaust;
        const bool facesAir = openingInside == airMeetsOpening;
        Call& call = add("step-" + key, facesAir ? Severity::Warning : Severity::Note);
        if (!port().stations.empty())
            call.s = at(0);
        call.title = say("call.step-window.title",
                         {{"step", Length(abs(worst.value))}, {"opening", say(opening)}, {"side", nameOf(worst.at)}});
        call.text = say(
            "call.step-window.text",
            {{"opening", say(opening)}, {"inside", openingInside ? "yes" : "no"}, {"faces", facesAir ? "yes" : "no"}});
        call.text += say("call.step-window.match");
    }

    void layout()
    {
        if (!analysis().turnEnd || !port().runner.bowlDepth || port().stations.empty())
            return;
        const Length length = *analysis().turnEnd + *port().runner.bowlDepth;
        const Length last = port().stations.back().s;
        if (abs(last - length) <= kLengthDoubt)
            return;
        Call& call = add("layout-length", Severity::Warning);
        call.title = say("call.layout-length.title", {{"off", Length(abs(last - length))}});
        call.text = say("call.layout-length.text", {{"length", Position{length}}, {"last", Position{last}}});
        call.workings.push_back(say("call.layout-length.working"));
    }

    void shortSideRadius()
    {
        if (!analysis().floorRadius || !port().shortSide.radius || analysis().splits)
            return;
        const Length found = analysis().floorRadius->radius;
        if (std::abs(found / *port().shortSide.radius - 1.0) < kRadiusDoubt)
            return;
        Call& call = add("short-side-radius", Severity::Note);
        call.s = at(analysis().floorRadius->station);
        call.title = say("call.short-side-radius.title", {{"typed", *port().shortSide.radius}, {"found", found}});
        call.text = say("call.short-side-radius.text");
        call.workings.push_back(say("call.short-side-radius.working"));
    }

    void volume()
    {
        if (!port().volume || !analysis().areas)
            return;
        const Volume computed = analysis().areas->volume();
        const double difference = *port().volume / computed - 1.0;
        if (std::abs(difference) < kVolumeDoubt)
            return;
        Call& call = add("volume", Severity::Warning);
        call.title = say("call.volume.title", {{"difference", Percent{difference}}});
        call.text = say("call.volume.text", {{"burette", *port().volume}, {"sections", computed}});
        call.text += say(difference > 0 ? "call.volume.more" : "call.volume.less");
        call.workings.push_back(say("call.volume.working", {{"from", Position{analysis().areas->start()}},
                                                            {"to", Position{analysis().areas->end()}}}));
    }

    /// One call for all.
    void unmeasuredWalls()
    {
        if (!analysis().cut)
            return;
        const auto unmeasured =
            std::ranges::count(analysis().cut->keeps, cutting::Hold::Unmeasured, &cutting::Keep::hold);
        if (unmeasured == 0)
            return;
        Call& call = add("walls-unmeasured", Severity::Note);
        call.title = say("call.walls-unmeasured.title", {{"places", count(unmeasured)}});
        call.text = say("call.walls-unmeasured.text");
        gaugeFirst(call);
    }

    /// The places that would free most area, in that order; the call leads to the first.
    void gaugeFirst(Call& call) const
    {
        const auto& places = analysis().cut->gaugeFirst;
        if (places.empty())
            return;
        constexpr std::size_t most = 3;
        std::vector<Phrase> named;
        for (std::size_t i = 0; i < std::min(most, places.size()); ++i)
            named.push_back(
                say("call.walls-unmeasured.place", {{"sector", nameOf(places[i].sector)},
                                                    {"place", Position{port().stations[places[i].station].s}},
                                                    {"area", places[i].area}}));
        call.s = port().stations[places.front().station].s;
        call.sector = places.front().sector;
        call.text += say("call.walls-unmeasured.first", {{"places", std::move(named)}});
    }

    const CallInputs& m_of;
};

}  // namespace

void addSurveyCalls(const CallInputs& of, std::vector<Call>& calls) { SurveyCaller(of, calls).all(); }

}  // namespace euryth::calls
