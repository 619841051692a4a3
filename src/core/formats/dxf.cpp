// Drawings as DXF R2000: layers by pen, millimetres at full size, dimensions as lines and text.
#include <dxflib/dl_dxf.h>

#include <cmath>
#include <memory>

#include "core/formats/exports.h"
#include "core/formats/files.h"

namespace oiko {
namespace {

struct Layer {
    const char* name;
    Pen pen;
    int color;
    const char* line;
};
constexpr Layer kLayers[] = {{"OUTLINE", Pen::outline, 7, "CONTINUOUS"}, {"CUT", Pen::cut, 7, "CONTINUOUS"},
                             {"EDGE", Pen::edge, 8, "CONTINUOUS"},       {"HIDDEN", Pen::hidden, 8, "DASHED"},
                             {"CENTRE", Pen::centre, 8, "DASHED"},       {"HATCH", Pen::hatch, 9, "CONTINUOUS"}};

const char* layerOf(Pen pen) {
    for (const auto& l : kLayers)
        if (l.pen == pen) return l.name;
    return "EDGE";
}

/// DXF text is plain: fractions as 1/2, degrees by its own code.
std::string plainText(std::string s) {
    const std::pair<const char*, const char*> signs[] = {{"°", "%%d"}, {"×", "x"}, {"−", "-"}, {"–", "-"},  {"½", "1/2"}, {"′", "'"},
                                                         {"″", "\""},  {"·", "-"}, {"²", "2"}, {"“", "\""}, {"”", "\""},  {"’", "'"}};
    for (const auto& [from, to] : signs)
        for (auto at = s.find(from); at != std::string::npos; at = s.find(from, at))
            s.replace(at, std::char_traits<char>::length(from), to);
    return s;
}

bool draw(const PlanSet& set, const Words& words, const std::string& path) {
    DL_Dxf dxf;
    std::unique_ptr<DL_WriterA> w{dxf.out(path.c_str(), DL_Codes::AC1015)};
    if (!w) return false;
    dxf.writeHeader(*w);
    w->dxfString(9, "$INSUNITS"), w->dxfInt(70, 4);
    w->sectionEnd();
    w->sectionTables();
    dxf.writeVPort(*w);
    w->tableLinetypes(3);
    dxf.writeLinetype(*w, DL_LinetypeData("BYBLOCK", "BYBLOCK", 0, 0, 0.0));
    dxf.writeLinetype(*w, DL_LinetypeData("BYLAYER", "BYLAYER", 0, 0, 0.0));
    dxf.writeLinetype(*w, DL_LinetypeData("CONTINUOUS", "Continuous", 0, 0, 0.0));
    double dashes[] = {20.0, -10.0};
    dxf.writeLinetype(*w, DL_LinetypeData("DASHED", "Dashed", 0, 2, 30.0, dashes));
    w->tableEnd();
    w->tableLayers(10);
    const auto layer = [&](const char* name, int color, const char* line) {
        dxf.writeLayer(*w, DL_LayerData(name, 0), DL_Attributes("", color, 25, line, 1.0));
    };
    layer("0", 7, "CONTINUOUS");
    for (const auto& l : kLayers) layer(l.name, l.color, l.line);
    layer("TEXT", 5, "CONTINUOUS"), layer("DIMS", 3, "CONTINUOUS");
    w->tableEnd();
    w->tableStyle(1);
    dxf.writeStyle(*w, DL_StyleData("Standard", 0, 2.5, 1.0, 0.0, 0, 2.5, "txt", ""));
    w->tableEnd();
    dxf.writeView(*w);
    dxf.writeUcs(*w);
    w->tableAppid(1);
    dxf.writeAppid(*w, "ACAD");
    w->tableEnd();
    dxf.writeDimStyle(*w, 2.5, 1.25, 0.6, 0.6, 2.5);
    dxf.writeBlockRecord(*w);
    w->tableEnd();
    w->sectionEnd();
    w->sectionBlocks();
    for (const auto* block : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
        dxf.writeBlock(*w, DL_BlockData(block, 0, 0, 0, 0));
        dxf.writeEndBlock(*w, block);
    }
    w->sectionEnd();
    w->sectionEntities();
    const auto line = [&](Vec2 a, Vec2 b, const char* on) {
        dxf.writeLine(*w, DL_LineData(a.x, a.y, 0, b.x, b.y, 0), DL_Attributes(on, 256, -1, "BYLAYER", 1.0));
    };
    const auto text = [&](Vec2 at, double height, double angle, int align, const std::string& t, const char* on) {
        if (t.empty()) return;
        dxf.writeText(*w,
                      DL_TextData(at.x, at.y, 0, at.x, at.y, 0, height, 1.0, 0,
                                  align < 0    ? 0
                                  : align == 0 ? 1
                                               : 2,
                                  2, plainText(t), "Standard", angle * 3.14159265358979 / 180),
                      DL_Attributes(on, 256, -1, "BYLAYER", 1.0));
    };
    double x = 0;
    for (const auto& page : set.pages)
        for (const auto& placed : page.drawings) {
            const auto& d = placed.drawing;
            const Vec2 shift{x - d.low.x, -d.low.y};
            const double paper = 1 / placed.scale;  // model mm for a paper mm
            for (const auto& s : d.shapes) {
                if (s.pen == Pen::none || s.points.size() < 2) continue;
                dxf.writePolyline(*w, DL_PolylineData(static_cast<int>(s.points.size()), 0, 0, s.closed ? 1 : 0),
                                  DL_Attributes(layerOf(s.pen), 256, -1, "BYLAYER", 1.0));
                for (const auto& p : s.points) dxf.writeVertex(*w, DL_VertexData(p.x + shift.x, p.y + shift.y, 0, 0));
                dxf.writePolylineEnd(*w);
            }
            for (const auto& l : d.labels) text(l.at + shift, l.heightMm * paper, l.angleDeg, l.align, words(l.say), "TEXT");
            for (const auto& m : d.dimensions) {
                const Vec2 u = (m.b - m.a) * (1 / std::max(1e-9, std::hypot(m.b.x - m.a.x, m.b.y - m.a.y))), n{-u.y, u.x};
                const Vec2 a = m.a + n * (m.offsetMm * paper) + shift, b = m.b + n * (m.offsetMm * paper) + shift;
                line(m.a + shift, a, "DIMS"), line(m.b + shift, b, "DIMS"), line(a, b, "DIMS");
                const Vec2 tick = (u + n) * (1.0 * paper);
                line(a - tick, a + tick, "DIMS"), line(b - tick, b + tick, "DIMS");
                double angle = std::atan2(u.y, u.x) * 180 / 3.14159265358979;
                if (angle > 90.01 || angle <= -89.99) angle += angle > 0 ? -180 : 180;
                text((a + b) * 0.5 +
                         Vec2{-std::sin(angle * 3.14159265358979 / 180), std::cos(angle * 3.14159265358979 / 180)} * (1.6 * paper),
                     2.2 * paper, angle, 0, words(m.said(set.metric ? Units::metric : Units::imperial)), "DIMS");
            }
            text({x, -30 * paper}, 4 * paper, 0, -1, words(placed.title), "TEXT");
            x += (d.high.x - d.low.x) + 80 * paper;
        }
    w->sectionEnd();
    dxf.writeObjects(*w);
    dxf.writeObjectsEnd(*w);
    w->dxfEOF();
    w->close();
    return true;
}

}  // namespace

Done writeDxf(const PlanSet& set, const Words& words, const std::string& path) {
    const auto bytes = throughScratch([&](const std::string& scratch) { return draw(set, words, scratch); });
    if (!bytes) return bytes.error();
    return writeFile(path, bytes.value());
}

}  // namespace oiko
