// SPDX-License-Identifier: GPL-3.0-or-later
#include "case_text.hpp"

#include <fstream>

#include "exports/flow_case.hpp"
#include "number_text.hpp"

namespace euryth::exports {

std::string caseHeader(const std::string& type, const std::string& object, const std::string& folder)
{
    return "FoamFile\n{\n    version 2.0;\n    format ascii;\n    class " + type + ";\n    location \"" + folder +
           "\";\n    object " + object + ";\n}\n\n";
}

std::string fieldFile(const std::string& type, const std::string& object, const std::string& dimensions,
                      const std::string& inside, const port_field::VirtualPort& port, const Conditions& conditions)
{
    const bool exhaust = port.shape().airFromValve;
    // In the order of kPatchNames.
    const std::array<const std::string*, 5> of =
        exhaust ? std::array{&conditions.exit, &conditions.entry, &conditions.exitSides, &conditions.entrySides,
                             &conditions.wall}
                : std::array{&conditions.entry, &conditions.exit, &conditions.entrySides, &conditions.exitSides,
                             &conditions.wall};
    std::string text = caseHeader(type, object, "0") + "dimensions " + dimensions + ";\ninternalField " + inside +
                       ";\nboundaryField\n{\n";
    for (std::size_t p = 0; p < kPatchNames.size(); ++p)
        text += std::string("    ") + kPatchNames[p] + " { " + *of[p] + " }\n";
    return text + "}\n";
}

std::string inletVelocity(const port_field::VirtualPort& port, VolumeFlow flow)
{
    const bool exhaust = port.shape().airFromValve;
    const geometry::Point3 forward = port.frameAt(exhaust ? port.end() : port.start()).forward();
    const double speed = port.forward(flow).si() / port.entryArea().si();
    std::string text = "(";
    append(text, speed * forward.x, speed * forward.y, speed * forward.z);
    text.back() = ')';
    return text;
}

tl::expected<void, Phrase> writeCase(const std::filesystem::path& folder, const std::vector<CaseFile>& files)
{
    for (const CaseFile& file : files) {
        const auto path = folder / file.path;
        std::error_code problem;
        std::filesystem::create_directories(path.parent_path(), problem);
        if (problem)
            return tl::unexpected(
                say("file.not-made", {{"file", path.parent_path().string()}, {"why", problem.message()}}));
        std::ofstream out(path, std::ios::binary);
        out << file.text;
        out.close();
        if (!out)
            return tl::unexpected(say("file.unwritten", {{"file", path.string()}}));
    }
    return {};
}

}  // namespace euryth::exports
