#pragma once
#include <condition_variable>
#include <deque>
#include <mutex>
#include <QObject>
#include <QThread>

#include "core/advise/effect.h"

namespace oiko {

using AnswerPtr = std::shared_ptr<const Answer>;

/// Answers designs on one thread, the newest first; then the proven cut plan; then effects that were asked for.
class Engine final : public QObject {
    Q_OBJECT
public:
    explicit Engine(QObject* parent = nullptr);
    ~Engine() override;
    void ask(const Design& design);
    /// What these changes would do to `now`; answered by effect(ticket, …). A newer call with dropEffects() forgets those that wait.
    int askEffect(AnswerPtr now, std::vector<Change> changes, std::string finding);
    void dropEffects();
    /// A whole answer to another coop, by coop(ticket, …): the good one soon, the proven one when nothing else waits.
    int askCoop(const Design& design);
    /// Coops asked for so far are not waited for any more.
    void dropCoops();
    /// Cheaper ways of `now`; cheaper(ticket, …), with trying(ticket, …) on the way. A newer design ends it.
    int askCheaper(AnswerPtr now);
    /// Ends the search for a cheaper plan; the good one stays.
    void stopSearch();

Q_SIGNALS:
    void answered(oiko::AnswerPtr answer);
    void searching(bool on);
    void looking(double share);  ///< of the birds' room gone through for holes
    void effect(int ticket, oiko::Effect effect);
    void coop(int ticket, oiko::AnswerPtr answer, bool proven);
    void trying(int ticket, int done, int all);
    void cheaper(int ticket, std::vector<oiko::Cheaper> ways);

private:
    struct EffectWish {
        AnswerPtr now;
        std::vector<Change> changes;
        std::string finding;
    };
    struct CoopWish {
        Design design;
    };
    struct CheaperWish {
        AnswerPtr now;
    };
    struct Wish {
        int ticket;
        std::variant<EffectWish, CoopWish, CheaperWish> what;
    };
    int wish(std::variant<EffectWish, CoopWish, CheaperWish> what);
    void grant(const Wish& wish);
    bool wanted();  ///< for something that goes before a search
    void work();
    std::mutex mutex_;
    std::condition_variable wake_;
    std::optional<Design> newest_;
    std::deque<Wish> wishes_;
    std::deque<std::pair<int, AnswerPtr>> unproven_;  ///< coops asked for, whose proof is still to come; of the worker alone
    int tickets_ = 0, forgotten_ = 0;
    bool quit_ = false;
    std::atomic<bool> stop_ = false;
    std::unique_ptr<QThread> thread_;
};

}  // namespace oiko
