// SPDX-License-Identifier: GPL-3.0-or-later
#include "obstacle_fit.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::field {

using geometry::Hanging;
using geometry::Obstacle;
using geometry::Point;

namespace {

constexpr std::size_t kRunOut = 4;    // layers over which the lines run back
constexpr double kLeastShare = 0.35;  // of its cells' own size, to which an obstacle may squeeze them

double distance(Point a, Point b) { return std::hypot(a.left - b.left, a.up - b.up); }

/// The grid of lines across and down: roof rings, middle block, floor rings.
struct Lines {
    const Places& places;

    [[nodiscard]] std::size_t across() const { return places.core(); }
    [[nodiscard]] std::size_t down() const { return places.core() + 2 * places.rings(); }
    [[nodiscard]] std::uint32_t at(std::size_t i, std::size_t d) const
    {
        const std::size_t r = places.rings();
        const std::size_t n = places.core();
        if (d < r)
            return places.ring(r - d, i);
        return d <= r + n ? places.core(i, d - r) : places.ring(d - r - n, 3 * n - i);
    }
    /// The cell between lines i and i + 1, d and d + 1, among those of a layer.
    [[nodiscard]] std::size_t cell(std::size_t i, std::size_t d) const
    {
        const std::size_t r = places.rings();
        const std::size_t n = places.core();
        if (d < r)
            return n * n + (r - 1 - d) * places.around() + i;
        return d < r + n ? (d - r) * n + i : n * n + (d - r - n) * places.around() + (3 * n - 1 - i);
    }
};

/// An obstacle's faces in a section: straight sides from (left, width) at the top to (left, tip) at the bottom.
struct Faces {
    Point roof;  ///< middle of the roof
    double left = 0.0;
    double width = 0.0;
    double tip = 0.0;
    double from = 0.0;
    double to = 0.0;

    [[nodiscard]] double bottom() const { return roof.up - to; }
    /// x of the side at a height; `side` is 1 on the left, -1 on the right.
    [[nodiscard]] double sideAt(double up, double side) const
    {
        const double share = std::clamp((roof.up - up - from) / std::max(to - from, 1e-9), 0.0, 1.0);
        return roof.left + left + side * (width + (tip - width) * share) / 2.0;
    }
};

/// A line of points by its length.
class Wall {
public:
    explicit Wall(std::vector<Point> points) : m_points(std::move(points))
    {
        m_along.push_back(0.0);
        for (std::size_t i = 1; i < m_points.size(); ++i)
            m_along.push_back(m_along.back() + distance(m_points[i - 1], m_points[i]));
    }
    [[nodiscard]] double along(std::size_t i) const { return m_along[i]; }
    [[nodiscard]] double length() const { return m_along.back(); }
    [[nodiscard]] Point at(double along) const
    {
        const auto after = std::ranges::upper_bound(m_along, along);
        const auto i = static_cast<std::size_t>(std::clamp<std::ptrdiff_t>(
            after - m_along.begin() - 1, 0, static_cast<std::ptrdiff_t>(m_points.size()) - 2));
        return mix(m_points[i], m_points[i + 1], (along - m_along[i]) / (m_along[i + 1] - m_along[i]));
    }
    /// Where it is met by a side; the end that is nearer where it is not.
    [[nodiscard]] double meets(const Faces& faces, double side) const
    {
        const auto off = [&](double along) {
            const Point p = at(along);
            return faces.sideAt(p.up, side) - p.left;
        };
        double low = 0.0;
        double high = length();  // the line runs from left to right, so that `off` rises along it
        for (int step = 0; step < 50; ++step) {
            const double middle = (low + high) / 2.0;
            (off(middle) < 0.0 ? low : high) = middle;
        }
        return (low + high) / 2.0;
    }

private:
    std::vector<Point> m_points;
    std::vector<double> m_along;
};

}  // namespace

/// The fit of one layer: places that are held, then the others.
class ObstacleFit::LayerFit {
public:
    LayerFit(const Places& places, const std::vector<Point>& points)
        : m_lines{places},
          m_places(places),
          m_points(points),
          m_held(points.size())
    {
        for (std::size_t k = 0; k < places.around(); ++k)
            hold(places.ring(places.rings(), k), m_points[places.ring(places.rings(), k)]);
    }

