// SPDX-License-Identifier: GPL-3.0-or-later
#include <csignal>
#include <exception>
#include <iostream>
#include <thread>

#include "commands/run.hpp"
#include "commands/simulate.hpp"

int main(int argc, char** argv)
{
    // Signals come to one thread that waits for them, so that everything that was opened is closed again.
    sigset_t ends;
    sigemptyset(&ends);
    for (const int signal : {SIGINT, SIGTERM, SIGHUP})
        sigaddset(&ends, signal);
    pthread_sigmask(SIG_BLOCK, &ends, nullptr);
    std::signal(SIGPIPE, SIG_IGN);
    std::stop_source stop;
    std::thread([&ends, &stop] {
        int signal = 0;
        sigwait(&ends, &signal);
        stop.request_stop();
    }).detach();
    try {
        return euryth::commands::simulate({argv + 1, argv + argc}, std::cout, std::cerr, stop.get_token());
    } catch (const std::exception& e) {
        std::cerr << "euryth-sim: this is a fault of the program, please report it: " << e.what() << '\n';
        return euryth::commands::kFileTrouble;
    }
}
