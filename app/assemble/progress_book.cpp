#include "app/assemble/progress_book.h"
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QSettings>
#include <algorithm>
#include <utility>

namespace hl::app {

ProgressBook::ProgressBook(QString key) : key_(std::move(key)) {
    if (key_.isEmpty())
        return;
    // What is damaged counts as nothing done.
    const QJsonObject kept =
        QJsonDocument::fromJson(QSettings().value(key_).toByteArray()).object();
    at_ = kept["at"].toString();
    const QJsonObject minutes = kept["minutes"].toObject();
    for (auto it = minutes.begin(); it != minutes.end(); ++it)
        minutes_[it.key()] = std::clamp(it.value().toDouble(), 0.0, 1e5);
    const QJsonArray clocks = kept["clocks"].toArray();
    for (const QJsonValueConstRef v : clocks) {
        const QJsonObject c = v.toObject();
        BenchClock clock{c["step"].toString(), c["says"].toString(),
                         QDateTime::fromString(c["ends"].toString(), Qt::ISODateWithMs),
                         c["told"].toBool()};
        if (clock.ends.isValid() && clocks_.size() < 100)
            clocks_.push_back(clock);
    }
}

void ProgressBook::keep() const {
    if (key_.isEmpty())
        return;
    QJsonObject minutes;
    for (auto it = minutes_.begin(); it != minutes_.end(); ++it)
        minutes[it.key()] = it.value();
    QJsonArray clocks;
    for (const BenchClock& c : clocks_)
        clocks.append(QJsonObject{{"step", c.step},
                                  {"says", c.says},
                                  {"ends", c.ends.toString(Qt::ISODateWithMs)},
                                  {"told", c.told}});
    QSettings settings;
    settings.setValue(
        key_, QJsonDocument(QJsonObject{{"at", at_}, {"minutes", minutes}, {"clocks", clocks}})
                  .toJson(QJsonDocument::Compact));
    settings.sync(); // a crash a moment later loses nothing
}

void ProgressBook::finish(const QString& step, double minutes) {
    minutes_[step] = std::max(minutes, minutes_.value(step));
    keep();
}

void ProgressBook::takeBack(const QString& step) {
    minutes_.remove(step);
    stopClock(step);
    keep();
}

void ProgressBook::startClock(const QString& step, const QString& says, double minutes) {
    stopClock(step);
    clocks_.push_back(
        {step, says, QDateTime::currentDateTime().addMSecs(qint64(minutes * 60000)), false});
    keep();
}

void ProgressBook::stopClock(const QString& step) {
    clocks_.erase(std::remove_if(clocks_.begin(), clocks_.end(),
                                 [&](const BenchClock& c) { return c.step == step; }),
                  clocks_.end());
}

void ProgressBook::goTo(const QString& step) {
    at_ = step;
    keep();
}

void ProgressBook::clear() {
    at_.clear();
    minutes_.clear();
    clocks_.clear();
    keep();
}

} // namespace hl::app
