// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/spoken.hpp"

#include <algorithm>

#include "drawing/bore_view.hpp"
#include "drawing/choke_view.hpp"
#include "drawing/compare_view.hpp"
#include "drawing/engine_view.hpp"
#include "drawing/field_view.hpp"
#include "drawing/hours_view.hpp"
#include "drawing/plate_view.hpp"
#include "drawing/seat_view.hpp"
#include "drawing/strip_view.hpp"
#include "drawing/tip_view.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

/// A line's value where it is read off, else from its least to its most.
QString lineText(const ChartScene& scene, const ChartLine& line)
{
    const auto text = [&](double y) { return valueText(scene.yKind, y, scene.units); };
    if (scene.readAt) {
        const auto y = valueAt(line, *scene.readAt);
        return y ? line.name + QStringLiteral(" ") + text(*y) : QString();
    }
    if (line.points.empty())
        return {};
    const auto [least, most] = std::ranges::minmax_element(line.points, {}, &QPointF::y);
    return tr("%1 from %2 to %3").arg(line.name, text(least->y()), text(most->y())).trimmed();
}

QString joined(QStringList parts)
{
    parts.removeAll(QString());
    return parts.join(QStringLiteral("; "));
}

QString fastestText(const SpeedScale& scale, const units::DisplayUnits& units)
{
    return scale.difference ? tr("difference from %1 to %2")
                                  .arg(valueText(units::Kind::Speed, scale.low, units),
                                       valueText(units::Kind::Speed, scale.high, units))
                            : tr("speeds from %1 to %2")
                                  .arg(valueText(units::Kind::Speed, scale.low, units),
                                       valueText(units::Kind::Speed, scale.high, units));
}

}  // namespace

QString spokenOf(const ChartScene& scene)
{
    QStringList parts{scene.title};
    if (scene.readAt)
        parts << tr("at %1").arg(valueText(scene.xKind, *scene.readAt, scene.units));
    for (const ChartLine& line : scene.lines)
        parts << lineText(scene, line);
    return joined(parts);
}

QString spokenOf(const std::vector<ChartScene>& charts)
{
    QStringList parts;
    for (const ChartScene& chart : charts)
        parts << spokenOf(chart);
    return parts.join(QStringLiteral(". "));
}

QString spokenOf(const BoreScene& scene)
{
    return scene.chosen && *scene.chosen < scene.names.size() ? tr("chosen: %1").arg(scene.names[*scene.chosen])
                                                              : tr("%1 valves").arg(scene.names.size());
}

QString spokenOf(const ChokeScene& scene)
{
    QStringList parts;
    const auto add = [&](const QString& head, const std::vector<std::size_t>& order, QString ChokeScene::Place::*text) {
        if (!order.empty())
            parts << tr("%1: first %2, Mach %3")
                         .arg(head, scene.places[order.front()].name, scene.places[order.front()].*text);
    };
    add(scene.benchHead, scene.onBench, &ChokeScene::Place::benchText);
    add(scene.engineHead, scene.onEngine, &ChokeScene::Place::engineText);
    return joined(parts);
}

QString spokenOf(const CompareScene& scene)
{
    QStringList names;
    QString odd;
    for (const CompareScene::Entry& entry : scene.entries) {
        names << entry.id;
        if (entry.odd)
            odd = tr("%1 is the odd one out").arg(entry.id);
    }
    return joined({names.join(QStringLiteral(", ")), odd});
}

QString spokenOf(const FieldSectionScene& scene) { return fastestText(scene.scale, scene.units); }
QString spokenOf(const FieldLongScene& scene) { return fastestText(scene.scale, scene.units); }

QString spokenOf(const HoursScene& scene)
{
    QStringList parts;
    for (const HoursScene::Row& row : scene.rows)
        parts << row.name + QStringLiteral(" ") + row.text;
    return joined(parts);
}

QString spokenOf(const OpeningScene& scene)
{
    return scene.valve ? tr("opening up to a lift of %1")
                             .arg(valueText(units::Kind::Length, scene.greatestLift.si(), scene.units))
                       : QString();
}

QString spokenOf(const PlateScene& scene)
{
    const QString factor = tr("factor %1").arg(scene.factor, 0, 'f', 3);
    return scene.uncertainty
               ? tr("%1, within %2").arg(factor, valueText(units::Kind::Percent, *scene.uncertainty, scene.units))
               : factor;
}

QString spokenOf(const RoundsScene& scene)
{
    QStringList parts;
    std::size_t read = 0;
    for (const RoundsScene::Cell& cell : scene.cells) {
        read += cell.points > 0 && cell.read == cell.points ? 1 : 0;
        const std::size_t place = static_cast<std::size_t>(&cell - scene.cells.data()) % scene.places.size();
        if (cell.chosen)
            parts << tr("chosen: %1, %2 of %3 points").arg(scene.places[place]).arg(cell.read).arg(cell.points);
    }
    parts.prepend(tr("%1 of %2 rounds read").arg(read).arg(scene.cells.size()));
    return joined(parts);
}

QString spokenOf(const SeatScene& scene)
{
    return scene.stack ? tr("seat of a valve of %1").arg(valueText(units::Kind::Length, scene.valve.si(), scene.units))
                       : QString();
}

QString spokenOf(const StripScene& scene)
{
    QStringList parts;
    for (const StripScene::Row& row : scene.rows) {
        QStringList dots;
        for (const StripScene::Dot& dot : row.dots)
            dots << dot.name + QStringLiteral(" ") + valueText(units::Kind::Percent, dot.off, scene.units);
        parts << tr("%1, middle %2: %3").arg(row.name, row.middle, dots.join(QStringLiteral(", ")));
    }
    return joined(parts);
}

QString spokenOf(const TipScene& scene)
{
    const auto read = std::ranges::count_if(scene.points, [](const auto& p) { return !p.reading.isEmpty(); });
    return joined({tr("%1 of %2 points read").arg(read).arg(scene.points.size()), scene.fromWall});
}

}  // namespace euryth::drawing
