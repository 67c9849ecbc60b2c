// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "job/engine.hpp"
#include "job/house.hpp"
#include "job/port.hpp"
#include "job/work.hpp"

/// The job as data: what the job file holds, and nothing that can be worked out from it. A measurement that nobody has
/// taken is an empty optional, never a zero.
namespace euryth::job {

struct Job {
    std::string title;
    Engine engine;
    Bench bench;
    std::vector<BenchRecord> benches;
    House house;
    WallGauge gauge;
    std::string cautionsRead;  ///< when somebody said to have read what can hurt; empty: nobody has
    std::vector<Casting> castings;
    std::vector<Chamber> chambers;
    std::vector<Port> ports;
    Work work;
    UnknownKeys unknown;
    friend bool operator==(const Job&, const Job&) = default;
};

/// The bench of this id; nothing where it is not written down.
const BenchRecord* benchNamed(const Job& job, const std::string& id);
/// True flow over what a bench reads on a side; 1 where that is not known.
double benchFactor(const Job& job, const std::string& bench, Side side);

/// The chambers as they are now: of each cylinder the one that was measured last, and each that has no cylinder; those
/// without a volume are left out. Indices into Job::chambers, rising.
std::vector<std::size_t> presentChambers(const Job& job);

/// The branches of a port, in order; empty for a plain port and for a branch.
std::vector<const Port*> branchesOf(const Job& job, const Port& port);
/// What the port is made of: its own material, else its casting's, else empty.
std::string materialOf(const Job& job, const Port& port);

/// Index of the port with this id.
std::optional<std::size_t> findPort(const Job& job, const std::string& id);

}  // namespace euryth::job
