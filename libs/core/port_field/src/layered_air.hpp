// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <mutex>

#include "port_field/air_field.hpp"

namespace euryth::port_field {

/// What is the same for all fields of speeds that lie on a layered mesh and scale with the flow.
class LayeredAir : public AirField {
public:
    LayeredAir(std::shared_ptr<const VirtualPort> port, PortAir at);

    [[nodiscard]] const PortShape& shape() const override { return m_port->shape(); }
    [[nodiscard]] const PortAir& at() const override { return m_at; }
    [[nodiscard]] std::optional<geometry::Vector3> velocityAt(const geometry::Point3& place) const override;
    [[nodiscard]] std::optional<Speed> wallSpeedAt(Length s, double round) const override;
    [[nodiscard]] const FastestPlace& fastest() const override { return extremes().fastest; }
    [[nodiscard]] SpeedRange range() const override { return {extremes().slow, extremes().fastest.speed}; }
    [[nodiscard]] Area openAreaAt(Length s) const override { return m_port->openAreaAt(s); }
    [[nodiscard]] std::vector<geometry::Point> wallAt(Length s) const override;
    [[nodiscard]] AirSection sectionAt(Length s) const override;
    [[nodiscard]] AirLongSection longSection() const override;
    [[nodiscard]] const std::vector<std::vector<geometry::Point3>>& ways() const override { return m_port->ways(); }

protected:
    [[nodiscard]] const VirtualPort& port() const { return *m_port; }
    /// Whether its sheets tell how far the air makes way: only a field with a wake.
    [[nodiscard]] virtual bool knowsWake() const = 0;

private:
    struct Extremes {
        FastestPlace fastest;
        Speed slow;
    };
    [[nodiscard]] const Extremes& extremes() const;

    std::shared_ptr<const VirtualPort> m_port;
    PortAir m_at;
    mutable std::once_flag m_once;
    mutable Extremes m_extremes;
};

}  // namespace euryth::port_field
