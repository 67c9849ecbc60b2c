// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/area_curve.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <stdexcept>

#include <boost/math/quadrature/gauss.hpp>

namespace euryth::geometry {

namespace {

MonotoneCubic rootCurve(const std::vector<AreaAt>& knots)
{
    if (knots.size() < 2)
        throw std::invalid_argument("an area curve needs at least two stations");
    std::vector<double> x;
    std::vector<double> y;
    for (const AreaAt& knot : knots) {
        if (!(knot.area > Area{}) || (!x.empty() && !(knot.s.si() > x.back())))
            throw std::invalid_argument("an area curve needs rising distances and areas over 0");
        x.push_back(knot.s.si());
        y.push_back(std::sqrt(knot.area.si()));
    }
    return {std::move(x), std::move(y)};
}

}  // namespace

AreaCurve::AreaCurve(std::vector<AreaAt> knots) : m_knots(std::move(knots)), m_root(rootCurve(m_knots)) {}

Area AreaCurve::at(Length s) const
{
    const double root = m_root(std::clamp(s, start(), end()).si());
    return Area::fromSi(root * root);
}

Volume AreaCurve::volume() const
{
    double total = 0.0;
    for (std::size_t i = 0; i + 1 < m_knots.size(); ++i) {
        total += boost::math::quadrature::gauss<double, 7>::integrate(
            [this](double s) { return at(Length::fromSi(s)).si(); }, m_knots[i].s.si(), m_knots[i + 1].s.si());
    }
    return Volume::fromSi(total);
}

AreaAt AreaCurve::smallest() const { return *std::ranges::min_element(m_knots, {}, &AreaAt::area); }

Angle equivalentConeAngle(Area from, Area to, Length distance)
{
    const double radiusChange = std::sqrt(to.si() / std::numbers::pi) - std::sqrt(from.si() / std::numbers::pi);
    return Angle::fromSi(2.0 * std::atan2(radiusChange, distance.si()));
}

}  // namespace euryth::geometry
