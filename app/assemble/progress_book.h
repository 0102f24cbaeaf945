// The progress book: which steps of a design's work are done, for how long each was at hand, and
// the clocks that run. It is kept with the window's settings after every change, so that
// interrupted work is found again, also when the design was edited elsewhere meanwhile: steps go by
// their ids.
#pragma once
#include "core/measure/rooms.h"
#include <QDateTime>
#include <QMap>
#include <QString>
#include <QStringList>
#include <vector>

namespace hl::app {

struct BenchClock {
    QString step, says; // the step's id, and what it is that takes so long
    QDateTime ends;
    bool told = false; // that it has run out
};

class ProgressBook {
  public:
    // `key` of the settings.
    explicit ProgressBook(QString key = {});

    bool done(const QString& step) const { return minutes_.contains(step); }
    QStringList steps() const { return minutes_.keys(); } // that are done
    int count() const { return int(minutes_.size()); }
    // A step is done, after so many minutes at it.
    void finish(const QString& step, double minutes);
    void takeBack(const QString& step);
    void startClock(const QString& step, const QString& says, double minutes);
    void stopClock(const QString& step);
    std::vector<BenchClock>& clocks() { return clocks_; }
    // Minutes that a step took; 0 of one that is not done.
    double minutes(const QString& step) const { return minutes_.value(step); }
    QString at() const { return at_; } // the step at hand; empty: the first that is not done
    void goTo(const QString& step);
    void clear(); // a new card
    void keep() const;

  private:
    QString key_, at_;
    QMap<QString, double> minutes_;
    std::vector<BenchClock> clocks_;
};

} // namespace hl::app
