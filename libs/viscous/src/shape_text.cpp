// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape_text.hpp"

#include <cmath>

namespace euryth::viscous {

namespace {

using nlohmann::json;

json numbersOf(const geometry::Section& section)
{
    json numbers = json::array();
    if (const auto* rounded = std::get_if<geometry::RoundedRectangle>(&section)) {
        const auto& r = rounded->corners;
        for (const Length l : {rounded->width, rounded->height, r.roofLeft, r.roofRight, r.floorRight, r.floorLeft})
            numbers.push_back(l.si());
        return json{{"rounded", numbers}};
    }
    for (const geometry::Point& p : std::get<geometry::Outline>(section).points) {
        numbers.push_back(p.left);
        numbers.push_back(p.up);
    }
    return json{{"outline", numbers}};
}

/// Finite numbers of a list, within what a port can have: metres and radians.
std::vector<double> numbers(const json& record, const char* key, std::size_t least, std::size_t most)
{
    std::vector<double> values;
    constexpr double greatest = 10.0;
    if (!record.is_object() || !record.contains(key) || !record[key].is_array())
        return values;
    for (const json& value : record[key]) {
        if (!value.is_number() || !(std::abs(value.get<double>()) <= greatest))
            return {};
        values.push_back(value.get<double>());
    }
    if (values.size() < least || values.size() > most)
        values.clear();
    return values;
}

std::optional<geometry::Section> sectionOf(const json& record)
{
    const auto length = [](double si) { return Length::fromSi(si); };
    if (const auto n = numbers(record, "rounded", 6, 6); !n.empty()) {
        const geometry::RoundedRectangle section{
            length(n[0]), length(n[1]), {length(n[2]), length(n[3]), length(n[4]), length(n[5])}};
        constexpr double rounding = 1e-9;
        const auto& [w, h] = std::pair(n[0], n[1]);
        const bool sound = w > 0.0 && h > 0.0 && std::min({n[2], n[3], n[4], n[5]}) >= 0.0 &&
                           n[2] + n[3] <= w + rounding && n[4] + n[5] <= w + rounding && n[2] + n[5] <= h + rounding &&
                           n[3] + n[4] <= h + rounding;
        return sound ? std::optional<geometry::Section>(section) : std::nullopt;
    }
    constexpr std::size_t mostCorners = 4000;
    const auto n = numbers(record, "outline", 6, mostCorners);
    geometry::Outline outline;
    for (std::size_t i = 0; i + 1 < n.size(); i += 2)
        outline.points.push_back({n[i], n[i + 1]});
    if (outline.points.empty() || geometry::problemOf(outline))
        return std::nullopt;
    return outline;
}

}  // namespace

json recordOf(const port_field::PortShape& shape)
{
    json sections = json::array();
    for (const geometry::PlacedSection& placed : shape.sections) {
        json record = numbersOf(placed.section);
        const geometry::Pose& pose = placed.pose;
        record["s"] = {placed.s.si()};
        record["pose"] = {pose.x.si(), pose.y.si(), pose.z.si(), pose.pitch.si(), pose.yaw.si()};
        sections.push_back(std::move(record));
    }
    json obstacles = json::array();
    for (const geometry::Obstacle& obstacle : shape.obstacles) {
        json hangings = json::array();
        for (const geometry::Hanging& h : obstacle)
            hangings.push_back(
                {{"hanging", {h.s.si(), h.width.si(), h.from.si(), h.to.si(), h.tip.si(), h.left.si()}}});
        obstacles.push_back(std::move(hangings));
    }
    return {{"sections", sections}, {"obstacles", obstacles}, {"air_from_valve", shape.airFromValve}};
}

tl::expected<port_field::PortShape, Phrase> shapeOf(const json& record)
{
    const auto wrong = [](const Phrase& what) {
        return tl::unexpected(say("problem", {{"place", "shape"}, {"problem", what}}));
    };
    const bool whole = record.is_object() && record.contains("sections") && record["sections"].is_array() &&
                       record.contains("obstacles") && record["obstacles"].is_array() &&
                       record.contains("air_from_valve") && record["air_from_valve"].is_boolean();
    if (!whole)
        return wrong(say("shape.keys"));
    port_field::PortShape shape;
    shape.airFromValve = record["air_from_valve"].get<bool>();
    constexpr std::size_t most = 400;
    if (record["sections"].size() < 2 || record["sections"].size() > most || record["obstacles"].size() > most)
        return wrong(say("shape.sections", {{"most", count(most)}}));
    for (const json& item : record["sections"]) {
        const auto s = numbers(item, "s", 1, 1);
        const auto pose = numbers(item, "pose", 5, 5);
        auto section = sectionOf(item);
        const Number number = count(shape.sections.size() + 1);
        if (s.empty() || pose.empty() || !section)
            return wrong(say("shape.section-unread", {{"number", number}}));
        if (!shape.sections.empty() && s[0] <= shape.sections.back().s.si())
            return wrong(say("shape.section-order", {{"number", number}}));
        shape.sections.push_back({Length::fromSi(s[0]),
                                  {Length::fromSi(pose[0]), Length::fromSi(pose[1]), Length::fromSi(pose[2]),
                                   Angle::fromSi(pose[3]), Angle::fromSi(pose[4])},
                                  std::move(*section)});
    }
    for (const json& item : record["obstacles"]) {
        auto& obstacle = shape.obstacles.emplace_back();
        if (!item.is_array() || item.empty() || item.size() > most)
            return wrong(say("shape.obstacle-unread"));
        for (const json& hanging : item) {
            const auto n = numbers(hanging, "hanging", 4, 6);  // an older run knows rectangles in the middle
            if (n.empty() || (!obstacle.empty() && n[0] <= obstacle.back().s.si()))
                return wrong(say("shape.obstacle-unread"));
            constexpr std::size_t tip = 4;
            constexpr std::size_t left = 5;
            obstacle.push_back({Length::fromSi(n[0]), Length::fromSi(n[1]), Length::fromSi(n[2]), Length::fromSi(n[3]),
                                Length::fromSi(n.size() > tip ? n[tip] : n[1]),
                                Length::fromSi(n.size() > left ? n[left] : 0.0)});
        }
    }
    return shape;
}

}  // namespace euryth::viscous
