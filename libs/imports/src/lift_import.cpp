// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/lift_import.hpp"

#include <algorithm>

#include "units/parse.hpp"

namespace euryth::imports {

namespace {

struct RawPoint {
    double degrees = 0.0;
    double lift = 0.0;  ///< m
    std::size_t row = 0;
};

std::optional<double> readCell(const Row& row, std::size_t index, std::size_t column, units::Kind kind,
                               const units::DisplayUnits& units, std::vector<CellTrouble>& troubles)
{
    if (column >= row.size() || row[column].empty()) {
        troubles.push_back({index, column, say(column == 0 ? "import.no-angle" : "import.no-lift")});
        return std::nullopt;
    }
    const auto value = units::parseSi(row[column], kind, units);
    if (!value) {
        troubles.push_back({index, column, value.error().message});
        return std::nullopt;
    }
    return *value;
}

std::vector<RawPoint> readPoints(const std::vector<Row>& rows, const units::DisplayUnits& units, LiftImport& import)
{
    std::vector<RawPoint> points;
    for (std::size_t i = hasHeadings(rows) ? 1 : 0; i < rows.size(); ++i) {
        const auto angle = readCell(rows[i], i, 0, units::Kind::Angle, units, import.troubles);
        const auto lift = readCell(rows[i], i, 1, units::Kind::Length, units, import.troubles);
        if (!angle || !lift)
            continue;
        if (*lift < 0.0)
            import.troubles.push_back({i, 1, say("import.negative-lift")});
        else
            points.push_back({inDegrees(Angle::fromSi(*angle)), *lift, i});
    }
    std::ranges::stable_sort(points, {}, &RawPoint::degrees);
    for (std::size_t i = 1; i < points.size(); ++i) {
        if (points[i].degrees <= points[i - 1].degrees)
            import.troubles.push_back({points[i].row, 0, say("import.angle-twice")});
    }
    return points;
}

/// The angle in the middle of the points that have the greatest lift.
double middleOfGreatest(const std::vector<RawPoint>& points, double greatest)
{
    const auto isTop = [&](const RawPoint& p) { return p.lift == greatest; };
    const auto first = std::ranges::find_if(points, isTop);
    const auto last = std::find_if(points.rbegin(), points.rend(), isTop);
    return (first->degrees + last->degrees) / 2.0;
}

}  // namespace

LiftImport readLifts(const std::vector<Row>& rows, CamAngles angles, const units::DisplayUnits& units)
{
    LiftImport import;
    const std::vector<RawPoint> points = readPoints(rows, units, import);
    if (points.size() < 3) {
        import.troubles.push_back({0, 0, say("import.three-points")});
        return import;
    }
    for (const RawPoint* end : {&points.front(), &points.back()}) {
        if (end->lift > 0.0)
            import.troubles.push_back({end->row, 1, say("import.closed-ends")});
    }
    const double greatest = std::ranges::max(points, {}, &RawPoint::lift).lift;
    if (!(greatest > 0.0)) {
        import.troubles.push_back({points.front().row, 1, say("import.all-closed")});
        return import;
    }
    const double zero = middleOfGreatest(points, greatest);
    const double perDegree = angles == CamAngles::Camshaft ? 2.0 : 1.0;
    for (const RawPoint& p : points)
        import.table.push_back({angleFromDegrees((p.degrees - zero) * perDegree), Length::fromSi(p.lift), {}});
    import.greatest = Length::fromSi(greatest);
    import.duration = import.table.back().crank - import.table.front().crank;
    return import;
}

}  // namespace euryth::imports
