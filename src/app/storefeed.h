#pragma once
#include <map>
#include <optional>
#include <QObject>
#include <QProcess>
#include <QTimer>

#include "core/base/quantity.h"

namespace oiko {

/// Asks a program for today's prices: whatever prints a list `id,price` can be a store. One question at a time; it is given some seconds.
class StoreFeed final : public QObject {
    Q_OBJECT
public:
    explicit StoreFeed(QObject* parent = nullptr);
    ~StoreFeed() override;
    /// The stand-in that ships with the program.
    static QString simulated();
    bool asking() const { return process_.state() != QProcess::NotRunning; }
    /// A command line; the day is given to it after `--day`.
    void ask(const QString& command, int patienceMs = 10'000);
    void stop();

Q_SIGNALS:
    void answered(const std::map<std::string, std::optional<oiko::Money>>& prices);
    /// Why there are no prices, in words; nothing was changed.
    void failed(const QString& why);

private:
    void finished();
    void fail(const QString& why);
    QProcess process_;
    QTimer patience_;
    bool over_ = true;
};

}  // namespace oiko
