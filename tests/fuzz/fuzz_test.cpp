// Text and files that nobody meant: whatever comes in is read whole or refused with a reason, and what was read is written so that it
// reads the same again. Seeds are fixed; OIKO_FUZZ sets how many inputs each reader gets.
#include <gtest/gtest.h>

#include <cstdlib>
#include <random>

#include "core/answer/answer.h"
#include "core/formats/cutlists.h"
#include "core/formats/designfile.h"
#include "words/words.h"

namespace oiko {
namespace {

int inputs() {
    const char* n = std::getenv("OIKO_FUZZ");
    return n ? std::max(1, std::atoi(n)) : 3000;
}

/// A text made of another by a few strokes: bytes changed, dropped, doubled, swapped, cut off, or taken from elsewhere in it.
class Strokes {
public:
    explicit Strokes(std::uint64_t seed) : dice_{seed} {}
    std::string on(std::string s, std::size_t most = 5) {
        static constexpr char kOdd[] = "\0\n\r\t\"',;:/\\{}[]()<>-+.eE%0123456789½′″°·é\xff\xfe\xc3 ";
        static const std::string odd{kOdd, sizeof kOdd - 1};
        for (auto k = 1 + below(most); k > 0; --k) {
            if (s.empty()) s = "0";
            const auto at = below(s.size());
            switch (below(8)) {
                case 0: s[at] = static_cast<char>(below(256)); break;
                case 1: s.erase(at, 1 + below(4)); break;
                case 2: s.insert(at, 1, odd[below(odd.size())]); break;
                case 3: s.insert(at, s.substr(below(s.size()), 1 + below(12))); break;
                case 4: std::swap(s[at], s[below(s.size())]); break;
                case 5: s.resize(at); break;
                case 6: s[at] = odd[below(odd.size())]; break;
                default: s.replace(at, std::min<std::size_t>(3, s.size() - at), std::to_string(dice_())); break;
            }
        }
        return s;
    }
    std::size_t below(std::size_t n) { return dice_() % n; }

private:
    std::mt19937_64 dice_;
};

/// Whatever is refused says what was wrong and what to do, in words that exist.
void expectReason(const Error& e, const std::string& input) {
    EXPECT_FALSE(e.what.id.empty()) << input;
    const auto said = words::say(e.what, Units::imperial);
    EXPECT_FALSE(said.empty() || said.starts_with("⟨")) << e.what.id << " for " << input;
    if (!e.todo.id.empty()) EXPECT_FALSE(words::say(e.todo, Units::imperial).starts_with("⟨")) << e.todo.id;
}

template <class Read, class Write>
void tryValues(std::vector<std::string> good, std::uint64_t seed, Read read, Write exact) {
    Strokes strokes{seed};
    int readable = 0;
    for (int k = 0; k < inputs(); ++k) {
        const auto text = strokes.on(good[strokes.below(good.size())]);
        const auto v = read(text);
        if (!v) {
            expectReason(v.error(), text);
            continue;
        }
        ++readable;
        const auto again = read(exact(v.value()));
        ASSERT_TRUE(again) << text << " was written as " << exact(v.value());
        EXPECT_EQ(again.value(), v.value()) << text;
    }
    // Some strokes leave sense; most must not.
    EXPECT_GT(readable, 0);
    EXPECT_LT(readable, inputs() * 3 / 4);
}

TEST(Fuzz, LengthsAreReadWholeOrRefused) {
    for (const auto units : {Units::imperial, Units::metric})
        tryValues(
            {"7' 3 1/2\"", "8ft", "43 1/2 in", "2.4 m", "7'-3½\"", "1092mm", "109.2cm", "96", "5/8\""}, 1,
            [&](const std::string& s) { return readLength(s, units); }, [&](Length l) { return exactLength(l, units); });
}
TEST(Fuzz, AnglesAreReadWholeOrRefused) {
    tryValues(
        {"4/12", "15deg", "15°", "4:12", "25%", "3.5/12"}, 2, [](const std::string& s) { return readAngle(s); },
        [](Angle a) { return exactAngle(a); });
}
TEST(Fuzz, MoneyIsReadWholeOrRefused) {
    tryValues(
        {"2648.09", "$12", "0.0001", "€7.50"}, 3, [](const std::string& s) { return readMoney(s); }, [](Money m) { return exactMoney(m); });
}

TEST(Fuzz, ThingsOnHandAreReadWholeOrRefused) {
    for (const auto units : {Units::imperial, Units::metric})
        tryValues(
            {"6 2x4 7' 2\"", "2 ply-1/2 40in x 48in", "3 strap-hinge-6", "4 2x6pt 8ft at 1.50", "hardware-cloth-1/2 36in x 25ft"}, 9,
            [&](const std::string& s) { return readOnHand(s, units); }, [&](const OnHand& t) { return exactOnHand(t, units); });
}
TEST(Fuzz, MassesAreReadWholeOrRefused) {
    tryValues(
        {"600 lb", "270 kg", "45.5lbs", "800"}, 10, [](const std::string& s) { return readMass(s, Units::metric); },
        [](Mass m) { return writeNumber(inKilograms(m), 6) + " kg"; });
}

/// The presets, and one of them with coops kept beside it, things on hand and boards cut.
std::vector<std::string> designFiles() {
    std::vector<std::string> out;
    for (const auto& preset : presets()) out.push_back(writeDesign(presetDesign(preset.name).value()));
    auto full = presetDesign("elevated").value();
    full.alternatives.push_back(presetDesign("demo").value().keptAs("Larger"));
    for (const auto* thing : {"6 2x4 7' 2\"", "2 ply-1/2 40in x 48in", "4 2x6pt 8ft at 1.50"})
        full.onHand.push_back(readOnHand(thing, Units::imperial).value());
    full = full.withPrices({{"2x4-8", money(5)}, {"2x4-10", std::nullopt}}, "2031-04-05", true);
    full.cutBoards.push_back({"2x4-8", "2x4", feet(8), {{Length{}, feet(5)}, {feet(5) + inches(0.125), inches(30)}}, inches(5.75)});
    full.cutSheets.push_back(
        {"ply-1/2", "ply-1/2", feet(4), feet(8), {{{}, {}, feet(2), feet(3), true}}, {{feet(2), {}, feet(2), feet(8)}}});
    out.push_back(writeDesign(full));
    return out;
}

TEST(Fuzz, DesignFilesAreReadWholeOrRefusedByTheirPlace) {
    Strokes strokes{4};
    int loaded = 0;
    const auto files = designFiles();
    // The same work however many presets there are.
    const int each = 3 * inputs() / static_cast<int>(files.size());
    for (const auto& bytes : files) {
        for (int k = 0; k < each; ++k) {
            const auto text = strokes.on(bytes);
            const auto read = readDesign(text, "some.oikostat");
            if (!read) {
                expectReason(read.error(), text.substr(0, 200));
                EXPECT_TRUE(read.error().where.starts_with("some.oikostat")) << read.error().where;
                continue;
            }
            ++loaded;
            const auto again = readDesign(writeDesign(read.value().design), "again");
            ASSERT_TRUE(again) << words::say(again.error().what, Units::imperial);
            EXPECT_EQ(again.value().design, read.value().design);
            // What is read can be answered: a few in full.
            if (loaded % 40 == 0) {
                Memory memory;
                EXPECT_FALSE(answer(read.value().design, memory)->model->parts.empty());
            }
        }
    }
    EXPECT_GT(loaded, inputs() / 100);
}

TEST(Fuzz, ListsAreReadWholeOrTheirRowIsNamed) {
    Strokes strokes{5};
    const std::string parts = "label,profile,length,qty\nstud,2x4,\"6' 1/2\"\"\",4\nblock,2x4,24in,3\n",
                      stock = "label,profile,length,price,qty\n2x4-8,2x4,8',4.00,\nhave,2x4,7ft,0,1\n",
                      panels = "label,sheet,width,height,qty,rotate\nside,ply,23 7/8in,96in,2,0\nshelf,ply,40in,20in,2,1\n",
                      sheets = "label;sheet;width;height;price;qty\nply-4x8;ply;4';8';41.50;\n",
                      prices = "id,price\n" + catalog().front().id + ",4.10\n";
    int read = 0, refused = 0;
    const auto tell = [&](const auto& result, const std::string& text) {
        if (result) {
            ++read;
            return;
        }
        ++refused;
        expectReason(result.error(), text);
        EXPECT_TRUE(result.error().where.starts_with("list.csv:") || result.error().where == "list.csv") << result.error().where;
    };
    std::vector<std::string> warned;
    for (int k = 0; k < inputs() / 2; ++k) {
        const auto p = strokes.on(parts, 2), s = strokes.on(stock, 2), n = strokes.on(panels, 2), t = strokes.on(sheets, 2),
                   m = strokes.on(prices, 2);
        const auto cutParts = readCutParts(p, "list.csv", warned);
        tell(cutParts, p);
        const auto cutStock = readCutStock(s, "list.csv", warned);
        tell(cutStock, s);
        tell(readSheetParts(n, "list.csv", warned), n);
        tell(readSheetStock(t, "list.csv", warned), t);
        tell(readPrices(m, "list.csv"), m);
        if (cutParts) {
            for (const auto& part : cutParts.value()) {
                EXPECT_GT(part.length, Length{});
                EXPECT_GE(part.quantity, 1);
            }
            // And cut, if it can be in reason: nothing is lost.
            std::int64_t all = 0, seen = 0;
            for (const auto& part : cutParts.value()) all += part.quantity;
            if (cutStock && all < 200) {
                const auto plan = cutBoards(cutParts.value(), cutStock.value(), {mm(3), {}, 0, {}});
                for (const auto& b : plan.boards) seen += static_cast<std::int64_t>(b.pieces.size());
                for (const auto& [i, count] : plan.unplaced) seen += count;
                EXPECT_EQ(seen, all) << p << s;
                EXPECT_FALSE(cutPlanJson(cutParts.value(), cutStock.value(), plan, mm(3), 0).empty());
            }
        }
    }
    EXPECT_GT(read, refused / 10);
    EXPECT_GT(refused, read / 10);
}

TEST(Fuzz, ChangesOfAnyKeyByAnyTextLeaveADesignThatStands) {
    Strokes strokes{6};
    Design design = presetDesign("demo").value();
    const std::vector<std::string> texts{"8'", "12", "yes", "wire", "-3", "", "4/12", "1e9", "left", "0", "24 in", "2.4 m"};
    int taken = 0;
    for (int k = 0; k < inputs() / 3; ++k) {
        std::string slot{params()[strokes.below(params().size())].key};
        if (const auto star = slot.find('*'); star != std::string::npos) slot.replace(star, 1, std::to_string(strokes.below(4)));
        if (strokes.below(20) == 0) slot = strokes.on(slot);
        auto text = texts[strokes.below(texts.size())];
        if (strokes.below(2)) text = strokes.on(text);
        const auto before = writeDesign(design);
        const auto changed = design.with({{slot, text}});
        if (!changed) {
            expectReason(changed.error(), slot + "=" + text);
            EXPECT_EQ(writeDesign(design), before);
            continue;
        }
        ++taken;
        design = changed.value();
        const auto again = readDesign(writeDesign(design), "x");
        ASSERT_TRUE(again) << slot << "=" << text << ": " << again.error().where;
        EXPECT_EQ(again.value().design, design);
    }
    EXPECT_GT(taken, 20);
    Memory memory;
    EXPECT_FALSE(answer(design, memory)->model->parts.empty());
}

}  // namespace
}  // namespace oiko
