// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/flow_sums.hpp"

#include <algorithm>
#include <cmath>
#include <functional>
#include <numbers>

#include "air/effective_area.hpp"
#include "analysis/bench_checks.hpp"
#include "analysis/engine_inputs.hpp"
#include "geometry/valve_opening.hpp"
#include "job/job.hpp"
#include "over_lift.hpp"
#include "words/missing_list.hpp"

namespace euryth::proving {

namespace {

/// Coefficient of the smallest opening up to which a reading is believed. The air that slows down behind a valve just
/// open gives pressure back, and lifts are read to a tenth of a millimetre, so that 1 is passed at low lifts (common
/// practice, no source).
constexpr double kMostOfOpening = 1.2;

constexpr double kCfmInLitres = 0.4719474;  // litres a second in a cubic foot a minute, 0.3048^3 / 60
constexpr double kPoorOpening = 0.35;       // coefficient under which an opening would be a very poor one (ours)

Area circle(Length diameter) { return std::numbers::pi / 4.0 * (diameter * diameter); }

void addCoefficients(const job::Port& port, const analysis::PortAnalysis& analysis, FlowAt& at)
{
    const auto over = [&](Area area) { return at.effective / area; };
    if (const auto& head = port.valve.diameter) {
        at.onValve = over(circle(*head));
        at.onCurtain = over(geometry::curtain(*head, at.lift));
        at.liftShare = at.lift / *head;
    }
    if (const auto& throat = port.valve.throat)
        at.onThroat = over(circle(*throat));
    if (analysis.valve)
        at.onOpening = over(geometry::openingAt(*analysis.valve, at.lift).area);
    // Nothing passes a throat but what fills it, at whatever depression: the air would have to be faster than sound.
    const bool chokes = at.onThroat && *at.onThroat > 1.0;
    at.impossible = chokes || at.onOpening.value_or(0.0) > kMostOfOpening;
    const double asCfm = at.onOpening.value_or(at.onThroat.value_or(0.0)) * kCfmInLitres;
    at.looksLikeCfm = at.impossible && asCfm > kPoorOpening && asCfm < 1.0;
}

std::vector<FlowAt> pointsOf(const job::Port& port, const analysis::PortAnalysis& analysis, const air::AirState& room,
                             const job::FlowTest& test, double factor)
{
    std::vector<FlowAt> points;
    for (std::size_t i = 0; i < test.points.size(); ++i) {
        const job::FlowPoint& point = test.points[i];
        const auto depression = point.depression ? point.depression : test.depression;
        if (!point.lift || !point.flow || !depression || *point.lift <= Length{} || *point.flow <= VolumeFlow{})
            continue;
        FlowAt at;
        at.point = i;
        at.lift = *point.lift;
        at.depression = *depression;
        at.flow = *point.flow * factor;
        const auto effective = air::effectiveArea(room, *depression, at.flow);
        if (!effective)
            continue;
        at.effective = *effective;
        at.reference = *air::flowThrough(at.effective, kStandardAir, kReferenceDepression);
        at.byRoot = air::bySquareRoot(at.flow, *depression, kReferenceDepression);
        at.swirl = point.swirl;
        addCoefficients(port, analysis, at);
        points.push_back(at);
    }
    std::ranges::stable_sort(points, {}, &FlowAt::lift);
    return points;
}

double referenceOf(const FlowAt& at) { return at.reference.si(); }

/// From a lift to the highest one.
VolumeFlow meanOver(const std::vector<FlowAt>& points, Length from)
{
    double sum = 0.0;
    double before = from.si();
    double low = onLine(points, from, referenceOf).value_or(0.0);
    for (const FlowAt& at : points) {
        if (at.lift <= from)
            continue;
        sum += (at.lift.si() - before) * (low + at.reference.si()) / 2.0;
        before = at.lift.si();
        low = at.reference.si();
    }
    return VolumeFlow::fromSi(sum / (before - from.si()));
}

void addMeans(const analysis::PortAnalysis& analysis, FlowSums& sums)
{
    sums.mean = meanOver(sums.points, {});
    sums.upperMean = meanOver(sums.points, sums.points.back().lift / 2.0);
    if (!analysis.areas)
        return;
    const double most = std::ranges::max(sums.points, {}, &FlowAt::reference).reference.si();
    sums.throughPinch = Speed::fromSi(most / analysis.areas->smallest().area.si());
    sums.fillsPerSecond = most / analysis.areas->volume().si();
}

/// Mean over the crank from opening to closing, by the trapezoid rule.
std::optional<double> overCam(const planning::Cam& cam, const std::vector<FlowAt>& points,
                              const std::function<double(const FlowAt&)>& of)
{
    const Angle from = planning::opens(cam);
    const Angle step = (planning::closes(cam) - from) / kCamSteps;
    double sum = 0.0;
    for (int i = 1; i < kCamSteps; ++i) {  // it is 0 at both ends
        const auto value = onLine(points, planning::liftAt(cam, from + step * i), of);
        if (!value)
            return std::nullopt;
        sum += *value;
    }
    return sum / kCamSteps;
}

void addCamMean(const job::Job& job, const job::Port& port, FlowSums& sums)
{
    const auto cam = analysis::camOf(job.engine, port.side);
    Phrase missing;
    if (!cam)
        missing = say(port.side == job::Side::Intake ? "missing.intake-cam" : "missing.exhaust-cam");
    else if (cam->lift > sums.points.back().lift)
        missing = say("missing.lift-of-cam", {{"cam", cam->lift}, {"test", sums.points.back().lift}});
    sums.camMean.missing = sums.camMeanArea.missing = missing;
    if (!missing.empty())
        return;
    const auto flow = overCam(*cam, sums.points, referenceOf);
    const auto area = overCam(*cam, sums.points, [](const FlowAt& at) { return at.effective.si(); });
    if (flow)
        sums.camMean.value = VolumeFlow::fromSi(*flow);
    if (area)
        sums.camMeanArea.value = Area::fromSi(*area);
}

std::optional<BacksUp> backingUp(const std::vector<FlowAt>& points)
{
    const auto most = std::ranges::max_element(points, {}, &FlowAt::reference);
    const double lost = 1.0 - points.back().reference / most->reference;
    return lost > kCounts ? std::optional(BacksUp{most->lift, points.back().lift, lost}) : std::nullopt;
}

std::vector<Dip> dipsOf(const std::vector<FlowAt>& points)
{
    std::vector<Dip> dips;
    for (std::size_t i = 1; i + 1 < points.size(); ++i) {
        const FlowAt& before = points[i - 1];
        const FlowAt& at = points[i];
        const FlowAt& behind = points[i + 1];
        if (behind.lift <= before.lift)
            continue;  // one lift read again and again
        const double along = (at.lift - before.lift) / (behind.lift - before.lift);
        const VolumeFlow line = before.reference + along * (behind.reference - before.reference);
        const double lost = 1.0 - at.reference / line;
        if (lost <= kCounts || at.reference >= before.reference || at.reference >= behind.reference)
            continue;
        const bool swirls = before.swirl && at.swirl && behind.swirl;
        constexpr double collapsed = 0.5;  // ours, no source
        const bool falls = swirls && abs(*at.swirl) < collapsed * std::min(abs(*before.swirl), abs(*behind.swirl));
        dips.push_back({i, lost, falls});
    }
    return dips;
}

/// Of a factor that was found on one head beside another bench and is still the one that is typed.
std::optional<double> rangeByPair(const job::BenchRecord& bench, job::Side side, const std::optional<double>& typed)
{
    constexpr double same = 1e-3;
    for (auto pair = bench.pairs.rbegin(); typed && pair != bench.pairs.rend(); ++pair) {
        if (pair->side == side && pair->factor && std::abs(*pair->factor / *typed - 1.0) < same)
            return pair->uncertainty;
    }
    return std::nullopt;
}

}  // namespace

double FlowSums::doubt() const
{
    return std::max(kRepeats, factorUncertainty.value_or(factorKnown ? 0.0 : kBenchesDiffer));
}

std::optional<double> onLine(const std::vector<FlowAt>& points, Length lift,
                             const std::function<double(const FlowAt&)>& of)
{
    Length before;
    double low = 0.0;
    for (const FlowAt& at : points) {
        if (lift <= at.lift) {
            const double high = of(at);
            return at.lift > before ? low + (high - low) * ((lift - before) / (at.lift - before)) : high;
        }
        before = at.lift;
        low = of(at);
    }
    return std::nullopt;
}

Known<FlowSums> sumsOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                       std::size_t test)
{
    const job::FlowTest& of = port.flow[test];
    const auto room = analysis::testAir(job.bench, of);
    FlowSums sums;
    sums.test = test;
    sums.factor = job::benchFactor(job, of.bench, port.side);
    if (const job::BenchRecord* bench = job::benchNamed(job, of.bench)) {
        const auto& typed = port.side == job::Side::Intake ? bench->factorIntake : bench->factorExhaust;
        sums.factorKnown = typed.has_value();
        if (const auto plates = analysis::factorByPlates(*bench, room))
            sums.factorUncertainty = plates->uncertainty;
        else
            sums.factorUncertainty = rangeByPair(*bench, port.side, typed);
    }
    if (room)
        sums.points = pointsOf(port, analysis, *room, of, sums.factor);
    MissingList missing;
    missing.need(room.has_value(), "missing.bench-air");
    missing.need(!room || sums.points.size() > 1, "missing.two-lifts");
    if (!missing.empty())
        return {std::nullopt, missing.phrase()};
    addMeans(analysis, sums);
    addCamMean(job, port, sums);
    sums.backsUp = backingUp(sums.points);
    sums.dips = dipsOf(sums.points);
    return {std::move(sums), {}};
}

std::optional<VolumeFlow> flowAt(const FlowSums& sums, Length lift)
{
    const auto flow = onLine(sums.points, lift, referenceOf);
    return flow ? std::optional(VolumeFlow::fromSi(*flow)) : std::nullopt;
}

}  // namespace euryth::proving
