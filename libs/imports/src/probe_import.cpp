// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/probe_import.hpp"

#include <array>

#include "row_reader.hpp"

namespace euryth::imports {

namespace {

using units::Kind;
using C = ProbeColumn;
using ProbeRow = RowReader<ProbeColumn>;

ProbeColumn probeColumnOf(const std::string& heading)
{
    struct Word {
        std::string_view part;
        ProbeColumn column;
    };
    // In this order: a "station_mm" is not a set, and "impact pressure" no speed.
    constexpr std::array words{Word{"station", C::Station},
                               Word{"window", C::Station},
                               Word{"dist", C::Station},
                               Word{"lift", C::Lift},
                               Word{"depression", C::Depression},
                               Word{"flow", C::BenchFlow},
                               Word{"state", C::State},
                               Word{"when", C::When},
                               Word{"date", C::When},
                               Word{"left", C::Left},
                               Word{"roof", C::Roof},
                               Word{"impact", C::Impact},
                               Word{"pitot", C::Impact},
                               Word{"speed", C::Speed},
                               Word{"velocity", C::Speed},
                               Word{"note", C::Note},
                               Word{"set", C::Set}};
    if (heading == "u")
        return C::Left;
    if (heading == "v")
        return C::Roof;
    const auto found = std::ranges::find_if(words, [&](const Word& word) { return contains(heading, word.part); });
    return found == words.end() ? C::Ignore : found->column;
}

job::ProbeSet setOf(ProbeRow& row, const units::DisplayUnits& units)
{
    namespace f = job::field;
    job::ProbeSet set;
    set.id = row.text(C::Set);
    set.stationS = row.quantity(C::Station, Kind::Position, f::probeStation, units);
    set.lift = row.quantity(C::Lift, Kind::Length, f::probeLift, units);
    set.depression = row.quantity(C::Depression, Kind::Depression, f::depression, units);
    set.benchFlow = row.quantity(C::BenchFlow, Kind::Flow, f::benchFlow, units);
    set.state = row.text(C::State);
    set.when = row.text(C::When);
    return set;
}

job::Reading readingOf(ProbeRow& row, const units::DisplayUnits& units)
{
    namespace f = job::field;
    job::Reading reading;
    const auto share = [&](ProbeColumn column, const job::Field& field) {
        const auto value = row.number(column, Kind::Number, field, units);
        if (!value && !row.failed())
            row.missing(column);
        return value.value_or(0.0);
    };
    reading.u = share(C::Left, f::u);
    reading.v = share(C::Roof, f::v);
    reading.speed = row.quantity(C::Speed, Kind::Speed, f::speed, units);
    reading.impact = row.quantity(C::Impact, Kind::Depression, f::impact, units);
    reading.note = row.text(C::Note);
    return reading;
}

/// Whether a row goes on with a set.
bool isOf(const job::ProbeSet& set, const job::ProbeSet& row)
{
    return set.id == row.id && set.stationS == row.stationS && set.lift == row.lift && set.state == row.state;
}

}  // namespace

Phrase nameOf(ProbeColumn column)
{
    constexpr std::array<std::string_view, kProbeColumnCount> names{"ignore", "set",    "station", "lift", "depression",
                                                                    "flow",   "state",  "when",    "left", "roof",
                                                                    "speed",  "impact", "note"};
    return say("probe-column." + std::string(names[static_cast<std::size_t>(column)]));
}

std::vector<ProbeColumn> guessProbeColumns(const std::vector<Row>& rows)
{
    return columnsByHeading<ProbeColumn>(rows, probeColumnOf);
}

ProbeImport readProbes(const std::vector<Row>& rows, std::span<const ProbeColumn> columns,
                       const units::DisplayUnits& units)
{
    ProbeImport import;
    import.firstRow = hasHeadings(rows) ? 1 : 0;
    if (rows.size() > kMostRows) {
        import.troubles.push_back({kMostRows, 0, say("import.too-long", {{ "most", count(kMostRows) }})});
        return import;
    }
    for (std::size_t i = import.firstRow; i < rows.size(); ++i) {
        ProbeRow row(rows, i, columns, import.troubles);
        job::ProbeSet set = setOf(row, units);
        const bool goesOn = !import.sets.empty() && isOf(import.sets.back(), set);
        if (!set.stationS && !row.failed())
            row.missing(C::Station);
        job::Reading reading = readingOf(row, units);
        if (row.failed())
            continue;
        if (!goesOn)
            import.sets.push_back(std::move(set));
        import.sets.back().readings.push_back(std::move(reading));
    }
    if (import.sets.empty() && import.troubles.empty())
        import.troubles.push_back({0, 0, say("import.no-rows")});
    return import;
}

}  // namespace euryth::imports
