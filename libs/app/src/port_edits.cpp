// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/port_edits.hpp"

#include <algorithm>
#include <array>
#include <set>
#include <tuple>

#include "geometry/any_section.hpp"
#include "job/copy.hpp"
#include "job/mirror.hpp"

namespace euryth::app {

namespace {

const job::Station* sameStation(const job::Port& port, Length s)
{
    const auto found = job::stationNear(port, s);
    return found ? &port.stations[*found] : nullptr;
}

// What the choices of a copy are, by the keys of the description.
constexpr std::array<std::string_view, 4> kWalls{"wall_mm", "unrepairable", "behind", "core_shift"};
constexpr std::array<std::string_view, 2> kValveEnd{"valve", "short_side"};
constexpr std::array<std::string_view, 4> kRunner{"runner", "guide_boss", "manifold", "gasket"};

/// All that is planned at a station; nothing where `from` is none.
void takePlan(job::Station& to, const job::Station* from)
{
    if (from)
        to.plan = from->plan;
    else
        to.plan.clear();
}

void copyStations(const job::Port& from, job::Port& to, const CopyChoice& choice)
{
    const job::Port before = to;
    to.stations.clear();
    for (const job::Station& source : from.stations) {
        job::Station station = source;
        const job::Station* old = sameStation(before, source.s);
        if (!choice.walls)
            job::copyParts(old ? *old : job::Station{}, station, kWalls);
        if (!choice.plan)
            takePlan(station, old);
        to.stations.push_back(std::move(station));
    }
    std::erase_if(to.probes,
                  [&](const job::ProbeSet& set) { return set.stationS && !job::stationNear(to, *set.stationS); });
}

bool idTaken(const job::Job& job, const std::string& id) { return job::findPort(job, id).has_value(); }

/// Index just behind a port and its branches.
std::size_t endOf(const job::Job& job, std::size_t index)
{
    std::size_t end = index + 1;
    while (end < job.ports.size() && job.ports[end].parent == job.ports[index].id && job.ports[end].isBranch())
        ++end;
    return end;
}

std::size_t startOf(const job::Job& job, std::size_t index)
{
    while (job.ports[index].isBranch() && index > 0)
        --index;
    return index;
}

}  // namespace

void copyMeasurements(const job::Port& source, job::Port& to, const CopyChoice& choice)
{
    job::Port from = source;
    if (choice.mirror)
        job::mirror(from);
    if (choice.sections) {
        copyStations(from, to, choice);
    } else {
        for (job::Station& station : to.stations) {
            const job::Station* same = sameStation(from, station.s);
            if (same && choice.walls)
                job::copyParts(*same, station, kWalls);
            if (same && choice.plan)
                takePlan(station, same);
        }
    }
    if (choice.valveEnd)
        job::copyParts(from, to, kValveEnd);
    if (choice.runner)
        job::copyParts(from, to, kRunner);
}

void swapMeasurements(job::Port& a, job::Port& b)
{
    std::swap(a, b);
    std::swap(a.id, b.id);
    std::swap(a.parent, b.parent);
    std::swap(a.side, b.side);
    std::swap(a.cylinder, b.cylinder);
    std::swap(a.casting, b.casting);
    std::swap(a.material, b.material);
    std::swap(a.reach, b.reach);
}

std::size_t addPort(job::Job& job, std::size_t after)
{
    job::Port port;
    std::size_t place = 0;
    if (!job.ports.empty()) {
        const std::size_t start = startOf(job, after);
        port.side = job.ports[start].side;
        port.casting = job.ports[start].casting;
        port.material = job.ports[start].material;
        place = endOf(job, start);
    }
    const std::string letter = port.side == job::Side::Intake ? "I" : "E";
    int number = 1;
    while (idTaken(job, letter + std::to_string(number)))
        ++number;
    port.id = letter + std::to_string(number);
    port.cylinder = number;
    job.ports.insert(job.ports.begin() + static_cast<std::ptrdiff_t>(place), std::move(port));
    return place;
}

void removePort(job::Job& job, std::size_t index)
{
    const std::size_t end = job.ports[index].isBranch() ? index + 1 : endOf(job, index);
    job.ports.erase(job.ports.begin() + static_cast<std::ptrdiff_t>(index),
                    job.ports.begin() + static_cast<std::ptrdiff_t>(end));
}

std::size_t movePort(job::Job& job, std::size_t index, int by)
{
    const auto at = [&](std::size_t i) { return job.ports.begin() + static_cast<std::ptrdiff_t>(i); };
    const std::size_t start = startOf(job, index);
    const std::size_t end = endOf(job, start);
    if (by < 0 && start > 0) {
        const std::size_t before = startOf(job, start - 1);
        std::rotate(at(before), at(start), at(end));
        return before + (index - start);
    }
    if (by > 0 && end < job.ports.size()) {
        const std::size_t next = endOf(job, end);
        std::rotate(at(start), at(end), at(next));
        return index + (next - end);
    }
    return index;
}

std::size_t splitPort(job::Job& job, std::size_t index, std::size_t split)
{
    if (job.ports[index].isBranch() || !job::branchesOf(job, job.ports[index]).empty())
        return index;
    job::Port& common = job.ports[index];
    // Neither part can be laid out by the numbers of the whole: the places that these gave stay with the stations.
    const auto poses = job::posesOf(common);
    for (std::size_t i = 0; i < poses.size(); ++i) {
        job::MeasuredPose& pose = common.stations[i].pose;
        std::tie(pose.x, pose.y, pose.z) = std::tuple(poses[i].x, poses[i].y, poses[i].z);
        std::tie(pose.pitch, pose.yaw) = std::tuple(poses[i].pitch, poses[i].yaw);
    }
    std::vector<job::Port> branches(2);
    for (job::Port& branch : branches) {
        branch.parent = common.id;
        branch.side = common.side;
        branch.cylinder = common.cylinder;
        branch.casting = common.casting;
        branch.material = common.material;
        branch.valve = common.valve;
        branch.shortSide = common.shortSide;
    }
    branches[0].id = common.id + "/a";
    branches[1].id = common.id + "/b";
    const std::size_t keep = std::min(split, common.stations.size());
    const auto from = common.stations.begin() + static_cast<std::ptrdiff_t>(keep);
    branches[0].stations.assign(from, common.stations.end());
    common.stations.erase(from, common.stations.end());
    for (auto set = common.probes.begin(); set != common.probes.end();) {
        const bool moved = set->stationS && !job::stationNear(common, *set->stationS);
        if (moved)
            branches[0].probes.push_back(*set);
        set = moved ? common.probes.erase(set) : set + 1;
    }
    common.valve = {};
    common.shortSide = {};
    job.ports.insert(job.ports.begin() + static_cast<std::ptrdiff_t>(index) + 1, branches.begin(), branches.end());
    return index + 1;
}

void renamePort(job::Job& job, std::size_t index, const std::string& id)
{
    const std::string old = job.ports[index].id;
    if (job.ports[index].isBranch()) {
        job.ports[index].id = job.ports[index].parent + "/" + id;
        return;
    }
    for (std::size_t i = index + 1; i < endOf(job, index); ++i) {
        job.ports[i].id = id + "/" + job::branchName(job.ports[i]);
    }
    for (job::Port& port : job.ports) {
        if (port.parent == old && !old.empty())
            port.parent = id;
    }
    job.ports[index].id = id;
}

job::Job makeJob(const GuideAnswers& answers)
{
    job::Job job;
    job.title = answers.title;
    job.engine.cylinders = answers.cylinders;
    job.engine.bore = answers.bore;
    job.engine.stroke = answers.stroke;
    if (answers.twoCastings) {
        for (const char* id : {"A", "B"})
            job.castings.push_back({id, answers.material, std::nullopt, {}, {}});
    }
    for (int cylinder = 1; cylinder <= answers.cylinders; ++cylinder) {
        for (const job::Side side : {job::Side::Intake, job::Side::Exhaust}) {
            job::Port port;
            port.id = (side == job::Side::Intake ? "I" : "E") + std::to_string(cylinder);
            port.side = side;
            port.cylinder = cylinder;
            if (answers.twoCastings)
                port.casting = cylinder * 2 <= answers.cylinders + (answers.cylinders % 2) ? "A" : "B";
            else
                port.material = answers.material;
            job.ports.push_back(std::move(port));
            if ((side == job::Side::Intake ? answers.intakeValves : answers.exhaustValves) > 1)
                splitPort(job, job.ports.size() - 1, 0);
        }
    }
    return job;
}

}  // namespace euryth::app
