#pragma once
// Drawings as plain data: lines, fills, texts and dimensions in millimetres, y up. Screen, PDF, SVG and DXF are papers for them.
#include <algorithm>
#include <cmath>
#include <string>
#include <variant>
#include <vector>

#include "core/base/message.h"
#include "core/geometry/vec.h"
#include "core/takeoff/takeoff.h"

namespace oiko {

enum class Pen { none, border, cut, outline, edge, hidden, centre, dimension, hatch };
enum class Fill { none, paper, wood, sheet, treated, metal, mesh, cutFace, ground, glass, felt, existing };
/// Widths on paper, mm, in the order of Pen.
inline constexpr double kPenMm[] = {0, 0.70, 0.50, 0.35, 0.25, 0.18, 0.18, 0.18, 0.13};

struct Shape {
    Pen pen = Pen::edge;
    Fill fill = Fill::none;
    std::vector<Vec2> points;
    bool closed = true;
    std::string part;  ///< id of the model part it shows, or empty
};
/// Letters as they stand, a text by id, or a length to be written in the document's units.
using Say = std::variant<std::string, Message, Length>;
struct Label {
    Vec2 at;
    Say say;
    double heightMm = 2.5;  ///< on paper
    int align = 0;          ///< -1 from the left, 0 centred, 1 to the right
    double angleDeg = 0;
    bool bold = false;
    std::string part;
};
/// Measures from a to b, drawn `offsetMm` (on paper) off the line between them, to the left of a→b where positive.
struct Dimension {
    Vec2 a, b;
    double offsetMm = 0;
    std::string key;     ///< the slot that moves b against a; empty: it follows from others
    double alongMm = 0;  ///< of a chain: how far its start is from a
    Length measured() const { return mm(std::hypot(b.x - a.x, b.y - a.y)); }
    /// As it is written: places along a chain are rounded, not its figures, so that these add up to the whole.
    Length said(Units units) const { return onGrid(alongMm + inMm(measured()), units) - onGrid(alongMm, units); }
};
struct Drawing {
    std::string id;  ///< plan, face/front, frame/left, roof, section, board/3, sheet/1
    std::vector<Shape> shapes;
    std::vector<Label> labels;
    std::vector<Dimension> dimensions;
    Vec2 low{1e300, 1e300}, high{-1e300, -1e300};  ///< of shapes and of what dimensions measure, not their texts
    void reach(Vec2 p) { low = {std::min(low.x, p.x), std::min(low.y, p.y)}, high = {std::max(high.x, p.x), std::max(high.y, p.y)}; }
    void add(Shape s) {
        for (const auto& p : s.points) reach(p);
        shapes.push_back(std::move(s));
    }
    bool empty() const { return shapes.empty() && labels.empty(); }
};

struct Table {
    Message title;
    std::vector<Message> head;
    std::vector<bool> right;     ///< by column: numbers to the right
    std::vector<double> widths;  ///< shares of the whole
    std::vector<std::vector<Say>> rows;
};

/// Where a drawing stands on a page: its low corner at `at`, mm on paper from the page's low left corner.
struct Placed {
    Drawing drawing;
    Vec2 at;
    double scale = 0.02;  ///< paper mm a model mm
    Message title;
};
struct PlacedTable {
    Table table;
    Vec2 at;  ///< top left
    double width = 0;
};
struct Page {
    double width = 0, height = 0;  ///< mm
    Message title;
    std::vector<Placed> drawings;
    std::vector<PlacedTable> tables;
    std::vector<std::pair<Vec2, Message>> notes;
};
struct PlanSet {
    std::string name;
    std::vector<Page> pages;
    bool metric = false;
};

}  // namespace oiko
