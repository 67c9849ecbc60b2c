// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "call_list.hpp"

namespace euryth::calls {

namespace {

using geometry::Sector;

// Ours; common practice, no source.
constexpr Length kHardlyAny = lengthFromMm(0.2);  // room on one side more than on the other
constexpr Length kSumDoubt = lengthFromMm(2.0);   // rooms and guide against the section's width

class BossCaller : CallList {
public:
    BossCaller(const CallInputs& of, std::vector<Call>& calls) : CallList(calls, Stage::Shape), m_of(of) {}

    void all()
    {
        if (m_of.analysis.guideRoom)
            room(*m_of.analysis.guideRoom);
        if (m_of.port.planEnd.bias && !(m_of.analysis.guideRoom && m_of.analysis.guideRoom->boreSide))
            wishWithoutSide();
        if (m_of.port.planEnd.fin)
            fin(*m_of.port.planEnd.fin);
    }

private:
    void room(const analysis::GuideRoom& room)
    {
        const Length s = m_of.port.stations[room.station].s;
        sum(room, s);
        const auto toward = room.towardBore();
        if (!toward) {
            Call& call = addAt("guide-side", s, Severity::Note);
            call.title = say("call.guide-side.title", {{"left", room.left}, {"right", room.right}});
            call.text = say("call.guide-side.text");
            return;
        }
        if (*toward >= kHardlyAny)
            return;
        const bool wrong = *toward < -kHardlyAny;
        const Sector side = *room.boreSide == job::Across::Left ? Sector::Left : Sector::Right;
        Call& call = addAt("guide-room", s, wrong ? Severity::Warning : Severity::Note);
        call.sector = side;
        call.title = say(wrong ? "call.guide-room.title.less" : "call.guide-room.title.even", {{"side", nameOf(side)}});
        call.text = say("call.guide-room.text", {{"left", room.left}, {"right", room.right}, {"side", nameOf(side)}});
        if (room.byTurn)
            call.text += say("call.guide-room.by-turn");
        if (m_of.port.planEnd.bias)
            call.text += say("call.guide-room.planned", {{"bias", *m_of.port.planEnd.bias}});
        call.workings.push_back(say("call.guide-room.working", {{"bias", *toward}}));
    }

    /// Both rooms and what stands between them are as wide as the section.
    void sum(const analysis::GuideRoom& room, Length s)
    {
        const job::Boss& boss = m_of.port.stations[room.station].boss;
        const auto between = m_of.port.guide.guide ? m_of.port.guide.guide : boss.tip ? boss.tip : boss.width;
        if (!between)
            return;
        const Length sum = room.left + *between + room.right;
        const Length width = geometry::boxOf(m_of.analysis.sections[room.station]).width;
        if (sum <= width + kSumDoubt)
            return;
        Call& call = addAt("guide-sum", s, Severity::Warning);
        call.title = say("call.guide-sum.title", {{"sum", sum}, {"width", width}});
        call.text = say("call.guide-sum.text");
        call.workings.push_back(say("call.guide-sum.working",
                                    {{"left", room.left}, {"between", *between}, {"right", room.right}, {"sum", sum}}));
    }

    void wishWithoutSide()
    {
        Call& call = add("bias-side", Severity::Warning);
        call.s = m_of.valveEnd();
        call.title = say("call.bias-side.title");
        call.text = m_of.analysis.guideRoom
                        ? say("call.guide-side.text")
                        : say("call.bias-side.text", {{"missing", m_of.analysis.guideRoom.missing}});
    }

    void fin(Length wished)
    {
        if (!analysis::guidePlace(m_of.port)) {
            Call& call = add("fin-none", Severity::Note);
            call.s = m_of.valveEnd();
            call.title = say("call.fin-none.title");
            call.text = say("call.fin-none.text");
            return;
        }
        if (wished < m_of.job.house.finWidth) {
            Call& call = add("fin-thin", Severity::Warning);
            call.s = analysis::guidePlace(m_of.port);
            call.title = say("call.fin-thin.title", {{"fin", wished}});
            call.text = say("call.fin-thin.text", {{"least", m_of.job.house.finWidth}});
        }
        const auto held = std::ranges::find_if(m_of.analysis.fins, [](const auto& f) { return f && f->held; });
        if (held != m_of.analysis.fins.end()) {
            const auto at = static_cast<std::size_t>(held - m_of.analysis.fins.begin());
            Call& call = addAt("fin-held", m_of.port.stations[at].s, Severity::Note);
            call.title = say("call.fin-held.title", {{"width", (*held)->width}, {"place", m_of.place(at)}});
            call.text = say("call.fin-held.text");
            if (m_of.port.guide.guide) {
                call.workings.push_back(say("call.fin-held.working", {{"guide", *m_of.port.guide.guide},
                                                                      {"metal", m_of.job.house.guideMetal},
                                                                      {"width", (*held)->width}}));
            }
        } else if (!m_of.port.guide.guide) {
            Call& call = add("fin-guide", Severity::Note);
            call.s = analysis::guidePlace(m_of.port);
            call.title = say("call.fin-guide.title");
            call.text = say("call.fin-guide.text");
        }
    }

    const CallInputs& m_of;
};

}  // namespace

void addBossCalls(const CallInputs& of, std::vector<Call>& calls) { BossCaller(of, calls).all(); }

}  // namespace euryth::calls
