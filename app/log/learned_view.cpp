#include "app/log/learned_view.h"
#include "app/session/session.h"
#include "core/measure/number.h"
#include "core/prove/saying.h"
#include <algorithm>

namespace hl::app {

using namespace journal;

LearnedView::LearnedView(Session& session) : session_(session) {
    setObjectName("log-learned");
    setWordWrap(true);
    setAccessibleName(tr("What the readings say; ticked, the proof and the plans believe it"));
    setToolTip(tr("Ticked, the proof and the plans believe it"));
    connect(this, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
        if (!filling_)
            letCount(row(item), item->checkState() == Qt::Checked);
    });
    connect(this, &QListWidget::currentRowChanged, this, [this](int at) {
        if (!filling_ && at >= 0)
            emit chosenByHand();
    });
}

void LearnedView::fill(Journal& journal) {
    journal_ = &journal;
    const auto all = learn(journal, session_.workshop());
    if (!all) {
        emit refused(QString::fromStdString(all.problem().text()));
        return;
    }
    learned_ = *all;
    // What goes for every card before what goes for single papers.
    std::stable_sort(learned_.begin(), learned_.end(), [](const Learned& x, const Learned& y) {
        const auto paper = [](const Learned& l) { return learnable(l.quantity)->ofPaper; };
        return paper(x) < paper(y);
    });
    const auto words = [](const std::string& s) { return QString::fromStdString(s); };
    filling_ = true;
    clear();
    for (const Learned& l : learned_) {
        auto* item = new QListWidgetItem(tr("%1: %2 %3, give or take %4\n%5; usual is %6")
                                             .arg(words(capital(sayLearned(l))),
                                                  words(sayAmount(l.value, l.sigma)), words(l.unit),
                                                  words(sayAmount(2 * l.sigma, l.sigma)),
                                                  words(countText(l.n, "one reading", "readings")),
                                                  words(numberText(l.usual, 2))));
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(l.used ? Qt::Checked : Qt::Unchecked);
        addItem(item);
    }
    filling_ = false;
}

const Learned* LearnedView::chosen() const {
    if (learned_.empty())
        return nullptr;
    return &learned_[size_t(std::clamp(currentRow(), 0, int(learned_.size()) - 1))];
}

void LearnedView::letCount(int row, bool counts) {
    Learned& l = learned_[size_t(row)];
    if (Trouble t = journal_->use(l.quantity, l.of, counts)) {
        emit refused(QString::fromStdString(t->text()));
        return;
    }
    l.used = counts;
    if (counts) {
        session_.setWorkshop(withLearned(session_.workshop(), learned_));
    } else { // as usual again
        std::vector<Learned> back{l};
        back[0].used = true;
        back[0].value = l.usual;
        session_.setWorkshop(withLearned(session_.workshop(), back));
    }
}

} // namespace hl::app