    /// Draws the lines at the edge of an obstacle's cells to its faces, by a share of the way. What is above line `top`
    /// belongs to another obstacle.
    void draw(const Taken& taken, const Faces& faces, double share, std::size_t top)
    {
        const Ends roof = top == 0 ? slide(0, taken, faces, share) : corners(faces, faces.from);
        const bool through = taken.down == m_lines.down();
        const Ends floor = through ? slide(taken.down, taken, faces, share) : corners(faces, faces.to);
        for (std::size_t d = top; d <= taken.down; ++d) {
            const Point left = mix(roof.left, floor.left, shareOf(taken.left, top, taken.down, d));
            const Point right = mix(roof.right, floor.right, shareOf(taken.right, top, taken.down, d));
            for (std::size_t i = taken.left; i <= taken.right; ++i) {
                const double part = static_cast<double>(i - taken.left) / static_cast<double>(taken.right - taken.left);
                const bool onWall = d == 0 || d == m_lines.down();
                const std::uint32_t place = m_lines.at(i, d);
                if (!onWall)
                    hold(place, mix(m_points[place], mix(left, right, part), share));
            }
        }
    }

    /// The bottom of an outer obstacle between an inner one's sides and its own corners.
    void spreadBottom(const Taken& outer, const Taken& inner)
    {
        const auto between = [&](std::size_t a, std::size_t b) {
            const Point from = *m_held[m_lines.at(a, outer.down)];
            const Point to = *m_held[m_lines.at(b, outer.down)];
            for (std::size_t i = a + 1; i < b; ++i)
                hold(m_lines.at(i, outer.down), mix(from, to, static_cast<double>(i - a) / static_cast<double>(b - a)));
        };
        between(outer.left, inner.left);
        between(inner.right, outer.right);
    }

    /// All points of the layer: those that are not held follow the held ones.
    [[nodiscard]] std::vector<Point> points() const
    {
        std::vector<Point> moved(m_points.size());
        for (std::size_t p = 0; p < moved.size(); ++p) {
            if (m_held[p])
                moved[p] = {m_held[p]->left - m_points[p].left, m_held[p]->up - m_points[p].up};
        }
        const auto edges = edgesOf();
        constexpr int sweeps = 120;
        for (int sweep = 0; sweep < sweeps; ++sweep) {
            for (std::size_t p = 0; p < moved.size(); ++p) {
                if (m_held[p])
                    continue;
                Point sum;
                double weights = 0.0;
                for (const auto& [q, weight] : edges[p]) {
                    sum = {sum.left + weight * moved[q].left, sum.up + weight * moved[q].up};
                    weights += weight;
                }
                moved[p] = {sum.left / weights, sum.up / weights};
            }
        }
        for (std::size_t p = 0; p < moved.size(); ++p)
            moved[p] = {m_points[p].left + moved[p].left, m_points[p].up + moved[p].up};
        return moved;
    }

private:
    struct Edge {
        std::size_t to;
        double weight;
    };
    /// Of a line across an obstacle.
    struct Ends {
        Point left;
        Point right;
    };

    void hold(std::uint32_t place, Point at) { m_held[place] = at; }

    static Ends corners(const Faces& faces, double depth)
    {
        const double up = faces.roof.up - depth;
        return {{faces.sideAt(up, 1.0), up}, {faces.sideAt(up, -1.0), up}};
    }

    /// How far line d lies between two others, by the layer's own distances.
    [[nodiscard]] double shareOf(std::size_t i, std::size_t top, std::size_t down, std::size_t d) const
    {
        double whole = 0.0;
        double part = 0.0;
        for (std::size_t k = top; k < down; ++k) {
            const double step = distance(m_points[m_lines.at(i, k)], m_points[m_lines.at(i, k + 1)]);
            whole += step;
            part += k < d ? step : 0.0;
        }
        return whole > 0.0 ? part / whole : 0.0;
    }

