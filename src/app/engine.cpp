#include "app/engine.h"

namespace oiko {

Engine::Engine(QObject* parent) : QObject{parent} {
    qRegisterMetaType<oiko::AnswerPtr>("oiko::AnswerPtr");
    qRegisterMetaType<oiko::Effect>("oiko::Effect");
    qRegisterMetaType<std::vector<oiko::Cheaper>>("std::vector<oiko::Cheaper>");
    thread_.reset(QThread::create([this] { work(); }));
    thread_->start();
}

Engine::~Engine() {
    {
        const std::lock_guard lock{mutex_};
        quit_ = true;
    }
    wake_.notify_all();
    thread_->wait();
}

void Engine::ask(const Design& design) {
    {
        const std::lock_guard lock{mutex_};
        newest_ = design;
        stop_ = false;
    }
    wake_.notify_all();
}

int Engine::wish(std::variant<EffectWish, CoopWish, CheaperWish> what) {
    int ticket = 0;
    {
        const std::lock_guard lock{mutex_};
        ticket = ++tickets_;
        wishes_.push_back({ticket, std::move(what)});
    }
    wake_.notify_all();
    return ticket;
}

int Engine::askEffect(AnswerPtr now, std::vector<Change> changes, std::string finding) {
    return wish(EffectWish{std::move(now), std::move(changes), std::move(finding)});
}
int Engine::askCoop(const Design& design) { return wish(CoopWish{design}); }
void Engine::dropCoops() {
    const std::lock_guard lock{mutex_};
    std::erase_if(wishes_, [](const Wish& w) { return std::holds_alternative<CoopWish>(w.what); });
    forgotten_ = tickets_;
}
int Engine::askCheaper(AnswerPtr now) { return wish(CheaperWish{std::move(now)}); }

void Engine::dropEffects() {
    const std::lock_guard lock{mutex_};
    std::erase_if(wishes_, [](const Wish& w) { return std::holds_alternative<EffectWish>(w.what); });
}

void Engine::stopSearch() { stop_ = true; }

void Engine::grant(const Wish& w) {
    if (const auto* e = std::get_if<EffectWish>(&w.what)) {
        Q_EMIT effect(w.ticket, effectOf(*e->now, e->changes, e->finding));
    } else if (const auto* c = std::get_if<CoopWish>(&w.what)) {
        Memory memory;
        unproven_.emplace_back(w.ticket, answer(c->design, memory));
        Q_EMIT coop(w.ticket, unproven_.back().second, false);
    } else if (const auto* ways = std::get_if<CheaperWish>(&w.what)) {
        const auto going = [&](std::size_t done, std::size_t all) {
            Q_EMIT trying(w.ticket, static_cast<int>(done), static_cast<int>(all));
            const std::lock_guard lock{mutex_};
            return !quit_ && !newest_;
        };
        Q_EMIT cheaper(w.ticket, cheaperWays(*ways->now, 10, going));
    }
}

bool Engine::wanted() {
    const std::lock_guard lock{mutex_};
    return quit_ || newest_ || !wishes_.empty();
}

void Engine::work() {
    Memory memory;
    AnswerPtr last, shown;  ///< the newest, and the one whose plan was searched last
    bool searched = true, looked = true;
    std::pair<std::shared_ptr<const Model>, std::shared_ptr<const HoleSearch>> holes;  ///< of the solids looked through last
    for (;;) {
        std::optional<Design> design;
        std::optional<Wish> wish;
        {
            std::unique_lock lock{mutex_};
            wake_.wait(lock, [&] { return quit_ || newest_ || !wishes_.empty() || !searched || !looked || !unproven_.empty(); });
            if (quit_) return;
            std::erase_if(unproven_, [&](const auto& c) { return c.first <= forgotten_; });
            if (newest_)
                design = std::move(newest_), newest_.reset();
            else if (!wishes_.empty())
                wish = std::move(wishes_.front()), wishes_.pop_front();
        }
        const auto interrupted = [this] { return stop_ || wanted(); };
        if (design) {
            last = answer(*design, memory);
            searched = false, looked = last->model == holes.first;
            if (looked) last = withHoles(last, {}, holes.second);
            Q_EMIT answered(last);
        } else if (wish) {
            grant(*wish);
        } else if (!searched) {
            searched = true;
            Q_EMIT searching(true);
            auto proven = withProvenCuts(last, interrupted, shown.get());
            bool newer = false;
            {
                const std::lock_guard lock{mutex_};
                newer = newest_.has_value();
                // A search broken off for a small question is taken up again.
                if (!newer && !stop_ && proven->cuts->boards.cutShort && !wishes_.empty()) searched = false;
            }
            if (!newer && searched) shown = last = proven, Q_EMIT answered(std::move(proven));
            Q_EMIT searching(false);
        } else if (!looked) {
            looked = true;
            // The stop of the board is for the search for a cheaper plan.
            auto through = withHoles(
                last, [this] { return wanted(); }, nullptr, [this](double share) { Q_EMIT looking(share); });
            bool newer = false;
            {
                const std::lock_guard lock{mutex_};
                newer = newest_.has_value();
                if (!newer && !through->holes) looked = false;
            }
            if (through->holes) holes = {through->model, through->holes};
            if (!newer && through->holes) last = through, Q_EMIT answered(std::move(through));
        } else if (!unproven_.empty()) {
            const auto [ticket, good] = unproven_.front();
            // The stop of the board is for the coop that stands there.
            auto proven = withProvenCuts(good, [this] { return wanted(); });
            bool again = false;
            {
                const std::lock_guard lock{mutex_};
                again = proven->cuts->boards.cutShort && (newest_ || !wishes_.empty());
            }
            if (again) continue;
            unproven_.pop_front();
            Q_EMIT coop(ticket, std::move(proven), true);
        }
    }
}

}  // namespace oiko
