// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "call.hpp"
#include "port_field/air_field.hpp"

/// What the calls share that compute a field.
namespace euryth::commands {

struct FieldJob {
    job::Job job;
    const job::Port* port;
    port_field::PortShape shape;
    port_field::PortAir at;  ///< the flow that was asked for
};
/// The job, its port and the port's shape, or an error with its place.
FieldJob loadField(const Request& request);
/// The port's own field at the flow, or an error with its place.
port_field::Air solvedField(const Request& request, const FieldJob& loaded);

/// Places in the head out of a table with x, y, z in mm.
std::vector<geometry::Point3> pointsOf(const std::string& path);

/// The table of speeds at the places; nothing where there is no air.
void printSpeeds(std::ostream& out, const std::vector<geometry::Point3>& points, const port_field::AirField& air);

}  // namespace euryth::commands
