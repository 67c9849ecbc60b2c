// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "support/words.hpp"
#include "words/known.hpp"
#include "words/missing_list.hpp"

using namespace euryth;

TEST_CASE("a phrase keeps its quantities, and is known by its id")
{
    Phrase phrase = say("wall.left", {{"wall", lengthFromMm(2.4)}, {"place", say("place.pinch")}});
    CHECK(phrase.id() == "wall.left");
    REQUIRE(phrase.sentences().size() == 1);
    CHECK(std::get<Length>(phrase.sentences()[0].arguments[0].value) == lengthFromMm(2.4));
    CHECK(says(phrase, "place.pinch"));
    phrase += say("second");
    CHECK(phrase.sentences().size() == 2);
    CHECK(phrase.id() == "wall.left");
    CHECK(phrase != say("wall.left"));
    CHECK(Phrase().id().empty());
    CHECK(Phrase().empty());
}

TEST_CASE("what is missing is gathered, and nothing missing is nothing said")
{
    MissingList missing;
    missing.need(true, "missing.bore");
    CHECK(missing.empty());
    CHECK(missing.phrase().empty());
    missing.need(false, "missing.rod");
    missing.add(say("missing.cam"));
    CHECK(idsIn(missing.phrase()) == std::vector<std::string>{"list", "missing.rod", "missing.cam"});
    const Known<Length> none{std::nullopt, missing.phrase()};
    CHECK_FALSE(none);
}
