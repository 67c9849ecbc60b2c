// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/schema.hpp"

#include <algorithm>
#include <cmath>

#include "files/house_file.hpp"
#include "files/job_file.hpp"
#include "files/shop_file.hpp"
#include "schema_writer.hpp"
#include "words/catalogue.hpp"

namespace euryth::files {

void SchemaWriter::fixed(std::string_view key, const Json& value) { add(key, {{"const", value}}, true); }

void SchemaWriter::add(std::string_view key, Json schema, bool isRequired)
{
    m_properties[std::string(key)] = std::move(schema);
    if (isRequired && std::ranges::find(m_required, Json(key)) == m_required.end())
        m_required.push_back(key);
}

void SchemaWriter::addList(std::string_view key, Json item, bool unique)
{
    Json list{{"type", {"array", "null"}}, {"items", std::move(item)}};
    if (unique)
        list["uniqueItems"] = true;
    add(key, std::move(list), false);
}

SchemaWriter::Json SchemaWriter::finished() const
{
    Json schema{{"type", "object"}, {"properties", m_properties}};
    if (!m_required.empty())
        schema["required"] = m_required;
    return schema;
}

SchemaWriter::Json SchemaWriter::numberSchema(const job::Field& f, bool whole, bool mayBeUnknown)
{
    const std::string kind = whole ? "integer" : "number";
    Json schema;
    schema["type"] = mayBeUnknown ? Json({kind, "null"}) : Json(kind);
    schema["title"] = words::Catalogue::english().text("number." + std::string(f.id), {});
    if (!f.unit.symbol.empty())
        schema["description"] = "in " + std::string(f.unit.symbol);
    if (std::isfinite(f.range.low))
        schema[f.range.lowExcluded ? "exclusiveMinimum" : "minimum"] = f.range.low;
    if (std::isfinite(f.range.high))
        schema["maximum"] = f.range.high;
    return schema;
}

void SchemaWriter::range(std::string_view key, const job::ShareRange&)
{
    add(key,
        {{"type", {"array", "null"}},
         {"items", {{"type", "number"}}},
         {"minItems", 2},
         {"maxItems", 2},
         {"description", "from, to, in %"}},
        false);
}

void SchemaWriter::points(const job::Field& f, const std::vector<geometry::Point>&)
{
    add(f.key,
        {{"type", "array"},
         {"items", {{"type", "array"}, {"items", {{"type", "number"}}}, {"minItems", 2}, {"maxItems", 2}}},
         {"description", "left and up, in " + std::string(f.unit.symbol)}},
        true);
}

SchemaWriter::Json SchemaWriter::schemaOf(const job::MeasuredSection&)
{
    Json kinds = Json::array();
    for (std::size_t i = 0; i < job::kShapeKeys.size(); ++i) {
        job::MeasuredSection of;
        of.kind = static_cast<job::SectionKind>(i);
        SchemaWriter inner;
        job::describe(inner, std::as_const(of));
        inner.fixed("shape", job::kShapeKeys[i]);
        kinds.push_back(inner.finished());
    }
    return {{"oneOf", kinds}};
}

void SchemaWriter::ports(std::string_view key, const std::vector<job::Port>&)
{
    const job::Port port;
    SchemaWriter whole;
    job::describePort(whole, port, [&] {
        SchemaWriter branch;
        branch.requiredText("id", {});
        job::describeRunner(branch, port, [] {});
        whole.addList("branches", branch.finished(), false);
    });
    addList(key, whole.finished(), false);
}

std::optional<FileKind> fileKindOf(std::string_view word)
{
    const auto found = std::ranges::find(kFileKinds, word);
    return found == kFileKinds.end() ? std::nullopt : std::optional(static_cast<FileKind>(found - kFileKinds.begin()));
}

namespace {

template <class T>
SchemaWriter::Json wholeFile(std::string_view title, std::string_view format, int version)
{
    SchemaWriter writer;
    writer.fixed("format", format);
    writer.fixed("version", version);
    const T record{};
    job::describe(writer, record);
    SchemaWriter::Json schema{{"$schema", "https://json-schema.org/draft/2020-12/schema"}, {"title", title}};
    schema.update(writer.finished());
    return schema;
}

}  // namespace

std::string schemaText(FileKind kind)
{
    switch (kind) {
    case FileKind::Job: return wholeFile<job::Job>("A job of Euryth", kJobFormat, kJobVersion).dump(1) + '\n';
    case FileKind::House:
        return wholeFile<job::House>("House rules of Euryth", kHouseFormat, kHouseVersion).dump(1) + '\n';
    case FileKind::Shop: break;
    }
    return wholeFile<job::Shop>("A shop of Euryth", kShopFormat, kShopVersion).dump(1) + '\n';
}

}  // namespace euryth::files
