// SPDX-License-Identifier: GPL-3.0-or-later
#include "solids/solids.hpp"

#include <filesystem>
#include <fstream>
#include <sstream>

#include <dlfcn.h>
#include <unistd.h>

#include "brep_call.hpp"
#include "geometry/loft.hpp"
#include "units/printable.hpp"

namespace euryth::solids {

namespace {

namespace fs = std::filesystem;

/// Beside the program that runs: installed in lib/euryth of the same prefix, or built in lib/euryth of the build
/// folder.
fs::path modulePath()
{
    std::error_code code;
    fs::path folder = fs::read_symlink("/proc/self/exe", code).parent_path();
    constexpr int deepest = 3;  // build folder, kind, program
    for (int i = 0; i <= deepest && folder.has_relative_path(); ++i) {
        const fs::path found = folder / "lib" / "euryth" / "modules" / kBrepModule;
        if (fs::exists(found, code))
            return found;
        folder = folder.parent_path();
    }
    return {};
}

/// The module's function; null where it is not installed. A module that was loaded stays.
BrepFunction brepFunction()
{
    static const BrepFunction found = [] {
        const fs::path path = modulePath();
        void* const module = path.empty() ? nullptr : dlopen(path.c_str(), RTLD_NOW | RTLD_LOCAL);
        return module ? reinterpret_cast<BrepFunction>(dlsym(module, kBrepFunction)) : nullptr;
    }();
    return found;
}

/// A folder of its own that is gone with it.
class ScratchFolder {
public:
    ScratchFolder()
    {
        std::error_code code;
        std::string pattern = (fs::temp_directory_path(code) / "euryth-solid-XXXXXX").string();
        if (mkdtemp(pattern.data()))
            m_path = pattern;
    }
    ~ScratchFolder()
    {
        std::error_code code;
        if (!m_path.empty())
            fs::remove_all(m_path, code);
    }
    ScratchFolder(const ScratchFolder&) = delete;
    ScratchFolder& operator=(const ScratchFolder&) = delete;
    [[nodiscard]] const fs::path& path() const { return m_path; }

private:
    fs::path m_path;
};

/// The rings that are written, x, y, z in mm.
std::vector<double> ringsOf(const geometry::Loft& loft, const Wish& wish, std::size_t& rings)
{
    const std::size_t at = loft.stationRings[wish.part == Part::Port ? loft.stationRings.size() - 1 : wish.station];
    const std::size_t first = wish.part == Part::Section ? at : 0;
    rings = at + 1 - first;
    std::vector<double> points;
    constexpr double mm = 1e3;
    for (std::size_t i = first; i <= at; ++i) {
        for (const geometry::Point3& p : loft.rings[i])
            points.insert(points.end(), {p.x * mm, p.y * mm, p.z * mm});
    }
    return points;
}

std::string contentOf(const fs::path& path)
{
    std::ifstream in(path, std::ios::binary);
    std::ostringstream text;
    text << in.rdbuf();
    return std::move(text).str();
}

}  // namespace

tl::expected<std::string, Phrase> solidText(const port_field::PortShape& shape, const Wish& wish)
{
    const std::size_t stations = shape.sections.size();
    const bool whole = wish.part == Part::Port;
    if (!whole && (wish.station >= stations || (wish.part == Part::Runner && wish.station == 0)))
        return tl::unexpected(say("solid.no-station"));
    const BrepFunction write = brepFunction();
    if (!write)
        return tl::unexpected(say("solid.no-module", {{"file", std::string(kBrepModule)}}));
    constexpr std::size_t perSector = 12;
    constexpr std::size_t between = 3;
    const geometry::Loft loft = geometry::loftOf(shape.sections, perSector, between);
    const ScratchFolder scratch;
    const std::string file = (scratch.path() / "solid").string();
    const std::string name = units::printable(wish.name);
    BrepCall call;
    const std::vector<double> points = ringsOf(loft, wish, call.rings);
    call.points = points.data();
    call.around = loft.around;
    call.iges = wish.format == Format::Iges;
    call.name = name.c_str();
    call.path = file.c_str();
    switch (write(&call)) {
    case kWritten: return contentOf(file);
    case kNoShape: return tl::unexpected(say("solid.no-shape"));
    default: return tl::unexpected(say("solid.no-file", {{"folder", scratch.path().parent_path().string()}}));
    }
}

}  // namespace euryth::solids
