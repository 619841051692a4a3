#pragma once
// Outside help for small lists: a model of its own, solved by a general integer-program solver. Tests compare costs with it, benchmarks
// time.
#include <glpk.h>

#include <cmath>

#include "core/cutting/cutting.h"

namespace oiko {

/// An independent exact model: each board a column of its own, each piece to one board; solved by a general integer program solver.
inline std::int64_t exactCost(const std::vector<CutPart>& parts, const std::vector<CutStock>& stock, Length kerf, int boards) {
    glp_term_out(GLP_OFF);
    auto* ip = glp_create_prob();
    const int rowsStock = static_cast<int>(stock.size()), kinds = static_cast<int>(parts.size());
    // Columns: y[b][j] board b is of stock j; x[b][i] pieces of kind i on board b.
    glp_add_cols(ip, boards * (rowsStock + kinds));
    const auto y = [&](int b, int j) { return b * (rowsStock + kinds) + j + 1; };
    const auto x = [&](int b, int i) { return b * (rowsStock + kinds) + rowsStock + i + 1; };
    for (int b = 0; b < boards; ++b) {
        for (int j = 0; j < rowsStock; ++j) {
            glp_set_col_kind(ip, y(b, j), GLP_BV);
            glp_set_obj_coef(ip, y(b, j), static_cast<double>(stock[static_cast<std::size_t>(j)].price.count()) / 1e4);
        }
        for (int i = 0; i < kinds; ++i) {
            glp_set_col_kind(ip, x(b, i), GLP_IV);
            glp_set_col_bnds(ip, x(b, i), GLP_DB, 0, static_cast<double>(parts[static_cast<std::size_t>(i)].quantity));
        }
    }
    const auto row = [&](std::vector<std::pair<int, double>> terms, int kind, double bound) {
        const int r = glp_add_rows(ip, 1);
        std::vector<int> index{0};
        std::vector<double> value{0};
        for (const auto& [c, v] : terms) index.push_back(c), value.push_back(v);
        glp_set_mat_row(ip, r, static_cast<int>(terms.size()), index.data(), value.data());
        glp_set_row_bnds(ip, r, kind, bound, bound);
    };
    for (int b = 0; b < boards; ++b) {
        std::vector<std::pair<int, double>> one, room;
        for (int j = 0; j < rowsStock; ++j)
            one.emplace_back(y(b, j), 1), room.emplace_back(y(b, j), -inMm(stock[static_cast<std::size_t>(j)].length + kerf));
        for (int i = 0; i < kinds; ++i) room.emplace_back(x(b, i), inMm(parts[static_cast<std::size_t>(i)].length + kerf));
        row(one, GLP_UP, 1), row(room, GLP_UP, 1e-7);
    }
    for (int i = 0; i < kinds; ++i) {
        std::vector<std::pair<int, double>> all;
        for (int b = 0; b < boards; ++b) all.emplace_back(x(b, i), 1);
        row(all, GLP_LO, static_cast<double>(parts[static_cast<std::size_t>(i)].quantity));
    }
    glp_iocp set;
    glp_init_iocp(&set);
    set.msg_lev = GLP_MSG_OFF, set.presolve = GLP_ON, set.tm_lim = 20'000;
    glp_intopt(ip, &set);
    const auto cost = glp_mip_status(ip) == GLP_OPT ? std::llround(glp_mip_obj_val(ip) * 1e4) : -1;
    glp_delete_prob(ip);
    return cost;
}

}  // namespace oiko
