// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "kit/field_links.hpp"
#include "kit/section_canvases.hpp"

namespace euryth::widgets {

QString nameOf(job::Neighbour neighbour)
{
    switch (neighbour) {
    case job::Neighbour::Water: return tr("water");
    case job::Neighbour::BoltHole: return tr("bolt hole");
    case job::Neighbour::PushrodTube: return tr("pushrod tube");
    case job::Neighbour::Port: return tr("port");
    case job::Neighbour::Bore: return tr("bore");
    case job::Neighbour::Outside: break;
    }
    return tr("outside");
}

PeelCanvas::PeelCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("peel"));
    setMinimumHeight(150);
    setAccessibleName(tr("The wall unrolled"));
}

void PeelCanvas::setShows(drawing::PeelShows shows)
{
    m_shows = shows;
    outdate();
}

void PeelCanvas::setPicksPlaces()
{
    m_picks = true;
    setFocusPolicy(Qt::StrongFocus);
    outdate();
}

namespace {

void addPins(const app::Workspace& workspace, drawing::PeelScene& scene)
{
    const job::Port* port = workspace.port();
    for (std::size_t i = 0; port && i < port->pins.size(); ++i) {
        const job::Pin& pin = port->pins[i];
        if (pin.s)
            scene.pins.push_back({pin.s->si(), pin.sector, drawing::tagOf(pin, workspace.pin() == i)});
    }
}

/// For a cell of the map, which has no room for two words.
QString shortNameOf(job::Neighbour neighbour)
{
    switch (neighbour) {
    case job::Neighbour::BoltHole: return tr("bolt");
    case job::Neighbour::PushrodTube: return tr("tube");
    case job::Neighbour::Outside: return tr("air");
    default: return nameOf(neighbour);
    }
}

/// The stations and nothing of them.
void fillPlaces(const app::Workspace& workspace, drawing::PeelScene& scene)
{
    const job::Port* port = workspace.port();
    if (!port || port->stations.size() < 2) {
        scene.missing = tr("Fewer than two stations are measured.");
        return;
    }
    scene.chosenSector = workspace.sector();
    for (std::size_t i = 0; i < port->stations.size(); ++i) {
        scene.s.push_back(port->stations[i].s.si());
        scene.cells.emplace_back();
        scene.names.push_back(workspace.text(analysis::stationName(workspace.analysisNow(), *port, i)));
    }
}

/// What the walls have to give, from what was measured alone.
void fillSpare(const app::Workspace& workspace, bool upright, drawing::PeelScene& scene)
{
    const job::Port* port = workspace.port();
    if (!port || port->stations.size() < 2) {
        scene.missing = tr("Fewer than two stations are measured.");
        return;
    }
    scene.upright = upright;
    const auto& analysis = workspace.analysisNow();
    for (std::size_t i = 0; i < port->stations.size(); ++i) {
        geometry::PerSector<drawing::PeelScene::Cell> column;
        for (const geometry::Sector s : geometry::kSectors) {
            const std::size_t j = geometry::index(s);
            const auto spare = analysis.walls[i][j].spare();
            drawing::PeelScene::Cell& cell = column[j];
            cell.hold = spare ? cutting::Hold::None : cutting::Hold::Unmeasured;
            cell.reckoned = analysis.walls[i][j].drawn;
            if (spare)
                cell.value = spare->si();
            if (const auto behind = port->stations[i].behind.at[j])
                cell.behind = shortNameOf(*behind);
        }
        scene.s.push_back(port->stations[i].s.si());
        scene.cells.push_back(column);
        scene.names.push_back(workspace.text(analysis::stationName(analysis, *port, i)));
    }
}

/// The sum behind a place of the spare map.
QString spareSum(const app::Workspace& workspace, std::size_t station, geometry::Sector sector)
{
    const analysis::WallRoom& room = workspace.analysisNow().walls[station][geometry::index(sector)];
    const auto text = [&](Length l) { return workspace.text(units::Kind::Length, l.si()); };
    if (!room.wall)
        return tr("Not measured: no depth is safe here.");
    QString sum = tr("wall %1 - to stay %2 - error %3 - curve %4 = %5")
                      .arg(text(*room.wall), text(room.keep), text(room.error), text(room.curve), text(*room.spare()));
    if (room.drawn)
        sum += QLatin1Char('\n') + tr("By drawing and core shift: gauge it before you cut.");
    if (const auto behind = workspace.port()->stations[station].behind.at[geometry::index(sector)])
        sum += QLatin1Char('\n') + tr("Behind it: %1").arg(nameOf(*behind));
    return sum;
}

}  // namespace

