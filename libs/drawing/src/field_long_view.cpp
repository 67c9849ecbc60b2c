// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <cmath>

#include <QCoreApplication>

#include "field_picture.hpp"
#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

using geometry::Point;
using geometry::Point3;

QString tr(const char* text) { return QCoreApplication::translate("FieldView", text); }

Point sideOf(const Point3& p) { return {p.x, p.z}; }

/// Roof to floor behind the place where the air lets go, as far as the end that it flows to.
std::vector<Point> behind(const port_field::VirtualPort& port, const port_field::AirInPort& air,
                          const FieldLongScene& scene)
{
    std::vector<Point> shape;
    if (!air.letsGoAt)
        return shape;
    std::vector<Point> floor;
    for (std::size_t i = 0; i < scene.roof.size(); ++i) {
        const Length s = Length::fromSi(port.mesh().s[port.mesh().firstInside + i]);
        if (!port_field::behindLiftOff(port, air, s))
            continue;
        shape.push_back(scene.roof[i]);
        floor.push_back(scene.floor[i]);
    }
    shape.insert(shape.end(), floor.rbegin(), floor.rend());
    return shape;
}

/// For each piece of a line across a layer the cells of a layer that lie beside it.
std::vector<std::vector<std::size_t>> cellsBeside(const field::Mesh& mesh, const std::vector<std::uint32_t>& line)
{
    std::vector<std::vector<std::size_t>> beside(line.size() - 1);
    for (std::size_t c = 0; c < mesh.cellsPerLayer(); ++c) {
        const auto corners = std::span(mesh.cells[c]).first(4);
        for (std::size_t k = 0; k + 1 < line.size(); ++k) {
            if (std::ranges::count(corners, line[k]) > 0 && std::ranges::count(corners, line[k + 1]) > 0)
                beside[k].push_back(c);
        }
    }
    return beside;
}

/// Edges of the dead regions, and a place in the middle of that toward the roof and of that toward the floor. `across`:
/// how many places a section has, from roof to floor.
void addDead(FieldLongScene& scene, const std::vector<double>& onward, std::size_t across)
{
    const std::array edges{port_field::kDeadShare, port_field::kWeakShare};
    auto lines = field::isoLines(scene.sheet.places, onward, scene.sheet.faces, edges);
    scene.dead = std::move(lines.front().pieces);
    scene.weak = std::move(lines.back().pieces);
    std::vector<bool> inAir(onward.size(), false);  // and not in the metal of boss or stem
    for (const auto& face : scene.sheet.faces) {
        for (const std::uint32_t corner : face)
            inAir[corner] = true;
    }
    for (const bool roof : {true, false}) {
        Point sum;
        double count = 0.0;
        for (std::size_t i = 0; i < onward.size(); ++i) {
            if (!inAir[i] || onward[i] >= port_field::kDeadShare || (i % across < across / 2) != roof)
                continue;
            sum = {sum.left + scene.sheet.places[i].left, sum.up + scene.sheet.places[i].up};
            count += 1.0;
        }
        constexpr double few = 6.0;  // a node or two in a corner need no name
        if (count >= few)
            scene.deadNames.push_back({sum.left / count, sum.up / count});
    }
}

}  // namespace

