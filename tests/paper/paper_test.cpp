// SPDX-License-Identifier: GPL-3.0-or-later
#include <dl_creationadapter.h>
#include <dl_dxf.h>
#include <zlib.h>
#include <catch2/catch.hpp>

#include <array>
#include <cmath>
#include <cstdio>
#include <fstream>
#include <limits>
#include <pugixml.hpp>
#include <sstream>

#include "geometry/wall_contour.hpp"
#include "paper/bench_sheets.hpp"
#include "paper/writers.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::paper;

namespace {

struct Fixture {
    job::Job job = demoJob();
    analysis::PortAnalysis analysis = analysis::analyse(job, job.ports[0]);

    std::vector<Sheet> sheets(const Parts& parts = {}) { return benchSheets({job, job.ports[0], analysis, {}}, parts); }
    /// Planned width and height of a station in mm.
    std::pair<double, double> planned(std::size_t station)
    {
        const auto box = geometry::boxOf(analysis.planned[station]->section);
        return {inMm(box.width), inMm(box.height)};
    }
};

constexpr Parts kTemplates{false, false, false, false, true, false};
constexpr Parts kCuts{false, false, false, true, false, false};

struct Extent {
    double left = std::numeric_limits<double>::max();
    double right = std::numeric_limits<double>::lowest();
    double top = std::numeric_limits<double>::max();
    double bottom = std::numeric_limits<double>::lowest();
    void add(double x, double y)
    {
        left = std::min(left, x);
        right = std::max(right, x);
        top = std::min(top, y);
        bottom = std::max(bottom, y);
    }
    [[nodiscard]] double width() const { return right - left; }
    [[nodiscard]] double height() const { return bottom - top; }
};

/// What the program reads back out of a DXF file.
class DxfReader : public DL_CreationAdapter {
public:
    struct Line {
        std::string layer;
        Extent extent;
    };
    std::vector<Line> lines;
    std::vector<std::pair<std::string, double>> circles;
    int texts = 0;
    void addPolyline(const DL_PolylineData&) override { lines.push_back({attributes.getLayer(), {}}); }
    void addVertex(const DL_VertexData& v) override { lines.back().extent.add(v.x, v.y); }
    void addCircle(const DL_CircleData& c) override { circles.emplace_back(attributes.getLayer(), c.radius); }
    void addText(const DL_TextData&) override { ++texts; }
};

/// The page streams of a PDF, unpacked.
#ifdef EURYTH_PDFTOTEXT
std::string outputOf(const std::string& command)
{
    std::string out;
    FILE* pipe = popen(command.c_str(), "r");
    REQUIRE(pipe);
    std::array<char, 4096> piece{};
    while (const std::size_t length = std::fread(piece.data(), 1, piece.size(), pipe))
        out.append(piece.data(), length);
    CHECK(pclose(pipe) == 0);
    return out;
}
#endif

std::string pageStreams(const std::string& pdf)
{
    std::string all;
    for (std::size_t at = pdf.find("stream\n"); at != std::string::npos; at = pdf.find("stream\n", at + 1)) {
        if (at >= 3 && pdf.compare(at - 3, 3, "end") == 0)
            continue;
        const std::size_t from = at + 7;
        const std::size_t to = pdf.find("endstream", from);
        std::string out(1 << 21, '\0');
        auto size = static_cast<uLongf>(out.size());
        if (uncompress(reinterpret_cast<Bytef*>(out.data()), &size, reinterpret_cast<const Bytef*>(pdf.data() + from),
                       static_cast<uLong>(to - from)) == Z_OK)
            all += out.substr(0, size) + "\n";
    }
    return all;
}

/// Lengths in mm of all straight strokes of one segment in a page's drawing.
std::vector<double> straightLengths(const std::string& stream)
{
    std::istringstream in(stream);
    std::vector<double> numbers;
    std::vector<std::pair<double, double>> path;
    std::vector<double> lengths;
    double scale = 1.0;
    for (std::string word; in >> word;) {
        char* end = nullptr;
        const double value = std::strtod(word.c_str(), &end);
        if (*end == '\0') {
            numbers.push_back(value);
            continue;
        }
        if (word == "cm" && numbers.size() >= 6)
            scale = std::abs(numbers[numbers.size() - 6]);
        else if (word == "m" && numbers.size() >= 2)
            path = {{numbers[numbers.size() - 2], numbers.back()}};
        else if (word == "l" && numbers.size() >= 2)
            path.emplace_back(numbers[numbers.size() - 2], numbers.back());
        else if (word == "S" && path.size() == 2)
            lengths.push_back(std::hypot(path[1].first - path[0].first, path[1].second - path[0].second) * scale *
                              25.4 / 72);
        numbers.clear();
    }
    return lengths;
}

}  // namespace

