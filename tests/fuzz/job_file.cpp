// SPDX-License-Identifier: GPL-3.0-or-later
#include <cstdlib>
#include <fstream>
#include <iterator>

#include "files/house_file.hpp"
#include "judgement/calls.hpp"
#include "judgement/house_change.hpp"
#include "judgement/planned_port.hpp"
#include "mutate.hpp"

using namespace euryth;

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
        const auto job = files::parseJob(fuzz::mutated(demo, pieces, random));
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
                const auto analysis = judgement::analyse(*job, port);
                judgement::callsFor(*job, port, analysis);
                judgement::comparePlans(*job, port, analysis);
                judgement::planShrouding(*job, port, judgement::planValveEnd(*job, port, analysis));
                judgement::compareHouses(*job, port, {});
            }
        }
    });
}
