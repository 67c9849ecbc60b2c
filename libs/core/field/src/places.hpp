// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>
#include <vector>

#include "field/mesh.hpp"

namespace euryth::field {

/// A share of the way from one point to another.
inline geometry::Point mix(geometry::Point a, geometry::Point b, double share)
{
    return {a.left + (b.left - a.left) * share, a.up + (b.up - a.up) * share};
}

/// The order of the nodes in a layer of the O-grid: the middle block row by row, then the rings from inside out.
class Places {
public:
    Places(std::size_t core, std::size_t rings) : m_core(core), m_rings(rings) {}

    [[nodiscard]] std::size_t core() const { return m_core; }
    [[nodiscard]] std::size_t rings() const { return m_rings; }
    [[nodiscard]] std::size_t around() const { return 4 * m_core; }
    [[nodiscard]] std::size_t inBlock() const { return (m_core + 1) * (m_core + 1); }
    [[nodiscard]] std::size_t count() const { return inBlock() + around() * m_rings; }
    [[nodiscard]] std::uint32_t core(std::size_t i, std::size_t j) const
    {
        return static_cast<std::uint32_t>(j * (m_core + 1) + i);
    }
    /// Ring 0 is the edge of the middle block, the last one the wall; k runs clockwise from the roof-left corner.
    [[nodiscard]] std::uint32_t ring(std::size_t r, std::size_t k) const
    {
        k %= around();
        if (r > 0)
            return static_cast<std::uint32_t>(inBlock() + (r - 1) * around() + k);
        const std::size_t n = m_core;
        if (k < n)
            return core(k, 0);
        if (k < 2 * n)
            return core(n, k - n);
        return k < 3 * n ? core(3 * n - k, n) : core(0, 4 * n - k);
    }
    /// Cells of one layer, as places of its first section and of the next.
    [[nodiscard]] std::vector<std::array<std::uint32_t, 4>> faces() const
    {
        std::vector<std::array<std::uint32_t, 4>> quads;
        for (std::size_t j = 0; j < m_core; ++j) {
            for (std::size_t i = 0; i < m_core; ++i)
                quads.push_back({core(i, j), core(i + 1, j), core(i + 1, j + 1), core(i, j + 1)});
        }
        for (std::size_t r = 0; r < m_rings; ++r) {
            for (std::size_t k = 0; k < around(); ++k)
                quads.push_back({ring(r, k), ring(r + 1, k), ring(r + 1, k + 1), ring(r, k + 1)});
        }
        return quads;
    }

private:
    std::size_t m_core;
    std::size_t m_rings;
};

inline Places placesOf(const Mesh& mesh)
{
    const std::size_t core = mesh.wall.size() / 4;
    return {core, (mesh.perLayer - (core + 1) * (core + 1)) / mesh.wall.size()};
}

}  // namespace euryth::field
