// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
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

}  // namespace

int callExport(const Request& request, std::ostream&)
{
    const std::filesystem::path path(request.to);
    const auto kind = paper::kindOf(path);
    if (!kind) {
        const std::string ending = path.extension().string();
        const bool later = ending == ".stl" || ending == ".vtk" || ending == ".case";
        throw CallError(kWrongUsage, later ? "export to '" + ending + "' is not built yet in this version"
                                           : "--to: '" + request.to + "' must end in .csv, .svg, .dxf or .pdf");
    }
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = judgement::analyse(job, port);
    if (port.stations.empty())
        throw CallError(kJobHasErrors, portPlace(port) + ": has no station to be drawn");
    const auto saved = files::saveText(path, textOf(*kind, {job, port, analysis, {}}));
    if (!saved)
        throw CallError(kFileTrouble, request.to + ": " + saved.error());
    return kDone;
}

}  // namespace euryth::commands