    /// Slides the wall's points (of the roof, or of the last line down: of the floor) so that the lines at the edge of
    /// an obstacle's cells stand on its sides. Gives where they stand at the end of the way.
    Ends slide(std::size_t d, const Taken& taken, const Faces& faces, double share)
    {
        std::vector<Point> points;
        for (std::size_t k = 0; k <= m_lines.across(); ++k)
            points.push_back(m_points[m_lines.at(k, d)]);
        const Wall wall(std::move(points));
        constexpr double room = 0.05;  // of the wall's length that is kept beside an obstacle
        const double left = std::clamp(wall.meets(faces, 1.0), room * wall.length(), 0.8 * wall.length());
        const double right =
            std::clamp(wall.meets(faces, -1.0), left + room * wall.length(), (1.0 - room) * wall.length());
        const auto move = [&](std::size_t from, std::size_t to, double begin, double end) {
            for (std::size_t k = from; k <= to; ++k) {
                const double part = (wall.along(k) - wall.along(from)) / (wall.along(to) - wall.along(from));
                hold(m_lines.at(k, d), wall.at(begin + (end - begin) * part));
            }
        };
        const double hereLeft = wall.along(taken.left) + (left - wall.along(taken.left)) * share;
        const double hereRight = wall.along(taken.right) + (right - wall.along(taken.right)) * share;
        move(0, taken.left, 0.0, hereLeft);
        move(taken.left, taken.right, hereLeft, hereRight);
        move(taken.right, m_lines.across(), hereRight, wall.length());
        return {wall.at(left), wall.at(right)};
    }

    [[nodiscard]] std::vector<std::vector<Edge>> edgesOf() const
    {
        std::vector<std::vector<Edge>> edges(m_points.size());
        const auto join = [&](std::size_t a, std::size_t b) {
            const double weight = 1.0 / std::max(distance(m_points[a], m_points[b]), 1e-9);
            edges[a].push_back({b, weight});
            edges[b].push_back({a, weight});
        };
        for (const auto& quad : m_places.faces()) {
            for (std::size_t k = 0; k < quad.size(); ++k)
                join(quad[k], quad[(k + 1) % quad.size()]);
        }
        return edges;
    }

    Lines m_lines;
    Places m_places;
    std::vector<Point> m_points;
    std::vector<std::optional<Point>> m_held;
};

namespace {

/// The faces of an obstacle in a layer, no smaller than its cells can be squeezed.
Faces facesOf(const Obstacle& obstacle, double s, Point roof, double ownWidth, double ownDepth)
{
    const Length at = std::clamp(Length::fromSi(s), obstacle.front().s, obstacle.back().s);
    const Hanging h = geometry::hangingAt(obstacle, at).value_or(obstacle.front());
    Faces faces;
    faces.roof = roof;
    faces.left = h.left.si();
    faces.width = std::max(h.width.si(), kLeastShare * ownWidth);
    faces.tip = std::max(h.tip.si(), kLeastShare * ownWidth);
    faces.from = h.from.si();
    faces.to = std::max(h.to.si(), h.from.si() + kLeastShare * ownDepth);
    return faces;
}

/// The nearest of some distances, by index.
std::size_t nearest(std::span<const double> distances, double to)
{
    const auto found = std::ranges::min_element(distances, {}, [&](double d) { return std::abs(d - to); });
    return static_cast<std::size_t>(found - distances.begin());
}

}  // namespace

std::optional<ObstacleFit::Taken> ObstacleFit::takenBy(const Obstacle& obstacle, std::span<const double> inside,
                                                       const geometry::Sweep& sweep) const
{
    const auto widest = std::ranges::max_element(
        obstacle, {}, [](const Hanging& h) { return (h.width + h.tip).si() * (h.to - h.from).si(); });
    if (widest == obstacle.end() || widest->width <= Length{})
        return std::nullopt;
    Taken taken;
    taken.obstacle = &obstacle;
    taken.first = nearest(inside, obstacle.front().s.si());
    taken.last = nearest(inside, obstacle.back().s.si());
    if (taken.last == taken.first)
        ++(taken.last + 1 < inside.size() ? taken.last : taken.first);
    const double s = std::clamp(widest->s.si(), inside.front(), inside.back());
    const auto points = sweep.inSection(Length::fromSi(s));
    const Lines lines{m_places};
    const std::size_t middle = lines.across() / 2;
    std::vector<double> depths;
    for (std::size_t d = 0; d <= lines.down(); ++d)
        depths.push_back(points[lines.at(middle, 0)].up - points[lines.at(middle, d)].up);
    constexpr double throughFrom = 0.93;  // of the section's height: no air gets under what hangs so deep
    taken.down = widest->to.si() > throughFrom * depths.back()
                     ? lines.down()
                     : std::clamp<std::size_t>(nearest(depths, widest->to.si()), 1, lines.down() - 1);
    std::vector<double> halves;
    for (std::size_t i = 0; i <= middle; ++i)
        halves.push_back(
            std::abs(points[lines.at(middle - i, taken.down / 2)].left - points[lines.at(middle, 0)].left));
    const double half = (widest->width + widest->tip).si() / 4.0;
    const std::size_t columns = std::clamp<std::size_t>(nearest(halves, half), 1, middle - 1);
    taken.left = middle - columns;
    taken.right = middle + columns;
    return taken;
}

