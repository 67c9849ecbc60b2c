// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/compressible.hpp"

#include <algorithm>
#include <cmath>

#include "air/isentropic.hpp"

namespace euryth::field {

namespace {

constexpr double kHalf = (air::kGamma - 1.0) / 2.0;
constexpr int kMostIterations = 40;
constexpr double kSettled = 1e-5;

constexpr double kCritical = 1.0 / (1.0 + kHalf);  // (v/a0)^2 at Mach 1

/// Density over that of still air at a speed over the sound's of still air, at most that speed.
double densityAt(double share)
{
    return std::pow(1.0 - kHalf * std::min(share * share, kCritical), 1.0 / (air::kGamma - 1.0));
}

/// Cells whose middle is nearer to the wall than `least`.
std::vector<bool> cellsNearWall(const Mesh& mesh, Length least)
{
    std::vector<bool> near(mesh.cells.size(), false);
    if (least <= Length{})
        return near;
    const std::vector<double> distances = distancesFromWall(mesh);
    for (std::size_t c = 0; c < near.size(); ++c) {
        double sum = 0.0;
        for (const std::uint32_t node : mesh.cells[c])
            sum += distances[node];
        near[c] = sum / static_cast<double>(mesh.cells[c].size()) < least.si();
    }
    return near;
}

/// Beyond the greatest speed that air can reach there is no Mach number; such a place does not count anyway.
double machAt(double share) { return share / std::sqrt(std::max(1.0 - kHalf * share * share, 1e-6)); }

std::size_t layerOf(const Mesh& mesh, std::size_t cell) { return cell / mesh.cellsPerLayer(); }

void note(const Mesh& mesh, const std::vector<double>& shares, double sound, const std::vector<bool>& nearWall,
          CompressibleFlow& flow)
{
    for (std::size_t c = 0; c < shares.size(); ++c) {
        flow.speed.push_back(shares[c] * sound);
        flow.mach.push_back(machAt(shares[c]));
        const std::size_t layer = layerOf(mesh, c);
        if (layer < mesh.firstInside || layer >= mesh.lastInside || nearWall[c] || flow.mach[c] <= flow.greatestMach)
            continue;
        flow.greatestMach = flow.mach[c];
        flow.fastestCell = c;
        flow.fastestLayer = layer;
    }
}

}  // namespace

CompressibleSolver::CompressibleSolver(const Mesh& mesh, const air::AirState& room, Length fromWall)
    : m_mesh(mesh),
      m_solver(mesh),
      m_nearWall(cellsNearWall(mesh, fromWall)),
      m_sound(air::speedOfSound(room).si()),
      m_roomDensity(air::density(room).si()),
      m_density(mesh.cells.size(), 1.0)
{
}

std::optional<CompressibleFlow> CompressibleSolver::at(MassFlow flow)
{
    const double volumeFlow = flow.si() / m_roomDensity;  // at the density of still air
    std::vector<double> density = m_density;
    std::vector<double> shares(m_mesh.cells.size());
    Potential potential{m_potential, 0.0, 0};
    for (int i = 1; i <= kMostIterations; ++i) {
        potential = m_solver.solve(density, potential.value, 1e-6);
        const std::vector<Vector3> velocities = cellVelocities(m_mesh, potential.value);
        double change = 0.0;
        for (std::size_t c = 0; c < density.size(); ++c) {
            shares[c] = velocities[c].length() * volumeFlow / (potential.flux * m_sound);
            if (shares[c] * shares[c] >= kCritical && !m_nearWall[c])
                return std::nullopt;
            const double next = densityAt(shares[c]);
            change = std::max(change, std::abs(next - density[c]));
            density[c] = next;
        }
        if (change >= kSettled)
            continue;
        m_density = std::move(density);
        m_potential = potential.value;
        return settled(potential, shares, volumeFlow, i);
    }
    return std::nullopt;
}

CompressibleFlow CompressibleSolver::settled(const Potential& potential, const std::vector<double>& shares,
                                             double volumeFlow, int iterations) const
{
    CompressibleFlow result;
    result.iterations = iterations;
    note(m_mesh, shares, m_sound, m_nearWall, result);
    const double factor = volumeFlow / potential.flux;
    for (const Vector3& v : nodeVelocities(m_mesh, potential.value))
        result.velocities.push_back({v.x * factor, v.y * factor, v.z * factor});
    return result;
}

std::optional<CompressibleFlow> solveCompressible(const Mesh& mesh, const air::AirState& room, MassFlow flow,
                                                  Length fromWall)
{
    return CompressibleSolver(mesh, room, fromWall).at(flow);
}

LocalChoke firstSonic(const Mesh& mesh, const air::AirState& room, Length fromWall, const std::stop_token& stop)
{
    double narrowest = layerArea(mesh, mesh.firstInside);
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer)
        narrowest = std::min(narrowest, layerArea(mesh, layer));
    const double choked =
        air::massFlowFunction(1.0) * air::density(room).si() * air::speedOfSound(room).si() * narrowest;
    CompressibleSolver iteration(mesh, room, fromWall);
    LocalChoke choke;
    double low = 0.0;
    double high = choked;
    while (high - low > 1e-3 * choked && !stop.stop_requested()) {
        const double middle = (low + high) / 2.0;
        if (const auto flow = iteration.at(MassFlow::fromSi(middle))) {
            low = middle;
            choke = {MassFlow::fromSi(middle), flow->fastestCell, flow->fastestLayer, middle / choked};
        } else {
            high = middle;
        }
    }
    return choke;
}

}  // namespace euryth::field
