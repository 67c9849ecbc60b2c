// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/peel_view.hpp"

#include <algorithm>
#include <cmath>

#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;

constexpr double kTagWidth = 20.0;

QString holdWord(cutting::Hold hold, const units::DisplayUnits& units)
{
    return QString::fromStdString(units::render(cutting::wordOf(hold), units));
}

/// How near a boundary layer is to letting go, from 0 to 1, by what is shown of it.
double layerConcern(PeelShows shows, double value, double greatest)
{
    constexpr double fresh = 1.3;  // shape factor of a layer that nothing slows down
    constexpr double lifted = 2.4;
    if (shows == PeelShows::LayerShape)
        return std::clamp((value - fresh) / (lifted - fresh), 0.0, 1.0);
    return shows == PeelShows::LayerThickness ? value / greatest : 1.0 - value / greatest;
}

QString layerLabel(PeelShows shows, double value, const units::DisplayUnits& units)
{
    constexpr double perThousand = 1e3;
    if (shows == PeelShows::LayerThickness)
        return QString::fromStdString(units::formatNumber(units::Kind::Length, value, units));
    return QString::fromStdString(shows == PeelShows::LayerShape ? units::formatPlain(value, 2, units)
                                                                 : units::formatPlain(value * perThousand, 1, units));
}

/// What a cell tells, with its unit; empty where nothing is known.
QString cellText(PeelShows shows, const PeelScene::Cell& cell, const units::DisplayUnits& units)
{
    if (!cell.value)
        return {};
    switch (shows) {
    case PeelShows::Spare:
    case PeelShows::CutDepth:
    case PeelShows::WallLeft:
    case PeelShows::LayerThickness: return valueText(units::Kind::Length, *cell.value, units);
    case PeelShows::FieldSpeed: return valueText(units::Kind::Speed, *cell.value, units);
    case PeelShows::Speed:
        return tr("%1 × the mean").arg(QString::fromStdString(units::formatPlain(*cell.value, 2, units)));
    case PeelShows::WallShear:
        return tr("%1 Pa").arg(QString::fromStdString(units::formatPlain(*cell.value, 1, units)));
    case PeelShows::LayerShape: return layerLabel(shows, *cell.value, units);
    case PeelShows::LayerFriction: return tr("%1 thousandths").arg(layerLabel(shows, *cell.value, units));
    case PeelShows::Findings: break;
    }
    return {};
}

}  // namespace

PeelView::PeelView(const PeelScene& scene, const QRectF& rect)
    : m_scene(scene),
      m_rect(rect),
      m_body(scene.upright ? rect.adjusted(44, 34, -2, -4) : rect.adjusted(78, 22, -6, -22))
{
    if (scene.s.size() < 2)
        return;
    if (scene.upright) {
        const double height = m_body.height() / static_cast<double>(scene.s.size());
        for (std::size_t i = 0; i <= scene.s.size(); ++i)
            m_edges.push_back(m_body.top() + height * static_cast<double>(i));
        return;
    }
    const double firstHalf = (scene.s[1] - scene.s[0]) / 2.0;
    const double lastHalf = (scene.s.back() - scene.s[scene.s.size() - 2]) / 2.0;
    m_x = {scene.s.front() - firstHalf, scene.s.back() + lastHalf, m_body.left(), m_body.right()};
    m_edges.push_back(m_body.left());
    for (std::size_t i = 0; i + 1 < scene.s.size(); ++i)
        m_edges.push_back(m_x.toPixel((scene.s[i] + scene.s[i + 1]) / 2.0));
    m_edges.push_back(m_body.right());
}

QRectF PeelView::cell(std::size_t station, Sector sector) const
{
    if (m_scene.upright) {
        const double width = m_body.width() / static_cast<double>(geometry::kSectorCount);
        return {m_body.left() + width * static_cast<double>(index(sector)), m_edges[station], width,
                m_edges[station + 1] - m_edges[station]};
    }
    const double height = m_body.height() / static_cast<double>(geometry::kSectorCount);
    const double top = m_body.top() + height * static_cast<double>(index(sector));
    return {m_edges[station], top, m_edges[station + 1] - m_edges[station], height};
}

