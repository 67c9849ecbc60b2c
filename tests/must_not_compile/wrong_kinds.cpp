// SPDX-License-Identifier: GPL-3.0-or-later
// Not part of any target: the compiler is asked to refuse each case (see CMakeLists.txt).
#include <optional>

#include "job/describe.hpp"

using namespace euryth;

/// A visitor like those of the file, of one number.
struct Reads {
    template <class T>
    void measured(const job::FieldOf<T>&, std::optional<T>&)
    {
    }
};

int main()
{
    Reads reads;
    [[maybe_unused]] job::Valve valve;
    [[maybe_unused]] job::Bench bench;
    [[maybe_unused]] job::Engine engine;
#if CASE == 0
    reads.measured(job::field::stem, valve.stem);
#elif CASE == 1
    reads.measured(job::field::seatAngle, valve.stem);  // an angle is no length
#elif CASE == 2
    reads.measured(job::field::depression, bench.pressure);  // a difference is no absolute pressure
#elif CASE == 3
    reads.measured(job::field::humidity, engine.cylinders);  // a share is no count
#elif CASE == 4
    [[maybe_unused]] constexpr job::FieldOf<Length> wrong{"turn", "turn_deg", job::field::kDegree, {}};
#endif
}
