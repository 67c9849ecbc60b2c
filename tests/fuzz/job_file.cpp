// SPDX-License-Identifier: GPL-3.0-or-later
#include <chrono>
#include <cstdlib>
#include <fstream>
#include <iterator>

#include "calls/calls.hpp"
#include "engine/engine_run.hpp"
#include "field/mesh.hpp"
#include "files/house_file.hpp"
#include "mutate.hpp"
#include "plans/house_change.hpp"
#include "plans/planned_port.hpp"
#include "port_field/air_field.hpp"

using namespace euryth;

namespace {

/// A copy with one number slipped: another decimal mark, another power of ten, nothing.
std::string slipped(const std::string& text, fuzz::Random& random)
{
    constexpr std::array<std::string_view, 12> numbers{"0",    "5e-324", "1e-300", "1e-9", "1e-3", "0.1",
                                                       "0.94", "9.4",    "9400",   "1e6",  "1e9",  "-1"};
    const std::size_t from = text.find(": ", fuzz::below(random, text.size() - 1));
    if (from == std::string::npos || from + 2 >= text.size())
        return text;
    const std::size_t begin = from + 2;
    const std::size_t end = text.find_first_not_of("0123456789.-eE", begin);
    if (end == std::string::npos || end == begin)
        return text;
    return text.substr(0, begin) + std::string(numbers[fuzz::below(random, numbers.size())]) + text.substr(end);
}

/// Whatever a job may hold, its engine and its air come to an end, in a value or in words.
void workOut(const job::Job& job, const job::Port& port)
{
    const auto begin = std::chrono::steady_clock::now();
    const auto analysis = analysis::analyse(job, port);
    if (const auto model = engine::engineModel(job, port, analysis); model)
        engine::runEngine(*model, rotationFromRpm(7000));
    else if (model.missing.empty())
        std::abort();
    const auto shape = port_field::shapeOf(port, analysis);
    const auto air = shape ? port_field::virtualPort(*shape, field::Fineness{4, 3, 16})
                           : Known<port_field::VirtualPort>{std::nullopt, shape.missing};
    if (air)
        port_field::shortSide(*air, port_field::roomOrStandardAir(job.bench), VolumeFlow::fromSi(0.08));
    else if (air.missing.empty())
        std::abort();
    // Far more than any of it takes under the sanitizers: only what hangs gets here.
    constexpr std::chrono::seconds far{60};
    if (std::chrono::steady_clock::now() - begin > far)
        std::abort();
}

}  // namespace

int main(int argc, char** argv)
{
    if (argc != 3)
        return 2;
    std::ifstream in(argv[2], std::ios::binary);
    const std::string demo{std::istreambuf_iterator<char>(in), {}};
    const std::string rules = files::houseText({});
    constexpr std::array<std::string_view, 16> pieces{
        "{", "}", "[", "]", ",", ":", "null", "-1", "1e308", "1e-300", "\"\"", "true", "0.0", "NaN", "\"s_mm\"", "\\u"};
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        const bool slip = fuzz::below(random, 2) == 0;
        const auto job = files::parseJob(slip ? slipped(demo, random) : fuzz::mutated(demo, pieces, random));
        const auto house = files::parseHouse(fuzz::mutated(rules, pieces, random));
        const auto same = files::parseHouse(files::houseText(house.value_or(job::House{})));
        if (!same || (house ? !(*same == *house) : house.error().problems.empty()))
            std::abort();
        if (!job) {
            if (job.error().problems.empty())
                std::abort();  // refused without a word
            return;
        }
        // Whatever is accepted has to be written, read back equal, and worked out without a fault.
        const std::string saved = files::jobText(*job);
        const auto again = files::parseJob(saved);
        if (!again || files::jobText(*again) != saved)
            std::abort();
        if (fuzz::below(random, 20) == 0) {
            for (const job::Port& port : job->ports) {
                const auto analysis = analysis::analyse(*job, port);
                calls::callsFor(*job, port, analysis);
                plans::comparePlans(*job, port, analysis);
                plans::planShrouding(*job, port, plans::planValveEnd(*job, port, analysis));
                plans::compareHouses(*job, port, {});
            }
            if (!job->ports.empty())
                workOut(*job, job->ports[fuzz::below(random, job->ports.size())]);
        }
    });
}
