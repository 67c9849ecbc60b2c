// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
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

/// Mesh and shape of the computed field, by the file's ending; nothing for other files.
std::optional<std::string> fieldText(const std::string& ending, const Request& request, const job::Job& job,
                                     const job::Port& port, const judgement::PortAnalysis& analysis)
{
    if (ending != ".vtk" && ending != ".stl")
        return std::nullopt;
    const auto shape = judgement::shapeOf(port, analysis);
    if (!shape)
        throw CallError(kJobHasErrors, portPlace(port) + ": missing " + shape.missing);
    if (ending == ".stl")
        return exports::stlText(*shape, port.id);
    const auto flow = request.flow.empty() ? std::nullopt : std::optional(flowOf(request.flow));
    const auto air = judgement::portAir(job, port, analysis, flow, nullptr);
    if (!air)
        throw CallError(kJobHasErrors, portPlace(port) + ": missing a flow: give one by --flow-m3s");
    const auto solved = judgement::virtualPort(*shape, field::kFull);
    if (!solved)
        throw CallError(kJobHasErrors, portPlace(port) + ": missing " + solved.missing);
    return exports::vtkText(*solved, air->flow);
}

}  // namespace

int callExport(const Request& request, std::ostream&)
{
    const std::filesystem::path path(request.to);
    const std::string ending = path.extension().string();
    const auto kind = paper::kindOf(path);
    const bool ofField = ending == ".stl" || ending == ".vtk";
    if (!kind && !ofField)
        throw CallError(kWrongUsage, ending == ".case" ? "export to '.case' is not built yet in this version"
                                                       : "--to: '" + request.to +
                                                             "' must end in .csv, .svg, .dxf, .pdf, .stl or .vtk");
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = judgement::analyse(job, port);
    if (port.stations.empty())
        throw CallError(kJobHasErrors, portPlace(port) + ": has no station to be drawn");
    const auto text = fieldText(ending, request, job, port, analysis);
    const auto saved = files::saveText(path, text ? *text : textOf(*kind, {job, port, analysis, {}}));
    if (!saved)
        throw CallError(kFileTrouble, request.to + ": " + saved.error());
    return kDone;
}

}  // namespace euryth::commands
