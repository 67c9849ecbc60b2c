// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow_picture.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include <QKeyEvent>

#include "drawing/paint_empty.hpp"
#include "kit/parts.hpp"
#include "proving/swirl.hpp"

namespace euryth::widgets {

using drawing::ChartLine;
using drawing::ChartScene;
using drawing::LineStyle;
using units::Kind;

namespace {

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
                                   chart.yKind == Kind::Flow ? sums.doubt() : 0.0});
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
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Flow against lift, and what changed"));
    setToolTip(tr("Left and right read off, + and - look nearer, 0 shows all"));
}

void FlowCanvas::setShows(Shows shows)
{
    m_shows = shows;
    outdate();
}

void FlowCanvas::addFlow(const job::Port& port, const std::vector<proving::FlowSums>& tests, FlowPicture& picture) const
{
    const app::Workspace& w = workspace();
    ChartScene flow =
        chartOver(w,
                  tr("Flow at %1, standard air, %2; band: doubt")
                      .arg(w.text(Kind::Depression, proving::kReferenceDepression.si()), w.symbol(Kind::Flow)),
                  Kind::Flow, picture.highest);
    addLines(port, tests, m_test(), flow, [](const proving::FlowAt& at) { return std::optional(at.reference.si()); });
    if (!port.promises.empty()) {
        ChartLine promised{tr("promised"), LineStyle::PlanThin, {}};
        for (const job::PromisedLift& at : port.promises.back().lifts)
            promised.points.emplace_back(at.lift.si(), at.flow.si());
        flow.lines.push_back(std::move(promised));
    }
    picture.charts.push_back(std::move(flow));
    picture.shares.push_back(5.0);
    const auto gain = proving::gainOf(port, tests);
    if (!gain)
        return;
    ChartScene bars = chartOver(
        w,
        tr("Change from %1 to %2; hollow: less than a bench can tell")
            .arg(QString::fromStdString(port.flow[gain->from].id), QString::fromStdString(port.flow[gain->to].id)),
        Kind::Percent, picture.highest);
    bars.fromZero = false;
    for (const proving::DifferenceAt& at : gain->points)
        bars.bars.push_back({at.lift.si(), at.share, at.counts});
    picture.charts.push_back(std::move(bars));
    picture.shares.push_back(3.0);
}

void FlowCanvas::addCoefficients(const job::Port& port, const std::vector<proving::FlowSums>& tests,
                                 FlowPicture& picture) const
{
    const app::Workspace& w = workspace();
    const auto add = [&](const QString& title, std::optional<double> proving::FlowAt::*of) {
        ChartScene chart = chartOver(w, title, Kind::Number, picture.highest);
        addLines(port, tests, m_test(), chart, [of](const proving::FlowAt& at) { return at.*of; });
        if (chart.lines.empty())
            return;
        picture.charts.push_back(std::move(chart));
        picture.shares.push_back(1.0);
    };
    add(tr("Cd on the valve's head"), &proving::FlowAt::onValve);
    add(tr("Cd on the curtain round the open valve"), &proving::FlowAt::onCurtain);
    add(tr("Cd on the smallest opening"), &proving::FlowAt::onOpening);
    if (picture.charts.empty())
        picture.missing = tr("Coefficients need the valve's diameter (Survey, Valve end).");
}

void FlowCanvas::addSwirl(const job::Port& port, const std::vector<proving::FlowSums>& tests,
                          FlowPicture& picture) const
{
    const app::Workspace& w = workspace();
    ChartScene chart = chartOver(w, tr("Swirl coefficient (Heywood 8.3)"), Kind::Number, picture.highest);
    chart.fromZero = true;
    std::size_t others = 0;
    bool tumble = false;
    for (const proving::FlowSums& sums : tests) {
        const bool now = sums.test == m_test();
        const std::size_t other = now ? 0 : others++;
        const auto swirl = proving::swirlOf(w.job(), port, sums);
        if (!swirl)
            continue;
        tumble = tumble || swirl->motion == job::Motion::Tumble;
        ChartLine line{testName(port.flow[sums.test]), styleOf(other, now), {}, true, 0.0};
        for (const proving::SwirlAt& at : swirl->points)
            line.points.emplace_back(at.lift.si(), at.coefficient());
        chart.lines.push_back(std::move(line));
    }
    if (chart.lines.empty())
        return;
    if (tumble)
        chart.title = tr("Tumble coefficient (Heywood 8.3)");
    picture.charts.push_back(std::move(chart));
    picture.shares.push_back(3.4);
}

