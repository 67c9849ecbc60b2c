// SPDX-License-Identifier: GPL-3.0-or-later
// Tables and drawings from other programs: whatever is in them, they are read whole or refused with a text.
#include <cstdlib>
#include <fstream>
#include <iterator>

#include "imports/flow_import.hpp"
#include "imports/lift_import.hpp"
#include "imports/outline_file.hpp"
#include "imports/probe_import.hpp"
#include "imports/station_import.hpp"
#include "imports/table_kind.hpp"
#include "imports/touch_import.hpp"
#include "mutate.hpp"

using namespace euryth;

namespace {

void expectSound(const tl::expected<imports::ImportedOutline, Phrase>& imported)
{
    if (!imported ? imported.error().empty() : geometry::problemOf(imported->outline).has_value())
        std::abort();
}

}  // namespace

int main(int argc, char** argv)
{
    if (argc != 3)
        return 2;
    std::ifstream in(argv[2], std::ios::binary);
    const std::string dxf{std::istreambuf_iterator<char>(in), {}};
    const std::string svg = R"(<svg width="40mm" viewBox="0 0 80 80"><path d="M40 20 h60 a20 20 0 0 1 0 40 h-60 z"/>)"
                            R"(<polygon points="0,0 80,0 80,60"/><circle cx="5" cy="5" r="4"/></svg>)";
    const std::string table = "s;width;height;radius;wall left\n0;36;33;9;5\n10;35,5;33 mm;9;\n20;1.4in;33;9;4.8\n";
    const std::string lifts = "deg;lift\n-140;0\n-70;6,5\n0;11.5\n70;0.24in\n150;0\n";
    const std::string probes = "set,station mm,left,roof,speed m/s\nP1,12,0,0,81\nP1,12,0.5,0,84.2\nP2,30,-0.5,0.5,\n";
    const std::string touched = "a;0;0;0\na;0;30;0\na;0;30;25\na;0;0;25\nb;20;0;0\nb;20;28;0\nb;20;28;24\nb;20;0;24\n";
    const std::string flows = "lift mm,CFM,swirl rpm,at\n2,42,120,\n4,84cfm,,28inH2O\n6,\"118,5\",300,\n";
    constexpr std::array<std::string_view, 18> pieces{"<",    ">",     "\"", "/",    ";",    "\t",
                                                      "\n",   "1e308", "-1", "nan",  "a",    "z",
                                                      "C1 2", "0",     "M",  "\"\"", "LINE", "90\n2000000000\n"};
    const auto file = std::filesystem::temp_directory_path() / ("euryth-fuzz-" + std::to_string(std::rand()) + ".dxf");
    const int result = fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        expectSound(imports::outlineFromSvg(fuzz::mutated(svg, pieces, random)));
        const std::string changed = fuzz::mutated(table, pieces, random);
        expectSound(imports::outlineFromTable(changed, {}));
        const auto rows = imports::splitTable(changed);
        const auto stations = imports::readStations(rows, imports::guessColumns(rows), {});
        for (std::size_t i = 1; i < stations.stations.size(); ++i) {
            if (stations.stations[i].s <= stations.stations[i - 1].s)
                std::abort();
        }
        const auto cam = imports::readLifts(imports::splitTable(fuzz::mutated(lifts, pieces, random)),
                                            imports::CamAngles::Crank, {});
        if (cam.troubles.empty() && (cam.table.size() < 3 || cam.table.front().lift > Length{}))
            std::abort();
        const auto probeRows = imports::splitTable(fuzz::mutated(probes, pieces, random));
        for (const auto& set : imports::readProbes(probeRows, imports::guessProbeColumns(probeRows), {}).sets) {
            if (!set.stationS || set.readings.empty())
                std::abort();
        }
        const auto touchRows = imports::splitTable(fuzz::mutated(touched, pieces, random));
        const auto sections = imports::readTouch(touchRows, imports::guessTouchColumns(touchRows), {}, lengthFromMm(1));
        for (const auto& station : sections.stations) {
            if (geometry::problemOf({station.section.points}))
                std::abort();
        }
        imports::kindOfTable(touchRows);
        const auto flowRows = imports::splitTable(fuzz::mutated(flows, pieces, random));
        const auto test =
            imports::readFlows(flowRows, imports::guessFlowColumns(flowRows), imports::guessFlowUnits(flowRows, {}));
        for (std::size_t i = 1; test.troubles.empty() && i < test.points.size(); ++i) {
            if (*test.points[i].lift < *test.points[i - 1].lift)
                std::abort();
        }
        if (fuzz::below(random, 8) == 0) {
            std::ofstream(file, std::ios::binary) << fuzz::mutated(dxf, pieces, random);
            expectSound(imports::outlineFromFile(file, {}));
        }
    });
    std::filesystem::remove(file);
    return result;
}
