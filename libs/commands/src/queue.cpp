// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "tasks/shop_folder.hpp"

namespace euryth::commands {

namespace {

Json dayOrNull(const std::optional<work::Day>& day) { return day ? Json(work::textOf(*day)) : Json(nullptr); }

Json rowJson(const work::QueueRow& row, const work::Card& card, std::size_t place)
{
    Json json;
    json["file"] = card.file;
    json["title"] = card.job.title;
    json["place"] = place + 1;
    put(json, "hours_left", numberOrNull(row.hoursLeft.value), row.hoursLeft.missing);
    json["next"] = row.next ? Json(card.job.work.operations[*row.next].id) : Json(nullptr);
    json["waits_for"] = Json::array();
    for (const Phrase& what : row.waitsFor)
        json["waits_for"].push_back(words(what));
    put(json, "ready", dayOrNull(row.ready.value), row.ready.missing);
    json["ready_early"] = dayOrNull(row.readyEarly);
    json["ready_late"] = dayOrNull(row.readyLate);
    json["promised"] = dayOrNull(row.promised);
    json["late_days"] = row.lateDays ? Json(*row.lateDays) : Json(nullptr);
    json["late_because"] = row.why.empty() ? Json(nullptr) : Json(words(row.why));
    return json;
}

}  // namespace

int callQueue(const Request& request, std::ostream& out)
{
    const work::Day today = todayOf(request);
    const auto jobs = tasks::readShop(request.jobPath);
    if (!jobs)
        throw fileTrouble(jobs.error());
    auto shop = tasks::loadShop(request.jobPath);
    if (!shop)
        throw CallError(kJobHasErrors, shop.error());
    Json result;
    result["today"] = work::textOf(today);
    result["assumed"] = Json::array();
    if (work::Calendar(*shop).people() == 0) {
        constexpr double usualHours = 8.0;
        shop->people = {{"", usualHours, {}, {}}};
        result["assumed"].push_back(words(say("assumed.shop-person", {{"hours", Number{usualHours, 0}}})));
    }
    const work::Queue queue = work::queueOf(*shop, jobs->cards, today);
    result["jobs"] = Json::array();
    for (const std::size_t i : work::lateFirst(queue))
        result["jobs"].push_back(rowJson(queue.rows[i], jobs->cards[queue.rows[i].card], i));
    result["unreadable"] = Json::array();
    for (const tasks::Unreadable& file : jobs->unreadable) {
        result["unreadable"].push_back({{"file", file.file}, {"why", words(file.why)}});
        request.tell(say("cli.unreadable", {{"file", file.file}, {"why", file.why}}));
    }
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
