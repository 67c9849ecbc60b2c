// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <fstream>
#include <numbers>

#include "imports/outline_file.hpp"
#include "imports/station_import.hpp"
#include "support/temp_folder.hpp"
#include "support/told.hpp"

using namespace euryth;
using namespace euryth::imports;
using std::numbers::pi;
using C = StationColumn;

namespace {

const units::DisplayUnits kMetric;

double mm2(const tl::expected<ImportedOutline, Phrase>& imported)
{
    INFO((imported ? std::string() : told(imported.error())));
    REQUIRE(imported);
    return inMm2(geometry::area(imported->outline));
}

}  // namespace

TEST_CASE("tables are split whatever a spreadsheet writes between cells")
{
    CHECK(splitTable("a,b\n1,2\n") == std::vector<Row>{{"a", "b"}, {"1", "2"}});
    CHECK(splitTable("1,5;2\r\n3;4") == std::vector<Row>{{"1,5", "2"}, {"3", "4"}});
    CHECK(splitTable("1\t2\n") == std::vector<Row>{{"1", "2"}});
    CHECK(splitTable("\"a, b\",\"say \"\"x\"\"\"\n") == std::vector<Row>{{"a, b", "say \"x\""}});
    CHECK(splitTable("\xEF\xBB\xBF"
                     "a,b\n\n\n") == std::vector<Row>{{"a", "b"}});
    CHECK(splitTable("").empty());
    CHECK(columnName(0) == "A");
    CHECK(columnName(25) == "Z");
    CHECK(columnName(26) == "AA");
}

TEST_CASE("an outline out of a table of points, with units and a heading, centred")
{
    const auto outline = outlineFromTable("left;roof\n20;0\n20;1,2in\n-10 mm;30,48\n-10;0\n", kMetric);
    CHECK(mm2(outline) == Approx(30 * 30.48));
    CHECK(outline->scaleKnown);
    CHECK(geometry::boxOf(outline->outline).middle.left == Approx(0).margin(1e-12));
    CHECK(outlineFromTable("1,2\n3,x\n5,6\n", kMetric).error().id() == "import.cell");
    CHECK(says(outlineFromTable("1,2\n3,4\n", kMetric).error(), "must.outline-points"));
    CHECK(says(outlineFromTable("10,10\n-10,-10\n10,-10\n-10,10\n", kMetric).error(), "must.outline-cross"));
}

TEST_CASE("outlines out of SVG: every shape, arcs and curves, the largest is taken, the scale where it is stated")
{
    const std::string head =
        R"(<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 200 200">)";
    CHECK(mm2(outlineFromSvg(head + R"(<rect x="10" y="10" width="60" height="80"/></svg>)")) == Approx(30 * 40));
    CHECK(mm2(outlineFromSvg(head + R"(<circle cx="50" cy="50" r="40"/><rect width="4" height="4"/></svg>)")) ==
          Approx(pi * 400).epsilon(1e-3));
    CHECK(mm2(outlineFromSvg(head + R"(<polygon points="0,0 80,0 80,60"/></svg>)")) == Approx(0.5 * 40 * 30));
    // A slot: two straight sides and two half circles of radius 20, as path arcs.
    CHECK(mm2(outlineFromSvg(head +
                             R"(<g><path d="M40 20 h60 a20 20 0 0 1 0 40 h-60 a20 20 0 0 1 0 -40 z"/></g></svg>)")) ==
          Approx(30 * 20 + pi * 100).epsilon(1e-3));
    const auto unscaled = outlineFromSvg(R"(<svg><ellipse cx="0" cy="0" rx="20" ry="10"/></svg>)");
    CHECK(mm2(unscaled) == Approx(pi * 200).epsilon(1e-3));
    CHECK_FALSE(unscaled->scaleKnown);
    // x of a drawing runs right, left of a section runs left; y runs down.
    const auto corner = outlineFromSvg(head + R"(<polygon points="0,0 40,0 0,40"/></svg>)");
    CHECK(geometry::centroid(corner->outline).left > 0);
    CHECK(geometry::centroid(corner->outline).up > 0);
}

TEST_CASE("SVG that cannot be used says why")
{
    CHECK(outlineFromSvg("<svg").error().id() == "import.no-xml");
    CHECK(outlineFromSvg("<html/>").error().id() == "import.no-svg");
    CHECK(outlineFromSvg("<svg/>").error().id() == "import.no-shape");
    CHECK(outlineFromSvg(R"(<svg><path d="M0 0 L10 0 L10 10"/></svg>)").error().id() == "import.no-shape");
    CHECK(outlineFromSvg(R"x(<svg><g transform="scale(2)"><rect width="5" height="5"/></g></svg>)x").error().id() ==
          "import.transform");
    CHECK_FALSE(outlineFromSvg(R"(<svg><path d="M0 0 L banana z"/></svg>)"));
}

