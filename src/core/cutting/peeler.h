#pragma once
// A sheet filled from its edges inwards: strips of joined blocks taken off one side until what is left can be looked through.
#include <memory>

#include "core/cutting/joiner.h"

namespace oiko {

/// The pieces of a list that fills one sheet exactly. Every block of up to about ten pieces that leaves nothing is made once. Then, again
/// and again, strips of them that reach from edge to edge are taken off by chance, rather of pieces that few others match, until about
/// forty pieces are left; from these, blocks are taken off in every order, none twice, until what is left is such a block itself.
class Peeler {
public:
    /// At most 64 pieces, on a grid of at most 4,096 steps: others are not tried. Takes a second or two, until `stop`.
    Peeler(Oblong sheet, const std::vector<Block>& pieces, Dice& dice, const std::function<bool()>& stop);
    ~Peeler();
    /// Joined to the sheet, after at most so many more looks: two tries side by side, each with a chance of its own, the same on every
    /// machine. Nullopt: neither came out, or `stop`, asked by the caller's thread alone, said so.
    std::optional<Joined> look(int looks, const std::function<bool()>& stop);

private:
    struct State;
    std::unique_ptr<State> state_;
};

}  // namespace oiko
