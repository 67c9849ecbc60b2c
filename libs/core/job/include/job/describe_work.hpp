// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>

#include "job/describe_kinds.hpp"
#include "job/fields.hpp"
#include "job/shop.hpp"
#include "job/work.hpp"

/// The shape of a job's book and of a shop's file, for the visitors of job/describe.hpp; with `words`, a list of texts.
namespace euryth::job {

inline constexpr std::array<std::string_view, 4> kOperationStateKeys{"open", "begun", "done", "left out"};
inline constexpr std::array<std::string_view, 2> kWorkPlaceKeys{"own", "outside"};
inline constexpr std::array<std::string_view, 4> kPartStateKeys{"wanted", "ordered", "arrived", "does not fit"};
inline constexpr std::array<std::string_view, 3> kPictureStateKeys{"before", "between", "after"};
inline constexpr std::array<std::string_view, kWeekDays> kWeekDayKeys{"mon", "tue", "wed", "thu", "fri", "sat", "sun"};
inline constexpr std::array<std::string_view, 2> kCountedPerKeys{"head", "port"};

template <class V, ConstOrNot<Customer> T>
void describe(V& v, T& customer)
{
    v.text("name", customer.name);
    v.text("reach", customer.reach);
    v.unknown(customer.unknown);
}

template <class V, ConstOrNot<Operation> T>
void describe(V& v, T& operation)
{
    v.requiredText("id", operation.id);
    v.extra(field::hoursEstimated, operation.estimate);
    v.word("state", kOperationStateKeys, operation.state);
    v.extra(field::operationShare, operation.share);
    v.word("place", kWorkPlaceKeys, operation.place);
    v.text("who", operation.who);
    v.extra(field::outsideDays, operation.days);
    v.text("sent", operation.sent);
    v.text("expected", operation.expected);
    v.text("when", operation.when);
    v.words("needs_parts", operation.needsParts);
    v.text("note", operation.note);
    v.unknown(operation.unknown);
}

template <class V, ConstOrNot<Part> T>
void describe(V& v, T& part)
{
    v.requiredText("id", part.id);
    v.word("state", kPartStateKeys, part.state);
    v.text("from", part.from);
    v.text("ordered", part.ordered);
    v.text("expected", part.expected);
    v.text("arrived", part.arrived);
    v.text("note", part.note);
    v.unknown(part.unknown);
}

template <class V, ConstOrNot<WorkedTime> T>
void describe(V& v, T& worked)
{
    v.text("operation", worked.operation);
    v.text("port", worked.port);
    v.text("person", worked.person);
    v.text("start", worked.start);
    v.measured(field::workedMinutes, worked.minutes);
    v.text("note", worked.note);
    v.unknown(worked.unknown);
}

template <class V, ConstOrNot<WorkClock> T>
void describe(V& v, T& clock)
{
    v.text("operation", clock.operation);
    v.text("port", clock.port);
    v.text("person", clock.person);
    v.text("start", clock.start);
    v.unknown(clock.unknown);
}

template <class V, ConstOrNot<Picture> T>
void describe(V& v, T& picture)
{
    v.requiredText("file", picture.file);
    v.text("note", picture.note);
    v.word("state", kPictureStateKeys, picture.state);
    v.text("port", picture.port);
    v.extra(field::pictureS, picture.s);
    v.word("sector", kSectorKeys, picture.sector);
    v.extra(field::quarterTurns, picture.quarterTurns);
    v.unknown(picture.unknown);
}

template <class V, ConstOrNot<Work> T>
void describe(V& v, T& work)
{
    v.object("customer", work.customer);
    v.text("kind", work.kind);
    v.text("marks", work.marks);
    v.text("came", work.came);
    v.text("found", work.found);
    v.text("wishes", work.wishes);
    v.text("left_alone", work.leftAlone);
    v.text("next_owner", work.nextOwner);
    v.text("arrived", work.arrived);
    v.text("wanted", work.wanted);
    v.text("promised", work.promised);
    v.text("handed_over", work.handedOver);
    v.extra(field::agreedPrice, work.price);
    v.extra(field::hourlyRate, work.rate);
    v.list("operations", work.operations);
    v.list("parts", work.parts);
    v.list("hours", work.hours);
    v.object("clock", work.clock);
    v.list("pictures", work.pictures);
    v.unknown(work.unknown);
}

template <class V, ConstOrNot<Person> T>
void describe(V& v, T& person)
{
    v.requiredText("name", person.name);
    v.measured(field::hoursADay, person.hours);
    v.flags("days", kWeekDayKeys, person.workDays);
    v.unknown(person.unknown);
}

template <class V, ConstOrNot<DaysOff> T>
void describe(V& v, T& off)
{
    v.requiredText("from", off.from);
    v.text("to", off.to);
    v.text("who", off.who);
    v.text("why", off.why);
    v.unknown(off.unknown);
}

template <class V, ConstOrNot<UsualOperation> T>
void describe(V& v, T& usual)
{
    v.requiredText("id", usual.id);
    v.extra(field::hoursEstimated, usual.hours);
    v.word("per", kCountedPerKeys, usual.per);
    v.option("place", kWorkPlaceKeys, usual.place, WorkPlace::Own);
    v.extra(field::outsideDays, usual.days);
    v.unknown(usual.unknown);
}

template <class V, ConstOrNot<WorkTemplate> T>
void describe(V& v, T& of)
{
    v.requiredText("kind", of.kind);
    v.list("operations", of.operations);
    v.unknown(of.unknown);
}

template <class V, ConstOrNot<Queued> T>
void describe(V& v, T& queued)
{
    v.requiredText("file", queued.file);
    v.unknown(queued.unknown);
}

template <class V, ConstOrNot<Shop> T>
void describe(V& v, T& shop)
{
    v.text("name", shop.name);
    v.text("address", shop.address);
    v.text("logo", shop.logo);
    v.text("currency", shop.currency);
    v.extra(field::hourlyRate, shop.rate);
    v.text("incoming", shop.incoming);
    v.list("people", shop.people);
    v.list("days_off", shop.daysOff);
    v.list("templates", shop.templates);
    v.list("order", shop.order);
    v.unknown(shop.unknown);
}

}  // namespace euryth::job
