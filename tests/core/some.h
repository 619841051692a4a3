#pragma once
// Designs that several tests start from.
#include <gtest/gtest.h>
#include <cstdlib>

#include "core/answer/answer.h"
#include "core/formats/designfile.h"
#include "core/judge/soundness.h"
#include "core/model/build.h"
#include "words/words.h"

namespace oiko {

/// A new design with these changes, which must work.
inline Design designWith(const std::vector<Change>& changes) {
    const auto d = Design{}.with(changes);
    EXPECT_TRUE(d) << (d ? "" : words::say(d.error(), Units::imperial));
    return d ? d.value() : Design{};
}
inline Model modelOf(const Design& d) {
    Settled s{d};
    return buildModel(s);
}
/// Under the sanitizers long tests take a share of their cases, as the random designs do.
inline bool sampled() {
    const char* designs = std::getenv("OIKO_RANDOM_DESIGNS");
    return designs && std::atoi(designs) < 1000;
}
inline std::string told(const std::vector<Fault>& faults) {
    std::string s;
    for (const auto& f : faults) s += f.kind + " " + f.a + " " + f.b + " " + writeNumber(f.amount, 2) + "\n";
    return s;
}
/// All checkers of the solids at once; empty when sound.
inline std::string unsound(const Model& m) {
    return told(overlaps(m)) + told(floating(m)) + told(badSolids(m)) + told(intruders(m)) + told(misfits(m));
}
inline std::shared_ptr<const Answer> answerTo(const Design& d) {
    Memory memory;
    return answer(d, memory);
}

}  // namespace oiko
