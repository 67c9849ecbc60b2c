// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/usual.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>

namespace euryth::job {

namespace {

/// What a usual value may follow from.
struct Basis {
    const Engine& engine;
    const Port& port;
};

/// A number that has a usual value: what it is, where it lives, what is usual for it. `Record` is the record whose
/// list of marks it belongs to.
template <class Record>
struct Row {
    const Field* field;
    std::string_view at;
    std::function<const void*(const Record&)> member;
    std::function<std::optional<double>(const Record&)> get;  ///< SI
    std::function<void(Record&, double)> set;
    std::function<std::optional<double>(const Basis&)> usual;
    std::function<Phrase::Argument(double)> shown;
    std::string_view why;  ///< id of the text behind "usual."
};

template <class Number>
double siOfUsual(const Number& n)
{
    return n.si();
}
double siOfUsual(double n) { return n; }
template <class Number>
Number usualFromSi(double si)
{
    if constexpr (std::is_same_v<Number, double>)
        return si;
    else
        return Number::fromSi(si);
}

template <class Record, class Number, class Access, class Usual>
Row<Record> row(const FieldOf<Number>& field, std::string_view at, std::string_view why, Access access, Usual usual)
{
    return {&field,
            at,
            [access](const Record& r) -> const void* { return &access(r); },
            [access](const Record& r) -> std::optional<double> {
                const auto& value = access(r);
                return value ? std::optional(siOfUsual(*value)) : std::nullopt;
            },
            [access](Record& r, double si) { access(r) = usualFromSi<Number>(si); },
            [usual](const Basis& k) -> std::optional<double> {
                const std::optional<Number> value = usual(k);
                return value ? std::optional(siOfUsual(*value)) : std::nullopt;
            },
            [](double si) -> Phrase::Argument {
                if constexpr (std::is_same_v<Number, double>)
                    return Percent{si};
                else
                    return usualFromSi<Number>(si);
            },
            why};
}

/// Stems go with the valve's size: 5 mm in the smallest, 11/32 in in the largest (common practice, no source).
std::optional<Length> usualStem(const Basis& k)
{
    struct Size {
        double upTo;
        double stem;
    };
    constexpr std::array sizes{Size{27, 5.0}, Size{36, 6.0}, Size{43, 7.0}, Size{49, 8.0}, Size{150, 8.73}};
    if (!k.port.valve.diameter)
        return std::nullopt;
    const double valve = inMm(*k.port.valve.diameter);
    const auto* const size = std::ranges::find_if(sizes, [&](const Size& s) { return valve <= s.upTo + 1e-6; });
    return lengthFromMm(size == sizes.end() ? sizes.back().stem : size->stem);
}

std::optional<Length> largerBy(const std::optional<Length>& size, double mm)
{
    return size ? std::optional(*size + lengthFromMm(mm)) : std::nullopt;
}

/// Of a port. Common practice, no source, where the text of `why` says no other.
const std::vector<Row<Port>>& rowsOf(const Port& /*kind*/)
{
    static const std::vector<Row<Port>> rows{
        row<Port>(
            field::stem, "valve/stem_mm", "stem", [](auto& p) -> auto& { return p.valve.stem; }, usualStem),
        row<Port>(
            field::pilot, "valve/pilot_mm", "pilot", [](auto& p) -> auto& { return p.valve.pilot; },
            [](const Basis& k) { return largerBy(k.port.valve.stem, 0.03); }),
        row<Port>(
            field::edgeInset, "valve/edge_inset_mm", "edge-inset", [](auto& p) -> auto& { return p.valve.edgeInset; },
            [](const Basis&) { return std::optional(lengthFromMm(0.254)); }),
        row<Port>(
            field::valveFace, "valve/face_mm", "valve-face", [](auto& p) -> auto& { return p.valve.face; },
            [](const Basis& k) { return usualFace(k.port.valve); }),
        row<Port>(
            field::valveBack, "valve/back_angle_deg", "valve-back", [](auto& p) -> auto& { return p.valve.back; },
            [](const Basis&) { return std::optional(kUsualBack); }),
        row<Port>(
            field::guide, "guide_boss/guide_mm", "guide", [](auto& p) -> auto& { return p.guide.guide; },
            [](const Basis& k) { return largerBy(k.port.valve.stem, 6.0); }),
    };
    return rows;
}

const std::vector<Row<Engine>>& rowsOf(const Engine& /*kind*/)
{
    static const std::vector<Row<Engine>> rows{
        row<Engine>(
            field::rod, "rod_mm", "rod", [](auto& e) -> auto& { return e.rod; },
            [](const Basis& k) -> std::optional<Length> {
                constexpr double perStroke = 1.75;
                return k.engine.stroke ? std::optional(*k.engine.stroke * perStroke) : std::nullopt;
            }),
        row<Engine>(
            field::centreline, "cam/intake/centreline_deg", "centreline",
            [](auto& e) -> auto& { return e.intakeCam.centreline; },
            [](const Basis&) { return std::optional(angleFromDegrees(108.0)); }),
        row<Engine>(
            field::centreline, "cam/exhaust/centreline_deg", "centreline",
            [](auto& e) -> auto& { return e.exhaustCam.centreline; },
            [](const Basis&) { return std::optional(angleFromDegrees(112.0)); }),
        row<Engine>(
            field::runningDepression, "running_depression_pa", "running-depression",
            [](auto& e) -> auto& { return e.runningDepression; },
            [](const Basis&) { return std::optional(pressureDifferenceFromInchOfWater(150.0)); }),
        row<Engine>(
            field::gasketBore, "closing/gasket_bore_mm", "gasket-bore", [](auto& e) -> auto& { return e.gasketBore; },
            [](const Basis& k) { return largerBy(k.engine.bore, 1.0); }),
        row<Engine>(
            field::gasketThickness, "closing/gasket_mm", "gasket-thickness",
            [](auto& e) -> auto& { return e.gasketThickness; },
            [](const Basis&) { return std::optional(lengthFromMm(1.0)); }),
    };
    return rows;
}

const std::vector<Row<Bench>>& rowsOf(const Bench& /*kind*/)
{
    static const std::vector<Row<Bench>> rows{
        row<Bench>(
            field::depression, "depression_pa", "depression", [](auto& b) -> auto& { return b.depression; },
            [](const Basis&) { return std::optional(pressureDifferenceFromInchOfWater(28.0)); }),
        row<Bench>(
            field::temperature, "air/temperature_c", "temperature", [](auto& b) -> auto& { return b.temperature; },
            [](const Basis&) { return std::optional(temperatureFromCelsius(20.0)); }),
        row<Bench>(
            field::pressure, "air/pressure_pa", "pressure", [](auto& b) -> auto& { return b.pressure; },
            [](const Basis&) { return std::optional(AbsolutePressure::fromSi(101325.0)); }),
        row<Bench>(
            field::humidity, "air/humidity", "humidity", [](auto& b) -> auto& { return b.humidity; },
            [](const Basis&) { return std::optional(0.5); }),
    };
    return rows;
}

template <class Record>
const Assumed* markOf(const Record& record, const Row<Record>& row)
{
    const auto found = std::ranges::find(record.assumed, row.at, &Assumed::at);
    return found == record.assumed.end() ? nullptr : &*found;
}

/// True as long as the number is still the one that was taken.
template <class Record>
bool holds(const Record& record, const Row<Record>& row)
{
    const Assumed* mark = markOf(record, row);
    const auto si = row.get(record);
    constexpr double rounding = 1e-9;
    return mark && si && std::abs(toFile(*row.field, *si) - mark->value) <= rounding * (1.0 + std::abs(mark->value));
}

/// Calls `visit` with the record and the row of the number at `member`, where it has one.
template <class JobOrConst, class Visit>
void withRow(JobOrConst& job, const void* member, Visit visit)
{
    const auto look = [&](auto& record, const Port& port) {
        for (const auto& row : rowsOf(record)) {
            if (row.member(record) == member)
                visit(record, row, Basis{job.engine, port});
        }
    };
    static const Port none;
    look(job.engine, none);
    look(job.bench, none);
    for (auto& port : job.ports)
        look(port, port);
}

template <class Record>
void dropMark(Record& record, const Row<Record>& row)
{
    std::erase_if(record.assumed, [&](const Assumed& a) { return a.at == row.at; });
}

/// Calls `visit` with each record of the job that a port hangs on, and its rows.
template <class Visit>
void forAssumed(const Job& job, const Port& port, Visit visit)
{
    const auto look = [&](const auto& record) {
        for (const auto& row : rowsOf(record)) {
            if (holds(record, row))
                visit(row, *row.get(record));
        }
    };
    look(job.engine);
    look(job.bench);
    look(port);
}

}  // namespace

std::optional<UsualValue> usualFor(const Job& job, const void* member)
{
    std::optional<UsualValue> result;
    withRow(job, member, [&](const auto&, const auto& row, const Basis& basis) {
        if (const auto si = row.usual(basis))
            result = UsualValue{*si, say("usual." + std::string(row.why))};
    });
    return result;
}

void takeUsual(Job& job, const void* member)
{
    withRow(job, member, [](auto& record, const auto& row, const Basis& basis) {
        const auto si = row.usual(basis);
        if (!si)
            return;
        row.set(record, *si);
        dropMark(record, row);
        record.assumed.push_back({std::string(row.at), toFile(*row.field, *row.get(record)), {}});
    });
}

bool isAssumed(const Job& job, const void* member)
{
    bool assumed = false;
    withRow(job, member, [&](const auto& record, const auto& row, const Basis&) { assumed = holds(record, row); });
    return assumed;
}

void markMeasured(Job& job, const void* member)
{
    withRow(job, member, [](auto& record, const auto& row, const Basis&) { dropMark(record, row); });
}

std::vector<AssumedNumber> assumedOf(const Job& job, const Port& port)
{
    std::vector<AssumedNumber> numbers;
    forAssumed(job, port, [&](const auto& row, double si) { numbers.push_back({row.field, si}); });
    return numbers;
}

Phrase assumedPhrase(const Job& job, const Port& port)
{
    std::vector<Phrase> items;
    forAssumed(job, port, [&](const auto& row, double si) {
        items.push_back(say("assumed.number", {{"name", row.field->label()}, {"value", row.shown(si)}}));
    });
    return items.empty() ? Phrase() : say("list", {{"items", items}});
}

}  // namespace euryth::job
