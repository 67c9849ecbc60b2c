// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/any_section.hpp"

#include <algorithm>
#include <cmath>
#include <vector>

namespace euryth::geometry {

namespace {

double widthOf(const RoundedRectangle& s, double up)
{
    const double halfHeight = s.height.si() / 2.0;
    if (std::abs(up) > halfHeight)
        return 0.0;
    /// How far a corner of radius `r` takes the side in at this height.
    const auto inset = [&](Length radius) {
        const double r = radius.si();
        const double beyond = std::abs(up) - (halfHeight - r);
        return beyond > 0.0 ? r - std::sqrt(std::max(0.0, r * r - beyond * beyond)) : 0.0;
    };
    const CornerRadii& c = s.corners;
    return s.width.si() -
           (up >= 0.0 ? inset(c.roofLeft) + inset(c.roofRight) : inset(c.floorLeft) + inset(c.floorRight));
}

double widthOf(const Outline& outline, double up)
{
    std::vector<double> crossings;
    for (std::size_t i = 0; i < outline.points.size(); ++i) {
        const Point a = outline.points[i];
        const Point b = outline.points[(i + 1) % outline.points.size()];
        if ((a.up > up) != (b.up > up))
            crossings.push_back(a.left + (up - a.up) / (b.up - a.up) * (b.left - a.left));
    }
    std::ranges::sort(crossings);
    double width = 0.0;
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2)
        width += crossings[i + 1] - crossings[i];
    return width;
}

}  // namespace

Area area(const Section& section)
{
    return std::visit([](const auto& s) { return area(s); }, section);
}

Length perimeter(const Section& section)
{
    return std::visit([](const auto& s) { return perimeter(s); }, section);
}

Length hydraulicDiameter(const Section& section) { return 4.0 * area(section) / perimeter(section); }

Point centroid(const Section& section)
{
    return std::visit([](const auto& s) { return centroid(s); }, section);
}

double distanceToWall(const Section& section, Point p)
{
    return std::visit([p](const auto& s) { return distanceToWall(s, p); }, section);
}

Box boxOf(const Section& section)
{
    if (const auto* r = std::get_if<RoundedRectangle>(&section))
        return {r->width, r->height, {}};
    return boxOf(std::get<Outline>(section));
}

Section scaledToArea(const Section& section, Area wanted)
{
    if (const auto* r = std::get_if<RoundedRectangle>(&section))
        return scaledToArea(*r, wanted);
    const auto& outline = std::get<Outline>(section);
    return scaledBy(outline, std::sqrt(wanted / area(outline)));
}

Section mirrored(const Section& section)
{
    if (const auto* r = std::get_if<RoundedRectangle>(&section)) {
        const CornerRadii& c = r->corners;
        return RoundedRectangle{r->width, r->height, {c.roofRight, c.roofLeft, c.floorLeft, c.floorRight}};
    }
    return mirrored(std::get<Outline>(section));
}

double widthAt(const Section& section, double up)
{
    return std::visit([up](const auto& s) { return widthOf(s, up); }, section);
}

}  // namespace euryth::geometry
