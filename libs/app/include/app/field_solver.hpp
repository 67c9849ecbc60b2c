// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <list>
#include <memory>
#include <optional>

#include <QObject>
#include <QThreadPool>

#include "port_field/air_field.hpp"
#include "port_field/virtual_port.hpp"

namespace euryth::app {

/// Works fields out in the background: a coarse answer first, the full one after it. Answers are kept by shape, so that
/// what has been solved once is there at once.
///
/// - each lane works on one shape at a time; a newer wish replaces the older one, but a coarse answer that is under way
///   is shown, so that something moves while a wall is dragged;
/// - the thread that calls is never held up.
class FieldSolver : public QObject {
    Q_OBJECT

public:
    enum class Lane { Port, WhatIf };
    static constexpr std::size_t kLanes = 2;

    explicit FieldSolver(QObject* parent = nullptr);
    ~FieldSolver() override;

    struct Answer {
        std::shared_ptr<const port_field::VirtualPort> solved;  ///< null where there is none
        Phrase missing;                                         ///< why there is none
        /// At the flow that was wanted, with its walls and its fastest place, which take too long for the window's
        /// thread; null where no flow was wanted.
        port_field::Air instant;
    };
    /// The best answer that is there; nothing where there is none yet.
    [[nodiscard]] std::optional<Answer> find(const port_field::PortShape& shape) const;

    /// Wants an answer for a shape, the full one too or the coarse one alone; with its air at a flow where one is
    /// given.
    void want(Lane lane, const port_field::PortShape& shape, bool full,
              const std::optional<port_field::PortAir>& flow = std::nullopt);
    /// Drops what a lane is working on; coarse answers stay.
    void cancel(Lane lane);
    [[nodiscard]] bool isWorking(Lane lane) const { return at(lane).running; }
    /// Until nothing is under way; for tests, and for pictures of the window.
    void finish();

signals:
    void arrived();  ///< an answer, or the end of a lane's work

private:
    struct Wish {
        port_field::PortShape shape;
        bool full = false;
        std::optional<port_field::PortAir> flow;
    };
    struct LaneState {
        bool running = false;
        bool runningFull = false;
        quint64 ticket = 0;
        std::optional<Wish> now;
        std::optional<Wish> next;
    };
    [[nodiscard]] LaneState& at(Lane lane) { return m_lanes[static_cast<std::size_t>(lane)]; }
    [[nodiscard]] const LaneState& at(Lane lane) const { return m_lanes[static_cast<std::size_t>(lane)]; }
    void start(Lane lane, Wish wish);
    void take(Lane lane, quint64 ticket, const port_field::PortShape& shape, const Answer& answer);
    void keep(const port_field::PortShape& shape, const Answer& answer);

    static constexpr std::size_t kKept = 24;
    std::array<LaneState, kLanes> m_lanes;
    std::list<std::pair<port_field::PortShape, Answer>> m_answers;  ///< the latest first
    QThreadPool m_pool;
};

/// Solves a shape, with streamlines; what FieldSolver does in the background.
FieldSolver::Answer solvePort(const port_field::PortShape& shape, bool full);

}  // namespace euryth::app
