// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "app/row_tables.hpp"

namespace euryth::proving {
struct BenchPairing;
}

/// What one does to the flow tests of the chosen port.
namespace euryth::app {

/// The lifts of one of its tests (`test` is an index into Port::flow, or nothing) as they are typed, down the columns:
/// lift, flow, a depression of its own, a paddle's speed, a torque; and the flow at one depression and standard air.
RowTable* makeFlowTable(Workspace& workspace, std::function<std::optional<std::size_t>()> test, QObject* parent);
/// What is worked out of them: lift over diameter, the flow by the root of the depressions, the discharge coefficients
/// on valve, curtain, throat and smallest opening, the swirl's coefficient.
RowTable* makeCoefficientTable(Workspace& workspace, std::function<std::optional<std::size_t>()> test, QObject* parent);

/// Adds a test of today: on the bench at work, at its depression and set-up, with the lifts at which this port was
/// tested before, else by steps of 0.1 in or 1 or 2 mm up to the cam's lift. Returns its index.
std::size_t addFlowTest(Workspace& workspace, const std::string& today);
void removeFlowTest(Workspace& workspace, std::size_t test);
/// Adds one more lift, a step over the last one.
void addFlowLift(Workspace& workspace, std::size_t test);
void removeFlowLift(Workspace& workspace, std::size_t test, std::size_t point);

/// Puts points that were read elsewhere in the place of a test's own.
void setFlowPoints(Workspace& workspace, std::size_t test, std::vector<job::FlowPoint> points);

/// Analyses by index into the job's ports, as core/proving asks for them.
std::function<const analysis::PortAnalysis&(std::size_t)> analysesOf(const Workspace& workspace);

/// Writes down what the cuts of the chosen port promise. Returns what is missing, or an empty text.
QString keepPromise(Workspace& workspace, const std::string& today);

/// Adds a test of today whether the chosen port's valve seals. Returns its index.
std::size_t addLeakTest(Workspace& workspace, const std::string& today);
void removeLeakTest(Workspace& workspace, std::size_t test);

/// The chambers that are there now and were before, with what is to be taken out of each so that all are one.
RowTable* makeChamberPlan(Workspace& workspace, QObject* parent);
/// Adds a measurement of each cylinder's chamber, to be typed, of a state of the head.
void measureChambersAgain(Workspace& workspace, const std::string& state, const std::string& today);

/// Makes the factor that one head has told of a bench its typed one, and keeps how it was found.
void keepPairing(Workspace& workspace, const proving::BenchPairing& pairing);

}  // namespace euryth::app
