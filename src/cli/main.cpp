// oikostat-cli: the whole of the core without a display. Each verb prints a short answer, or JSON with --json.
#include <chrono>
#include <CLI/CLI.hpp>
#include <clocale>
#include <cmath>
#include <iostream>
#include <nlohmann/json.hpp>
#include <QGuiApplication>

#include "core/design/spans.h"
#include "core/formats/cutlists.h"
#include "core/formats/designfile.h"
#include "core/formats/exports.h"
#include "core/formats/files.h"
#include "render/papers.h"

using namespace oiko;
using Json = nlohmann::ordered_json;

namespace {

/// 0 done, 1 the answer is no, 2 the call's words, 3 an input, 4 an output: the one place where errors become numbers.
int statusOf(Error::Kind kind) {
    switch (kind) {
        case Error::Kind::usage: return 2;
        case Error::Kind::input: return 3;
        case Error::Kind::output: return 4;
    }
    return 2;
}

int fail(const Error& e, Units units = Units::imperial) {
    auto what = words::say(e.what, units), todo = words::say(e.todo, units);
    std::string line = "oikostat-cli: " + (e.where.empty() ? "" : e.where + ": ") + what + (todo.empty() ? "" : "; " + todo);
    std::ranges::replace(line, '\n', ' ');
    std::cerr << line << "\n";
    return statusOf(e.kind);
}

Error usage(std::string where, Message what, Message todo) {
    return {Error::Kind::usage, std::move(where), std::move(what), std::move(todo)};
}

Result<std::vector<Change>> changesFrom(const std::vector<std::string>& pairs) {
    std::vector<Change> out;
    for (const auto& p : pairs) {
        const auto sign = p.find('=');
        if (sign == std::string::npos || sign == 0) return usage(p, {"cli.keyvalue", {p}}, {"cli.keyvalue.todo", {}});
        out.push_back({p.substr(0, sign), p.substr(sign + 1)});
    }
    return out;
}

Words wordsIn(Units units) {
    return [units](const Say& s) { return words::say(s, units); };
}

int keys(bool json) {
    const Design fresh;
    Settled settled{fresh};
    Json all = Json::array();
    for (const auto& p : params()) {
        std::string slot{p.key};
        if (const auto star = slot.find('*'); star != std::string::npos) slot.replace(star, 1, "1");
        Json j;
        const std::string key{p.key};
        j["key"] = key, j["label"] = words::text("key." + key), j["help"] = words::text("key." + key + ".help"),
        j["type"] = std::string{name(p.type)};
        static const std::map<Type, const char*> kUnits{{Type::length, "in"},     {Type::angle, "deg"}, {Type::area, "sq ft"},
                                                        {Type::load, "psf"},      {Type::mass, "lb"},   {Type::share, "%"},
                                                        {Type::money, "currency"}};
        j["unit"] = kUnits.contains(p.type) ? Json(kUnits.at(p.type)) : Json(nullptr);
        const bool ranged = p.type != Type::choice && p.type != Type::flag && p.type != Type::text;
        const auto shown = [&](const Value& v) -> Json {
            if (p.type == Type::count) return std::get<std::int64_t>(v);
            if (p.type == Type::flag) return std::get<bool>(v);
            return exactValue(p, v, Units::imperial);
        };
        j["min"] = ranged ? shown(p.low) : Json(nullptr), j["max"] = ranged ? shown(p.high) : Json(nullptr);
        j["default"] = shown(settled.value(slot));
        j["options"] = nullptr;
        if (p.type == Type::choice) {
            j["options"] = Json::array();
            for (const auto o : p.options)
                j["options"].push_back({{"value", std::string{o}}, {"label", words::text("option." + key + "." + std::string{o})}});
        }
        j["group"] = std::string{name(p.stage)};
        j["rule"] = p.follows ? Json(words::text("key." + key + ".help")) : Json(nullptr);
        all.push_back(std::move(j));
    }
    if (json) {
        std::cout << all.dump(1) << "\n";
        return 0;
    }
    for (const auto& j : all)
        std::cout << j["key"].get<std::string>() << "\t" << j["label"].get<std::string>() << "\t"
                  << (j["default"].is_string() ? j["default"].get<std::string>() : j["default"].dump())
                  << (j["rule"].is_null() ? "" : " (by rule)") << "\n";
    return 0;
}

int report(const Answer& a, bool json, bool strict) {
    const auto units = a.design.units();
    const bool failed = std::ranges::any_of(a.findings, [](const Finding& f) { return f.state == State::fail; });
    if (json) {
        std::cout << reportJson(a, wordsIn(units));
    } else {
        auto& s = *a.settled;
        std::cout << writeLength(s.length("coop.width"), units) << " wide, " << writeLength(s.length("coop.depth"), units) << " deep, for "
                  << s.count("flock.count") << " birds; would hold " << a.served.birds << ", "
                  << words::text("served." + std::string{a.served.by}) << "\n"
                  << a.model->parts.size() << " parts from " << a.cuts->boards.boards.size() << " boards and " << a.cuts->wholeSheets()
                  << " sheets, " << writeMass(a.mass, units) << ", " << writeNumber(a.waste * 100, 0) << " % scrap\n";
        for (const auto& f : a.findings)
            if (f.state != State::pass)
                std::cout << words::text("state." + std::string{name(f.state)}) << ": " << words::text("finding." + f.id) << " ("
                          << writeNumber(f.value, 2) << " of " << writeNumber(f.limit, 2) << " " << f.unit << ")\n";
        for (const auto& g : notJudgedYet(a.holes != nullptr))
            std::cout << words::text("gauge." + g) << ": " << words::text("notjudged") << "\n";
        std::cout << words::text(a.bill.complete() ? "bill.total" : "bill.atleast") << " " << writeMoney(a.bill.total) << " ("
                  << words::text("bill.tax") << " " << writeMoney(a.bill.tax) << ")\n";
        for (const auto& m : a.bill.withoutPrice) std::cout << words::text("item." + m) << ": " << words::text("noprice") << "\n";
    }
    return strict && failed ? 1 : 0;
}

int exportTo(const Answer& a, const std::string& what, const std::string& out, int argc, char** argv) {
    const auto formats = exportFormats(what);
    if (formats.empty()) {
        std::string kinds;
        for (const auto k : exportKinds()) kinds += (kinds.empty() ? "" : ", ") + std::string{k};
        return fail(usage(what, {"cli.what", {what}}, {"cli.what.todo", {kinds}}));
    }
    const auto dot = out.rfind('.');
    const auto format = dot == std::string::npos ? std::string{} : out.substr(dot + 1);
    if (std::ranges::find(formats, format) == formats.end()) {
        std::string list;
        for (const auto f : formats) list += (list.empty() ? "." : ", .") + std::string{f};
        return fail(usage(out, {"cli.format", {what, format}}, {"cli.format.todo", {list}}));
    }
    if (what == "plans") {
        const auto set = planSet(*a.model, *a.settled, *a.takeoff, *a.cuts, a.bill, *a.steps);
        if (format == "dxf") {
            const auto done = writeDxf(set, wordsIn(a.design.units()), out);
            return done ? 0 : fail(done.error());
        }
        qputenv("QT_QPA_PLATFORM", "offscreen");
        const QGuiApplication app{argc, argv};
        std::setlocale(LC_NUMERIC, "C");
        const auto done = format == "pdf" ? writePdf(set, out) : writeSvg(set, out);
        return done ? 0 : fail(done.error());
    }
    const auto bytes = exportBytes(a, what, format, wordsIn(a.design.units()));
    if (!bytes) return fail(bytes.error());
    const auto done = writeFile(out, bytes.value());
    return done ? 0 : fail(done.error());
}

struct CutCall {
    std::string parts, stock, kerf = "3.175", trim = "0", out;
    double seconds = 10;
};

/// Reads both lists, asks for a plan and writes it. `readParts`, `readStock`, `plan(parts, stock, kerf, trim, stop)` and the two writers
/// are those of boards or of sheets.
template <class ReadParts, class ReadStock, class Plan, class ToJson, class ToCsv>
int cutAny(const CutCall& call, const std::string& what, ReadParts readParts, ReadStock readStock, Plan planOf, ToJson toJson,
           ToCsv toCsv) {
    const auto partsText = readFile(call.parts), stockText = readFile(call.stock);
    if (!partsText) return fail(partsText.error());
    if (!stockText) return fail(stockText.error());
    std::vector<std::string> warned;
    const auto parts = readParts(partsText.value(), call.parts, warned);
    if (!parts) return fail(parts.error());
    const auto stock = readStock(stockText.value(), call.stock, warned);
    if (!stock) return fail(stock.error());
    for (const auto& w : warned) std::cerr << "oikostat-cli: " << words::say(Message{"cli.warncolumns", {w}}, Units::metric) << "\n";
    const auto kerf = readLength(call.kerf, Units::metric), trim = readLength(call.trim, Units::metric);
    for (const auto& [flag, l] : {std::pair{"--kerf", kerf}, std::pair{"--end-trim", trim}}) {
        if (!l) {
            auto e = l.error();
            e.where = flag;
            return fail(e);
        }
        if (l.value() < Length{} || l.value() > mm(1000))
            return fail(usage(flag, {"csv.length", {writeLength(l.value(), Units::metric)}}, {"expected.length", {}}));
    }
    if (!call.out.empty() && !call.out.ends_with(".json") && !call.out.ends_with(".csv"))
        return fail(usage(call.out, {"cli.format", {what, call.out.substr(call.out.rfind('.') + 1)}},
                          {"cli.format.todo", {std::string{".csv, .json"}}}));
    const auto start = std::chrono::steady_clock::now();
    const auto spent = [&] { return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count(); };
    const auto plan = planOf(parts.value(), stock.value(), kerf.value(), trim.value(), [&] { return spent() > call.seconds; });
    const auto json = toJson(parts.value(), stock.value(), plan, kerf.value(), spent());
    if (call.out.empty())
        std::cout << json;
    else if (const auto done = writeFile(call.out, call.out.ends_with(".csv") ? toCsv(parts.value(), stock.value(), plan) : json); !done)
        return fail(done.error());
    return plan.unplaced.empty() ? 0 : 1;
}

int cut(const CutCall& call) {
    const auto plan = [](const auto& parts, const auto& stock, Length kerf, Length trim, auto stop) {
        return cutBoards(parts, stock, {kerf, trim, 50'000'000, stop});
    };
    return cutAny(call, "cuts", readCutParts, readCutStock, plan, cutPlanJson, cutPlanCsv);
}

int nest(const CutCall& call) {
    // So much work that the first sheets tried take about two thirds of the time there is.
    const auto plan = [&](const auto& parts, const auto& stock, Length kerf, Length, auto stop) {
        return nestSheets(parts, stock, kerf, std::max<std::int64_t>(1, std::llround(call.seconds * 10e6)), stop);
    };
    return cutAny(call, "sheets", readSheetParts, readSheetStock, plan, nestPlanJson, nestPlanCsv);
}

struct SpanCall {
    std::string use, size, species = "SPF", grade = "No.2", spacing, live, dead, snow;
    double limit = 360;
};

int span(const SpanCall& call, bool json) {
    const auto listed = [](auto list) {
        std::string s;
        for (const auto& v : list) s += (s.empty() ? "" : ", ") + std::string{v};
        return s;
    };
    const auto refuse = [&](const char* flag, const std::string& value, const std::string& list) {
        return fail(usage(flag, {"notachoice", {value}}, {"choices", {list}}));
    };
    const bool roof = call.use == "rafter";
    if (!roof && call.use != "joist") return refuse("--use", call.use, "joist, rafter");
    const auto* member = profile(call.size);
    if (!member || member->thick != inches(1.5) || member->wide < inches(3))
        return refuse("--size", call.size, "2x4, 2x6, 2x8, 2x10, 2x12");
    const auto wood = gradedWood(call.species, call.grade, member->wide);
    if (!wood)
        return std::ranges::find(kSpecies, call.species) == kSpecies.end() ? refuse("--species", call.species, listed(kSpecies))
                                                                           : refuse("--grade", call.grade, listed(kGrades));
    const auto spacing = readLength(call.spacing, Units::metric);
    if (!spacing || spacing.value() < inches(3) || spacing.value() > feet(8))
        return fail(usage("--spacing", {"cli.spacing", {call.spacing}}, {"cli.spacing.todo", {}}));
    std::map<std::string, Load> loads;
    for (const auto& [flag, text] : {std::pair{"--live", call.live}, std::pair{"--dead", call.dead}, std::pair{"--snow", call.snow}}) {
        const auto load = readLoad(text.empty() ? "0" : text, Units::imperial);
        if (!load || load.value() < Load{} || load.value() > psf(1000))
            return fail(usage(flag, {"cli.load", {text}}, {"expected.load", {}}));
        loads[flag] = load.value();
    }
    if (!roof && loads["--snow"] > Load{}) return fail(usage("--snow", {"cli.snow", {}}, {"cli.snow.todo", {}}));
    if (loads["--live"] + loads["--snow"] + loads["--dead"] <= Load{})
        return fail(usage("--live", {"cli.load", {call.live}}, {"expected.load", {}}));
    // Live and snow act apart; each with its own duration, and each alone bends the member.
    auto longest = clearSpan(*wood, *member, spacing.value(), {loads["--live"], loads["--dead"], roof ? 1.25 : 1.0, call.limit});
    if (loads["--snow"] > Load{})
        if (const auto snow = clearSpan(*wood, *member, spacing.value(), {loads["--snow"], loads["--dead"], 1.15, call.limit});
            snow.clear < longest.clear)
            longest = snow;
    if (json)
        std::cout
            << Json{{"clear_span_mm", std::round(inMm(longest.clear) * 10) / 10}, {"governs", std::string{name(longest.governs)}}}.dump()
            << "\n";
    else
        std::cout << writeLength(longest.clear, Units::imperial) << " (" << writeLength(longest.clear, Units::metric) << "), "
                  << words::text("governs." + std::string{name(longest.governs)}) << "\n";
    return 0;
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app{"Designs a poultry coop without a display."};
    app.require_subcommand(1);
    bool json = false, strict = false;
    std::string preset, file, out, what;
    std::vector<std::string> sets;
    CutCall call;
    auto* keysVerb = app.add_subcommand("keys", "list every settable parameter");
    keysVerb->add_flag("--json", json);
    auto* presetsVerb = app.add_subcommand("presets", "list the designs that come along");
    presetsVerb->add_flag("--json", json);
    auto* newVerb = app.add_subcommand("new", "make a design file");
    newVerb->add_option("--preset", preset);
    newVerb->add_option("--set", sets)->allow_extra_args(false);
    newVerb->add_option("-o", out)->required();
    newVerb->add_flag("--json", json);
    auto* setVerb = app.add_subcommand("set", "change parameters, all as one change");
    setVerb->add_option("FILE", file)->required();
    setVerb->add_option("KEY=VALUE", sets)->required();
    setVerb->add_option("-o", out);
    setVerb->add_flag("--json", json);
    auto* reportVerb = app.add_subcommand("report", "the whole answer");
    reportVerb->add_option("FILE", file)->required();
    reportVerb->add_flag("--json", json);
    reportVerb->add_flag("--strict", strict);
    auto* exportVerb = app.add_subcommand("export", "write a list, the model or the plans");
    exportVerb->add_option("FILE", file)->required();
    exportVerb->add_option("WHAT", what)->required();
    exportVerb->add_option("-o", out)->required();
    auto* cutVerb = app.add_subcommand("cut", "cut any list of pieces from boards");
    auto* nestVerb = app.add_subcommand("nest", "cut any list of panels from sheets by straight cuts");
    for (auto* verb : {cutVerb, nestVerb}) {
        verb->add_option("--parts", call.parts)->required();
        verb->add_option("--stock", call.stock)->required();
        verb->add_option("--kerf", call.kerf);
        verb->add_option("--seconds", call.seconds)->check(CLI::Range(0.0, 86400.0));
        verb->add_option("-o", call.out);
        verb->add_flag("--json", json);
    }
    cutVerb->add_option("--end-trim", call.trim);
    SpanCall beam;
    auto* spanVerb = app.add_subcommand("span", "the longest clear horizontal span of a member");
    spanVerb->add_option("--use", beam.use)->required();
    spanVerb->add_option("--size", beam.size)->required();
    spanVerb->add_option("--species", beam.species);
    spanVerb->add_option("--grade", beam.grade);
    spanVerb->add_option("--spacing", beam.spacing)->required();
    spanVerb->add_option("--live", beam.live)->required();
    spanVerb->add_option("--dead", beam.dead)->required();
    spanVerb->add_option("--snow", beam.snow);
    spanVerb->add_option("--limit", beam.limit)->check(CLI::Range(60.0, 2000.0));
    spanVerb->add_flag("--json", json);
    auto* schemaVerb = app.add_subcommand("schema", "the JSON Schema of the design file");
    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp& e) {
        return app.exit(e);
    } catch (const CLI::ParseError& e) {
        std::string why = e.what();
        std::ranges::replace(why, '\n', ' ');
        std::cerr << "oikostat-cli: " << (argc > 1 ? argv[1] : "call") << ": " << why << "; --help lists the verbs and their flags\n";
        return 2;
    }
    if (*keysVerb) return keys(json);
    if (*schemaVerb) {
        std::cout << designSchema();
        return 0;
    }
    if (*presetsVerb) {
        Json all = Json::array();
        for (const auto& p : presets()) {
            const std::string id = "preset." + std::string{p.name};
            all.push_back({{"name", std::string{p.name}}, {"label", words::text(id)}, {"about", words::text(id + ".about")}});
            if (!json) std::cout << p.name << "\t" << words::text(id) << "\t" << words::text(id + ".about") << "\n";
        }
        if (json) std::cout << all.dump(1) << "\n";
        return 0;
    }
    if (*cutVerb) return cut(call);
    if (*nestVerb) return nest(call);
    if (*spanVerb) return span(beam, json);
    const auto changes = changesFrom(sets);
    if (!changes) return fail(changes.error());
    Design design;
    if (*newVerb) {
        if (!preset.empty()) {
            const auto made = presetDesign(preset);
            if (!made) return fail(made.error());
            design = made.value();
        }
    } else {
        const auto loaded = loadDesign(file);
        if (!loaded) return fail(loaded.error());
        design = loaded.value().design;
    }
    words::setCurrency(Settled{design}.choice("prices.currency")), words::setTimber(Settled{design}.choice("frame.timber"));
    if (*newVerb || *setVerb) {
        const auto changed = design.withOffer(changes.value());
        if (!changed) return fail(changed.error(), design.units());
        const auto& target = out.empty() ? file : out;
        const auto done = saveDesign(changed.value(), target);
        if (!done) return fail(done.error());
        if (json)
            std::cout << Json{{"file", target}, {"changed", changes.value().size()}}.dump() << "\n";
        else
            std::cout << target << "\n";
        return 0;
    }
    Memory memory;
    // Nobody drags here: what is bought and cut is the proven plan.
    const bool cuts = *reportVerb || (what != "model" && what != "parts" && what != "checks" && what != "steps");
    auto a = answer(design, memory);
    if (cuts) a = withProvenCuts(a, {});
    if (*reportVerb || what == "checks") a = withHoles(a, {});
    return *reportVerb ? report(*a, json, strict) : exportTo(*a, what, out, argc, argv);
}
