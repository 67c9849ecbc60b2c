// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/background.hpp"
#include "app/workspace.hpp"
#include "kit/look.hpp"
#include "proving/flow_difference.hpp"
#include "proving/power_shift.hpp"

namespace euryth::widgets {

/// What the gain of a port lets the engine's band do: worked out beside the window.
class BandShift : public QObject {
public:
    explicit BandShift(Context context, QObject* parent) : QObject(parent), m_context(context) {}

    /// Begins anew where job, port or pair are others than the last time.
    void want(const proving::Difference& gain);
    void drop();
    /// Nothing while it is being worked out.
    [[nodiscard]] const std::optional<Known<proving::PowerShift>>& shift() const { return m_shift; }
    [[nodiscard]] app::Background& work() { return m_work; }

private:
    Context m_context;
    std::shared_ptr<const job::Job> m_of;
    std::size_t m_port = 0;
    std::pair<std::size_t, std::size_t> m_pair;
    std::optional<Known<proving::PowerShift>> m_shift;
    app::Background m_work;
};

/// What the tests of the chosen port say, in sentences; the chosen one's sums among them.
QString flowText(const app::Workspace& w, std::size_t chosen, BandShift& band);
/// What its cuts promise, and what became of promises; empty where there is neither.
QString promiseText(const app::Workspace& w);

}  // namespace euryth::widgets
