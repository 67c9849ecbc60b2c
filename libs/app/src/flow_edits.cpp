// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flow_edits.hpp"

#include <algorithm>
#include <memory>

#include <QCoreApplication>

#include "proving/flow_sums.hpp"
#include "units/format.hpp"

namespace euryth::app {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Flow", text); }

enum Column { Lift, Flow, Swirl, Reference, OnValve, OnCurtain };

std::size_t at(int row) { return static_cast<std::size_t>(row); }

/// A test worked out once for all cells that show something of it.
class SumsOfTest {
public:
    const Known<proving::FlowSums>& of(const Workspace& w, std::size_t test)
    {
        const auto job = w.snapshot();
        if (job != m_job || w.portIndex() != m_port || test != m_test) {
            m_job = job;
            m_port = w.portIndex();
            m_test = test;
            m_sums = proving::sumsOf(w.job(), *w.port(), w.analysis(), test);
        }
        return m_sums;
    }

private:
    std::shared_ptr<const job::Job> m_job;
    std::optional<std::size_t> m_port;
    std::size_t m_test = 0;
    Known<proving::FlowSums> m_sums;
};

QString computed(const Workspace& w, const Known<proving::FlowSums>& sums, std::size_t row, int column)
{
    const QString unknown = QString::fromUtf8(units::kUnknownText);
    if (!sums)
        return unknown;
    const auto found = std::ranges::find(sums->points, row, &proving::FlowAt::point);
    if (found == sums->points.end())
        return unknown;
    if (column == Reference)
        return w.number(units::Kind::Flow, found->reference.si());
    const auto& coefficient = column == OnValve ? found->onValve : found->onCurtain;
    return coefficient ? QString::fromStdString(units::formatPlain(*coefficient, 3, w.displayUnits())) : unknown;
}

/// Steps in which a port is opened on the bench (common practice, no source).
Length liftStep(const Workspace& w, Length greatest)
{
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
    source.columns = {tr("lift"), tr("flow"), tr("swirl"), tr("standard\nflow"), tr("Cd\nvalve"), tr("Cd\ncurtain")};
    source.goesDown = true;
    source.rows = [&workspace, test] {
        const auto chosen = test();
        return chosen ? static_cast<int>(workspace.port()->flow[*chosen].points.size()) : 0;
    };
    source.binding = [&workspace, test](int row, int column) -> FieldBinding {
        const auto chosen = test();
        if (!chosen || column > Swirl)
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
        return bind(
            job::field::swirl, [point](auto& j) -> auto& { return point(j).swirl; });
    };
    source.computed = [&workspace, test, sums = std::make_shared<SumsOfTest>()](int row, int column) {
        const auto chosen = test();
        return chosen ? computed(workspace, sums->of(workspace, *chosen), at(row), column) : QString();
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

}  // namespace euryth::app
