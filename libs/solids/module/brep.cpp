// SPDX-License-Identifier: GPL-3.0-or-later
// The module that knows OpenCASCADE.
#include "../src/brep_call.hpp"

#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepGProp.hxx>
#include <BRepOffsetAPI_ThruSections.hxx>
#include <GProp_GProps.hxx>
#include <GeomAPI_Interpolate.hxx>
#include <Geom_BSplineCurve.hxx>
#include <IGESControl_Controller.hxx>
#include <IGESControl_Writer.hxx>
#include <Interface_Static.hxx>
#include <Message.hxx>
#include <Message_Messenger.hxx>
#include <Message_PrinterOStream.hxx>
#include <STEPControl_Writer.hxx>
#include <Standard_Failure.hxx>
#include <TColStd_HArray1OfReal.hxx>
#include <TColgp_HArray1OfPnt.hxx>
#include <TopoDS_Shape.hxx>
#include <TopoDS_Wire.hxx>

namespace {

using euryth::solids::BrepCall;

constexpr double kNear = 1e-6;  // mm

/// A closed cubic line through a ring. All rings have the same parameters, so that the skin's lines run along the port.
TopoDS_Wire wireThrough(const double* points, int count)
{
    Handle(TColgp_HArray1OfPnt) at = new TColgp_HArray1OfPnt(1, count);
    Handle(TColStd_HArray1OfReal) parameters = new TColStd_HArray1OfReal(1, count + 1);
    for (int i = 0; i < count; ++i) {
        at->SetValue(i + 1, gp_Pnt(points[3 * i], points[3 * i + 1], points[3 * i + 2]));
        parameters->SetValue(i + 1, i);
    }
    parameters->SetValue(count + 1, count);
    GeomAPI_Interpolate line(at, parameters, Standard_True, kNear);
    line.Perform();
    if (!line.IsDone())
        return {};
    return BRepBuilderAPI_MakeWire(BRepBuilderAPI_MakeEdge(line.Curve()).Edge()).Wire();
}

TopoDS_Shape faceOf(const TopoDS_Wire& wire)
{
    BRepBuilderAPI_MakeFace face(wire, Standard_True);
    return face.IsDone() ? face.Shape() : TopoDS_Shape();
}

/// The skin over all rings, closed by flat ends.
TopoDS_Shape solidOf(const BrepCall& call)
{
    BRepOffsetAPI_ThruSections skin(Standard_True, Standard_False, kNear);
    skin.CheckCompatibility(Standard_False);
    for (std::size_t i = 0; i < call.rings; ++i) {
        const TopoDS_Wire wire = wireThrough(call.points + 3 * call.around * i, static_cast<int>(call.around));
        if (wire.IsNull())
            return {};
        skin.AddWire(wire);
    }
    skin.Build();
    if (!skin.IsDone())
        return {};
    TopoDS_Shape solid = skin.Shape();
    GProp_GProps volume;
    BRepGProp::VolumeProperties(solid, volume);
    if (volume.Mass() < 0.0)
        solid.Reverse();
    return solid;
}

TopoDS_Shape shapeOf(const BrepCall& call)
{
    if (call.rings > 1)
        return solidOf(call);
    const TopoDS_Wire wire = wireThrough(call.points, static_cast<int>(call.around));
    return wire.IsNull() ? TopoDS_Shape() : faceOf(wire);
}

bool writeStep(const TopoDS_Shape& shape, const BrepCall& call)
{
    STEPControl_Writer writer;
    Interface_Static::SetCVal("write.step.unit", "MM");
    Interface_Static::SetCVal("write.step.product.name", call.name);
    return writer.Transfer(shape, STEPControl_AsIs) == IFSelect_RetDone && writer.Write(call.path) == IFSelect_RetDone;
}

bool writeIges(const TopoDS_Shape& shape, const BrepCall& call)
{
    IGESControl_Controller::Init();
    constexpr int asSolids = 1;
    IGESControl_Writer writer("MM", asSolids);
    Interface_Static::SetCVal("write.iges.header.product", call.name);
    Interface_Static::SetCVal("write.iges.header.author", "");  // else the name under which one works at this machine
    if (!writer.AddShape(shape))
        return false;
    writer.ComputeModel();
    return writer.Write(call.path);
}

}  // namespace

/// Writes a shape; see BrepResult.
extern "C" __attribute__((visibility("default"))) int euryth_write_brep(const BrepCall* call)
{
    try {
        // What the library tells goes to the standard output, where our results are.
        Message::DefaultMessenger()->RemovePrinters(STANDARD_TYPE(Message_PrinterOStream));
        const TopoDS_Shape shape = shapeOf(*call);
        if (shape.IsNull() || !BRepCheck_Analyzer(shape).IsValid())
            return euryth::solids::kNoShape;
        const bool written = call->iges ? writeIges(shape, *call) : writeStep(shape, *call);
        return written ? euryth::solids::kWritten : euryth::solids::kNoFile;
    } catch (const Standard_Failure&) {
        return euryth::solids::kNoShape;
    }
}
