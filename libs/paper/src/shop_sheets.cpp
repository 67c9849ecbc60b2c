// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "book_page.hpp"
#include "layout.hpp"
#include "units/printable.hpp"
#include "work/hours.hpp"
#include "work/operations.hpp"

/// Sheets for the shop itself: job card, quotation, hours, label.
namespace euryth::paper {

namespace {

std::string hoursText(const BookPage& page, double hours)
{
    return page.words(say("sheet.hours-of", {{"hours", Number{hours, 1}}}));
}

std::string known(const std::optional<double>& hours, const BookPage& page)
{
    return hours ? hoursText(page, *hours) : std::string(units::kUnknownText);
}

void writeCustomer(BookPage& page, const BookPaper& paper)
{
    if (!paper.withCustomer)
        return;
    page.pair(say("book.customer"), paper.job.work.customer.name);
    page.pair(say("book.reach"), paper.job.work.customer.reach);
}

void writeDates(BookPage& page, const job::Work& work)
{
    page.pair(say("book.arrived"), work.arrived);
    page.pair(say("book.wanted"), work.wanted);
    page.pair(say("book.promised"), work.promised);
}

std::string stateText(const BookPage& page, const work::OperationNow& now)
{
    constexpr std::array ids{"operation.state.open", "operation.state.begun", "operation.state.done",
                             "operation.state.left-out"};
    return page.words(say(ids[static_cast<std::size_t>(now.state)]));
}

std::string money(const BookPage& page, const BookPaper& paper, double amount)
{
    return page.words(say("sheet.money", {{"amount", Number{amount, 2}}, {"currency", paper.shop.currency}}));
}

std::optional<double> rateOf(const BookPaper& paper)
{
    return paper.job.work.rate ? paper.job.work.rate : paper.shop.rate;
}

}  // namespace

std::vector<Sheet> jobCards(const BookPaper& paper)
{
    BookPage page(paper, say("sheet.card"));
    if (!paper.file.empty())
        page.code(codeOf(paper.file), 26.0);
    const job::Work& work = paper.job.work;
    writeCustomer(page, paper);
    page.pair(say("book.kind"), work.kind);
    page.pair(say("book.marks"), work.marks);
    page.pair(say("book.came"), work.came);
    page.pair(say("book.found"), work.found);
    page.pair(say("book.wishes"), work.wishes);
    writeDates(page, work);
    page.heading(say("sheet.operations"));
    const std::vector<BookPage::Column> columns{{kMargin, Align::Left, 3},         {kMargin + 8, Align::Left, 40},
                                                {kMargin + 82, Align::Left, 22},   {kMargin + 122, Align::Right, 12},
                                                {kMargin + 142, Align::Right, 12}, {kMargin + 148, Align::Left, 20}};
    page.row(columns,
             {"", page.words(say("sheet.operation")), page.words(say("sheet.who")), page.words(say("sheet.estimated")),
              page.words(say("sheet.worked")), page.words(say("sheet.state"))},
             true);
    const auto now = work::operationsNow(paper.job);
    for (std::size_t i = 0; i < now.size(); ++i) {
        const job::Operation& operation = work.operations[i];
        page.keep(6.2);
        page.sheet().box({kMargin, page.y() - 3.2}, 3.6, 3.6, Ink::Cut);
        if (now[i].state == job::OperationState::Done) {
            page.sheet().line({kMargin + 0.6, page.y() - 1.6}, {kMargin + 1.5, page.y() - 0.3}, Ink::Cut);
            page.sheet().line({kMargin + 1.5, page.y() - 0.3}, {kMargin + 3.2, page.y() - 2.8}, Ink::Cut);
        }
        const std::string who = operation.place == job::WorkPlace::Outside && operation.who.empty()
                                    ? page.words(say("operation.elsewhere"))
                                    : operation.who;
        page.row(columns, {"", page.words(work::nameOf(operation.id)), who, known(operation.estimate, page),
                           hoursText(page, now[i].spent), stateText(page, now[i])});
    }
    if (now.empty())
        page.paragraph(page.words(say("sheet.no-operations")));
    if (!work.parts.empty()) {
        page.heading(say("sheet.parts"));
        constexpr std::array states{"part.wanted", "part.ordered", "part.arrived", "part.does-not-fit"};
        for (const job::Part& part : work.parts)
            page.row({{kMargin, Align::Left, 44}, {kMargin + 82, Align::Left, 22}, {kMargin + 122, Align::Left, 40}},
                     {part.id, part.state ? page.words(say(states[static_cast<std::size_t>(*part.state)])) : "",
                      part.expected.empty() ? "" : page.words(say("sheet.expected", {{"day", part.expected}}))});
    }
    page.heading(say("sheet.cautions"));
    page.paragraph(page.words(say("paper.what-can-hurt")), 3.2);
    std::vector<std::string> told;
    for (const job::Operation& operation : work.operations) {
        const Phrase caution = work::cautionAt(operation.id);
        if (caution.empty() || std::ranges::find(told, caution.id()) != told.end())
            continue;
        told.emplace_back(caution.id());
        page.paragraph(
            page.words(say("sheet.caution-at", {{"operation", work::nameOf(operation.id)}, {"caution", caution}})),
            3.2);
    }
    return page.finished();
}

std::vector<Sheet> quotations(const BookPaper& paper)
{
    BookPage page(paper, say("sheet.quotation"));
    const job::Work& work = paper.job.work;
    page.pair(say("book.customer"), work.customer.name);
    if (paper.withCustomer)
        page.pair(say("book.reach"), work.customer.reach);
    page.pair(say("book.marks"), work.marks);
    page.pair(say("book.wishes"), work.wishes);
    page.pair(say("book.promised"), work.promised);
    page.heading(say("sheet.operations"));
    const std::vector<BookPage::Column> columns{{kMargin, Align::Left, 60},
                                                {Sheet::kWidth - kMargin, Align::Right, 30}};
    double hours = 0.0;
    bool all = true;
    for (const job::Operation& operation : work.operations) {
        if (operation.state == job::OperationState::LeftOut)
            continue;
        const bool outside = operation.place == job::WorkPlace::Outside;
        page.row(columns, {page.words(work::nameOf(operation.id)),
                           outside ? page.words(say("sheet.elsewhere-charged")) : known(operation.estimate, page)});
        hours += outside ? 0.0 : operation.estimate.value_or(0.0);
        all = all && (outside || operation.estimate);
    }
    page.space(2.0);
    page.row(columns,
             {page.words(say("sheet.hours-together")),
              all && !work.operations.empty() ? hoursText(page, hours) : std::string(units::kUnknownText)},
             true);
    const auto rate = rateOf(paper);
    if (work.price) {
        page.row(columns, {page.words(say("sheet.agreed-price")), money(page, paper, *work.price)}, true);
    } else if (rate && all && !work.operations.empty()) {
        page.row(columns,
                 {page.words(say("sheet.by-the-hour", {{"rate", money(page, paper, *rate)}})),
                  money(page, paper, hours * *rate)},
                 true);
    } else {
        page.paragraph(page.words(say("sheet.no-price")));
    }
    page.space(4.0);
    page.paragraph(page.words(say("sheet.quotation-terms")), 3.2);
    return page.finished();
}

std::vector<Sheet> hoursSheets(const BookPaper& paper)
{
    BookPage page(paper, say("sheet.hours"));
    writeCustomer(page, paper);
    const auto table = work::hoursByPort(paper.job);
    page.heading(say("sheet.hours-by-operation"));
    const std::vector<BookPage::Column> columns{{kMargin, Align::Left, 44},
                                                {kMargin + 90, Align::Right, 14},
                                                {kMargin + 116, Align::Right, 14},
                                                {kMargin + 122, Align::Left, 36}};
    page.row(columns,
             {page.words(say("sheet.operation")), page.words(say("sheet.worked")), page.words(say("sheet.estimated")),
              page.words(say("sheet.by-port"))},
             true);
    for (const auto& row : table.rows) {
        const auto& operations = paper.job.work.operations;
        const auto planned = std::ranges::find(operations, row.operation, &job::Operation::id);
        std::string ports;
        for (std::size_t i = 0; i < table.ports.size(); ++i) {
            if (row.hours[i + 1] > 0.0)
                ports += (ports.empty() ? "" : ", ") + table.ports[i] + " " +
                         units::formatPlain(row.hours[i + 1], 1, paper.units);
        }
        page.row(
            columns,
            {page.words(work::nameOf(row.operation)), hoursText(page, row.sum),
             planned == operations.end() ? std::string(units::kUnknownText) : known(planned->estimate, page), ports});
    }
    page.row(columns, {page.words(say("sheet.hours-together")), hoursText(page, table.sum)}, true);
    page.heading(say("sheet.hours-by-person"));
    for (const auto& [person, hours] : work::hoursByPerson(paper.job))
        page.row(columns, {person.empty() ? page.words(say("book.somebody")) : person, hoursText(page, hours)});
    return page.finished();
}

std::vector<Sheet> labels(const BookPaper& paper)
{
    // A label of 90 x 50 mm at the sheet's corner, to be cut out.
    constexpr double width = 90.0;
    constexpr double height = 50.0;
    Sheet sheet;
    sheet.title = units::printable(units::render(say("sheet.label"), paper.units));
    sheet.box({kMargin, kMargin}, width, height, Ink::Cut);
    const job::Work& work = paper.job.work;
    double y = kMargin + 9.0;
    const auto line = [&](const std::string& text, double size, bool strong) {
        if (text.empty())
            return;
        constexpr double lettersAt1 = 100.0;
        const auto most = static_cast<std::size_t>(lettersAt1 / size);
        sheet.write({kMargin + 4.0, y}, units::printable(text.size() > most ? text.substr(0, most - 3) + "..." : text),
                    size, strong);
        y += size * 1.7;
    };
    line(paper.job.title, 4.6, true);
    if (paper.withCustomer)
        line(work.customer.name, 4.0, false);
    line(work.kind, 3.6, false);
    line(work.marks, 3.6, false);
    if (!work.promised.empty())
        line(units::render(say("sheet.label-promised", {{"day", work.promised}}), paper.units), 4.0, true);
    if (!paper.file.empty())
        drawCode(sheet, {kMargin + width - 30.0, kMargin + 16.0}, 26.0, codeOf(paper.file));
    line(paper.shop.name, 3.0, false);
    return {sheet};
}

}  // namespace euryth::paper
