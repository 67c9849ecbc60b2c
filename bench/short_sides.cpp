// SPDX-License-Identifier: GPL-3.0-or-later
// Runs the ports on which the severity of a short side is calibrated through the viscous package, one after another,
// and writes what it found: euryth-short-sides TABLE.csv [HOW_MANY]. Ports that are in the table already are left out,
// so that it can be stopped and begun again. A port takes about a minute of one core.
#include <cstdio>
#include <cstdlib>
#include <functional>
#include <set>

#include <Eigen/Dense>

#include "port_field/short_side_severity.hpp"
#include "short_side_set.hpp"
#include "units/format.hpp"
#include "viscous/solve.hpp"

using namespace euryth;
using short_side_set::Case;

namespace {

/// The greatest of all sections from the turn on, in the order of the air.
double weakBehindTurn(const port_field::ViscousAir& air, bool exhaust)
{
    double most = 0.0;
    for (const port_field::LayerAir& layer : air.layers()) {
        if (exhaust ? true : layer.s >= lengthFromMm(short_side_set::kStraight))
            most = std::max(most, layer.weak);
    }
    return most;
}

void note(Case& c, const port_field::ViscousAir& air)
{
    const port_field::LayerAir& throat = air.layers().back();
    c.lost = air.lost().si();
    for (const port_field::LayerAir& layer : air.layers())
        c.deadFloor = std::max(c.deadFloor, layer.deadFloor);
    c.deadAtThroat = 1.0 - throat.flowing;
    c.weakAtThroat = throat.weak;
    c.weak = weakBehindTurn(air, c.exhaust);
    if (const auto s = air.letsGoAt(geometry::Sector::Floor))
        c.letsGo = inMm(*s);
}

/// A port of one side with its marks.
struct Marked {
    std::array<double, port_field::kMarkCount> marks;
    double dead;
};

std::vector<Marked> markedOf(const std::vector<Case>& cases, bool exhaust)
{
    std::vector<Marked> marked;
    for (const Case& c : cases) {
        if (c.exhaust != exhaust)
            continue;
        const auto port = port_field::virtualPort(short_side_set::shapeOf(c), port_field::Quality::Coarse);
        if (!port)
            continue;
        marked.push_back({port_field::valuesOf(port_field::shortSideMarks(*port)), c.deadFloor});
        // A mark that does not count is the same for all, so that it gets no slope.
        const auto counts = port_field::countingMarks(exhaust);
        for (std::size_t k = 0; k < port_field::kMarkCount; ++k)
            marked.back().marks[k] = counts[k] ? marked.back().marks[k] : 0.0;
    }
    return marked;
}

Eigen::VectorXd fitted(const std::vector<Marked>& ports, const std::function<bool(std::size_t)>& counts)
{
    constexpr Eigen::Index columns = port_field::kMarkCount + 1;
    Eigen::MatrixXd a(0, columns);
    Eigen::VectorXd b(0);
    for (std::size_t i = 0; i < ports.size(); ++i) {
        if (!counts(i))
            continue;
        const Eigen::Index row = a.rows();
        a.conservativeResize(row + 1, columns);
        b.conservativeResize(row + 1);
        a(row, 0) = 1.0;
        for (std::size_t k = 0; k < port_field::kMarkCount; ++k)
            a(row, static_cast<Eigen::Index>(k) + 1) = ports[i].marks[k];
        b(row) = ports[i].dead;
    }
    return a.colPivHouseholderQr().solve(b);
}

double valueOf(const Eigen::VectorXd& fit, const Marked& port)
{
    double value = fit(0);
    for (std::size_t k = 0; k < port_field::kMarkCount; ++k)
        value += fit(static_cast<Eigen::Index>(k) + 1) * port.marks[k];
    return value;
}

void printFit(const std::vector<Case>& cases, bool exhaust)
{
    const auto ports = markedOf(cases, exhaust);
    constexpr std::size_t folds = 4;
    std::vector<double> told(ports.size());
    std::vector<double> found;
    double square = 0.0;
    for (std::size_t fold = 0; fold < folds; ++fold) {
        const auto fit = fitted(ports, [&](std::size_t i) { return i % folds != fold; });
        for (std::size_t i = fold; i < ports.size(); i += folds)
            told[i] = valueOf(fit, ports[i]);
    }
    for (std::size_t i = 0; i < ports.size(); ++i) {
        found.push_back(ports[i].dead);
        square += (told[i] - found[i]) * (told[i] - found[i]);
    }
    const auto fit = fitted(ports, [](std::size_t) { return true; });
    std::printf("%s, %zu ports: rank correlation of those left out %.3f, error %.4f\n  constant %.4f; slopes",
                exhaust ? "exhaust" : "intake", ports.size(), short_side_set::spearman(told, found),
                std::sqrt(square / static_cast<double>(ports.size())), fit(0));
    for (std::size_t k = 0; k < port_field::kMarkCount; ++k) {
        const auto mark = [k](const Marked& p) { return p.marks[k]; };
        std::printf(" %.4f (%.3f to %.3f)", fit(static_cast<Eigen::Index>(k) + 1),
                    mark(*std::ranges::min_element(ports, {}, mark)), mark(*std::ranges::max_element(ports, {}, mark)));
    }
    std::printf("\n");
}

}  // namespace

int main(int argc, char** argv)
{
    if (argc < 2) {
        std::fprintf(stderr, "euryth-short-sides TABLE.csv [FROM] [TO]\n");
        return 2;
    }
    if (argc > 2 && std::string(argv[1]) == "--fit") {
        const auto cases = short_side_set::readTable(argv[2]);
        printFit(cases, false);
        printFit(cases, true);
        return 0;
    }
    constexpr int usual = 108;
    const int from = argc > 2 ? std::atoi(argv[2]) : 0;
    const int to = argc > 3 ? std::atoi(argv[3]) : usual;
    std::set<std::string> done;
    for (const Case& c : short_side_set::readTable(argv[1]))
        done.insert(c.name);
    std::ofstream out(argv[1], std::ios::app);
    if (out.tellp() == 0)
        short_side_set::writeHeading(out);
    for (int i = from; i < to; ++i) {
        Case c = short_side_set::numbersOf(i);
        if (done.contains(c.name))
            continue;
        const auto shape = short_side_set::shapeOf(c);
        viscous::Task task;
        task.shape = shape;
        task.at = short_side_set::airOf(c, shape);
        task.quality = port_field::Quality::Normal;
        const auto solved = viscous::solve(task);
        if (!solved) {
            std::fprintf(stderr, "%s: %s\n", c.name.c_str(),
                         units::render(solved.error().why, units::DisplayUnits{}).c_str());
            continue;
        }
        note(c, *solved->air);
        short_side_set::writeRow(out, c);
        std::printf("%s: %.0f s\n", c.name.c_str(), solved->seconds);
        std::fflush(stdout);
    }
}
