#include "render/picture.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/drawing/project.h"

namespace oiko {
namespace {

struct Screen {
    int w, h;
    std::vector<float> depth;
    std::vector<QRgb> color;
    std::vector<int> part;
};

struct Point {
    double x, y, d;  // pixels, depth towards the eye
};

/// Fills a convex polygon. `keep` thins out mesh: only some pixels are drawn.
void fillPolygon(Screen& s, const std::vector<Point>& p, QRgb color, int part, bool sieve) {
    const double ax = p[1].x - p[0].x, ay = p[1].y - p[0].y;
    // The polygon's plane: depth = d0 + gx·x + gy·y.
    double gx = 0, gy = 0, best = 0;
    for (std::size_t i = 2; i < p.size(); ++i) {
        const double bx = p[i].x - p[0].x, by = p[i].y - p[0].y, det = ax * by - ay * bx;
        if (std::fabs(det) > best) {
            best = std::fabs(det);
            const double da = p[1].d - p[0].d, db = p[i].d - p[0].d;
            gx = (da * by - db * ay) / det, gy = (db * ax - da * bx) / det;
        }
    }
    if (best < 1e-9) return;
    double yMin = 1e9, yMax = -1e9;
    for (const auto& v : p) yMin = std::min(yMin, v.y), yMax = std::max(yMax, v.y);
    const int y0 = std::max(0, static_cast<int>(std::ceil(yMin - 0.5))), y1 = std::min(s.h - 1, static_cast<int>(std::floor(yMax - 0.5)));
    for (int y = y0; y <= y1; ++y) {
        const double cy = y + 0.5;
        double left = 1e9, right = -1e9;
        for (std::size_t i = 0, j = p.size() - 1; i < p.size(); j = i++) {
            if ((p[i].y <= cy) == (p[j].y <= cy)) continue;
            const double x = p[j].x + (cy - p[j].y) / (p[i].y - p[j].y) * (p[i].x - p[j].x);
            left = std::min(left, x), right = std::max(right, x);
        }
        const int x0 = std::max(0, static_cast<int>(std::ceil(left - 0.5))),
                  x1 = std::min(s.w - 1, static_cast<int>(std::floor(right - 0.5)));
        for (int x = x0; x <= x1; ++x) {
            if (sieve && (x % 4 != 0) && (y % 4 != 0)) continue;
            const auto at = static_cast<std::size_t>(y) * static_cast<std::size_t>(s.w) + static_cast<std::size_t>(x);
            const auto d = static_cast<float>(p[0].d + gx * (x + 0.5 - p[0].x) + gy * (cy - p[0].y));
            if (d <= s.depth[at]) continue;
            s.depth[at] = d, s.color[at] = color;
            if (!sieve) s.part[at] = part;
        }
    }
}

/// An edge of a part: a hair nearer to the eye over what is seen of the part itself, so that what thin sheets cover stays hidden.
void inkLine(Screen& s, Point a, Point b, QRgb color, float bias, int part) {
    const int n = static_cast<int>(std::ceil(std::max(std::fabs(b.x - a.x), std::fabs(b.y - a.y))));
    if (n > 20000) return;
    for (int i = 0; i <= n; ++i) {
        const double t = n == 0 ? 0 : static_cast<double>(i) / n;
        const int x = static_cast<int>(std::floor(a.x + (b.x - a.x) * t)), y = static_cast<int>(std::floor(a.y + (b.y - a.y) * t));
        if (x < 0 || y < 0 || x >= s.w || y >= s.h) continue;
        const auto at = static_cast<std::size_t>(y) * static_cast<std::size_t>(s.w) + static_cast<std::size_t>(x);
        const auto d = static_cast<float>(a.d + (b.d - a.d) * t);
        const bool own = s.part[at] == part || (x > 0 && s.part[at - 1] == part) || (x + 1 < s.w && s.part[at + 1] == part) ||
                         (y > 0 && s.part[at - static_cast<std::size_t>(s.w)] == part) ||
                         (y + 1 < s.h && s.part[at + static_cast<std::size_t>(s.w)] == part);
        if (d + (own ? bias : 0.2F) >= s.depth[at]) s.color[at] = color;
    }
}

QRgb shaded(QColor c, double light) {
    const auto f = [&](int v) { return std::clamp(static_cast<int>(v * light), 0, 255); };
    return qRgb(f(c.red()), f(c.green()), f(c.blue()));
}

/// A keeper and hens, as flat figures that face the eye: outlines of our own.
using Outline = std::vector<std::pair<double, double>>;
const Outline kPerson{{-0.10, 0},   {-0.13, 0.46}, {-0.18, 0.50}, {-0.17, 0.80}, {-0.07, 0.84}, {-0.07, 0.93},
                      {-0.03, 1.0}, {0.03, 1.0},   {0.07, 0.93},  {0.07, 0.84},  {0.17, 0.80},  {0.18, 0.50},
                      {0.13, 0.46}, {0.10, 0},     {0.02, 0},     {0.0, 0.44},   {-0.02, 0}};
const Outline kHen{{-0.05, 0},  {-0.04, 0.25}, {-0.30, 0.42}, {-0.48, 0.80}, {-0.30, 0.72}, {-0.05, 0.62}, {0.14, 0.72}, {0.18, 0.95},
                   {0.28, 1.0}, {0.36, 0.92},  {0.44, 0.86},  {0.34, 0.82},  {0.32, 0.55},  {0.18, 0.34},  {0.06, 0.25}, {0.05, 0}};

}  // namespace

QImage picture(const Model& m, const PictureWish& wish, QSize size, const Theme& theme, std::vector<int>* partAt) {
    const int k = std::max(1, wish.samples);
    Screen s{size.width() * k, size.height() * k, {}, {}, {}};
    const auto cells = static_cast<std::size_t>(s.w) * static_cast<std::size_t>(s.h);
    s.depth.assign(cells, -std::numeric_limits<float>::max());
    s.color.assign(cells, theme.paper.rgb());
    s.part.assign(cells, -1);

    const double a = wish.eye.turnDeg * kPi / 180, e = wish.eye.liftDeg * kPi / 180;
    const Vec3 toEye{std::sin(a) * std::cos(e), -std::cos(a) * std::cos(e), std::sin(e)};
    const Vec3 right{std::cos(a), std::sin(a), 0}, up = cross(toEye, right);
    Bounds all;
    // What goes down into the ground ends at it.
    const auto inGround = [&](const Part& p) { return p.system == System::ground && p.box().low.z < m.ground.lowest(p.box()) - 1; };
    for (const auto& p : m.parts) {
        if ((m.buried(p) && p.role != "apron") || p.fence()) continue;  // netting goes on beyond the picture
        auto box = p.box();
        if (inGround(p)) box.low.z = m.ground.lowest(box);
        all.add(box);
    }
    if (m.parts.empty()) all.add(Vec3{0, 0, 0}), all.add(Vec3{3000, 2400, 2000});
    const Vec3 middle = (all.low + all.high) * 0.5;
    // Fitted to what is drawn, the person on the left included.
    double left = 1e9, rightmost = -1e9, foot = 1e9, head = -1e9;
    for (int i = 0; i < 8; ++i) {
        const Vec3 c{i & 1 ? all.high.x : all.low.x - (wish.keeperMm > 0 ? 1000 : 0), i & 2 ? all.high.y : all.low.y,
                     i & 4 ? all.high.z : all.low.z};
        const double x = dot(c - middle, right), y = dot(c - middle, up);
        left = std::min(left, x), rightmost = std::max(rightmost, x), foot = std::min(foot, y), head = std::max(head, y);
    }
    const double scale = std::min(s.w / (1.06 * (rightmost - left)), s.h / (1.08 * (head - foot))) * wish.eye.zoom;
    const double cx = s.w / 2.0 - (left + rightmost) / 2 * scale + wish.eye.panX * k,
                 cy = s.h / 2.0 + (foot + head) / 2 * scale + wish.eye.panY * k;
    const auto seen = [&](Vec3 v) {
        const auto q = v - middle;
        return Point{cx + dot(q, right) * scale, cy - dot(q, up) * scale, dot(q, toEye)};
    };
    const Vec3 light = unit({-0.45, -0.75, 1.1});
    const QRgb ink = theme.ink.rgb();
    const double nearest = all.low.y + (all.high.y - all.low.y) * (1 - wish.slice);

    // What lies before the slice is away.
    const auto shown = [&](const Part& p, std::size_t n) {
        auto solid = p.solids[n];
        if (inGround(p)) solid = cut(solid, m.ground.above());
        return wish.slice < 1 && !solid.empty() ? cut(solid, Plane{{0, -1, 0}, -nearest}) : solid;
    };
    // The ground: a quiet plate under all, with the shadowless paper beyond.
    {
        std::vector<Point> p;
        const double g = 350;
        for (const Vec3 v : {Vec3{all.low.x - 1200, all.low.y - g, 0}, Vec3{all.high.x + g, all.low.y - g, 0},
                             Vec3{all.high.x + g, all.high.y + g, 0}, Vec3{all.low.x - 1200, all.high.y + g, 0}})
            p.push_back(seen({v.x, v.y, m.ground.under(v) - 4}));
        fillPolygon(s, p, theme.ground.rgb(), -1, false);
    }
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& part = m.parts[i];
        if (!wish.roof && (coversRoof(part.role) || part.role == "purlin" || part.role == "fascia")) continue;
        if (!wish.skin && (part.system == System::skin || part.role == "leaf" || part.role == "leaf-stile" || part.role == "leaf-rail"))
            continue;
        const bool open = part.form == Form::mesh || part.role == "fence-net";
        if (!wish.mesh && open) continue;
        if (m.buried(part) && part.role != "apron") continue;
        const bool lit = wish.lit.contains(part.id);
        QColor base = lit ? theme.held : theme.fill(fillOf(part));
        base.setAlpha(255);
        if (part.system == System::skin && part.role == "siding" && !lit && !part.existing) base = theme.sheet;
        if (m.trimOwn && isTrim(part) && !lit && !part.existing) base = theme.trim;
        const bool sieve = open && !lit;
        if (sieve) base = theme.mesh;
        const bool glass = fillOf(part) == Fill::glass && !lit;
        if (glass) base = theme.glass;
        for (std::size_t n = 0; n < part.solids.size(); ++n) {
            const bool whole = wish.slice >= 1 && !inGround(part);
            const auto cutaway = whole ? Solid{} : shown(part, n);
            const auto& solid = whole ? part.solids[n] : cutaway;
            for (std::size_t f = 0; f < solid.faces.size(); ++f) {
                if (whole && std::ranges::find(part.inner[n], f) != part.inner[n].end()) continue;
                const auto normal = facePlane(solid, f).normal;
                if (dot(normal, toEye) < 1e-3) continue;
                std::vector<Point> p;
                for (const auto v : solid.faces[f]) p.push_back(seen(solid.vertices[v]));
                const double shade = (theme.dark ? 1.05 : 0.80) + 0.26 * std::max(-0.4, dot(normal, light));
                fillPolygon(s, p, shaded(base, shade), static_cast<int>(i), sieve || (glass && false));
                if (sieve && part.role == "apron") continue;
            }
        }
    }
    // Edges over what is seen, a hair nearer to the eye than the faces; inner seams are left out.
    const float bias = static_cast<float>(2.5 / std::max(0.02, scale) + 3);
    auto edgeColor = theme.ink;
    edgeColor.setAlphaF(1);
    const QRgb line = theme.dark ? shaded(theme.ink, 0.55) : qRgb(0x6a, 0x5f, 0x4e);
    for (std::size_t i = 0; i < m.parts.size(); ++i) {
        const auto& part = m.parts[i];
        if (part.form == Form::mesh || part.role == "fence-net") continue;
        if (!wish.roof && (coversRoof(part.role) || part.role == "purlin" || part.role == "fascia")) continue;
        if (!wish.skin && (part.system == System::skin || part.role == "leaf" || part.role == "leaf-stile" || part.role == "leaf-rail"))
            continue;
        if (m.buried(part)) continue;
        for (std::size_t n = 0; n < part.solids.size(); ++n) {
            const bool whole = wish.slice >= 1 && !inGround(part);
            const auto cutaway = whole ? Solid{} : shown(part, n);
            const auto& solid = whole ? part.solids[n] : cutaway;
            for (std::size_t f = 0; f < solid.faces.size(); ++f) {
                if (dot(facePlane(solid, f).normal, toEye) < 1e-3) continue;
                const bool innerFace = whole && std::ranges::find(part.inner[n], f) != part.inner[n].end();
                if (innerFace) continue;
                const auto& face = solid.faces[f];
                for (std::size_t v = 0; v < face.size(); ++v) {
                    const auto va = solid.vertices[face[v]], vb = solid.vertices[face[(v + 1) % face.size()]];
                    // Panels cut round openings are several pieces: their upright seams inside the sheet are not inked.
                    if (part.role == "siding" && part.solids.size() > 1 && std::fabs(va.z - vb.z) > 1 &&
                        std::hypot(va.x - vb.x, va.y - vb.y) < 1)
                        continue;
                    inkLine(s, seen(va), seen(vb), line, bias, static_cast<int>(i));
                }
            }
        }
    }
    // Somebody of the keeper's height, and three hens, in front of the left corner.
    if (wish.keeperMm > 0) {
        const auto figure = [&](Vec3 stand, const Outline& outline, double high, QColor color) {
            // Flat and upright, turned to the eye; not convex, so it goes down as triangles from its middle.
            stand.z = m.ground.under(stand);
            Vec3 mid = stand + Vec3{0, 0, high * 0.45};
            for (std::size_t i = 0; i < outline.size(); ++i) {
                const auto& [x0, z0] = outline[i];
                const auto& [x1, z1] = outline[(i + 1) % outline.size()];
                const Vec3 p = stand + right * (x0 * high) + Vec3{0, 0, z0 * high}, q = stand + right * (x1 * high) + Vec3{0, 0, z1 * high};
                fillPolygon(s, {seen(mid), seen(p), seen(q)}, color.rgb(), -1, false);
                inkLine(s, seen(p), seen(q), ink, bias, -1);
            }
        };
        figure({all.low.x - 700, all.low.y + 250, 0}, kPerson, wish.keeperMm, theme.bird);
        figure({all.low.x - 350, all.low.y, 0}, kHen, 380, theme.bird);
        figure({all.low.x - 950, all.low.y + 600, 0}, kHen, 360, theme.bird);
    }
    QImage image{reinterpret_cast<const uchar*>(s.color.data()), s.w, s.h, s.w * 4, QImage::Format_RGB32};
    if (partAt) {
        partAt->assign(static_cast<std::size_t>(size.width()) * static_cast<std::size_t>(size.height()), -1);
        for (int y = 0; y < size.height(); ++y)
            for (int x = 0; x < size.width(); ++x)
                (*partAt)[static_cast<std::size_t>(y * size.width() + x)] =
                    s.part[static_cast<std::size_t>(y * k) * static_cast<std::size_t>(s.w) + static_cast<std::size_t>(x * k)];
    }
    return k == 1 ? image.copy() : image.scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
}

}  // namespace oiko