std::optional<PeelView::Place> PeelView::placeAt(QPointF p) const
{
    for (std::size_t i = 0; i + 1 < m_edges.size(); ++i) {
        for (const Sector s : kSectors) {
            if (cell(i, s).contains(p))
                return Place{i, s};
        }
    }
    return std::nullopt;
}

QString PeelView::textAt(QPointF p) const
{
    const auto place = placeAt(p);
    if (!place)
        return {};
    const QString text = cellText(m_scene.shows, m_scene.cells[place->station][index(place->sector)], m_scene.units);
    if (text.isEmpty())
        return {};
    const QString sector = QString::fromStdString(units::render(nameOf(place->sector), m_scene.units));
    return tr("%1, %2: %3")
        .arg(valueText(units::Kind::Position, m_scene.s[place->station], m_scene.units), sector, text);
}

void PeelView::paintCell(QPainter& painter, const Theme& theme, std::size_t station, Sector sector,
                         double greatest) const
{
    const QRectF box = cell(station, sector).adjusted(0.5, 0.5, -0.5, -0.5);
    const PeelScene::Cell& content = m_scene.cells[station][index(sector)];
    painter.setFont(font(text::kSecond));
    QColor ground = theme.panel;
    QString label;
    switch (m_scene.shows) {
    case PeelShows::Spare:
        if (content.value) {
            ground = spareColour(Length::fromSi(*content.value), theme.panel, theme);
            label = QString::fromStdString(units::formatNumber(units::Kind::Length, *content.value, m_scene.units));
            if (content.reckoned)
                label = QStringLiteral("≈ ") + label;
        } else {
            label = holdWord(content.hold, m_scene.units);
        }
        break;
    case PeelShows::CutDepth:
        if (content.value && *content.value > 0.0) {
            ground = tint(theme.panel, theme.metal, 0.18 + 0.5 * *content.value / greatest);
            label = QString::fromStdString(units::formatNumber(units::Kind::Length, *content.value, m_scene.units));
        } else {
            label = content.settled && content.hold == cutting::Hold::None ? QStringLiteral("0")
                                                                           : holdWord(content.hold, m_scene.units);
        }
        if (content.settled && content.hold == cutting::Hold::None)
            label.prepend(QStringLiteral("= "));
        break;
    case PeelShows::WallLeft:
        if (content.value) {
            ground = tint(theme.danger, theme.panel, 0.45 + 0.55 * *content.value / greatest);
            label = QString::fromStdString(units::formatNumber(units::Kind::Length, *content.value, m_scene.units));
        } else {
            label = QStringLiteral("?");
        }
        break;
    case PeelShows::Speed:
        if (content.value) {
            ground = speedColour(*content.value / greatest);
            label = QString::fromStdString(units::formatPlain(*content.value, 2, m_scene.units));
        }
        break;
    case PeelShows::FieldSpeed:
        if (content.value) {
            ground = speedColour((*content.value - m_scene.speedLow) / (m_scene.speedHigh - m_scene.speedLow));
            label = QString::fromStdString(units::formatNumber(units::Kind::Speed, *content.value, m_scene.units));
        } else {
            ground = theme.casting;
            label = tr("metal");
        }
        break;
    case PeelShows::WallShear:
        if (content.value) {
            // With the air the darker the stronger; where it runs back it is red.
            ground = *content.value < 0.0 ? tint(theme.panel, theme.danger, 0.5)
                                          : tint(theme.panel, theme.now, 0.7 * *content.value / greatest);
            label = QString::fromStdString(units::formatPlain(*content.value, 1, m_scene.units));
        } else {
            ground = theme.casting;
            label = tr("metal");
        }
        break;
    case PeelShows::Findings: break;
    case PeelShows::LayerShape:
    case PeelShows::LayerThickness:
    case PeelShows::LayerFriction:
        if (content.value) {
            ground = tint(theme.panel, theme.danger, 0.6 * layerConcern(m_scene.shows, *content.value, greatest));
            label = layerLabel(m_scene.shows, *content.value, m_scene.units);
        } else {
            label = content.doubtful ? tr("off") : QStringLiteral("–");
        }
        break;
    }
    painter.fillRect(box, ground);
    if (content.doubtful) {
        QColor hatch = theme.danger;
        painter.fillRect(box, QBrush(hatch, Qt::BDiagPattern));
    }
    if (content.hold == cutting::Hold::ThinWall &&
        (m_scene.shows == PeelShows::CutDepth || m_scene.shows == PeelShows::WallLeft)) {
        QColor hatch = theme.danger;
        hatch.setAlphaF(0.5f);
        painter.fillRect(box, QBrush(hatch, Qt::DiagCrossPattern));
    }
    const bool cut = m_scene.shows == PeelShows::CutDepth && content.value && *content.value > 0.0;
    const bool thin = content.hold == cutting::Hold::ThinWall;
    const QColor dark(0x12, 0x18, 0x24);
    const QColor light(0xFF, 0xFF, 0xFF);
    QColor ink = contrast(ground, dark) > contrast(ground, light) ? dark : light;
    if (m_scene.shows == PeelShows::CutDepth && !cut)
        ink = thin ? theme.danger : theme.ink2;
    painter.setPen(ink);
    painter.setFont(font(text::kSecond, cut || thin));
    if ((thin && !cut) || content.doubtful) {
        QRectF plate(0, 0, painter.fontMetrics().horizontalAdvance(label) + 8, 16);
        plate.moveCenter(box.center());
        painter.fillRect(plate, content.doubtful ? ground : theme.panel);
    }
    const bool tagged = std::ranges::any_of(
        m_scene.tags, [&](const auto& tag) { return tag.station == station && tag.sector == sector; });
    if (content.behind.isEmpty()) {
        painter.drawText(tagged ? box.adjusted(kTagWidth, 0, 0, 0) : box, Qt::AlignCenter, label);
        return;
    }
    const QRectF upper = box.adjusted(0, 0, 0, -box.height() / 2.0);
    painter.drawText(upper, Qt::AlignCenter, label);
    painter.setFont(font(11));
    painter.drawText(
        box.adjusted(1, box.height() / 2.0 - 2, -1, 0), Qt::AlignCenter,
        painter.fontMetrics().elidedText(content.behind, Qt::ElideRight, static_cast<int>(box.width()) - 2));
}