FlowPicture FlowCanvas::makeScene() const
{
    const app::Workspace& w = workspace();
    FlowPicture picture;
    const job::Port* port = w.port();
    const auto tests = port ? proving::allSums(w.job(), *port, w.analysisNow()) : std::vector<proving::FlowSums>{};
    if (tests.empty()) {
        picture.missing = tr("No flow test with two lifts yet.\nAdd a test and type what the bench reads.");
        return picture;
    }
    for (const auto& sums : tests) {
        picture.highest = std::max(picture.highest, sums.points.back().lift.si());
        if (sums.test != m_test())
            continue;
        for (const proving::FlowAt& at : sums.points)
            picture.lifts.push_back(at.lift.si());
    }
    if (m_shows == Shows::Flow) {
        addFlow(*port, tests, picture);
        addSwirl(*port, tests, picture);
    } else {
        addCoefficients(*port, tests, picture);
    }
    for (std::size_t i = 0; i < picture.charts.size(); ++i) {
        ChartScene& chart = picture.charts[i];
        chart.named = i == 0;  // as over the first
        chart.readAt = m_readAt;
        if (m_inSight)
            chart.xRange = m_inSight;
        if (i + 1 < picture.charts.size())
            chart.xTitle.clear();  // one axis for all
    }
    return picture;
}

double FlowCanvas::liftAt(double pixel) const
{
    return scene().charts.empty() ? 0.0 : drawing::chartAxis(scene().charts.front(), area()).toValue(pixel);
}

void FlowCanvas::read(std::optional<double> lift)
{
    if (lift && (*lift < 0.0 || *lift > scene().highest * 1.06))
        lift.reset();
    if (lift == m_readAt)
        return;
    m_readAt = lift;
    outdate();
}

/// To the next lift that the chosen test was read at.
void FlowCanvas::stepReading(int by)
{
    const auto lifts = scene().lifts;
    if (lifts.empty())
        return;
    if (!m_readAt)
        return read(by > 0 ? lifts.front() : lifts.back());
    constexpr double near = 1e-6;
    if (by > 0) {
        const auto next = std::ranges::find_if(lifts, [&](double l) { return l > *m_readAt + near; });
        return read(next == lifts.end() ? lifts.back() : *next);
    }
    const auto next = std::find_if(lifts.rbegin(), lifts.rend(), [&](double l) { return l < *m_readAt - near; });
    read(next == lifts.rend() ? lifts.front() : *next);
}

void FlowCanvas::zoom(double factor, double about)
{
    const double most = scene().highest * 1.06;
    if (!(most > 0.0))
        return;
    const auto [from, to] = m_inSight.value_or(std::pair(0.0, most));
    constexpr double nearest = 0.05;  // of all
    const double wide = std::clamp((to - from) * factor, most * nearest, most);
    const double left = std::clamp(about - (about - from) / (to - from) * wide, 0.0, most - wide);
    m_inSight = std::pair(left, left + wide);
    if (wide >= most)
        m_inSight.reset();
    outdate();
}

void FlowCanvas::showAll()
{
    m_inSight.reset();
    outdate();
}

void FlowCanvas::mouseMoveEvent(QMouseEvent* event) { read(liftAt(event->position().x())); }
void FlowCanvas::mouseDoubleClickEvent(QMouseEvent*) { showAll(); }
void FlowCanvas::leaveEvent(QEvent*) { read(std::nullopt); }

void FlowCanvas::wheelEvent(QWheelEvent* event)
{
    constexpr double perClick = 0.8;
    const double clicks = event->angleDelta().y() / 120.0;
    zoom(std::pow(perClick, clicks), liftAt(event->position().x()));
    event->accept();
}

void FlowCanvas::keyPressEvent(QKeyEvent* event)
{
    constexpr double nearer = 0.7;
    const double about = m_readAt.value_or(scene().highest / 2.0);
    switch (event->key()) {
    case Qt::Key_Left: return stepReading(-1);
    case Qt::Key_Right: return stepReading(1);
    case Qt::Key_Plus: return zoom(nearer, about);
    case Qt::Key_Minus: return zoom(1.0 / nearer, about);
    case Qt::Key_0: return showAll();
    case Qt::Key_Escape:
        if (m_readAt)
            return read(std::nullopt);
        break;
    default: break;
    }
    SceneCanvas::keyPressEvent(event);
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

}  // namespace euryth::widgets
