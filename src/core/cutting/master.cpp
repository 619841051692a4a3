#include "core/cutting/master.h"

#include <algorithm>
#include <cmath>

namespace oiko {
namespace {
constexpr int kPatience = 50;  // tenths of a second without a step forward
constexpr double kUnit = 1e6;  // lengths left out are weighed in millimetres: a program of like-sized numbers
}  // namespace

Master::Master(const ProofCase& g) : g_{g}, items_{static_cast<int>(g.size.size())}, lp_{glp_create_prob(), glp_delete_prob} {
    glp_term_out(GLP_OFF);
    glp_add_rows(lp_.get(), items_ + static_cast<int>(g.room.size()));
    glp_add_cols(lp_.get(), items_);
    for (int i = 1; i <= items_; ++i) {
        glp_set_col_bnds(lp_.get(), i, GLP_LO, 0, 0);
        const int index[] = {0, i};
        const double one[] = {0, 1};
        glp_set_mat_col(lp_.get(), i, 1, index, one);
    }
    // To start: each size alone, on every board it fits.
    for (std::size_t j = 0; j < g.room.size(); ++j)
        for (std::size_t i = 0; i < g.size.size(); ++i)
            if (g.size[i] <= g.room[j]) {
                Pattern p(g.size.size(), 0);
                p[i] = std::min(g.need[i], g.room[j] / g.size[i]);
                add(j, p);
            }
}

bool Master::add(std::size_t stock, const Pattern& p) {
    if (std::ranges::all_of(p, [](auto n) { return n == 0; }) || !known_.emplace(stock, p).second) return false;
    const int column = glp_add_cols(lp_.get(), 1);
    glp_set_col_bnds(lp_.get(), column, GLP_LO, 0, 0);
    glp_set_obj_coef(lp_.get(), column, room_ ? 0 : static_cast<double>(g_.price[stock]));
    std::vector<int> index{0};
    std::vector<double> value{0};
    for (int i = 0; i < items_; ++i)
        if (const auto n = p[static_cast<std::size_t>(i)]) index.push_back(i + 1), value.push_back(static_cast<double>(n));
    index.push_back(items_ + static_cast<int>(stock) + 1), value.push_back(1);
    glp_set_mat_col(lp_.get(), column, static_cast<int>(index.size()) - 1, index.data(), value.data());
    columns_.emplace_back(stock, p);
    return true;
}

void Master::forCost() {
    room_ = false;
    double dearest = 1;
    for (const auto p : g_.price) dearest = std::max(dearest, static_cast<double>(p));
    for (int i = 0; i < items_; ++i) {
        glp_set_row_bnds(lp_.get(), i + 1, GLP_LO, static_cast<double>(g_.need[static_cast<std::size_t>(i)]), 0);
        glp_set_obj_coef(lp_.get(), i + 1, dearest * 1000);
    }
    for (std::size_t j = 0; j < g_.room.size(); ++j)
        glp_set_row_bnds(lp_.get(), items_ + static_cast<int>(j) + 1, g_.left[j] >= kUnlimited ? GLP_FR : GLP_UP, 0,
                         static_cast<double>(g_.left[j]));
    for (std::size_t c = 0; c < columns_.size(); ++c)
        glp_set_obj_coef(lp_.get(), first(c), static_cast<double>(g_.price[columns_[c].first]));
}

void Master::forRoom(const std::vector<double>& boards, const std::vector<std::int64_t>& need) {
    room_ = true;
    for (int i = 0; i < items_; ++i) {
        glp_set_row_bnds(lp_.get(), i + 1, GLP_LO, static_cast<double>(need[static_cast<std::size_t>(i)]), 0);
        glp_set_obj_coef(lp_.get(), i + 1, static_cast<double>(g_.length[static_cast<std::size_t>(i)]) / kUnit);
    }
    for (std::size_t j = 0; j < boards.size(); ++j) glp_set_row_bnds(lp_.get(), items_ + static_cast<int>(j) + 1, GLP_UP, 0, boards[j]);
    for (std::size_t c = 0; c < columns_.size(); ++c) glp_set_obj_coef(lp_.get(), first(c), 0);
}

bool Master::solve(const std::function<bool()>& stop) {
    glp_smcp set;
    glp_init_smcp(&set);
    set.msg_lev = GLP_MSG_OFF, set.tm_lim = 100;
    int status = glp_simplex(lp_.get(), &set);
    int stood = 0;  // how often a while brought nothing
    for (double before = 1e300; status == GLP_ETMLIM && !(stop && stop());) {
        const double now = glp_get_obj_val(lp_.get());
        // The primal method may go round in a circle for ever; the dual one, begun anew once, finds the way out. If it does not, nothing
        // will.
        if (std::abs(now - before) <= 1e-7 * std::max(1.0, std::abs(now))) {
            if (++stood == 1) set.meth = GLP_DUALP, glp_std_basis(lp_.get());
            if (stood > kPatience) return false;
        }
        before = now;
        status = glp_simplex(lp_.get(), &set);
    }
    if (status != 0 && status != GLP_ETMLIM) {
        // A basis that has gone bad is built anew.
        glp_std_basis(lp_.get());
        status = glp_simplex(lp_.get(), &set);
    }
    return status == 0 && glp_get_status(lp_.get()) == GLP_OPT;
}

double Master::allowance(std::size_t j) const {
    return (room_ ? 0.0 : static_cast<double>(g_.price[j])) - glp_get_row_dual(lp_.get(), items_ + static_cast<int>(j) + 1);
}

}  // namespace oiko