TEST_CASE("every sheet carries the check length, and a template the planned section in full size")
{
    Fixture f;
    const auto all = f.sheets();
    REQUIRE(all.size() >= 4);
    for (const Sheet& sheet : all) {
        INFO(sheet.title);
        const auto check = std::ranges::find_if(sheet.strokes, [](const Stroke& s) { return s.ink == Ink::Check; });
        REQUIRE(check != sheet.strokes.end());
        CHECK(std::hypot(check->spots[1].x - check->spots[0].x, check->spots[1].y - check->spots[0].y) == Approx(50));
        for (const Stroke& stroke : sheet.strokes) {
            for (const Spot& s : stroke.spots) {
                CHECK((s.x > 5 && s.x < Sheet::kWidth - 5));
                CHECK((s.y > 5 && s.y < Sheet::kHeight - 5));
            }
        }
    }
    std::size_t cuts = 0;
    for (const Sheet& sheet : f.sheets(kTemplates)) {
        for (const Stroke& stroke : sheet.strokes) {
            if (stroke.ink != Ink::Cut)
                continue;
            Extent extent;
            for (const Spot& s : stroke.spots)
                extent.add(s.x, s.y);
            const auto [width, height] = f.planned(cuts++);
            CHECK(extent.width() == Approx(width).margin(0.01));
            CHECK(extent.height() == Approx(height).margin(0.01));
        }
    }
    CHECK(cuts == f.job.ports[0].stations.size());
}

TEST_CASE("nothing that is written leaves the page or lies over another line")
{
    Fixture f;
    constexpr double perLetter = 0.46;  // of the body's height, on the average of a long line of the shipped font
    const auto endOf = [](const Note& note) {
        return note.at.x + static_cast<double>(note.text.size()) * perLetter * note.height;
    };
    auto all = f.sheets(Parts{});
    const job::Job four = demoFour();
    const job::Port& tested = four.ports[*job::findPort(four, "I3")];
    for (Sheet& sheet :
         benchSheets({four, tested, analysis::analyse(four, tested), {}}, {false, false, false, false, false, true}))
        all.push_back(std::move(sheet));
    for (const Sheet& sheet : all) {
        CAPTURE(sheet.title);
        for (const Note& note : sheet.notes) {
            CAPTURE(note.text);
            if (note.align == Align::Left)
                CHECK(endOf(note) < Sheet::kWidth - 5.0);
        }
        for (std::size_t i = 0; i < sheet.notes.size(); ++i) {
            for (std::size_t j = 0; j < i; ++j) {
                const Note& a = sheet.notes[i];
                const Note& b = sheet.notes[j];
                if (a.align != Align::Left || b.align != Align::Left || a.at.x >= endOf(b) || b.at.x >= endOf(a))
                    continue;
                CAPTURE(a.text, b.text);
                CHECK(std::abs(a.at.y - b.at.y) > 0.9 * std::min(a.height, b.height));
            }
        }
    }
}

TEST_CASE("flow sheets: a page a test with its set-up, its numbers and what it gained, read back from the PDF")
{
    const job::Job job = demoFour();
    const job::Port& port = job.ports[*job::findPort(job, "I2")];
    const auto analysis = analysis::analyse(job, port);
    const auto sheets = benchSheets({job, port, analysis, {}}, {false, false, false, false, false, true});
    REQUIRE(sheets.size() == port.flow.size());
    const auto textOf = [](const Sheet& sheet) {
        std::string all;
        for (const Note& note : sheet.notes) {
            all += note.text + "\n";
            CHECK(note.at.y < 279.4 - 5.0);  // on letter paper too
        }
        return all;
    };
    const std::string last = textOf(sheets.back());
    CHECK(last.find("Test F1: after valve job") != std::string::npos);
    CHECK(last.find("bore adapter of 88.00 mm") != std::string::npos);
    CHECK(last.find("Against test A1") != std::string::npos);
    CHECK(last.find("56.8\n") != std::string::npos);                     // as it was read at 6 mm
    CHECK(textOf(sheets[1]).find("Against test") == std::string::npos);  // another bench
    // The curve is as long as the table.
    const auto rings = [](const Sheet& sheet, Ink ink) {
        return std::ranges::count_if(sheet.rings, [ink](const Ring& ring) { return ring.ink == ink; });
    };
    CHECK(rings(sheets.back(), Ink::Cut) == 6);
    CHECK(rings(sheets.back(), Ink::Present) == 6);
#ifdef EURYTH_PDFTOTEXT
    const TempFolder folder;
    const auto file = folder.path() / "flow.pdf";
    std::ofstream(file, std::ios::binary) << pdfText({sheets.back()});
    const std::string read = outputOf(std::string(EURYTH_PDFTOTEXT) + " -layout '" + file.string() + "' -");
    CHECK(read.find("Test F1: after valve job") != std::string::npos);
    for (const job::FlowPoint& point : port.flow.back().points) {
        const std::string flow = units::formatNumber(units::Kind::Flow, point.flow->si(), {});
        CAPTURE(flow, read);
        CHECK(read.find(" " + flow) != std::string::npos);
    }
#else
    WARN("sheets are not read back from PDF: pdftotext (poppler-utils) is not installed");
#endif
    // A port without tests has no page.
    CHECK(benchSheets({job, job.ports[0], analysis::analyse(job, job.ports[0]), {}},
                      {false, false, false, false, false, true})
              .empty());
}

