// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "analysis/pins.hpp"
#include "drawing/paint_empty.hpp"
#include "geometry/wall_contour.hpp"
#include "kit/field_links.hpp"
#include "kit/runner_canvases.hpp"
#include "kit/section_canvases.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

void addOpenings(const job::Port& port, drawing::SectionScene& scene)
{
    const auto add = [&](const job::Opening& opening, const QString& name) {
        if (const auto shape = opening.shape()) {
            scene.openings.push_back(
                {*shape, {opening.shiftLeft.value_or(Length{}).si(), opening.shiftUp.value_or(Length{}).si()}, name});
        }
    };
    add(port.manifold, port.side == job::Side::Intake ? SectionCanvas::tr("manifold") : SectionCanvas::tr("header"));
    add(port.gasket, SectionCanvas::tr("gasket"));
}

/// In the frame of the present section.
std::vector<geometry::Point> plannedOutline(const planning::PlannedSection& planned)
{
    constexpr std::size_t points = 180;
    auto outline = geometry::WallContour(planned.section).outline(points);
    if (std::holds_alternative<geometry::RoundedRectangle>(planned.section)) {
        for (geometry::Point& p : outline)
            p = {p.left + planned.middle.left, p.up + planned.middle.up};
    }
    return outline;
}

/// Findings between whose stations the chosen one is.
void addPins(const app::Workspace& workspace, drawing::SectionScene& scene)
{
    const job::Port& port = *workspace.port();
    for (std::size_t i = 0; i < port.pins.size(); ++i) {
        const auto stations = analysis::stationsAt(port, port.pins[i]);
        if (std::ranges::count(stations, *workspace.station()) > 0)
            scene.pins.push_back({port.pins[i].sector, drawing::tagOf(port.pins[i], workspace.pin() == i)});
    }
}

void addPins(const app::Workspace& workspace, drawing::PeelScene& scene)
{
    const job::Port* port = workspace.port();
    for (std::size_t i = 0; port && i < port->pins.size(); ++i) {
        const job::Pin& pin = port->pins[i];
        if (pin.s)
            scene.pins.push_back({pin.s->si(), pin.sector, drawing::tagOf(pin, workspace.pin() == i)});
    }
}

}  // namespace

SectionCanvas::SectionCanvas(Context context, Shows shows, QWidget* parent)
    : SceneCanvas(context, parent),
      m_shows(shows)
{
    setMinimumSize(220, 160);
    setAccessibleName(tr("Section from the window, roof up"));
}

QRectF SectionCanvas::pictureArea() const { return m_shows == Shows::Speeds ? area().adjusted(0, 0, 0, -30) : area(); }

std::optional<drawing::SectionScene> SectionCanvas::makeScene() const
{
    const auto station = workspace().station();
    if (!station)
        return std::nullopt;
    const auto& analysis = workspace().analysis();
    drawing::SectionScene scene;
    scene.station = workspace().port()->stations[*station];
    scene.shape = analysis.sections[*station];
    scene.units = workspace().displayUnits();
    scene.theme = theme();
    scene.showSizes = m_shows == Shows::Sizes;
    if (m_shows == Shows::Sizes) {
        scene.chosenSector = workspace().sector();
        if (*station == 0)
            addOpenings(*workspace().port(), scene);
    }
    if (analysis.cutProblem) {
        for (const geometry::Sector s : geometry::kSectors)
            scene.hold[geometry::index(s)] =
                cutting::depthBound(analysis.cutProblem->stations[*station], s, analysis.cutProblem->limits).hold;
    }
    if (m_shows == Shows::Plan && *station < analysis.planned.size() && analysis.planned[*station])
        scene.planned = plannedOutline(*analysis.planned[*station]);
    if (m_shows == Shows::Cut && analysis.cut)
        scene.cut = analysis.cut->depths[*station];
    addPins(workspace(), scene);
    const auto* probe = workspace().probeResult();
    if (m_shows == Shows::Speeds && probe && probe->station == station && probe->traverse) {
        scene.map = probe->map ? &*probe->map : nullptr;
        scene.traverse = &*probe->traverse;
        std::tie(scene.speedLow, scene.speedHigh) = drawing::speedRange(analysis);
        scene.chosenPoint = workspace().point();
    }
    return scene;
}

