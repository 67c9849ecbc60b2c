// SPDX-License-Identifier: GPL-3.0-or-later
#include "scatter.hpp"

#include <cmath>
#include <numeric>

#include <boost/math/distributions/students_t.hpp>

namespace euryth::proving {

Scatter scatterOf(const std::vector<double>& values)
{
    Scatter scatter;
    if (values.empty())
        return scatter;
    const auto n = static_cast<double>(values.size());
    scatter.mean = std::accumulate(values.begin(), values.end(), 0.0) / n;
    if (values.size() < 2)
        return scatter;
    double squares = 0.0;
    for (const double v : values)
        squares += (v - scatter.mean) * (v - scatter.mean);
    scatter.deviation = std::sqrt(squares / (n - 1.0));
    constexpr double upper = 0.975;
    const double t = boost::math::quantile(boost::math::students_t(n - 1.0), upper);
    scatter.ofMean = t * scatter.deviation / std::sqrt(n);
    scatter.ofNext = std::abs(scatter.mean) + t * scatter.deviation * std::sqrt(1.0 + 1.0 / n);
    return scatter;
}

}  // namespace euryth::proving
