// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

#include "paper/book_sheets.hpp"
#include "tasks/export_port.hpp"

namespace euryth::tasks {

/// A job with its file, its shop and its analyses.
struct BookSubject {
    const job::Job& job;
    const job::Shop& shop;
    std::filesystem::path file;  ///< the job's; empty where it was never saved: then it has no pictures and no code
    std::function<const analysis::PortAnalysis&(std::size_t)> analysisOf;
};

struct BookWish {
    std::filesystem::path path;
    paper::BookSheet sheet{};
    units::DisplayUnits units;
    work::Day today;
    bool withCustomer = false;
    paper::CustomerParts parts;
};
/// A sheet of the book, on as many pages as it takes; the path is not asked for.
std::vector<paper::Sheet> bookSheets(const BookSubject& subject, const BookWish& wish);
/// Writes a sheet of the book as .pdf.
tl::expected<void, Error> exportBook(const BookSubject& subject, const BookWish& wish);
/// Writes a table of the job as .csv.
tl::expected<void, Error> exportTable(const job::Job& job, paper::JobTable table, const std::filesystem::path& path);

}  // namespace euryth::tasks
