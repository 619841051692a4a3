#pragma once
// A long list on boards that are settled: pieces change places until all of them stand.
#include <optional>

#include "core/cutting/boughtboards.h"

namespace oiko {

/// All pieces on so many boards of each row, none of which need be full; nullopt: not found with this much `work`, which is counted down,
/// or stopped. Boards are filled longest first; then pieces are exchanged so that what is left out grows less, or what is free gathers on
/// few boards, until the last piece fits there.
/// Source: Fleszar and Hindi, "New heuristics for one-dimensional bin-packing", Computers & Operations Research 29 (2002), for exchanges
/// that let the squares of what is free grow; Kirkpatrick, Gelatt and Vecchi, "Optimization by simulated annealing", Science 220 (1983),
/// for those that do not. From memory.
std::optional<std::vector<Filled>> fillBoards(const ProofCase& given, const Boards& boards, std::int64_t& work,
                                              const std::function<bool()>& stop);

}  // namespace oiko
