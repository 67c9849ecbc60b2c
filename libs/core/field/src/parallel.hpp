// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <thread>
#include <vector>

namespace euryth::field {

/// Calls work(from, to) for parts of 0..count on as many threads as there are cores, at most four, and returns when all
/// are done. Threads are begun anew each time: that takes a few hundredths of a millisecond, and nobody spins while
/// waiting, so that a busy machine loses nothing. `work` must not throw.
template <class Work>
void parallelFor(std::size_t count, const Work& work)
{
    static const std::size_t cores = std::clamp(std::thread::hardware_concurrency(), 1U, 4U);
    const std::size_t parts = std::min(cores, count);
    std::vector<std::jthread> threads;
    for (std::size_t part = 1; part < parts; ++part)
        threads.emplace_back([&, part] { work(count * part / parts, count * (part + 1) / parts); });
    if (parts > 0)
        work(std::size_t{0}, count / parts);
}

/// The same, but all in the thread that calls where so few `numbers` are touched that they are done before a thread has
/// begun.
template <class Work>
void parallelFor(std::size_t count, std::size_t numbers, const Work& work)
{
    constexpr std::size_t few = 20'000;
    if (numbers < few)
        work(std::size_t{0}, count);
    else
        parallelFor(count, work);
}

}  // namespace euryth::field
