// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flow_edits.hpp"

#include <algorithm>
#include <memory>

#include <QCoreApplication>

#include "proving/bench_pairing.hpp"
#include "proving/chambers.hpp"
#include "proving/promise.hpp"
#include "proving/swirl.hpp"
#include "units/format.hpp"

namespace euryth::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Flow", text); }

enum Column { Lift, Flow, Depression, Swirl, Torque, Reference };
enum Follows { OfLift, LiftShare, ByRoot, OnValve, OnCurtain, OnThroat, OnOpening, Coefficient };

std::size_t at(int row) { return static_cast<std::size_t>(row); }

/// A test worked out once for all cells that show something of it.
class SumsOfTest {
public:
    struct Sums {
        Known<proving::FlowSums> flow;
        Known<proving::SwirlSums> swirl;
    };
    const Sums& of(const Workspace& w, std::size_t test)
    {
        const auto job = w.snapshot();
        if (job != m_job || w.portIndex() != m_port || test != m_test) {
            m_job = job;
            m_port = w.portIndex();
            m_test = test;
            m_sums = {proving::sumsOf(w.job(), *w.port(), w.analysisNow(), test), {}};
            if (m_sums.flow)
                m_sums.swirl = proving::swirlOf(w.job(), *w.port(), *m_sums.flow);
        }
        return m_sums;
    }

private:
    std::shared_ptr<const job::Job> m_job;
    std::optional<std::size_t> m_port;
    std::size_t m_test = 0;
    Sums m_sums;
};

const proving::FlowAt* pointAt(const SumsOfTest::Sums& sums, std::size_t row)
{
    if (!sums.flow)
        return nullptr;
    const auto found = std::ranges::find(sums.flow->points, row, &proving::FlowAt::point);
    return found == sums.flow->points.end() ? nullptr : &*found;
}

QString referenceText(const Workspace& w, const SumsOfTest::Sums& sums, std::size_t row)
{
    const proving::FlowAt* at = pointAt(sums, row);
    return at ? w.number(units::Kind::Flow, at->reference.si()) : QString::fromUtf8(units::kUnknownText);
}

std::optional<double> coefficientOf(const SumsOfTest::Sums& sums, const proving::FlowAt& at, int column)
{
    switch (column) {
    case LiftShare: return at.liftShare;
    case OnValve: return at.onValve;
    case OnCurtain: return at.onCurtain;
    case OnThroat: return at.onThroat;
    case OnOpening: return at.onOpening;
    default: break;
    }
    for (std::size_t i = 0; sums.swirl && i < sums.swirl->points.size(); ++i) {
        if (&sums.flow->points[sums.swirl->points[i].point] == &at)
            return sums.swirl->points[i].coefficient();
    }
    return std::nullopt;
}

QString followsText(const Workspace& w, const SumsOfTest::Sums& sums, const job::FlowTest& test, std::size_t row,
                    int column)
{
    const QString unknown = QString::fromUtf8(units::kUnknownText);
    if (column == OfLift) {
        const auto& lift = test.points[row].lift;
        return w.number(units::Kind::Length, lift ? std::optional(lift->si()) : std::nullopt);
    }
    const proving::FlowAt* at = pointAt(sums, row);
    if (!at)
        return unknown;
    if (column == ByRoot)
        return w.number(units::Kind::Flow, at->byRoot.si());
    const auto coefficient = coefficientOf(sums, *at, column);
    return coefficient ? QString::fromStdString(units::formatPlain(*coefficient, 3, w.displayUnits())) : unknown;
}

/// Steps in which a port is opened on the bench (common practice, no source).
Length liftStep(const Workspace& w, Length greatest)
{
    if (w.job().house.liftStep > Length{})
        return w.job().house.liftStep;
    if (w.displayUnits().system == units::System::Inch)
        return lengthFromMm(2.54);
    return greatest > lengthFromMm(8) ? lengthFromMm(2) : lengthFromMm(1);
}

std::vector<Length> liftsOf(const Workspace& w)
{
    std::vector<Length> lifts;
    if (!w.port()->flow.empty()) {
        for (const job::FlowPoint& point : w.port()->flow.back().points) {
            if (point.lift)
                lifts.push_back(*point.lift);
        }
        return lifts;
    }
    const job::CamLobe& cam =
        w.port()->side == job::Side::Intake ? w.job().engine.intakeCam : w.job().engine.exhaustCam;
    const Length greatest = cam.lift.value_or(lengthFromMm(12));
    const Length step = liftStep(w, greatest);
    for (int i = 1; step * i < greatest * (1.0 + 1e-9); ++i)
        lifts.push_back(step * i);
    if (lifts.empty() || greatest - lifts.back() > lengthFromMm(0.1))
        lifts.push_back(greatest);
    return lifts;
}

