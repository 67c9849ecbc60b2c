// SPDX-License-Identifier: GPL-3.0-or-later
#include "pictures/raster.hpp"

#include <algorithm>
#include <memory>
#include <string>

#include <gdk-pixbuf/gdk-pixbuf.h>

namespace euryth::pictures {

namespace {

struct Unref {
    void operator()(GdkPixbuf* pixbuf) const { g_object_unref(pixbuf); }
    void operator()(GError* error) const { g_error_free(error); }
};
using Pixbuf = std::unique_ptr<GdkPixbuf, Unref>;

Phrase noPicture(const std::filesystem::path& file, const std::string& why)
{
    return say("picture.unreadable", {{"file", file.filename().string()}, {"why", why}});
}

Raster rasterOf(const GdkPixbuf& pixbuf)
{
    Raster raster;
    raster.width = static_cast<std::size_t>(gdk_pixbuf_get_width(&pixbuf));
    raster.height = static_cast<std::size_t>(gdk_pixbuf_get_height(&pixbuf));
    const auto channels = static_cast<std::size_t>(gdk_pixbuf_get_n_channels(&pixbuf));
    const auto stride = static_cast<std::size_t>(gdk_pixbuf_get_rowstride(&pixbuf));
    const bool alpha = gdk_pixbuf_get_has_alpha(&pixbuf) != 0;
    const guint8* pixels = gdk_pixbuf_read_pixels(&pixbuf);
    raster.rgb.reserve(raster.width * raster.height * 3);
    constexpr unsigned white = 255;
    for (std::size_t y = 0; y < raster.height; ++y) {
        for (std::size_t x = 0; x < raster.width; ++x) {
            const guint8* p = pixels + y * stride + x * channels;
            const unsigned opaque = alpha ? p[3] : white;
            for (int c = 0; c < 3; ++c)
                raster.rgb.push_back(static_cast<std::uint8_t>((p[c] * opaque + white * (white - opaque)) / white));
        }
    }
    return raster;
}

}  // namespace

tl::expected<Raster, Phrase> readPicture(const std::filesystem::path& file, std::size_t most, int quarterTurns)
{
    int width = 0;
    int height = 0;
    if (!gdk_pixbuf_get_file_info(file.c_str(), &width, &height))
        return tl::unexpected(noPicture(file, "-"));
    constexpr double mostPixels = 200e6;
    if (static_cast<double>(width) * static_cast<double>(height) > mostPixels)
        return tl::unexpected(say("picture.too-large", {{"file", file.filename().string()}}));
    const int largest = static_cast<int>(std::min<std::size_t>(most, 100000));
    GError* failed = nullptr;
    Pixbuf pixbuf(std::max(width, height) > largest
                      ? gdk_pixbuf_new_from_file_at_scale(file.c_str(), largest, largest, TRUE, &failed)
                      : gdk_pixbuf_new_from_file(file.c_str(), &failed));
    const std::unique_ptr<GError, Unref> error(failed);
    if (!pixbuf)
        return tl::unexpected(noPicture(file, error ? error->message : "-"));
    pixbuf.reset(gdk_pixbuf_apply_embedded_orientation(pixbuf.get()));
    for (int i = 0; i < quarterTurns % 4; ++i)
        pixbuf.reset(gdk_pixbuf_rotate_simple(pixbuf.get(), GDK_PIXBUF_ROTATE_CLOCKWISE));
    return rasterOf(*pixbuf);
}

}  // namespace euryth::pictures
