// SPDX-License-Identifier: GPL-3.0-or-later
#include "session_canvases.hpp"

#include <algorithm>

#include <QMouseEvent>

#include "drawing/tip_view.hpp"
#include "kit/canvas.hpp"
#include "tasks/rounds.hpp"
#include "virtual_parts.hpp"

namespace euryth::widgets {

using units::Kind;

std::optional<AtHand> atHand(const app::Workspace& w)
{
    const job::Port* port = w.port();
    if (!port || !w.probe() || !w.point() || *w.point() >= port->probes[*w.probe()].readings.size())
        return std::nullopt;
    return AtHand{*w.portIndex(), *w.probe(), *w.point(), &port->probes[*w.probe()]};
}

namespace {

/// The section with the points of the chosen set; a click chooses a point, or places one where the grid is free.
class TipCanvas : public SceneCanvas<drawing::TipScene> {
public:
    explicit TipCanvas(Context context) : SceneCanvas(context)
    {
        setObjectName(QStringLiteral("tipSection"));
        setMinimumSize(220, 150);
        setFocusPolicy(Qt::StrongFocus);
        setAccessibleName(tr("Where the tip has to be, seen from the window"));
    }

protected:
    [[nodiscard]] drawing::TipScene makeScene() const override
    {
        drawing::TipScene scene;
        const app::Workspace& w = workspace();
        const auto* result = w.probeResult();
        if (!result || !result->station) {
            scene.empty = tr("No set is chosen.\nNext round begins the first one of the plan.");
            return scene;
        }
        scene.section = w.analysisNow().sections[*result->station];
        for (std::size_t i = 0; i < result->readings.size(); ++i) {
            const probing::PointReading& reading = result->readings[i];
            drawing::TipScene::Point point;
            point.at = probing::toSection(reading.at, *scene.section);
            if (reading.speed)
                point.reading = w.number(Kind::Speed, reading.speed->si());
            point.chosen = point.inHand = w.point() == i;
            scene.points.push_back(point);
        }
        if (const auto hand = atHand(w)) {
            const auto& reading = hand->probe->readings[hand->reading];
            const auto way = tasks::tipWay(*w.port(), hand->probe->stationS.value_or(Length{}), *scene.section,
                                           {reading.u, reading.v});
            scene.fromWall = tr("%1 from the wall").arg(w.text(Kind::Length, way.fromWall.si()));
        }
        return scene;
    }

    void draw(QPainter& painter, const drawing::TipScene& scene) override
    {
        drawing::TipView(scene, area()).paint(painter, theme());
    }

    void mousePressEvent(QMouseEvent* event) override
    {
        const auto& picture = scene();
        const drawing::TipView view(picture, area());
        setFocus();
        if (const auto point = view.pointAt(event->position()))
            return workspace().choosePoint(*point);
        if (const auto place = view.placeAt(event->position()))
            addPoint(*place);
    }

private:
    /// A point of a set that is no grid, where the section was clicked.
    void addPoint(geometry::Point at)
    {
        const job::Port* port = workspace().port();
        const auto set = workspace().probe();
        if (!port || !set || !workspace().probeResult()->station || !isFree(*port, *set))
            return;
        const auto place =
            tasks::gridPointAt(workspace().analysisNow().sections[*workspace().probeResult()->station], at);
        job::Reading reading;
        reading.u = place.u;
        reading.v = place.v;
        const std::size_t point = port->probes[*set].readings.size();
        const std::size_t index = *workspace().portIndex();
        if (workspace().document().apply(
                tr("Place a point"), [&](job::Job& job) { job.ports[index].probes[*set].readings.push_back(reading); }))
            workspace().choosePoint(point);
    }

    static bool isFree(const job::Port& port, std::size_t set)
    {
        std::vector<probing::GridPoint> points;
        for (const job::Reading& r : port.probes[set].readings)
            points.push_back({r.u, r.v});
        return !probing::asTensorGrid(points) && !probing::isArithmetic(points);
    }
};

class RoundsCanvas : public SceneCanvas<drawing::RoundsScene> {
public:
    RoundsCanvas(Context context, std::function<void(std::size_t)> chosen)
        : SceneCanvas(context),
          m_chosen(std::move(chosen))
    {
        setObjectName(QStringLiteral("rounds"));
        setAccessibleName(tr("Rounds of the plan"));
        const auto grow = [this] {
            const std::size_t lifts = workspace().port() ? workspace().port()->probePlan.lifts.size() : 0;
            constexpr int names = 18;
            constexpr int row = 27;
            setMinimumHeight(names + row * static_cast<int>(std::clamp<std::size_t>(lifts, 1, 4)));
        };
        connect(&context.workspace, &app::Workspace::refreshed, this, grow);
        grow();
    }

protected:
    [[nodiscard]] drawing::RoundsScene makeScene() const override
    {
        drawing::RoundsScene scene;
        const app::Workspace& w = workspace();
        const job::Port* port = w.port();
        if (!port || port->probePlan.places.empty()) {
            scene.empty = tr("Nothing is planned. Usual plan: pinch, short side and bowl at full lift.");
            return scene;
        }
        for (const job::PlannedPlace& place : port->probePlan.places)
            scene.places.push_back(placeName(*port, place.s));
        for (const job::PlannedLift& lift : port->probePlan.lifts)
            scene.lifts.push_back(w.text(Kind::Length, lift.lift.si()));
        if (scene.lifts.empty())
            scene.lifts.emplace_back();
        const auto rounds = tasks::roundsOf(*port);
        const auto next = tasks::nextRound(rounds);
        for (std::size_t i = 0; i < rounds.size(); ++i)
            scene.cells.push_back(cellOf(*port, rounds[i], i, next));
        return scene;
    }

    void draw(QPainter& painter, const drawing::RoundsScene& scene) override
    {
        drawing::RoundsView(scene, area()).paint(painter, theme());
    }

    void mousePressEvent(QMouseEvent* event) override
    {
        const auto& picture = scene();
        if (const auto round = drawing::RoundsView(picture, area()).roundAt(event->position()))
            m_chosen(*round);
    }

private:
    [[nodiscard]] QString placeName(const job::Port& port, Length s) const
    {
        const auto station = job::stationNear(port, s);
        const QString name =
            station ? workspace().text(analysis::stationName(workspace().analysisNow(), port, *station)) : QString();
        return name.isEmpty() ? workspace().text(Kind::Position, s.si()) : name;
    }

    [[nodiscard]] drawing::RoundsScene::Cell cellOf(const job::Port& port, const tasks::Round& round, std::size_t i,
                                                    std::optional<std::size_t> next) const
    {
        drawing::RoundsScene::Cell cell;
        cell.round = i;
        cell.next = next == i;
        if (!round.set)
            return cell;
        cell.points = port.probes[*round.set].readings.size();
        cell.read = cell.points - round.unread;
        cell.chosen = workspace().probe() == round.set;
        const auto& result = workspace().analysisNow().probes[*round.set];
        if (result.traverse)
            cell.mean = workspace().text(Kind::Speed, result.traverse->mean.si());
        return cell;
    }

    std::function<void(std::size_t)> m_chosen;
};

}  // namespace

QWidget* makeTipCanvas(Context context) { return new TipCanvas(context); }

QWidget* makeRoundsCanvas(Context context, std::function<void(std::size_t)> chosen)
{
    return new RoundsCanvas(context, std::move(chosen));
}

}  // namespace euryth::widgets
