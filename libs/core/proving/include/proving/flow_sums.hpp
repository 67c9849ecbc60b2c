// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "air/moist_air.hpp"
#include "analysis/port_analysis.hpp"
#include "words/known.hpp"

namespace euryth::job {
struct Job;
struct Port;
struct FlowTest;
}  // namespace euryth::job

/// What the work gained: flow tests of a port worked out and held against each other.
namespace euryth::proving {

/// What every flow is brought to, so that tests at other depressions and on other days stand beside each other: 28 in
/// of water and air of 20 degC, 101325 Pa, dry (common practice, no source).
inline constexpr PressureDifference kReferenceDepression = PressureDifference::fromSi(6974.49);
inline constexpr air::AirState kStandardAir{};

/// By so much a bench repeats itself (common practice, no source). A change counts from twice that.
inline constexpr double kRepeats = 0.01;
inline constexpr double kCounts = 2.0 * kRepeats;

/// One lift of a test.
struct FlowAt {
    std::size_t point = 0;  ///< into FlowTest::points
    Length lift;
    PressureDifference depression;
    VolumeFlow flow;       ///< what was read, times the bench's factor: at the room's air
    VolumeFlow reference;  ///< at kReferenceDepression and kStandardAir, compressible
    VolumeFlow byRoot;     ///< the same by the root of the depressions alone
    Area effective;        ///< through which air would pass so without loss
    // Discharge coefficients: the effective area over that of ...
    std::optional<double> onValve;    ///< the valve's head
    std::optional<double> onCurtain;  ///< the cylinder round the open valve
    std::optional<double> onThroat;   ///< the throat, the stem not taken off
    std::optional<double> onOpening;  ///< the smallest geometric opening at this lift
    std::optional<double> liftShare;  ///< lift over the valve's diameter
    std::optional<RotationalSpeed> swirl;
    bool impossible = false;  ///< far more than the smallest geometric opening passes without loss, or than the throat
    /// Of such a flow: as CFM it would be one that can be, and litres a second were typed.
    bool looksLikeCfm = false;
};

/// The flow stops growing with the lift, or falls.
struct BacksUp {
    Length from;        ///< lift of the greatest flow
    Length to;          ///< last lift
    double lost = 0.0;  ///< share of the greatest flow
};

/// A lift at which it flows less than at the one before and at the one behind.
struct Dip {
    std::size_t at = 0;       ///< into FlowSums::points
    double lost = 0.0;        ///< share of the line between its neighbours
    bool swirlFalls = false;  ///< to under half of what its neighbours have: the pattern of the flow changes there
};

struct FlowSums {
    std::size_t test = 0;        ///< into Port::flow
    std::vector<FlowAt> points;  ///< rising lift
    double factor = 1.0;         ///< of the bench
    bool factorKnown = false;
    std::optional<double> factorUncertainty;  ///< half the 95 % range, as a share, where plates or a bench pair tell it
    /// Mean of the reference flow over the lift from 0 (no flow) to the highest one: the area under the curve over its
    /// length, by straight lines between the points.
    VolumeFlow mean;
    /// The same from half of the highest lift on: some judge a port by its high lifts alone, others by all of them.
    VolumeFlow upperMean;
    std::optional<Speed> throughPinch;     ///< greatest reference flow over the pinch's net area
    std::optional<double> fillsPerSecond;  ///< the same over the port's volume, 1/s: flow for each cc
    /// Mean over the crank while the cam holds the valve open: what the engine sees. Lifts over the tested ones are not
    /// guessed.
    Known<VolumeFlow> camMean;
    Known<Area> camMeanArea;  ///< the same of the effective area
    std::optional<BacksUp> backsUp;
    std::vector<Dip> dips;

    /// By how much its flows may be off, as a share: what a bench repeats to; more by the range of its factor; where
    /// that is not known by as much as two honest benches differ.
    [[nodiscard]] double doubt() const;
};
/// By so much two honest benches differ on one head (common practice, no source).
inline constexpr double kBenchesDiffer = 0.03;

/// A test worked out. Points without lift or flow are passed over; one without a depression of its own has the test's.
/// Nothing without the room's air, a depression and two points.
Known<FlowSums> sumsOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                       std::size_t test);

/// Reference flow at a lift, by straight lines between the points and from no flow at no lift; nothing over the highest
/// one.
std::optional<VolumeFlow> flowAt(const FlowSums& sums, Length lift);

}  // namespace euryth::proving
