// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>

#include <tl/expected.hpp>

#include "exports/flow_case.hpp"
#include "paper/bench_sheets.hpp"
#include "port_field/port_air.hpp"
#include "solids/solids.hpp"

namespace euryth::tasks {

/// Why a task has no result.
struct Error {
    enum class Kind {
        Wish,     ///< what was asked for cannot be: another file ending, say
        Missing,  ///< something of the port is not known
        File      ///< a file cannot be written
    };
    Kind kind = Kind::Wish;
    Phrase why;
};

/// A port with what has been worked out of it.
struct Subject {
    const job::Job& job;
    const job::Port& port;
    const analysis::PortAnalysis& analysis;
};

/// What a port is written as, told by the file's ending.
enum class Written {
    Table,  ///< .csv: the plan of all stations
    Svg,    ///< .svg, .dxf, .pdf: the sheets for the bench
    Dxf,
    Pdf,
    Step,     ///< .step, .stp: the port's air as a solid
    Iges,     ///< .iges, .igs
    Surface,  ///< .stl: the port's air, closed
    Mesh,     ///< .vtk: the mesh with its speeds
    Case      ///< .case: a folder for the flow package
};
std::optional<Written> writtenAs(const std::filesystem::path& path);
/// True for what is made of the port's shape in space.
bool isOfShape(Written kind);

struct ExportWish {
    std::filesystem::path path;
    paper::Parts parts;                                       ///< of the sheets
    solids::Part part = solids::Part::Port;                   ///< of a solid
    std::size_t station = 0;                                  ///< of a section as a solid
    units::DisplayUnits units;                                ///< of the numbers on them
    std::optional<port_field::PortAir> air;                   ///< of mesh and case; nothing takes the port's own
    port_field::Quality quality = port_field::Quality::Fine;  ///< of mesh and case
};
/// Writes a port to a file (or, for a case, a folder) as its ending says. Files are replaced whole or not at all.
tl::expected<void, Error> exportPort(const Subject& subject, const ExportWish& wish);

}  // namespace euryth::tasks
