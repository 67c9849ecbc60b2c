// SPDX-License-Identifier: GPL-3.0-or-later
// Kept viscous runs and the flow package's files: whatever is in them, they are read whole or refused with a text.
#include <cstdlib>

#include "mutate.hpp"
#include "support/made_run.hpp"
#include "support/reference_port.hpp"
#include "viscous/result.hpp"

using namespace euryth;

int main(int argc, char** argv)
{
    if (argc != 3)
        return 2;
    port_field::PortShape shape;
    for (const double s : {0.0, 20.0, 40.0})
        shape.sections.push_back(
            {lengthFromMm(s), poseAt(s, 0, 0), geometry::RoundedRectangle{lengthFromMm(30), lengthFromMm(30), {}}});
    const auto run = madeRun("I1", shape, port_field::Quality::Coarse);
    const auto& air = *run.solved.air;
    const std::string file = viscous::packed(run);
    const std::string record = viscous::unsqueezed(file);
    const std::filesystem::path folder = argv[2];
    writeResult(folder / "1", air.cells(), wallFacesOf(air.port().mesh()));
    const std::string speeds = "internalField nonuniform List<vector> 3 ((1 2 3) (4 5 6) (7 8 9));";
    constexpr std::array<std::string_view, 12> pieces{"nan",          "1e999", "(",           ")",
                                                      "List<vector>", "-1",    "99999999999", "nonuniform",
                                                      "\xff\xff",     "",      "sections",    "rounded"};
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        const bool inside = fuzz::below(random, 3) > 0;
        const auto back = viscous::unpacked(inside ? viscous::squeezed(fuzz::mutated(record, pieces, random))
                                                   : fuzz::mutated(file, pieces, random));
        if (back ? !back->solved.air : back.error().empty())
            std::abort();
        writeText(folder / "1" / "U", fuzz::mutated(speeds, pieces, random));
        const auto read = viscous::readResult(folder, air.port().mesh());
        if (!read && read.error().empty())
            std::abort();
        viscous::ProgressReader reader;
        const std::string line = fuzz::mutated(std::string("Time = 3"), pieces, random);
        static_cast<void>(reader.read(line));
        static_cast<void>(
            reader.read(fuzz::mutated(std::string("x: Solving for Ux, Initial residual = 0.1"), pieces, random)));
    });
}
