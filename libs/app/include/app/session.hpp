// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/cut_study.hpp"
#include "app/engine_results.hpp"
#include "app/instrument_desk.hpp"
#include "app/shop_desk.hpp"
#include "app/short_side_work.hpp"
#include "app/simulated_bench.hpp"
#include "app/virtual_probe.hpp"
#include "app/viscous_runs.hpp"
#include "app/workspace.hpp"

namespace euryth::app {

/// Everything that belongs to one window's work: the open job with what is chosen and worked out of it, the computed
/// fields, the viscous runs. Whatever shows or changes something borrows it from here.
class Session : public QObject {
    Q_OBJECT

public:
    explicit Session(const Clock& clock = systemTime, QObject* parent = nullptr);

    [[nodiscard]] Workspace& workspace() { return m_workspace; }
    [[nodiscard]] const Workspace& workspace() const { return m_workspace; }
    /// What time it is.
    [[nodiscard]] const Clock& clock() const { return m_clock; }
    [[nodiscard]] Document& document() { return m_workspace.document(); }
    /// What the engine makes of the chosen port, its plan and another port.
    [[nodiscard]] EngineResults& engine() { return m_engine; }
    /// Viscous runs, their queue and what they have found.
    [[nodiscard]] ViscousRuns& runs() { return m_runs; }
    /// The computed field of the chosen port, and of what it is compared with.
    [[nodiscard]] VirtualProbe& virtualProbe() { return m_probe; }
    [[nodiscard]] ShortSideWork& shortSide() { return m_shortSide; }
    /// What the cuts of the chosen port do.
    [[nodiscard]] CutStudy& cutStudy() { return m_cutStudy; }
    /// The shop that the open job belongs to.
    [[nodiscard]] ShopDesk& shop() { return m_shop; }
    /// The instrument at the bench.
    [[nodiscard]] InstrumentDesk& instrument() { return m_instrument; }
    /// One that is played; as soon as it is there it is the instrument at the bench.
    [[nodiscard]] SimulatedBench& simulatedBench() { return m_simulated; }
    /// How many sheets, tables and shapes have been written or printed since the start.
    [[nodiscard]] int written() const { return m_written; }
    void noteWritten();

private:
    Clock m_clock;
    Workspace m_workspace;
    EngineResults m_engine;
    ViscousRuns m_runs;
    VirtualProbe m_probe;
    ShortSideWork m_shortSide;
    CutStudy m_cutStudy;
    ShopDesk m_shop;
    InstrumentDesk m_instrument;
    SimulatedBench m_simulated;
    int m_written = 0;
};

}  // namespace euryth::app
