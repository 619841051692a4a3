#include "app/storefeed.h"

#include <QCoreApplication>
#include <QDate>

#include "app/wording.h"
#include "core/formats/cutlists.h"

namespace oiko {

StoreFeed::StoreFeed(QObject* parent) : QObject{parent} {
    patience_.setSingleShot(true);
    connect(&patience_, &QTimer::timeout, this, [this] { fail(tr_("feed.slow")); });
    connect(&process_, &QProcess::finished, this, &StoreFeed::finished);
    connect(&process_, &QProcess::errorOccurred, this, [this](QProcess::ProcessError error) {
        if (error == QProcess::FailedToStart) fail(tr_("feed.nostart", {process_.program().toStdString()}));
    });
}

StoreFeed::~StoreFeed() {
    process_.disconnect(this);
    process_.kill(), process_.waitForFinished(1000);
}

QString StoreFeed::simulated() { return "\"" + QCoreApplication::applicationDirPath() + "/oikostat-feed\" --store \"Nettlecombe Stores\""; }

void StoreFeed::ask(const QString& command, int patienceMs) {
    if (asking()) return;
    auto words = QProcess::splitCommand(command);
    over_ = false;
    if (words.isEmpty()) return fail(tr_("feed.nostart", {command.toStdString()}));
    const auto program = words.takeFirst();
    patience_.start(patienceMs);
    process_.start(program, words << "--day" << QDate::currentDate().toString(Qt::ISODate), QIODevice::ReadOnly);
}

void StoreFeed::stop() {
    if (!over_) fail(tr_("feed.stopped"));
}

void StoreFeed::fail(const QString& why) {
    if (over_) return;
    over_ = true;
    patience_.stop();
    if (asking()) process_.kill();
    Q_EMIT failed(why);
}

void StoreFeed::finished() {
    if (over_) return;
    if (process_.exitStatus() != QProcess::NormalExit || process_.exitCode() != 0) {
        const auto said = QString::fromUtf8(process_.readAllStandardError()).trimmed().left(200);
        return fail(tr_("feed.down", {said.toStdString()}));
    }
    const auto prices = readPrices(process_.readAllStandardOutput().toStdString(), tr_("feed.answer").toStdString());
    if (!prices) return fail(qs(prices.error().where + ": " + words::say(prices.error(), Units::imperial)) + ". " + tr_("feed.garbage"));
    over_ = true;
    patience_.stop();
    Q_EMIT answered(prices.value());
}

}  // namespace oiko