TEST_CASE("cut sheets: order with boxes, sections after the cuts in full size, hands off in heavy strokes, all ports")
{
    Fixture f;
    const auto sheets = f.sheets(kCuts);
    REQUIRE(sheets.size() >= 3);
    const cutting::CutPlan& plan = *f.analysis.cut;
    std::string text;
    std::size_t outlines = 0;
    double least = 1e9;
    for (const Sheet& sheet : sheets) {
        for (const Note& note : sheet.notes) {
            text += note.text + "\n";
            CHECK(note.at.y < 279.4 - 5.0);  // on letter paper too
        }
        for (const Stroke& stroke : sheet.strokes) {
            if (stroke.ink != Ink::Cut || stroke.spots.size() < 50)
                continue;
            Extent extent;
            for (const Spot& s : stroke.spots)
                extent.add(s.x, s.y);
            ++outlines;
            for (std::size_t i = 0; i < f.job.ports[0].stations.size(); ++i) {
                const auto box = geometry::boxOf(geometry::movedWall(f.analysis.sections[i], plan.depths[i]));
                least = std::min(
                    least, std::abs(extent.width() - inMm(box.width)) + std::abs(extent.height() - inMm(box.height)));
            }
            CHECK(least < 0.2);
            least = 1e9;
        }
    }
    CHECK(outlines >= 8);
    for (const cutting::Cut& cut : plan.cuts)
        CHECK(text.find(cut.id + "  ") != std::string::npos);
    CHECK(text.find("KEEP") != std::string::npos);
    CHECK(text.find("pressure-tested") != std::string::npos);
    CHECK(text.find("chamber's side first") != std::string::npos);
    CHECK(text.find("Calipers: ") != std::string::npos);
    for (const job::Port& port : f.job.ports)
        CHECK(text.find("\n" + port.id + "\n") != std::string::npos);
    // Read back out of the file: the check length is in the drawing.
    const auto lengths = straightLengths(pageStreams(pdfText(sheets)));
    CHECK(std::ranges::count_if(lengths, [](double mm) { return std::abs(mm - 50.0) < 0.05; }) ==
          static_cast<long>(sheets.size()));
    // Without anything to cut there is no such sheet.
    f.analysis.cut->cuts.clear();
    CHECK(f.sheets(kCuts).empty());
}

TEST_CASE("SVG: millimetres on paper, the check length and the templates measured in the file")
{
    Fixture f;
    const auto sheets = f.sheets(kTemplates);
    const std::string text = svgText(sheets);
    pugi::xml_document document;
    REQUIRE(document.load_string(text.c_str()));
    const auto svg = document.child("svg");
    CHECK(std::string(svg.attribute("width").value()) == "210mm");
    // One user unit is a millimetre: the box is as many units wide as the paper is millimetres.
    CHECK(std::string(svg.attribute("viewBox").value()) == "0 0 210 " + std::to_string(297 * sheets.size()));
    const auto measure = [](const pugi::xml_node& node) {
        Extent extent;
        std::istringstream points(node.attribute("points").value());
        double x = 0;
        double y = 0;
        char comma = 0;
        while (points >> x >> comma >> y)
            extent.add(x, y);
        return extent;
    };
    const auto checks = document.select_nodes("//polyline[@class='check']");
    REQUIRE(checks.size() == 3 * sheets.size());
    CHECK(measure(checks[0].node()).width() == Approx(50).margin(1e-3));
    const auto cuts = document.select_nodes("//polygon[@class='cut']");
    REQUIRE(cuts.size() == f.job.ports[0].stations.size());
    for (std::size_t i = 0; i < cuts.size(); ++i) {
        const Extent extent = measure(cuts[i].node());
        CHECK(extent.width() == Approx(f.planned(i).first).margin(0.01));
        CHECK(extent.height() == Approx(f.planned(i).second).margin(0.01));
    }
}

