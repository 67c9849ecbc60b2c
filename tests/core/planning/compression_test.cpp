// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>

#include "planning/compression.hpp"

using namespace euryth;
using namespace euryth::planning;
using std::numbers::pi;

TEST_CASE("compression ratio by hand")
{
    // 94 x 72 mm: 499.67 cc swept. Chamber 48, gasket 96 x 1.2 (8.686), deck 94 x 0.4 (2.776), dome -5.
    const ClosedVolume closed{volumeFromCc(48), lengthFromMm(96), lengthFromMm(1.2), lengthFromMm(0.4),
                              volumeFromCc(-5)};
    const Volume swept = sweptVolume(lengthFromMm(94), lengthFromMm(72));
    const Volume clearance = clearanceVolume(closed, lengthFromMm(94));
    CHECK(inCc(swept) == Approx(pi / 4 * 9.4 * 9.4 * 7.2));
    CHECK(inCc(clearance) == Approx(48 + pi / 4 * 9.6 * 9.6 * 0.12 + pi / 4 * 9.4 * 9.4 * 0.04 - 5));
    CHECK(compressionRatio(swept, clearance) == Approx(1 + inCc(swept) / inCc(clearance)));
    CHECK(inMm(skimFor(volumeFromCc(1), lengthFromMm(94))) == Approx(1000 / (pi / 4 * 94 * 94)));
}
