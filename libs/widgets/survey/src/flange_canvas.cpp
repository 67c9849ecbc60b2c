// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/flange_canvas.hpp"

#include "geometry/wall_contour.hpp"

namespace euryth::widgets {

namespace {

constexpr std::size_t kOutlinePoints = 180;

std::optional<drawing::JoinedScene::Face> faceOf(const job::Opening& opening, const QString& name)
{
    const auto shape = opening.shape();
    if (!shape)
        return std::nullopt;
    drawing::JoinedScene::Face face{geometry::WallContour(*shape).outline(kOutlinePoints), name};
    const double left = opening.shiftLeft.value_or(Length{}).si();
    const double up = opening.shiftUp.value_or(Length{}).si();
    for (geometry::Point& p : face.outline)
        p = {p.left + left, p.up + up};
    return face;
}

}  // namespace

FlangeCanvas::FlangeCanvas(Context context, QWidget* parent) : SceneCanvas(context, parent)
{
    setObjectName(QStringLiteral("flangeCanvas"));
    setMinimumSize(220, 300);
    setAccessibleName(tr("Area through the gasket plane, and the flange to scale"));
}

drawing::JoinedScene FlangeCanvas::makeScene() const
{
    drawing::JoinedScene scene;
    scene.units = workspace().displayUnits();
    const job::Port* port = workspace().port();
    if (!port) {
        scene.missing = tr("This job has no port yet.");
        return scene;
    }
    const auto& analysis = workspace().analysisNow();
    scene.intake = port->side == job::Side::Intake;
    const auto joined = analysis::joinedPassage(workspace().job(), *port, analysis);
    if (joined)
        scene.joined = joined->places;
    scene.missing = tr("No area through the gasket plane yet. Missing: %1.")
                        .arg(workspace().text(joined ? say("missing.two-stations") : joined.missing));
    for (const job::Station& station : port->stations)
        scene.port.push_back({station.s, job::netArea(station)});
    for (const auto& plan : analysis.plan)
        scene.plan.push_back(plan ? std::optional(plan->si()) : std::nullopt);
    if (!analysis.sections.empty())
        scene.window = geometry::WallContour(analysis.sections.front()).outline(kOutlinePoints);
    scene.opening = faceOf(port->manifold, scene.intake ? tr("manifold") : tr("header"));
    scene.gasket = faceOf(port->gasket, tr("gasket"));
    return scene;
}

void FlangeCanvas::draw(QPainter& painter, const drawing::JoinedScene& scene)
{
    drawing::paintJoined(painter, theme(), scene, area());
}

QString FlangeCanvas::readOff(QPointF at) const
{
    const auto area = drawing::joinedAreaAt(scene(), this->area(), at);
    return area ? tr("%1: %2").arg(workspace().text(units::Kind::Position, area->s.si()),
                                   workspace().text(units::Kind::Area, area->area.si()))
                : QString();
}

}  // namespace euryth::widgets
