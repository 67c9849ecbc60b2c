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

/// Density over that of still air at a speed over the sound's of still air; nothing beyond the speed of sound.
std::optional<double> densityAt(double share)
{
    const double critical = 1.0 / (1.0 + kHalf);  // (v/a0)^2 at Mach 1
    if (share * share >= critical)
        return std::nullopt;
    return std::pow(1.0 - kHalf * share * share, 1.0 / (air::kGamma - 1.0));
}

double machAt(double share) { return share / std::sqrt(1.0 - kHalf * share * share); }

std::size_t layerOf(const Mesh& mesh, std::size_t cell) { return cell / (mesh.cells.size() / (mesh.layers() - 1)); }

void note(const Mesh& mesh, const std::vector<double>& shares, double sound, CompressibleFlow& flow)
{
    for (std::size_t c = 0; c < shares.size(); ++c) {
        flow.speed.push_back(shares[c] * sound);
        flow.mach.push_back(machAt(shares[c]));
        const std::size_t layer = layerOf(mesh, c);
        if (layer < mesh.firstInside || layer >= mesh.lastInside || flow.mach[c] <= flow.greatestMach)
            continue;
        flow.greatestMach = flow.mach[c];
        flow.fastestCell = c;
        flow.fastestLayer = layer;
    }
}

}  // namespace

std::optional<CompressibleFlow> solveCompressible(const Mesh& mesh, const air::AirState& room, MassFlow flow)
{
    const double sound = air::speedOfSound(room).si();
    const double volumeFlow = flow.si() / air::density(room).si();  // at the density of still air
    std::vector<double> density(mesh.cells.size(), 1.0);
    std::vector<double> shares(mesh.cells.size());
    Potential potential;
    for (int i = 1; i <= kMostIterations; ++i) {
        potential = solvePotential(mesh, density, potential.value, 1e-6);
        const std::vector<Vector3> velocities = cellVelocities(mesh, potential.value);
        double change = 0.0;
        for (std::size_t c = 0; c < density.size(); ++c) {
            shares[c] = velocities[c].length() * volumeFlow / (potential.flux * sound);
            const auto next = densityAt(shares[c]);
            if (!next)
                return std::nullopt;
            change = std::max(change, std::abs(*next - density[c]));
            density[c] = *next;
        }
        if (change < kSettled) {
            CompressibleFlow result;
            result.iterations = i;
            note(mesh, shares, sound, result);
            return result;
        }
    }
    return std::nullopt;
}

LocalChoke firstSonic(const Mesh& mesh, const air::AirState& room)
{
    double narrowest = layerArea(mesh, mesh.firstInside);
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer)
        narrowest = std::min(narrowest, layerArea(mesh, layer));
    const double choked =
        air::massFlowFunction(1.0) * air::density(room).si() * air::speedOfSound(room).si() * narrowest;
    LocalChoke choke;
    double low = 0.0;
    double high = choked;
    while (high - low > 1e-3 * choked) {
        const double middle = (low + high) / 2.0;
        if (const auto flow = solveCompressible(mesh, room, MassFlow::fromSi(middle))) {
            low = middle;
            choke = {MassFlow::fromSi(middle), flow->fastestLayer, flow->fastestCell};
        } else {
            high = middle;
        }
    }
    return choke;
}

}  // namespace euryth::field
