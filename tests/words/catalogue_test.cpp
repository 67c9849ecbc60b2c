// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <regex>
#include <set>
#include <sstream>

#include "words/catalogue.hpp"

using namespace euryth;
using words::Catalogue;

namespace {

/// All sources of the libraries, one after the other.
std::string sources()
{
    std::string all;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(EURYTH_LIBS)) {
        const auto ending = entry.path().extension();
        if (ending != ".cpp" && ending != ".hpp")
            continue;
        std::ifstream in(entry.path());
        std::ostringstream text;
        text << in.rdbuf();
        all += text.str();
    }
    return all;
}

}  // namespace

TEST_CASE("every id that a source says is in the catalogue")
{
    const auto& english = Catalogue::english();
    static const std::regex said(R"re(\bsay\("([^"]+)"([^)]?))re");
    const std::string text = sources();
    int count = 0;
    for (auto it = std::sregex_iterator(text.begin(), text.end(), said); it != std::sregex_iterator(); ++it) {
        const std::string id = (*it)[1];
        const bool whole = (*it)[2] != " ";  // else something is added to it
        CAPTURE(id);
        const auto ids = english.ids();
        const bool begun = std::ranges::any_of(ids, [&](const std::string& known) { return known.starts_with(id); });
        CHECK((whole ? english.has(id) : begun));
        ++count;
    }
    CHECK(count > 300);
}

TEST_CASE("every number of the register has its own name, a label and a meaning")
{
    const auto& english = Catalogue::english();
    static const std::regex entry(R"re(FieldOf \w+\{"([^"]+)")re");
    const std::string text = sources();
    std::set<std::string> names;
    for (auto it = std::sregex_iterator(text.begin(), text.end(), entry); it != std::sregex_iterator(); ++it) {
        const std::string name = (*it)[1];
        CAPTURE(name);
        CHECK(names.insert(name).second);
        CHECK(english.has("number." + name));
        CHECK(english.has("number." + name + ".help"));
    }
    CHECK(names.size() > 100);
    for (const std::string& id : english.ids()) {
        const bool ofNumber = id.starts_with("number.");
        CAPTURE(id);
        if (ofNumber)
            CHECK(names.contains(id.substr(7, id.ends_with(".help") ? id.size() - 12 : std::string::npos)));
    }
}

TEST_CASE("nothing in the catalogue is left over")
{
    const std::string text = sources();
    for (const std::string& id : Catalogue::english().ids()) {
        // Said as it is, or made of a beginning that is said and a word of a list.
        bool used = text.find('"' + id + '"') != std::string::npos;
        for (std::size_t dot = id.find('.'); dot != std::string::npos && !used; dot = id.find('.', dot + 1)) {
            used = text.find('"' + id.substr(0, dot + 1) + '"') != std::string::npos ||
                   text.find('"' + id.substr(dot) + '"') != std::string::npos ||
                   text.find('"' + id.substr(dot + 1) + '"') != std::string::npos;
        }
        CAPTURE(id);
        CHECK(used);
    }
}

TEST_CASE("a text takes its arguments by name, with a capital where one is asked for, and its plurals")
{
    const auto catalogue = Catalogue::parse(R"({"language": "en-GB", "texts": {
        "place": "{Place}: {n_count, plural, one {one hole} other {{n} holes}} in {place}"}})");
    REQUIRE(catalogue);
    const std::vector<words::Filled> one{{"place", "the bowl", {}}, {"n", "1", 1.0}};
    const std::vector<words::Filled> three{{"place", "the bowl", {}}, {"n", "3", 3.0}};
    CHECK(catalogue->text("place", one) == "The bowl: one hole in the bowl");
    CHECK(catalogue->text("place", three) == "The bowl: 3 holes in the bowl");
    CHECK(catalogue->argumentsOf("place") == std::vector<std::string>{"Place", "n_count", "n", "place"});
}

TEST_CASE("lists are written as the language does")
{
    CHECK(Catalogue::english().list({"bore"}) == "bore");
    CHECK(Catalogue::english().list({"bore", "stroke"}) == "bore and stroke");
    CHECK(Catalogue::english().list({"bore", "stroke", "rod"}) == "bore, stroke and rod");
    const auto other = Catalogue::parse(R"({"language": "de", "texts": {}})");
    REQUIRE(other);
    CHECK(other->list({"a", "b", "c"}) == "a, b und c");
}

TEST_CASE("another language is a file: what it has not is taken from English, and no id is lost")
{
    const auto other = Catalogue::parse(
        R"({"language": "de", "texts": {"place.bowl": "Kanalkessel"}, "window": {"Rack": {"Ports": "Kanäle"}}})");
    REQUIRE(other);
    CHECK(other->text("place.bowl", {}) == "Kanalkessel");
    CHECK(other->text("place.pinch", {}) == "pinch");
    CHECK(other->text("no.such-id", {}) == "⟨no.such-id⟩");
    CHECK(other->windowText("Rack", "Ports") == "Kanäle");
    CHECK(other->windowText("Rack", "not measured").empty());
    CHECK(Catalogue::find("en-GB") == &Catalogue::english());
    CHECK(Catalogue::find("xx") == nullptr);
}

TEST_CASE("a language file that is broken says where")
{
    CHECK_FALSE(Catalogue::parse("{"));
    CHECK_FALSE(Catalogue::parse(R"({"texts": {}})"));
    const auto broken = Catalogue::parse(R"({"language": "en", "texts": {"a.b": "{open"}})");
    REQUIRE_FALSE(broken);
    CHECK(broken.error().find("texts.a.b") != std::string::npos);
}

TEST_CASE("the pseudo-language marks every text, keeps its arguments, and is a third longer")
{
    const Catalogue pseudo = Catalogue::pseudo();
    const std::vector<words::Filled> place{{"place", "x", {}}};
    const std::string text = pseudo.text("call.small-big-small.title", place);
    CHECK(text.starts_with("Smáll, bíg, smáll áróúnd x"));
    CHECK(text.ends_with("~~~"));
    CHECK(Catalogue::pseudoText("<b>House</b>") == "<b>Hóúsé</b>~");
    for (const std::string& id : pseudo.ids()) {
        CAPTURE(id);
        CHECK(pseudo.argumentsOf(id) == Catalogue::english().argumentsOf(id));
    }
}
