// SPDX-License-Identifier: GPL-3.0-or-later
#include <cairo-ft.h>
#include <cairo-pdf.h>

#include <array>
#include <memory>
#include <stdexcept>

#include "fonts.hpp"
#include "paper/writers.hpp"

namespace euryth::paper {

namespace {

constexpr double kPointsPerMm = 72.0 / 25.4;

/// FreeType and the two shipped faces, kept as long as the program runs because Cairo caches what it makes of them.
class Faces {
public:
    static const Faces& shipped()
    {
        static const Faces faces;
        return faces;
    }
    [[nodiscard]] cairo_font_face_t* face(bool strong) const { return strong ? m_strong : m_plain; }

private:
    Faces()
    {
        if (FT_Init_FreeType(&m_library) != 0)
            throw std::runtime_error("FreeType cannot be started");
        m_plain = load(fontRegular());
        m_strong = load(fontSemiBold());
    }
    cairo_font_face_t* load(std::span<const unsigned char> bytes)
    {
        FT_Face face = nullptr;
        if (FT_New_Memory_Face(m_library, bytes.data(), static_cast<FT_Long>(bytes.size()), 0, &face) != 0)
            throw std::runtime_error("a shipped font cannot be read");
        return cairo_ft_font_face_create_for_ft_face(face, 0);
    }

    FT_Library m_library = nullptr;
    cairo_font_face_t* m_plain = nullptr;
    cairo_font_face_t* m_strong = nullptr;
};

struct Ends {
    void operator()(cairo_surface_t* surface) const { cairo_surface_destroy(surface); }
    void operator()(cairo_t* context) const { cairo_destroy(context); }
};

cairo_status_t append(void* text, const unsigned char* data, unsigned int length)
{
    static_cast<std::string*>(text)->append(reinterpret_cast<const char*>(data), length);
    return CAIRO_STATUS_SUCCESS;
}

void chooseInk(cairo_t* c, Ink ink)
{
    const Pen pen = penOf(ink);
    cairo_set_source_rgb(c, pen.grey, pen.grey, pen.grey);
    cairo_set_line_width(c, pen.width);
    constexpr std::array dashes{kDash, kGap};
    cairo_set_dash(c, dashes.data(), pen.dashed ? 2 : 0, 0.0);
}

void paintNote(cairo_t* c, const Note& note)
{
    cairo_set_font_face(c, Faces::shipped().face(note.strong));
    cairo_set_font_size(c, note.height);
    cairo_set_source_rgb(c, 0.0, 0.0, 0.0);
    cairo_text_extents_t extents;
    cairo_text_extents(c, note.text.c_str(), &extents);
    const double shift = note.align == Align::Left ? 0.0 : note.align == Align::Middle ? 0.5 : 1.0;
    cairo_move_to(c, note.at.x - shift * extents.x_advance, note.at.y);
    cairo_show_text(c, note.text.c_str());
}

void paintImage(cairo_t* c, const Image& image)
{
    const pictures::Raster& raster = *image.raster;
    const auto width = static_cast<int>(raster.width);
    const auto height = static_cast<int>(raster.height);
    const std::unique_ptr<cairo_surface_t, Ends> surface(cairo_image_surface_create(CAIRO_FORMAT_RGB24, width, height));
    if (cairo_surface_status(surface.get()) != CAIRO_STATUS_SUCCESS)
        return;
    const int stride = cairo_image_surface_get_stride(surface.get());
    unsigned char* data = cairo_image_surface_get_data(surface.get());
    for (int y = 0; y < height; ++y) {
        auto* row = reinterpret_cast<std::uint32_t*>(data + static_cast<std::ptrdiff_t>(y) * stride);
        for (int x = 0; x < width; ++x) {
            const auto* p =
                raster.rgb.data() + (static_cast<std::size_t>(y) * raster.width + static_cast<std::size_t>(x)) * 3;
            row[x] = static_cast<std::uint32_t>(p[0] << 16 | p[1] << 8 | p[2]);
        }
    }
    cairo_surface_mark_dirty(surface.get());
    cairo_save(c);
    cairo_translate(c, image.corner.x, image.corner.y);
    cairo_scale(c, image.width / width, image.height / height);
    cairo_set_source_surface(c, surface.get(), 0.0, 0.0);
    cairo_paint(c);
    cairo_restore(c);
}

void paintSheet(cairo_t* c, const Sheet& sheet)
{
    for (const Image& image : sheet.images)
        paintImage(c, image);
    // All blocks in one path, so that no hair line shows between those that touch.
    cairo_set_source_rgb(c, 0.0, 0.0, 0.0);
    cairo_new_path(c);
    for (const Block& block : sheet.blocks)
        cairo_rectangle(c, block.corner.x, block.corner.y, block.width, block.height);
    cairo_fill(c);
    for (const Stroke& stroke : sheet.strokes) {
        chooseInk(c, stroke.ink);
        cairo_new_path(c);
        for (const Spot& s : stroke.spots)
            cairo_line_to(c, s.x, s.y);
        if (stroke.closed)
            cairo_close_path(c);
        cairo_stroke(c);
    }
    for (const Ring& ring : sheet.rings) {
        chooseInk(c, ring.ink);
        cairo_new_path(c);
        constexpr double turn = 6.283185307179586;
        cairo_arc(c, ring.middle.x, ring.middle.y, ring.radius, 0.0, turn);
        cairo_stroke(c);
    }
    for (const Note& note : sheet.notes)
        paintNote(c, note);
}

}  // namespace

std::string pdfText(const std::vector<Sheet>& sheets)
{
    std::string text;
    const std::unique_ptr<cairo_surface_t, Ends> surface(cairo_pdf_surface_create_for_stream(
        append, &text, Sheet::kWidth * kPointsPerMm, Sheet::kHeight * kPointsPerMm));
    if (!sheets.empty())
        cairo_pdf_surface_set_metadata(surface.get(), CAIRO_PDF_METADATA_TITLE, sheets.front().title.c_str());
    {
        const std::unique_ptr<cairo_t, Ends> context(cairo_create(surface.get()));
        cairo_scale(context.get(), kPointsPerMm, kPointsPerMm);
        for (const Sheet& sheet : sheets) {
            paintSheet(context.get(), sheet);
            cairo_show_page(context.get());
        }
    }
    cairo_surface_finish(surface.get());
    if (const auto status = cairo_surface_status(surface.get()); status != CAIRO_STATUS_SUCCESS)
        throw std::runtime_error(cairo_status_to_string(status));
    return text;
}

}  // namespace euryth::paper
