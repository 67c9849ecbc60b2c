// SPDX-License-Identifier: GPL-3.0-or-later
#include "viscous/store.hpp"

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstring>
#include <fstream>
#include <sstream>

#include <zlib.h>

#include "files/job_file.hpp"
#include "shape_text.hpp"

namespace euryth::viscous {

namespace {

using nlohmann::json;
static_assert(std::endian::native == std::endian::little, "numbers are kept in the machine's own order");

constexpr const char* kFormat = "euryth-viscous-run";
constexpr int kVersion = 1;
constexpr const char* kSuffix = ".run";

constexpr int kGzip = 16 + MAX_WBITS;  // zlib's way to ask for gzip's frame

/// Numbers as single precision: more than the solver's own writing.
json bytesOf(const std::vector<float>& values)
{
    json::binary_t bytes(std::vector<std::uint8_t>(values.size() * sizeof(float)));
    std::memcpy(bytes.data(), values.data(), bytes.size());
    return bytes;
}

std::optional<std::vector<float>> floatsOf(const json& record, const char* key)
{
    if (!record.contains(key) || !record[key].is_binary())
        return std::nullopt;
    const auto& bytes = record[key].get_binary();
    if (bytes.size() % sizeof(float) != 0)
        return std::nullopt;
    std::vector<float> values(bytes.size() / sizeof(float));
    std::memcpy(values.data(), bytes.data(), bytes.size());
    return values;
}

void append(std::vector<float>& list, const geometry::Vector3& v)
{
    for (const double part : {v.x, v.y, v.z})
        list.push_back(static_cast<float>(part));
}

std::vector<float> single(const std::vector<double>& values) { return {values.begin(), values.end()}; }

/// The wall's shear in one list; where metal covers the wall there is no number.
std::vector<float> shearOf(const port_field::CellAir& cells)
{
    constexpr double none = std::numeric_limits<double>::quiet_NaN();
    std::vector<float> list;
    for (const auto& layer : cells.wallShear) {
        for (const auto& shear : layer)
            append(list, shear.value_or(geometry::Vector3{none, none, none}));
    }
    return list;
}

std::optional<port_field::CellAir> cellsOf(const json& record, const port_field::PortMesh& mesh)
{
    const auto velocity = floatsOf(record, "velocity_m_s");
    const auto pressure = floatsOf(record, "pressure_m2_s2");
    const auto energy = floatsOf(record, "energy_m2_s2");
    const auto shear = floatsOf(record, "wall_shear_m2_s2");
    if (!velocity || !pressure || !energy || !shear || velocity->size() % 3 != 0)
        return std::nullopt;
    for (const auto* list : {&*velocity, &*pressure, &*energy}) {
        if (!std::ranges::all_of(*list, [](float v) { return std::isfinite(v); }))
            return std::nullopt;
    }
    if (!std::ranges::all_of(*energy, [](float k) { return k >= 0.0F; }))
        return std::nullopt;
    port_field::CellAir cells;
    for (std::size_t i = 0; i < velocity->size(); i += 3)
        cells.velocity.push_back({(*velocity)[i], (*velocity)[i + 1], (*velocity)[i + 2]});
    cells.pressure.assign(pressure->begin(), pressure->end());
    cells.energy.assign(energy->begin(), energy->end());
    const std::size_t around = mesh.wallPlaces();
    if (shear->size() != 3 * around * mesh.layers())
        return std::nullopt;
    for (std::size_t i = 0; i < shear->size(); i += 3) {
        if (i % (3 * around) == 0)
            cells.wallShear.emplace_back();
        const geometry::Vector3 v{(*shear)[i], (*shear)[i + 1], (*shear)[i + 2]};
        cells.wallShear.back().push_back(std::isfinite(v.length()) ? std::optional(v) : std::nullopt);
    }
    return cells;
}

/// Stops the reading of CBOR at brackets inside each other deeper than any run has: the reader goes one call deeper for
/// each.
class Shallow : public nlohmann::json_sax<json> {
public:
    bool null() override { return true; }
    bool boolean(bool) override { return true; }
    bool number_integer(number_integer_t) override { return true; }
    bool number_unsigned(number_unsigned_t) override { return true; }
    bool number_float(number_float_t, const string_t&) override { return true; }
    bool string(string_t&) override { return true; }
    bool binary(binary_t&) override { return true; }
    bool key(string_t&) override { return true; }
    bool start_object(std::size_t) override { return deeper(); }
    bool end_object() override { return higher(); }
    bool start_array(std::size_t) override { return deeper(); }
    bool end_array() override { return higher(); }
    bool parse_error(std::size_t, const std::string&, const nlohmann::detail::exception&) override { return false; }

private:
    bool deeper() { return ++m_depth <= kDeepest; }
    bool higher()
    {
        --m_depth;
        return true;
    }
    static constexpr int kDeepest = 16;
    int m_depth = 0;
};

/// A number of a record within a range, or nothing.
std::optional<double> numberOf(const json& record, const char* key, double least, double most)
{
    if (!record.is_object() || !record.contains(key) || !record[key].is_number())
        return std::nullopt;
    const double value = record[key].get<double>();
    return value >= least && value <= most ? std::optional(value) : std::nullopt;
}

std::string textOf(const json& record, const char* key)
{
    return record.contains(key) && record[key].is_string() ? record[key].get<std::string>() : std::string();
}

port_field::FlowFrom flowFromOf(const std::string& word)
{
    using port_field::FlowFrom;
    for (const FlowFrom from : {FlowFrom::Typed, FlowFrom::Set, FlowFrom::Test, FlowFrom::Runner, FlowFrom::Reckoned}) {
        if (word == port_field::key(from))
            return from;
    }
    return FlowFrom::Unknown;  // runs kept before held a text of the window
}

/// What stood in files and their names while a variant was a text of the window.
constexpr std::array<std::string_view, 3> kVariantsBefore{"as it is", "after the cuts", "as planned"};

/// The word of a variant, new or old.
std::optional<Variant> variantOf(const std::string& word)
{
    for (std::size_t i = 0; i < kVariantKeys.size(); ++i) {
        if (word == kVariantKeys[i] || word == kVariantsBefore[i])
            return static_cast<Variant>(i);
    }
    return std::nullopt;
}

std::optional<port_field::PortAir> airOf(const json& record)
{
    const auto flow = numberOf(record, "flow_m3_s", 1e-9, 100.0);
    const auto temperature = numberOf(record, "temperature_k", 150.0, 1500.0);
    const auto pressure = numberOf(record, "pressure_pa", 1e3, 1e7);
    const auto humidity = numberOf(record, "humidity", 0.0, 1.0);
    if (!flow || !temperature || !pressure || !humidity)
        return std::nullopt;
    return port_field::PortAir{
        VolumeFlow::fromSi(*flow), flowFromOf(textOf(record, "flow_from")), textOf(record, "flow_set"),
        air::AirState{Temperature::fromSi(*temperature), AbsolutePressure::fromSi(*pressure), *humidity}};
}

std::optional<port_field::Quality> qualityOf(const std::string& name)
{
    const auto found = std::ranges::find(port_field::kQualityNames, name);
    return found == port_field::kQualityNames.end()
               ? std::nullopt
               : std::optional(static_cast<port_field::Quality>(found - port_field::kQualityNames.begin()));
}

std::vector<Progress> historyOf(const json& record)
{
    std::vector<Progress> history;
    const auto values = floatsOf(record, "history").value_or(std::vector<float>());
    for (std::size_t i = 0; i + 2 < values.size(); i += 3) {
        constexpr float mostSteps = 1e7F;
        if (values[i] >= 0.0F && values[i] < mostSteps)
            history.push_back({static_cast<int>(values[i]), values[i + 1], values[i + 2]});
    }
    return history;
}

/// A port's id as a part of a file's name: letters, digits and -, anything else as its number.
std::string fileName(const std::string& text)
{
    std::string name;
    for (const char c : text) {
        const bool plain = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-';
        name += plain ? std::string(1, c) : "_" + std::to_string(static_cast<unsigned char>(c)) + "_";
    }
    return name;
}

}  // namespace

std::string squeezed(const std::string& text)
{
    z_stream stream{};
    constexpr int usualMemory = 8;
    if (deflateInit2(&stream, Z_BEST_SPEED, Z_DEFLATED, kGzip, usualMemory, Z_DEFAULT_STRATEGY) != Z_OK)
        throw std::bad_alloc();
    std::string out(deflateBound(&stream, text.size()), '\0');
    stream.next_in = reinterpret_cast<Bytef*>(const_cast<char*>(text.data()));
    stream.avail_in = static_cast<uInt>(text.size());
    stream.next_out = reinterpret_cast<Bytef*>(out.data());
    stream.avail_out = static_cast<uInt>(out.size());
    deflate(&stream, Z_FINISH);
    out.resize(stream.total_out);
    deflateEnd(&stream);
    return out;
}

std::string unsqueezed(std::string_view text)
{
    constexpr std::size_t most = 256U << 20U;  // a finer mesh than any quality has
    z_stream stream{};
    if (inflateInit2(&stream, kGzip) != Z_OK)
        throw std::bad_alloc();
    stream.next_in = reinterpret_cast<Bytef*>(const_cast<char*>(text.data()));
    stream.avail_in = static_cast<uInt>(text.size());
    std::string out;
    int state = Z_OK;
    std::string piece(1U << 16U, '\0');
    while (state == Z_OK && out.size() < most) {
        stream.next_out = reinterpret_cast<Bytef*>(piece.data());
        stream.avail_out = static_cast<uInt>(piece.size());
        state = inflate(&stream, Z_NO_FLUSH);
        out.append(piece.data(), piece.size() - stream.avail_out);
    }
    inflateEnd(&stream);
    return state == Z_STREAM_END ? out : std::string();
}

std::string packed(const StoredRun& run)
{
    const port_field::ViscousAir& air = *run.solved.air;
    json record{{"format", kFormat},
                {"version", kVersion},
                {"port", run.port},
                {"variant", kVariantKeys.at(static_cast<std::size_t>(run.variant))},
                {"finished", run.finished},
                {"quality", port_field::kQualityNames.at(static_cast<std::size_t>(run.solved.quality))},
                {"cores", run.solved.cores},
                {"seconds", run.solved.seconds},
                {"flow_m3_s", air.at().flow.si()},
                {"flow_from", port_field::key(air.at().from)},
                {"flow_set", air.at().set},
                {"temperature_k", air.at().room.temperature.si()},
                {"pressure_pa", air.at().room.pressure.si()},
                {"humidity", air.at().room.humidity},
                {"shape", recordOf(air.port().shape())}};
    std::vector<float> history;
    for (const Progress& step : run.solved.history)
        append(history, {static_cast<double>(step.step), step.velocity, step.pressure});
    std::vector<float> velocity;
    for (const geometry::Vector3& v : air.cells().velocity)
        append(velocity, v);
    record["history"] = bytesOf(history);
    record["velocity_m_s"] = bytesOf(velocity);
    record["pressure_m2_s2"] = bytesOf(single(air.cells().pressure));
    record["energy_m2_s2"] = bytesOf(single(air.cells().energy));
    record["wall_shear_m2_s2"] = bytesOf(shearOf(air.cells()));
    const auto bytes = json::to_cbor(record);
    return squeezed({bytes.begin(), bytes.end()});
}

tl::expected<StoredRun, Phrase> unpacked(std::string_view content)
{
    const auto wrong = [](const Phrase& what) { return tl::unexpected(what); };
    const std::string bytes = unsqueezed(content);
    if (bytes.empty())
        return wrong(say("run.no-gzip"));
    Shallow shallow;
    if (!json::sax_parse(bytes, &shallow, json::input_format_t::cbor))
        return wrong(say("run.broken"));
    constexpr bool strict = true;
    constexpr bool exceptions = false;
    const json record = json::from_cbor(bytes, strict, exceptions);
    if (!record.is_object() || textOf(record, "format") != kFormat)
        return wrong(say("run.no-run"));
    if (numberOf(record, "version", 0, 1e6) != kVersion)
        return wrong(say("run.other-version"));
    const auto quality = qualityOf(textOf(record, "quality"));
    const auto at = airOf(record);
    const auto seconds = numberOf(record, "seconds", 0.0, 1e9);
    const auto cores = numberOf(record, "cores", 1.0, 1e6);
    if (!quality || !at || !seconds || !cores)
        return wrong(say("run.bad-head"));
    auto shape = record.contains("shape") ? shapeOf(record["shape"]) : shapeOf(json());
    if (!shape)
        return wrong(shape.error());
    const auto mesh = port_field::meshOf(*shape, *quality);
    if (!mesh)
        return wrong(say("problem", {{"place", "shape"}, {"problem", mesh.missing}}));
    auto cells = cellsOf(record, *mesh);
    if (!cells)
        return wrong(say("run.bad-fields"));
    if (const auto problem = problemOf(*mesh, *cells))
        return wrong(*problem);
    const auto variant = variantOf(textOf(record, "variant"));
    if (!variant)
        return wrong(say("run.bad-variant"));
    StoredRun run{textOf(record, "port"), *variant, textOf(record, "finished"), {}};
    run.solved = {*quality, static_cast<int>(*cores), *seconds, historyOf(record),
                  std::make_shared<const port_field::ViscousAir>(*mesh, std::move(*cells), *at)};
    return run;
}

Phrase nameOf(Variant variant)
{
    return say("variant." + std::string(kVariantKeys.at(static_cast<std::size_t>(variant))));
}

std::filesystem::path runFolder(const std::filesystem::path& job)
{
    std::string name = job.filename().string();
    if (name.ends_with(files::kJobSuffix))
        name.resize(name.size() - files::kJobSuffix.size());
    return job.parent_path() / (name + ".runs");
}

tl::expected<void, Phrase> keep(const std::filesystem::path& folder, const StoredRun& run)
{
    std::error_code problem;
    std::filesystem::create_directories(folder, problem);
    if (problem)
        return tl::unexpected(say("file.not-made", {{"file", folder.string()}, {"why", problem.message()}}));
    const std::string quality = port_field::kQualityNames.at(static_cast<std::size_t>(run.solved.quality));
    const auto place = static_cast<std::size_t>(run.variant);
    const auto pathFor = [&](std::string_view variant) {
        return folder / (fileName(run.port) + "-" + fileName(std::string(variant)) + "-" + quality + kSuffix);
    };
    auto saved = files::saveText(pathFor(kVariantKeys.at(place)), packed(run));
    if (saved)
        std::filesystem::remove(pathFor(kVariantsBefore.at(place)), problem);  // it would be the same run, older
    return saved;
}

KeptRuns keptRuns(const std::filesystem::path& folder)
{
    KeptRuns kept;
    std::error_code problem;
    std::vector<std::filesystem::path> paths;
    for (const auto& entry : std::filesystem::directory_iterator(folder, problem)) {
        if (entry.path().extension() == kSuffix && entry.is_regular_file(problem))
            paths.push_back(entry.path());
    }
    std::ranges::sort(paths);
    for (const auto& path : paths) {
        std::ifstream in(path, std::ios::binary);
        std::ostringstream content;
        content << in.rdbuf();
        auto run = in ? unpacked(content.view()) : tl::unexpected(say("file.unopened"));
        if (run)
            kept.runs.push_back(std::move(*run));
        else
            kept.troubles.push_back(say("problem", {{"place", path.filename().string()}, {"problem", run.error()}}));
    }
    return kept;
}

}  // namespace euryth::viscous
