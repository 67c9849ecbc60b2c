// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "book_page.hpp"
#include "layout.hpp"
#include "proving/chambers.hpp"
#include "proving/flow_difference.hpp"
#include "proving/valve_job.hpp"
#include "work/operations.hpp"

namespace euryth::paper {

namespace {

class CustomerSheet {
public:
    explicit CustomerSheet(const BookPaper& paper)
        : m_paper(paper),
          m_work(paper.job.work),
          m_page(paper, say("sheet.customer"))
    {
    }

    std::vector<Sheet> make()
    {
        const CustomerParts& parts = m_paper.parts;
        m_page.pair(say("book.customer"), m_work.customer.name);
        m_page.pair(say("book.marks"), m_work.marks);
        m_page.pair(say("book.arrived"), m_work.arrived);
        m_page.pair(say("book.handed-over"), m_work.handedOver);
        if (parts.came)
            came();
        if (parts.done)
            done();
        if (parts.numbers)
            flows();
        if (parts.seats)
            seats();
        if (parts.pictures)
            pictures();
        if (parts.leftAlone)
            leftAlone();
        if (parts.cautions)
            cautions();
        return m_page.finished();
    }

private:
    void came()
    {
        std::string found = m_work.found;
        for (const job::Port& port : m_paper.job.ports) {
            for (const job::Pin& pin : port.pins) {
                if (pin.text.empty() || (pin.kind != job::PinKind::Crack && pin.kind != job::PinKind::Breakthrough))
                    continue;
                found += (found.empty() ? "" : "\n") + port.id + ": " + pin.text;
            }
        }
        if (m_work.came.empty() && found.empty() && m_work.wishes.empty())
            return;
        m_page.heading(say("sheet.came"));
        m_page.pair(say("book.came"), m_work.came);
        m_page.pair(say("book.found"), found);
        m_page.pair(say("book.wishes"), m_work.wishes);
    }

    void done()
    {
        std::vector<Phrase> done;
        const auto now = work::operationsNow(m_paper.job);
        for (std::size_t i = 0; i < now.size(); ++i) {
            if (now[i].state == job::OperationState::Done)
                done.push_back(work::nameOf(m_work.operations[i].id));
        }
        m_page.heading(say("sheet.done"));
        m_page.paragraph(done.empty() ? m_page.words(say("sheet.nothing-done"))
                                      : m_page.words(say("sheet.was-done", {{"operations", done}})));
    }

    [[nodiscard]] std::string flow(VolumeFlow flow) const
    {
        return units::formatWithUnit(units::Kind::Flow, flow.si(), m_paper.units);
    }

    /// What the bench can tell of a change, and whether it was enough.
    void flows()
    {
        struct Row {
            std::string port, before, after, change, told;
        };
        std::vector<Row> rows;
        const auto& job = m_paper.job;
        for (std::size_t i = 0; i < job.ports.size(); ++i) {
            const auto tests = proving::allSums(job, job.ports[i], m_paper.analysisOf(i));
            const auto gain = proving::gainOf(job.ports[i], tests);
            const auto sumsOf = [&](std::size_t test) {
                return std::ranges::find(tests, test, &proving::FlowSums::test);
            };
            if (tests.empty())
                continue;
            if (!gain) {
                rows.push_back({job.ports[i].id, flow(tests.front().mean), std::string(units::kUnknownText),
                                std::string(units::kUnknownText), m_page.words(say("sheet.one-test"))});
                continue;
            }
            const auto counting = std::ranges::count_if(gain->points, &proving::DifferenceAt::counts);
            rows.push_back({job.ports[i].id, flow(sumsOf(gain->from)->mean), flow(sumsOf(gain->to)->mean),
                            units::formatWithUnit(units::Kind::Percent, gain->mean, m_paper.units),
                            m_page.words(say("sheet.lifts-told",
                                             {{"told", count(counting)}, {"lifts", count(gain->points.size())}}))});
        }
        if (rows.empty())
            return;
        m_page.heading(say("sheet.flows"));
        const std::vector<BookPage::Column> columns{{kMargin, Align::Left, 10},
                                                    {kMargin + 46, Align::Right, 18},
                                                    {kMargin + 78, Align::Right, 18},
                                                    {kMargin + 102, Align::Right, 18},
                                                    {kMargin + 110, Align::Left, 44}};
        m_page.row(
            columns,
            {m_page.words(say("sheet.port")), m_page.words(say("sheet.before")), m_page.words(say("sheet.after")),
             m_page.words(say("sheet.change")), m_page.words(say("sheet.how-sure"))},
            true);
        for (const Row& row : rows)
            m_page.row(columns, {row.port, row.before, row.after, row.change, row.told});
        m_page.paragraph(m_page.words(say("sheet.flows-note", {{"depression", proving::kReferenceDepression}})), 3.0);
    }

