// SPDX-License-Identifier: GPL-3.0-or-later
#include "flow/boundary_layer.hpp"

#include <algorithm>
#include <array>
#include <boost/numeric/odeint.hpp>
#include <cmath>

#include "geometry/monotone_cubic.hpp"

namespace euryth::flow {

namespace {

using State = std::array<double, 2>;  // theta; U theta H1

/// H1 of H, and back.
double entrainmentShape(double h)
{
    return h <= 1.6 ? 0.8234 * std::pow(h - 1.1, -1.287) + 3.3 : 1.5501 * std::pow(h - 0.6778, -3.064) + 3.3;
}
double shapeOf(double h1)
{
    constexpr double least = 3.3 + 1e-6;
    const double x = std::max(h1, least) - 3.3;
    const double border = entrainmentShape(1.6) - 3.3;
    return x >= border ? 1.1 + std::pow(x / 0.8234, -1.0 / 1.287) : 0.6778 + std::pow(x / 1.5501, -1.0 / 3.064);
}

double frictionOf(double h, double reynolds)
{
    return 0.246 * std::pow(10.0, -0.678 * h) * std::pow(std::max(reynolds, 1.0), -0.268);
}

/// Speed and its slope.
class Edge {
public:
    explicit Edge(const EdgeSpeed& edge)
        : m_curve(edge.along, edge.speed),
          m_from(edge.along.front()),
          m_to(edge.along.back())
    {
    }
    [[nodiscard]] double speed(double s) const { return m_curve(std::clamp(s, m_from, m_to)); }
    [[nodiscard]] double slope(double s) const
    {
        const double h = 1e-4 * (m_to - m_from);
        const double before = std::max(m_from, s - h);
        const double after = std::min(m_to, s + h);
        return (speed(after) - speed(before)) / (after - before);
    }

private:
    geometry::MonotoneCubic m_curve;
    double m_from;
    double m_to;
};

}  // namespace

BoundaryLayer turbulentLayer(const EdgeSpeed& edge, double kinematicViscosity, double before)
{
    namespace odeint = boost::numeric::odeint;
    const Edge outside(edge);
    const auto shapeAt = [&](const State& x, double s) { return shapeOf(x[1] / (outside.speed(s) * x[0])); };
    const auto slopes = [&](const State& x, State& d, double s) {
        const double u = outside.speed(s);
        const double h1 = std::max(x[1] / (u * x[0]), 3.0 + 1e-6);
        const double h = shapeOf(h1);
        const double cf = frictionOf(h, u * x[0] / kinematicViscosity);
        d[0] = cf / 2.0 - (h + 2.0) * x[0] / u * outside.slope(s);
        d[1] = u * 0.0306 * std::pow(h1 - 3.0, -0.6169);
    };
    constexpr double flatPlateShape = 1.4;
    const double u0 = outside.speed(edge.along.front());
    const double theta = 0.036 * before * std::pow(u0 * before / kinematicViscosity, -0.2);
    State x{theta, u0 * theta * entrainmentShape(flatPlateShape)};
    BoundaryLayer layer;
    const auto stepper = odeint::make_controlled<odeint::runge_kutta_dopri5<State>>(1e-12, 1e-7);
    constexpr int steps = 400;
    const double from = edge.along.front();
    const double length = edge.along.back() - from;
    double step = length / (10.0 * steps);
    for (int i = 0; i <= steps; ++i) {
        const double s = from + length * i / steps;
        if (i > 0)
            odeint::integrate_adaptive(stepper, slopes, x, from + length * (i - 1) / steps, s, step);
        const double h = shapeAt(x, s);
        if (h >= kLiftsOff || !(x[0] > 0.0)) {
            layer.liftsOffAt = s;
            layer.greatestShape = kLiftsOff;
            break;
        }
        layer.points.push_back({s, x[0], h, frictionOf(h, outside.speed(s) * x[0] / kinematicViscosity)});
        layer.greatestShape = std::max(layer.greatestShape, h);
    }
    return layer;
}

std::optional<double> laminarSeparation(const EdgeSpeed& edge, double kinematicViscosity)
{
    const Edge outside(edge);
    constexpr int steps = 20000;
    constexpr double separates = -0.09;
    const double from = edge.along.front();
    const double step = (edge.along.back() - from) / steps;
    double integral = 0.0;
    double before = std::pow(outside.speed(from), 5);
    for (int i = 1; i <= steps; ++i) {
        const double s = from + step * i;
        const double u = outside.speed(s);
        const double here = std::pow(u, 5);
        integral += step * (before + here) / 2.0;
        before = here;
        const double thetaSquared = 0.45 * kinematicViscosity / std::pow(u, 6) * integral;
        if (thetaSquared / kinematicViscosity * outside.slope(s) <= separates)
            return s;
    }
    return std::nullopt;
}

}  // namespace euryth::flow