TEST_CASE("DXF: written in millimetres, read back by another run of the library")
{
    Fixture f;
    const auto text = dxfText(f.sheets({true, true, true, false, true, false}));
    REQUIRE(text);
    CHECK(text->find("$INSUNITS") != std::string::npos);
    const TempFolder folder;
    const auto path = folder.path() / "sheets.dxf";
    std::ofstream(path) << *text;
    DxfReader reader;
    DL_Dxf dxf;
    REQUIRE(dxf.in(path.string(), &reader));
    const auto check = std::ranges::find(reader.lines, std::string("check"), &DxfReader::Line::layer);
    REQUIRE(check != reader.lines.end());
    CHECK(check->extent.width() == Approx(50).margin(1e-3));
    std::vector<Extent> cuts;
    for (const auto& line : reader.lines) {
        if (line.layer == "cut")
            cuts.push_back(line.extent);
    }
    REQUIRE(cuts.size() == f.job.ports[0].stations.size() + 1);  // the window has a sheet of its own
    CHECK(cuts.back().width() == Approx(f.planned(12).first).margin(0.01));
    CHECK(cuts[1].height() == Approx(f.planned(0).second).margin(0.01));
    REQUIRE(reader.circles.size() == 1);
    CHECK(reader.circles[0].second == Approx(20.25));  // the scribed circle
    CHECK(reader.texts > 50);
}

TEST_CASE("PDF: pages of A4, the check length measured in the drawing, text as text")
{
    Fixture f;
    const auto sheets = f.sheets();
    const std::string pdf = pdfText(sheets);
    CHECK(pdf.substr(0, 5) == "%PDF-");
    std::size_t pages = 0;
    for (std::size_t at = pdf.find("/Type /Page "); at != std::string::npos; at = pdf.find("/Type /Page ", at + 1))
        ++pages;
    CHECK(pages == sheets.size());
    CHECK(pdf.find("EurythSans") != std::string::npos);  // the font is inside
    const auto box = pdf.find("/MediaBox [ 0 0 595.2");
    CHECK(box != std::string::npos);
    const auto lengths = straightLengths(pageStreams(pdf));
    const auto fifty = std::ranges::count_if(lengths, [](double l) { return std::abs(l - 50) < 0.02; });
    CHECK(fifty >= static_cast<std::ptrdiff_t>(sheets.size()));
}

TEST_CASE("the plan as a table: a heading, a row a station, unknown is empty")
{
    Fixture f;
    const auto table = planTable(f.job.ports[0], f.analysis);
    REQUIRE(table.size() == f.job.ports[0].stations.size() + 1);
    CHECK(table[0][1] == "s_mm");
    CHECK(table[5][2] == "pinch");
    CHECK(std::stod(table[5][4]) == Approx(inMm2(*f.analysis.plan[4])).margin(1e-3));
    CHECK(table[5].back() == "yes");
    f.job.engine.bore.reset();  // no demand, no plan
    const auto bare = planTable(f.job.ports[0], analysis::analyse(f.job, f.job.ports[0]));
    CHECK(bare[5][4].empty());
    CHECK(csvText({{"a", "b, c"}, {"say \"x\"", ""}}) == "a,\"b, c\"\n\"say \"\"x\"\"\",\n");
}

TEST_CASE("a port without a plan, and one that is an outline, are drawn as they are")
{
    Fixture f;
    f.job.engine.bore.reset();
    f.job.ports[0].planEnd = {};
    f.job.ports[0].stations[2].section.kind = job::SectionKind::Outline;
    f.job.ports[0].stations[2].section.points = {{0.017, 0.017}, {-0.017, 0.017}, {-0.017, -0.017}, {0.017, -0.017}};
    f.analysis = analysis::analyse(f.job, f.job.ports[0]);
    const auto sheets = f.sheets(kTemplates);
    std::size_t cuts = 0;
    for (const Sheet& sheet : sheets)
        cuts += static_cast<std::size_t>(std::ranges::count(sheet.strokes, Ink::Cut, &Stroke::ink));
    CHECK(cuts == 13);
    CHECK(std::ranges::count(sheets[0].strokes, Ink::Present, &Stroke::ink) == 0);
}

TEST_CASE("the file's ending says what it is")
{
    CHECK(kindOf("a.PDF") == Kind::Pdf);
    CHECK(kindOf("a.b.svg") == Kind::Svg);
    CHECK(kindOf("x.dxf") == Kind::Dxf);
    CHECK(kindOf("x.csv") == Kind::Csv);
    CHECK_FALSE(kindOf("pdf"));
    CHECK_FALSE(kindOf("x.png"));
}
