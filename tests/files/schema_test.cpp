// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <filesystem>
#include <fstream>

#include <nlohmann/json.hpp>

#include "files/job_file.hpp"
#include "files/schema.hpp"
#include "support/demo.hpp"

using namespace euryth;
using Json = nlohmann::ordered_json;

namespace {

/// Every key of a file stands in the schema where it belongs, so that nothing that is written is left out of it.
void checkKeys(const Json& value, const Json& schema, const std::string& place)
{
    CAPTURE(place);
    for (const char* either : {"anyOf", "oneOf"}) {
        if (!schema.contains(either))
            continue;
        for (const Json& one : schema[either]) {
            const bool isShape = !value.is_object() || !value.contains("shape") || !one.contains("properties") ||
                                 !one["properties"].contains("shape") ||
                                 one["properties"]["shape"]["const"] == value["shape"];
            if (isShape && one.value("type", "") != "null")
                return checkKeys(value, one, place);
        }
    }
    if (value.is_object()) {
        for (const auto& [key, inner] : value.items()) {
            CAPTURE(key);
            REQUIRE(schema["properties"].contains(key));
            checkKeys(inner, schema["properties"][key], place + "/" + key);
        }
    }
    for (std::size_t i = 0; value.is_array() && i < value.size(); ++i)
        checkKeys(value[i], schema["items"], place + "/" + std::to_string(i));
}

}  // namespace

TEST_CASE("the schema of a job knows every key that the demos hold")
{
    const Json schema = Json::parse(files::schemaText(files::FileKind::Job));
    for (const auto& entry :
         std::filesystem::directory_iterator(std::filesystem::path(EURYTH_DEMO_JOB).parent_path())) {
        if (!entry.path().string().ends_with(".euryth.json"))
            continue;
        const auto job = files::loadJob(entry.path());
        REQUIRE(job);
        checkKeys(Json::parse(files::jobText(*job)), schema, entry.path().filename().string());
    }
}

TEST_CASE("ranges, units and what has to be there are in the schema")
{
    const Json schema = Json::parse(files::schemaText(files::FileKind::Job));
    CHECK(schema["properties"]["format"]["const"] == files::kJobFormat);
    CHECK(schema["required"] == Json({"format", "version"}));
    const Json& bore = schema["properties"]["engine"]["anyOf"][0]["properties"]["bore_mm"];
    CHECK(bore["minimum"] == 10.0);
    CHECK(bore["maximum"] == 300.0);
    CHECK(bore["description"] == "in mm");
    CHECK(bore["type"] == Json({"number", "null"}));
    const Json& port = schema["properties"]["ports"]["items"];
    CHECK(port["required"] == Json({"id", "side"}));
    CHECK(port["properties"]["branches"]["items"]["required"] == Json({"id"}));
    CHECK(port["properties"]["stations"]["items"]["properties"]["section"]["oneOf"].size() == 3);
    CHECK(files::fileKindOf("house") == files::FileKind::House);
    CHECK_FALSE(files::fileKindOf("engine"));
}
