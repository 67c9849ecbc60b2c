// SPDX-License-Identifier: GPL-3.0-or-later
// What window and command line both do with a port and a file name.
#include <catch2/catch.hpp>

#include <fstream>

#include "analysis/port_analysis.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "support/words.hpp"
#include "tasks/export_port.hpp"

using namespace euryth;
using tasks::Error;
using tasks::Written;

namespace {

struct Bench {
    TempFolder folder;
    job::Job job = demoJob();
    std::size_t port = 0;

    tl::expected<void, Error> write(const std::string& name, VolumeFlow flow = {})
    {
        tasks::ExportWish wish;
        wish.path = folder.path() / name;
        wish.quality = port_field::Quality::Coarse;
        if (flow > VolumeFlow{})
            wish.air =
                port_field::PortAir{flow, port_field::FlowFrom::Typed, {}, port_field::roomOrStandardAir(job.bench)};
        const auto analysis = analysis::analyse(job, job.ports[port]);
        return tasks::exportPort({job, job.ports[port], analysis}, wish);
    }
    std::string text(const std::string& name) const
    {
        std::ifstream in(folder.path() / name, std::ios::binary);
        return {std::istreambuf_iterator<char>(in), {}};
    }
    bool isEmpty() const { return std::filesystem::is_empty(folder.path()); }
};

}  // namespace

TEST_CASE("the ending says what is written, in small letters or large")
{
    CHECK(tasks::writtenAs("a/plan.csv") == Written::Table);
    CHECK(tasks::writtenAs("PLAN.SVG") == Written::Svg);
    CHECK(tasks::writtenAs("plan.v2.Dxf") == Written::Dxf);
    CHECK(tasks::writtenAs("plan.pdf") == Written::Pdf);
    CHECK(tasks::writtenAs("air.stl") == Written::Surface);
    CHECK(tasks::writtenAs("air.vtk") == Written::Mesh);
    CHECK(tasks::writtenAs("air.case") == Written::Case);
    CHECK(tasks::writtenAs("air.STP") == Written::Step);
    CHECK(tasks::writtenAs("air.igs") == Written::Iges);
    for (const char* none : {"plan", "plan.", ".csv", "plan.csv.txt", "csv", ""})
        CHECK_FALSE(tasks::writtenAs(none));
    for (const Written kind : {Written::Table, Written::Svg, Written::Dxf, Written::Pdf})
        CHECK_FALSE(tasks::isOfShape(kind));
    for (const Written kind : {Written::Step, Written::Iges, Written::Surface, Written::Mesh, Written::Case})
        CHECK(tasks::isOfShape(kind));
}

TEST_CASE("each kind is the file that it says")
{
    Bench b;
    for (const char* name : {"p.csv", "p.svg", "p.dxf", "p.pdf", "p.stl", "p.vtk", "p.step", "p.igs"}) {
        CAPTURE(name);
        REQUIRE(b.write(name));
    }
    const std::string table = b.text("p.csv");
    const auto lines = std::ranges::count(table, '\n');
    CHECK(lines >= static_cast<std::ptrdiff_t>(b.job.ports[0].stations.size()) + 1);
    CHECK(b.text("p.svg").find("<svg") != std::string::npos);
    CHECK(b.text("p.dxf").find("SECTION") != std::string::npos);
    CHECK(b.text("p.pdf").starts_with("%PDF-"));
    CHECK(b.text("p.stl").find("facet") != std::string::npos);
    CHECK(b.text("p.vtk").starts_with("# vtk DataFile"));
    CHECK(b.text("p.step").starts_with("ISO-10303-21;"));
    CHECK(b.text("p.igs").find("S      1") != std::string::npos);
    REQUIRE(b.write("p.case"));
    CHECK(std::filesystem::is_regular_file(b.folder.path() / "p.case" / "system" / "controlDict"));
}

TEST_CASE("the mesh's speeds go with the flow that is wished")
{
    Bench b;
    REQUIRE(b.write("own.vtk"));
    REQUIRE(b.write("less.vtk", VolumeFlow::fromSi(0.02)));
    REQUIRE(b.write("same.vtk", VolumeFlow::fromSi(0.02)));
    CHECK(b.text("less.vtk") == b.text("same.vtk"));
    CHECK(b.text("less.vtk") != b.text("own.vtk"));
}

TEST_CASE("what cannot be is told by its kind, and nothing is written")
{
    Bench b;
    auto none = b.write("plan.txt");
    REQUIRE_FALSE(none);
    CHECK(none.error().kind == Error::Kind::Wish);
    CHECK(none.error().why.id() == "export.ending");

    b.job = demoOneMeasured();
    b.port = 1;  // not measured
    for (const char* name : {"p.csv", "p.pdf", "p.stl", "p.vtk", "p.case"}) {
        CAPTURE(name);
        none = b.write(name);
        REQUIRE_FALSE(none);
        CHECK(none.error().kind == Error::Kind::Missing);
        CHECK_FALSE(none.error().why.empty());
    }
    CHECK(b.isEmpty());

    b.port = 0;
    b.job.ports[0].probes.clear();
    b.job.ports[0].flow.clear();
    b.job.ports[0].valve = {};
    CHECK(b.write("p.stl"));  // a surface needs no flow
    none = b.write("p.vtk");
    REQUIRE_FALSE(none);
    CHECK(says(none.error().why, "missing.flow"));
    CHECK(b.write("p.vtk", VolumeFlow::fromSi(0.05)));
}

TEST_CASE("a place that cannot be written to is told, and the file that was there stays")
{
    Bench b;
    std::filesystem::create_directory(b.folder.path() / "p.csv");
    for (const char* name : {"p.csv", "none/p.pdf", "none/p.stl"}) {
        CAPTURE(name);
        const auto none = b.write(name);
        REQUIRE_FALSE(none);
        CHECK(none.error().kind == Error::Kind::File);
    }
    CHECK(std::filesystem::is_directory(b.folder.path() / "p.csv"));
}
