// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <compare>
#include <concepts>

namespace euryth {

/// The exponents of a physical dimension: length, mass, time, temperature and plane angle.
///
/// Angle is kept as a base dimension of its own (against SI practice) so that a torque (energy per angle) and an
/// energy, or a rotational speed and a rate, cannot be mixed up by the compiler.
struct Dimension {
    int length = 0;
    int mass = 0;
    int time = 0;
    int temperature = 0;
    int angle = 0;

    friend constexpr bool operator==(const Dimension&, const Dimension&) = default;
    friend constexpr Dimension operator+(Dimension a, Dimension b)
    {
        return {a.length + b.length, a.mass + b.mass, a.time + b.time, a.temperature + b.temperature,
                a.angle + b.angle};
    }
    friend constexpr Dimension operator-(Dimension a, Dimension b)
    {
        return {a.length - b.length, a.mass - b.mass, a.time - b.time, a.temperature - b.temperature,
                a.angle - b.angle};
    }
};

/// A number with a dimension, held in SI units (m, kg, s, K, rad).
///
/// There is no conversion from or to a bare number except through `fromSi`/`si` and the named makers and readers
/// below, and no conversion between dimensions. A ratio of equal dimensions is a plain `double`.
template <Dimension D>
class Quantity {
public:
    constexpr Quantity() = default;

    static constexpr Quantity fromSi(double value) { return Quantity(value); }
    [[nodiscard]] constexpr double si() const { return m_value; }
    [[nodiscard]] bool isFinite() const { return std::isfinite(m_value); }

    constexpr auto operator<=>(const Quantity&) const = default;

    constexpr Quantity operator-() const { return Quantity(-m_value); }
    constexpr Quantity& operator+=(Quantity b)
    {
        m_value += b.m_value;
        return *this;
    }
    constexpr Quantity& operator-=(Quantity b)
    {
        m_value -= b.m_value;
        return *this;
    }
    friend constexpr Quantity operator+(Quantity a, Quantity b) { return Quantity(a.m_value + b.m_value); }
    friend constexpr Quantity operator-(Quantity a, Quantity b) { return Quantity(a.m_value - b.m_value); }
    friend constexpr Quantity operator*(Quantity a, double b) { return Quantity(a.m_value * b); }
    friend constexpr Quantity operator*(double a, Quantity b) { return Quantity(a * b.m_value); }
    friend constexpr Quantity operator/(Quantity a, double b) { return Quantity(a.m_value / b); }
    friend constexpr double operator/(Quantity a, Quantity b) { return a.m_value / b.m_value; }

private:
    explicit constexpr Quantity(double value) : m_value(value) {}
    double m_value = 0.0;
};

template <Dimension A, Dimension B>
constexpr auto operator*(Quantity<A> a, Quantity<B> b)
{
    if constexpr (A + B == Dimension{})
        return a.si() * b.si();
    else
        return Quantity<A + B>::fromSi(a.si() * b.si());
}

template <Dimension A, Dimension B>
requires(!(A == B)) constexpr auto operator/(Quantity<A> a, Quantity<B> b)
{
    return Quantity<A - B>::fromSi(a.si() / b.si());
}

template <Dimension D>
constexpr Quantity<D> abs(Quantity<D> q)
{
    return q.si() < 0.0 ? -q : q;
}

/// A point on a scale with an origin (absolute pressure, gauge pressure, temperature): points can be told apart and
/// subtracted, and a difference can be added to a point; two points cannot be added. `Tag` keeps scales apart.
template <class Tag, class Difference>
class ScalePoint {
public:
    constexpr ScalePoint() = default;
    static constexpr ScalePoint fromSi(double value) { return ScalePoint(value); }
    [[nodiscard]] constexpr double si() const { return m_value; }

    constexpr auto operator<=>(const ScalePoint&) const = default;
    friend constexpr Difference operator-(ScalePoint a, ScalePoint b)
    {
        return Difference::fromSi(a.m_value - b.m_value);
    }
    friend constexpr ScalePoint operator+(ScalePoint a, Difference d) { return ScalePoint(a.m_value + d.si()); }
    friend constexpr ScalePoint operator-(ScalePoint a, Difference d) { return ScalePoint(a.m_value - d.si()); }
    /// Ratio of two points; meaningful for the absolute scales only, so restricted to them.
    friend constexpr double operator/(ScalePoint a, ScalePoint b) requires(Tag::isAbsolute)
    {
        return a.m_value / b.m_value;
    }

private:
    explicit constexpr ScalePoint(double value) : m_value(value) {}
    double m_value = 0.0;
};

}  // namespace euryth
