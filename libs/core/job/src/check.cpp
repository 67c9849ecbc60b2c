// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/check.hpp"

#include <algorithm>
#include <set>
#include <span>
#include <type_traits>

#include "job/describe.hpp"

namespace euryth::job {

namespace {

double siOf(double value) { return value; }
double siOf(int value) { return value; }
template <class Q>
double siOf(const Q& quantity)
{
    return quantity.si();
}

/// The name of an entry in a path: its id where it has one, else its number.
template <class T>
std::string entryName(const T& item, std::size_t number)
{
    if constexpr (requires { item.id; }) {
        if (!item.id.empty())
            return item.id;
    }
    return std::to_string(number);
}

/// Visits a job and notes every number outside its field's range.
class RangeCheck {
public:
    explicit RangeCheck(std::vector<Problem>& problems) : m_problems(problems) {}

    template <class T>
    void number(const Field& f, const T& value)
    {
        if (const auto problem = rangeProblem(f, siOf(value)))
            m_problems.push_back({m_path + std::string(f.key), *problem});
    }
    template <class T>
    void measured(const Field& f, const std::optional<T>& value)
    {
        if (value)
            number(f, *value);
    }
    template <class T>
    void extra(const Field& f, const std::optional<T>& value)
    {
        measured(f, value);
    }
    template <class T>
    void rule(const Field& f, const T& value)
    {
        number(f, value);
    }
    void range(std::string_view key, const ShareRange& r)
    {
        if (!(r.low > 0.0) || !(r.high <= 1.0) || !(r.low <= r.high))
            m_problems.push_back({m_path + std::string(key),
                                  "must be two percentages, the lower one first, over 0 and "
                                  "at most 100"});
    }
    template <class T>
    requires(!std::is_invocable_v<const T&, RangeCheck&>) void object(std::string_view key, const T& record)
    {
        inside(key, [&] { describe(*this, record); });
    }
    template <class F>
    requires std::is_invocable_v<const F&, RangeCheck&>
    void object(std::string_view key, const F& record)
    {
        inside(key, [&] { record(*this); });
    }
    template <class T>
    void required(std::string_view key, const T& record)
    {
        object(key, record);
    }
    template <class T>
    void list(std::string_view key, const std::vector<T>& items)
    {
        inside(key, [&] {
            for (std::size_t i = 0; i < items.size(); ++i)
                object(entryName(items[i], i), items[i]);
        });
    }
    void text(std::string_view, const std::string&) {}
    void requiredText(std::string_view key, const std::string& value)
    {
        if (value.empty())
            m_problems.push_back({m_path + std::string(key), "must not be empty"});
    }
    template <class... Ignored>
    void choice(const Ignored&...)
    {
    }
    template <class... Ignored>
    void constant(const Ignored&...)
    {
    }
    template <class... Ignored>
    void flags(const Ignored&...)
    {
    }
    void unknown(const UnknownKeys&) {}

private:
    template <class F>
    void inside(std::string_view key, F visit)
    {
        const std::size_t length = m_path.size();
        m_path.append(key).append("/");
        visit();
        m_path.resize(length);
    }

