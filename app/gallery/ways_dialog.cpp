#include "app/gallery/ways_dialog.h"
#include "app/look/parts.h"
#include "app/session/folded_later.h"
#include "app/start/card_button.h"
#include <QGridLayout>
#include <QLabel>
#include <QScrollArea>

namespace hl::app {
namespace {

constexpr int waysAbreast = 3;

class WayButton : public CardButton {
  public:
    WayButton(const Way& way, int number, std::function<void()> choose)
        : CardButton(std::move(choose)) {
        setObjectName(QString("way-%1").arg(number));
        const QString words = QString::fromStdString(way.words);
        auto* label = new QLabel(words);
        label->setTextFormat(Qt::PlainText);
        label->setWordWrap(true);
        label->setAlignment(Qt::AlignTop);
        column()->setContentsMargins(8, 6, 8, 8);
        column()->addWidget(label, 1);
        if (way.stops > 0) {
            auto* fails = new QLabel(QObject::tr("Fails when it is folded so."));
            fails->setProperty("quiet", true);
            column()->addWidget(fails);
        }
        setMinimumHeight(150 + 4 * fontMetrics().lineSpacing());
        setAccessibleName(words);
        foldLater(
            this, [folded = way.folded] { return folded; },
            [this](PicturedPtr p) { CardButton::show(std::move(p)); });
    }
};

} // namespace

WaysDialog::WaysDialog(const Design& design, const Workshop& workshop, QWidget* parent)
    : QDialog(parent) {
    setObjectName("ways");
    setWindowTitle(tr("Ways to fold"));
    sizeByLetters(*this, {780, 560});
    auto* column = new QVBoxLayout(this);
    told_ = new QLabel(tr("Folding it every way…"));
    told_->setObjectName("ways-told");
    told_->setTextFormat(Qt::PlainText);
    told_->setWordWrap(true);
    column->addWidget(told_);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* body = new QWidget;
    auto* rows = new QVBoxLayout(body);
    grid_ = new QGridLayout;
    grid_->setSpacing(8);
    rows->addLayout(grid_);
    rows->addStretch(1);
    scroll->setWidget(body);
    column->addWidget(scroll, 1);
    runLater(this, [this, design, workshop, closed = closed_]() -> std::function<void()> {
        auto ways =
            std::make_shared<Result<std::vector<Way>>>(waysToFold(design, workshop, closed.get()));
        return [this, ways] { show(*ways); };
    });
}

WaysDialog::~WaysDialog() { *closed_ = true; }

void WaysDialog::show(const Result<std::vector<Way>>& ways) {
    if (!ways) {
        told_->setText(QString::fromStdString(ways.problem().text()));
        return;
    }
    ways_ = *ways;
    told_->setText(
        ways_.size() == 1
            ? tr("There is one way in which it closes. Choose it to tell its folds.")
            : tr("It closes in %1 ways. Choose the one that is meant.").arg(ways_.size()));
    for (int i = 0; i < int(ways_.size()); ++i) {
        auto* button = new WayButton(ways_[size_t(i)], i + 1, [this, i] {
            emit chosen(i);
            accept();
        });
        grid_->addWidget(button, i / waysAbreast, i % waysAbreast);
        if (i == 0)
            button->setFocus();
    }
    for (int i = 0; i < waysAbreast; ++i)
        grid_->setColumnStretch(i, 1);
    emit found();
}

} // namespace hl::app
