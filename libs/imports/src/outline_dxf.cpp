// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <charconv>
#include <cmath>
#include <numbers>

#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>

#include "imports/outline_file.hpp"
#include "shapes.hpp"

namespace euryth::imports {

namespace {

using geometry::Outline;
using geometry::Point;
using std::numbers::pi;

struct Xy {
    double x = 0.0;
    double y = 0.0;
};

/// Points of an arc from `from` by `sweep` radians, without the last one.
void arcPoints(std::vector<Xy>& points, Xy centre, double radius, double from, double sweep)
{
    const int pieces = std::max(2, static_cast<int>(std::ceil(std::abs(sweep) / (2.0 * pi) * 180.0)));
    for (int i = 0; i < pieces; ++i) {
        const double angle = from + sweep * i / pieces;
        points.push_back({centre.x + radius * std::cos(angle), centre.y + radius * std::sin(angle)});
    }
}

/// The edge from `a` to `b` of a polyline; its bulge is the tangent of a quarter of the arc's angle. Without its end.
void addEdge(std::vector<Xy>& points, Xy a, Xy b, double bulge)
{
    const double chord = std::hypot(b.x - a.x, b.y - a.y);
    if (bulge == 0.0 || chord == 0.0)
        return points.push_back(a);
    const double sweep = 4.0 * std::atan(bulge);
    const double radius = chord / (2.0 * std::sin(sweep / 2.0));  // signed like the sweep
    const double height = radius * std::cos(sweep / 2.0);
    const Xy middle{(a.x + b.x) / 2.0, (a.y + b.y) / 2.0};
    const Xy centre{middle.x - (b.y - a.y) / chord * height, middle.y + (b.x - a.x) / chord * height};
    arcPoints(points, centre, std::abs(radius), std::atan2(a.y - centre.y, a.x - centre.x), sweep);
}

/// Collects what can bound a section.
class Collector : public DL_CreationAdapter {
public:
    void addPolyline(const DL_PolylineData& data) override
    {
        m_vertices.clear();
        m_closed = (data.flags & 1) != 0;
    }
    void addVertex(const DL_VertexData& v) override { m_vertices.push_back(v); }
    void endEntity() override { finishPolyline(); }
    void endSequence() override { finishPolyline(); }
    void addCircle(const DL_CircleData& c) override
    {
        std::vector<Xy> points;
        arcPoints(points, {c.cx, c.cy}, c.radius, 0.0, 2.0 * pi);
        closed.push_back(std::move(points));
    }
    void addLine(const DL_LineData& l) override { pieces.push_back({{l.x1, l.y1}, {l.x2, l.y2}}); }
    void addArc(const DL_ArcData& a) override
    {
        double sweep = std::fmod(a.angle2 - a.angle1, 360.0) * pi / 180.0;
        if (sweep <= 0.0)
            sweep += 2.0 * pi;
        std::vector<Xy> points;
        arcPoints(points, {a.cx, a.cy}, a.radius, a.angle1 * pi / 180.0, sweep);
        const double end = a.angle1 * pi / 180.0 + sweep;
        points.push_back({a.cx + a.radius * std::cos(end), a.cy + a.radius * std::sin(end)});
        pieces.push_back(std::move(points));
    }
    void setVariableInt(const std::string& key, int value, int) override
    {
        if (key == "$INSUNITS")
            insertionUnits = value;
    }

    std::vector<std::vector<Xy>> closed;
    std::vector<std::vector<Xy>> pieces;  ///< open ones, to be joined
    int insertionUnits = 0;

private:
    void finishPolyline()
    {
        if (m_vertices.size() > 1) {
            std::vector<Xy> points;
            const std::size_t edges = m_closed ? m_vertices.size() : m_vertices.size() - 1;
            for (std::size_t i = 0; i < edges; ++i) {
                const auto& a = m_vertices[i];
                const auto& b = m_vertices[(i + 1) % m_vertices.size()];
                addEdge(points, {a.x, a.y}, {b.x, b.y}, a.bulge);
            }
            if (!m_closed)
                points.push_back({m_vertices.back().x, m_vertices.back().y});
            (m_closed ? closed : pieces).push_back(std::move(points));
        }
        m_vertices.clear();
    }

