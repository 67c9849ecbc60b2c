// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks/export_port.hpp"

#include <algorithm>
#include <array>

#include "exports/mesh_files.hpp"
#include "paper/writers.hpp"
#include "save_file.hpp"

namespace euryth::tasks {

namespace {

tl::unexpected<Error> missing(const Phrase& what) { return tl::unexpected(Error{Error::Kind::Missing, what}); }

tl::unexpected<Error> notWritten(const Phrase& why) { return tl::unexpected(Error{Error::Kind::File, why}); }

tl::expected<void, Error> saveSheets(Written kind, const Subject& subject, const ExportWish& wish)
{
    if (subject.port.stations.empty())
        return missing(say("missing.station-to-draw"));
    if (kind == Written::Table)
        return saveFile(wish.path, paper::csvText(paper::planTable(subject.port, subject.analysis)));
    const auto sheets = paper::benchSheets({subject.job, subject.port, subject.analysis, wish.units}, wish.parts);
    if (kind == Written::Pdf)
        return saveFile(wish.path, paper::pdfText(sheets));
    if (kind == Written::Svg)
        return saveFile(wish.path, paper::svgText(sheets));
    const auto dxf = paper::dxfText(sheets);
    return dxf ? saveFile(wish.path, *dxf) : notWritten(dxf.error());
}

tl::expected<void, Error> saveField(Written kind, const Subject& subject, const ExportWish& wish)
{
    const auto shape = port_field::shapeOf(subject.port, subject.analysis);
    if (!shape)
        return missing(shape.missing);
    if (kind == Written::Surface)
        return saveFile(wish.path, exports::stlText(*shape, subject.port.id));
    const auto air = wish.air ? Known<port_field::PortAir>{wish.air, {}}
                              : port_field::portAir(subject.job, subject.port, subject.analysis, std::nullopt, nullptr);
    if (!air)
        return missing(air.missing);
    const auto solved = port_field::virtualPort(*shape, wish.quality);
    if (!solved)
        return missing(solved.missing);
    if (kind == Written::Mesh)
        return saveFile(wish.path, exports::vtkText(*solved, air->flow));
    const auto written = exports::writeCase(wish.path, exports::viscousCase(*solved, air->flow, air->room));
    return written ? tl::expected<void, Error>() : notWritten(written.error());
}

}  // namespace

std::optional<Written> writtenAs(const std::filesystem::path& path)
{
    std::string ending = path.extension().string();
    std::ranges::transform(ending, ending.begin(),
                           [](char c) { return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c; });
    constexpr std::array<std::string_view, 7> endings{".csv", ".svg", ".dxf", ".pdf", ".stl", ".vtk", ".case"};
    const auto found = std::ranges::find(endings, ending);
    return found == endings.end() ? std::nullopt : std::optional(static_cast<Written>(found - endings.begin()));
}

bool isOfField(Written kind) { return kind >= Written::Surface; }

tl::expected<void, Error> exportPort(const Subject& subject, const ExportWish& wish)
{
    const auto kind = writtenAs(wish.path);
    if (!kind)
        return tl::unexpected(Error{Error::Kind::Wish, say("export.ending")});
    return isOfField(*kind) ? saveField(*kind, subject, wish) : saveSheets(*kind, subject, wish);
}

}  // namespace euryth::tasks
