// How runs open into each other: round a corner under the coop's roof, or by a passage between two of their own.
#include <algorithm>

#include "core/design/ground.h"
#include "core/design/layout.h"
#include "core/design/shell.h"

namespace oiko {

namespace {
/// The run that has the coop's roof round this one's left or right corner; empty: none.
std::string roundTheCorner(Ask& ask, const std::string& run, bool right) {
    const auto& side = ask.choice(run + ".side");
    for (const int row : ask.rows("runs"))
        if (const auto other = runKey(row);
            underCoopsRoof(ask, other) && ask.choice(other + ".side") == (right ? rightOf(side) : leftOf(side)))
            return other;
    return {};
}
}  // namespace

Length roundCorner(Ask& ask, const std::string& run, bool right) {
    const auto other = roundTheCorner(ask, run, right);
    return other.empty() || !underRafters(ask, run) ? Length{} : runOffset(ask) + ask.length(other + ".length");
}
std::vector<std::string> openTo(Ask& ask, const std::string& run) {
    std::vector<std::string> all{run};
    for (std::size_t i = 0; i < all.size() && underCoopsRoof(ask, run); ++i)
        for (const bool right : {false, true})
            if (auto next = roundTheCorner(ask, std::string{all[i]}, right); !next.empty() && std::ranges::find(all, next) == all.end())
                all.push_back(std::move(next));
    return all;
}
bool opensRound(Ask& ask, const std::string& run, bool right) {
    return underCoopsRoof(ask, run) && !roundTheCorner(ask, run, right).empty();
}

std::optional<Passage> runPassage(Ask& ask, const RunPlace& run) {
    if (run.width <= run.along) return std::nullopt;
    for (const auto& other : runPlaces(ask)) {
        if (other.side != rightOf(run.side) || other.at > Length{}) continue;
        // Both meshes go outwards beside each other. Where the ground falls away from the corner their rails, at heights that hang on the
        // lowest of it, would come down over the passage.
        if (-risesFrom(groundOf(ask), other.side) * inMm(std::max(run.width - run.along, other.length)) > inMm(inches(5))) continue;
        const auto jamb = timberOf(ask).two, from = runOffset(ask) + timberOf(ask).post + jamb;
        auto to = runOffset(ask) + runSidePosts(ask, other)[1];
        for (const auto p : runInnerPosts(ask, run))
            if (p > run.along) to = std::min(to, p - run.along);
        const auto width = std::min(kWidestPassage, to - jamb - from);
        if (width >= inches(12)) return Passage{other.key, from, width};
    }
    return std::nullopt;
}

}  // namespace oiko