    std::vector<Problem>& m_problems;
    std::string m_path;
};

std::string mmText(Length q) { return fileText(field::width, q.si()) + " mm"; }

void checkStations(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const Station& station = port.stations[i];
        const std::string here = path + "stations/" + std::to_string(i) + "/";
        if (i > 0 && station.s <= port.stations[i - 1].s) {
            problems.push_back({here + "s_mm", "must be over " + mmText(port.stations[i - 1].s) +
                                                   ", the station before it; is " + mmText(station.s)});
        }
        const auto corners = checkCorners(station.section.shape);
        for (const Problem& corner : corners)
            problems.push_back({here + "section/corner_mm/" + corner.place, corner.text});
        const bool sized = station.section.shape.width > Length{} && station.section.shape.height > Length{};
        if (sized && corners.empty() && netArea(station) <= Area{})
            problems.push_back({here + "boss", "must leave some of the section open, but it fills it"});
    }
}

void checkProbes(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    std::set<std::string> seen;
    for (std::size_t i = 0; i < port.probes.size(); ++i) {
        const ProbeSet& probe = port.probes[i];
        const std::string here = path + "probes/" + entryName(probe, i) + "/";
        if (probe.id.empty())
            problems.push_back({here + "id", "must not be empty"});
        else if (!seen.insert(probe.id).second)
            problems.push_back({here + "id", "must be used once; '" + probe.id + "' is taken by another set"});
        if (probe.stationS && !stationNear(port, *probe.stationS)) {
            problems.push_back({here + "station_s_mm",
                                "must be the distance of one of the port's stations, within 0.5 "
                                "mm; is " +
                                    mmText(*probe.stationS)});
        }
    }
}

void checkHouse(const House& house, std::vector<Problem>& problems)
{
    if (house.deadRatio > house.slowRatio)
        problems.push_back({"house/dead_ratio", "must not be over slow_ratio"});
    if (house.unrepairableLeastWall < house.leastWall)
        problems.push_back({"house/unrepairable_least_wall_mm", "must not be under least_wall_mm"});
}

void checkEngine(const Engine& engine, std::vector<Problem>& problems)
{
    if (engine.rod && engine.stroke && *engine.rod <= *engine.stroke / 2.0) {
        problems.push_back({"engine/rod_mm", "must be over half the stroke (" + mmText(*engine.stroke / 2.0) +
                                                 "), is " + mmText(*engine.rod)});
    }
}

}  // namespace

std::vector<Problem> checkCorners(const geometry::RoundedRectangle& section)
{
    struct SideOfTwo {
        std::string_view name;
        Length length;
        Length a;
        Length b;
        std::string_view larger(std::string_view keyA, std::string_view keyB) const { return a >= b ? keyA : keyB; }
    };
    const auto& r = section.corners;
    const auto& keys = kSectorKeys;
    using geometry::Sector;
    const auto keyOf = [&](Sector s) { return keys[geometry::index(s)]; };
    struct Row {
        SideOfTwo side;
        Sector first;
        Sector second;
    };
    const std::array rows{
        Row{{"roof", section.width, r.roofLeft, r.roofRight}, Sector::RoofLeft, Sector::RoofRight},
        Row{{"right side", section.height, r.roofRight, r.floorRight}, Sector::RoofRight, Sector::FloorRight},
        Row{{"floor", section.width, r.floorRight, r.floorLeft}, Sector::FloorRight, Sector::FloorLeft},
        Row{{"left side", section.height, r.floorLeft, r.roofLeft}, Sector::FloorLeft, Sector::RoofLeft}};
    constexpr Length rounding = Length::fromSi(1e-9);  // a circle written in inches may miss by a few nanometres
    std::vector<Problem> problems;
    for (const auto& [side, first, second] : rows) {
        if (side.a + side.b <= side.length + rounding || side.length <= Length{})
            continue;
        problems.push_back({std::string(side.larger(keyOf(first), keyOf(second))),
                            "must fit the " + std::string(side.name) + ": its two radii together may be at most " +
                                mmText(side.length) + ", they are " + mmText(side.a + side.b)});
    }
    return problems;
}

std::vector<Problem> check(const Job& job)
{
    std::vector<Problem> problems;
    RangeCheck ranges(problems);
    describe(ranges, job);
    checkEngine(job.engine, problems);
    checkHouse(job.house, problems);
    std::set<std::string> seen;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        const Port& port = job.ports[i];
        const std::string path = "ports/" + entryName(port, i) + "/";
        if (!port.id.empty() && !seen.insert(port.id).second)
            problems.push_back({path + "id", "must be used once; '" + port.id + "' is taken by another port"});
        checkStations(port, path, problems);
        checkProbes(port, path, problems);
    }
    return problems;
}

}  // namespace euryth::job
