// SPDX-License-Identifier: GPL-3.0-or-later
#include <fstream>
#include <ostream>
#include <sstream>

#include "air/isentropic.hpp"
#include "call.hpp"
#include "imports/csv.hpp"
#include "job/field.hpp"
#include "judgement/virtual_air.hpp"

namespace euryth::commands {

namespace {

struct Loaded {
    job::Job job;
    const job::Port* port;
    air::AirState room;
    judgement::Known<judgement::VirtualPort> virtualPort;
};

/// The job, its port and the port's field, or an error with its place.
Loaded load(const Request& request)
{
    Loaded loaded{loadOrThrow(request.jobPath), nullptr, {}, {}};
    loaded.port = &portOrThrow(loaded.job, request.port);
    loaded.room = judgement::roomOrStandardAir(loaded.job.bench);
    loaded.virtualPort =
        judgement::virtualPort(*loaded.port, judgement::analyse(loaded.job, *loaded.port), field::kFull);
    if (!loaded.virtualPort)
        throw CallError(kJobHasErrors, portPlace(*loaded.port) + ": missing " + loaded.virtualPort.missing);
    return loaded;
}

std::vector<geometry::Point3> pointsOf(const std::string& path)
{
    std::ifstream in(path, std::ios::binary);
    if (!in)
        throw CallError(kFileTrouble, path + ": cannot be opened");
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
                throw CallError(kJobHasErrors, path + ": row " + std::to_string(i + 1) + ", column " +
                                                   imports::columnName(k) + ": a number in mm is wanted");
            mm[k] = *value;
        }
        constexpr double metre = 1e-3;
        const bool heading = i == 0 && (rows[i].empty() || !plainNumber(rows[i][0]));
        if (!heading)
            points.push_back({mm[0] * metre, mm[1] * metre, mm[2] * metre});
    }
    return points;
}

}  // namespace

int callField(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const auto points = pointsOf(request.points);
    const Loaded loaded = load(request);
    out << "x_mm,y_mm,z_mm,speed_m_s,mach\n";
    for (const geometry::Point3& p : points) {
        constexpr double mm = 1e3;
        const auto text = [](double value) { return number(value).dump(); };
        out << text(p.x * mm) << ',' << text(p.y * mm) << ',' << text(p.z * mm) << ',';
        const auto v = loaded.virtualPort->field().velocityAt(p, flow);
        if (v) {
            const Speed speed = Speed::fromSi(v->length());
            const auto mach = air::machAtSpeed(loaded.room, speed);
            out << text(speed.si()) << ',' << (mach ? text(*mach) : "");
        } else {
            out << ',';  // outside the port: unknown, not zero
        }
        out << '\n';
    }
    return kDone;
}

int callShortSide(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const Loaded loaded = load(request);
    const auto verdict = judgement::shortSide(*loaded.virtualPort, loaded.room, flow);
    Json result;
    result["peak_speed_m_s"] = number(verdict.peak.si());
    result["h_max"] = number(verdict.greatestShape);
    result["lifts_off"] = verdict.liftsOff();
    result["lift_off_s_mm"] = numberOrNull(verdict.liftsOffAt, inMm);
    result["warning"] = verdict.near() || verdict.liftsOff();
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
