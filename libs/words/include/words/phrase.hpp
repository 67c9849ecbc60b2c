// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <utility>
#include <variant>
#include <vector>

#include "quantities/quantities.hpp"

namespace euryth {

/// A distance along the runner, as opposed to a size: shown with fewer digits.
struct Position {
    Length value;
    friend constexpr bool operator==(const Position&, const Position&) = default;
};

/// A share shown as a percentage (0.05 is "5.0 %").
struct Percent {
    double share = 0.0;
    friend constexpr bool operator==(const Percent&, const Percent&) = default;
};

/// A ratio to a mean, shown as "1.14x".
struct Ratio {
    double value = 0.0;
    friend constexpr bool operator==(const Ratio&, const Ratio&) = default;
};

/// A plain number that has no unit (a Mach number, a count), with the decimals it deserves.
struct Number {
    double value = 0.0;
    int decimals = 0;
    friend constexpr bool operator==(const Number&, const Number&) = default;
};

/// A sentence whose numbers are still quantities, so that the core can state a finding and whoever shows it chooses
/// the units (see units/render.hpp).
class Phrase {
public:
    using Part = std::variant<std::string, Length, Position, Area, Volume, Angle, Speed, PressureDifference, VolumeFlow,
                              RotationalSpeed, Percent, Ratio, Number>;

    Phrase() = default;
    explicit Phrase(std::string text) { m_parts.emplace_back(std::move(text)); }

    Phrase& operator<<(const char* text)
    {
        m_parts.emplace_back(std::string(text));
        return *this;
    }
    Phrase& operator<<(Part part)
    {
        m_parts.push_back(std::move(part));
        return *this;
    }
    Phrase& operator<<(const Phrase& other)
    {
        m_parts.insert(m_parts.end(), other.m_parts.begin(), other.m_parts.end());
        return *this;
    }

    [[nodiscard]] const std::vector<Part>& parts() const { return m_parts; }
    [[nodiscard]] bool empty() const { return m_parts.empty(); }
    friend bool operator==(const Phrase&, const Phrase&) = default;

private:
    std::vector<Part> m_parts;
};

}  // namespace euryth