FieldLongScene fieldLong(const FieldPicture& picture, const std::vector<std::vector<Point3>>& streamlines,
                         const std::optional<port_field::TipPlace>& tip)
{
    const auto& [port, air, scale, against, units] = picture;
    FieldLongScene scene;
    scene.units = units;
    scene.scale = scale;
    scene.airEnters = !port.shape().airFromValve;
    const field::Mesh& mesh = port.mesh();
    const auto line = field::lineAcross(mesh, geometry::Sector::Roof);
    const auto across = static_cast<std::uint32_t>(line.size());
    const auto beside = cellsBeside(mesh, line);
    std::vector<double> onward;  // share of the section's mean that the air makes along the runner
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        const auto forward = port.frameAt(Length::fromSi(mesh.s[layer])).forward();
        const Point3& middle = mesh.nodes[layer * mesh.perLayer + line[line.size() / 2]];
        for (const std::uint32_t place : line) {
            const std::size_t node = layer * mesh.perLayer + place;
            const field::Vector3& v = port.field().velocities()[node];
            scene.sheet.places.push_back(sideOf(mesh.nodes[node]));
            scene.sheet.speeds.push_back(shownSpeed(picture, v.length() * air.air.flow.si(), mesh.nodes[node], middle));
            onward.push_back((v.x * forward.x + v.y * forward.y + v.z * forward.z) * port.openArea(layer).si());
        }
        scene.roof.push_back(scene.sheet.places[scene.sheet.places.size() - line.size()]);
        scene.floor.push_back(scene.sheet.places.back());
        if (layer == mesh.lastInside)
            continue;
        const auto first = static_cast<std::uint32_t>(scene.sheet.places.size()) - across;
        for (std::uint32_t k = 0; k + 1 < across; ++k) {
            const bool metal = std::ranges::all_of(
                beside[k], [&](std::size_t c) { return mesh.isBlocked(layer * mesh.cellsPerLayer() + c); });
            if (!metal)
                scene.sheet.faces.push_back({first + k, first + k + 1, first + across + k + 1, first + across + k});
        }
    }
    if (air.source == analysis::SpeedSource::Viscous)
        addDead(scene, onward, line.size());
    for (const auto& way : streamlines) {
        auto& drawn = scene.streamlines.emplace_back();
        std::ranges::transform(way, std::back_inserter(drawn), sideOf);
    }
    const auto inSide = [&](Length s, Point at) { return sideOf(port.frameAt(s).toHead(at)); };
    scene.fastest = inSide(air.fastest.s, air.fastest.at);
    if (air.letsGoAt) {
        scene.doubtful = behind(port, air, scene);
        const auto layer =
            static_cast<std::size_t>(std::ranges::lower_bound(mesh.s, air.letsGoAt->si()) - mesh.s.begin());
        const std::size_t i = std::clamp(layer, mesh.firstInside, mesh.lastInside) - mesh.firstInside;
        if (air.letsGoOf == geometry::Sector::Floor)
            scene.letsGo = scene.floor[i];
        if (air.letsGoOf == geometry::Sector::Roof)
            scene.letsGo = scene.roof[i];
    }
    if (tip) {
        scene.tip = inSide(tip->s, tip->at);
        const geometry::Frame frame = port.frameAt(tip->s);
        const field::Slice slice = port.sliceAt(tip->s);
        scene.tipRoof = sideOf(frame.toHead(slice.places[line.front()]));
        scene.tipFloor = sideOf(frame.toHead(slice.places[line.back()]));
    }
    return scene;
}

port_field::TipPlace tipFromSide(const port_field::VirtualPort& port, Point side)
{
    const field::Mesh& mesh = port.mesh();
    const auto line = field::lineAcross(mesh, geometry::Sector::Roof);
    double least = 1e9;
    port_field::TipPlace tip;
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        for (const std::uint32_t place : line) {
            const Point3& p = mesh.nodes[layer * mesh.perLayer + place];
            const double distance = std::hypot(p.x - side.left, p.z - side.up);
            if (distance >= least)
                continue;
            least = distance;
            tip.s = Length::fromSi(mesh.s[layer]);
            const geometry::Frame frame = port.frameAt(tip.s);
            tip.at = frame.toSection({side.left, p.y, side.up});
        }
    }
    return tip;
}

FieldLongView::FieldLongView(const FieldLongScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (scene.sheet.places.empty())
        return;
    const auto [left, right] = std::ranges::minmax(scene.sheet.places, {}, &Point::left);
    const auto [low, high] = std::ranges::minmax(scene.sheet.places, {}, &Point::up);
    const QRectF inside = rect.adjusted(64, 16, -14, -12);
    m_scale = std::min(inside.width() / (right.left - left.left), inside.height() / (high.up - low.up));
    m_origin = QPointF(inside.center().x() - (left.left + right.left) / 2.0 * m_scale,
                       inside.center().y() + (low.up + high.up) / 2.0 * m_scale);
}

QPointF FieldLongView::toPixel(Point p) const
{
    return {m_origin.x() + p.left * m_scale, m_origin.y() - p.up * m_scale};
}

