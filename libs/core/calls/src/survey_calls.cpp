// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey_calls.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace euryth::calls {

namespace {

using geometry::index;
using geometry::Sector;

// Limits from which a measurement is doubted. Ours; common practice, no source.
constexpr double kStandsOut = 0.15;                  // of a size against its neighbours
constexpr double kUnitSlip = 0.20;                   // how near to 25.4 times the neighbours
constexpr Length kShiftLimit = lengthFromMm(0.5);    // of the core
constexpr Length kRunOutLimit = lengthFromMm(0.05);  // 0.002 in, common practice
constexpr Length kThroatDoubt = lengthFromMm(0.3);   // measured throat against the seat's cuts
constexpr Length kStepLimit = lengthFromMm(0.5);     // at the window, per side
constexpr Length kLengthDoubt = lengthFromMm(3.0);   // of the runner against its layout
constexpr double kRadiusDoubt = 0.25;                // typed short-side radius against the floor line
constexpr double kInch = 25.4;

class SurveyCaller {
public:
    SurveyCaller(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                 std::vector<Call>& calls)
        : m_job(job),
          m_port(port),
          m_analysis(analysis),
          m_calls(calls)
    {
    }

    void all()
    {
        for (std::size_t i = 0; i < m_port.stations.size(); ++i) {
            sizes(i);
            walls(i);
        }
        coreShift();
        valveEnd();
        steps("manifold", m_analysis.manifoldStep, m_port.side == job::Side::Intake ? "manifold" : "header");
        steps("gasket", m_analysis.gasketStep, "gasket");
        layout();
    }

private:
    Call& add(std::string key, Severity severity)
    {
        Call& call = m_calls.emplace_back();
        call.key = std::move(key);
        call.severity = severity;
        call.stage = Stage::Survey;
        return call;
    }
    Call& addAt(const std::string& kind, std::size_t station, Severity severity)
    {
        const Length s = m_port.stations[station].s;
        Call& call = add(kind + ":" + std::to_string(std::lround(inMm(s))), severity);
        call.s = s;
        return call;
    }
    [[nodiscard]] static std::string stationWord(std::size_t station)
    {
        return "station " + std::to_string(station + 1);
    }

    /// What the two neighbours of a station let expect, by straight interpolation along the runner.
    template <class Read>
    [[nodiscard]] std::optional<Length> expected(std::size_t station, Read read) const
    {
        if (station == 0 || station + 1 >= m_port.stations.size())
            return std::nullopt;
        const std::optional<Length> before = read(station - 1);
        const std::optional<Length> after = read(station + 1);
        if (!before || !after)
            return std::nullopt;
        const auto& st = m_port.stations;
        const double share = (st[station].s - st[station - 1].s) / (st[station + 1].s - st[station - 1].s);
        return *before * (1.0 - share) + *after * share;
    }

    /// True where `value` is about 25.4 times too large or too small.
    static bool looksLikeOtherUnit(Length value, Length wanted)
    {
        const double ratio = value / wanted;
        return std::abs(ratio * kInch - 1.0) < kUnitSlip || std::abs(ratio / kInch - 1.0) < kUnitSlip;
    }

    void otherUnit(std::size_t station, const std::string& what, Length value, Length wanted)
    {
        Call& call = addAt("unit-" + what, station, Severity::Danger);
        call.title << what << " " << value << " at " << stationWord(station) << ": wrong unit?";
        const bool small = value < wanted;
        call.text << "Its neighbours let expect about " << wanted << ". It looks like "
                  << (small ? "an inch value typed as millimetres" : "millimetres typed as inches")
                  << "; write the unit behind the number, as in 52mm or 1.42in.";
        call.workings.push_back(Phrase() << "expected: straight line between the neighbours' " << what << " = "
                                         << wanted);
    }

    void sizes(std::size_t station)
    {
        const auto box = [&](std::size_t i) { return geometry::boxOf(m_analysis.sections[i]); };
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
            if (looksLikeOtherUnit(value, *wanted)) {
                otherUnit(station, side.name, value, *wanted);
                continue;
            }
            const double off = value / *wanted - 1.0;
            // A neighbour that is wrong itself makes this one look wrong; the one that is farthest off is told.
            if (std::abs(off) < kStandsOut || worseNeighbour(station, read, std::abs(off)))
                continue;
            Call& call = addAt(std::string("outlier-") + side.name, station, Severity::Warning);
            call.title << "The " << side.name << " at " << stationWord(station) << " stands out";
            call.text << value << " where the neighbours let expect " << *wanted << " (" << Percent{off}
                      << "). Measure it again, or accept it if the port is so.";
            call.workings.push_back(Phrase() << "expected: straight line between the neighbours; doubted from "
                                             << Percent{kStandsOut});
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
        const auto casting = std::ranges::find(m_job.castings, m_port.casting, &job::Casting::id);
        for (const Sector s : geometry::kSectors) {
            const auto read = [&](std::size_t i) { return m_port.stations[i].wall.at[index(s)]; };
            const auto wall = read(station);
            if (!wall)
                continue;
            const std::string what = "wall " + std::string(name(s));
            const auto wanted = expected(station, read);
            if (wanted && *wanted > Length{} && *wall > Length{} && looksLikeOtherUnit(*wall, *wanted)) {
                otherUnit(station, what, *wall, *wanted);
                continue;
            }
            if (casting == m_job.castings.end() || !casting->thickness || *wall <= *casting->thickness)
                continue;
            Call& call = addAt("thick-" + what, station, Severity::Warning);
            call.sector = s;
            call.title << "Wall " << *wall << " at " << stationWord(station) << ", " << std::string(name(s))
                       << ", is thicker than the casting";
            call.text << "The casting has " << *casting->thickness
                      << " at most. The gauge may have read through to the far side of the water, or an echo twice.";
        }
    }

