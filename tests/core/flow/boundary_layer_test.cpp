// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>

#include "flow/boundary_layer.hpp"

using namespace euryth;
using namespace euryth::flow;

TEST_CASE("laminar separation on the linearly retarded stream: x/L = 0.123 (Thwaites)")
{
    EdgeSpeed edge;
    for (int i = 0; i <= 400; ++i) {
        edge.along.push_back(0.3 * i / 400);
        edge.speed.push_back(10 * (1 - edge.along.back()));  // L = 1 m
    }
    const auto at = laminarSeparation(edge, 1.5e-5);
    REQUIRE(at);
    CHECK(*at == Approx(0.123).epsilon(0.01));
    std::ranges::reverse(edge.speed);
    CHECK_FALSE(laminarSeparation(edge, 1.5e-5));  // an accelerated stream stays on
}

TEST_CASE("turbulent layer on a flat plate: friction of the power law within its scatter")
{
    EdgeSpeed edge;
    for (int i = 0; i <= 100; ++i) {
        edge.along.push_back(0.02 * i);
        edge.speed.push_back(30);
    }
    const double nu = 1.5e-5;
    const double before = 0.5;
    const auto layer = turbulentLayer(edge, nu, before);
    CHECK_FALSE(layer.liftsOffAt);
    const LayerPoint& end = layer.points.back();
    const double reynolds = 30 * (end.along + before) / nu;
    CHECK(end.friction == Approx(0.0592 * std::pow(reynolds, -0.2)).epsilon(0.05));  // Schlichting, turbulent plate
    CHECK(end.momentumThickness == Approx(0.036 * (end.along + before) * std::pow(reynolds, -0.2)).epsilon(0.06));
    CHECK(end.shape == Approx(1.32).margin(0.08));
}
