// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/placing.hpp"

#include <algorithm>
#include <cmath>
#include <stdexcept>

#include <Eigen/Eigenvalues>
#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/ring.hpp>

namespace euryth::geometry {

namespace {

using Vector = Eigen::Vector3d;

Vector vec(const Point3& p) { return {p.x, p.y, p.z}; }
Point3 point(const Vector& v) { return {v.x(), v.y(), v.z()}; }

/// Directions toward the valve: along the way from one middle to the next.
std::vector<Vector> normalsOf(std::span<const SpaceSection> sections, const std::vector<Vector>& middles)
{
    std::vector<Vector> normals;
    for (std::size_t i = 0; i < sections.size(); ++i) {
        const Vector along = i + 1 < sections.size() ? middles[i + 1] - middles[i] : middles[i] - middles[i - 1];
        Vector normal = sections[i].normal ? vec(*sections[i].normal) : vec(flattestOf(sections[i].points));
        if (!(normal.norm() > 0.0) || !(along.norm() > 0.0))
            throw std::invalid_argument("sections lie on each other, or have no area");
        if (normal.dot(along) < 0.0)
            normal = -normal;
        normals.push_back(normal.normalized());
    }
    return normals;
}

/// Pitch and yaw of a heading in the head; a steep one keeps the yaw of the section before.
Pose poseOf(const Vector& middle, const Vector& heading, Angle yawBefore)
{
    Pose pose;
    pose.x = Length::fromSi(middle.x());
    pose.y = Length::fromSi(middle.y());
    pose.z = Length::fromSi(middle.z());
    constexpr double steep = 0.25;  // cosine; nearer to upright the yaw would be noise
    const double flat = std::hypot(heading.x(), heading.y());
    pose.yaw = flat > steep ? Angle::fromSi(std::atan2(heading.y(), heading.x())) : yawBefore;
    const double along = heading.x() * cos(pose.yaw) + heading.y() * sin(pose.yaw);
    pose.pitch = Angle::fromSi(std::atan2(heading.z(), along));
    return pose;
}

Point inSection(const Pose& pose, const Vector& p)
{
    const auto corner = [&](Point at) { return vec(inHead(pose, at)); };
    const Vector origin = corner({});
    const Vector off = p - origin;
    return {off.dot(corner({1.0, 0.0}) - origin), off.dot(corner({0.0, 1.0}) - origin)};
}

}  // namespace

SpaceArea areaOf(std::span<const Point3> polygon)
{
    SpaceArea area;
    Vector doubled = Vector::Zero();
    Vector moment = Vector::Zero();
    double weight = 0.0;
    if (polygon.empty())
        return area;
    const Vector start = vec(polygon.front());
    for (std::size_t i = 0; i < polygon.size(); ++i)
        doubled += (vec(polygon[i]) - start).cross(vec(polygon[(i + 1) % polygon.size()]) - start);
    const Vector axis = doubled.norm() > 0.0 ? doubled.normalized() : Vector(0, 0, 1);
    for (std::size_t i = 0; i + 1 < polygon.size(); ++i) {
        const Vector a = vec(polygon[i]);
        const Vector b = vec(polygon[i + 1]);
        const double triangle = (a - start).cross(b - start).dot(axis);
        moment += triangle * (start + a + b) / 3.0;
        weight += triangle;
    }
    area.doubled = point(doubled);
    area.middle = weight > 0.0 ? point(moment / weight) : polygon.front();
    return area;
}

Point3 flattestOf(std::span<const Point3> points)
{
    if (points.size() < 3)
        return {};
    Vector middle = Vector::Zero();
    for (const Point3& p : points)
        middle += vec(p) / static_cast<double>(points.size());
    Eigen::Matrix3d spread = Eigen::Matrix3d::Zero();
    for (const Point3& p : points)
        spread += (vec(p) - middle) * (vec(p) - middle).transpose();
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> solver(spread);
    return point(solver.eigenvectors().col(0));  // eigenvalues rise
}

Outline simplified(const Outline& outline, Length tolerance)
{
    namespace bg = boost::geometry;
    using Ring = bg::model::ring<bg::model::d2::point_xy<double>>;
    constexpr double mm = 1e3;  // the size for which the library's tolerances are meant
    Ring ring;
    for (const Point& p : outline.points)
        bg::append(ring, Ring::value_type(p.left * mm, p.up * mm));
    bg::correct(ring);
    Ring fewer;
    bg::simplify(ring, fewer, tolerance.si() * mm);
    Outline result;
    for (std::size_t i = 0; i + 1 < fewer.size(); ++i)  // the last one is the first again
        result.points.push_back({fewer[i].x() / mm, fewer[i].y() / mm});
    return result;
}

Point3 PortFrame::turned(const Point3& direction) const
{
    const Vector v = vec(direction);
    return {v.dot(vec(forward)), v.dot(vec(left)), v.dot(vec(up))};
}

Point3 PortFrame::toHead(const Point3& p) const { return turned(point(vec(p) - vec(origin))); }

PortFrame portFrame(const Point3& origin, const Point3& forward, const Point3& lastForward)
{
    const Vector x = vec(forward).normalized();
    const Vector turn = vec(lastForward).normalized() - x;
    Vector up = -(turn - turn.dot(x) * x);
    constexpr double straight = 0.05;  // a turn of three degrees
    if (up.norm() < straight) {
        const Vector old = std::abs(x.z()) < 0.9 ? Vector(0, 0, 1) : Vector(0, 1, 0);
        up = old - old.dot(x) * x;
    }
    up.normalize();
    return {origin, point(x), point(up.cross(x)), point(up)};
}

std::vector<PlacedOutline> placeSections(std::span<const SpaceSection> sections)
{
    if (sections.size() < 2)
        throw std::invalid_argument("at least two sections are placed");
    std::vector<Vector> middles;
    for (const SpaceSection& section : sections)
        middles.push_back(vec(areaOf(section.points).middle));
    const std::vector<Vector> normals = normalsOf(sections, middles);
    const PortFrame frame = portFrame(point(middles.front()), point(normals.front()), point(normals.back()));
    std::vector<PlacedOutline> placed;
    double s = 0.0;
    Angle yaw;
    for (std::size_t i = 0; i < sections.size(); ++i) {
        if (i > 0)
            s += (middles[i] - middles[i - 1]).norm();
        PlacedOutline& at = placed.emplace_back();
        at.s = Length::fromSi(s);
        at.pose = poseOf(vec(frame.toHead(point(middles[i]))), vec(frame.turned(point(normals[i]))), yaw);
        yaw = at.pose.yaw;
        for (const Point3& p : sections[i].points)
            at.outline.points.push_back(inSection(at.pose, vec(frame.toHead(p))));
    }
    return placed;
}

}  // namespace euryth::geometry
