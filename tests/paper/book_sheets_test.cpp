// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <array>
#include <cstdio>
#include <fstream>
#include <map>

#include "imports/probe_import.hpp"
#include "paper/book_sheets.hpp"
#include "paper/writers.hpp"
#include "pictures/raster.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using namespace euryth::paper;

namespace {

struct Book {
    job::Job job = demoFour();
    job::Shop shop;
    CustomerParts parts;
    bool withCustomer = false;
    std::map<std::size_t, analysis::PortAnalysis> analyses;
    std::string file = "iron-four.euryth.json";

    Book()
    {
        shop.name = "A shop of the test";
        shop.currency = "EUR";
        shop.rate = 50.0;
    }

    std::vector<Sheet> sheets(BookSheet which)
    {
        const BookPaper paper{
            job,
            shop,
            file,
            {},
            *work::dayOf("2026-03-25"),
            withCustomer,
            parts,
            [this](std::size_t port) -> const analysis::PortAnalysis& {
                return analyses.try_emplace(port, analysis::analyse(job, job.ports[port])).first->second;
            },
            [](const std::string& name, int, std::size_t) -> std::shared_ptr<const pictures::Raster> {
                if (name.find("crack") != std::string::npos)
                    return nullptr;  // gone
                return std::make_shared<pictures::Raster>(pictures::Raster{2, 1, {255, 0, 0, 0, 0, 255}});
            }};
        return bookSheets(paper, which);
    }

    std::string text(BookSheet which)
    {
        std::string all;
        for (const Sheet& sheet : sheets(which)) {
            for (const Note& note : sheet.notes) {
                all += note.text + "\n";
                CHECK(note.at.y < 279.4 - 5.0);  // on letter paper too
                CHECK(note.at.x >= 10.0);
            }
        }
        return all;
    }
};

#ifdef EURYTH_PDFTOTEXT
/// The words of a PDF, as another program sees them.
std::string readBack(const std::filesystem::path& file, const std::string& pdf)
{
    std::ofstream(file, std::ios::binary) << pdf;
    const std::string command = std::string(EURYTH_PDFTOTEXT) + " -layout \"" + file.string() + "\" -";
    std::FILE* pipe = popen(command.c_str(), "r");
    REQUIRE(pipe);
    std::string read;
    std::array<char, 4096> piece{};
    for (std::size_t n = 0; (n = fread(piece.data(), 1, piece.size(), pipe)) > 0;)
        read.append(piece.data(), n);
    REQUIRE(pclose(pipe) == 0);
    return read;
}
#endif

bool holds(const std::string& text, const std::string& what) { return text.find(what) != std::string::npos; }

}  // namespace

TEST_CASE("the customer's sheet says what came, what was done, and what was left alone")
{
    Book book;
    std::string text = book.text(BookSheet::Customer);
    CHECK(holds(text, book.job.work.customer.name));
    CHECK_FALSE(holds(text, book.job.work.customer.reach));
    CHECK(holds(text, "B4-1188 c"));
    CHECK(holds(text, "two studs broken off"));
    CHECK(holds(text, "valve job"));
    CHECK_FALSE(holds(text, "guide bosses"));  // not done yet
    CHECK(holds(text, "I3"));
    CHECK(holds(text, "of 6 lifts"));
    CHECK(holds(text, "The pinch of I3"));
    CHECK(holds(text, "deck-crack.jpg"));  // a picture that is gone is told
    book.parts = {false, true, false, false, false, false, false};
    text = book.text(BookSheet::Customer);
    CHECK_FALSE(holds(text, "two studs broken off"));
    CHECK_FALSE(holds(text, "of 6 lifts"));
    CHECK_FALSE(holds(text, "deck-crack.jpg"));
}

TEST_CASE("after cutting without a pressure test the customer's sheet says so")
{
    Book book;
    const auto set = [&](const char* id, job::OperationState state) {
        std::ranges::find(book.job.work.operations, id, &job::Operation::id)->state = state;
    };
    const auto warns = [&] { return holds(book.text(BookSheet::Customer), "no pressure test is written down"); };
    CHECK_FALSE(warns());
    set("short sides", job::OperationState::Done);
    CHECK(warns());
    set("pressure test", job::OperationState::Done);
    CHECK_FALSE(warns());
    set("skim", job::OperationState::LeftOut);
    std::ranges::find(book.job.work.operations, "skim", &job::Operation::id)->note = "deck is flat";
    CHECK(holds(book.text(BookSheet::Customer), "skim of the deck: deck is flat"));
}