void PeelView::paintSectorNames(QPainter& painter, const Theme& theme) const
{
    for (const Sector s : kSectors) {
        const QRectF row = cell(0, s);
        const bool chosen = m_scene.chosenSector == s;
        painter.setFont(font(m_scene.upright ? 11 : text::kSecond, chosen));
        painter.setPen(chosen ? theme.now : theme.ink2);
        QString name = QString::fromStdString(units::render(nameOf(s), m_scene.units));
        if (m_scene.upright) {
            name.replace(QLatin1Char('-'), QLatin1Char('\n'));
            painter.drawText(QRectF(row.left() - 4, m_rect.top(), row.width() + 8, m_body.top() - m_rect.top() - 3),
                             Qt::AlignHCenter | Qt::AlignBottom, name);
        } else {
            painter.drawText(QRectF(m_rect.left(), row.top(), m_body.left() - m_rect.left() - 8, row.height()),
                             Qt::AlignRight | Qt::AlignVCenter, name);
        }
    }
}

void PeelView::paintStationNames(QPainter& painter, const Theme& theme) const
{
    // What would be written over another label gives way.
    double distancesTo = -1e9;
    double namesTo = -1e9;
    for (std::size_t i = 0; i < m_scene.s.size(); ++i) {
        const bool chosen = m_scene.chosenStation == i;
        painter.setFont(font(text::kSecond, chosen));
        painter.setPen(chosen ? theme.now : theme.ink2);
        const QString at =
            QString::fromStdString(units::formatNumber(units::Kind::Position, m_scene.s[i], m_scene.units));
        const QRectF first = cell(i, kSectors.front());
        const QRectF whole = m_scene.upright ? QRectF(m_body.left(), first.top(), m_body.width(), first.height())
                                             : QRectF(first.left(), m_body.top(), first.width(), m_body.height());
        if (m_scene.upright) {
            painter.drawText(QRectF(m_rect.left(), first.top(), m_body.left() - m_rect.left() - 6, first.height()),
                             Qt::AlignRight | Qt::AlignVCenter, at);
        } else {
            const double px = m_x.toPixel(m_scene.s[i]);
            const auto label = [&](double& free, double y, const QString& name) {
                const double half = painter.fontMetrics().horizontalAdvance(name) / 2.0;
                if (name.isEmpty() || (px - half < free && !chosen))
                    return;
                paintLabel(painter, m_rect, {px, y}, name);
                free = px + half + 6.0;
            };
            label(distancesTo, m_body.bottom() + 11, at);
            label(namesTo, m_body.top() - 11, m_scene.names[i]);
        }
        if (chosen) {
            painter.setPen(solidPen(theme.now, 2.0));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(whole);
            if (m_scene.chosenSector) {
                painter.setPen(solidPen(theme.now, 3.0));
                painter.drawRect(cell(i, *m_scene.chosenSector));
            }
        }
    }
}