    void coreShift()
    {
        if (!m_analysis.coreShift || abs(*m_analysis.coreShift) < kShiftLimit)
            return;
        const Length shift = *m_analysis.coreShift;
        Call& call = add("core-shift", Severity::Note);
        call.title << "Core shift: " << Length(abs(shift)) << " to the " << (shift > Length{} ? "left" : "right");
        call.text << "The left and right walls say that the passage does not sit in the middle of its metal. ";
        const bool corrects =
            m_job.house.coreShift == job::CoreShift::CorrectExhaust && m_port.side == job::Side::Exhaust;
        if (corrects) {
            call.text << "The house corrects exhaust ports: take the difference off the thick side, the "
                      << (shift > Length{} ? "right" : "left") << ", first.";
        } else {
            call.text << "The house leaves it and cuts less on the thin side; chasing it twists the port.";
        }
        call.text << " Some walls differ by design: accept that.";
        call.workings.push_back(
            Phrase("shift to the left = (right wall - left wall) / 2, mean of the stations where both "
                   "were measured"));
    }

    void valveEnd()
    {
        const job::Valve& valve = m_port.valve;
        if (valve.runOut && *valve.runOut > kRunOutLimit) {
            Call& call = add("run-out", Severity::Warning);
            call.title << "The seat runs out by " << *valve.runOut;
            call.text << "More than " << kRunOutLimit << " wants a new cut before anything is measured from the seat.";
        }
        if (valve.throat && m_analysis.seat && abs(*valve.throat - m_analysis.seat->throat) > kThroatDoubt) {
            Call& call = add("throat-stack", Severity::Warning);
            call.title << "Throat and seat cuts do not agree";
            call.text << "Measured " << *valve.throat << ", the cuts leave " << m_analysis.seat->throat
                      << ". One of them is from another day, or a width was read wrongly.";
            call.workings.push_back(
                Phrase("each cut narrows the diameter by twice its width times the cosine of its angle"));
        }
    }

    void steps(const std::string& key, const std::optional<analysis::WindowStep>& step, const std::string& name)
    {
        if (!step || step->greatest() < kStepLimit)
            return;
        struct Side {
            const char* name;
            Length value;
        };
        const std::array sides{Side{"left", step->left}, Side{"right", step->right}, Side{"roof", step->roof},
                               Side{"floor", step->floor}};
        const Side worst = *std::ranges::max_element(sides, {}, [](const Side& s) { return abs(s.value); });
        // Positive: the opening is inside the window's light.
        const bool openingInside = worst.value > Length{};
        const bool airMeetsOpening = m_port.side == job::Side::Exhaust;
        const bool facesAir = openingInside == airMeetsOpening;
        Call& call = add("step-" + key, facesAir ? Severity::Warning : Severity::Note);
        if (!m_port.stations.empty())
            call.s = m_port.stations.front().s;
        call.title << "A step of " << Length(abs(worst.value)) << " between window and " << name << ", " << worst.name;
        call.text << (openingInside ? "The " + name + " stands in the window's light"
                                    : "The window is smaller than the " + name)
                  << (facesAir ? "; that lip faces the air. " : "; the air runs over it like a stair down. ")
                  << "Match the smaller to the larger last, or move the one that is out of place.";
    }

    void layout()
    {
        if (m_analysis.turnEnd && m_port.runner.bowlDepth && !m_port.stations.empty()) {
            const Length length = *m_analysis.turnEnd + *m_port.runner.bowlDepth;
            const Length off = m_port.stations.back().s - length;
            if (abs(off) > kLengthDoubt) {
                Call& call = add("layout-length", Severity::Warning);
                call.title << "The runner's layout and its stations differ by " << Length(abs(off));
                call.text << "Straight, turn and bowl depth add up to " << Position{length}
                          << ", the last station is at " << Position{m_port.stations.back().s} << ".";
                call.workings.push_back(
                    Phrase("length = straight + turn angle x (short-side radius + half the height where "
                           "the turn begins) + bowl depth"));
            }
        }
        if (!m_analysis.floorRadius || !m_port.shortSide.radius || m_analysis.splits)
            return;
        const Length found = m_analysis.floorRadius->radius;
        const double off = found / *m_port.shortSide.radius - 1.0;
        if (std::abs(off) < kRadiusDoubt)
            return;
        Call& call = add("short-side-radius", Severity::Note);
        call.s = m_port.stations[m_analysis.floorRadius->station].s;
        call.title << "Short-side radius: typed " << *m_port.shortSide.radius << ", the floor line has " << found;
        call.text << "The floor is known at the stations only; add stations in the turn, or gauge the radius again.";
        call.workings.push_back(Phrase(
            "length of the floor between two stations over the change of heading between them; the smallest is taken"));
    }

    const job::Job& m_job;
    const job::Port& m_port;
    const analysis::PortAnalysis& m_analysis;
    std::vector<Call>& m_calls;
};

}  // namespace

void addSurveyCalls(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                    std::vector<Call>& calls)
{
    SurveyCaller(job, port, analysis, calls).all();
}

}  // namespace euryth::calls
