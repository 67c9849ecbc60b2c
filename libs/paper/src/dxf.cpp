// SPDX-License-Identifier: GPL-3.0-or-later
#include <dl_dxf.h>
#include <unistd.h>

#include <array>
#include <filesystem>
#include <fstream>
#include <memory>
#include <sstream>

#include "paper/writers.hpp"

namespace euryth::paper {

namespace {

constexpr std::array kInks{Ink::Cut, Ink::Present, Ink::Help, Ink::Check};
constexpr const char* kNoteLayer = "notes";

/// dxflib writes to a file only; this one is read back and goes away.
class PassingFile {
public:
    PassingFile()
    {
        std::error_code none;
        m_path = (std::filesystem::temp_directory_path(none) / "euryth-dxf-XXXXXX").string();
        const int handle = mkstemp(m_path.data());
        m_made = handle >= 0;
        if (m_made)
            close(handle);
    }
    PassingFile(const PassingFile&) = delete;
    PassingFile& operator=(const PassingFile&) = delete;
    ~PassingFile()
    {
        std::error_code ignored;
        if (m_made)
            std::filesystem::remove(m_path, ignored);
    }
    [[nodiscard]] bool made() const { return m_made; }
    [[nodiscard]] const std::string& path() const { return m_path; }
    [[nodiscard]] std::string text() const
    {
        std::ifstream in(m_path, std::ios::binary);
        std::ostringstream all;
        all << in.rdbuf();
        return std::move(all).str();
    }

private:
    std::string m_path;
    bool m_made = false;
};

DL_Attributes onLayer(const std::string& layer) { return DL_Attributes(layer, 256, -1, "BYLAYER", 1.0); }

/// The preamble that release 2000 wants.
void writeTables(DL_Dxf& dxf, DL_WriterA& w)
{
    dxf.writeHeader(w);
    constexpr int millimetres = 4;
    w.dxfString(9, "$INSUNITS");
    w.dxfInt(70, millimetres);
    w.sectionEnd();
    w.sectionTables();
    dxf.writeVPort(w);
    w.tableLinetypes(2);
    dxf.writeLinetype(w, DL_LinetypeData("BYBLOCK", "BYBLOCK", 0, 0, 0.0));
    dxf.writeLinetype(w, DL_LinetypeData("BYLAYER", "BYLAYER", 0, 0, 0.0));
    dxf.writeLinetype(w, DL_LinetypeData("CONTINUOUS", "CONTINUOUS", 0, 0, 0.0));
    w.tableEnd();
    w.tableLayers(static_cast<int>(kInks.size()) + 2);
    constexpr int black = 7;
    dxf.writeLayer(w, DL_LayerData("0", 0), DL_Attributes("", black, 25, "CONTINUOUS", 1.0));
    for (const Ink ink : kInks)
        dxf.writeLayer(w, DL_LayerData(std::string(name(ink)), 0), DL_Attributes("", black, 25, "CONTINUOUS", 1.0));
    dxf.writeLayer(w, DL_LayerData(kNoteLayer, 0), DL_Attributes("", black, 25, "CONTINUOUS", 1.0));
    w.tableEnd();
    w.tableStyle(1);
    dxf.writeStyle(w, DL_StyleData("Standard", 0, 0.0, 1.0, 0.0, 0, 2.5, "txt", ""));
    w.tableEnd();
    dxf.writeView(w);
    dxf.writeUcs(w);
    w.tableAppid(1);
    dxf.writeAppid(w, "ACAD");
    w.tableEnd();
    dxf.writeDimStyle(w, 2.5, 1.25, 0.625, 0.625, 2.5);
    dxf.writeBlockRecord(w);
    w.tableEnd();
    w.sectionEnd();
    w.sectionBlocks();
    for (const char* block : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
        dxf.writeBlock(w, DL_BlockData(block, 0, 0.0, 0.0, 0.0));
        dxf.writeEndBlock(w, block);
    }
    w.sectionEnd();
}

void writeNote(DL_Dxf& dxf, DL_WriterA& w, const Note& note, double left)
{
    const int align = note.align == Align::Left ? 0 : note.align == Align::Middle ? 1 : 2;
    const double x = left + note.at.x;
    const double y = Sheet::kHeight - note.at.y;
    constexpr double capitals = 0.7;  // DXF counts the height of capitals
    dxf.writeText(
        w, DL_TextData(x, y, 0.0, x, y, 0.0, note.height * capitals, 1.0, 0, align, 0, note.text, "Standard", 0.0),
        onLayer(kNoteLayer));
}

void writeSheet(DL_Dxf& dxf, DL_WriterA& w, const Sheet& sheet, double left)
{
    for (const Stroke& stroke : sheet.strokes) {
        const auto attributes = onLayer(std::string(name(stroke.ink)));
        dxf.writePolyline(w, DL_PolylineData(static_cast<int>(stroke.spots.size()), 0, 0, stroke.closed ? 1 : 0),
                          attributes);
        for (const Spot& s : stroke.spots)
            dxf.writeVertex(w, DL_VertexData(left + s.x, Sheet::kHeight - s.y, 0.0, 0.0));
        dxf.writePolylineEnd(w);
    }
    for (const Ring& ring : sheet.rings) {
        dxf.writeCircle(w, DL_CircleData(left + ring.middle.x, Sheet::kHeight - ring.middle.y, 0.0, ring.radius),
                        onLayer(std::string(name(ring.ink))));
    }
    for (const Note& note : sheet.notes)
        writeNote(dxf, w, note, left);
}

}  // namespace

tl::expected<std::string, Phrase> dxfText(const std::vector<Sheet>& sheets)
{
    const PassingFile file;
    DL_Dxf dxf;
    const std::unique_ptr<DL_WriterA> w(file.made() ? dxf.out(file.path().c_str(), DL_Codes::AC1015) : nullptr);
    if (!w)
        return tl::unexpected(say("paper.no-passing"));
    writeTables(dxf, *w);
    w->sectionEntities();
    for (std::size_t i = 0; i < sheets.size(); ++i)
        writeSheet(dxf, *w, sheets[i], Sheet::kWidth * static_cast<double>(i));
    w->sectionEnd();
    dxf.writeObjects(*w);
    dxf.writeObjectsEnd(*w);
    w->dxfEOF();
    w->close();
    std::string text = file.text();
    // The library does not say when the disk is full; the end mark tells whether all of it is there.
    const auto end = text.find_last_not_of(" \r\n");
    if (end == std::string::npos || end < 2 || text.compare(end - 2, 3, "EOF") != 0)
        return tl::unexpected(say("paper.passing-full"));
    return text;
}

}  // namespace euryth::paper
