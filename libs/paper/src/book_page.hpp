// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paper/book_sheets.hpp"

namespace euryth::paper {

/// Writes text, tables and pictures down sheets, one after the other, each with the shop's letterhead.
class BookPage {
public:
    BookPage(const BookPaper& paper, const Phrase& title);

    void heading(const Phrase& text);
    void paragraph(const std::string& text, double height = 3.5, bool strong = false);
    /// A label and what belongs to it; nothing where that is empty.
    void pair(const Phrase& label, const std::string& text);
    void space(double height);
    /// Makes sure that so much fits on the sheet below what has been written, else begins another one.
    void keep(double height);

    struct Column {
        double x = 0.0;  ///< of its left edge, or of its right one
        Align align = Align::Left;
        std::size_t letters = 40;  ///< that fit
    };
    void row(const std::vector<Column>& columns, const std::vector<std::string>& texts, bool strong = false);

    /// Pictures beside each other, each with a line below it, as high as `height`.
    struct Shown {
        std::shared_ptr<const pictures::Raster> raster;
        std::string text;
    };
    void pictureRow(const std::vector<Shown>& shown, double height);
    /// A square code at the top right of the sheet.
    void code(const std::string& text, double size);

    [[nodiscard]] std::string words(const Phrase& phrase) const { return units::render(phrase, m_paper.units); }
    [[nodiscard]] double y() const { return m_y; }
    [[nodiscard]] Sheet& sheet() { return m_sheets.back(); }
    std::vector<Sheet> finished();

private:
    void begin();

    const BookPaper& m_paper;
    Phrase m_title;
    std::vector<Sheet> m_sheets;
    double m_y = 0.0;
};

/// Puts a QR code (ISO/IEC 18004, by libqrencode, error correction M) on a sheet.
void drawCode(Sheet& sheet, Spot corner, double size, const std::string& text);

std::vector<Sheet> customerSheets(const BookPaper& paper);
std::vector<Sheet> jobCards(const BookPaper& paper);
std::vector<Sheet> quotations(const BookPaper& paper);
std::vector<Sheet> hoursSheets(const BookPaper& paper);
std::vector<Sheet> labels(const BookPaper& paper);

}  // namespace euryth::paper
