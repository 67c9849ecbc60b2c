// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/field_solver.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "app/background.hpp"

namespace euryth::app {

FieldSolver::Answer solvePort(const port_field::PortShape& shape, bool full)
{
    auto port = port_field::virtualPort(shape, full ? port_field::Quality::Fine : port_field::Quality::Coarse);
    if (!port)
        return {nullptr, port.missing, nullptr};
    port.value->traceWays();
    return {std::make_shared<const port_field::VirtualPort>(std::move(*port.value)), {}, nullptr};
}

namespace {

FieldSolver::Answer withAir(FieldSolver::Answer answer, const std::optional<port_field::PortAir>& flow)
{
    if (answer.solved && flow) {
        answer.instant = port_field::instantAir(answer.solved, *flow);
        (void)answer.instant->walls();  // worked out once, when somebody asks first
        (void)answer.instant->fastest();
    }
    return answer;
}

}  // namespace

FieldSolver::FieldSolver(QObject* parent) : QObject(parent)
{
    // One for each lane, and one more that may still be busy with an answer that nobody waits for any more.
    m_pool.setMaxThreadCount(static_cast<int>(kLanes) + 1);
}

FieldSolver::~FieldSolver()
{
    m_pool.clear();
    m_pool.waitForDone();
}

std::optional<FieldSolver::Answer> FieldSolver::find(const port_field::PortShape& shape) const
{
    const auto found = std::ranges::find(m_answers, shape, &std::pair<port_field::PortShape, Answer>::first);
    return found == m_answers.end() ? std::nullopt : std::optional(found->second);
}

void FieldSolver::want(Lane lane, const port_field::PortShape& shape, bool full,
                       const std::optional<port_field::PortAir>& flow)
{
    LaneState& state = at(lane);
    const auto known = find(shape);
    if (known && (!full || !known->solved || !known->solved->mesh().isCoarse()))
        return state.next.reset();
    if (state.running && state.now->shape == shape) {
        state.now->full = state.now->full || full;
        state.now->flow = flow;
        return state.next.reset();
    }
    if (state.running && !state.runningFull) {
        state.next = Wish{shape, full, flow};
        return;
    }
    start(lane, {shape, full, flow});
}

void FieldSolver::start(Lane lane, Wish wish)
{
    LaneState& state = at(lane);
    state.running = true;
    state.runningFull = find(wish.shape).has_value();  // the coarse answer is there already
    state.next.reset();
    state.now = std::move(wish);
    const quint64 ticket = ++state.ticket;
    m_pool.start([this, lane, ticket, shape = state.now->shape, full = state.runningFull, flow = state.now->flow] {
        const Answer answer = guarded([&] { return withAir(solvePort(shape, full), flow); },
                                      [](const std::string& fault) {
                                          return Answer{nullptr, verbatim(fault), nullptr};
                                      });
        QMetaObject::invokeMethod(
            this, [this, lane, ticket, shape, answer] { take(lane, ticket, shape, answer); }, Qt::QueuedConnection);
    });
}

void FieldSolver::take(Lane lane, quint64 ticket, const port_field::PortShape& shape, const Answer& answer)
{
    keep(shape, answer);
    LaneState& state = at(lane);
    if (ticket != state.ticket)
        return;  // nobody waits for it any more
    state.running = false;
    if (state.next)
        start(lane, *state.next);
    else if (answer.solved && answer.solved->mesh().isCoarse() && state.now->full)
        start(lane, *state.now);
    emit arrived();
}

void FieldSolver::keep(const port_field::PortShape& shape, const Answer& answer)
{
    const auto known = std::ranges::find(m_answers, shape, &std::pair<port_field::PortShape, Answer>::first);
    if (known != m_answers.end()) {
        const bool better = !known->second.solved || known->second.solved->mesh().isCoarse();
        if (better)
            known->second = answer;
        m_answers.splice(m_answers.begin(), m_answers, known);
        return;
    }
    m_answers.emplace_front(shape, answer);
    if (m_answers.size() > kKept)
        m_answers.pop_back();
}

void FieldSolver::cancel(Lane lane)
{
    LaneState& state = at(lane);
    if (!state.running)
        return;
    ++state.ticket;
    state.running = false;
    state.next.reset();
    emit arrived();
}

void FieldSolver::finish()
{
    while (std::ranges::any_of(m_lanes, &LaneState::running))
        QCoreApplication::processEvents(QEventLoop::ExcludeUserInputEvents | QEventLoop::WaitForMoreEvents);
}

}  // namespace euryth::app
