// SPDX-License-Identifier: GPL-3.0-or-later
// A scan, whatever its bytes are: it is refused with a reason, or its passage is found, or there is none.
#include <cmath>
#include <cstdlib>
#include <cstring>

#include "job/traced.hpp"
#include "mutate.hpp"
#include "scan/port_scan.hpp"

using namespace euryth;

namespace {

using Triangle = std::array<geometry::Point3, 3>;

/// A short open pipe, in mm.
std::vector<Triangle> pipe()
{
    constexpr int around = 8;
    constexpr int along = 12;
    const auto at = [](int i, int k) {
        const double t = 2.0 * M_PI * (k % around) / around;
        return geometry::Point3{5.0 * i, 10.0 * std::cos(t), 10.0 * std::sin(t)};
    };
    std::vector<Triangle> triangles;
    for (int i = 0; i < along; ++i) {
        for (int k = 0; k < around; ++k) {
            triangles.push_back({at(i, k), at(i + 1, k), at(i + 1, k + 1)});
            triangles.push_back({at(i, k), at(i + 1, k + 1), at(i, k + 1)});
        }
    }
    return triangles;
}

std::string asText(const std::vector<Triangle>& triangles)
{
    std::string text = "solid p\n";
    for (const Triangle& t : triangles) {
        text += "facet normal 0 0 0\nouter loop\n";
        for (const auto& p : t)
            text += "vertex " + std::to_string(p.x) + ' ' + std::to_string(p.y) + ' ' + std::to_string(p.z) + '\n';
        text += "endloop\nendfacet\n";
    }
    return text + "endsolid p\n";
}

std::string asBytes(const std::vector<Triangle>& triangles)
{
    std::string bytes(80, ' ');
    const auto add = [&bytes](const auto& value) {
        std::array<char, sizeof(value)> raw{};
        std::memcpy(raw.data(), &value, raw.size());
        bytes.append(raw.data(), raw.size());
    };
    add(static_cast<std::uint32_t>(triangles.size()));
    for (const Triangle& t : triangles) {
        for (int i = 0; i < 3; ++i)
            add(0.0F);
        for (const auto& p : t) {
            add(static_cast<float>(p.x));
            add(static_cast<float>(p.y));
            add(static_cast<float>(p.z));
        }
        add(std::uint16_t{0});
    }
    return bytes;
}

}  // namespace

int main(int argc, char** argv)
{
    if (argc != 2)
        return 2;
    const std::string text = asText(pipe());
    const std::string bytes = asBytes(pipe());
    for (const std::string& sound : {text, bytes}) {
        const auto mesh = scan::readStl(sound, lengthFromMm(1.0));
        if (!mesh || !scan::slicePort(*mesh, false))
            return 3;
    }
    constexpr std::array<std::string_view, 12> pieces{"nan",    "inf",     "-1e308",   "1e-308",
                                                      "facet",  "endloop", "solid",    "\xff\xff\xff\xff",
                                                      "vertex", "0",       "endsolid", "\n"};
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        const auto mesh =
            scan::readStl(fuzz::mutated(fuzz::below(random, 2) == 0 ? text : bytes, pieces, random), lengthFromMm(1.0));
        if (!mesh) {
            if (mesh.error().empty())
                std::abort();
            return;
        }
        const auto scan = scan::slicePort(*mesh, fuzz::below(random, 2) == 0);
        if (!scan)
            return;
        for (const std::size_t i : scan::proposeStations(*scan)) {
            if (job::tracedStation(scan->slices.at(i)).section.points.size() < 3)
                std::abort();
        }
    });
}
