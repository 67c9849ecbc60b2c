// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>
#include <mutex>

#include "port_field/air_field.hpp"

namespace euryth::port_field {

namespace {

class DifferenceAir : public AirField {
public:
    DifferenceAir(Air field, Air over) : m_field(std::move(field)), m_over(std::move(over)) {}

    [[nodiscard]] const PortShape& shape() const override { return m_field->shape(); }
    [[nodiscard]] const PortAir& at() const override { return m_field->at(); }
    [[nodiscard]] Phrase name() const override { return m_field->name(); }
    [[nodiscard]] Phrase limits() const override
    {
        Phrase text = m_field->limits();
        return text += say("field.limits.difference", {{"other", m_over->name()}});
    }
    [[nodiscard]] const AirField& own() const override { return *m_field; }
    [[nodiscard]] bool isFinal() const override { return m_field->isFinal() && m_over->isFinal(); }
    [[nodiscard]] std::optional<geometry::Vector3> velocityAt(const geometry::Point3& place) const override
    {
        return m_field->velocityAt(place);
    }
    [[nodiscard]] std::optional<PressureDifference> pressureAt(const geometry::Point3& place) const override
    {
        return m_field->pressureAt(place);
    }
    [[nodiscard]] std::optional<Speed> fluctuationAt(const geometry::Point3& place) const override
    {
        return m_field->fluctuationAt(place);
    }
    [[nodiscard]] std::optional<Speed> wallSpeedAt(Length s, double round) const override
    {
        return m_field->wallSpeedAt(s, round);
    }
    [[nodiscard]] std::optional<PressureDifference> wallShearAt(Length s, double round) const override
    {
        return m_field->wallShearAt(s, round);
    }
    [[nodiscard]] const geometry::PerSector<WallAir>& walls() const override { return m_field->walls(); }
    [[nodiscard]] std::optional<ShortSideSeverity> severity() const override { return m_field->severity(); }
    [[nodiscard]] std::optional<Length> letsGoOf(geometry::Sector wall) const override
    {
        return m_field->letsGoOf(wall);
    }
    [[nodiscard]] std::optional<LetsGo> trustedTo() const override { return m_field->trustedTo(); }
    [[nodiscard]] bool isTrustedOn(geometry::Sector wall, Length s) const override
    {
        return m_field->isTrustedOn(wall, s);
    }
    [[nodiscard]] const FastestPlace& fastest() const override { return m_field->fastest(); }
    [[nodiscard]] SpeedRange range() const override;
    [[nodiscard]] Area openAreaAt(Length s) const override { return m_field->openAreaAt(s); }
    [[nodiscard]] std::vector<geometry::Point> wallAt(Length s) const override { return m_field->wallAt(s); }
    [[nodiscard]] AirSection sectionAt(Length s) const override;
    [[nodiscard]] AirLongSection longSection() const override;
    [[nodiscard]] const std::vector<std::vector<geometry::Point3>>& ways() const override { return m_field->ways(); }

private:
    [[nodiscard]] double less(double speed, const geometry::Point3& place, const geometry::Point3& middle) const;

    Air m_field;
    Air m_over;
    mutable std::once_flag m_once;
    mutable Speed m_most;
};

/// A speed less the other field's at the same place. `middle`: that of its section.
double DifferenceAir::less(double speed, const geometry::Point3& place, const geometry::Point3& middle) const
{
    // Two meshes of one shape do not end in quite the same wall: a place on it is looked up a little further in.
    for (const double in : {0.0, 0.01, 0.03}) {
        const geometry::Point3 p{place.x + (middle.x - place.x) * in, place.y + (middle.y - place.y) * in,
                                 place.z + (middle.z - place.z) * in};
        if (const auto v = m_over->velocityAt(p))
            return speed - v->length();
    }
    return 0.0;
}

AirSection DifferenceAir::sectionAt(Length s) const
{
    AirSection section = m_field->sectionAt(s);
    const geometry::Frame frame = frameAt(s);
    const geometry::Point3 middle = frame.toHead(geometry::centroid(geometry::Outline{section.wall}));
    for (std::size_t i = 0; i < section.sheet.speeds.size(); ++i)
        section.sheet.speeds[i] = less(section.sheet.speeds[i], frame.toHead(section.sheet.places[i]), middle);
    return section;
}

AirLongSection DifferenceAir::longSection() const
{
    AirLongSection section = m_field->longSection();
    for (std::size_t i = 0; i < section.sheet.speeds.size(); ++i) {
        const geometry::Point3& middle = section.inHead[i / section.across * section.across + section.across / 2];
        section.sheet.speeds[i] = less(section.sheet.speeds[i], section.inHead[i], middle);
    }
    return section;
}

/// By how much the speeds differ where a pitot can reach: more than this only at a fiftieth of the places; 1 m/s at
/// least.
SpeedRange DifferenceAir::range() const
{
    std::call_once(m_once, [this] {
        std::vector<double> sizes{1.0};
        constexpr int sections = 24;
        for (int i = 0; i <= sections; ++i) {
            const AirSection section = sectionAt(start() + (end() - start()) * (static_cast<double>(i) / sections));
            const geometry::Outline outline{section.wall};
            for (std::size_t k = 0; k < section.sheet.places.size(); k += 3) {
                if (geometry::distanceToWall(outline, section.sheet.places[k]) >= air::kPitotDistance.si())
                    sizes.push_back(std::abs(section.sheet.speeds[k]));
            }
        }
        const auto most = sizes.begin() + std::ssize(sizes) * 49 / 50;
        std::ranges::nth_element(sizes, most);
        m_most = Speed::fromSi(std::max(1.0, *most));
    });
    return {m_most * -1.0, m_most, true};
}

}  // namespace

Air differenceAir(Air field, Air over)
{
    return std::make_shared<const DifferenceAir>(std::move(field), std::move(over));
}

}  // namespace euryth::port_field
