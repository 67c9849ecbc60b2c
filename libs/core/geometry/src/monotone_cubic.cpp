// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/monotone_cubic.hpp"

#include <math.h>  // Boost 1.74's pchip.hpp calls isnan without std::

#include <algorithm>
#include <optional>

#include <boost/math/interpolators/pchip.hpp>

namespace euryth::geometry {

namespace {
using Pchip = boost::math::interpolators::pchip<std::vector<double>>;
constexpr std::size_t kFewestForPchip = 4;
}  // namespace

struct MonotoneCubic::Curve {
    std::vector<double> x;
    std::vector<double> y;
    std::optional<Pchip> smooth;
};

MonotoneCubic::MonotoneCubic(std::vector<double> x, std::vector<double> y)
{
    auto curve = std::make_shared<Curve>();
    if (x.size() >= kFewestForPchip)
        curve->smooth.emplace(std::move(x), std::move(y));
    else
        *curve = {std::move(x), std::move(y), std::nullopt};
    m_curve = std::move(curve);
}

double MonotoneCubic::operator()(double at) const
{
    if (m_curve->smooth)
        return (*m_curve->smooth)(at);
    const auto& x = m_curve->x;
    const auto& y = m_curve->y;
    const auto above = std::upper_bound(x.begin() + 1, x.end() - 1, at);
    const auto i = static_cast<std::size_t>(above - x.begin());
    return y[i - 1] + (at - x[i - 1]) / (x[i] - x[i - 1]) * (y[i] - y[i - 1]);
}

}  // namespace euryth::geometry