double PeelView::alongAt(QPointF p) const
{
    if (!m_scene.upright)
        return std::clamp(m_x.toValue(p.x()), m_scene.s.front(), m_scene.s.back());
    const auto place = placeAt(p);
    return m_scene.s[place ? place->station : 0];
}

QPointF PeelView::pinPlace(std::size_t i) const
{
    const PeelScene::Pin& pin = m_scene.pins[i];
    // Those that share a place stand beside each other.
    double beside = 0.0;
    for (std::size_t k = 0; k < i; ++k) {
        constexpr double near = 0.004;
        if (m_scene.pins[k].sector == pin.sector && std::abs(m_scene.pins[k].s - pin.s) < near)
            beside += 14.0;
    }
    if (!m_scene.upright) {
        const QRectF row = cell(0, pin.sector.value_or(Sector::Roof));
        const double x = std::clamp(m_x.toPixel(pin.s), m_body.left() + 15.0, m_body.right() - 15.0);
        return {x + beside, pin.sector ? row.bottom() - 5.0 : m_body.top()};  // under the cell's number
    }
    const auto nearest = std::ranges::min_element(m_scene.s, {}, [&](double s) { return std::abs(s - pin.s); });
    const auto station = static_cast<std::size_t>(nearest - m_scene.s.begin());
    const QRectF box = cell(station, pin.sector.value_or(Sector::Roof));
    return {pin.sector ? box.right() - 14.0 : m_body.left(), box.top() + 8.0 + beside};
}

std::optional<std::size_t> PeelView::pinAt(QPointF p) const
{
    for (std::size_t i = m_scene.pins.size(); i-- > 0 && m_scene.s.size() > 1;) {
        if (pinTagBox(pinPlace(i)).contains(p))
            return i;
    }
    return std::nullopt;
}

void PeelView::paint(QPainter& painter, const Theme& theme) const
{
    if (!m_scene.missing.isEmpty() || m_scene.s.size() < 2)
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    double greatest = 0.0;
    for (const auto& station : m_scene.cells) {
        for (const auto& content : station)
            greatest = std::max(greatest, content.value.value_or(0.0));
    }
    greatest = greatest > 0.0 ? greatest : 1.0;
    for (std::size_t i = 0; i < m_scene.cells.size(); ++i) {
        for (const Sector s : kSectors)
            paintCell(painter, theme, i, s, greatest);
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setPen(solidPen(theme.line));
    painter.drawRect(m_body);

    paintSectorNames(painter, theme);
    paintStationNames(painter, theme);
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& tag : m_scene.tags) {
        const QRectF box = cell(tag.station, tag.sector);
        painter.setFont(font(11, true));
        const QRectF flag(box.left() + 2, box.top() + 3, kTagWidth, box.height() - 6);
        painter.fillRect(flag, theme.ink);
        painter.setPen(theme.panel);
        painter.drawText(flag, Qt::AlignCenter, tag.id);
    }
    for (std::size_t i = 0; i < m_scene.pins.size(); ++i)
        paintPinTag(painter, theme, m_scene.pins[i].tag, pinPlace(i));
}

}  // namespace euryth::drawing
