// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "job/job.hpp"
#include "words/known.hpp"

/// The valves of one cylinder as they lie in the bore.
namespace euryth::analysis {

/// One valve: an index into the job's ports, and where it lies (job::InBore has the frame).
struct LaidValve {
    std::size_t port = 0;
    job::Side side = job::Side::Intake;
    Length x;
    Length y;
    Length diameter;
    std::optional<Length> sunk;
    Length boreEdge;  ///< from the valve's edge to the bore; negative where it stands over it
};

/// Two valves beside or before each other.
struct ValvePair {
    std::size_t first = 0;  ///< into ValveLayout::valves
    std::size_t second = 0;
    Length apart;  ///< from middle to middle
    Length gap;    ///< between the heads' edges; negative where they overlap
};

struct ValveLayout {
    Length bore;
    std::vector<LaidValve> valves;
    std::vector<ValvePair> pairs;  ///< all of them
    /// Each intake valve with the exhaust valve that it faces: the nearest.
    std::vector<ValvePair> facing;
    /// Moment of the intake valves' area about the middle of the chamber, toward the left side of the flow, over all
    /// their area, as a share of the bore's radius: what unequal intake valves, or ones off the middle, give the charge
    /// a sense of turning by. 0 for a pair of equal ones. Geometry alone, no swirl number.
    double lopsided = 0.0;
    /// Ports of the cylinder whose valve is not laid out.
    std::vector<std::size_t> missing;

    /// The pair of these ports' valves; nothing where one is not laid out.
    [[nodiscard]] const ValvePair* pairOf(std::size_t firstPort, std::size_t secondPort) const;
    /// The laid-out valve of a port; nothing where it is none.
    [[nodiscard]] const LaidValve* valveOf(std::size_t port) const;
    /// The gap to the nearest other valve; nothing where there is no other.
    [[nodiscard]] const ValvePair* nearest(std::size_t port) const;
};

/// The layout of a port's cylinder: ports without a cylinder are one. Nothing without a bore, or where no valve of the
/// cylinder has a diameter and both its places.
Known<ValveLayout> valveLayout(const job::Job& job, const job::Port& port);
/// True where the layout of a port's cylinder in one job is that in another.
bool sameLayout(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB);

/// Metal between the seats of a pair as laid out: the gap between the heads and both seats' insets; an inset that is
/// not known counts as none, which is less than there is.
Length laidBridge(const job::Job& job, const ValveLayout& layout, const ValvePair& pair);
/// Metal to the nearest other seat, with the saw's kerf still out of it: as measured, else as laid out. Nothing where
/// neither is known.
std::optional<Length> bridgeOf(const job::Job& job, const job::Port& port);
/// From the valve's edge to the bore: as measured, else as laid out.
std::optional<Length> boreEdgeOf(const job::Job& job, const job::Port& port);

}  // namespace euryth::analysis