    void seats()
    {
        const auto& job = m_paper.job;
        std::vector<std::pair<std::string, std::string>> lines;
        for (const std::size_t i : proving::portsWithValves(job)) {
            const job::Port& port = job.ports[i];
            std::vector<Phrase> told;
            for (const proving::SeatCheck& check : proving::seatChecks(job, port)) {
                if (!check.is.empty())
                    told.push_back(say("sheet.seat-item", {{"item", proving::nameOf(check.item)}, {"is", check.is}}));
            }
            if (!told.empty())
                lines.emplace_back(port.id, m_page.words(say("list", {{"items", told}})));
        }
        const auto chambers = proving::chambersOf(job);
        if (lines.empty() && !chambers)
            return;
        m_page.heading(say("sheet.seats"));
        for (const auto& [port, text] : lines)
            m_page.pair(verbatim(port), text);
        if (chambers)
            m_page.pair(say("sheet.chambers"),
                        m_page.words(say("sheet.chambers-spread", {{"from", chambers->smallest},
                                                                   {"to", chambers->largest},
                                                                   {"spread", chambers->spread()}})));
    }

    [[nodiscard]] std::string captionOf(const job::Picture& picture) const
    {
        constexpr std::array states{"picture.before", "picture.between", "picture.after"};
        std::string text = picture.state ? m_page.words(say(states[static_cast<std::size_t>(*picture.state)])) : "";
        for (const std::string* part : {&picture.port, &picture.note}) {
            if (!part->empty())
                text += (text.empty() ? "" : ", ") + *part;
        }
        return text;
    }

    /// Brings each picture from before in front of one of the same place from after, and all such pairs to the front.
    static void pairUp(std::vector<const job::Picture*>& order)
    {
        std::vector<const job::Picture*> pairs;
        std::vector<const job::Picture*> others;
        for (const job::Picture* before : order) {
            if (before->state != job::PictureState::Before)
                continue;
            const auto after = std::ranges::find_if(order, [&](const job::Picture* other) {
                return other->state == job::PictureState::After && other->port == before->port &&
                       other->s == before->s && std::ranges::find(pairs, other) == pairs.end();
            });
            if (after != order.end())
                pairs.insert(pairs.end(), {before, *after});
        }
        std::ranges::copy_if(order, std::back_inserter(others), [&](const job::Picture* picture) {
            return std::ranges::find(pairs, picture) == pairs.end();
        });
        order = std::move(pairs);
        order.insert(order.end(), others.begin(), others.end());
    }

    /// Two in a row.
    void pictures()
    {
        if (!m_paper.picture || m_work.pictures.empty())
            return;
        constexpr std::size_t most = 1400;
        std::vector<const job::Picture*> order;
        for (const job::Picture& picture : m_work.pictures)
            order.push_back(&picture);
        pairUp(order);
        std::vector<BookPage::Shown> row;
        constexpr double room = 90.0;
        m_page.keep(room);  // no heading at the end of a sheet
        m_page.heading(say("sheet.pictures"));
        const auto flush = [&] {
            if (!row.empty())
                m_page.pictureRow(row, 62.0);
            row.clear();
        };
        for (const job::Picture* picture : order) {
            auto raster = m_paper.picture(picture->file, picture->quarterTurns.value_or(0), most);
            if (!raster || raster->width == 0 || raster->height == 0) {
                m_page.paragraph(m_page.words(say("sheet.picture-gone", {{"file", picture->file}})), 3.0);
                continue;
            }
            row.push_back({std::move(raster), captionOf(*picture)});
            if (row.size() == 2)
                flush();
        }
        flush();
    }

    void leftAlone()
    {
        std::string text = m_work.leftAlone;
        const auto add = [&text](const std::string& line) { text += (text.empty() ? "" : "\n") + line; };
        for (const job::Operation& operation : m_work.operations) {
            if (operation.state == job::OperationState::LeftOut)
                add(m_page.words(work::nameOf(operation.id)) + (operation.note.empty() ? "" : ": " + operation.note));
        }
        for (const job::Port& port : m_paper.job.ports) {
            for (const job::Pin& pin : port.pins) {
                if (pin.asks == job::PinAsks::Leave && !pin.text.empty())
                    add(port.id + ": " + pin.text);
            }
        }
        if (text.empty())
            return;
        m_page.heading(say("sheet.left-alone"));
        m_page.paragraph(text);
    }

    void cautions()
    {
        m_page.heading(say("sheet.next-owner"));
        m_page.paragraph(m_work.nextOwner);
        const auto now = work::operationsNow(m_paper.job);
        bool cut = false;
        bool tested = false;
        for (std::size_t i = 0; i < now.size(); ++i) {
            const bool is = now[i].state == job::OperationState::Done;
            cut = cut || (is && work::isPorting(m_work.operations[i].id));
            tested = tested || (is && m_work.operations[i].id == "pressure test");
        }
        if (cut && !tested)
            m_page.paragraph(m_page.words(say("sheet.not-pressure-tested")), 3.5, true);
        m_page.paragraph(m_page.words(say("sheet.owner-cautions")));
    }

    const BookPaper& m_paper;
    const job::Work& m_work;
    BookPage m_page;
};

}  // namespace

std::vector<Sheet> customerSheets(const BookPaper& paper) { return CustomerSheet(paper).make(); }

}  // namespace euryth::paper
