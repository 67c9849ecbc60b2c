// SPDX-License-Identifier: GPL-3.0-or-later
#include <exception>
#include <iostream>

#include "commands/run.hpp"

int main(int argc, char** argv)
{
    try {
        return euryth::commands::run({argv + 1, argv + argc}, std::cout, std::cerr);
    } catch (const std::exception& e) {
        std::cerr << "euryth-cli: this is a fault of the program, please report it: " << e.what() << '\n';
        return euryth::commands::kFileTrouble;
    }
}
