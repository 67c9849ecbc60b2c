// SPDX-License-Identifier: GPL-3.0-or-later
// What is written is read back, and held to the loft that it was made of.
#include <catch2/catch.hpp>

#include <fstream>

#include <BRepBndLib.hxx>
#include <BRepGProp.hxx>
#include <Bnd_Box.hxx>
#include <GProp_GProps.hxx>
#include <IGESControl_Reader.hxx>
#include <Message.hxx>
#include <Message_Messenger.hxx>
#include <Message_PrinterOStream.hxx>
#include <STEPControl_Reader.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS_Shape.hxx>

#include "analysis/port_analysis.hpp"
#include "geometry/loft.hpp"
#include "solids/solids.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using solids::Format;
using solids::Part;

namespace {

port_field::PortShape shapeOfDemo(std::size_t port)
{
    const job::Job job = demoJob();
    const auto shape = port_field::shapeOf(job.ports[port], analysis::analyse(job, job.ports[port]));
    REQUIRE(shape);
    return *shape;
}

TopoDS_Shape readBack(const std::string& text, Format format)
{
    Message::DefaultMessenger()->RemovePrinters(STANDARD_TYPE(Message_PrinterOStream));
    const TempFolder folder;
    const std::string path = (folder.path() / "solid").string();
    std::ofstream(path, std::ios::binary) << text;
    STEPControl_Reader step;
    IGESControl_Reader iges;
    XSControl_Reader& reader = format == Format::Step ? static_cast<XSControl_Reader&>(step) : iges;
    REQUIRE(reader.ReadFile(path.c_str()) == IFSelect_RetDone);
    reader.TransferRoots();
    return reader.OneShape();
}

TopoDS_Shape written(const port_field::PortShape& shape, const solids::Wish& wish)
{
    const auto text = solids::solidText(shape, wish);
    REQUIRE(text);
    return readBack(*text, wish.format);
}

int count(const TopoDS_Shape& shape, TopAbs_ShapeEnum kind)
{
    int found = 0;
    for (TopExp_Explorer at(shape, kind); at.More(); at.Next())
        ++found;
    return found;
}

double volumeMm3(const TopoDS_Shape& shape)
{
    GProp_GProps found;
    BRepGProp::VolumeProperties(shape, found);
    return found.Mass();
}

double areaMm2(const TopoDS_Shape& shape)
{
    GProp_GProps found;
    BRepGProp::SurfaceProperties(shape, found);
    return found.Mass();
}

}  // namespace

TEST_CASE("a port as STEP and as IGES is one closed solid with the loft's volume")
{
    const std::size_t port = GENERATE(0, 1);
    const auto shape = shapeOfDemo(port);
    const double loft = geometry::volumeOf(geometry::loftOf(shape.sections, 16, 8)).si() * 1e9;
    for (const Format format : {Format::Step, Format::Iges}) {
        const TopoDS_Shape solid = written(shape, {format, Part::Port, 0, "I1"});
        CHECK(count(solid, TopAbs_SOLID) == 1);
        CHECK(volumeMm3(solid) == Approx(loft).epsilon(3e-3));
    }
}

TEST_CASE("a solid lies where the port lies, in millimetres, and has its name")
{
    const auto shape = shapeOfDemo(0);
    const auto text = solids::solidText(shape, {Format::Step, Part::Port, 0, "intake one"});
    REQUIRE(text);
    CHECK(text->find("PRODUCT('intake one") != std::string::npos);
    CHECK(text->find("SI_UNIT(.MILLI.,.METRE.)") != std::string::npos);
    Bnd_Box box;
    BRepBndLib::AddOptimal(readBack(*text, Format::Step), box, Standard_False, Standard_False);
    const geometry::Loft loft = geometry::loftOf(shape.sections, 12, 3);
    double lowest = 1e9;
    double highest = -1e9;
    for (const auto& ring : loft.rings) {
        for (const auto& p : ring) {
            lowest = std::min(lowest, p.z * 1e3);
            highest = std::max(highest, p.z * 1e3);
        }
    }
    CHECK(box.CornerMin().Z() == Approx(lowest).margin(0.1));
    CHECK(box.CornerMax().Z() == Approx(highest).margin(0.1));
}

TEST_CASE("a runner ends at the bowl, and a section is a flat face of its area")
{
    const auto shape = shapeOfDemo(0);
    const std::size_t bowl = shape.sections.size() - 2;
    const double whole = volumeMm3(written(shape, {Format::Step, Part::Port, 0, "I1"}));
    const double runner = volumeMm3(written(shape, {Format::Step, Part::Runner, bowl, "I1"}));
    CHECK(runner < whole);
    CHECK(runner > 0.5 * whole);
    for (const Format format : {Format::Step, Format::Iges}) {
        const TopoDS_Shape face = written(shape, {format, Part::Section, 2, "I1"});
        CHECK(count(face, TopAbs_SOLID) == 0);
        CHECK(count(face, TopAbs_FACE) == 1);
        CHECK(areaMm2(face) == Approx(inMm2(geometry::area(shape.sections[2].section))).epsilon(3e-3));
    }
    CHECK(solids::solidText(shape, {Format::Step, Part::Section, 99, ""}).error().id() == "solid.no-station");
    CHECK(solids::solidText(shape, {Format::Step, Part::Runner, 0, ""}).error().id() == "solid.no-station");
}
