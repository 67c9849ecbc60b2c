// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "geometry/any_section.hpp"
#include "geometry/area_curve.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// Several ports over each other: their sections at the chosen place and their areas along the runner. The chosen port
/// is drawn strong, the odd one out dashed and named, the others thin.
struct CompareScene {
    struct Entry {
        QString id;
        std::optional<geometry::Section> section;  ///< at the station nearest to the chosen place
        std::optional<geometry::AreaCurve> areas;
        bool chosen = false;
        bool odd = false;
    };
    std::vector<Entry> entries;
    std::optional<Length> s;  ///< the chosen place
    QString missing;
    units::DisplayUnits units;
};

void paintCompare(QPainter& painter, const Theme& theme, const CompareScene& scene, const QRectF& rect);

/// How far along the runner a pixel of the areas is; nothing beside them.
std::optional<Length> compareDistanceAt(const CompareScene& scene, const QRectF& rect, QPointF p);

}  // namespace euryth::drawing