TEST_CASE("the job card has the operations, their cautions and a code, and the customer if asked for")
{
    Book book;
    std::string text = book.text(BookSheet::Card);
    CHECK(holds(text, "short sides"));
    CHECK(holds(text, "Springs are under load"));
    CHECK(holds(text, "expected 2026-04-08"));
    CHECK_FALSE(holds(text, book.job.work.customer.name));
    book.withCustomer = true;
    text = book.text(BookSheet::Card);
    CHECK(holds(text, book.job.work.customer.reach));
    CHECK_FALSE(book.sheets(BookSheet::Card).front().blocks.empty());
    book.file.clear();  // never saved: nothing that a code could find
    CHECK(book.sheets(BookSheet::Card).front().blocks.empty());
}

TEST_CASE("a code finds its file, and nothing else is one")
{
    CHECK(fileOfCode(codeOf("a b.euryth.json")) == "a b.euryth.json");
    CHECK(fileOfCode("iron").empty());
    // Version 1 to 40 of ISO/IEC 18004 have 17 + 4 v modules a side, and three finder patterns of 7 modules: rings of
    // 1, 1 and 3. The one at the top left, whatever the text.
    Book book;
    const auto sheet = book.sheets(BookSheet::Label).front();
    double left = 1e9;
    double top = 1e9;
    double right = 0.0;
    for (const Block& block : sheet.blocks) {
        left = std::min(left, block.corner.x);
        top = std::min(top, block.corner.y);
        right = std::max(right, block.corner.x + block.width);
    }
    const double module = sheet.blocks.front().width;
    const auto modules = static_cast<int>(std::lround((right - left) / module));
    CHECK((modules - 17) % 4 == 0);
    const auto dark = [&](int x, int y) {
        return std::ranges::any_of(sheet.blocks, [&](const Block& block) {
            return std::abs(block.corner.x - left - x * module) < module / 10 &&
                   std::abs(block.corner.y - top - y * module) < module / 10;
        });
    };
    for (int y = 0; y < 7; ++y) {
        for (int x = 0; x < 7; ++x) {
            const int ring = std::max(std::abs(x - 3), std::abs(y - 3));
            CHECK(dark(x, y) == (ring != 2));
        }
    }
}

TEST_CASE("a quotation adds up, and says what is missing of a price")
{
    Book book;
    CHECK(holds(book.text(BookSheet::Quotation), "1450.00 EUR"));
    book.job.work.price.reset();
    double hours = 0.0;
    for (const job::Operation& operation : book.job.work.operations)
        hours += operation.estimate.value_or(0.0);
    std::array<char, 40> amount{};
    std::snprintf(amount.data(), amount.size(), "%.2f EUR", hours * 50.0);
    CHECK(holds(book.text(BookSheet::Quotation), amount.data()));
    book.job.work.operations[0].estimate.reset();
    CHECK(holds(book.text(BookSheet::Quotation), "No price is written down yet"));
    CHECK_FALSE(holds(book.text(BookSheet::Quotation), book.job.work.customer.reach));
}

TEST_CASE("hours lie by operation and by person")
{
    Book book;
    const std::string text = book.text(BookSheet::Hours);
    CHECK(holds(text, "valve job"));
    CHECK(holds(text, "3.3 h"));  // 200 minutes
    CHECK(holds(text, "Mara"));
    CHECK_FALSE(holds(text, book.job.work.customer.name));
    const auto rows = tableOf(book.job, JobTable::Hours);
    CHECK(rows.size() == book.job.work.hours.size() + 1);
    CHECK(tableOf(book.job, JobTable::Flow).size() > 15);
}

TEST_CASE("long texts go on on the next sheet")
{
    Book book;
    book.job.work.leftAlone.clear();
    for (int i = 0; i < 120; ++i)
        book.job.work.leftAlone += "Line " + std::to_string(i) + " of what was left alone, and why.\n";
    const std::string text = book.text(BookSheet::Customer);
    CHECK(holds(text, "Line 0 "));
    CHECK(holds(text, "Line 119 "));
    CHECK(book.sheets(BookSheet::Customer).size() >= 4);
}

