// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "analysis/port_analysis.hpp"

namespace euryth::cut_work {

/// What was kept of an element of a port's cuts; null where nothing was.
const job::CutProgress* progressOf(const job::Port& port, cutting::Element element);
/// The same to write into; made where there is none.
job::CutProgress& progressFor(job::Port& port, cutting::Element element);

/// An element on one port.
struct ElementState {
    std::vector<std::size_t> cuts;  ///< of the port's plan (indices)
    bool done = false;
    double minutes = 0.0;
    [[nodiscard]] bool wanted() const { return !cuts.empty(); }
};

/// One element on every port before the next one: hands repeat what they have just done, and ports come out alike.
struct Board {
    std::vector<std::size_t> ports;             ///< indices into the job
    std::vector<cutting::Element> elements;     ///< that some port's plan has or has had, in the order of work
    std::vector<std::vector<ElementState>> at;  ///< [element][port]

    /// The next one to do: the first element that is not done on all ports, and the first port that wants it.
    struct Place {
        std::size_t element = 0;
        std::size_t port = 0;
    };
    [[nodiscard]] std::optional<Place> next() const;
};
using AnalysisOf = std::function<const analysis::PortAnalysis&(std::size_t)>;
Board boardOf(const job::Job& job, const AnalysisOf& analysisOf);

/// The size of a section's box that the plan wants once an element is done, with all elements before it.
geometry::Box wantedBox(const analysis::PortAnalysis& analysis, cutting::Element element, std::size_t station);

/// A section measured again while it is cut, against what the plan wants once the element is done.
struct Remainder {
    cutting::Element element{};
    std::size_t station = 0;
    /// Over both walls together; under 0 too much has gone. Nothing where it was not measured.
    std::optional<Length> width;
    std::optional<Length> height;
    Length wantedWidth;
    Length wantedHeight;

    /// The most that has gone too far; 0 or less where nothing has.
    [[nodiscard]] Length over() const;
};
/// The last measurement at each place of each element, in the order of the stations. A place that is no station is left
/// out, and so is an element that the plan does not have.
std::vector<Remainder> remaindersOf(const job::Port& port, const analysis::PortAnalysis& analysis);

/// From how much on a port is told to be too large, or larger than another one: what a caliper and a careful hand
/// repeat (common practice, no source).
inline constexpr Length kTooFar = lengthFromMm(0.1);

/// What a place that has gone too far leaves: of the thinnest wall that the element cuts there, by what is over divided
/// between two walls.
struct TooFar {
    Remainder at;
    std::optional<Length> wallLeft;  ///< nothing where no wall is known
    std::optional<Length> reserve;   ///< that should stay
    [[nodiscard]] bool intoReserve() const { return wallLeft && reserve && *wallLeft < *reserve; }
};
std::vector<TooFar> tooFar(const job::Port& port, const analysis::PortAnalysis& analysis);

/// A port beside the first of its kind that was measured at the same place of the same element.
struct Uneven {
    std::size_t port = 0;   ///< the fatter one
    std::size_t other = 0;  ///< the leaner one
    cutting::Element element{};
    Length s;
    bool width = false;  ///< else the height
    Length by;
};
/// Where alike ports that were measured again differ by more than kTooFar: the greatest difference of each element.
std::vector<Uneven> unevenPorts(const job::Job& job, std::size_t port);

}  // namespace euryth::cut_work
