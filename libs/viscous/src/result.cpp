// SPDX-License-Identifier: GPL-3.0-or-later
#include "viscous/result.hpp"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fstream>
#include <sstream>

namespace euryth::viscous {

namespace {

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

/// The vectors of "internalField nonuniform List<vector> N ( (x y z) ... )".
tl::expected<std::vector<field::Vector3>, std::string> vectorsOf(const std::string& text)
{
    const std::string words = "nonuniform List<vector>";
    const auto at = text.find(words);
    if (at == std::string::npos)
        return tl::unexpected("there is no list of vectors ('" + words + "')");
    std::istringstream in(text.substr(at + words.size()));
    in.imbue(std::locale::classic());
    std::size_t count = 0;
    char bracket = 0;
    constexpr std::size_t most = 100'000'000;
    if (!(in >> count >> bracket) || bracket != '(' || count > most)
        return tl::unexpected(std::string("the list of vectors has no length"));
    std::vector<field::Vector3> vectors;
    for (std::size_t i = 0; i < count; ++i) {
        field::Vector3 v;
        char open = 0;
        char shut = 0;
        if (!(in >> open >> v.x >> v.y >> v.z >> shut) || open != '(' || shut != ')' || !std::isfinite(v.length()))
            return tl::unexpected("vector " + std::to_string(i + 1) + " of " + std::to_string(count) +
                                  " cannot be read as (x y z)");
        vectors.push_back(v);
    }
    return vectors;
}

}  // namespace

tl::expected<field::Field, std::string> readVelocities(const std::filesystem::path& folder,
                                                       const judgement::VirtualPort& port)
{
    const auto time = lastTime(folder);
    if (!time)
        return tl::unexpected(folder.string() + ": the run has written no result");
    const auto path = *time / "U";
    std::ifstream in(path, std::ios::binary);
    if (!in)
        return tl::unexpected(path.string() + ": cannot be opened");
    std::ostringstream content;
    content << in.rdbuf();
    const auto vectors = vectorsOf(content.str());
    if (!vectors)
        return tl::unexpected(path.string() + ": " + vectors.error());
    const field::Mesh& mesh = port.mesh();
    std::vector<field::Vector3> cells(mesh.cells.size());
    std::size_t next = 0;
    for (std::size_t c = 0; c < cells.size() && next < vectors->size(); ++c) {
        if (!mesh.isBlocked(c))
            cells[c] = (*vectors)[next++];
    }
    const auto open =
        mesh.blocked.empty() ? cells.size() : static_cast<std::size_t>(std::ranges::count(mesh.blocked, false));
    if (vectors->size() != open)
        return tl::unexpected(path.string() + ": has " + std::to_string(vectors->size()) + " cells, the port's mesh " +
                              std::to_string(open) + "; it belongs to another shape or quality");
    return field::Field(mesh, cells);
}

}  // namespace euryth::viscous