TEST_CASE("a book without anything still has its sheets")
{
    Book book;
    book.job = job::Job{};
    for (const BookSheet which : kBookSheets) {
        CAPTURE(static_cast<int>(which));
        CHECK_FALSE(book.sheets(which).empty());
        CHECK(bookSheetNamed(name(which)) == which);
    }
    CHECK_FALSE(bookSheetNamed("poster"));
}

TEST_CASE("sheets of the book read back from PDF")
{
#ifdef EURYTH_PDFTOTEXT
    const TempFolder folder;
    Book book;
    book.withCustomer = true;
    const std::map<BookSheet, std::vector<const char*>> wanted{
        {BookSheet::Customer, {"What was done", "B4-1188 c", "Ferry Lane Stock Car", "A shop of the test", "dry"}},
        {BookSheet::Card, {"Job card", "guide bosses", "0555 0117", "Springs are under load"}},
        {BookSheet::Quotation, {"Quotation", "1450.00 EUR", "elsewhere, charged as it comes"}},
        {BookSheet::Hours, {"Hours", "valve job", "Mara", "I2 0.6, I3 0.5"}},
        {BookSheet::Label, {"Cast-iron pushrod", "promised 2026-04-24", "B4-1188 c"}}};
    for (const auto& [sheet, texts] : wanted) {
        const std::string read = readBack(folder.path() / "sheet.pdf", pdfText(book.sheets(sheet)));
        for (const char* text : texts) {
            CAPTURE(name(sheet), text);
            CHECK(holds(read, text));
        }
    }
#else
    WARN("sheets are not read back from PDF: pdftotext (poppler-utils) is not installed");
#endif
}

TEST_CASE("a picture file is read upright, scaled and turned, and what is none is told")
{
    const std::filesystem::path file =
        std::filesystem::path(EURYTH_DEMO_FOUR).parent_path() / "iron-four.photos" / "deck-crack.jpg";
    const auto whole = pictures::readPicture(file, 5000);
    REQUIRE(whole);
    CHECK(whole->width == 900);
    CHECK(whole->height == 640);
    CHECK(whole->rgb.size() == 900u * 640u * 3u);
    const auto turned = pictures::readPicture(file, 90, 1);
    REQUIRE(turned);
    CHECK(turned->height == 90);
    CHECK(turned->width == 64);
    CHECK_FALSE(pictures::readPicture(EURYTH_DEMO_FOUR, 100));
    CHECK(pictures::readPicture("/not/there.png", 100).error().id() == "picture.unreadable");
}

TEST_CASE("probe sets go out as a table and come back as they were")
{
    job::Job job = demoJob();
    job.ports[0].probes.front().note.clear();
    const auto rows = imports::splitTable(csvText(tableOf(job, JobTable::Probes)));
    const auto back = imports::readProbes(rows, imports::guessProbeColumns(rows), {});
    CHECK(back.troubles.empty());
    std::vector<const job::ProbeSet*> all;
    for (const job::Port& port : job.ports) {
        for (const job::ProbeSet& set : port.probes)
            all.push_back(&set);
    }
    REQUIRE(back.sets.size() == all.size());
    for (std::size_t i = 0; i < all.size(); ++i) {
        CHECK(back.sets[i].id == all[i]->id);
        CHECK(back.sets[i].stationS == all[i]->stationS);
        CHECK(back.sets[i].lift == all[i]->lift);
        CHECK(back.sets[i].depression == all[i]->depression);
        CHECK(back.sets[i].state == all[i]->state);
        REQUIRE(back.sets[i].readings.size() == all[i]->readings.size());
        for (std::size_t k = 0; k < all[i]->readings.size(); ++k) {
            CHECK(back.sets[i].readings[k].u == all[i]->readings[k].u);
            CHECK(back.sets[i].readings[k].v == all[i]->readings[k].v);
            CHECK(back.sets[i].readings[k].speed == all[i]->readings[k].speed);
            CHECK(back.sets[i].readings[k].impact == all[i]->readings[k].impact);
        }
    }
    CHECK(jobTableNamed("probes") == JobTable::Probes);
    CHECK_FALSE(jobTableNamed("label"));
}
