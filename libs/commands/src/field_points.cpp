// SPDX-License-Identifier: GPL-3.0-or-later
#include "field_points.hpp"

#include <filesystem>
#include <fstream>
#include <ostream>
#include <sstream>

#include "air/isentropic.hpp"
#include "imports/csv.hpp"

namespace euryth::commands {

FieldJob loadField(const Request& request)
{
    const VolumeFlow flow = flowOf(request.flow);
    FieldJob loaded{loadOrThrow(request.jobPath), nullptr, {}, {}};
    loaded.port = &portOrThrow(loaded.job, request.port);
    auto shape = port_field::shapeOf(*loaded.port, analysis::analyse(loaded.job, *loaded.port));
    if (!shape)
        throw missingFor(*loaded.port, shape.missing);
    loaded.shape = std::move(*shape.value);
    loaded.at = {flow, port_field::FlowFrom::Typed, {}, port_field::roomOrStandardAir(loaded.job.bench)};
    return loaded;
}

port_field::Air solvedField(const Request& request, const FieldJob& loaded)
{
    request.tell(say("cli.solving", {{"port", loaded.port->id}, {"nodes", count(60000)}}));
    auto solved = port_field::virtualPort(loaded.shape, port_field::Quality::Fine);
    if (!solved)
        throw missingFor(*loaded.port, solved.missing);
    return port_field::instantAir(std::make_shared<const port_field::VirtualPort>(std::move(*solved.value)), loaded.at);
}

std::vector<geometry::Point3> pointsOf(const std::string& path)
{
    std::error_code code;
    std::ifstream in(path, std::ios::binary);
    if (!in || !std::filesystem::is_regular_file(path, code))
        throw fileTrouble(say("problem", {{"place", path}, {"problem", say("file.unopened")}}));
    constexpr std::uintmax_t most = 64u << 20;
    if (std::filesystem::file_size(path, code) > most)
        throw fileTrouble(say("problem", {{"place", path}, {"problem", say("file.huge-table")}}));
    std::ostringstream content;
    content << in.rdbuf();
    const auto rows = imports::splitTable(content.view());
    std::vector<geometry::Point3> points;
    for (std::size_t i = 0; i < rows.size(); ++i) {
        std::array<double, 3> mm{};
        for (std::size_t k = 0; k < 3; ++k) {
            const auto value = k < rows[i].size() ? plainNumber(rows[i][k]) : std::nullopt;
            if (!value && i == 0)
                break;  // headings
            if (!value)
                throw CallError(kJobHasErrors,
                                say("problem", {{"place", path},
                                                {"problem", say("import.cell", {{"row", count(i + 1)},
                                                                                {"column", imports::columnName(k)},
                                                                                {"problem", say("cli.mm-wanted")}})}}));
            mm[k] = *value;
        }
        constexpr double metre = 1e-3;
        const bool heading = i == 0 && (rows[i].empty() || !plainNumber(rows[i][0]));
        if (!heading)
            points.push_back({mm[0] * metre, mm[1] * metre, mm[2] * metre});
    }
    return points;
}

void printSpeeds(std::ostream& out, const std::vector<geometry::Point3>& points, const port_field::AirField& air)
{
    out << "x_mm,y_mm,z_mm,speed_m_s,mach\n";
    for (const geometry::Point3& p : points) {
        constexpr double mm = 1e3;
        const auto text = [](double value) { return number(value).dump(); };
        out << text(p.x * mm) << ',' << text(p.y * mm) << ',' << text(p.z * mm) << ',';
        const auto v = air.velocityAt(p);
        if (v) {
            const Speed speed = Speed::fromSi(v->length());
            const auto mach = euryth::air::machAtSpeed(air.at().room, speed);
            out << text(speed.si()) << ',' << (mach ? text(*mach) : "");
        } else {
            out << ',';  // outside the port: unknown, not zero
        }
        out << '\n';
    }
}

}  // namespace euryth::commands
