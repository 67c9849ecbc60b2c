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

tl::expected<void, Error> saveSolid(Written kind, const port_field::PortShape& shape, const Subject& subject,
                                    const ExportWish& wish)
{
    solids::Wish solid{kind == Written::Step ? solids::Format::Step : solids::Format::Iges, wish.part, wish.station,
                       subject.port.id};
    if (wish.part == solids::Part::Runner) {
        if (!subject.analysis.places.bowl)
            return missing(say("missing.bowl-station"));
        solid.station = *subject.analysis.places.bowl;
    }
    const auto text = solids::solidText(shape, solid);
    return text ? saveFile(wish.path, *text) : notWritten(text.error());
}

tl::expected<void, Error> saveShape(Written kind, const Subject& subject, const ExportWish& wish)
{
    const auto shape = port_field::shapeOf(subject.port, subject.analysis);
    if (!shape)
        return missing(shape.missing);
    if (kind == Written::Step || kind == Written::Iges)
        return saveSolid(kind, *shape, subject, wish);
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
    using Ending = std::pair<std::string_view, Written>;
    constexpr std::array endings{
        Ending{".csv", Written::Table}, Ending{".svg", Written::Svg},   Ending{".dxf", Written::Dxf},
        Ending{".pdf", Written::Pdf},   Ending{".step", Written::Step}, Ending{".stp", Written::Step},
        Ending{".iges", Written::Iges}, Ending{".igs", Written::Iges},  Ending{".stl", Written::Surface},
        Ending{".vtk", Written::Mesh},  Ending{".case", Written::Case}};
    const auto found = std::ranges::find(endings, std::string_view(ending), &Ending::first);
    return found == endings.end() ? std::nullopt : std::optional(found->second);
}

bool isOfShape(Written kind) { return kind >= Written::Step; }

tl::expected<void, Error> exportPort(const Subject& subject, const ExportWish& wish)
{
    const auto kind = writtenAs(wish.path);
    if (!kind)
        return tl::unexpected(Error{Error::Kind::Wish, say("export.ending")});
    return isOfShape(*kind) ? saveShape(*kind, subject, wish) : saveSheets(*kind, subject, wish);
}

}  // namespace euryth::tasks
