// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow_picture.hpp"

#include <algorithm>
#include <array>
#include <numeric>

#include <QClipboard>
#include <QCoreApplication>
#include <QGuiApplication>

#include "drawing/paint_empty.hpp"

namespace euryth::widgets {

using drawing::ChartScene;
using drawing::LineStyle;
using units::Kind;

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Flow", text); }

ChartScene chartOver(const app::Workspace& w, const QString& title, Kind kind, double highest)
{
    ChartScene chart;
    chart.title = title;
    chart.xTitle = QStringLiteral("%1, %2").arg(tr("lift"), w.symbol(Kind::Length));
    chart.xKind = Kind::Length;
    chart.yKind = kind;
    chart.xRange = std::pair{0.0, highest * 1.06};
    chart.units = w.displayUnits();
    return chart;
}

/// The chosen test strongest; of the others each in a style of its own, as far as there are.
LineStyle styleOf(std::size_t other, bool chosen)
{
    constexpr std::array rest{LineStyle::Other, LineStyle::Plan, LineStyle::OtherThin, LineStyle::PlanThin};
    return chosen ? LineStyle::Now : rest[std::min(other, rest.size() - 1)];
}

template <class Of>
std::vector<QPointF> pointsOf(const proving::FlowSums& sums, Of of)
{
    std::vector<QPointF> points;
    for (const proving::FlowAt& at : sums.points) {
        if (const std::optional<double> y = of(at))
            points.emplace_back(at.lift.si(), *y);
    }
    return points;
}

/// What a test's flows may be off: by what a bench repeats to, or by its factor's range.
double doubtOf(const proving::FlowSums& sums)
{
    return std::max(proving::kRepeats, sums.factorUncertainty.value_or(0.0));
}

template <class Of>
void addLines(const job::Port& port, const std::vector<proving::FlowSums>& tests, std::optional<std::size_t> chosen,
              ChartScene& chart, Of of)
{
    std::size_t others = 0;
    for (const proving::FlowSums& sums : tests) {
        const bool now = sums.test == chosen;
        const std::size_t other = now ? 0 : others++;
        auto points = pointsOf(sums, of);
        if (!points.empty())
            chart.lines.push_back({testName(port.flow[sums.test]), styleOf(other, now), std::move(points), true,
                                   chart.yKind == Kind::Flow ? doubtOf(sums) : 0.0});
    }
}

}  // namespace

QString testName(const job::FlowTest& test)
{
    const QString id = QString::fromStdString(test.id);
    return test.state.empty() ? id : QStringLiteral("%1, %2").arg(id, QString::fromStdString(test.state));
}

FlowCanvas::FlowCanvas(Context context, std::function<std::optional<std::size_t>()> test)
    : SceneCanvas(context),
      m_test(std::move(test))
{
    setObjectName(QStringLiteral("flowCanvas"));
    setMinimumSize(320, 220);
    setAccessibleName(tr("Flow against lift, and what changed"));
}

FlowPicture FlowCanvas::makeScene() const
{
    const app::Workspace& w = workspace();
    FlowPicture picture;
    const job::Port* port = w.port();
    const auto tests = port ? proving::allSums(w.job(), *port, w.analysis()) : std::vector<proving::FlowSums>{};
    if (tests.empty()) {
        picture.missing = tr("No flow test with two lifts yet.\nAdd a test and type what the bench reads.");
        return picture;
    }
    double highest = 0.0;
    for (const auto& sums : tests)
        highest = std::max(highest, sums.points.back().lift.si());
    ChartScene flow =
        chartOver(w,
                  tr("Flow at %1, standard air, %2; band: doubt")
                      .arg(w.text(Kind::Depression, proving::kReferenceDepression.si()), w.symbol(Kind::Flow)),
                  Kind::Flow, highest);
    addLines(*port, tests, m_test(), flow, [](const proving::FlowAt& at) { return std::optional(at.reference.si()); });
    picture.charts.push_back(std::move(flow));
    picture.shares.push_back(5.0);
    if (const auto gain = proving::gainOf(*port, tests)) {
        ChartScene bars = chartOver(w,
                                    tr("Change from %1 to %2; hollow: less than a bench can tell")
                                        .arg(QString::fromStdString(port->flow[gain->from].id),
                                             QString::fromStdString(port->flow[gain->to].id)),
                                    Kind::Percent, highest);
        bars.fromZero = false;
        for (const proving::DifferenceAt& at : gain->points)
            bars.bars.push_back({at.lift.si(), at.share, at.counts});
        picture.charts.push_back(std::move(bars));
        picture.shares.push_back(3.0);
    }
    ChartScene swirl = chartOver(w, tr("Swirl meter, %1").arg(w.symbol(Kind::Rotation)), Kind::Rotation, highest);
    addLines(*port, tests, m_test(), swirl,
             [](const proving::FlowAt& at) { return at.swirl ? std::optional(at.swirl->si()) : std::nullopt; });
    if (!swirl.lines.empty()) {
        picture.charts.push_back(std::move(swirl));
        picture.shares.push_back(3.4);
    }
    for (std::size_t i = 1; i < picture.charts.size(); ++i)
        picture.charts[i].named = false;  // as over the first
    for (std::size_t i = 0; i + 1 < picture.charts.size(); ++i)
        picture.charts[i].xTitle.clear();  // one axis for all
    return picture;
}

void FlowCanvas::draw(QPainter& painter, const FlowPicture& picture)
{
    if (!picture.missing.isEmpty())
        return drawing::paintEmpty(painter, theme(), area(), picture.missing);
    const double all = std::accumulate(picture.shares.begin(), picture.shares.end(), 0.0);
    double top = area().top();
    for (std::size_t i = 0; i < picture.charts.size(); ++i) {
        const double high = area().height() * picture.shares[i] / all;
        drawing::paintChart(painter, theme(), picture.charts[i], {area().left(), top, area().width(), high - 6.0});
        top += high;
    }
}

void FlowCanvas::copyPicture() { QGuiApplication::clipboard()->setPixmap(grab()); }

}  // namespace euryth::widgets
