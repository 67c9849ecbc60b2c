// SPDX-License-Identifier: GPL-3.0-or-later
#include "viscous/result.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fstream>
#include <sstream>

namespace euryth::viscous {

namespace {

using geometry::Vector3;

/// The folder of the highest number over 0: what was written last.
std::optional<std::filesystem::path> lastTime(const std::filesystem::path& folder)
{
    std::optional<std::filesystem::path> last;
    double most = 0.0;
    std::error_code problem;
    for (const auto& entry : std::filesystem::directory_iterator(folder, problem)) {
        const std::string name = entry.path().filename().string();
        double time = 0.0;
        const auto read = std::from_chars(name.data(), name.data() + name.size(), time);
        if (read.ec == std::errc{} && read.ptr == name.data() + name.size() && time > most) {
            most = time;
            last = entry.path();
        }
    }
    return last;
}

bool readValue(std::istream& in, Vector3& v)
{
    char open = 0;
    char shut = 0;
    return (in >> open >> v.x >> v.y >> v.z >> shut) && open == '(' && shut == ')' && std::isfinite(v.length());
}

bool readValue(std::istream& in, double& v) { return (in >> v) && std::isfinite(v); }

const char* nameOf(const Vector3&) { return "vector"; }
const char* nameOf(double) { return "scalar"; }

/// The values of the first "nonuniform List<...> N ( ... )" behind `after`.
template <class T>
tl::expected<std::vector<T>, Phrase> listOf(const std::string& text, const std::string& after)
{
    const auto from = text.find(after);
    const std::string words = std::string("nonuniform List<") + nameOf(T{}) + ">";
    const auto at = from == std::string::npos ? from : text.find(words, from);
    if (at == std::string::npos)
        return tl::unexpected(say("result.no-list", {{"list", words}, {"after", after}}));
    std::istringstream in(text.substr(at + words.size()));
    in.imbue(std::locale::classic());
    std::size_t count = 0;
    char bracket = 0;
    constexpr std::size_t most = 100'000'000;
    if (!(in >> count >> bracket) || bracket != '(' || count > most)
        return tl::unexpected(say("result.no-length", {{"after", after}}));
    std::vector<T> values;
    for (std::size_t i = 0; i < count; ++i) {
        T value{};
        if (!readValue(in, value))
            return tl::unexpected(
                say("result.unread",
                    {{"what", nameOf(value)}, {"number", euryth::count(i + 1)}, {"all", euryth::count(count)}}));
        values.push_back(value);
    }
    return values;
}

/// The mean over the last steps, where there is one: a run that has converged before has none and needs none.
template <class T>
tl::expected<std::vector<T>, Phrase> readList(const std::filesystem::path& last, const std::string& after)
{
    std::filesystem::path path = last;
    path += "Mean";
    std::error_code missing;
    if (!std::filesystem::exists(path, missing))
        path = last;
    std::ifstream in(path, std::ios::binary);
    if (!in)
        return tl::unexpected(say("problem", {{"place", path.string()}, {"problem", say("file.unopened")}}));
    std::ostringstream content;
    content << in.rdbuf();
    auto values = listOf<T>(content.str(), after);
    if (!values)
        return tl::unexpected(say("problem", {{"place", path.string()}, {"problem", values.error()}}));
    return values;
}

}  // namespace

tl::expected<port_field::CellAir, Phrase> readResult(const std::filesystem::path& folder,
                                                     const port_field::PortMesh& mesh)
{
    const auto time = lastTime(folder);
    if (!time)
        return tl::unexpected(say("result.none", {{"folder", folder.string()}}));
    const std::string inside = "internalField";
    const std::string wall = std::string("\n    ") + "wall\n";
    auto velocity = readList<Vector3>(*time / "U", inside);
    auto pressure = readList<double>(*time / "p", inside);
    auto energy = readList<double>(*time / "k", inside);
    auto shear = readList<Vector3>(*time / "wallShearStress", wall);
    if (!velocity)
        return tl::unexpected(velocity.error());
    if (!pressure)
        return tl::unexpected(pressure.error());
    if (!energy)
        return tl::unexpected(energy.error());
    if (!shear)
        return tl::unexpected(shear.error());
    // The package's shear is that on the air, against its way; ours is with it.
    for (Vector3& s : *shear)
        s = {-s.x, -s.y, -s.z};
    auto wallShear = port_field::shearAtPlaces(mesh, *shear);
    if (!wallShear)
        return tl::unexpected(
            say("problem", {{"place", (*time / "wallShearStress").string()}, {"problem", say("run.other-walls")}}));
    port_field::CellAir cells{std::move(*velocity), std::move(*pressure), std::move(*energy), std::move(*wallShear)};
    if (const auto problem = problemOf(mesh, cells))
        return tl::unexpected(say("problem", {{"place", time->string()}, {"problem", *problem}}));
    return cells;
}

}  // namespace euryth::viscous