Point FieldLongView::toSide(QPointF p) const
{
    return {(p.x() - m_origin.x()) / m_scale, (m_origin.y() - p.y()) / m_scale};
}

void FieldLongView::paint(QPainter& painter, const Theme& theme) const
{
    if (!m_scene.missing.isEmpty())
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto polygon = [&](const std::vector<Point>& points) {
        QPolygonF shape;
        for (const Point& p : points)
            shape << toPixel(p);
        return shape;
    };
    std::vector<Point> air = m_scene.roof;
    air.insert(air.end(), m_scene.floor.rbegin(), m_scene.floor.rend());
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.casting);  // what is no air is metal: a guide boss, a stem
    painter.drawPolygon(polygon(air));
    painter.setBrush(Qt::NoBrush);
    paintSheet(
        painter, theme, m_scene.sheet, [this](Point p) { return toPixel(p); }, m_scene.scale, m_rect, m_scene.units);
    // The ways of the air go on before the window and behind the throat, where nothing is measured.
    QPainterPath inside;
    inside.addPolygon(polygon(air));
    painter.save();
    painter.setClipPath(inside);
    painter.setPen(QPen(QColor(255, 255, 255, 150), 1.0));
    for (const auto& way : m_scene.streamlines)
        painter.drawPolyline(polygon(way));
    painter.restore();
    if (!m_scene.doubtful.empty()) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QBrush(theme.danger, Qt::BDiagPattern));
        painter.drawPolygon(polygon(m_scene.doubtful));
        painter.setBrush(Qt::NoBrush);
    }
    paintWeakEdge(painter, theme, m_scene.weak, [this](Point p) { return toPixel(p); });
    paintDeadEdge(painter, theme, m_scene.dead, [this](Point p) { return toPixel(p); });
    painter.setPen(solidPen(theme.ink, 2.0));
    painter.drawPolyline(polygon(m_scene.roof));
    painter.drawPolyline(polygon(m_scene.floor));
    painter.setFont(font(text::kSecond));
    if (m_scene.letsGo) {
        const QPointF at = toPixel(*m_scene.letsGo);
        paintSeverity(painter, theme, calls::Severity::Danger, at, 13.0);
        painter.setPen(theme.danger);
        painter.drawText(at + QPointF(-70, 20), tr("lets go"));
    }
    for (const Point& place : m_scene.deadNames) {
        const QString name = tr("dead");
        QRectF plate(0, 0, painter.fontMetrics().horizontalAdvance(name) + 6, 15);
        plate.moveCenter(toPixel(place));
        painter.fillRect(plate, theme.panel);
        painter.setPen(theme.danger);
        painter.drawText(plate, Qt::AlignCenter, name);
    }
    if (m_scene.fastest) {
        painter.setPen(solidPen(theme.panel, 4.0));
        painter.drawEllipse(toPixel(*m_scene.fastest), 6.0, 6.0);
        painter.setPen(solidPen(theme.ink, 1.6));
        painter.drawEllipse(toPixel(*m_scene.fastest), 6.0, 6.0);
    }
    painter.setPen(theme.ink2);
    const QPointF window = toPixel({(m_scene.roof.front().left + m_scene.floor.front().left) / 2.0,
                                    (m_scene.roof.front().up + m_scene.floor.front().up) / 2.0});
    painter.drawText(QRectF(window.x() - 70, window.y() - 9, 64, 18), Qt::AlignRight | Qt::AlignVCenter,
                     m_scene.airEnters ? tr("air in →") : tr("← air out"));
    if (m_scene.tip) {
        painter.setPen(solidPen(theme.panel, 4.0));
        painter.drawLine(toPixel(m_scene.tipRoof), toPixel(m_scene.tipFloor));
        painter.setPen(solidPen(theme.now, 2.0));
        painter.drawLine(toPixel(m_scene.tipRoof), toPixel(m_scene.tipFloor));
        painter.setBrush(theme.now);
        painter.setPen(solidPen(theme.panel, 1.5));
        painter.drawEllipse(toPixel(*m_scene.tip), 6.0, 6.0);
        painter.setBrush(Qt::NoBrush);
    }
}

}  // namespace euryth::drawing
