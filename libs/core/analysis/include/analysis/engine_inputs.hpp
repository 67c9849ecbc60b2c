// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "job/job.hpp"
#include "planning/gas_exchange.hpp"
#include "words/known.hpp"

/// The job's engine as the sums of planning want it.
namespace euryth::analysis {

/// The cam's lobe as it is known: by its table, else by duration and lift; nothing where a number is missing. Crank
/// angles count from the top dead centre of the gas exchange, so that an exhaust cam's centreline is under 0.
std::optional<planning::Cam> camOf(const job::Engine& engine, job::Side side);

/// The closed volume over a cylinder's piston at top dead centre. The chamber is the last one measured of that
/// cylinder; where the cylinder is not known, or none of its own was measured, the mean of those that were (see
/// Clearance::own).
struct Clearance {
    Volume chamber;
    std::optional<Volume> whole;  ///< with gasket, deck and piston, where these are known
    bool own = true;              ///< the chamber is this cylinder's
};
std::optional<Clearance> clearanceOf(const job::Job& job, std::optional<int> cylinder);
/// The same with a chamber of another volume.
std::optional<Volume> clearanceWith(const job::Engine& engine, Volume chamber);
/// Compression ratio with a clearance, where bore and stroke are known and it is over 0.
std::optional<double> compressionWith(const job::Engine& engine, std::optional<Volume> clearance);

/// Compression ratio where chamber, gasket, deck or piston are not known.
inline constexpr double kUsualCompression = 10.0;
/// The compression ratio of a port's cylinder; where it is not known the usual one, and `assumed` says so.
double compressionOf(const job::Job& job, const job::Port& port, std::vector<Phrase>& assumed);

/// The valve's effective opening as it is reckoned without any measured flow, up to the lift `most`: the smallest
/// frustum between valve and seat times flow::valveCoefficient(), at most the throat less the stem.
planning::EffectiveArea reckonedOpening(const geometry::ValveGeometry& valve, Length most);

/// Pressure behind the exhaust window: as typed, else the room's.
AbsolutePressure pipePressure(const job::Engine& engine, const air::AirState& room);
/// The gas in the cylinder as its exhaust valve opens: as typed, else that of an ideal cycle (planning::idealCycle()),
/// and `assumed` says so.
planning::GasAtOpening gasAtOpening(const job::Engine& engine, const planning::Cylinder& cylinder,
                                    const planning::Cam& cam, const air::AirState& charge,
                                    std::vector<Phrase>& assumed);

/// The exhaust side with its valve alone; or what is missing. `valve` is the port's.
Known<planning::ExhaustSide> exhaustValve(const job::Job& job, const job::Port& port,
                                          const Known<geometry::ValveGeometry>& valve, std::vector<Phrase>& assumed);

/// What the engine asks of a port; or what is missing.
Known<planning::Demand> demandOf(const job::Job& job, const job::Port& port,
                                 const Known<geometry::ValveGeometry>& valve);

}  // namespace euryth::analysis
