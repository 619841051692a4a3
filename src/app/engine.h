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
    /// Ends the search for a cheaper plan; the good one stays.
    void stopSearch();

Q_SIGNALS:
    void answered(oiko::AnswerPtr answer);
    void searching(bool on);
    void effect(int ticket, oiko::Effect effect);

private:
    struct Wish {
        int ticket;
        AnswerPtr now;
        std::vector<Change> changes;
        std::string finding;
    };
    void work();
    std::mutex mutex_;
    std::condition_variable wake_;
    std::optional<Design> newest_;
    std::deque<Wish> wishes_;
    int tickets_ = 0;
    bool quit_ = false;
    std::atomic<bool> stop_ = false;
    std::unique_ptr<QThread> thread_;
};

}  // namespace oiko
