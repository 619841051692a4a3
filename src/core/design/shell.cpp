#include "core/design/shell.h"

#include <algorithm>
#include <cmath>

#include "core/catalog/covers.h"
#include "core/catalog/lumber.h"
#include "core/catalog/skins.h"
#include "core/catalog/stock.h"
#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/design/lean.h"
#include "core/design/setout.h"
#include "core/design/wirefloor.h"

namespace oiko {

int Shell::localSide(std::string_view side) const { return (sideIndex(side) - turn + 4) % 4; }

Length Shell::headroom() const {
    // A gable's ties lie on the higher of its walls.
    const double t = inMm(wallDeep);
    const auto under = std::min(lowestWall(), mm(std::min(overheadMm(t), overheadMm(inMm(deep) - t))));
    return beam.empty() ? under : std::min(under, mm(ridgeUndersideMm(*this)));
}

std::optional<Length> Shell::ridgeOn(std::string_view side) const {
    const int local = localSide(side);
    if (!gable() || local % 2 == 0) return std::nullopt;
    const auto y = mm(slopes[0].y0);
    return local == 1 ? y : deep - y;
}

Length Shell::underPlates(std::string_view side, Length at, Length width) const {
    const int local = localSide(side);
    if (local == 2) return lowWall() - plates;
    if (local == 0) return otherWall() - plates;
    // Seen from outside, the local right wall runs front to back from its left end, the local left wall back to front.
    const auto under = [&](Length u) {
        const double y = local == 1 ? inMm(u) : inMm(deep - u);
        return rafterUndersideMm(y) - inMm(plates) / slopeAt(y).cosine();
    };
    return mm(std::min(under(at), under(at + width)));
}

Length Shell::rafterLength() const { return gable() ? std::max(slopes[0].rafterLength, slopes[1].rafterLength) : slopes[0].rafterLength; }

Length Shell::panelLength() const {
    double longest = 0;
    for (const auto& x : slopes) {
        const double beyond = inMm(timber->two) / x.cosine() + 25.4;
        longest = std::max(longest, (x.end - x.start) / x.cosine() + (gable() || leans ? 1 : 2) * beyond);
    }
    return mm(longest);
}

Length Shell::tallestPanel() const {
    if (gable()) return mm(rafterTopMm(slopes[0].y0)) + deck + inches(1);
    return otherWall() + deck + inches(1) + mm(slopes[0].rise * 90 + inMm(rafterDeep) / slopes[0].cosine());
}

Length sawnRafter(Length run, Angle pitch, Length rafterDeep) {
    const double a = inRadians(pitch);
    return mm(inMm(run) / std::cos(a) + inMm(rafterDeep) * std::tan(a));
}

Length birdsmouthSeat(Length rafterDeep, Angle pitch, Length plateWide) {
    const double s = std::sin(inRadians(pitch));
    const double most = s > 0 ? inMm(rafterDeep) / 4 / s : 1e9;
    return std::min(plateWide, mm(most));
}

bool indoors(Ask& ask) { return ask.choice("roof.form") == "ceiling"; }
std::string coverOf(Ask& ask) { return indoors(ask) ? "ceiling" : ask.choice("roof.cover"); }
Angle pitchOf(Ask& ask) { return indoors(ask) ? Angle{} : ask.angle("roof.pitch"); }
Length overhangOf(Ask& ask) { return indoors(ask) ? Length{} : ask.length("roof.overhang"); }

namespace {
/// How far rafters go on over the run that they go on over farthest.
Length farthestOver(Ask& ask) {
    const auto low = ask.choice("roof.falls_to");
    return std::max(overRun(ask, low), overRun(ask, opposite(low)));
}
/// From wall to wall, or to the ridge: the longest of the roof's.
Length runOverCoop(Ask& ask) {
    const auto fall = sideIndex(ask.choice("roof.falls_to"));
    const auto deep = ask.length(fall % 2 == 0 ? "coop.depth" : "coop.width");
    if (ask.choice("roof.form") != "gable") return deep;
    const auto ridge = ask.length("roof.ridge");
    return std::max(ridge, deep - ridge);
}
}  // namespace

Length rafterBay(Ask& ask) {
    const auto over = farthestOver(ask), coop = runOverCoop(ask) - inches(ask.choice("roof.form") == "gable" ? 4.25 : 7);
    return over > Length{} ? std::max(coop, over - timberOf(ask).post) : coop;
}

Length longestPanel(std::string_view cover) {
    return std::ranges::max(ofProfile(catalog(), std::string{roofCover(cover).stock}), {}, &StockItem::b)->b;
}
Length roofLining(Ask& ask) {
    if (indoors(ask)) return {};
    const auto& lining = ask.choice("roof.lining");
    return lining == "none" ? Length{} : thicknessOf(lining);
}

SpanLoad coopRoofLoad(Ask& ask) {
    auto load = roofLoad(ask, coverOf(ask));
    if (roofLining(ask) == Length{}) return load;
    // Sheets under the rafters are not to sag more than a ceiling.
    load.limit = 240;
    const auto foam = ask.choice("roof.insulation");
    for (const auto& stock : {ask.choice("roof.lining"), foam})
        if (stock != "none") {
            const auto& sheet = *ofProfile(catalog(), stock).front();
            load.dead = load.dead + psf(inPounds(sheet.mass) / (inFeet(sheet.a) * inFeet(sheet.b)));
        }
    return load;
}

SpanLoad roofLoad(Ask& ask, std::string_view cover) {
    // No snow; nobody stores there. Source: IRC 2018 Tables R301.5 and R301.7, from memory.
    if (cover == "ceiling") return {psf(10), roofCover(cover).dead, 1.0, 240};
    return {std::max(psf(20), std::get<Load>(ask.value("place.snow"))), roofCover(cover).dead, kSnowDuration, 180};
}

double tieThrustLb(const Shell& s, const SpanLoad& load, Length spacing) {
    const double a = s.slopes[0].span / 304.8, b = s.slopes[1].span / 304.8;
    const double high = (s.slopes[0].under0 - inMm(std::max(s.lowWall(), s.otherWall()))) / 304.8;
    return (inPsf(load.live) + inPsf(load.dead)) * inFeet(spacing) * a * b / (2 * high);
}

double ridgeTopMm(const Shell& s) {
    // Up to the purlins on the flatter slope, which lie on its rafters; those on the steeper one begin beside it.
    const auto top = [&](const Slope& x) { return x.over(x.start, inMm(s.rafterDeep)); };
    return std::max(top(s.slopes[0]), top(s.slopes[1]));
}

namespace {
/// Of the rafters' plumb cuts at the ridge, from its top to the lower one's foot.
double plumbCuts(const Shell& s) {
    const auto foot = [](const Slope& x) { return x.under(x.start); };
    return ridgeTopMm(s) - std::min(foot(s.slopes[0]), foot(s.slopes[1]));
}
}  // namespace

namespace {
/// How far one member by itself goes under so much of a roof.
Length aloneUnder(Ask& ask, std::string_view size, Length carried, SpanLoad load, Length seat) {
    load.alone = true, load.seat = seat;
    return clearSpan(woodOf(ask), timberOf(ask).size(size), carried, load).clear;
}
Length aloneUnder(Ask& ask, std::string_view size, Length carried, Length seat = inches(1.5)) {
    return aloneUnder(ask, size, carried, coopRoofLoad(ask), seat);
}
/// What either end of a beam has of a post to lie on: half of it where it is parted. A board that goes on over one brings five fourths of a
/// bay onto the whole. Simple statics of two equal spans.
Length onPost(Ask& ask, bool goesOn) { return Length::ticks(timberOf(ask).post.count() * 2 / (goesOn ? 5 : 4)); }
/// A ridge beam under half of either slope.
Length ridgeReach(Ask& ask, std::string_view size, bool posts) {
    const auto fall = sideIndex(ask.choice("roof.falls_to"));
    const auto deep = ask.length(fall % 2 == 0 ? "coop.depth" : "coop.width");
    return aloneUnder(ask, size, Length::ticks(deep.count() / 2), std::min(wallDeep(ask), onPost(ask, posts)));
}
}  // namespace

Shell shellOf(Ask& ask) {
    Shell s;
    s.timber = &timberOf(ask);
    const auto fall = sideIndex(ask.choice("roof.falls_to"));
    s.turn = (fall + 2) % 4;
    const auto w = ask.length("coop.width"), d = ask.length("coop.depth");
    s.wide = fall % 2 == 0 ? w : d;
    s.deep = fall % 2 == 0 ? d : w;
    s.wallDeep = wallDeep(ask);
    s.posted = posted(ask), s.jamb = besideOpening(ask);
    s.widest = s.posted ? beamCarries(ask, ask.choice("frame.beam")) : feet(100);
    if (s.light())
        for (std::size_t i = 0; i < std::size(kHeaders); ++i) s.widest = s.carries[i] = aloneUnder(ask, kHeaders[i], carriedBy(ask));
    s.plates =
        s.posted ? s.timber->size(ask.choice("frame.beam")).wide : s.timber->two * (ask.choice("frame.top_plates") == "doubled" ? 2 : 1);
    s.rafterDeep = timberOf(ask).size(ask.choice("roof.rafter")).wide;
    s.lining = roofLining(ask);
    s.overhang = overhangOf(ask);
    s.leans = leans(ask);
    s.rake = indoors(ask) ? Length{} : ask.length("roof.rake");
    if (frameless(ask)) {
        s.floorTop = masonry(ask) ? ask.length("foundation.height") : ownFloor(ask) ? Length{} : s.timber->post * 2;
    } else {
        s.joistDeep = timberOf(ask).size(ask.choice("floor.joist")).wide;
        s.deck = deckThick(ask);
        s.floorTop = onPosts(ask) ? ask.length("floor.height") : skidsUp(ask) + s.timber->post + s.joistDeep + s.deck;
    }
    const bool gable = ask.choice("roof.form") == "gable";
    // How far the roof goes on over runs, by local side.
    Length over[4];
    for (const int row : ask.rows("runs"))
        if (const auto run = runKey(row); underCoopsRoof(ask, run))
            over[s.localSide(ask.choice(run + ".side"))] = runOffset(ask) + ask.length(run + ".length");
    s.past = over[1], s.before = over[3];
    if (gable) s.ridgeThick = s.timber->two;
    const double deep = inMm(s.deep), rafterDeep = inMm(s.rafterDeep);
    const auto slope = [&](bool toBack, Angle pitch, double y0, double span) {
        Slope x;
        x.toBack = toBack, x.y0 = y0, x.pitch = pitch, x.rise = std::tan(inRadians(pitch)), x.span = span;
        x.before = gable ? 0 : inMm(over[0]), x.past = inMm(over[toBack ? 2 : 0]);
        x.start = gable ? inMm(s.ridgeThick) / 2 : s.leans ? 0 : -inMm(s.overhang) - x.before;
        x.end = span + x.past + inMm(s.overhang);
        x.seat = birdsmouthSeat(s.rafterDeep, pitch, s.wallDeep);
        x.rafterLength = sawnRafter(mm(x.end - x.start), pitch, s.rafterDeep);
        return x;
    };
    const double y0 = gable ? deep - inMm(ask.length("roof.ridge")) : 0;
    auto back = slope(true, pitchOf(ask), y0, deep - y0);
    back.eave = ask.length("coop.low_wall");
    back.under0 = inMm(back.eave) + back.rise * (back.span - inMm(back.seat));
    s.slopes = {back};
    if (gable) {
        // The rafters' tops meet in one line over the ridge; the wall across stands as high as that leaves it.
        auto front = slope(false, ask.angle("roof.other_pitch"), y0, y0);
        const double top = back.over(0, rafterDeep) - rafterDeep / front.cosine();
        front.eave = mm(top - front.rise * (front.span - inMm(front.seat)));
        front.under0 = inMm(front.eave) + front.rise * (front.span - inMm(front.seat));
        s.slopes.push_back(front);
    }
    if (gable && ask.choice("roof.ridge_kind") == "beam") {
        s.ridgePosts = ridgePostsAt(ask);
        const auto span = ridgeSpan(ask, s);
        // A post under it is wider than the beam: rafters come down past it beside that.
        const double wider = s.ridgePosts.empty() ? 0 : inMm(s.timber->size("4x4").thick - s.ridgeThick) / 2,
                     cut = plumbCuts(s) + std::max(0.0, wider) * std::max(s.slopes[0].rise, s.slopes[1].rise);
        for (const auto size : kHeaders) {
            s.beam = size, s.ridgeSpans = ridgeReach(ask, size, !s.ridgePosts.empty());
            if (s.ridgeSpans >= span && inMm(s.timber->size(size).wide) >= cut) break;
        }
    }
    return s;
}

Length sidingDrop(Length rafterDeep, Angle pitch, Length plateWide, Length skinThick) {
    return mm(std::tan(inRadians(pitch)) * inMm(birdsmouthSeat(rafterDeep, pitch, plateWide) + skinThick));
}

std::int64_t ridgePosts(Ask& ask) {
    const bool beam = ask.choice("roof.form") == "gable" && ask.choice("roof.ridge_kind") == "beam";
    return beam && frameless(ask) ? ask.count("roof.ridge_posts") : 0;
}
std::int64_t fewestRidgePosts(Ask& ask) {
    const auto post = timberOf(ask).post, inner = wallLength(ask, ask.choice("roof.falls_to")) - wallDeep(ask) * 2;
    // A board ends over each of them, or over an end wall's post and a foot beyond.
    const auto most = [&](bool posts) {
        return std::min(ridgeReach(ask, kHeaders[std::size(kHeaders) - 1], posts), longestBoard(ask) - feet(2));
    };
    if (inner <= most(false)) return 0;
    std::int64_t n = 1;
    for (const auto bay = most(true); n < kMostRidgePosts && inner - post * n > bay * (n + 1);) ++n;
    return n;
}
std::vector<double> ridgePostsAt(Ask& ask) {
    const auto n = static_cast<double>(ridgePosts(ask));
    const double wall = inMm(wallDeep(ask)), post = inMm(timberOf(ask).post),
                 bay = (inMm(wallLength(ask, ask.choice("roof.falls_to"))) - 2 * wall - post * n) / (n + 1);
    std::vector<double> out;
    for (double i = 0; i < n; ++i) out.push_back(wall + bay + post / 2 + (bay + post) * i);
    return out;
}
double innerPostLb(Ask& ask, const Shell& s) {
    if (s.ridgePosts.empty()) return 0;
    const auto load = coopRoofLoad(ask);
    const double apart = (s.ridgePosts.size() > 1 ? s.ridgePosts[1] - s.ridgePosts[0] : inMm(s.wide) / 2) / 304.8;
    return (inPsf(load.live) + inPsf(load.dead)) * apart * inFeet(s.deep) / 2 * kGoesOn;
}
Length ridgeFooting(Ask& ask, const Shell& s) {
    const auto step = inches(2), least = mm(std::sqrt(innerPostLb(ask, s) / 1500) * 304.8);
    return std::max(inches(12), step * ((least.count() + step.count() - 1) / step.count()));
}

Length ridgeSpan(Ask& ask, const Shell& s) {
    const double post = inMm(s.timber->post);
    const auto bay = s.ridgePosts.empty() ? s.wide - s.wallDeep * 2 : mm(s.ridgePosts.front() - post / 2) - s.wallDeep;
    return std::max({bay, s.before - timberOf(ask).post, s.past - timberOf(ask).post});
}

std::vector<double> ridgeJoints(const Shell& s) {
    std::vector<double> out;
    const double half = inMm(s.wallDeep) / 2;
    if (s.before > Length{} && !s.light()) out.push_back(half);
    out.insert(out.end(), s.ridgePosts.begin(), s.ridgePosts.end());
    if (s.past > Length{} && !s.light()) out.push_back(inMm(s.wide) - half);
    return out;
}

Length ridgeBoard(const Shell& s, Length board) {
    double from = -inMm(s.before + s.rake), longest = 0;
    const double end = inMm(s.wide + s.past + s.rake);
    if (mm(end - from) <= board) return mm(end - from);
    auto stops = ridgeJoints(s);
    stops.push_back(end);
    for (const double x : stops) longest = std::max(longest, x - from), from = x;
    return mm(longest);
}

double ridgePostLb(Ask& ask, const Shell& s) {
    const auto load = coopRoofLoad(ask);
    const double half = (s.ridgePosts.empty() ? inFeet(s.wide) : s.ridgePosts.front() / 304.8) / 2,
                 beyond = std::max({inFeet(s.rake), inFeet(s.before) / 2, inFeet(s.past) / 2});
    return (inPsf(load.live) + inPsf(load.dead)) * (half + beyond) * inFeet(s.deep) / 2;
}

std::string_view ridgeStock(const Shell& s) {
    if (!s.beam.empty()) return s.beam;
    const double cut = plumbCuts(s);
    for (const auto size : {"2x4", "2x6", "2x8", "2x10"})
        if (inMm(s.timber->size(size).wide) >= cut) return size;
    return "2x12";
}

double ridgeUndersideMm(const Shell& s) { return ridgeTopMm(s) - inMm(s.timber->size(ridgeStock(s)).wide); }

std::vector<std::pair<Length, Length>> barredByRidge(const Shell& s, std::string_view side, Length width) {
    const auto ridge = s.ridgeOn(side);
    if (!ridge) return {};
    // King studs stand from two to one stud beside the opening; the post is clear of both, or between them on the header.
    const auto half = Length::ticks(s.ridgeThick.count() / 2), stud = s.posted ? Length{} : s.timber->two;
    // That of a beam stands on the plate: nothing opens below it.
    if (!s.beam.empty()) return {{*ridge - half - s.jamb - width, *ridge + half + s.jamb}};
    return {{*ridge - half - s.jamb - width, *ridge + half - stud - width}, {*ridge - half + stud, *ridge + half + s.jamb}};
}

Length besideRidge(const Shell& s, std::string_view side, Length width, Length at, Length first, Length last) {
    for (const auto& [bar, clear] : barredByRidge(s, side, width))
        if (at > bar && at < clear) at = bar >= first && (at - bar < clear - at || clear > last) ? bar : clear;
    return at;
}

std::string_view headerStock(const Shell& s, Length opening) {
    if (s.posted) return "2x4";
    if (!s.light()) return opening <= feet(3) ? "2x4" : opening <= feet(5) ? "2x6" : "2x8";
    for (std::size_t i = 0; i < std::size(kHeaders); ++i)
        if (s.carries[i] >= opening) return kHeaders[i];
    return kHeaders[std::size(kHeaders) - 1];
}

Length headerDeep(const Shell& s, bool bearing, Length opening) {
    return bearing && !s.posted ? s.timber->size(headerStock(s, opening)).wide : s.timber->two;
}

Length highestHead(const Shell& s, std::string_view side, Length at, Length width) {
    // The header reaches over the trimmers, and on a sloping wall over the kings too.
    const auto beside = s.jamb;
    auto under = s.underPlates(side, at - beside, width + beside * 2);
    // The post under the ridge stands on the header of what opens below it, and no piece is shorter than 2 in.
    if (const auto ridge = s.ridgeOn(side); ridge && *ridge > at - beside && *ridge < at + width + beside)
        under = std::min(under, mm(ridgeUndersideMm(s)) - inches(2));
    return under - headerDeep(s, s.bearing(side), width);
}

FarBeam farBeam(const Shell& s, std::string_view side) {
    const bool high = !s.eaveSide(side);
    const auto& x = high ? s.slopes[0] : s.slopeOver(side);
    const double post = inMm(s.timber->post), to = high ? post - x.before : x.span + x.past,
                 seat = inMm(birdsmouthSeat(s.rafterDeep, x.pitch, s.timber->post));
    return {to - post, to, to - seat, to, x.under(to - seat)};
}

namespace {
/// From post to post at most, so that this beam carries what lies between them.
Length runBay(Ask& ask, const RunPlace& run, Length most = feet(10)) {
    return std::min(most, runBeamReach(ask, run, ask.choice(run.key + ".beam")) + timberOf(ask).post);
}
/// Left edges of posts along an outside length, evenly, no farther apart than this or than a board reaches.
std::vector<Length> evenPosts(Ask& ask, Length outside, Length apart) {
    const auto span = outside - timberOf(ask).post;
    const auto most = std::min(apart, longestBoard(ask) - timberOf(ask).post - inches(0.25)).count();
    const auto bays = std::max<std::int64_t>(1, (span.count() + most - 1) / most);
    std::vector<Length> out;
    for (std::int64_t i = 0; i <= bays; ++i) out.push_back(Length::ticks(span.count() * i / bays));
    return out;
}
}  // namespace

SpanLoad runLoad(Ask& ask, std::string_view top) {
    return top == "mesh" ? SpanLoad{psf(10), psf(3), kSnowDuration, 180} : roofLoad(ask, top);
}

Length runBeamReach(Ask& ask, const RunPlace& run, std::string_view size) {
    const auto carried = !run.shared                  ? Length::ticks(run.length.count() / 2) + kRunTails
                         : underRafters(ask, run.key) ? Length::ticks(overRun(ask, run.side).count() / 2) + overhangOf(ask)
                                                      : carriedBy(ask);
    return aloneUnder(ask, size, carried, run.shared ? coopRoofLoad(ask) : runLoad(ask, run.top), onPost(ask, true));
}

Length overRun(Ask& ask, std::string_view side) {
    for (const int row : ask.rows("runs"))
        if (const auto run = runKey(row); underRafters(ask, run) && ask.choice(run + ".side") == side)
            return runOffset(ask) + ask.length(run + ".length");
    return {};
}

RunPlace runPlace(Ask& ask, const std::string& run) {
    RunPlace r{run, ask.choice(run + ".side"), ask.choice(run + ".top"), false, {}, runWidth(ask, run), ask.length(run + ".length"), {}};
    r.shared = underCoopsRoof(ask, run);
    if (!r.shared) r.at = ask.length(run + ".at");
    r.along = std::min(r.width, wallLength(ask, r.side) - r.at);
    if (underRafters(ask, run)) r.at = Length{} - roundCorner(ask, run, false), r.along = r.width;
    return r;
}

std::string runKey(int row) { return "runs." + std::to_string(row); }

std::vector<RunPlace> runPlaces(Ask& ask) {
    std::vector<RunPlace> out;
    for (const int row : ask.rows("runs")) out.push_back(runPlace(ask, runKey(row)));
    return out;
}

bool underCoopsRoof(Ask& ask, const std::string& run) { return ask.choice(run + ".top") == "shared"; }
bool underRafters(Ask& ask, const std::string& run) {
    return underCoopsRoof(ask, run) && (sideIndex(ask.choice(run + ".side")) + sideIndex(ask.choice("roof.falls_to"))) % 2 == 0;
}

Length runWidth(Ask& ask, const std::string& run) {
    if (!underCoopsRoof(ask, run)) return ask.length(run + ".width");
    const auto wall = wallLength(ask, ask.choice(run + ".side"));
    return underRafters(ask, run) ? wall + roundCorner(ask, run, false) + roundCorner(ask, run, true) : wall;
}

bool onPosts(Ask& ask) { return ask.choice("foundation.kind").ends_with("posts"); }
bool onSkids(Ask& ask) { return !onPosts(ask) && !frameless(ask); }
Length skidsUp(Ask& ask) {
    const auto& kind = ask.choice("foundation.kind");
    return kind == "blocks" ? kBlockHigh : kind == "pavers" ? kPaverHigh : Length{};
}
bool earthFloor(Ask& ask) {
    const auto& kind = ask.choice("foundation.kind");
    return kind == "curb" || kind == "blockwork" || kind == "sills";
}
Length sunk(Ask& ask) { return !earthFloor(ask) ? Length{} : masonry(ask) ? ask.length("foundation.height") : timberOf(ask).post * 2; }
bool ownFloor(Ask& ask) { return ask.choice("foundation.kind") == "floor"; }
bool frameless(Ask& ask) { return ask.choice("foundation.kind") == "slab" || ownFloor(ask) || earthFloor(ask); }
bool masonry(Ask& ask) { return frameless(ask) && !ownFloor(ask) && ask.choice("foundation.kind") != "sills"; }
Length curbWide(Ask& ask) {
    const auto& kind = ask.choice("foundation.kind");
    return kind == "blockwork" ? kBlockWide : kind == "sills" ? timberOf(ask).size("4x6").wide : kCurbWide;
}

Length underCoop(Ask& ask) { return ask.length("floor.height") - deckThick(ask) - timberOf(ask).size(ask.choice("floor.joist")).wide; }

std::string runUnder(Ask& ask) {
    if (!onPosts(ask)) return {};
    for (const int row : ask.rows("runs"))
        if (ask.flag(slotKey("runs", row, "under"))) return runKey(row);
    return {};
}

Length runHeight(Ask& ask, const RunPlace& run) {
    if (!run.shared) return ask.length(run.key + ".height");
    const auto shell = shellOf(ask);
    if (!underRafters(ask, run.key)) return shell.floorTop + shell.lowestWall();
    const auto beside = shell.localSide(run.side) == 2 ? shell.lowWall() : shell.otherWall();
    return shell.floorTop + std::min(beside, mm(farBeam(shell, run.side).top));
}

Length studTall(const Shell& s) { return std::max(s.lowWall(), s.otherWall()) - s.plates - s.timber->two; }
int openRows(const Shell& s, Length lower) {
    const double apart = s.posted ? inMm(kMeshRailsApart) : inMm(s.timber->two) * kMostSlender;
    return static_cast<int>(std::ceil(inMm(studTall(s) - lower) / apart - 1e-9));
}
Length carriedBy(Ask& ask) {
    const auto fall = sideIndex(ask.choice("roof.falls_to"));
    const bool beam = ask.choice("roof.form") == "gable" && ask.choice("roof.ridge_kind") == "beam";
    const auto whole = beam ? runOverCoop(ask) : ask.length(fall % 2 == 0 ? "coop.depth" : "coop.width");
    const auto half = Length::ticks(whole.count() / 2), over = farthestOver(ask);
    if (over == Length{}) return half + overhangOf(ask);
    // Over a wall in its middle a rafter brings more than half of either span: the moment there, shared out.
    const double a = inMm(whole), e = inMm(over), moment = (a * a * a + e * e * e) / (8 * (a + e));
    return half + mm(e / 2 + moment / a + moment / e);
}
bool posted(Ask& ask) { return ask.choice("frame.walls") == "posts"; }
Length postsApart(Ask& ask) { return readLength(ask.choice("frame.posts"), Units::imperial).value(); }
Length uprightsApart(Ask& ask) { return posted(ask) ? kPostsApart : readLength(ask.choice("frame.spacing"), Units::imperial).value(); }
Length beamCarries(Ask& ask, std::string_view beam) { return aloneUnder(ask, beam, carriedBy(ask), onPost(ask, true)); }
int bankCourses(Ask& ask) { return static_cast<int>(std::ceil(inMm(ask.length("bank.high")) / inMm(timberOf(ask).post) - 1e-9)); }
Length wallDeep(Ask& ask) { return posted(ask) ? timberOf(ask).post : timberOf(ask).size(ask.choice("frame.stud")).wide; }
bool openWall(Ask& ask, std::string_view side) { return ask.flag("skin.open_" + std::string{side}) && side != leanSide(ask); }
Length wallSkin(Ask& ask, std::string_view side) {
    const bool mesh = openWall(ask, side) && lowerSiding(ask) == Length{};
    if (side == leanSide(ask)) return thicknessOf(leansOnGlass(ask) ? ask.choice("mesh.kind") : "felt");
    return mesh ? thicknessOf(ask.choice("mesh.kind")) : skinOf(ask);
}
Length skinOf(Ask& ask) { return skinThick(ask.choice("skin.kind"), timberOf(ask)); }
Length lowerSiding(Ask& ask) {
    const auto& upTo = ask.choice("skin.lower");
    if (upTo == "none" || std::ranges::none_of(kSides, [&](auto side) { return openWall(ask, side); })) return Length{};
    return readLength(upTo, Units::imperial).value();
}

Length runOffset(Ask& ask) { return skinOf(ask) + timberOf(ask).one + inches(0.0625); }

std::vector<Length> runInnerPosts(Ask& ask, const RunPlace& run) {
    if (run.shared) {
        // None where it goes on round a corner: the other's post stands there.
        std::vector<Length> out;
        if (roundCorner(ask, run.key, false) == Length{}) out.push_back({});
        if (roundCorner(ask, run.key, true) == Length{}) out.push_back(run.width - timberOf(ask).post);
        return out;
    }
    const auto apart = runBay(ask, run);
    auto out = evenPosts(ask, run.along, apart);
    if (run.width > run.along)
        for (const auto p : evenPosts(ask, run.width - run.along + timberOf(ask).post, apart))
            if (p > Length{}) out.push_back(run.along - timberOf(ask).post + p);
    return out;
}

std::vector<Length> runOuterPosts(Ask& ask, const RunPlace& run) {
    if (run.shared && !underRafters(ask, run.key))
        if (const auto ridge = shellOf(ask).ridgeOn(run.side)) {
            // One in the middle of a bay of more than 10 ft on either side of it.
            const auto middle = *ridge - Length::ticks(timberOf(ask).post.count() / 2), last = run.width - timberOf(ask).post;
            std::vector<Length> out{Length{}, middle, last};
            for (const auto& [a, e] : {std::pair{Length{}, middle}, std::pair{middle, last}})
                if (e - a > feet(10)) out.push_back(Length::ticks((a.count() + e.count()) / 2));
            std::ranges::sort(out);
            return out;
        }
    return evenPosts(ask, run.width, runBay(ask, run));
}

std::vector<Length> runSidePosts(Ask& ask, const RunPlace& run) {
    const bool beams = run.shared && !underRafters(ask, run.key);
    return evenPosts(ask, run.length, beams ? runBay(ask, run, feet(8)) : feet(10));
}

Length runBeamDeep(Ask& ask, const RunPlace& run) { return timberOf(ask).size(ask.choice(run.key + ".beam")).wide; }

std::optional<Length> runBeamBefore(Ask& ask, const Shell& shell, std::string_view side, Length at, Length width) {
    for (const int row : ask.rows("runs")) {
        const auto run = runKey(row);
        // Under the coop's own roof no beam passes before the wall.
        if (ask.choice(run + ".side") != side || underCoopsRoof(ask, run)) continue;
        const auto place = runPlace(ask, run);
        if (at + width > place.at && at < place.at + place.width)
            return ask.length(run + ".height") - runBeamDeep(ask, place) - shell.floorTop;
    }
    return std::nullopt;
}

Length underRunBeam(Ask& ask) {
    const auto& t = timberOf(ask);
    return std::max(inches(0.5), t.size("1x3").wide + t.size("1x2").wide - t.post);
}

Length roofEdge(const Shell& s, std::string_view side) {
    const double fascia = 50.8;  // the fascia hangs below the rafters' plumb cut by less than this
    const auto edge = [&](double y) { return s.rafterUndersideMm(y) - fascia; };
    const int local = s.localSide(side);
    // Beside a run that the roof goes on over it is the wall's end that counts.
    const double back = edge(inMm(s.deep + s.overhang) + (local == 2 ? s.slopes[0].past : 0)),
                 front = edge(-inMm(s.overhang) - (local == 0 && s.gable() ? s.slopes[1].past : 0));
    if (local == 2) return s.floorTop + mm(back);
    if (local == 0 && s.gable()) return s.floorTop + mm(front);
    // Over the high wall of a single slope the rafters rise outwards: they are lowest at the wall itself.
    if (local == 0) return s.floorTop + mm(std::min(s.rafterUndersideMm(0), front));
    return s.floorTop + mm(std::min(back, s.gable() ? front : back));
}

}  // namespace oiko