drawing::PeelScene PeelCanvas::makeScene() const
{
    drawing::PeelScene scene;
    scene.shows = m_shows;
    scene.units = workspace().displayUnits();
    scene.chosenStation = workspace().station();
    if (m_picks)
        scene.chosenSector = workspace().sector();
    addPins(workspace(), scene);
    if (m_shows == drawing::PeelShows::Findings) {
        fillPlaces(workspace(), scene);
        return scene;
    }
    if (m_shows == drawing::PeelShows::Spare) {
        fillSpare(workspace(), !m_picks, scene);  // where one types walls: a row for each station
        return scene;
    }
    const auto& analysis = workspace().analysisNow();
    if (!analysis.cut) {
        scene.missing = tr("No cut plan yet. Missing: %1.").arg(withLinks(workspace(), analysis.cutProblem.missing));
        return scene;
    }
    const cutting::CutProblem& problem = *analysis.cutProblem;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        const cutting::CutStation& station = problem.stations[i];
        geometry::PerSector<drawing::PeelScene::Cell> column;
        for (const geometry::Sector s : geometry::kSectors) {
            const std::size_t j = geometry::index(s);
            const Length depth = analysis.cut->depths[i][j];
            drawing::PeelScene::Cell& cell = column[j];
            cell.hold = cutting::depthBound(station, s, problem.limits).hold;
            cell.settled = station.settled[j].has_value();
            if (m_shows == drawing::PeelShows::CutDepth)
                cell.value = depth.si();
            else if (m_shows == drawing::PeelShows::Speed)
                cell.value = station.speedRatio[j];
            else if (station.wall[j])
                cell.value = (*station.wall[j] - depth).si();
        }
        scene.s.push_back(station.s.si());
        scene.cells.push_back(column);
        scene.names.push_back(workspace().text(analysis::stationName(analysis, *workspace().port(), i)));
    }
    if (m_shows == drawing::PeelShows::CutDepth) {
        for (const cutting::Cut& cut : analysis.cut->cuts)
            scene.tags.push_back({cut.deepestStation, cut.deepestSector, QString::fromStdString(cut.id)});
    }
    return scene;
}

void PeelCanvas::draw(QPainter& painter, const drawing::PeelScene& picture)
{
    drawing::PeelView(picture, area()).paint(painter, theme());
}

QString PeelCanvas::readOff(QPointF at) const
{
    const auto& picture = scene();
    return picture.missing.isEmpty() ? drawing::PeelView(picture, area()).textAt(at) : QString();
}

void PeelCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    const drawing::PeelView view(picture, area());
    if (const auto pin = view.pinAt(event->position()))
        return workspace().choosePin(placedPin(*pin));
    const auto place = view.placeAt(event->position());
    if (place && m_picks)
        workspace().chooseWall(place->station, place->sector);
    else if (place)
        workspace().chooseStation(place->station);
}

void PeelCanvas::keyPressEvent(QKeyEvent* event)
{
    if (m_picks && (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right))
        return workspace().stepStation(event->key() == Qt::Key_Left ? -1 : 1);
    const bool up = event->key() == Qt::Key_Up;
    const bool number =
        !event->text().isEmpty() && (event->text()[0].isDigit() || event->text()[0] == QLatin1Char('.'));
    if (!m_picks || !workspace().station() || !(up || event->key() == Qt::Key_Down || number))
        return SceneCanvas::keyPressEvent(event);
    if (number)
        return emit typed(event->text());
    const std::size_t now = geometry::index(workspace().sector().value_or(geometry::Sector::Roof));
    const std::size_t step = !workspace().sector() ? 0 : up ? geometry::kSectorCount - 1 : 1;
    workspace().chooseSector(geometry::kSectors[(now + step) % geometry::kSectorCount]);
}

std::size_t PeelCanvas::placedPin(std::size_t shown) const
{
    const auto& pins = workspace().port()->pins;
    for (std::size_t i = 0; i < pins.size(); ++i) {
        if (pins[i].s && shown-- == 0)
            return i;
    }
    return pins.size();
}

void PeelCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    const drawing::PeelView view(picture, area());
    if (!picture.missing.isEmpty() || view.pinAt(event->position()))
        return;
    if (const auto place = view.placeAt(event->position()))
        emit placeWanted(Length::fromSi(view.alongAt(event->position())), place->sector);
}

bool PeelCanvas::event(QEvent* event)
{
    if (event->type() != QEvent::ToolTip)
        return SceneCanvas::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto& picture = scene();
    const auto place =
        picture.missing.isEmpty() ? drawing::PeelView(picture, area()).placeAt(help->pos()) : std::nullopt;
    if (!place)
        return SceneCanvas::event(event);
    if (m_shows == drawing::PeelShows::Spare) {
        QToolTip::showText(help->globalPos(), spareSum(workspace(), place->station, place->sector), this);
        return true;
    }
    for (const cutting::Keep& keep : workspace().analysisNow().cut->keeps) {
        if (keep.station == place->station && keep.sector == place->sector)
            QToolTip::showText(help->globalPos(), workspace().text(keep.why), this);
    }
    return true;
}

}  // namespace euryth::widgets
