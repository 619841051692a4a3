#pragma once
// Hundreds and thousands of unlike lengths: worths of each, or along the lengths, and a plan filled by them.
#include "core/cutting/proof.h"

namespace oiko {

/// From so many unlike sizes on prove() does not go on with a list whose boards are all to be had: its linear program grows too slow.
inline constexpr std::size_t kLongAlone = 350;

/// The same promises as prove(), for lists of many unlike sizes all of which have a place: the bound holds whatever the plan, and the plan
/// is near it; equal where pieces are short beside their boards. Where boards are few or free, or pieces crumbs, prove() goes on from
/// there.
Proof proveLong(const ProofCase& given, std::int64_t cost, std::int64_t work, const std::function<bool()>& stop);

}  // namespace oiko