    std::vector<DL_VertexData> m_vertices;
    bool m_closed = false;
};

bool near(Xy a, Xy b, double tolerance) { return std::hypot(a.x - b.x, a.y - b.y) <= tolerance; }

double sizeOf(const std::vector<std::vector<Xy>>& pieces)
{
    double size = 0.0;
    for (const auto& piece : pieces) {
        for (const Xy& p : piece)
            size = std::max({size, std::abs(p.x), std::abs(p.y)});
    }
    return size;
}

/// Joins open pieces end to end into closed shapes; what does not close is dropped.
std::vector<std::vector<Xy>> joined(std::vector<std::vector<Xy>> pieces)
{
    const double tolerance = 1e-5 * sizeOf(pieces);
    std::vector<std::vector<Xy>> shapes;
    while (!pieces.empty()) {
        std::vector<Xy> chain = std::move(pieces.back());
        pieces.pop_back();
        for (bool grew = true; grew && !near(chain.front(), chain.back(), tolerance);) {
            grew = false;
            for (auto piece = pieces.begin(); piece != pieces.end(); ++piece) {
                if (near(piece->back(), chain.back(), tolerance))
                    std::ranges::reverse(*piece);
                if (!near(piece->front(), chain.back(), tolerance))
                    continue;
                chain.insert(chain.end(), piece->begin() + 1, piece->end());
                pieces.erase(piece);
                grew = true;
                break;
            }
        }
        if (chain.size() > 3 && near(chain.front(), chain.back(), tolerance)) {
            chain.pop_back();
            shapes.push_back(std::move(chain));
        }
    }
    return shapes;
}

double metresPerUnit(int insertionUnits)
{
    switch (insertionUnits) {  // DXF reference, $INSUNITS
    case 1: return 25.4e-3;
    case 4: return 1e-3;
    case 5: return 1e-2;
    case 6: return 1.0;
    default: return 0.0;
    }
}

}  // namespace

std::optional<Phrase> absurdCount(std::string_view dxf)
{
    const auto nextLine = [&](std::string_view& rest) {
        const std::size_t end = std::min(rest.find('\n'), rest.size());
        std::string_view line = rest.substr(0, end);
        rest.remove_prefix(std::min(end + 1, rest.size()));
        while (!line.empty() && (line.front() == ' ' || line.front() == '\t'))
            line.remove_prefix(1);
        while (!line.empty() && (line.back() == '\r' || line.back() == ' '))
            line.remove_suffix(1);
        return line;
    };
    const auto lines = static_cast<long long>(std::ranges::count(dxf, '\n')) + 1;
    std::string_view rest = dxf;
    std::string_view entity;
    while (!rest.empty()) {
        const std::string_view code = nextLine(rest);
        const std::string_view value = nextLine(rest);
        if (code == "0")
            entity = value;
        const bool counts = (entity == "LWPOLYLINE" && code == "90") ||
                            (entity == "SPLINE" && (code == "72" || code == "73" || code == "74")) ||
                            (entity == "LEADER" && code == "76") ||
                            (entity == "HATCH" && (code == "91" || code == "93"));
        if (!counts)
            continue;
        long long count = 0;
        const auto read = std::from_chars(value.data(), value.data() + value.size(), count);
        if (read.ec != std::errc{} || count < 0 || count > lines) {
            return say("import.absurd-count", {{"entity", std::string(entity)},
                                               {"claims", std::string(value.substr(0, 20))},
                                               {"lines", Number{static_cast<double>(lines), 0}}});
        }
    }
    return std::nullopt;
}

tl::expected<ImportedOutline, Phrase> outlineFromDxf(const std::filesystem::path& path)
{
    Collector collector;
    DL_Dxf dxf;
    if (!dxf.in(path.string(), &collector))
        return tl::unexpected(say("import.no-dxf", {{"file", path.string()}}));
    const double scale = metresPerUnit(collector.insertionUnits);
    if (collector.pieces.size() > kMostPoints) {
        return tl::unexpected(
            say("import.loose-lines", {{"lines", count(collector.pieces.size())}, {"most", count(kMostPoints)}}));
    }
    auto shapes = std::move(collector.closed);
    for (auto& shape : joined(std::move(collector.pieces)))
        shapes.push_back(std::move(shape));
    std::vector<Outline> outlines;
    for (const auto& shape : shapes) {
        Outline& outline = outlines.emplace_back();
        for (const Xy& p : shape)  // a drawing's x runs to the right
            outline.points.push_back(Point{-p.x * (scale > 0.0 ? scale : 1e-3), p.y * (scale > 0.0 ? scale : 1e-3)});
    }
    return largestOf(std::move(outlines), scale > 0.0);
}

}  // namespace euryth::imports
