// SPDX-License-Identifier: GPL-3.0-or-later
#include "layered_air.hpp"

namespace euryth::port_field {

namespace {

class InstantAir : public LayeredAir {
public:
    using LayeredAir::LayeredAir;

    [[nodiscard]] Phrase name() const override { return say("speeds.instant"); }
    [[nodiscard]] Phrase limits() const override;
    [[nodiscard]] bool isFinal() const override { return !port().mesh().isCoarse(); }
    [[nodiscard]] std::optional<PressureDifference> pressureAt(const geometry::Point3& place) const override;
    [[nodiscard]] std::optional<Speed> fluctuationAt(const geometry::Point3&) const override { return std::nullopt; }
    [[nodiscard]] std::optional<PressureDifference> wallShearAt(Length, double) const override { return std::nullopt; }
    [[nodiscard]] const geometry::PerSector<WallAir>& walls() const override;
    [[nodiscard]] std::optional<ShortSideSeverity> severity() const override { return severityOf(port()); }
    [[nodiscard]] std::optional<Length> letsGoOf(geometry::Sector wall) const override
    {
        const WallAir& air = walls()[geometry::index(wall)];
        return air.liftsOff() ? air.liftsOffAt : std::nullopt;
    }
    [[nodiscard]] std::optional<LetsGo> trustedTo() const override;
    [[nodiscard]] bool isTrustedOn(geometry::Sector wall, Length s) const override
    {
        return !isBehindLiftOff(walls()[geometry::index(wall)], shape().airFromValve, s);
    }

protected:
    [[nodiscard]] bool knowsWake() const override { return false; }

private:
    mutable std::once_flag m_once;
    mutable geometry::PerSector<WallAir> m_walls;
};

/// Bernoulli: no total pressure is lost, so that all is missing that has become speed.
std::optional<PressureDifference> InstantAir::pressureAt(const geometry::Point3& place) const
{
    const auto v = velocityAt(place);
    if (!v)
        return std::nullopt;
    return PressureDifference::fromSi(-air::density(at().room).si() * v->length() * v->length() / 2.0);
}

const geometry::PerSector<WallAir>& InstantAir::walls() const
{
    std::call_once(m_once, [this] {
        for (const geometry::Sector sector : geometry::kSectors)
            m_walls[geometry::index(sector)] = wallAir(port(), sector, at().room, at().flow);
    });
    return m_walls;
}

std::optional<LetsGo> InstantAir::trustedTo() const
{
    std::optional<LetsGo> first;
    for (const geometry::Sector sector : geometry::kSectors) {
        const auto s = letsGoOf(sector);
        if (s && (!first || (shape().airFromValve ? *s > first->s : *s < first->s)))
            first = LetsGo{*s, sector};
    }
    return first;
}

Phrase InstantAir::limits() const
{
    const auto to = trustedTo();
    if (!to)
        return say("field.limits.instant", {{"pitot", air::kPitotDistance}});
    return say(shape().airFromValve ? "field.limits.instant-before" : "field.limits.instant-behind",
               {{"pitot", air::kPitotDistance}, {"place", Position{to->s}}, {"wall", nameOf(to->wall)}});
}

}  // namespace

Air instantAir(std::shared_ptr<const VirtualPort> port, const PortAir& at)
{
    return std::make_shared<const InstantAir>(std::move(port), at);
}

}  // namespace euryth::port_field
