// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "field/mesh.hpp"
#include "geometry/loft.hpp"
#include "places.hpp"

namespace euryth::field {

/// A mesh's layers fitted to what hangs into the passage.
///
/// The roof's rings, the middle block and the floor's rings are one grid of lines across (from the left) and down (from
/// the roof). An obstacle takes the same cells of it in all its layers: the lines at their edge are drawn to its faces,
/// wall points slide along the wall, and the points between follow (Laplace's equation for their displacement). A few
/// layers before and behind it the lines run back to where they were.
class ObstacleFit {
public:
    /// `inside`: distances of the measured runner's layers, metres; `sweep`: their points.
    ObstacleFit(const Places& places, std::span<const double> inside, const geometry::Sweep& sweep,
                std::span<const geometry::Obstacle> obstacles);

    [[nodiscard]] bool moves(std::size_t layer) const { return !m_layers[layer].empty(); }
    /// The fitted points of a layer in its section.
    [[nodiscard]] const std::vector<geometry::Point>& layer(std::size_t layer) const { return m_layers[layer]; }
    /// Marks the cells of the obstacles.
    void block(Mesh& mesh) const;

private:
    /// Cells that an obstacle takes: lines `left` to `right` across, and down to line `down`, between two layers.
    struct Taken {
        const geometry::Obstacle* obstacle = nullptr;
        std::size_t left = 0;
        std::size_t right = 0;
        std::size_t down = 0;
        std::size_t first = 0;
        std::size_t last = 0;
        [[nodiscard]] bool isAt(std::size_t layer) const { return layer >= first && layer <= last; }
    };
    class LayerFit;

    [[nodiscard]] std::optional<Taken> takenBy(const geometry::Obstacle& obstacle, std::span<const double> inside,
                                               const geometry::Sweep& sweep) const;
    [[nodiscard]] std::vector<geometry::Point> fitted(std::size_t layer, double s,
                                                      const std::vector<geometry::Point>& points) const;

    Places m_places;
    std::vector<Taken> m_taken;
    std::vector<std::vector<geometry::Point>> m_layers;  ///< empty where nothing moves
};

}  // namespace euryth::field
