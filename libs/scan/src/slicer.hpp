// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <string_view>
#include <vector>

#include "scan/port_scan.hpp"

namespace euryth::scan {

/// A mesh made ready to be cut by planes, as often as one likes (CGAL).
class Slicer {
public:
    explicit Slicer(const Mesh& mesh);
    ~Slicer();
    Slicer(const Slicer&) = delete;
    Slicer& operator=(const Slicer&) = delete;

    /// The closed line round `inside` (or, where none is round it, that whose middle is nearest to it) in the plane
    /// through it; nothing where no closed line is near.
    [[nodiscard]] std::optional<std::vector<geometry::Point3>> around(const geometry::Point3& inside,
                                                                      const geometry::Point3& normal) const;

private:
    struct Hidden;
    std::unique_ptr<Hidden> m_hidden;
};

/// Points and triangles of an STL text or binary, points that are the same made one, in the file's numbers; nothing
/// where it is none.
std::optional<Mesh> soupOf(std::string_view bytes);

}  // namespace euryth::scan
