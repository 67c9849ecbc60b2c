// SPDX-License-Identifier: GPL-3.0-or-later
#include <charconv>
#include <cmath>
#include <optional>
#include <sstream>
#include <stdexcept>

#include <2geom/bezier-curve.h>
#include <2geom/path-sink.h>
#include <2geom/pathvector.h>
#include <2geom/svg-path-parser.h>
#include <pugixml.hpp>

#include "imports/outline_file.hpp"
#include "shapes.hpp"

namespace euryth::imports {

namespace {

using geometry::Outline;
using geometry::Point;

/// Metres in one drawing unit, where the drawing says its size.
std::optional<double> scaleOf(const pugi::xml_node& root)
{
    const std::string width = root.attribute("width").value();
    double size = 0.0;
    const auto read = std::from_chars(width.data(), width.data() + width.size(), size);
    const std::string unit(read.ptr, width.data() + width.size());
    const double metres = unit == "mm" ? 1e-3 : unit == "cm" ? 1e-2 : unit == "in" ? 25.4e-3 : 0.0;
    std::istringstream box(root.attribute("viewBox").value());
    double x = 0.0;
    double y = 0.0;
    double boxWidth = 0.0;
    box >> x >> y >> boxWidth;
    if (read.ec != std::errc{} || metres == 0.0 || !box || !(boxWidth > 0.0) || !(size > 0.0))
        return std::nullopt;
    return size * metres / boxWidth;
}

/// x runs right and y down in a drawing; left and up in a section seen from the window.
Point toSection(double x, double y, double scale) { return {-x * scale, -y * scale}; }

Outline flattened(const Geom::Path& path, double scale)
{
    constexpr int pieces = 48;  // of a curve; off by less than a thousandth of its size
    Outline outline;
    for (const Geom::Curve& curve : path) {
        const int count = curve.isLineSegment() ? 1 : pieces;
        for (int i = 0; i < count; ++i) {
            const Geom::Point p = curve.pointAt(static_cast<double>(i) / count);
            outline.points.push_back(toSection(p.x(), p.y(), scale));
        }
    }
    return outline;
}

Outline pointsOf(std::string list, double scale)
{
    for (char& c : list)
        c = c == ',' ? ' ' : c;
    std::istringstream in(list);
    Outline outline;
    for (double x = 0.0, y = 0.0; in >> x >> y;)
        outline.points.push_back(toSection(x, y, scale));
    return outline;
}

Outline ellipse(double cx, double cy, double rx, double ry, double scale)
{
    constexpr int pieces = 180;
    Outline outline;
    for (int i = 0; i < pieces; ++i) {
        const double angle = 2.0 * M_PI * i / pieces;
        outline.points.push_back(toSection(cx + rx * std::cos(angle), cy + ry * std::sin(angle), scale));
    }
    return outline;
}

class Shapes : public pugi::xml_tree_walker {
public:
    explicit Shapes(double scale) : m_scale(scale) {}

    bool for_each(pugi::xml_node& node) override
    {
        const std::string name = node.name();
        if (node.attribute("transform"))
            problem = say("import.transform", {{"element", name}});
        const auto number = [&](const char* key) { return node.attribute(key).as_double(); };
        if (name == "path")
            addPath(node.attribute("d").value());
        else if (name == "polygon" || name == "polyline")
            found.push_back(pointsOf(node.attribute("points").value(), m_scale));
        else if (name == "circle")
            found.push_back(ellipse(number("cx"), number("cy"), number("r"), number("r"), m_scale));
        else if (name == "ellipse")
            found.push_back(ellipse(number("cx"), number("cy"), number("rx"), number("ry"), m_scale));
        else if (name == "rect")
            addRect(number("x"), number("y"), number("width"), number("height"));
        return problem.empty();
    }

    std::vector<Outline> found;
    Phrase problem;

private:
    void addRect(double x, double y, double w, double h)
    {
        found.push_back({{toSection(x, y, m_scale), toSection(x + w, y, m_scale), toSection(x + w, y + h, m_scale),
                          toSection(x, y + h, m_scale)}});
    }

    void addPath(const char* data)
    {
        try {
            for (const Geom::Path& path : Geom::parse_svg_path(data)) {
                const bool comesBack = Geom::are_near(path.initialPoint(), path.finalPoint(), 1e-6);
                if (path.closed() || comesBack)
                    found.push_back(flattened(path, m_scale));
            }
        } catch (const std::exception& e) {
            problem = say("import.bad-path", {{"what", e.what()}});
        }
    }

    double m_scale;
};

}  // namespace

tl::expected<ImportedOutline, Phrase> outlineFromSvg(std::string_view text)
{
    pugi::xml_document document;
    const auto parsed = document.load_buffer(text.data(), text.size());
    if (!parsed)
        return tl::unexpected(say("import.no-xml", {{"byte", Number{static_cast<double>(parsed.offset), 0}},
                                                    {"what", parsed.description()}}));
    const pugi::xml_node root = document.child("svg");
    if (!root)
        return tl::unexpected(say("import.no-svg"));
    const auto scale = scaleOf(root);
    Shapes shapes(scale.value_or(1e-3));
    document.traverse(shapes);
    if (!shapes.problem.empty())
        return tl::unexpected(shapes.problem);
    return largestOf(std::move(shapes.found), scale.has_value());
}

}  // namespace euryth::imports