void edit(Workspace& w, const QString& what, const std::function<void(job::Port&)>& change)
{
    w.document().apply(what, [&, port = *w.portIndex()](job::Job& job) { change(job.ports[port]); });
}

}  // namespace

RowTable* makeFlowTable(Workspace& workspace, std::function<std::optional<std::size_t>()> test, QObject* parent)
{
    RowTable::Source source;
    source.columns = {tr("lift"), tr("flow"), tr("at"), tr("swirl"), tr("torque"), tr("standard\nflow")};
    source.goesDown = true;
    source.rows = [&workspace, test] {
        const auto chosen = test();
        return chosen ? static_cast<int>(workspace.port()->flow[*chosen].points.size()) : 0;
    };
    source.binding = [&workspace, test](int row, int column) -> FieldBinding {
        const auto chosen = test();
        if (!chosen || column > Torque)
            return {};
        const auto point = [ port = *workspace.portIndex(), flow = *chosen, row ](auto& job) -> auto&
        {
            return job.ports[port].flow[flow].points[at(row)];
        };
        if (column == Lift)
            return bind(
                job::field::flowLift, [point](auto& j) -> auto& { return point(j).lift; });
        if (column == Flow)
            return bind(
                job::field::flow, [point](auto& j) -> auto& { return point(j).flow; });
        if (column == Depression)
            return bind(
                job::field::depression, [point](auto& j) -> auto& { return point(j).depression; });
        if (column == Torque)
            return bind(
                job::field::swirlTorque, [point](auto& j) -> auto& { return point(j).swirlTorque; });
        return bind(
            job::field::swirl, [point](auto& j) -> auto& { return point(j).swirl; });
    };
    source.computed = [&workspace, test, sums = std::make_shared<SumsOfTest>()](int row, int) {
        const auto chosen = test();
        return chosen ? referenceText(workspace, sums->of(workspace, *chosen), at(row)) : QString();
    };
    return new RowTable(workspace, std::move(source), parent);
}

RowTable* makeCoefficientTable(Workspace& workspace, std::function<std::optional<std::size_t>()> test, QObject* parent)
{
    RowTable::Source source;
    source.columns = {tr("lift"),        tr("lift/\ndiam."), tr("by the\nroot"), tr("Cd\nvalve"),
                      tr("Cd\ncurtain"), tr("Cd\nthroat"),   tr("Cd\nopening"),  tr("swirl\nC")};
    source.rows = [&workspace, test] {
        const auto chosen = test();
        return chosen ? static_cast<int>(workspace.port()->flow[*chosen].points.size()) : 0;
    };
    source.binding = [](int, int) { return FieldBinding(); };
    source.computed = [&workspace, test, sums = std::make_shared<SumsOfTest>()](int row, int column) {
        const auto chosen = test();
        return chosen ? followsText(workspace, sums->of(workspace, *chosen), workspace.port()->flow[*chosen], at(row),
                                    column)
                      : QString();
    };
    return new RowTable(workspace, std::move(source), parent);
}

std::size_t addFlowTest(Workspace& workspace, const std::string& today)
{
    const job::Job& job = workspace.job();
    job::FlowTest test;
    for (std::size_t number = workspace.port()->flow.size() + 1;; ++number) {
        test.id = "F" + std::to_string(number);
        if (std::ranges::find(workspace.port()->flow, test.id, &job::FlowTest::id) == workspace.port()->flow.end())
            break;
    }
    test.when = today;
    test.state = workspace.port()->flow.empty() ? "before" : "after cut";
    test.bench = job.bench.id;
    test.depression = job.bench.depression;
    test.temperature = job.bench.temperature;
    test.pressure = job.bench.pressure;
    test.humidity = job.bench.humidity;
    if (const job::BenchRecord* bench = job::benchNamed(job, job.bench.id))
        test.setup = bench->setup;
    for (const Length lift : liftsOf(workspace))
        test.points.emplace_back().lift = lift;
    edit(workspace, tr("Add a flow test"), [&](job::Port& port) { port.flow.push_back(test); });
    return workspace.port()->flow.size() - 1;
}

void removeFlowTest(Workspace& workspace, std::size_t test)
{
    edit(workspace, tr("Remove a flow test"),
         [&](job::Port& port) { port.flow.erase(port.flow.begin() + static_cast<std::ptrdiff_t>(test)); });
}

void addFlowLift(Workspace& workspace, std::size_t test)
{
    const auto& points = workspace.port()->flow[test].points;
    std::optional<Length> lift;
    if (!points.empty() && points.back().lift)
        lift = *points.back().lift + liftStep(workspace, *points.back().lift);
    edit(workspace, tr("Add a lift"), [&](job::Port& port) { port.flow[test].points.emplace_back().lift = lift; });
}

