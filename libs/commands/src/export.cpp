// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <map>
#include <ostream>

#include "call.hpp"
#include "tasks/export_book.hpp"
#include "tasks/shop_folder.hpp"

namespace euryth::commands {

namespace {

/// Ends the call with the reason where something was not written.
int endOf(const tl::expected<void, tasks::Error>& written)
{
    if (written)
        return kDone;
    if (written.error().kind == tasks::Error::Kind::Wish)
        throw CallError(kWrongUsage, written.error().why);
    throw fileTrouble(written.error().why);
}

/// Sheets of the book, which are about the whole job.
int exportSheet(const Request& request)
{
    const auto sheet = paper::bookSheetNamed(request.sheet);
    const auto table = paper::jobTableNamed(request.sheet);
    if (!sheet && !table)
        throw wrongUsage("cli.bad-sheet", {{"typed", request.sheet}});
    const job::Job job = loadOrThrow(request.jobPath);
    if (table && (!sheet || tasks::writtenAs(request.to) == tasks::Written::Table))
        return endOf(tasks::exportTable(job, *table, request.to));
    const std::filesystem::path file(request.jobPath);
    const auto shop = tasks::loadShop(file.has_parent_path() ? file.parent_path() : std::filesystem::path("."));
    if (!shop)
        throw CallError(kJobHasErrors, shop.error());
    std::map<std::size_t, analysis::PortAnalysis> analyses;
    const auto analysisOf = [&](std::size_t port) -> const analysis::PortAnalysis& {
        const auto found = analyses.find(port);
        return found != analyses.end() ? found->second
                                       : analyses.emplace(port, analysis::analyse(job, job.ports[port])).first->second;
    };
    return endOf(tasks::exportBook({job, *shop, file, analysisOf},
                                   {request.to, *sheet, {}, todayOf(request), request.withCustomer, {}}));
}

/// What of the port a solid is of, and of which station.
void choosePart(tasks::ExportWish& wish, const Request& request, const job::Port& port)
{
    constexpr std::array<std::string_view, 3> parts{"port", "runner", "section"};
    const auto found = std::ranges::find(parts, request.part);
    if (found == parts.end())
        throw wrongUsage("cli.bad-part", {{"typed", request.part}});
    wish.part = static_cast<solids::Part>(found - parts.begin());
    if (wish.part == solids::Part::Section)
        wish.station = stationOrThrow(request, port);
}

}  // namespace

int callExport(const Request& request, std::ostream&)
{
    if (!request.sheet.empty())
        return exportSheet(request);
    if (request.port.empty())
        throw wrongUsage("cli.no-port-or-sheet", {});
    tasks::ExportWish wish;
    wish.path = request.to;
    const auto kind = tasks::writtenAs(wish.path);
    if (!kind)
        throw wrongUsage("cli.bad-ending", {{"typed", request.to}});
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = analysis::analyse(job, port);
    if (!request.part.empty())
        choosePart(wish, request, port);
    if (!request.flow.empty())
        wish.air = *port_field::portAir(job, port, analysis, flowOf(request.flow), nullptr);
    const auto written = tasks::exportPort({job, port, analysis}, wish);
    if (written)
        return kDone;
    if (written.error().kind == tasks::Error::Kind::Missing)
        throw missingFor(port, written.error().why);
    throw fileTrouble(written.error().why);
}

}  // namespace euryth::commands
