// SPDX-License-Identifier: GPL-3.0-or-later
#include <cstdlib>
#include <ostream>

#include "exports/flow_case.hpp"
#include "field_points.hpp"
#include "viscous/result.hpp"
#include "viscous/run.hpp"

namespace euryth::commands {

namespace {

exports::Quality qualityOf(const std::string& text)
{
    for (std::size_t i = 0; i < exports::kQualityNames.size(); ++i) {
        if (text == exports::kQualityNames[i])
            return static_cast<exports::Quality>(i);
    }
    throw CallError(kWrongUsage, "--quality: '" + text + "' must be coarse, normal or fine");
}

/// A folder of its own, gone when the run is over.
class RunFolder {
public:
    RunFolder()
    {
        std::string name = (std::filesystem::temp_directory_path() / "euryth-viscous-XXXXXX").string();
        if (!mkdtemp(name.data()))
            throw CallError(kFileTrouble, name + ": cannot be made");
        m_path = name;
    }
    RunFolder(const RunFolder&) = delete;
    RunFolder& operator=(const RunFolder&) = delete;
    ~RunFolder()
    {
        std::error_code ignored;
        std::filesystem::remove_all(m_path, ignored);
    }
    [[nodiscard]] const std::filesystem::path& path() const { return m_path; }

private:
    std::filesystem::path m_path;
};

}  // namespace

int callViscous(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const exports::Quality quality = qualityOf(request.quality);
    const auto points = pointsOf(request.points);
    const FieldJob loaded = loadField(request, exports::finenessOf(quality));
    const RunFolder folder;
    const auto problem =
        exports::writeCase(folder.path(), exports::viscousCase(*loaded.virtualPort, flow, loaded.room));
    if (!problem.empty())
        throw CallError(kFileTrouble, problem);
    viscous::RunOptions options;
    options.folder = folder.path();
    const auto run = viscous::run(options);
    if (!run)
        throw CallError(kFileTrouble, "viscous run: " + run.error());
    const auto field = viscous::readVelocities(folder.path(), *loaded.virtualPort);
    if (!field)
        throw CallError(kFileTrouble, "viscous run: " + field.error());
    printSpeeds(out, points, loaded.room,
                [&](const geometry::Point3& p) { return field->velocityAt(p, VolumeFlow::fromSi(1.0)); });
    return kDone;
}

}  // namespace euryth::commands
