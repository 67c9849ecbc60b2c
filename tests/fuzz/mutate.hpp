// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <chrono>
#include <cstdio>
#include <random>
#include <string>
#include <string_view>

namespace fuzz {

using Random = std::mt19937;

inline std::size_t below(Random& random, std::size_t limit)
{
    return std::uniform_int_distribution<std::size_t>(0, limit > 0 ? limit - 1 : 0)(random);
}

/// A changed copy of `text`: bytes flipped, pieces deleted, doubled, swapped in from `pieces`.
template <std::size_t N>
std::string mutated(std::string text, const std::array<std::string_view, N>& pieces, Random& random)
{
    const std::size_t changes = 1 + below(random, 6);
    for (std::size_t i = 0; i < changes; ++i) {
        const std::size_t at = below(random, text.size() + 1);
        const std::size_t length = std::min(below(random, 24), text.size() - at);
        switch (below(random, 4)) {
        case 0:
            if (at < text.size())
                text[at] = static_cast<char>(below(random, 256));
            break;
        case 1: text.erase(at, length); break;
        case 2: text.insert(at, text.substr(at, length)); break;
        default: text.replace(at, length, pieces[below(random, N)]); break;
        }
    }
    return text;
}

/// Runs `once` with a seeded generator until the time is up; the seed makes a failure repeatable.
template <class F>
int runFor(int seconds, F once)
{
    constexpr unsigned seed = 20260307;
    Random random(seed);
    const auto end = std::chrono::steady_clock::now() + std::chrono::seconds(seconds);
    long runs = 0;
    for (; std::chrono::steady_clock::now() < end; ++runs)
        once(random);
    std::printf("%ld inputs, seed %u\n", runs, seed);
    return runs > 0 ? 0 : 1;
}

}  // namespace fuzz
