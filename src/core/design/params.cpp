// The table of parameters: flock and place here, then the coop itself, and what is asked of cutting, buying, plans and building.
#include <algorithm>

#include "core/catalog/lumber.h"
#include "core/design/ground.h"
#include "core/design/params.h"
#include "core/design/sizing.h"

namespace oiko {
namespace {

std::vector<Param> declare() {
    using namespace table;
    using enum Stage;
    std::vector<Param> p;
    // Flock
    p.push_back(count("flock.count", flock, 2, 1000, always(std::int64_t{12}), false));
    p.push_back(choice("flock.size", flock, {"bantam", "standard", "heavy", "ducks", "turkeys"}, word("standard"), false));
    p.push_back(count("flock.now", flock, 1, 1000, [](Ask& a) { return a.count("flock.count"); }));
    p.push_back(choice("flock.shut_in", flock, {"sleep_only", "few_days", "weeks"}, word("few_days"), false));
    p.push_back(choice("flock.school", flock, {"sleeper", "usual", "roomy"}, [](Ask& a) -> Value {
        const auto& s = a.choice("flock.shut_in");
        return std::string{s == "sleep_only" ? "sleeper" : s == "weeks" ? "roomy" : "usual"};
    }));
    p.push_back({"flock.double", flock, Type::flag, false, true, {}, always(false), false, {}});
    p.push_back({"flock.floor_each",
                 flock,
                 Type::area,
                 squareFeet(1),
                 squareFeet(12),
                 {},
                 [](Ask& a) -> Value { return squareFeet(school(a.choice("flock.school")).floorSqFt * birdsOf(a).floorShare); },
                 true,
                 {}});
    p.push_back({"flock.run_each",
                 flock,
                 Type::area,
                 squareFeet(2),
                 squareFeet(40),
                 {},
                 [](Ask& a) -> Value { return squareFeet(school(a.choice("flock.school")).runSqFt * birdsOf(a).runShare); },
                 true,
                 {}});
    p.push_back(fixedLength("keeper.height", flock, feet(4), feet(7), inches(69)));
    p.push_back(count("flock.days_away", flock, 0, 14, always(std::int64_t{2}), false));
    // Place
    p.push_back({"place.name", place, Type::text, std::string{}, std::string{}, {}, always(std::string{}), false, {}});
    // From a level line, wherever it is stretched, down to the ground at the coop's corners.
    for (const auto key : kCornerKeys) p.push_back(fixedLength(key, place, Length{}, inches(36), Length{}));
    p.push_back({"place.snow", place, Type::load, psf(0), psf(70), {}, always(psf(25)), false, {}});
    addForm(p), addOpenings(p), addInside(p);
    // Cut
    p.push_back(fixedLength("cut.kerf", cut, Length{}, inches(0.25), inches(0.125)));
    p.push_back(fixedLength("cut.trim", cut, Length{}, inches(3), Length{}));
    p.push_back(choice("stock.longest", cut, {"8ft", "10ft", "12ft", "14ft", "16ft"}, word("16ft"), false));
    p.push_back(choice("onhand.use", cut, {"saves", "first", "no"}, word("saves"), false));
    // Buy
    p.push_back({"budget.total", buy, Type::money, money(0), money(100000), {}, always(money(0)), false, {}});
    p.push_back({"prices.store", buy, Type::text, std::string{}, std::string{}, {}, word(""), false, {}});
    p.push_back(choice("prices.currency", buy, {"dollar", "euro", "pound"}, word("dollar"), false));
    p.push_back({"prices.tax", buy, Type::share, percent(0), percent(30), {}, always(percent(6)), false, {}});
    // A small car with its seats down. Common practice.
    p.push_back({"trip.longest", buy, Type::length, feet(3), feet(20), {}, always(feet(8)), false, {}});
    p.push_back({"trip.load", buy, Type::mass, pounds(100), pounds(5000), {}, always(pounds(600)), false, {}});
    // Plans
    p.push_back(choice("plans.paper", plans, {"letter", "a4"}, word("letter"), false));
    p.push_back(choice("plans.units", plans, {"imperial", "metric"},
                       [](Ask& a) -> Value { return std::string{a.choice("frame.timber") != "inch" ? "metric" : "imperial"}; }));
    p.push_back({"plans.title",
                 plans,
                 Type::text,
                 std::string{},
                 std::string{},
                 {},
                 [](Ask& a) -> Value { return a.choice("place.name"); },
                 true,
                 {}});
    // Build
    p.push_back(count("build.hands", build, 1, 6, always(std::int64_t{2}), false));
    p.push_back(choice("build.move", build, {"stays", "moved"}, word("stays"), false));
    // A light trailer. Common practice.
    p.push_back(
        onlyWhen(fixedLength("build.trailer", build, feet(4), feet(9), feet(6)), [](Ask& a) { return a.choice("build.move") == "moved"; }));
    return p;
}

}  // namespace

const std::vector<Param>& params() {
    static const std::vector<Param> table = declare();
    return table;
}

}  // namespace oiko
