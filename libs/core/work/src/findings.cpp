// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/findings.hpp"

#include <algorithm>
#include <array>

#include "work/hours.hpp"
#include "work/operations.hpp"

namespace euryth::work {

namespace {

using Kind = Finding::Kind;

class Finder {
public:
    Finder(const job::Job& job, const job::Shop& shop, const Moment& now)
        : m_job(job),
          m_work(job.work),
          m_shop(shop),
          m_now(now),
          m_today(now.day())
    {
    }

    std::vector<Finding> all()
    {
        dates();
        hours();
        parts();
        operations();
        return std::move(m_found);
    }

private:
    void found(Kind kind, const Phrase& text) { m_found.push_back({kind, text}); }

    std::optional<Day> day(const Phrase& name, const std::string& text)
    {
        const auto is = dayOf(text);
        if (!is && !text.empty())
            found(Kind::BadDate, say("book.bad-date", {{"name", name}, {"typed", text}}));
        return is;
    }

    /// The first has to come before the second.
    void order(const char* firstName, const std::string& first, const char* secondName, const std::string& second)
    {
        const auto a = dayOf(first);
        const auto b = dayOf(second);
        if (a && b && *b < *a)
            found(Kind::DatesOrder, say("book.dates-order", {{"first", say(firstName)},
                                                             {"first_day", first},
                                                             {"second", say(secondName)},
                                                             {"second_day", second}}));
    }

    void dates()
    {
        for (const auto& [name, text] :
             {std::pair("book.arrived", &m_work.arrived), std::pair("book.wanted", &m_work.wanted),
              std::pair("book.promised", &m_work.promised), std::pair("book.handed-over", &m_work.handedOver)})
            day(say(name), *text);
        order("book.arrived", m_work.arrived, "book.wanted", m_work.wanted);
        order("book.arrived", m_work.arrived, "book.promised", m_work.promised);
        order("book.arrived", m_work.arrived, "book.handed-over", m_work.handedOver);
        const auto promised = dayOf(m_work.promised);
        if (promised && *promised < m_today && !isFinished(m_job))
            found(Kind::PromisePast, say("book.promise-past", {{"day", m_work.promised}}));
    }

    void hours()
    {
        for (const TooLong& tooLong : overADay(m_job)) {
            found(Kind::HoursOverDay,
                  say("book.over-a-day",
                      {{"person", tooLong.person.empty() ? say("book.somebody") : verbatim(tooLong.person)},
                       {"day", tooLong.day},
                       {"hours", Number{tooLong.hours, 1}}}));
        }
        if (const double run = clockHours(m_work.clock, m_now.utc); run > kLongWatch)
            found(Kind::ClockLong, say("book.clock-long", {{"hours", Number{run, 1}}}));
        std::vector<std::string> told;
        for (const job::WorkedTime& worked : m_work.hours) {
            const bool listed =
                std::ranges::find(m_work.operations, worked.operation, &job::Operation::id) != m_work.operations.end();
            if (listed || std::ranges::find(told, worked.operation) != told.end())
                continue;
            told.push_back(worked.operation);
            found(Kind::OperationUnknown, say("book.operation-unknown", {{"operation", nameOf(worked.operation)}}));
        }
    }

    void parts()
    {
        for (const job::Part& part : m_work.parts) {
            const Phrase name = verbatim(part.id);
            day(say("book.part.ordered", {{"part", name}}), part.ordered);
            const auto expected = day(say("book.part.expected", {{"part", name}}), part.expected);
            day(say("book.part.arrived", {{"part", name}}), part.arrived);
            if (part.state == job::PartState::DoesNotFit)
                found(Kind::PartDoesNotFit, say("book.part-does-not-fit", {{"part", name}}));
            else if (part.state != job::PartState::Arrived && expected && *expected < m_today)
                found(Kind::PartLate, say("book.part-late", {{"part", name}, {"day", part.expected}}));
        }
    }

    void operations()
    {
        for (const job::Operation& operation : m_work.operations) {
            const Phrase name = nameOf(operation.id);
            day(say("book.operation.sent", {{"operation", name}}), operation.sent);
            const auto expected = day(say("book.operation.expected", {{"operation", name}}), operation.expected);
            day(say("book.operation.when", {{"operation", name}}), operation.when);
            const bool over =
                operation.state == job::OperationState::Done || operation.state == job::OperationState::LeftOut;
            if (operation.place == job::WorkPlace::Outside && !over && expected && *expected < m_today)
                found(Kind::BackLate, say("book.back-late", {{"operation", name}, {"day", operation.expected}}));
            for (const std::string& id : operation.needsParts) {
                if (std::ranges::find(m_work.parts, id, &job::Part::id) == m_work.parts.end())
                    found(Kind::PartUnknown, say("book.part-unknown", {{"operation", name}, {"part", id}}));
            }
            const bool own = operation.place != job::WorkPlace::Outside;
            if (own && !over && !operation.who.empty() && !m_shop.people.empty() &&
                std::ranges::find(m_shop.people, operation.who, &job::Person::name) == m_shop.people.end())
                found(Kind::NobodyOfTheShop, say("book.nobody", {{"operation", name}, {"who", operation.who}}));
        }
    }

    const job::Job& m_job;
    const job::Work& m_work;
    const job::Shop& m_shop;
    Moment m_now;
    Day m_today;
    std::vector<Finding> m_found;
};

}  // namespace

std::vector<Finding> findingsOf(const job::Job& job, const job::Shop& shop, const Moment& now)
{
    return Finder(job, shop, now).all();
}

Phrase dateProblem(std::string_view typed)
{
    if (typed.empty() || (dayOf(typed) && typed.size() == 10))
        return {};
    return say("book.must-be-date", {{"typed", std::string(typed)}});
}

}  // namespace euryth::work