void removeFlowLift(Workspace& workspace, std::size_t test, std::size_t point)
{
    edit(workspace, tr("Remove a lift"), [&](job::Port& port) {
        auto& points = port.flow[test].points;
        points.erase(points.begin() + static_cast<std::ptrdiff_t>(point));
    });
}

void setFlowPoints(Workspace& workspace, std::size_t test, std::vector<job::FlowPoint> points)
{
    edit(workspace, tr("Import a flow test"), [&](job::Port& port) { port.flow[test].points = std::move(points); });
}

proving::AnalysisOf analysesOf(const Workspace& workspace)
{
    return [&workspace](std::size_t port) -> const analysis::PortAnalysis& { return workspace.analysisNow(port); };
}

QString keepPromise(Workspace& workspace, const std::string& today)
{
    const auto& job = workspace.job();
    const job::Port& port = *workspace.port();
    const auto record = proving::promiseRecord(
        job, [&](std::size_t i) -> const analysis::PortAnalysis& { return workspace.analysisOf(i); });
    const auto promise = proving::promiseOf(job, port, workspace.analysis(), record);
    if (!promise)
        return workspace.text(promise.missing);
    const job::FlowPromise kept = proving::written(port, *promise, today);
    edit(workspace, tr("Write a promise down"), [&](job::Port& p) { p.promises.push_back(kept); });
    return {};
}

std::size_t addLeakTest(Workspace& workspace, const std::string& today)
{
    job::LeakTest test;
    test.when = today;
    test.fluid = workspace.port()->leakTests.empty() ? "alcohol" : workspace.port()->leakTests.back().fluid;
    edit(workspace, tr("Add a leak test"), [&](job::Port& port) { port.leakTests.push_back(test); });
    return workspace.port()->leakTests.size() - 1;
}

void removeLeakTest(Workspace& workspace, std::size_t test)
{
    edit(workspace, tr("Remove a leak test"),
         [&](job::Port& port) { port.leakTests.erase(port.leakTests.begin() + static_cast<std::ptrdiff_t>(test)); });
}

RowTable* makeChamberPlan(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {tr("cylinder"), tr("volume"), tr("ratio"), tr("take out")};
    source.goesDown = true;
    source.rows = [&workspace] { return static_cast<int>(workspace.job().chambers.size()); };
    source.binding = [](int row, int column) -> FieldBinding {
        const auto chamber = [row](auto& job) -> auto& { return job.chambers[at(row)]; };
        if (column == 0)
            return bind(
                job::field::portCylinder, [chamber](auto& j) -> auto& { return chamber(j).cylinder; });
        if (column == 1)
            return bind(
                job::field::chamberVolume, [chamber](auto& j) -> auto& { return chamber(j).volume; });
        return {};
    };
    source.computed = [&workspace](int row, int column) {
        const QString unknown = QString::fromUtf8(units::kUnknownText);
        const auto chambers = proving::chambersOf(workspace.job());
        if (!chambers)
            return unknown;
        const auto now = std::ranges::find(chambers->now, at(row), &proving::ChamberNow::index);
        if (now == chambers->now.end())
            return tr("earlier");
        if (column == 3)
            return workspace.number(units::Kind::SmallVolume, now->take.si());
        return now->ratio ? QString::fromStdString(units::formatPlain(*now->ratio, 2, workspace.displayUnits()))
                          : unknown;
    };
    return new RowTable(workspace, std::move(source), parent);
}

void measureChambersAgain(Workspace& workspace, const std::string& state, const std::string& today)
{
    workspace.document().apply(tr("Measure the chambers again"), [&](job::Job& job) {
        std::vector<job::Chamber> again;
        for (const std::size_t i : job::presentChambers(job)) {
            if (job.chambers[i].cylinder)
                again.push_back({job.chambers[i].cylinder, std::nullopt, today, state, {}});
        }
        job.chambers.insert(job.chambers.end(), again.begin(), again.end());
    });
}

void keepPairing(Workspace& workspace, const proving::BenchPairing& pairing)
{
    workspace.document().apply(tr("Keep a bench's factor"), [&](job::Job& job) {
        auto bench = std::ranges::find(job.benches, pairing.other, &job::BenchRecord::id);
        if (bench == job.benches.end()) {
            job.benches.emplace_back().id = pairing.other;
            bench = job.benches.end() - 1;
        }
        (pairing.side == job::Side::Intake ? bench->factorIntake : bench->factorExhaust) = pairing.factor;
        bench->pairs.push_back(proving::written(pairing));
    });
}

}  // namespace euryth::app
