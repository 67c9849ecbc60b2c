// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "call_list.hpp"
#include "geometry/valve_opening.hpp"
#include "proving/valve_job.hpp"

namespace euryth::calls {

namespace {

// Limits of the trade: common practice, no source.
constexpr Length kLeastInsert = lengthFromMm(1.5);  // wall of an insert that keeps its press fit
constexpr Angle kSteep = angleFromDegrees(65.0);    // from which a cut is the one below the seat's bottom cut
constexpr double kLongSteepCut = 1.5;               // times the seat, which is long for an engine that revs
constexpr RotationalSpeed kHighRevs = rotationFromRpm(7000.0);
constexpr Length kLowLift = lengthFromMm(2.54);  // a tenth of an inch

/// The seat and the valve job against the house's rules.
class SeatCaller : CallList {
public:
    SeatCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Survey), m_of(of) {}

    void all()
    {
        const auto& stack = m_of.analysis.seat;
        if (stack) {
            const geometry::SeatFace& seat = stack->cuts[stack->seat].face;
            width(seat.width);
            angle(seat.angle);
            band(seat.width);
            steepCut(*stack);
        }
        inset();
        insert();
    }

private:
    [[nodiscard]] const job::Valve& valve() const { return m_of.port.valve; }

    Call& atSeat(const std::string& key, Severity severity)
    {
        Call& call = add(key, severity);
        call.s = m_of.valveEnd();
        return call;
    }

    void width(Length is)
    {
        const Length wanted = job::seatWidth(m_of.job.house, m_of.port.side);
        if (abs(is - wanted) <= proving::kSeatWidthTolerance)
            return;
        const bool narrow = is < wanted;
        Call& call = atSeat("seat-width", narrow ? Severity::Warning : Severity::Note);
        call.title =
            say(narrow ? "call.seat-width.narrow" : "call.seat-width.wide", {{"width", is}, {"house", wanted}});
        call.text = say(narrow ? "call.seat-width.narrow.text" : "call.seat-width.wide.text");
    }

    /// From which lift a seat opens as much as one of another angle; nothing where it never does up to `most`.
    [[nodiscard]] static std::optional<Length> opensAsMuchFrom(const geometry::ValveGeometry& valve,
                                                               const geometry::ValveGeometry& other, Length most)
    {
        constexpr int steps = 60;
        for (int i = 1; i <= steps; ++i) {
            const Length lift = most * (static_cast<double>(i) / steps);
            if (geometry::gapAt(valve, lift).area >= geometry::gapAt(other, lift).area)
                return lift;
        }
        return std::nullopt;
    }

    /// What the seat's own angle gains and loses against one of 45 degrees, and over which lifts.
    void angle(Angle is)
    {
        const Angle house = m_of.job.house.seatAngle;
        const Angle usual = angleFromDegrees(45.0);
        const bool other = abs(is - house) > proving::kSeatAngleTolerance;
        const bool unusual = abs(is - usual) > proving::kSeatAngleTolerance;
        if (!other && !unusual)
            return;
        Call& call = atSeat("seat-angle", other ? Severity::Warning : Severity::Note);
        call.title = other ? say("call.seat-angle.other", {{"angle", is}, {"house", house}})
                           : say("call.seat-angle.title", {{"angle", is}});
        if (!unusual || !m_of.analysis.valve)
            return;
        const geometry::ValveGeometry& own = *m_of.analysis.valve;
        geometry::ValveGeometry plain = own;
        plain.cuts[m_of.analysis.seat->seat].angle = usual;
        const double low = geometry::gapAt(own, kLowLift).area / geometry::gapAt(plain, kLowLift).area - 1.0;
        const Length most = own.head / 3.0;
        const bool steep = is > usual;
        call.text = say(steep ? "call.seat-angle.steep" : "call.seat-angle.flat",
                        {{"lift", kLowLift}, {"share", Percent{std::abs(low)}}});
        const auto from = opensAsMuchFrom(own, plain, most);
        if (steep && from)
            call.text += say("call.seat-angle.from", {{"lift", *from}});
        call.workings.push_back(say("call.seat-angle.working"));
    }

    void band(Length seat)
    {
        if (!valve().band || *valve().band >= seat * proving::kLeastBand)
            return;
        Call& call = atSeat("seat-band", Severity::Warning);
        call.title = say("call.seat-band.title", {{"band", *valve().band}, {"seat", seat}});
        call.text = say("call.seat-band.text");
    }

    void steepCut(const geometry::SeatStack& stack)
    {
        const geometry::SeatFace& last = stack.cuts.back().face;
        const auto top = engine::topSpeed(m_of.job.engine);
        const Length most = stack.cuts[stack.seat].face.width * kLongSteepCut;
        if (!top || *top < kHighRevs || last.angle < kSteep || last.width <= most)
            return;
        Call& call = atSeat("steep-cut", Severity::Note);
        call.title = say("call.steep-cut.title", {{"angle", last.angle}, {"width", last.width}, {"rpm", *top}});
        call.text = say("call.steep-cut.text");
    }

    void inset()
    {
        const auto& is = valve().edgeInset;
        if (!is || (*is >= proving::kLeastInset && *is <= proving::kMostInset))
            return;
        const bool little = *is < proving::kLeastInset;
        Call& call = atSeat("seat-inset", little ? Severity::Warning : Severity::Note);
        call.title = say(little ? "call.seat-inset.little" : "call.seat-inset.much", {{"inset", *is}});
        call.text = say(little ? "call.seat-inset.little.text" : "call.seat-inset.much.text");
    }

    /// What the planned throat leaves of a pressed-in insert.
    void insert()
    {
        const auto& throat = m_of.end.throat.throat;
        if (!valve().insert || !throat)
            return;
        const Length wall = (*valve().insert - *throat) / 2.0;
        if (wall >= kLeastInsert)
            return;
        Call& call = atSeat("seat-insert", Severity::Danger);
        call.title = say("call.seat-insert.title", {{"throat", *throat}, {"wall", wall}});
        call.text = say("call.seat-insert.text", {{"least", kLeastInsert}});
    }

    const CallInputs& m_of;
};

}  // namespace

void addSeatCalls(const CallInputs& of, std::vector<Call>& calls) { SeatCaller(of, calls).all(); }

}  // namespace euryth::calls
