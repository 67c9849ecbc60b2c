// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/shop_file.hpp"

#include "json_writer.hpp"
#include "read_text.hpp"

namespace euryth::files {

tl::expected<job::Shop, ReadError> parseShop(std::string_view text)
{
    const auto root = parseJson(text);
    if (!root)
        return tl::unexpected(root.error());
    if (const auto problem = versionProblem(*root, kShopFormat, kShopVersion, "json.no-shop"))
        return tl::unexpected(ReadError{ReadError::Kind::Content, {*problem}});
    ReadError error;
    job::Shop shop;
    JsonReader reader(*root, "", error.problems);
    reader.alreadyRead("format");
    reader.alreadyRead("version");
    job::describe(reader, shop);
    if (error.problems.empty())
        error.problems = job::check(shop);
    if (!error.problems.empty())
        return tl::unexpected(std::move(error));
    return shop;
}

tl::expected<job::Shop, ReadError> loadShop(const std::filesystem::path& path)
{
    const auto text = readWhole(path);
    return text ? parseShop(*text) : tl::unexpected(text.error());
}

std::string shopText(const job::Shop& shop)
{
    JsonWriter writer(0);
    writer.raw("format", "\"" + std::string(kShopFormat) + "\"");
    writer.raw("version", std::to_string(kShopVersion));
    job::describe(writer, shop);
    return writer.finished() + "\n";
}

}  // namespace euryth::files