ObstacleFit::ObstacleFit(const Places& places, std::span<const double> inside, const geometry::Sweep& sweep,
                         std::span<const Obstacle> obstacles)
    : m_places(places),
      m_layers(inside.size())
{
    if (places.core() < 4)
        return;
    for (const Obstacle& obstacle : obstacles) {
        if (auto taken = takenBy(obstacle, inside, sweep))
            m_taken.push_back(*taken);
    }
    // A stem below a boss goes on from the boss's bottom, and is the narrower one.
    for (Taken& inner : m_taken) {
        for (Taken& outer : m_taken) {
            const bool together = inner.first <= outer.last && outer.first <= inner.last && inner.down > outer.down;
            if (!together || &inner == &outer || inner.left > outer.left)
                continue;
            const std::size_t middle = places.core() / 2;
            outer.left = std::max<std::size_t>(1, std::min(outer.left, middle - 2));
            outer.right = 2 * middle - outer.left;
            inner.left = outer.left + 1;
            inner.right = outer.right - 1;
        }
    }
    for (std::size_t layer = 0; layer < inside.size(); ++layer) {
        const bool near = std::ranges::any_of(
            m_taken, [&](const Taken& taken) { return layer + kRunOut > taken.first && layer < taken.last + kRunOut; });
        if (near)
            m_layers[layer] = fitted(layer, inside[layer], sweep.inSection(Length::fromSi(inside[layer])));
    }
}

std::vector<Point> ObstacleFit::fitted(std::size_t layer, double s, const std::vector<Point>& points) const
{
    struct Drawn {
        const Taken* taken;
        double share;
    };
    std::vector<Drawn> drawn;
    for (const Taken& taken : m_taken) {
        const std::size_t off = layer < taken.first ? taken.first - layer : layer > taken.last ? layer - taken.last : 0;
        const double t = static_cast<double>(off) / static_cast<double>(kRunOut);
        if (off < kRunOut)
            drawn.push_back({&taken, 1.0 - t * t * (3.0 - 2.0 * t)});
    }
    std::ranges::stable_sort(drawn, [](const Drawn& a, const Drawn& b) {
        return a.share != b.share ? a.share < b.share : a.taken->down < b.taken->down;
    });
    const Lines lines{m_places};
    const std::size_t middle = lines.across() / 2;
    LayerFit fit(m_places, points);
    const Taken* outer = nullptr;
    double outerBottom = 0.0;
    for (const Drawn& d : drawn) {
        const Taken& taken = *d.taken;
        const double ownWidth = distance(points[lines.at(taken.left, 0)], points[lines.at(taken.right, 0)]);
        const bool below = outer && taken.down > outer->down;
        const std::size_t top = below ? outer->down : 0;
        const double ownDepth = distance(points[lines.at(middle, top)], points[lines.at(middle, taken.down)]);
        Faces faces = facesOf(*taken.obstacle, s, points[lines.at(middle, 0)], ownWidth, ownDepth);
        if (below) {
            faces.from = outerBottom;
            faces.to = std::max(faces.to, outerBottom + kLeastShare * ownDepth);
        }
        fit.draw(taken, faces, d.share, top);
        if (below)
            fit.spreadBottom(*outer, taken);
        if (taken.isAt(layer)) {
            outer = &taken;
            outerBottom = faces.to;
        }
    }
    return fit.points();
}

void ObstacleFit::block(Mesh& mesh) const
{
    if (m_taken.empty())
        return;
    const Lines lines{m_places};
    mesh.blocked.assign(mesh.cells.size(), false);
    for (const Taken& taken : m_taken) {
        for (std::size_t layer = mesh.firstInside + taken.first; layer < mesh.firstInside + taken.last; ++layer) {
            for (std::size_t d = 0; d < taken.down; ++d) {
                for (std::size_t i = taken.left; i < taken.right; ++i)
                    mesh.blocked[layer * mesh.cellsPerLayer() + lines.cell(i, d)] = true;
            }
        }
    }
}

}  // namespace euryth::field
