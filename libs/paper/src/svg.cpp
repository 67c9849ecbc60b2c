// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>
#include <charconv>
#include <sstream>

#include <pugixml.hpp>

#include "paper/writers.hpp"

namespace euryth::paper {

namespace {

/// Shortest text to a tenth of a micrometre, with a point whatever the locale.
std::string number(double value)
{
    std::array<char, 32> buffer{};
    const auto end =
        std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, 4).ptr;
    std::string text(buffer.data(), end);
    text.erase(text.find_last_not_of('0') + 1);
    if (text.ends_with('.'))
        text.pop_back();
    return text == "-0" ? "0" : text;
}

const char* styleOf(Ink ink)
{
    switch (ink) {
    case Ink::Cut: return "stroke:#000;stroke-width:0.3";
    case Ink::Present: return "stroke:#444;stroke-width:0.15;stroke-dasharray:1.5 1";
    case Ink::Help: return "stroke:#777;stroke-width:0.12";
    case Ink::Check: return "stroke:#000;stroke-width:0.2";
    }
    return "";
}

void attribute(pugi::xml_node node, const char* name, const std::string& value)
{
    node.append_attribute(name).set_value(value.c_str());
}

std::string inkClass(Ink ink) { return std::string(name(ink)); }

void addStroke(pugi::xml_node group, const Stroke& stroke)
{
    std::string points;
    for (const Spot& s : stroke.spots)
        points += (points.empty() ? "" : " ") + number(s.x) + "," + number(s.y);
    pugi::xml_node node = group.append_child(stroke.closed ? "polygon" : "polyline");
    attribute(node, "class", inkClass(stroke.ink));
    attribute(node, "points", points);
    attribute(node, "style", styleOf(stroke.ink));
}

void addNote(pugi::xml_node group, const Note& note)
{
    pugi::xml_node node = group.append_child("text");
    attribute(node, "x", number(note.at.x));
    attribute(node, "y", number(note.at.y));
    attribute(node, "font-size", number(note.height));
    if (note.strong)
        attribute(node, "font-weight", "600");
    if (note.align != Align::Left)
        attribute(node, "text-anchor", note.align == Align::Middle ? "middle" : "end");
    node.text().set(note.text.c_str());
}

void addSheet(pugi::xml_node svg, const Sheet& sheet, double top)
{
    pugi::xml_node group = svg.append_child("g");
    attribute(group, "transform", "translate(0," + number(top) + ")");
    group.append_child("title").text().set(sheet.title.c_str());
    pugi::xml_node lines = group.append_child("g");
    attribute(lines, "fill", "none");
    for (const Stroke& stroke : sheet.strokes)
        addStroke(lines, stroke);
    for (const Ring& ring : sheet.rings) {
        pugi::xml_node node = lines.append_child("circle");
        attribute(node, "class", inkClass(ring.ink));
        attribute(node, "cx", number(ring.middle.x));
        attribute(node, "cy", number(ring.middle.y));
        attribute(node, "r", number(ring.radius));
        attribute(node, "style", styleOf(ring.ink));
    }
    pugi::xml_node texts = group.append_child("g");
    attribute(texts, "font-family", "Euryth Sans, sans-serif");
    for (const Note& note : sheet.notes)
        addNote(texts, note);
}

}  // namespace

std::string svgText(const std::vector<Sheet>& sheets)
{
    pugi::xml_document document;
    pugi::xml_node svg = document.append_child("svg");
    const double height = Sheet::kHeight * static_cast<double>(sheets.size());
    attribute(svg, "xmlns", "http://www.w3.org/2000/svg");
    attribute(svg, "width", number(Sheet::kWidth) + "mm");
    attribute(svg, "height", number(height) + "mm");
    attribute(svg, "viewBox", "0 0 " + number(Sheet::kWidth) + " " + number(height));
    for (std::size_t i = 0; i < sheets.size(); ++i)
        addSheet(svg, sheets[i], Sheet::kHeight * static_cast<double>(i));
    std::ostringstream out;
    document.save(out, " ");
    return std::move(out).str();
}

}  // namespace euryth::paper
