// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "call.hpp"
#include "port_field/virtual_air.hpp"

/// What the calls share that compute a field.
namespace euryth::commands {

struct FieldJob {
    job::Job job;
    const job::Port* port;
    air::AirState room;
    Known<port_field::VirtualPort> virtualPort;
};
/// The job, its port and the port's field, or an error with its place.
FieldJob loadField(const Request& request, const field::Fineness& fineness);

/// Places in the head out of a table with x, y, z in mm.
std::vector<geometry::Point3> pointsOf(const std::string& path);

/// The table of speeds at the places; nothing where there is no air.
void printSpeeds(std::ostream& out, const std::vector<geometry::Point3>& points, const air::AirState& room,
                 const std::function<std::optional<field::Vector3>(const geometry::Point3&)>& velocityAt);

}  // namespace euryth::commands
