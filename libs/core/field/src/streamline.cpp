// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <boost/numeric/odeint.hpp>

#include "field/slice.hpp"

namespace euryth::field {

namespace {

using State = std::array<double, 3>;

/// The way of the air from a place on, or back where `direction` is -1.
std::vector<geometry::Point3> follow(const Field& field, const geometry::Point3& from, Length step, double direction)
{
    constexpr int most = 2000;
    bool left = false;  // a step that looked outside the port
    const auto along = [&](const State& x, State& d, double) {
        const auto v = field.velocityAt({x[0], x[1], x[2]}, VolumeFlow::fromSi(direction));
        const double length = v ? v->length() : 0.0;
        left = left || !(length > 0.0);
        d = left ? State{} : State{v->x / length, v->y / length, v->z / length};
    };
    boost::numeric::odeint::runge_kutta4<State> stepper;
    State x{from.x, from.y, from.z};
    std::vector<geometry::Point3> way{from};
    for (int i = 0; i < most; ++i) {
        stepper.do_step(along, x, 0.0, step.si());
        if (left)
            break;
        way.push_back({x[0], x[1], x[2]});
    }
    return way;
}

}  // namespace

std::vector<geometry::Point3> streamline(const Field& field, const geometry::Point3& through, Length step)
{
    if (!field.velocityAt(through, VolumeFlow::fromSi(1.0)))
        return {};
    std::vector<geometry::Point3> way = follow(field, through, step, -1.0);
    std::ranges::reverse(way);
    way.pop_back();
    const auto onward = follow(field, through, step, 1.0);
    way.insert(way.end(), onward.begin(), onward.end());
    return way;
}

}  // namespace euryth::field
