// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "exports/flow_case.hpp"
#include "exports/mesh_files.hpp"
#include "files/job_file.hpp"
#include "paper/bench_sheets.hpp"
#include "paper/writers.hpp"

namespace euryth::commands {

namespace {

std::string textOf(paper::Kind kind, const paper::BenchPaper& paper)
{
    if (kind == paper::Kind::Csv)
        return paper::csvText(paper::planTable(paper.port, paper.analysis));
    const auto sheets = paper::benchSheets(paper, {});
    if (kind == paper::Kind::Pdf)
        return paper::pdfText(sheets);
    if (kind == paper::Kind::Svg)
        return paper::svgText(sheets);
    const auto dxf = paper::dxfText(sheets);
    if (!dxf)
        throw CallError(kFileTrouble, dxf.error());
    return *dxf;
}

/// What is written of the computed field, by the ending: a surface, a mesh with speeds, or the folder of a flow case.
void exportField(const std::filesystem::path& path, const Request& request, const job::Job& job, const job::Port& port,
                 const analysis::PortAnalysis& analysis)
{
    const auto shape = port_field::shapeOf(port, analysis);
    if (!shape)
        throw CallError(kJobHasErrors, portPlace(port) + ": missing " + shape.missing);
    const auto save = [&](const std::string& text) {
        const auto saved = files::saveText(path, text);
        if (!saved)
            throw CallError(kFileTrouble, request.to + ": " + saved.error());
    };
    if (path.extension() == ".stl")
        return save(exports::stlText(*shape, port.id));
    const auto flow = request.flow.empty() ? std::nullopt : std::optional(flowOf(request.flow));
    const auto air = port_field::portAir(job, port, analysis, flow, nullptr);
    if (!air)
        throw CallError(kJobHasErrors, portPlace(port) + ": missing a flow: give one by --flow-m3s");
    const auto solved = port_field::virtualPort(*shape, field::kFull);
    if (!solved)
        throw CallError(kJobHasErrors, portPlace(port) + ": missing " + solved.missing);
    if (path.extension() == ".vtk")
        return save(exports::vtkText(*solved, air->flow));
    const auto problem = exports::writeCase(path, exports::viscousCase(*solved, air->flow, air->room));
    if (!problem.empty())
        throw CallError(kFileTrouble, problem);
}

}  // namespace

int callExport(const Request& request, std::ostream&)
{
    const std::filesystem::path path(request.to);
    const std::string ending = path.extension().string();
    const auto kind = paper::kindOf(path);
    const bool ofField = ending == ".stl" || ending == ".vtk" || ending == ".case";
    if (!kind && !ofField)
        throw CallError(kWrongUsage,
                        "--to: '" + request.to + "' must end in .csv, .svg, .dxf, .pdf, .stl, .vtk or .case");
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = analysis::analyse(job, port);
    if (port.stations.empty())
        throw CallError(kJobHasErrors, portPlace(port) + ": has no station to be drawn");
    if (ofField) {
        exportField(path, request, job, port, analysis);
        return kDone;
    }
    const auto saved = files::saveText(path, textOf(*kind, {job, port, analysis, {}}));
    if (!saved)
        throw CallError(kFileTrouble, request.to + ": " + saved.error());
    return kDone;
}

}  // namespace euryth::commands
