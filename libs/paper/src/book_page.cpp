// SPDX-License-Identifier: GPL-3.0-or-later
#include "book_page.hpp"

#include <algorithm>
#include <sstream>
#include <stdexcept>

#include <qrencode.h>

#include "layout.hpp"
#include "units/printable.hpp"

namespace euryth::paper {

namespace {

constexpr double kRight = Sheet::kWidth - kMargin;
constexpr double kLast = 268.0;  ///< on letter paper too
constexpr double kRow = 5.2;
constexpr std::size_t kLetters = 104;

std::string shortened(const std::string& text, std::size_t letters)
{
    return text.size() <= letters ? text : text.substr(0, letters - 3) + "...";
}

}  // namespace

BookPage::BookPage(const BookPaper& paper, const Phrase& title) : m_paper(paper), m_title(title) { begin(); }

void BookPage::begin()
{
    Sheet& sheet = m_sheets.emplace_back();
    sheet.title = words(m_title);
    double left = kMargin;
    const auto logo =
        m_paper.shop.logo.empty() || !m_paper.picture ? nullptr : m_paper.picture(m_paper.shop.logo, 0, 600);
    constexpr double logoHeight = 15.0;
    if (logo && logo->height > 0) {
        const double width =
            std::min(40.0, logoHeight * static_cast<double>(logo->width) / static_cast<double>(logo->height));
        sheet.images.push_back({{kMargin, 9.0}, width, logoHeight, logo});
        left += width + 4.0;
    }
    if (!m_paper.shop.name.empty())
        sheet.write({left, 15}, m_paper.shop.name, 5.0, true);
    sheet.write({left, 21}, m_paper.shop.address, 3.2);
    sheet.line({kMargin, 27}, {kRight, 27});
    sheet.write({kMargin, 35}, sheet.title, 6.0, true);
    sheet.write({kMargin, 41},
                words(say("sheet.head", {{"titled", m_paper.job.title.empty() ? "no" : "yes"},
                                         {"job", m_paper.job.title},
                                         {"day", work::textOf(m_paper.today)},
                                         {"page", count(m_sheets.size())}})),
                3.5);
    m_y = 49.0;
}

void BookPage::keep(double height)
{
    if (m_y + height > kLast)
        begin();
}

void BookPage::space(double height) { m_y += height; }

void BookPage::heading(const Phrase& text)
{
    keep(20.0);
    m_y += 3.0;
    sheet().write({kMargin, m_y}, words(text), 4.4, true);
    sheet().line({kMargin, m_y + 1.8}, {kRight, m_y + 1.8});
    m_y += 7.5;
}

void BookPage::paragraph(const std::string& text, double height, bool strong)
{
    std::istringstream lines(text);
    std::string line;
    while (std::getline(lines, line)) {
        Sheet part;
        const auto letters = static_cast<std::size_t>(static_cast<double>(kLetters) * 3.5 / height);
        const double end = writeLines(part, {kMargin, 0.0}, line, letters, height);
        keep(std::min(end, kLast - 60.0));
        for (Note& note : part.notes) {
            if (note.at.y + m_y > kLast) {
                begin();
                m_y -= note.at.y;
            }
            note.at.y += m_y;
            note.strong = strong;
            sheet().notes.push_back(std::move(note));
        }
        m_y += end;
    }
}

void BookPage::pair(const Phrase& label, const std::string& text)
{
    if (text.empty())
        return;
    constexpr double indent = 46.0;
    std::istringstream lines(text);
    std::string line;
    bool first = true;
    while (std::getline(lines, line)) {
        Sheet part;
        const double end = writeLines(part, {kMargin + indent, 0.0}, line, 76);
        keep(std::min(end, kLast - 60.0));
        if (first)
            sheet().write({kMargin, m_y}, words(say("capital", {{"text", label}})), 3.5, true);
        first = false;
        for (Note& note : part.notes) {
            note.at.y += m_y;
            sheet().notes.push_back(std::move(note));
        }
        m_y += end;
    }
    m_y += 0.8;
}

void BookPage::row(const std::vector<Column>& columns, const std::vector<std::string>& texts, bool strong)
{
    keep(kRow + 1.0);
    for (std::size_t i = 0; i < columns.size() && i < texts.size(); ++i) {
        sheet().write({columns[i].x, m_y}, shortened(texts[i], columns[i].letters), 3.3, strong, columns[i].align);
    }
    if (strong)
        sheet().line({kMargin, m_y + 1.6}, {kRight, m_y + 1.6});
    m_y += kRow;
}

void BookPage::pictureRow(const std::vector<Shown>& shown, double height)
{
    keep(height + 8.0);
    const double gap = 4.0;
    const double each =
        (kRight - kMargin - gap * static_cast<double>(shown.size() - 1)) / static_cast<double>(shown.size());
    double x = kMargin;
    for (const Shown& one : shown) {
        const double ratio = static_cast<double>(one.raster->width) / static_cast<double>(one.raster->height);
        const double width = std::min(each, height * ratio);
        const double high = width / ratio;
        sheet().images.push_back({{x, m_y - 3.0}, width, high, one.raster});
        const auto letters = static_cast<std::size_t>(each / 1.75);
        sheet().write({x, m_y + height + 1.0}, shortened(one.text, letters), 3.0);
        x += each + gap;
    }
    m_y += height + 8.0;
}

void BookPage::code(const std::string& text, double size) { drawCode(sheet(), {kRight - size, 31.0}, size, text); }

std::vector<Sheet> BookPage::finished()
{
    for (Sheet& sheet : m_sheets) {
        sheet.title = units::printable(sheet.title);
        for (Note& note : sheet.notes)
            note.text = units::printable(note.text);
    }
    return std::move(m_sheets);
}

void drawCode(Sheet& sheet, Spot corner, double size, const std::string& text)
{
    const std::unique_ptr<QRcode, void (*)(QRcode*)> code(
        QRcode_encodeData(static_cast<int>(text.size()), reinterpret_cast<const unsigned char*>(text.data()), 0,
                          QR_ECLEVEL_M),
        QRcode_free);
    if (!code)
        throw std::invalid_argument("a text that no code can hold");
    const double module = size / code->width;
    for (int y = 0; y < code->width; ++y) {
        for (int x = 0; x < code->width; ++x) {
            if (code->data[y * code->width + x] & 1)
                sheet.blocks.push_back({{corner.x + x * module, corner.y + y * module}, module, module});
        }
    }
}

}  // namespace euryth::paper
