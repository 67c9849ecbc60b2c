// SPDX-License-Identifier: GPL-3.0-or-later
// A shop's file and a job's book, whatever they hold: they are refused with a reason, or their queue comes to an end.
#include <cstdlib>
#include <fstream>
#include <iterator>

#include "files/shop_file.hpp"
#include "mutate.hpp"
#include "work/findings.hpp"
#include "work/queue.hpp"

using namespace euryth;

namespace {

std::string contentOf(const char* path)
{
    std::ifstream in(path, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), {}};
}

void reckon(const job::Shop& shop, const job::Job& job)
{
    const std::vector<work::Card> cards{{"a", work::condensed(job)}, {"b", work::condensed(job)}};
    const work::Day today = *work::dayOf("2026-03-25");
    const work::Queue queue = work::queueOf(shop, cards, today);
    for (const work::QueueRow& row : queue.rows) {
        if (!row.ready && row.ready.missing.empty())
            std::abort();
        if (row.ready && *row.ready < today)
            std::abort();
    }
    (void)work::findingsOf(job, shop, {std::chrono::sys_seconds(today), {}});
    (void)work::searchText(job);
}

}  // namespace

int main(int argc, char** argv)
{
    if (argc != 4)
        return 2;
    const std::string shopText = contentOf(argv[2]);
    const std::string jobText = contentOf(argv[3]);
    const auto shop = files::parseShop(shopText);
    const auto job = files::parseJob(jobText);
    if (!shop || !job)
        return 3;
    constexpr std::array<std::string_view, 16> pieces{
        "{",          "}",          "[",    "]",       ",",  "null", "-1", "1e308", "24", "\"\"", "\"2026-02-30\"",
        "9999-12-31", "0000-01-01", "1e-9", "\"mon\"", "999"};
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        const bool ofShop = fuzz::below(random, 2) == 0;
        const auto otherShop = ofShop ? files::parseShop(fuzz::mutated(shopText, pieces, random)) : shop;
        const auto otherJob = ofShop ? job : files::parseJob(fuzz::mutated(jobText, pieces, random));
        if ((!otherShop && otherShop.error().lines().empty()) || (!otherJob && otherJob.error().lines().empty()))
            std::abort();
        if (otherShop && otherJob)
            reckon(*otherShop, *otherJob);
        std::string moment = "2026-03-01T08:30:00+01:00";
        moment = fuzz::mutated(moment, pieces, random);
        if (const auto read = work::momentOf(moment); read && !work::momentOf(work::textOf(*read)))
            std::abort();
    });
}
