#include "app/engine.h"

namespace oiko {

Engine::Engine(QObject* parent) : QObject{parent} {
    qRegisterMetaType<oiko::AnswerPtr>("oiko::AnswerPtr");
    qRegisterMetaType<oiko::Effect>("oiko::Effect");
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

int Engine::askEffect(AnswerPtr now, std::vector<Change> changes, std::string finding) {
    int ticket = 0;
    {
        const std::lock_guard lock{mutex_};
        ticket = ++tickets_;
        wishes_.push_back({ticket, std::move(now), std::move(changes), std::move(finding)});
    }
    wake_.notify_all();
    return ticket;
}

void Engine::dropEffects() {
    const std::lock_guard lock{mutex_};
    wishes_.clear();
}

void Engine::stopSearch() { stop_ = true; }

void Engine::work() {
    Memory memory;
    AnswerPtr last;
    bool searched = true;
    for (;;) {
        std::optional<Design> design;
        std::optional<Wish> wish;
        {
            std::unique_lock lock{mutex_};
            wake_.wait(lock, [&] { return quit_ || newest_ || !wishes_.empty() || !searched; });
            if (quit_) return;
            if (newest_)
                design = std::move(newest_), newest_.reset();
            else if (!wishes_.empty())
                wish = std::move(wishes_.front()), wishes_.pop_front();
        }
        if (design) {
            last = answer(*design, memory);
            searched = false;
            Q_EMIT answered(last);
        } else if (wish) {
            Q_EMIT effect(wish->ticket, effectOf(*wish->now, wish->changes, wish->finding));
        } else if (!searched) {
            searched = true;
            Q_EMIT searching(true);
            const auto interrupted = [this] {
                const std::lock_guard lock{mutex_};
                return stop_ || quit_ || newest_ || !wishes_.empty();
            };
            auto proven = withProvenCuts(last, interrupted);
            bool newer = false;
            {
                const std::lock_guard lock{mutex_};
                newer = newest_.has_value();
                // A search broken off for a small question is taken up again.
                if (!newer && !stop_ && proven->cuts->boards.cutShort && !wishes_.empty()) searched = false;
            }
            if (!newer && searched) Q_EMIT answered(std::move(proven));
            Q_EMIT searching(false);
        }
    }
}

}  // namespace oiko
