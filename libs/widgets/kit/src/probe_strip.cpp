// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QMouseEvent>
#include <QPainter>

#include "drawing/paint_empty.hpp"
#include "kit/section_canvases.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

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
    const auto& probes = workspace().analysisNow().probes;
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
    const auto& analysis = workspace().analysisNow();
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
    tile.speeds = speedsOf(index);
    return tile;
}

/// Most changes are of something else than what a picture is made of.
QImage ProbeStrip::speedsOf(std::size_t index) const
{
    const auto& analysis = workspace().analysisNow();
    const auto& probe = analysis.probes[index];
    const auto& shape = analysis.sections[*probe.station];
    const auto [low, high] = drawing::speedRange(analysis);
    std::vector<double> numbers{low, high};
    for (const probing::PointReading& reading : probe.readings)
        numbers.insert(numbers.end(), {reading.at.u, reading.at.v, reading.speed ? reading.speed->si() : -1.0});
    Kept& kept = m_kept[index];
    if (kept.picture.isNull() || kept.section != shape || kept.numbers != numbers) {
        const geometry::Box size = geometry::boxOf(shape);
        const double scale = 76.0 / std::max(size.width, size.height).si();
        kept = {shape, std::move(numbers), drawing::speedImage(shape, *probe.map, low, high, scale)};
    }
    return kept.picture;
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
