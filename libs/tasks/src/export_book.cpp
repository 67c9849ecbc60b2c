// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks/export_book.hpp"

#include "files/photos.hpp"
#include "paper/writers.hpp"
#include "pictures/raster.hpp"
#include "save_file.hpp"

namespace euryth::tasks {

std::vector<paper::Sheet> bookSheets(const BookSubject& subject, const BookWish& wish)
{
    paper::BookPaper paper{subject.job, subject.shop,       {},     wish.units, wish.today, wish.withCustomer,
                           wish.parts,  subject.analysisOf, nullptr};
    if (!subject.file.empty()) {
        paper.file = subject.file.filename().string();
        paper.picture = [&subject](const std::string& name, int turns, std::size_t most) {
            auto raster = pictures::readPicture(files::photoPath(subject.file, name), most, turns);
            return raster ? std::make_shared<const pictures::Raster>(std::move(*raster)) : nullptr;
        };
    }
    return paper::bookSheets(paper, wish.sheet);
}

tl::expected<void, Error> exportBook(const BookSubject& subject, const BookWish& wish)
{
    if (writtenAs(wish.path) != Written::Pdf)
        return tl::unexpected(Error{Error::Kind::Wish, say("export.book-ending")});
    return saveFile(wish.path, paper::pdfText(bookSheets(subject, wish)));
}

tl::expected<void, Error> exportTable(const job::Job& job, paper::JobTable table, const std::filesystem::path& path)
{
    if (writtenAs(path) != Written::Table)
        return tl::unexpected(Error{Error::Kind::Wish, say("export.table-ending")});
    return saveFile(path, paper::csvText(paper::tableOf(job, table)));
}

}  // namespace euryth::tasks
