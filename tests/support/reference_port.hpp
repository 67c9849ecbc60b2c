// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <fstream>
#include <sstream>
#include <stdexcept>
#include <string>
#include <vector>

#include "geometry/loft.hpp"

namespace euryth {

inline geometry::Pose poseAt(double x, double z, double pitch, double y = 0, double yaw = 0)
{
    return {lengthFromMm(x), lengthFromMm(y), lengthFromMm(z), angleFromDegrees(pitch), angleFromDegrees(yaw)};
}

inline std::vector<std::vector<double>> numbersOf(const std::string& name)
{
    std::ifstream in(std::string(EURYTH_TEST_DATA) + "/field/" + name);
    if (!in)
        throw std::runtime_error(name + " is missing");
    std::vector<std::vector<double>> rows;
    for (std::string line; std::getline(in, line);) {
        if (line.empty() || line[0] == '#' || line[0] == 's')
            continue;
        std::istringstream cells(line);
        rows.emplace_back();
        for (std::string cell; std::getline(cells, cell, ',');)
            rows.back().push_back(std::stod(cell));
    }
    return rows;
}

/// The reference port as it was solved independently.
inline std::vector<geometry::PlacedSection> referencePort()
{
    std::vector<geometry::PlacedSection> sections;
    for (const auto& r : numbersOf("bend-12-stations.csv")) {
        const geometry::CornerRadii corners{lengthFromMm(r[6]), lengthFromMm(r[7]), lengthFromMm(r[8]),
                                            lengthFromMm(r[9])};
        sections.push_back({lengthFromMm(r[0]), poseAt(r[1], r[2], r[3]),
                            geometry::RoundedRectangle{lengthFromMm(r[4]), lengthFromMm(r[5]), corners}});
    }
    return sections;
}

inline constexpr VolumeFlow kReferenceFlow = VolumeFlow::fromSi(0.11798686074999999);

}  // namespace euryth
