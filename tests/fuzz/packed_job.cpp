// SPDX-License-Identifier: GPL-3.0-or-later
// Packed jobs: whatever is in them, they are unpacked whole or refused with a text, and nothing lies outside the
// folder.
#include <cstdlib>
#include <fstream>
#include <iterator>

#include "archive/packed_job.hpp"
#include "mutate.hpp"

using namespace euryth;
namespace fs = std::filesystem;

int main(int argc, char** argv)
{
    if (argc != 4)
        return 2;
    const fs::path folder = argv[3];
    fs::create_directories(folder / "in");
    const fs::path job = folder / "in" / "head.euryth.json";
    fs::copy_file(argv[2], job, fs::copy_options::overwrite_existing);
    fs::create_directories(folder / "in" / "head.photos");
    std::ofstream(folder / "in" / "head.photos" / "a.jpg") << std::string(300, 'a');
    const fs::path packed = folder / "head.euryth.zip";
    if (!archive::pack(job, packed))
        return 1;
    std::ifstream in(packed, std::ios::binary);
    const std::string sound{std::istreambuf_iterator<char>(in), {}};
    constexpr std::array<std::string_view, 9> pieces{
        "../", "/", "PK\1\2", "PK\3\4", "PK\5\6", "\xff\xff\xff\xff", "", "head.photos", "\\"};
    const fs::path out = folder / "out";
    return fuzz::runFor(std::atoi(argv[1]), [&](fuzz::Random& random) {
        const fs::path changed = folder / "changed.zip";
        std::ofstream(changed, std::ios::binary) << fuzz::mutated(sound, pieces, random);
        const auto unpacked = archive::unpack(changed, out / "x");
        if (unpacked ? !fs::is_regular_file(*unpacked) : unpacked.error().empty() || fs::exists(out / "x"))
            std::abort();
        fs::remove_all(out / "x");
        for (const auto& beside : fs::directory_iterator(folder)) {
            const std::string name = beside.path().filename().string();
            if (name != "in" && name != "out" && name != "changed.zip" && name != "head.euryth.zip")
                std::abort();
        }
    });
}
