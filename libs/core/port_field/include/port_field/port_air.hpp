// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>

#include "analysis/port_analysis.hpp"

namespace euryth::port_field {

/// The room's air, or where it is not known the standard atmosphere of ISO 2533 at sea level.
air::AirState roomOrStandardAir(const job::Bench& bench);

/// Where a flow comes from.
enum class FlowFrom {
    Typed,
    Set,       ///< the bench's flow at a probe set
    Test,      ///< the flow test's greatest flow
    Runner,    ///< a branch's share of its common runner's flow
    Reckoned,  ///< at full lift and the bench's depression
    Unknown    ///< kept before this was written down by a word
};
/// As files write it ("typed").
std::string_view key(FlowFrom from);

/// At which flow the computed field is read, and in which air.
struct PortAir {
    VolumeFlow flow;  ///< at the room's density
    FlowFrom from = FlowFrom::Typed;
    std::string set;  ///< of which probe set
    air::AirState room;
    /// Where the flow comes from, in words.
    [[nodiscard]] Phrase source() const;
    friend bool operator==(const PortAir&, const PortAir&) = default;
};

/// The flow of a port: `wished`; else what the bench read at `beside`; else the greatest flow of its last flow test, or
/// its share (flowShare()) of its common runner's; else what bench and runner are reckoned to pass at full lift.
Known<PortAir> portAir(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                       std::optional<VolumeFlow> wished, const job::ProbeSet* beside);

}  // namespace euryth::port_field