void SectionCanvas::draw(QPainter& painter, const std::optional<drawing::SectionScene>& picture)
{
    if (!picture)
        return drawing::paintEmpty(painter, theme(), area(), tr("No station chosen."));
    drawing::SectionView(*picture, pictureArea()).paint(painter);
    if (m_shows != Shows::Speeds)
        return;
    if (picture->map) {
        const double wide = std::min(260.0, area().width() - 24.0);
        drawing::paintSpeedBar(painter, theme(), {area().right() - wide - 12, area().bottom() - 30, wide, 28},
                               picture->speedLow, picture->speedHigh, workspace().displayUnits());
    } else {
        drawing::paintEmpty(painter, theme(), area(),
                            tr("No readings here yet.\nCtrl+Insert adds a set at this station."));
    }
}

void SectionCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture)
        return;
    const drawing::SectionView view(*picture, pictureArea());
    if (const auto reading = view.readingAt(event->position()))
        workspace().choosePoint(*reading);
    if (workspace().sector()) {
        if (const auto sector = view.wallAt(event->position()))
            workspace().chooseSector(*sector);
    }
}

LongSectionCanvas::LongSectionCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setMinimumHeight(80);
    setAccessibleName(tr("Long section"));
}

drawing::LongSectionScene LongSectionCanvas::makeScene() const
{
    const job::Port* port = workspace().port();
    if (!port) {
        drawing::LongSectionScene none;
        none.missing = tr("This job has no port yet.");
        return none;
    }
    const job::Reading* tip = nullptr;
    const auto* probe = workspace().probeResult();
    if (probe && probe->station == workspace().station() && workspace().point())
        tip = &port->probes[probe->index].readings[*workspace().point()];
    return drawing::longSectionScene(*port, workspace().analysis(), workspace().station(), tip,
                                     workspace().displayUnits());
}

void LongSectionCanvas::draw(QPainter& painter, const drawing::LongSectionScene& picture)
{
    drawing::LongSectionView(picture, area()).paint(painter, theme());
}

void LongSectionCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    if (const auto station = drawing::LongSectionView(picture, area()).stationAt(event->position()))
        workspace().chooseStation(*station);
}

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

namespace {

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
        scene.names.push_back(workspace.text(analysis::stationName(workspace.analysis(), *port, i)));
    }
}

/// What the walls have to give, from what was measured alone.
void fillSpare(const app::Workspace& workspace, drawing::PeelScene& scene)
{
    const job::Port* port = workspace.port();
    if (!port || port->stations.size() < 2) {
        scene.missing = tr("Fewer than two stations are measured.");
        return;
    }
    scene.upright = true;  // as one types them: a row for each station
    const auto& analysis = workspace.analysis();
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
    const analysis::WallRoom& room = workspace.analysis().walls[station][geometry::index(sector)];
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
    addPins(workspace(), scene);
    if (m_shows == drawing::PeelShows::Findings) {
        fillPlaces(workspace(), scene);
        return scene;
    }
    if (m_shows == drawing::PeelShows::Spare) {
        fillSpare(workspace(), scene);
        return scene;
    }
    const auto& analysis = workspace().analysis();
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

void PeelCanvas::mousePressEvent(QMouseEvent* event)
{
    const auto& picture = scene();
    if (!picture.missing.isEmpty())
        return;
    const drawing::PeelView view(picture, area());
    if (const auto pin = view.pinAt(event->position()))
        return workspace().choosePin(placedPin(*pin));
    if (const auto place = view.placeAt(event->position()))
        workspace().chooseStation(place->station);
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
    for (const cutting::Keep& keep : workspace().analysis().cut->keeps) {
        if (keep.station == place->station && keep.sector == place->sector)
            QToolTip::showText(help->globalPos(), workspace().text(keep.why), this);
    }
    return true;
}

ProbeStrip::ProbeStrip(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("probeStrip"));
    setFixedHeight(92);
    const auto grow = [this] { setMinimumWidth(static_cast<int>(tile(order().size()).left())); };
    connect(&context.workspace, &app::Workspace::refreshed, this, grow);
    grow();
    setAccessibleName(tr("Probe sets along the runner"));
}

std::vector<std::size_t> ProbeStrip::order() const
{
    const auto& probes = workspace().analysis().probes;
    std::vector<std::size_t> order;
    for (const auto& probe : probes)
        order.push_back(probe.index);
    // Along the runner; at a place by lift, so that it is seen how the air changes as the valve opens.
    std::ranges::stable_sort(order, {}, [&](std::size_t i) {
        const auto& lift = workspace().port()->probes[i].lift;
        return std::pair(probes[i].station.value_or(probes.size() + 1000), lift ? lift->si() : 0.0);
    });
    return order;
}

