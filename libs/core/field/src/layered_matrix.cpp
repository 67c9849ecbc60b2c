// SPDX-License-Identifier: GPL-3.0-or-later
#include "layered_matrix.hpp"

namespace euryth::field {

LayeredMatrix::LayeredMatrix(const Mesh& mesh) : m_layers(mesh.layers() - 2), m_perLayer(mesh.perLayer)
{
    std::vector<std::vector<std::uint32_t>> near(mesh.perLayer);
    for (std::size_t c = 0; c < mesh.cellsPerLayer(); ++c) {
        for (std::size_t a = 0; a < 4; ++a)
            near[mesh.cells[c][a]].insert(near[mesh.cells[c][a]].end(), mesh.cells[c].begin(),
                                          mesh.cells[c].begin() + 4);
    }
    m_begin.push_back(0);
    for (auto& places : near) {
        std::ranges::sort(places);
        places.erase(std::ranges::unique(places).begin(), places.end());
        m_near.insert(m_near.end(), places.begin(), places.end());
        m_begin.push_back(m_near.size());
    }
    m_values.assign(3 * m_layers * m_near.size(), 0.0);
}

std::size_t LayeredMatrix::position(std::size_t place, std::uint32_t neighbour) const
{
    const auto first = m_near.begin() + static_cast<std::ptrdiff_t>(m_begin[place]);
    const auto last = m_near.begin() + static_cast<std::ptrdiff_t>(m_begin[place + 1]);
    return static_cast<std::size_t>(std::lower_bound(first, last, neighbour) - first);
}

void LayeredMatrix::multiply(const double* x, double* result) const
{
    parallelFor(m_layers, [&](std::size_t from, std::size_t to) {
        for (std::size_t layer = from; layer < to; ++layer) {
            // Beyond the ends the values are 0, so that any layer may stand in there.
            const double* own = x + layer * m_perLayer;
            const double* before = layer > 0 ? own - m_perLayer : own;
            const double* after = layer + 1 < m_layers ? own + m_perLayer : own;
            for (std::size_t place = 0; place < m_perLayer; ++place) {
                const std::uint32_t* near = &m_near[m_begin[place]];
                const std::size_t count = this->count(place);
                const double* value = &m_values[slot(layer, place, 0)];
                // Three sums, so that none has to wait for the last addition.
                double b = 0.0;
                double o = 0.0;
                double a = 0.0;
                for (std::size_t n = 0; n < count; ++n) {
                    b += value[n] * before[near[n]];
                    o += value[count + n] * own[near[n]];
                    a += value[2 * count + n] * after[near[n]];
                }
                result[layer * m_perLayer + place] = b + o + a;
            }
        }
    });
}

Eigen::VectorXd LayeredMatrix::diagonal() const
{
    Eigen::VectorXd diagonal(rows());
    for (std::size_t place = 0; place < m_perLayer; ++place) {
        const std::size_t own = position(place, static_cast<std::uint32_t>(place));
        for (std::size_t layer = 0; layer < m_layers; ++layer)
            diagonal[static_cast<Eigen::Index>(layer * m_perLayer + place)] = m_values[slot(layer, place, 1) + own];
    }
    return diagonal;
}

}  // namespace euryth::field
