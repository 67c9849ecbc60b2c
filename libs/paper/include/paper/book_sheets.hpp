// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "analysis/port_analysis.hpp"
#include "job/shop.hpp"
#include "paper/sheet.hpp"
#include "units/format.hpp"
#include "work/dates.hpp"

/// Sheets of the book: for the customer, for the bench, for the accountant.
namespace euryth::paper {

enum class BookSheet { Customer, Card, Quotation, Hours, Label };
/// As scripts write it: customer, card, quotation, hours, label.
std::optional<BookSheet> bookSheetNamed(std::string_view name);
std::string_view name(BookSheet sheet);
inline constexpr std::array kBookSheets{BookSheet::Customer, BookSheet::Card, BookSheet::Quotation, BookSheet::Hours,
                                        BookSheet::Label};

/// What may be left out of a customer's sheet.
struct CustomerParts {
    bool came = true;     ///< what arrived, and how it was found
    bool done = true;     ///< the operations
    bool numbers = true;  ///< flows before and after
    bool seats = true;    ///< seats, seals and chambers
    bool pictures = true;
    bool leftAlone = true;  ///< and why
    bool cautions = true;
};

struct BookPaper {
    const job::Job& job;
    const job::Shop& shop;
    std::string file;  ///< the job file's name, for the code that finds it
    units::DisplayUnits units;
    work::Day today;
    bool withCustomer = false;  ///< name and reach, on sheets that are for the shop; the customer's own has the name
    CustomerParts parts;
    /// Of the job's ports, by index.
    std::function<const analysis::PortAnalysis&(std::size_t)> analysisOf;
    /// The pixels of a picture of the job by its name, no larger than so many pixels a side; null where it cannot be
    /// had.
    std::function<std::shared_ptr<const pictures::Raster>(const std::string& file, int quarterTurns, std::size_t most)>
        picture;
};

std::vector<Sheet> bookSheets(const BookPaper& paper, BookSheet which);

/// What the code on card and label holds; whoever reads it into the shop's search opens the job.
std::string codeOf(const std::string& file);
/// The file's name out of such a code; empty where it is none.
std::string fileOfCode(std::string_view code);

/// What of a job is written as a table (CSV): headings, then a row each, numbers in the job file's units.
enum class JobTable {
    Hours,  ///< for the accountant: each entry with operation, port, person, day and minutes
    Flow,   ///< each point of each flow test, for the racer
    Probes  ///< each reading of each probe set; imports::readProbes() takes it back
};
inline constexpr std::array kJobTables{JobTable::Hours, JobTable::Flow, JobTable::Probes};
/// As scripts write it: hours, flow, probes.
std::optional<JobTable> jobTableNamed(std::string_view name);
std::string_view name(JobTable table);
std::vector<std::vector<std::string>> tableOf(const job::Job& job, JobTable table);

}  // namespace euryth::paper
