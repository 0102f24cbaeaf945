// What the journal's readings say, one line for each quantity; ticked, proof and plans believe it.
#pragma once
#include "core/journal/learn.h"
#include <QListWidget>

namespace hl::app {

class Session;

class LearnedView : public QListWidget {
    Q_OBJECT
  public:
    explicit LearnedView(Session& session);
    void fill(journal::Journal& journal);
    const journal::Learned* chosen() const; // the first where none is; null: nothing was learned

  signals:
    void chosenByHand();
    void refused(const QString& why);

  private:
    void letCount(int row, bool counts);

    Session& session_;
    journal::Journal* journal_ = nullptr;
    std::vector<journal::Learned> learned_;
    bool filling_ = false;
};

} // namespace hl::app
