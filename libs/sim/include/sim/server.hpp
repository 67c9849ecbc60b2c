// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <stop_token>
#include <string>

#include <tl/expected.hpp>

#include "sim/simulator.hpp"

namespace euryth::sim {

/// Where a simulator is reached: an ordinary device to whoever opens it.
class Door {
public:
    Door() = default;
    Door(const Door&) = delete;
    Door& operator=(const Door&) = delete;
    virtual ~Door() = default;
    /// What has come since the last call.
    virtual std::string read() = 0;
    /// Sends; what nobody takes is lost, as on a real line.
    virtual void write(std::string_view bytes) = 0;
    /// As euryth-cli and the window name it ("serial:bench.tty").
    [[nodiscard]] virtual std::string address() const = 0;
};

/// A pseudo-terminal with a link to it at `link`, which is taken away with the door. An error where that cannot be
/// made.
tl::expected<std::unique_ptr<Door>, Phrase> terminalDoor(const std::string& link);
/// A local socket; one guest at a time. A socket that a dead server left is replaced, anything else at the path is not.
tl::expected<std::unique_ptr<Door>, Phrase> socketDoor(const std::string& path);

/// How time runs.
enum class Clock {
    Real,
    Fast  ///< a second in a hundredth of one
};

/// Plays the bench until it is stopped.
void serve(Door& door, Simulator& simulator, Clock clock, const std::stop_token& stop);

}  // namespace euryth::sim
