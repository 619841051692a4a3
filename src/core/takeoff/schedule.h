#pragma once
// What holds two parts together, by their roles.
#include <span>
#include <string_view>
#include <vector>

#include "core/model/part.h"

namespace oiko {

/// What holds two roles together: a fixed number, or one every so many inches of the seam (number 0). "*" is any role.
struct Schedule {
    std::string_view a, b, item;
    double number, everyInches;
    std::string_view rule;
    Source source;
};

/// In order: the first row that speaks of two roles is theirs.
std::span<const Schedule> schedule();
/// The roles' row of the schedule for any two parts, looked up once.
class Rows {
public:
    explicit Rows(const std::vector<Part>& parts);
    /// The first that speaks of both parts, by their places in the list; null: none does.
    const Schedule* of(std::size_t a, std::size_t b);

private:
    std::vector<std::string_view> roles;
    std::vector<std::size_t> role;  ///< by part
    std::vector<const Schedule*> rows;
    std::vector<bool> looked;
};

}  // namespace oiko