QRectF ProbeStrip::tile(std::size_t place) const
{
    constexpr double wide = 196.0;
    return {static_cast<double>(place) * (wide + 8.0), 2.0, wide, area().height() - 4.0};
}

ProbeTile ProbeStrip::tileOf(std::size_t index) const
{
    const auto& analysis = workspace().analysis();
    const auto& probe = analysis.probes[index];
    const job::Port& port = *workspace().port();
    ProbeTile tile;
    tile.probe = index;
    tile.chosen = workspace().probe() == index;
    tile.name = QString::fromStdString(port.probes[index].id);
    if (probe.station)
        tile.place = workspace().text(analysis::stationName(analysis, port, *probe.station));
    if (port.probes[index].lift)
        tile.under = workspace().text(units::Kind::Length, port.probes[index].lift->si());
    // Before and after stand side by side; where there is one state it needs no name.
    const bool several = std::ranges::any_of(
        port.probes, [&](const job::ProbeSet& other) { return other.state != port.probes[index].state; });
    if (several && !port.probes[index].state.empty())
        tile.place += QStringLiteral(", ") + QString::fromStdString(port.probes[index].state);
    if (!probe.traverse || !probe.map) {
        tile.numbers = tr("not read yet");
        return tile;
    }
    const auto units = workspace().displayUnits();
    const auto& fastest = probe.traverse->points[probe.traverse->fastest()];
    tile.numbers = tr("mean %1\nup to %2")
                       .arg(workspace().text(units::Kind::Speed, probe.traverse->mean.si()),
                            QString::fromStdString(units::format(Ratio{*fastest.ratio}, units)));
    const auto& shape = analysis.sections[*probe.station];
    const geometry::Box size = geometry::boxOf(shape);
    const double scale = 76.0 / std::max(size.width, size.height).si();
    const auto [low, high] = drawing::speedRange(analysis);
    tile.speeds = drawing::speedImage(shape, *probe.map, low, high, scale);
    return tile;
}

std::vector<ProbeTile> ProbeStrip::makeScene() const
{
    std::vector<ProbeTile> tiles;
    for (const std::size_t probe : order())
        tiles.push_back(tileOf(probe));
    return tiles;
}

void ProbeStrip::paintTile(QPainter& painter, const QRectF& box, const ProbeTile& tile) const
{
    painter.setPen(QPen(tile.chosen ? theme().now : theme().line, tile.chosen ? 2.0 : 1.0));
    painter.setBrush(tile.chosen ? theme().nowSoft : theme().field);
    painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 4, 4);
    painter.setBrush(Qt::NoBrush);
    const QRectF textBox = box.adjusted(100, 10, -6, -8);
    painter.setPen(theme().ink);
    painter.setFont(drawing::font(drawing::text::kNormal, true));
    painter.drawText(textBox, Qt::AlignLeft | Qt::AlignTop, tile.name);
    const int nameWidth = painter.fontMetrics().horizontalAdvance(tile.name) + 6;
    painter.setFont(drawing::font(11));
    painter.setPen(theme().ink2);
    painter.drawText(
        textBox.adjusted(nameWidth, 2, 0, 0), Qt::AlignLeft | Qt::AlignTop,
        painter.fontMetrics().elidedText(tile.under, Qt::ElideRight, static_cast<int>(textBox.width()) - nameWidth));
    painter.setPen(theme().ink);
    painter.setFont(drawing::font(drawing::text::kSecond));
    painter.drawText(textBox.adjusted(0, 18, 0, 0), Qt::AlignLeft | Qt::AlignTop, tile.place);
    painter.setPen(theme().ink2);
    painter.drawText(textBox.adjusted(0, 38, 0, 0), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, tile.numbers);
    painter.drawImage(
        QPointF(box.left() + 50 - tile.speeds.width() / 2.0, box.center().y() - tile.speeds.height() / 2.0),
        tile.speeds);
}

void ProbeStrip::draw(QPainter& painter, const std::vector<ProbeTile>& tiles)
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (tiles.empty())
        return drawing::paintEmpty(painter, theme(), area(),
                                   tr("No probe sets yet. Choose a station and press Ctrl+Insert."));
    for (std::size_t i = 0; i < tiles.size(); ++i)
        paintTile(painter, tile(i), tiles[i]);
}

void ProbeStrip::mousePressEvent(QMouseEvent* event)
{
    for (std::size_t i = 0; i < scene().size(); ++i) {
        if (tile(i).contains(event->position()))
            return workspace().chooseProbe(scene()[i].probe);
    }
}

}  // namespace euryth::widgets