TEST_CASE("outlines out of DXF: lines and arcs joined end to end, closed polylines with bulges, circles")
{
    // A 20 x 30 rectangle with a half circle of radius 10 on top, its pieces in any direction; a small circle beside
    // it.
    const auto arch = outlineFromDxf(std::string(EURYTH_TEST_DATA) + "/imports/slice.dxf");
    CHECK(mm2(arch) == Approx(600 + pi * 50).epsilon(1e-3));
    CHECK(arch->scaleKnown);
    CHECK(arch->shapes == 2);
    const TempFolder folder;
    const auto path = folder.path() / "a slot.dxf";
    std::ofstream(path)
        << "0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n"
        << "10\n0\n20\n0\n10\n30\n20\n0\n42\n1\n10\n30\n20\n20\n10\n0\n20\n20\n42\n1\n0\nENDSEC\n0\nEOF\n";
    const auto slot = outlineFromFile(path, kMetric);
    CHECK(mm2(slot) == Approx(30 * 20 + pi * 100).epsilon(1e-3));
    CHECK_FALSE(slot->scaleKnown);
    CHECK_FALSE(outlineFromFile(folder.path() / "none.dxf", kMetric));
    CHECK(outlineFromFile(folder.path() / "none.csv", kMetric).error().id() == "import.unread");
}

TEST_CASE("columns are guessed from headings, or from the usual order")
{
    CHECK(guessColumns({{"s_mm", "Width", "height", "corner radius", "wall left", "wall roof-left", "note"}}) ==
          std::vector{C::FromWindow, C::Width, C::Height, C::RadiusAll, C::WallLeft, C::WallRoofLeft, C::Ignore});
    CHECK(guessColumns({{"dist", "w", "h", "R roof left", "R floor right"}}) ==
          std::vector{C::FromWindow, C::Width, C::Height, C::RadiusRoofLeft, C::RadiusFloorRight});
    CHECK(guessColumns({{"0", "36", "33", "9", "1"}}) ==
          std::vector{C::FromWindow, C::Width, C::Height, C::RadiusAll, C::Ignore});
}

TEST_CASE("stations are read, put in order, and what cannot be read is told with row and column")
{
    const auto rows = splitTable("s,width,height,radius,wall right\n20,36,33,9,\n0,1.5in,34,9,4.2\n10,37,33.5,8,5\n");
    const auto import = readStations(rows, guessColumns(rows), kMetric);
    CHECK(import.troubles.empty());
    REQUIRE(import.stations.size() == 3);
    CHECK(inMm(import.stations[0].section.shape.width) == Approx(38.1));
    CHECK(inMm(import.stations[1].section.shape.corners.floorLeft) == Approx(8));
    CHECK(inMm(*import.stations[0].wall.at[2]) == Approx(4.2));
    CHECK_FALSE(import.stations[2].wall.at[2]);  // an empty cell is unknown

    const auto troubled = [](const std::string& text) {
        const auto table = splitTable(text);
        std::string all;
        for (const CellTrouble& t : readStations(table, guessColumns(table), kMetric).troubles)
            all += told(t.phrase()) + "\n";
        return all;
    };
    CHECK(troubled("s,width,height\n0,36,33\n10,thick,33\n").find("row 3, column B: a number is missing") == 0);
    CHECK(troubled("s,width,height\n0,36,\n").find("row 2, column C: the height is missing") == 0);
    CHECK(troubled("s,width,height\n0,-36,33\n").find("row 2, column B: must be over 0") == 0);
    CHECK(troubled("s,width,height\n5,36,33\n5,37,33\n").find("row 3, column A: another row") == 0);
    CHECK(troubled("s,width,height,r\n5,36,33,17\n").find("row 2, column D: the radius must fit") == 0);
    CHECK(troubled("s,width,height\n,36,33\n").find("row 2, column A: the distance") == 0);
    const auto areas = splitTable("s,area\n0,950\n");
    CHECK(readStations(areas, guessColumns(areas), kMetric).stations[0].section.kind == job::SectionKind::AreaOnly);
    units::DisplayUnits inch;
    inch.system = units::System::Inch;
    const auto thou = splitTable("0,1.5,1.3,0.3\n1,1.4,1.3,0.3\n");
    CHECK(inMm(readStations(thou, guessColumns(thou), inch).stations[1].s) == Approx(25.4));
}

TEST_CASE("a drawing that announces more corners than it has lines is refused, and so is one with far too many")
{
    const TempFolder folder;
    const auto path = folder.path() / "outline.dxf";
    const auto refused = [&](const std::string& text) {
        std::ofstream(path) << text;
        const auto outline = imports::outlineFromFile(path, {});
        return outline ? std::string() : told(outline.error());
    };
    CHECK(refused("0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n2000000000\n70\n1\n0\nENDSEC\n0\nEOF\n")
              .find("2000000000") != std::string::npos);
    CHECK_FALSE(refused("0\nSECTION\n2\nENTITIES\n0\nSPLINE\n72\n-5\n0\nENDSEC\n0\nEOF\n").empty());
    CHECK_FALSE(refused("0\nSECTION\n2\nENTITIES\n0\nLEADER\n76\n1999999999\n0\nENDSEC\n0\nEOF\n").empty());
    std::string lines = "0\nSECTION\n2\nENTITIES\n";
    for (int i = 0; i < 6000; ++i)
        lines += "0\nLINE\n8\n0\n10\n" + std::to_string(i) + "\n20\n0\n11\n" + std::to_string(i + 1) + "\n21\n1\n";
    CHECK(refused(lines + "0\nENDSEC\n0\nEOF\n").find("at most 5000") != std::string::npos);
    std::string star;
    for (int i = 0; i < 100000; ++i)
        star += std::to_string(i % 2 == 0 ? 20 : 10) + "," + std::to_string(i) + "\n";
    const auto csv = folder.path() / "star.csv";
    std::ofstream(csv) << star;
    CHECK(imports::outlineFromFile(csv, {}).error().id() == "import.corners");
}
