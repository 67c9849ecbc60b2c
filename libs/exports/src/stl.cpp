// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include "exports/mesh_files.hpp"
#include "number_text.hpp"
#include "units/printable.hpp"

namespace euryth::exports {

namespace {

using geometry::Point3;

void addTriangle(std::string& text, const Point3& a, const Point3& b, const Point3& c)
{
    const Point3 u{b.x - a.x, b.y - a.y, b.z - a.z};
    const Point3 v{c.x - a.x, c.y - a.y, c.z - a.z};
    const Point3 n{u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x};
    const double length = std::hypot(n.x, n.y, n.z);
    if (!(length > 0.0))
        return;
    constexpr double mm = 1e3;
    text += "facet normal ";
    append(text, n.x / length, n.y / length, n.z / length);
    text += "outer loop\n";
    for (const Point3& p : {a, b, c}) {
        text += "vertex ";
        append(text, p.x * mm, p.y * mm, p.z * mm);
    }
    text += "endloop\nendfacet\n";
}

/// A flat end, as a fan from its middle. `outward` tells whether the ring runs clockwise as seen from outside.
void addEnd(std::string& text, const std::vector<Point3>& ring, bool first)
{
    Point3 middle;
    const double count = static_cast<double>(ring.size());
    for (const Point3& p : ring)
        middle = {middle.x + p.x / count, middle.y + p.y / count, middle.z + p.z / count};
    for (std::size_t j = 0; j < ring.size(); ++j) {
        const Point3& a = ring[j];
        const Point3& b = ring[(j + 1) % ring.size()];
        first ? addTriangle(text, middle, b, a) : addTriangle(text, middle, a, b);
    }
}

}  // namespace

std::string stlText(const port_field::PortShape& shape, const std::string& title)
{
    const std::string name = units::printable(title);
    constexpr std::size_t perSector = 8;
    constexpr std::size_t between = 5;
    const geometry::Loft loft = geometry::loftOf(shape.sections, perSector, between);
    std::string text = "solid " + name + '\n';
    for (std::size_t i = 0; i + 1 < loft.rings.size(); ++i) {
        for (std::size_t j = 0; j < loft.around; ++j) {
            const std::size_t k = (j + 1) % loft.around;
            const auto& ring = loft.rings[i];
            const auto& next = loft.rings[i + 1];
            // Rings run clockwise as seen from the window, that is along the way.
            addTriangle(text, ring[j], ring[k], next[k]);
            addTriangle(text, ring[j], next[k], next[j]);
        }
    }
    addEnd(text, loft.rings.front(), true);
    addEnd(text, loft.rings.back(), false);
    return text + "endsolid " + name + '\n';
}

}  // namespace euryth::exports
